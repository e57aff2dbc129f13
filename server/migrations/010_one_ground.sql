-- What is asked for by app, by command or by release is led by it: other apps cost nothing.
CREATE INDEX command_alias_by_command ON command_alias (command_id);
CREATE INDEX edit_by_release ON edit (release_id, command_id);
CREATE INDEX edit_by_context ON edit (release_id, context_id);
CREATE INDEX command_use_by_app ON command_use (app_id);
CREATE INDEX keyset_by_release ON keyset (release_id);
CREATE INDEX keyset_by_base ON keyset (base_id);
CREATE INDEX keyset_by_origin ON keyset (carried_from);
CREATE INDEX context_state_by_app ON context_state (app_id);
CREATE INDEX context_state_by_context ON context_state (context_id);
CREATE INDEX context_state_by_parent ON context_state (release_id, parent_id);
CREATE INDEX command_state_by_app ON command_state (app_id, command_id);
CREATE INDEX command_state_by_home ON command_state (release_id, home_id);
CREATE INDEX command_lineage_by_app ON command_lineage (app_id);
CREATE INDEX command_lineage_by_old ON command_lineage (old_id);
CREATE INDEX command_lineage_by_now ON command_lineage (now_id);
CREATE INDEX context_lineage_by_app ON context_lineage (app_id);
CREATE INDEX sheet_by_app ON sheet (app_id);
CREATE INDEX sheet_row_by_command ON sheet_row (release_id, command_id);
CREATE INDEX binding_context_by_context ON binding_context (release_id, context_id);
CREATE INDEX correction_by_command ON correction (release_id, command_id);
CREATE INDEX run_step_by_command ON run_step (command_id);
CREATE INDEX group_member_by_command ON command_group_member (command_id);
CREATE INDEX change_notes_by_app ON change_notes (app_id);
-- Led by the command, `binding` is found for a release by `(release_id, command_id)` and for a command over all releases:
DROP INDEX binding_by_command_alone;
CREATE INDEX binding_by_command_alone ON binding (command_id, release_id);

-- How often what a catalogue holds was written, by app: a catalogue that was loaded holds as long as that has not moved.
CREATE TABLE app_version (
  app_id bigint PRIMARY KEY REFERENCES app ON DELETE CASCADE,
  version bigint NOT NULL DEFAULT 1
);
INSERT INTO app_version (app_id) SELECT id FROM app;

CREATE FUNCTION count_app() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
BEGIN
  INSERT INTO app_version (app_id) VALUES (NEW.id)
    ON CONFLICT (app_id) DO UPDATE SET version = app_version.version + 1;
  RETURN NULL;
END $$;
CREATE TRIGGER counted AFTER INSERT OR UPDATE ON app FOR EACH ROW EXECUTE FUNCTION count_app();

-- The argument says how the app of a changed row is found: by itself, or through its release, keyset or binding.
CREATE FUNCTION count_changes() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
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
    UPDATE app_version SET version = version + 1;
  END IF;
  RETURN NULL;
END $$;

DO $$
DECLARE
  counted text[];
  event text;
BEGIN
  FOREACH counted SLICE 1 IN ARRAY ARRAY[
    ['release', 'app'], ['context_state', 'app'], ['command', 'app'], ['command_state', 'app'], ['command_alias', 'app'],
    ['command_group', 'app'], ['command_group_member', 'app'], ['run', 'app'], ['run_step', 'app'], ['command_use', 'app'],
    ['context_together', 'release'], ['command_wording', 'release'], ['binding', 'release'], ['binding_context', 'release'],
    ['correction', 'release'], ['open_edit', 'keyset'], ['trial', 'binding'], ['system_key', 'all']] LOOP
    FOREACH event IN ARRAY ARRAY['INSERT', 'UPDATE', 'DELETE'] LOOP
      EXECUTE format('CREATE TRIGGER counted_%s AFTER %s ON %I REFERENCING %s TABLE AS changed FOR EACH STATEMENT
        EXECUTE FUNCTION count_changes(%L)', lower(event), event, counted[1], CASE event WHEN 'DELETE' THEN 'OLD' ELSE 'NEW' END, counted[2]);
    END LOOP;
  END LOOP;
END $$;

-- Edits of a layer count the layer’s own revision; all else that is said of a keyset counts the app.
CREATE FUNCTION count_keyset() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
BEGIN
  UPDATE app_version SET version = version + 1 WHERE app_id = coalesce(NEW.app_id, OLD.app_id);
  RETURN NULL;
END $$;
CREATE TRIGGER counted_with AFTER INSERT OR DELETE OR UPDATE OF name, note, owner_id, imitates_id, is_default, carried_from ON keyset
  FOR EACH ROW EXECUTE FUNCTION count_keyset();

-- A command has a shortcut once in a place. Of what stands twice the first stays: of one command, or (null) of all.
CREATE FUNCTION drop_doubles(the_command bigint) RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
  DELETE FROM binding_context x USING binding b, binding_context y, binding o
    WHERE b.command_id = coalesce(the_command, b.command_id) AND b.id = x.binding_id AND o.id = y.binding_id AND o.id < b.id
      AND x.context_id = y.context_id AND o.command_id = b.command_id AND o.keyset_id = b.keyset_id AND o.shortcut = b.shortcut
      AND o.platform IS NOT DISTINCT FROM b.platform AND o.language IS NOT DISTINCT FROM b.language;
  DELETE FROM trial t USING binding b WHERE b.id = t.binding_id AND b.command_id = coalesce(the_command, b.command_id)
    AND NOT EXISTS (SELECT 1 FROM binding_context x WHERE x.binding_id = b.id);
  DELETE FROM binding b WHERE b.command_id = coalesce(the_command, b.command_id)
    AND NOT EXISTS (SELECT 1 FROM binding_context x WHERE x.binding_id = b.id);
$$;
REVOKE ALL ON FUNCTION drop_doubles FROM PUBLIC;
SELECT drop_doubles(NULL);

CREATE FUNCTION refuse_doubled() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  twice record;
BEGIN
  SELECT s.label, b.shortcut INTO twice
    FROM changed c JOIN binding b ON b.id = c.binding_id JOIN binding o ON o.release_id = b.release_id AND o.command_id = b.command_id
      AND o.keyset_id = b.keyset_id AND o.shortcut = b.shortcut AND o.platform IS NOT DISTINCT FROM b.platform
      AND o.language IS NOT DISTINCT FROM b.language AND o.id <> b.id
    JOIN binding_context x ON x.binding_id = o.id AND x.context_id = c.context_id
    JOIN command_state s ON s.release_id = b.release_id AND s.command_id = b.command_id LIMIT 1;
  IF FOUND THEN
    RAISE EXCEPTION '% has % in that place already. State a shortcut once in each place.', twice.label, twice.shortcut
      USING ERRCODE = 'CR004';
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER one_binding_a_place AFTER INSERT ON binding_context REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_doubled();

-- The forms of an edition are made when it is published, and kept beside it.
CREATE TABLE edition_form (
  edition_id bigint NOT NULL REFERENCES edition,
  ending text NOT NULL CHECK (ending IN ('csv', 'md', 'pdf')),
  type text NOT NULL,
  content bytea NOT NULL,
  PRIMARY KEY (edition_id, ending)
);
CREATE TRIGGER immutable BEFORE UPDATE OR DELETE ON edition_form FOR EACH ROW EXECUTE FUNCTION refuse_change();

-- A merge leaves no doubles: what both commands have in a place stands there once.
CREATE FUNCTION merge_doubles() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
BEGIN
  PERFORM drop_doubles(NEW.command_id);
  RETURN NULL;
END $$;
CREATE TRIGGER without_doubles AFTER INSERT ON command_alias FOR EACH ROW EXECUTE FUNCTION merge_doubles();

-- An edit that goes to another command, as those of a part do when a command is split, takes its history with it: what a
-- layer’s history says of its place is said of that command from then on, and undoing leads back to what was.
CREATE FUNCTION change_at(change jsonb, was bigint, now bigint, place jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT jsonb_object_agg(part, (
    SELECT coalesce(jsonb_agg(
      CASE WHEN (edit ->> 'command')::bigint = was AND edit @> place THEN jsonb_set(edit, '{command}', to_jsonb(now)) ELSE edit END
      ORDER BY n), '[]')
    FROM jsonb_array_elements(change -> part) WITH ORDINALITY AS g (edit, n)))
  FROM unnest(ARRAY['put', 'remove']) AS part
$$;
CREATE FUNCTION follow_edit() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  place jsonb := jsonb_build_object('context', OLD.context_id, 'platform', OLD.platform);
BEGIN
  UPDATE keyset_change SET change = change_at(change, OLD.command_id, NEW.command_id, place),
      inverse = change_at(inverse, OLD.command_id, NEW.command_id, place)
    WHERE keyset_id = NEW.keyset_id;
  RETURN NULL;
END $$;
CREATE TRIGGER history_follows AFTER UPDATE OF command_id ON edit FOR EACH ROW WHEN (OLD.command_id <> NEW.command_id)
  EXECUTE FUNCTION follow_edit();
