-- People by their number, answers by their workspace, editions by their cover; and a dump that can be restored.

-- A dump is restored with an empty search path: what a constraint calls is bound when the function is made, not when it runs.
CREATE OR REPLACE FUNCTION is_shortcut(text) RETURNS boolean LANGUAGE sql IMMUTABLE PARALLEL SAFE
  RETURN $1 <> '' AND length($1) <= 400 AND $1 !~ '[[:cntrl:]]|^ | $|  ';
CREATE OR REPLACE FUNCTION are_shortcuts(text[]) RETURNS boolean LANGUAGE sql IMMUTABLE PARALLEL SAFE
  RETURN (SELECT coalesce(bool_and(is_shortcut(one)), true) FROM unnest($1) AS one);

-- Who stated or verified a shortcut is a number where it is an account, and a text only where it is anybody else.
ALTER TABLE binding ADD COLUMN provenance_by bigint REFERENCES editor;
ALTER TABLE trial ADD COLUMN tried_by bigint REFERENCES editor;
CREATE INDEX binding_by_person ON binding (provenance_by) WHERE provenance_by IS NOT NULL;
CREATE INDEX trial_by_person ON trial (tried_by) WHERE tried_by IS NOT NULL;

-- Of those who are or were in a workspace, whoever alone had the name that was written down there.
CREATE TEMPORARY TABLE person ON COMMIT DROP AS
  SELECT w.workspace_id, e.name, min(e.id) AS id
    FROM (SELECT workspace_id, editor_id FROM membership UNION SELECT workspace_id, editor_id FROM act) w JOIN editor e ON e.id = w.editor_id
    WHERE e.removed_at IS NULL GROUP BY w.workspace_id, e.name HAVING count(*) = 1;
ALTER TABLE binding DISABLE TRIGGER USER;
ALTER TABLE trial DISABLE TRIGGER USER;
UPDATE binding b SET provenance_by = p.id, provenance_who = '' FROM release r, app a, person p
  WHERE r.id = b.release_id AND a.id = r.app_id AND p.workspace_id = a.workspace_id AND p.name = b.provenance_who;
UPDATE trial t SET tried_by = p.id, who = '' FROM binding b, release r, app a, person p
  WHERE b.id = t.binding_id AND r.id = b.release_id AND a.id = r.app_id AND p.workspace_id = a.workspace_id AND p.name = t.who;
ALTER TABLE binding ENABLE TRIGGER USER;
ALTER TABLE trial ENABLE TRIGGER USER;

-- History has the rows as they would be written today, so that an import can still be undone.
CREATE FUNCTION with_person(kept jsonb, of_name text, of_number text, the_workspace bigint) RETURNS jsonb LANGUAGE sql STABLE AS $$
  SELECT CASE WHEN kept IS NULL THEN NULL WHEN p.id IS NULL THEN kept || jsonb_build_object(of_number, NULL)
      ELSE kept || jsonb_build_object(of_number, p.id, of_name, '') END
    FROM (SELECT 1) one LEFT JOIN person p ON p.workspace_id = the_workspace AND p.name = kept ->> of_name
$$;
UPDATE act_row r SET before = with_person(r.before, n.name, n.number, a.workspace_id), after = with_person(r.after, n.name, n.number, a.workspace_id)
  FROM act a, (VALUES ('binding', 'provenance_who', 'provenance_by'), ('trial', 'who', 'tried_by')) AS n (kept_in, name, number)
  WHERE a.id = r.act_id AND n.kept_in = r.kept_in;
DROP FUNCTION with_person;

-- Whoever leaves a workspace is no longer named by the address they were invited at: there, and nowhere else.
CREATE INDEX act_row_invited ON act_row ((coalesce(after, before) ->> 'email')) WHERE kept_in = 'invitation';
CREATE FUNCTION forget_member(the_editor bigint) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  here bigint := current_setting('crib.workspace')::bigint;
  address text := (SELECT email FROM editor WHERE id = the_editor);
  former constant jsonb := '{"email": "a former editor"}';
BEGIN
  IF address IS NULL OR EXISTS (SELECT 1 FROM membership WHERE editor_id = the_editor AND workspace_id = here) THEN RETURN; END IF;
  WITH invited AS (
      UPDATE act_row r SET before = r.before || former, after = r.after || former FROM act a
        WHERE r.kept_in = 'invitation' AND coalesce(r.after, r.before) ->> 'email' = address AND a.id = r.act_id AND a.workspace_id = here
        RETURNING r.act_id)
    UPDATE act SET about = former ->> 'email' WHERE id IN (SELECT act_id FROM invited) AND about = address;
END $$;

-- An account that is in no workspace is removed: its number stays, and stands for “a former editor” wherever it is read.
CREATE OR REPLACE FUNCTION remove_account(the_editor bigint) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
BEGIN
  PERFORM 1 FROM editor WHERE id = the_editor AND removed_at IS NULL FOR UPDATE;
  IF NOT FOUND OR EXISTS (SELECT 1 FROM membership WHERE editor_id = the_editor) THEN
    RAISE EXCEPTION 'Only an account that is in no workspace any more can be removed.' USING ERRCODE = 'CR003';
  END IF;
  UPDATE editor SET name = 'a former editor', email = NULL, password_hash = NULL, removed_at = now() WHERE id = the_editor;
  DELETE FROM session WHERE sess ->> 'editorId' = the_editor::text;
  DELETE FROM answered WHERE editor_id = the_editor;
END $$;

-- A key is for one request in one workspace.
ALTER TABLE answered ADD COLUMN workspace_id bigint REFERENCES workspace;
UPDATE answered n SET workspace_id = (SELECT min(workspace_id) FROM membership m WHERE m.editor_id = n.editor_id);
DELETE FROM answered WHERE workspace_id IS NULL;
ALTER TABLE answered DROP CONSTRAINT answered_pkey, ADD PRIMARY KEY (editor_id, workspace_id, key);

-- The first owner of an installation comes by a link that nobody invited them with, and brings an address of their own.
ALTER TABLE invitation
  ALTER COLUMN email DROP NOT NULL,
  ALTER COLUMN made_by DROP NOT NULL,
  ADD CONSTRAINT invited_by_somebody CHECK ((email IS NULL) = (made_by IS NULL));

-- Whoever listens is told when somebody may have lost the right to.
CREATE FUNCTION tell_ended() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
BEGIN
  PERFORM pg_notify('crib', jsonb_build_object('ended', coalesce(to_jsonb(OLD) ->> 'editor_id', to_jsonb(OLD) -> 'sess' ->> 'editorId')::bigint)::text);
  RETURN NULL;
END $$;
CREATE TRIGGER ended AFTER DELETE ON session FOR EACH ROW WHEN (OLD.sess ->> 'editorId' IS NOT NULL) EXECUTE FUNCTION tell_ended();
CREATE TRIGGER moved AFTER UPDATE ON session FOR EACH ROW
  WHEN (OLD.sess ->> 'editorId' IS NOT NULL AND OLD.sess ->> 'workspaceId' IS DISTINCT FROM NEW.sess ->> 'workspaceId') EXECUTE FUNCTION tell_ended();
CREATE TRIGGER ended AFTER DELETE ON api_token FOR EACH ROW EXECUTE FUNCTION tell_ended();
CREATE TRIGGER ended AFTER UPDATE OR DELETE ON membership FOR EACH ROW EXECUTE FUNCTION tell_ended();

-- What lists and feeds show of an edition, without its lines.
ALTER TABLE edition ADD COLUMN cover jsonb NOT NULL GENERATED ALWAYS AS (body::jsonb - '{sections,groups,look,changing}'::text[]) STORED;

-- A workspace comes in beside others that go on working: what lies in the bin is written with the number of its bin, which
-- comes after it, and an owner may say that a whole workspace is on its way.
DO $$
DECLARE
  binned text;
BEGIN
  FOREACH binned IN ARRAY ARRAY['app', 'release', 'keyset', 'sheet', 'change_notes', 'run', 'command_group'] LOOP
    EXECUTE format('ALTER TABLE %I ALTER CONSTRAINT %I DEFERRABLE INITIALLY IMMEDIATE', binned, binned || '_bin_id_fkey');
  END LOOP;
END $$;
CREATE OR REPLACE FUNCTION is_owner() RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT current_user = (SELECT pg_get_userbyid(nspowner) FROM pg_namespace WHERE nspname = 'crib')
    AND (current_user <> session_user OR coalesce(current_setting('crib.importing', true), '') = 'yes')
$$;

-- System keys are a workspace’s: a change of them counts its own apps, in one order.
CREATE OR REPLACE FUNCTION count_changes() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
BEGIN
  IF TG_ARGV[0] = 'app' THEN
    UPDATE app_version v SET version = version + 1 FROM (SELECT DISTINCT app_id FROM changed) c WHERE v.app_id = c.app_id;
  ELSIF TG_ARGV[0] = 'release' THEN
    UPDATE app_version v SET version = version + 1
      FROM (SELECT DISTINCT r.app_id FROM changed c JOIN release r ON r.id = c.release_id) c WHERE v.app_id = c.app_id;
  ELSIF TG_ARGV[0] = 'keyset' THEN
    UPDATE app_version v SET version = version + 1
      FROM (SELECT DISTINCT k.app_id FROM changed c JOIN keyset k ON k.id = c.keyset_id) c WHERE v.app_id = c.app_id;
  ELSIF TG_ARGV[0] = 'binding' THEN
    UPDATE app_version v SET version = version + 1
      FROM (SELECT DISTINCT r.app_id FROM changed c JOIN binding b ON b.id = c.binding_id JOIN release r ON r.id = b.release_id) c
      WHERE v.app_id = c.app_id;
  ELSE
    PERFORM 1 FROM app_version v JOIN app a ON a.id = v.app_id WHERE a.workspace_id IN (SELECT workspace_id FROM changed) ORDER BY v.app_id FOR UPDATE OF v;
    UPDATE app_version v SET version = version + 1 FROM app a WHERE a.id = v.app_id AND a.workspace_id IN (SELECT workspace_id FROM changed);
  END IF;
  RETURN NULL;
END $$;

-- An edition’s cover is in its body, which history leaves where it is.
CREATE OR REPLACE FUNCTION record_rows() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  sample jsonb;
  untold constant text[] := '{body,cover,content,secret_hash}';
BEGIN
  IF coalesce(current_setting('crib.doing', true), '') = '' THEN RETURN NULL; END IF;
  IF TG_OP = 'UPDATE' THEN
    SELECT to_jsonb(c) - untold INTO sample FROM changed c LIMIT 1;
    IF NOT FOUND THEN RETURN NULL; END IF;
    -- Both tables hold the rows of one statement in the order it went through them.
    WITH was AS (SELECT row_number() OVER () AS n, to_jsonb(b) - untold AS row FROM before b),
      is_now AS (SELECT row_number() OVER () AS n, to_jsonb(c) - untold AS row FROM changed c),
      pairs AS (SELECT was.row AS earlier, is_now.row AS later FROM was JOIN is_now USING (n) WHERE was.row <> is_now.row)
    INSERT INTO act_row (act_id, kept_in, before, after) SELECT act_in_hand(TG_TABLE_NAME, sample), TG_TABLE_NAME, earlier, later FROM pairs;
  ELSE
    SELECT to_jsonb(c) - untold INTO sample FROM changed c LIMIT 1;
    IF NOT FOUND THEN RETURN NULL; END IF;
    INSERT INTO act_row (act_id, kept_in, before, after)
      SELECT act_in_hand(TG_TABLE_NAME, sample), TG_TABLE_NAME,
        CASE TG_OP WHEN 'DELETE' THEN to_jsonb(c) - untold END, CASE TG_OP WHEN 'INSERT' THEN to_jsonb(c) - untold END
      FROM changed c;
  END IF;
  RETURN NULL;
END $$;
