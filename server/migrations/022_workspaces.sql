-- Schools side by side: each app belongs to a workspace, whose members have a role in it. A transaction names its workspace
-- (crib.workspace), and the database shows it nothing of any other: what no transaction of an editor names is not there.
-- Readers of published pages name none ('*'): an edition is found by its address alone.

CREATE TABLE workspace (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL CHECK (name <> '' AND length(name) <= 120),
  -- Whether editors propose changes of the school's keysets instead of saving them.
  editors_propose boolean NOT NULL DEFAULT false,
  made_at timestamptz NOT NULL DEFAULT now()
);

-- Who is gone has no address and no password, and the name that is left says so.
ALTER TABLE editor
  ALTER COLUMN email DROP NOT NULL,
  ALTER COLUMN password_hash DROP NOT NULL,
  ADD COLUMN removed_at timestamptz,
  ADD CONSTRAINT removed_is_nobody CHECK ((removed_at IS NULL) = (email IS NOT NULL) AND (removed_at IS NULL) = (password_hash IS NOT NULL));

CREATE TABLE membership (
  workspace_id bigint NOT NULL REFERENCES workspace,
  editor_id bigint NOT NULL REFERENCES editor,
  role text NOT NULL CHECK (role IN ('owner', 'editor', 'reviewer', 'reader')),
  disabled_at timestamptz,
  since timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workspace_id, editor_id)
);
CREATE INDEX membership_by_editor ON membership (editor_id);

-- A workspace always has an owner who can act.
CREATE FUNCTION keep_an_owner() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
BEGIN
  -- One after another: two owners that leave at once would each see the other.
  PERFORM 1 FROM workspace WHERE id = OLD.workspace_id FOR UPDATE;
  IF NOT EXISTS (SELECT 1 FROM membership WHERE workspace_id = OLD.workspace_id AND role = 'owner' AND disabled_at IS NULL) THEN
    RAISE EXCEPTION 'A workspace needs an owner. Make somebody else an owner first.' USING ERRCODE = 'CR005';
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER an_owner_stays AFTER UPDATE OR DELETE ON membership FOR EACH ROW
  WHEN (OLD.role = 'owner' AND OLD.disabled_at IS NULL) EXECUTE FUNCTION keep_an_owner();

-- An invitation is a link that works once; only the hash of its secret is kept.
CREATE TABLE invitation (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  workspace_id bigint NOT NULL REFERENCES workspace,
  secret_hash text NOT NULL UNIQUE,
  email text NOT NULL CHECK (email = lower(email)),
  role text NOT NULL CHECK (role IN ('owner', 'editor', 'reviewer', 'reader')),
  made_by bigint NOT NULL REFERENCES editor,
  ends_at timestamptz NOT NULL DEFAULT now() + interval '14 days',
  UNIQUE (workspace_id, email)
);

CREATE TABLE api_token (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  workspace_id bigint NOT NULL,
  editor_id bigint NOT NULL,
  name text NOT NULL CHECK (name <> '' AND length(name) <= 80),
  secret_hash text NOT NULL UNIQUE,
  scope text NOT NULL CHECK (scope IN ('read', 'write', 'publish')),
  made_at timestamptz NOT NULL DEFAULT now(),
  ends_at timestamptz NOT NULL,
  FOREIGN KEY (workspace_id, editor_id) REFERENCES membership (workspace_id, editor_id) ON DELETE CASCADE
);
CREATE INDEX api_token_by_editor ON api_token (workspace_id, editor_id);

-- Tries of passwords, by account and by address (as hashes), shared by all processes. Only wrong ones count.
CREATE TABLE wrong_password (
  subject text PRIMARY KEY,
  count int NOT NULL CHECK (count > 0),
  last_at timestamptz NOT NULL DEFAULT now()
);
-- How often something was done in a minute, by whom or from where: the same for all processes.
CREATE TABLE pace (
  subject text NOT NULL,
  minute timestamptz NOT NULL,
  count int NOT NULL,
  PRIMARY KEY (subject, minute)
);

-- A new name of somebody is read where it stands in what was loaded.
CREATE FUNCTION count_person() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
BEGIN
  UPDATE app_version v SET version = version + 1 FROM app a JOIN membership m ON m.workspace_id = a.workspace_id
    WHERE m.editor_id = NEW.id AND v.app_id = a.id;
  RETURN NULL;
END $$;
CREATE TRIGGER counted AFTER UPDATE OF name ON editor FOR EACH ROW EXECUTE FUNCTION count_person();

CREATE INDEX session_by_editor ON session ((sess ->> 'editorId'));

INSERT INTO workspace (name) SELECT 'Our school' WHERE EXISTS (SELECT 1 FROM editor) OR EXISTS (SELECT 1 FROM app);
INSERT INTO membership (workspace_id, editor_id, role) SELECT w.id, e.id, 'owner' FROM workspace w, editor e;

-- What belongs to a workspace by itself.
DO $$
DECLARE
  of_workspace text;
BEGIN
  FOREACH of_workspace IN ARRAY ARRAY['app', 'system_key', 'word_section', 'shelf'] LOOP
    EXECUTE format('ALTER TABLE %I ADD COLUMN workspace_id bigint REFERENCES workspace', of_workspace);
    EXECUTE format('UPDATE %I SET workspace_id = (SELECT min(id) FROM workspace)', of_workspace);
    EXECUTE format('ALTER TABLE %I ALTER COLUMN workspace_id SET NOT NULL,
      ALTER COLUMN workspace_id SET DEFAULT nullif(current_setting(''crib.workspace'', true), ''*'')::bigint', of_workspace);
  END LOOP;
END $$;
ALTER TABLE app ADD UNIQUE (id, workspace_id);
DROP INDEX app_slug_key;
CREATE UNIQUE INDEX app_slug_key ON app (workspace_id, slug) WHERE bin_id IS NULL;
ALTER TABLE system_key DROP CONSTRAINT system_key_pkey, ADD PRIMARY KEY (workspace_id, platform, shortcut);
ALTER TABLE word_section DROP CONSTRAINT word_section_pkey, ADD PRIMARY KEY (workspace_id, name);
ALTER TABLE shelf DROP COLUMN id, ADD PRIMARY KEY (workspace_id);

-- No reference leads into another workspace, or another app.
ALTER TABLE crosswalk ADD COLUMN workspace_id bigint;
UPDATE crosswalk c SET workspace_id = a.workspace_id FROM app a WHERE a.id = c.from_app;
ALTER TABLE crosswalk
  ALTER COLUMN workspace_id SET NOT NULL,
  ALTER COLUMN workspace_id SET DEFAULT nullif(current_setting('crib.workspace', true), '*')::bigint,
  ADD FOREIGN KEY (from_app, workspace_id) REFERENCES app (id, workspace_id),
  ADD FOREIGN KEY (to_app, workspace_id) REFERENCES app (id, workspace_id);
ALTER TABLE keyset
  DROP CONSTRAINT keyset_carried_from_fkey,
  ADD FOREIGN KEY (carried_from, app_id) REFERENCES keyset (id, app_id);
CREATE INDEX edit_by_held_in ON edit (release_id, holds_id) WHERE holds_id IS NOT NULL;
ALTER TABLE edit ADD FOREIGN KEY (release_id, holds_id) REFERENCES command_state (release_id, command_id);

CREATE FUNCTION refuse_foreign_imitation() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
BEGIN
  IF NOT EXISTS (SELECT 1 FROM release r JOIN app theirs ON theirs.id = r.app_id JOIN app ours ON ours.workspace_id = theirs.workspace_id
    WHERE r.id = NEW.imitates_id AND ours.id = NEW.app_id) THEN
    RAISE EXCEPTION 'A keyset imitates a program of its own workspace.' USING ERRCODE = '23503';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER imitates_at_home BEFORE INSERT OR UPDATE OF imitates_id ON keyset FOR EACH ROW
  WHEN (NEW.imitates_id IS NOT NULL) EXECUTE FUNCTION refuse_foreign_imitation();

-- Who made a keyset: whoever it belonged to, else whoever changed it first. Only they or an owner claim, give or lock it.
ALTER TABLE keyset ADD COLUMN made_by bigint REFERENCES editor DEFAULT nullif(current_setting('crib.editor', true), '')::bigint;
UPDATE keyset k SET made_by = coalesce(owner_id, (SELECT made_by FROM keyset_change c WHERE c.keyset_id = k.id ORDER BY revision LIMIT 1))
  WHERE base_id IS NOT NULL;
ALTER TABLE keyset ADD COLUMN locked boolean NOT NULL DEFAULT false CHECK (NOT locked OR base_id IS NOT NULL);
CREATE TRIGGER counted_with_lock AFTER UPDATE OF locked ON keyset FOR EACH ROW EXECUTE FUNCTION count_keyset();

-- Platforms and shortcuts are words of their own kind, whoever writes them.
DO $$
DECLARE
  spoken text;
BEGIN
  FOREACH spoken IN ARRAY ARRAY['binding', 'edit', 'correction', 'command_wording', 'system_key', 'trial'] LOOP
    EXECUTE format('ALTER TABLE %I ADD CONSTRAINT %I CHECK (platform ~ ''^[a-z0-9]{1,30}$'')', spoken, spoken || '_platform');
  END LOOP;
END $$;
CREATE FUNCTION is_shortcut(text) RETURNS boolean LANGUAGE sql IMMUTABLE PARALLEL SAFE AS
  $$ SELECT $1 <> '' AND length($1) <= 400 AND $1 !~ '[[:cntrl:]]|^ | $|  ' $$;
CREATE FUNCTION are_shortcuts(text[]) RETURNS boolean LANGUAGE sql IMMUTABLE PARALLEL SAFE AS
  $$ SELECT coalesce(bool_and(is_shortcut(one)), true) FROM unnest($1) AS one $$;
ALTER TABLE binding ADD CONSTRAINT binding_is_a_shortcut CHECK (is_shortcut(shortcut));
ALTER TABLE system_key ADD CONSTRAINT system_key_is_a_shortcut CHECK (is_shortcut(shortcut));
ALTER TABLE edit ADD CONSTRAINT edit_of_shortcuts CHECK (are_shortcuts(shortcuts));
ALTER TABLE correction ADD CONSTRAINT correction_of_shortcuts CHECK (are_shortcuts(now));

-- Sealing freezes what a release's keysets are called, and which is its default; who runs as the owner corrects that.
CREATE FUNCTION keep_sealed_keyset() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF (OLD.name, OLD.is_default, OLD.imitates_id) IS DISTINCT FROM (NEW.name, NEW.is_default, NEW.imitates_id) THEN
    PERFORM refuse_sealed_releases(ARRAY[OLD.release_id]);
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER sealed_keyset BEFORE UPDATE ON keyset FOR EACH ROW WHEN (OLD.base_id IS NULL) EXECUTE FUNCTION keep_sealed_keyset();

-- Which rows a transaction is shown: those of the app, release, keyset or edition that it is shown.
DO $$
DECLARE
  guarded text[];
  seen text;
BEGIN
  FOREACH guarded SLICE 1 IN ARRAY ARRAY[
    ['app', 'app_id'], ['system_key', ''], ['word_section', ''], ['shelf', ''], ['crosswalk', ''],
    ['release', 'app_id'], ['context', 'app_id'], ['command', 'app_id'], ['context_state', 'app_id'], ['command_state', 'app_id'],
    ['command_alias', 'app_id'], ['command_group', 'app_id'], ['command_group_member', 'app_id'], ['command_use', 'app_id'],
    ['command_lineage', 'app_id'], ['context_lineage', 'app_id'], ['keyset', 'app_id'], ['run', 'app_id'], ['run_step', 'app_id'],
    ['recipe', 'app_id'], ['sheet', 'app_id'], ['change_notes', 'app_id'], ['saved_view', 'app_id'], ['list_memory', 'app_id'],
    ['bin', 'app_id'], ['app_version', 'app_id'],
    ['binding', 'release_id'], ['binding_context', 'release_id'], ['context_together', 'release_id'], ['command_wording', 'release_id'],
    ['command_detail', 'release_id'], ['edit', 'release_id'], ['correction', 'release_id'], ['fact_correction', 'release_id'],
    ['sheet_row', 'release_id'],
    ['keyset_change', 'keyset_id'], ['save_point', 'keyset_id'], ['open_edit', 'keyset_id'],
    ['sheet_section', 'sheet_id'], ['standing_address', 'of_sheet_or_notes'], ['edition', 'of_sheet_or_notes'],
    ['edition_file', 'edition_id'], ['edition_form', 'edition_id'], ['edition_withdrawal', 'edition_id'], ['edition_count', 'edition_id'],
    ['report', 'edition_id'], ['trial', 'binding_id'], ['crosswalk_command', 'crosswalk_id'], ['crosswalk_context', 'crosswalk_id']] LOOP
    seen := CASE
      WHEN guarded[1] = 'app' OR guarded[2] = '' THEN 'workspace_id::text = (SELECT current_setting(''crib.workspace'', true))'
      WHEN guarded[2] = 'of_sheet_or_notes' THEN format(
        'EXISTS (SELECT 1 FROM sheet s WHERE s.id = %1$I.sheet_id) OR EXISTS (SELECT 1 FROM change_notes n WHERE n.id = %1$I.notes_id)', guarded[1])
      ELSE format('EXISTS (SELECT 1 FROM %1$I up WHERE up.id = %2$I.%1$s_id)', replace(guarded[2], '_id', ''), guarded[1])
    END;
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', guarded[1]);
    EXECUTE format('CREATE POLICY of_the_workspace ON %I USING ((SELECT current_setting(''crib.workspace'', true)) = ''*'' OR %s)', guarded[1], seen);
  END LOOP;
END $$;
