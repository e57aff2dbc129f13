-- Two commands found to be one are one in the history of keysets too, so that it can still be undone, and their counts of
-- use are added up. Only what runs as the owner rewrites history, and only who is meant by it.

CREATE OR REPLACE FUNCTION refuse_rewriting() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF current_user = (SELECT pg_get_userbyid(relowner) FROM pg_class WHERE oid = TG_RELID) THEN
    RETURN NEW;
  END IF;
  RAISE EXCEPTION 'What was done to a keyset is not rewritten.' USING ERRCODE = 'CR002';
END $$;

CREATE FUNCTION change_about(change jsonb, was bigint, now bigint) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT jsonb_object_agg(part, (
    SELECT coalesce(jsonb_agg(
      CASE WHEN (place ->> 'command')::bigint = was THEN jsonb_set(place, '{command}', to_jsonb(now)) ELSE place END ORDER BY n), '[]')
    FROM jsonb_array_elements(change -> part) WITH ORDINALITY AS g (place, n)))
  FROM unnest(ARRAY['put', 'remove']) AS part
$$;

-- A merge keeps the name of the command that goes as an alias, while that command is still there.
CREATE FUNCTION follow_merge() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  gone bigint;
BEGIN
  SELECT id INTO gone FROM command WHERE app_id = NEW.app_id AND name = NEW.name;
  IF NOT FOUND THEN
    RETURN NULL;
  END IF;
  INSERT INTO command_use (app_id, command_id, source, per_day, often)
    SELECT app_id, NEW.command_id, source, per_day, often FROM command_use WHERE command_id = gone
    ON CONFLICT (command_id, source) DO UPDATE SET
      per_day = CASE WHEN command_use.per_day IS NULL THEN excluded.per_day ELSE command_use.per_day + coalesce(excluded.per_day, 0) END,
      often = CASE WHEN command_use.per_day IS NULL AND excluded.per_day IS NULL THEN command_use.often END;
  UPDATE keyset_change c SET change = change_about(change, gone, NEW.command_id), inverse = change_about(inverse, gone, NEW.command_id)
    FROM keyset k WHERE k.id = c.keyset_id AND k.app_id = NEW.app_id
      AND (c.change::text || c.inverse::text) LIKE '%"command": ' || gone || ',%';
  RETURN NULL;
END $$;
CREATE TRIGGER merged AFTER INSERT ON command_alias FOR EACH ROW EXECUTE FUNCTION follow_merge();
