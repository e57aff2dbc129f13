-- What helps to use a command, and is not shipped: states and presses by name, what the user sees, where its key is changed.
-- A sealed release takes it too.
CREATE TABLE command_detail (
  release_id bigint NOT NULL,
  command_id bigint NOT NULL,
  states text[] NOT NULL DEFAULT '{}',
  presses text[] NOT NULL DEFAULT '{}',
  step text NOT NULL DEFAULT '',
  sign text NOT NULL DEFAULT '',
  satisfied_by text NOT NULL DEFAULT '',
  setting text NOT NULL DEFAULT '',
  key_list text NOT NULL DEFAULT '',
  key_list_since text NOT NULL DEFAULT '',
  unshown boolean NOT NULL DEFAULT false,
  PRIMARY KEY (release_id, command_id),
  FOREIGN KEY (release_id, command_id) REFERENCES command_state (release_id, command_id) ON DELETE CASCADE
);

CREATE TRIGGER counted_insert AFTER INSERT ON command_detail REFERENCING NEW TABLE AS changed FOR EACH STATEMENT
  EXECUTE FUNCTION count_changes('release');
CREATE TRIGGER counted_update AFTER UPDATE ON command_detail REFERENCING NEW TABLE AS changed FOR EACH STATEMENT
  EXECUTE FUNCTION count_changes('release');
CREATE TRIGGER counted_delete AFTER DELETE ON command_detail REFERENCING OLD TABLE AS changed FOR EACH STATEMENT
  EXECUTE FUNCTION count_changes('release');

-- Of ways to one goal, the one that the trainer advises.
-- A chooser is one shortcut for several commands, and what decides between them.
ALTER TABLE command_group DROP CONSTRAINT command_group_kind_check,
  ADD CONSTRAINT command_group_kind_check CHECK (kind IN ('pair', 'family', 'slots', 'ways', 'chooser'));
ALTER TABLE command_group
  ADD COLUMN advised_id bigint,
  ADD COLUMN because text NOT NULL DEFAULT '',
  ADD CONSTRAINT advised_of_the_app FOREIGN KEY (advised_id, app_id) REFERENCES command (id, app_id),
  ADD CONSTRAINT only_ways_are_advised CHECK (advised_id IS NULL OR kind = 'ways'),
  ADD CONSTRAINT a_chooser_says_what_decides CHECK (kind <> 'chooser' OR because <> '');
CREATE INDEX group_by_advised ON command_group (advised_id) WHERE advised_id IS NOT NULL;

-- How keys are changed in the program: the command that opens its list, and where it shows keys.
ALTER TABLE app
  ADD COLUMN keys_command text NOT NULL DEFAULT '',
  ADD COLUMN keys_shown text NOT NULL DEFAULT '';

-- The language that editions of a sheet and of change notes are written in.
ALTER TABLE sheet ADD COLUMN language text NOT NULL DEFAULT 'en' CHECK (language IN ('en', 'de', 'fr'));
ALTER TABLE change_notes ADD COLUMN language text NOT NULL DEFAULT 'en' CHECK (language IN ('en', 'de', 'fr'));

-- A note and a memory aid are no part of what was shipped: a sealed release takes them.
CREATE FUNCTION refuse_sealed_binding() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM refuse_sealed_releases(ARRAY(
    SELECT n.release_id FROM changed n JOIN before o ON o.id = n.id
    WHERE to_jsonb(n) - 'note' - 'memory_aid' IS DISTINCT FROM to_jsonb(o) - 'note' - 'memory_aid'));
  RETURN NULL;
END $$;
DROP TRIGGER sealed_update ON binding;
CREATE TRIGGER sealed_update AFTER UPDATE ON binding REFERENCING OLD TABLE AS before NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_sealed_binding();

-- A merge and a split take all that a release says of a command, whatever columns that has.
CREATE FUNCTION copy_command(of_command bigint, to_command bigint, called text) RETURNS void LANGUAGE sql AS $$
  INSERT INTO command_state
    SELECT (jsonb_populate_record(NULL::command_state, to_jsonb(s) || jsonb_build_object('command_id', to_command,
      'label', coalesce(called, s.label), 'other_names', CASE WHEN called IS NULL THEN to_jsonb(s.other_names) ELSE '[]' END))).*
    FROM command_state s WHERE command_id = of_command ON CONFLICT DO NOTHING;
  INSERT INTO command_detail
    SELECT (jsonb_populate_record(NULL::command_detail, to_jsonb(d) || jsonb_build_object('command_id', to_command))).*
    FROM command_detail d WHERE command_id = of_command ON CONFLICT DO NOTHING;
$$;
REVOKE ALL ON FUNCTION copy_command FROM PUBLIC;

CREATE OR REPLACE FUNCTION merge_commands(the_app bigint, keep bigint, drop_id bigint) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  place record;
BEGIN
  IF keep = drop_id OR 2 <> (SELECT count(*) FROM command WHERE app_id = the_app AND id IN (keep, drop_id)) THEN
    RAISE EXCEPTION 'Two different commands of one app are merged.' USING ERRCODE = 'CR003';
  END IF;
  SELECT k.name AS keyset, s.name AS context INTO place
    FROM edit a JOIN edit b ON b.keyset_id = a.keyset_id AND b.context_id = a.context_id AND b.platform IS NOT DISTINCT FROM a.platform
    JOIN keyset k ON k.id = a.keyset_id JOIN context_state s ON s.release_id = a.release_id AND s.context_id = a.context_id
    WHERE a.command_id = keep AND b.command_id = drop_id LIMIT 1;
  IF FOUND THEN
    RAISE EXCEPTION '% changes both commands in %. Put one of them back there first, so that no reason is lost.', place.keyset, place.context
      USING ERRCODE = 'CR003';
  END IF;
  PERFORM copy_command(drop_id, keep, NULL);
  -- What is said of the one that goes fills what is not said of the other.
  UPDATE command_detail k SET
      states = CASE WHEN k.states = '{}' THEN d.states ELSE k.states END,
      presses = CASE WHEN k.presses = '{}' THEN d.presses ELSE k.presses END,
      step = coalesce(nullif(k.step, ''), d.step),
      sign = coalesce(nullif(k.sign, ''), d.sign),
      satisfied_by = coalesce(nullif(k.satisfied_by, ''), d.satisfied_by),
      setting = coalesce(nullif(k.setting, ''), d.setting),
      key_list = coalesce(nullif(k.key_list, ''), d.key_list),
      key_list_since = coalesce(nullif(k.key_list_since, ''), d.key_list_since),
      unshown = k.unshown OR d.unshown
    FROM command_detail d WHERE k.command_id = keep AND d.command_id = drop_id AND d.release_id = k.release_id;
  UPDATE command_state k SET other_names = (
      SELECT array_agg(DISTINCT name) FROM unnest(k.other_names || d.other_names || d.label) AS name WHERE name <> k.label)
    FROM command_state d WHERE k.command_id = keep AND d.command_id = drop_id AND d.release_id = k.release_id
      AND (d.label <> k.label OR d.other_names <> '{}');
  UPDATE command_state SET other_names = '{}' WHERE command_id = keep AND other_names IS NULL;
  UPDATE binding SET command_id = keep WHERE command_id = drop_id;
  UPDATE edit SET command_id = keep WHERE command_id = drop_id;
  UPDATE correction SET command_id = keep WHERE command_id = drop_id;
  UPDATE sheet_row SET command_id = keep WHERE command_id = drop_id;
  DELETE FROM command_group_member d WHERE command_id = drop_id
    AND EXISTS (SELECT 1 FROM command_group_member k WHERE k.group_id = d.group_id AND k.command_id = keep);
  UPDATE command_group_member SET command_id = keep WHERE command_id = drop_id;
  UPDATE command_group SET advised_id = keep WHERE advised_id = drop_id;
  UPDATE run_step SET command_id = keep WHERE command_id = drop_id;
  DELETE FROM command_wording d WHERE command_id = drop_id AND EXISTS (SELECT 1 FROM command_wording k WHERE k.command_id = keep
    AND k.release_id = d.release_id AND k.platform IS NOT DISTINCT FROM d.platform AND k.language IS NOT DISTINCT FROM d.language);
  UPDATE command_wording SET command_id = keep WHERE command_id = drop_id;
  DELETE FROM command_state WHERE command_id = drop_id;
  UPDATE command_alias SET command_id = keep WHERE command_id = drop_id;
  INSERT INTO command_alias (app_id, name, command_id) SELECT app_id, name, keep FROM command WHERE id = drop_id;
  DELETE FROM command WHERE id = drop_id;
  UPDATE keyset SET revision = revision + 1 WHERE app_id = the_app;
END $$;

CREATE OR REPLACE FUNCTION split_command(the_app bigint, whole bigint, part_name text, part_label text, bindings bigint[], edits bigint[])
RETURNS bigint LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  part bigint;
BEGIN
  IF NOT EXISTS (SELECT 1 FROM command WHERE id = whole AND app_id = the_app) THEN
    RAISE EXCEPTION 'There is no such command.' USING ERRCODE = 'CR003';
  END IF;
  INSERT INTO command (app_id, name) VALUES (the_app, part_name) RETURNING id INTO part;
  PERFORM copy_command(whole, part, part_label);
  UPDATE binding SET command_id = part WHERE command_id = whole AND id = ANY (bindings);
  UPDATE edit SET command_id = part WHERE command_id = whole AND id = ANY (edits);
  UPDATE keyset SET revision = revision + 1 WHERE app_id = the_app;
  RETURN part;
END $$;

-- What is deleted lies in a bin: it is out of sight with all that hangs on it, and comes back with it. After thirty days
-- drafts are gone for good; history and published editions never are: what has them only stays out of sight.
CREATE TABLE bin (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL REFERENCES app,
  kind text NOT NULL CHECK (kind IN ('app', 'release', 'keyset', 'sheet', 'notes', 'run', 'group')),
  name text NOT NULL,
  put_in timestamptz NOT NULL DEFAULT now(),
  editor_id bigint NOT NULL REFERENCES editor
);
CREATE INDEX bin_by_app ON bin (app_id);

DO $$
DECLARE
  binned text;
BEGIN
  FOREACH binned IN ARRAY ARRAY['app', 'release', 'keyset', 'sheet', 'change_notes', 'run', 'command_group'] LOOP
    EXECUTE format('ALTER TABLE %I ADD COLUMN bin_id bigint REFERENCES bin', binned);
    EXECUTE format('CREATE INDEX %I ON %I (bin_id) WHERE bin_id IS NOT NULL', binned || '_in_bin', binned);
  END LOOP;
END $$;

-- A name is free again while what had it lies in the bin.
ALTER TABLE app DROP CONSTRAINT app_slug_key;
CREATE UNIQUE INDEX app_slug_key ON app (slug) WHERE bin_id IS NULL;
ALTER TABLE release DROP CONSTRAINT release_app_id_label_key;
CREATE UNIQUE INDEX release_app_id_label_key ON release (app_id, label) WHERE bin_id IS NULL;
ALTER TABLE keyset DROP CONSTRAINT keyset_app_id_release_id_name_key;
CREATE UNIQUE INDEX keyset_app_id_release_id_name_key ON keyset (app_id, release_id, name) WHERE bin_id IS NULL;
ALTER TABLE run DROP CONSTRAINT run_app_id_name_key;
CREATE UNIQUE INDEX run_app_id_name_key ON run (app_id, name) WHERE bin_id IS NULL;
ALTER TABLE command_group DROP CONSTRAINT command_group_app_id_kind_name_key;
CREATE UNIQUE INDEX command_group_app_id_kind_name_key ON command_group (app_id, kind, name) WHERE bin_id IS NULL;

-- A sealed release changes in nothing but whether it lies in the bin.
CREATE OR REPLACE FUNCTION keep_seal() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.sealed_at IS NOT NULL AND (TG_OP = 'DELETE' OR to_jsonb(NEW) - 'bin_id' <> to_jsonb(OLD) - 'bin_id') THEN
    RAISE EXCEPTION 'Release % is sealed for good.', OLD.label USING ERRCODE = 'CR001';
  END IF;
  RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
END $$;
CREATE TRIGGER counted_with_bin AFTER UPDATE OF bin_id ON keyset FOR EACH ROW EXECUTE FUNCTION count_keyset();

-- The server’s role deletes nothing here by itself: it only asks for what is due.
CREATE FUNCTION purge_bin() RETURNS integer LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  due bigint[] := ARRAY(SELECT id FROM bin WHERE put_in < now() - interval '30 days');
  gone integer;
BEGIN
  DELETE FROM sheet_row WHERE sheet_id IN (
    SELECT s.id FROM sheet s WHERE bin_id = ANY (due) AND NOT EXISTS (SELECT 1 FROM edition e WHERE e.sheet_id = s.id));
  DELETE FROM sheet_section WHERE sheet_id IN (
    SELECT s.id FROM sheet s WHERE bin_id = ANY (due) AND NOT EXISTS (SELECT 1 FROM edition e WHERE e.sheet_id = s.id));
  DELETE FROM sheet s WHERE bin_id = ANY (due) AND NOT EXISTS (SELECT 1 FROM edition e WHERE e.sheet_id = s.id);
  DELETE FROM change_notes n WHERE bin_id = ANY (due) AND NOT EXISTS (SELECT 1 FROM edition e WHERE e.notes_id = n.id);
  DELETE FROM run WHERE bin_id = ANY (due);
  UPDATE command_group SET twin_id = NULL WHERE twin_id IN (SELECT id FROM command_group WHERE bin_id = ANY (due));
  DELETE FROM command_group WHERE bin_id = ANY (due);
  DELETE FROM bin b WHERE id = ANY (due)
    AND NOT EXISTS (SELECT 1 FROM app WHERE bin_id = b.id) AND NOT EXISTS (SELECT 1 FROM release WHERE bin_id = b.id)
    AND NOT EXISTS (SELECT 1 FROM keyset WHERE bin_id = b.id) AND NOT EXISTS (SELECT 1 FROM sheet WHERE bin_id = b.id)
    AND NOT EXISTS (SELECT 1 FROM change_notes WHERE bin_id = b.id);
  GET DIAGNOSTICS gone = ROW_COUNT;
  RETURN gone;
END $$;
