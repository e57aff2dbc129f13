-- What was done, by whom, when and why, with each row as it was and as it became: written by the database itself, so that no
-- act can forget it and nobody can rewrite it. And what was answered, so that an act that is sent twice is done once.

CREATE TABLE act (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  workspace_id bigint NOT NULL REFERENCES workspace,
  editor_id bigint NOT NULL REFERENCES editor,
  app_id bigint REFERENCES app,
  release_id bigint,
  keyset_id bigint,
  -- What was done, as it is said; and to what.
  doing text NOT NULL,
  about text NOT NULL DEFAULT '',
  why text NOT NULL DEFAULT '',
  done_at timestamptz NOT NULL DEFAULT now(),
  undoes bigint REFERENCES act UNIQUE
);
CREATE INDEX act_by_workspace ON act (workspace_id, id DESC);
CREATE INDEX act_by_app ON act (app_id, id DESC);
CREATE INDEX act_by_editor ON act (workspace_id, editor_id, id DESC);

CREATE TABLE act_row (
  act_id bigint NOT NULL REFERENCES act,
  n bigint GENERATED ALWAYS AS IDENTITY,
  kept_in text NOT NULL,
  before jsonb,
  after jsonb,
  PRIMARY KEY (act_id, n)
);

ALTER TABLE act ENABLE ROW LEVEL SECURITY;
CREATE POLICY of_the_workspace ON act USING (workspace_id::text = (SELECT current_setting('crib.workspace', true)));
ALTER TABLE act_row ENABLE ROW LEVEL SECURITY;
CREATE POLICY of_the_workspace ON act_row USING (EXISTS (SELECT 1 FROM act a WHERE a.id = act_id));

-- The act of this transaction, made with its first row; whoever listens is told of it when it is done.
CREATE FUNCTION act_in_hand(of_table text, sample jsonb) RETURNS bigint
LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  made bigint := nullif(current_setting('crib.act', true), '')::bigint;
  the_app bigint := (sample ->> 'app_id')::bigint;
  -- Whoever begins an act may say what it is about.
  the_release bigint := coalesce(nullif(current_setting('crib.release', true), '')::bigint, (sample ->> 'release_id')::bigint);
  the_keyset bigint := (sample ->> 'keyset_id')::bigint;
  the_name text := coalesce(nullif(current_setting('crib.about', true), ''), sample ->> 'label', sample ->> 'title', sample ->> 'name', sample ->> 'email', '');
BEGIN
  IF made IS NOT NULL THEN RETURN made; END IF;
  IF of_table = 'app' THEN the_app := (sample ->> 'id')::bigint; END IF;
  IF of_table = 'release' THEN the_release := (sample ->> 'id')::bigint; END IF;
  IF of_table = 'keyset' THEN the_keyset := (sample ->> 'id')::bigint; END IF;
  IF sample ? 'from_app' THEN the_app := (sample ->> 'to_app')::bigint; END IF;
  IF sample ? 'sheet_id' AND the_app IS NULL THEN
    SELECT app_id, title INTO the_app, the_name FROM sheet WHERE id = (sample ->> 'sheet_id')::bigint;
  END IF;
  IF the_app IS NULL AND sample ? 'notes_id' THEN
    SELECT app_id, title INTO the_app, the_name FROM change_notes WHERE id = (sample ->> 'notes_id')::bigint;
  END IF;
  IF the_keyset IS NOT NULL AND the_name = '' THEN SELECT name INTO the_name FROM keyset WHERE id = the_keyset; END IF;
  IF the_release IS NULL AND the_keyset IS NOT NULL THEN SELECT release_id INTO the_release FROM keyset WHERE id = the_keyset; END IF;
  IF sample ? 'command_id' AND the_name = '' AND of_table NOT IN ('command_use', 'run_step', 'command_group_member') THEN SELECT name INTO the_name FROM command WHERE id = (sample ->> 'command_id')::bigint; END IF;
  IF the_app IS NULL AND the_release IS NOT NULL THEN SELECT app_id INTO the_app FROM release WHERE id = the_release; END IF;
  INSERT INTO act (workspace_id, editor_id, app_id, release_id, keyset_id, doing, about, why)
    VALUES (current_setting('crib.workspace')::bigint, current_setting('crib.editor')::bigint, the_app, the_release, the_keyset,
      current_setting('crib.doing'), coalesce(the_name, ''), coalesce(current_setting('crib.why', true), ''))
    RETURNING id INTO made;
  PERFORM set_config('crib.act', made::text, true);
  PERFORM pg_notify('crib', jsonb_build_object('workspace', current_setting('crib.workspace')::bigint, 'act', made, 'app', the_app,
    'release', the_release, 'keyset', the_keyset, 'editor', current_setting('crib.editor')::bigint,
    'who', (SELECT name FROM editor WHERE id = current_setting('crib.editor')::bigint),
    'doing', current_setting('crib.doing'), 'about', left(coalesce(the_name, ''), 200))::text);
  RETURN made;
END $$;

-- Bodies and files are kept where they are; a row that did not change is no news.
CREATE FUNCTION record_rows() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  sample jsonb;
  untold constant text[] := '{body,content,secret_hash}';
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

DO $$
DECLARE
  recorded text;
BEGIN
  FOREACH recorded IN ARRAY ARRAY['app', 'release', 'context', 'context_state', 'context_together', 'command', 'command_state', 'command_alias',
    'command_wording', 'command_detail', 'command_group', 'command_group_member', 'command_use', 'command_lineage', 'context_lineage',
    'keyset', 'binding', 'binding_context', 'trial', 'correction', 'fact_correction', 'save_point', 'open_edit', 'run', 'run_step',
    'recipe', 'sheet', 'change_notes', 'edition', 'edition_withdrawal', 'standing_address', 'shelf', 'report', 'saved_view', 'system_key',
    'word_section', 'crosswalk', 'crosswalk_command', 'crosswalk_context', 'bin', 'workspace', 'membership', 'invitation', 'api_token'] LOOP
    EXECUTE format('CREATE TRIGGER recorded_insert AFTER INSERT ON %I REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION record_rows()', recorded);
    EXECUTE format('CREATE TRIGGER recorded_delete AFTER DELETE ON %I REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION record_rows()', recorded);
    EXECUTE format('CREATE TRIGGER recorded_update AFTER UPDATE ON %I REFERENCING OLD TABLE AS before NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION record_rows()', recorded);
  END LOOP;
END $$;

-- Takes back a whole reading-in, from its last row to its first, if every row is still as it left it and its release is open.
CREATE FUNCTION undo_act(the_act bigint) RETURNS bigint LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  found_act act;
  part record;
  keys text;
  joined text;
  fields text;
  moved bigint;
BEGIN
  SELECT * INTO found_act FROM act WHERE id = the_act AND workspace_id::text = current_setting('crib.workspace', true) FOR UPDATE;
  IF NOT FOUND THEN RAISE EXCEPTION 'There is nothing to take back there.' USING ERRCODE = 'CR003'; END IF;
  IF EXISTS (SELECT 1 FROM act WHERE undoes = the_act) THEN
    RAISE EXCEPTION 'That was taken back already.' USING ERRCODE = 'CR003';
  END IF;
  IF EXISTS (SELECT 1 FROM act_row r JOIN release s ON s.id = (coalesce(r.after, r.before) ->> 'release_id')::bigint
      WHERE r.act_id = the_act AND s.sealed_at IS NOT NULL) THEN
    RAISE EXCEPTION 'The release is sealed: what it shipped with is not written to any more.' USING ERRCODE = 'CR001';
  END IF;
  FOR part IN SELECT kept_in, before IS NULL AS came, after IS NULL AS went, array_agg(n) AS lines, count(*) AS total
      FROM (SELECT *, n - row_number() OVER (PARTITION BY kept_in, before IS NULL, after IS NULL ORDER BY n) AS stretch FROM act_row WHERE act_id = the_act AND kept_in <> 'keyset') r
      GROUP BY kept_in, before IS NULL, after IS NULL, stretch ORDER BY max(n) DESC LOOP
    SELECT string_agg(format('t.%1$I = x.%1$I', a.attname), ' AND ') INTO keys FROM pg_index i JOIN pg_attribute a ON a.attrelid = i.indrelid AND a.attnum = ANY (i.indkey)
      WHERE i.indrelid = format('crib.%I', part.kept_in)::regclass AND i.indisprimary;
    SELECT string_agg(format('%1$I = x.%1$I', a.attname), ', ') FILTER (WHERE a.attidentity = ''), string_agg(format('x.%I', a.attname), ', ' ORDER BY a.attnum)
      INTO joined, fields FROM pg_attribute a WHERE a.attrelid = format('crib.%I', part.kept_in)::regclass AND a.attnum > 0 AND NOT a.attisdropped;
    keys := coalesce(keys, 'to_jsonb(t) = to_jsonb(x)');
    IF part.came THEN
      EXECUTE format('DELETE FROM %1$I t USING act_row r, jsonb_populate_record(NULL::%1$I, r.after) x
        WHERE r.act_id = $1 AND r.n = ANY ($2) AND %2$s AND to_jsonb(t) = r.after', part.kept_in, keys) USING the_act, part.lines;
    ELSIF part.went THEN
      EXECUTE format('INSERT INTO %1$I OVERRIDING SYSTEM VALUE SELECT %2$s FROM act_row r, jsonb_populate_record(NULL::%1$I, r.before) x
        WHERE r.act_id = $1 AND r.n = ANY ($2) ORDER BY r.n', part.kept_in, fields) USING the_act, part.lines;
    ELSE
      EXECUTE format('UPDATE %1$I t SET %2$s FROM act_row r, jsonb_populate_record(NULL::%1$I, r.before) x
        WHERE r.act_id = $1 AND r.n = ANY ($2) AND %3$s AND to_jsonb(t) = r.after', part.kept_in, joined, keys) USING the_act, part.lines;
    END IF;
    GET DIAGNOSTICS moved = ROW_COUNT;
    IF moved <> part.total THEN
      RAISE EXCEPTION 'What it brought was changed since: it cannot be taken back as a whole.' USING ERRCODE = 'CR006';
    END IF;
  END LOOP;
  -- A revision is never gone back to: whoever has seen one has seen that state alone.
  UPDATE keyset SET revision = revision + 1 WHERE id IN (SELECT (after ->> 'id')::bigint FROM act_row WHERE act_id = the_act AND kept_in = 'keyset');
  UPDATE act SET undoes = the_act WHERE id = nullif(current_setting('crib.act', true), '')::bigint;
  RETURN nullif(current_setting('crib.act', true), '')::bigint;
END $$;

-- What an act answered, by whom and under which key it was sent; kept a day.
CREATE TABLE answered (
  editor_id bigint NOT NULL REFERENCES editor,
  key text NOT NULL CHECK (length(key) BETWEEN 1 AND 200),
  asked text NOT NULL,
  -- Word for word, in the order it was answered.
  answer json,
  done_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (editor_id, key)
);
CREATE INDEX answered_by_day ON answered (done_at);

CREATE FUNCTION forget_old() RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
  DELETE FROM answered WHERE done_at < now() - interval '1 day';
  DELETE FROM pace WHERE minute < now() - interval '1 hour';
  DELETE FROM wrong_password WHERE last_at < now() - interval '1 day';
  DELETE FROM invitation WHERE ends_at < now() - interval '30 days';
  DELETE FROM session WHERE expire < now();
$$;

-- Whoever is removed is “a former editor” from then on, also where a name was written down: the one change history allows.
CREATE FUNCTION remove_account(the_editor bigint) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  called text;
  address text;
  nobody constant text := 'a former editor';
BEGIN
  SELECT name, email INTO called, address FROM editor WHERE id = the_editor AND removed_at IS NULL FOR UPDATE;
  IF called IS NULL OR EXISTS (SELECT 1 FROM membership WHERE editor_id = the_editor) THEN
    RAISE EXCEPTION 'Only an account that is in no workspace any more can be removed.' USING ERRCODE = 'CR003';
  END IF;
  -- A name that somebody else has too is left where it is written down.
  IF NOT EXISTS (SELECT 1 FROM editor WHERE name = called AND id <> the_editor) THEN
    UPDATE binding SET provenance_who = nobody WHERE provenance_who = called;
    UPDATE trial SET who = nobody WHERE who = called;
    UPDATE act_row SET before = replace(before::text, to_jsonb(called)::text, to_jsonb(nobody)::text)::jsonb,
      after = replace(after::text, to_jsonb(called)::text, to_jsonb(nobody)::text)::jsonb
      WHERE before::text LIKE '%' || to_jsonb(called)::text || '%' OR after::text LIKE '%' || to_jsonb(called)::text || '%';
    UPDATE act SET about = nobody WHERE about = called;
  END IF;
  UPDATE act_row SET before = replace(before::text, to_jsonb(address)::text, to_jsonb(nobody)::text)::jsonb,
    after = replace(after::text, to_jsonb(address)::text, to_jsonb(nobody)::text)::jsonb
    WHERE kept_in = 'invitation' AND address IN (before ->> 'email', after ->> 'email');
  UPDATE act SET about = nobody WHERE about = address;
  UPDATE editor SET name = nobody, email = NULL, password_hash = NULL, removed_at = now() WHERE id = the_editor;
  DELETE FROM session WHERE sess ->> 'editorId' = the_editor::text;
  DELETE FROM answered WHERE editor_id = the_editor;
END $$;
