-- What a layer puts into a slot: the slot keeps its key, and what is in it answers to that key.
ALTER TABLE edit
  ADD COLUMN holds_id bigint REFERENCES command,
  DROP CONSTRAINT keys_as_the_action_says,
  ADD CONSTRAINT keys_as_the_action_says CHECK (
    CASE action WHEN 'clear' THEN cardinality(shortcuts) = 0
                WHEN 'put back' THEN true
                WHEN 'add' THEN cardinality(shortcuts) > 0 OR holds_id IS NOT NULL
                ELSE cardinality(shortcuts) > 0 END);
CREATE INDEX edit_by_held ON edit (holds_id) WHERE holds_id IS NOT NULL;

-- A merge goes through what slots hold, in the layers and in their history.
CREATE OR REPLACE FUNCTION change_about(change jsonb, was bigint, now bigint) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT jsonb_object_agg(part, (
    SELECT coalesce(jsonb_agg(
      place || CASE WHEN (place ->> 'command')::bigint = was THEN jsonb_build_object('command', now) ELSE '{}' END
            || CASE WHEN (place ->> 'holds')::bigint = was THEN jsonb_build_object('holds', now) ELSE '{}' END ORDER BY n), '[]')
    FROM jsonb_array_elements(change -> part) WITH ORDINALITY AS g (place, n)))
  FROM unnest(ARRAY['put', 'remove']) AS part
$$;

CREATE FUNCTION hold_merged() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  gone bigint;
BEGIN
  SELECT id INTO gone FROM command WHERE app_id = NEW.app_id AND name = NEW.name;
  IF FOUND THEN
    UPDATE edit SET holds_id = NEW.command_id WHERE holds_id = gone;
    UPDATE keyset_change c SET change = change_about(change, gone, NEW.command_id), inverse = change_about(inverse, gone, NEW.command_id)
      FROM keyset k WHERE k.id = c.keyset_id AND k.app_id = NEW.app_id
        AND (c.change::text || c.inverse::text) ~ ('"holds": ' || gone || '\M');
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER merged_held AFTER INSERT ON command_alias FOR EACH ROW EXECUTE FUNCTION hold_merged();
