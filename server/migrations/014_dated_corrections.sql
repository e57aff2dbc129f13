-- What a sealed release says of its commands, places, defaults and policy changes by a dated correction only: the value
-- and the record of what stood there are written together, by a function that runs as the owner.
CREATE TABLE fact_correction (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  release_id bigint NOT NULL REFERENCES release,
  what text NOT NULL CHECK (what IN ('command', 'place', 'policy', 'default')),
  -- The command or the place; none for the policy and the default.
  subject_id bigint CHECK ((subject_id IS NOT NULL) = (what IN ('command', 'place'))),
  field text NOT NULL,
  corrected_on date NOT NULL DEFAULT current_date,
  reason text NOT NULL CHECK (reason <> ''),
  old jsonb NOT NULL,
  now jsonb NOT NULL CHECK (now <> old),
  made_by bigint NOT NULL REFERENCES editor
);
CREATE INDEX fact_correction_by_release ON fact_correction (release_id);
CREATE TRIGGER counted_insert AFTER INSERT ON fact_correction REFERENCING NEW TABLE AS changed FOR EACH STATEMENT
  EXECUTE FUNCTION count_changes('release');

-- The owner’s function may write how a sealed release takes keys; nobody else may.
CREATE OR REPLACE FUNCTION keep_seal() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.sealed_at IS NOT NULL AND (TG_OP = 'DELETE' OR
      to_jsonb(NEW) - 'bin_id' - CASE WHEN is_owner() THEN 'key_policy' ELSE '' END
      <> to_jsonb(OLD) - 'bin_id' - CASE WHEN is_owner() THEN 'key_policy' ELSE '' END) THEN
    RAISE EXCEPTION 'Release % is sealed for good.', OLD.label USING ERRCODE = 'CR001';
  END IF;
  RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
END $$;

-- What was sealed before keeps how it took keys then.
ALTER TABLE release DISABLE TRIGGER sealed;
UPDATE release r SET key_policy = a.key_policy FROM app a WHERE a.id = r.app_id AND r.sealed_at IS NOT NULL AND r.key_policy IS NULL;
ALTER TABLE release ENABLE TRIGGER sealed;

CREATE FUNCTION correct_fact(rel bigint, of_what text, subject bigint, of_field text, value jsonb, why text, by_editor bigint)
RETURNS bigint LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  columns constant jsonb := '{
    "command": {"label": "label", "menu": "menu", "category": "category", "description": "description", "otherNames": "other_names",
      "home": "home_id", "fixed": "fixed", "hidden": "hidden", "destructive": "destructive", "parameterised": "parameterised",
      "scripted": "scripted", "onePress": "one_press", "needs": "needs", "then": "follows"},
    "place": {"name": "name", "parent": "parent_id", "takesText": "takes_text"}}';
  col text := columns -> of_what ->> of_field;
  was jsonb;
  made bigint;
BEGIN
  IF NOT EXISTS (SELECT 1 FROM release WHERE id = rel AND sealed_at IS NOT NULL) THEN
    RAISE EXCEPTION 'Only a sealed release is corrected; an open one is edited.' USING ERRCODE = 'CR003';
  END IF;
  IF of_what = 'command' THEN
    SELECT to_jsonb(s) -> col INTO was FROM command_state s WHERE release_id = rel AND command_id = subject;
    EXECUTE format('UPDATE command_state s SET %1$I = (jsonb_populate_record(s, jsonb_build_object(%1$L, $1))).%1$I
      WHERE release_id = $2 AND command_id = $3', col) USING value, rel, subject;
  ELSIF of_what = 'place' THEN
    SELECT to_jsonb(s) -> col INTO was FROM context_state s WHERE release_id = rel AND context_id = subject;
    EXECUTE format('UPDATE context_state s SET %1$I = (jsonb_populate_record(s, jsonb_build_object(%1$L, $1))).%1$I
      WHERE release_id = $2 AND context_id = $3', col) USING value, rel, subject;
  ELSIF of_what = 'policy' THEN
    SELECT coalesce(r.key_policy, a.key_policy) INTO was FROM release r JOIN app a ON a.id = r.app_id WHERE r.id = rel;
    UPDATE release SET key_policy = value WHERE id = rel;
  ELSE
    SELECT to_jsonb(id) INTO was FROM keyset WHERE release_id = rel AND is_default;
    UPDATE keyset SET is_default = false WHERE release_id = rel AND is_default;
    UPDATE keyset SET is_default = true WHERE release_id = rel AND id = (value #>> '{}')::bigint AND base_id IS NULL;
    IF NOT FOUND THEN
      RAISE EXCEPTION 'The release does not come with that keyset.' USING ERRCODE = 'CR003';
    END IF;
  END IF;
  IF was IS NULL THEN
    RAISE EXCEPTION 'The release has nothing of that to correct.' USING ERRCODE = 'CR003';
  END IF;
  INSERT INTO fact_correction (release_id, what, subject_id, field, reason, old, now, made_by)
    VALUES (rel, of_what, subject, of_field, why, was, value, by_editor) RETURNING id INTO made;
  RETURN made;
END $$;

CREATE FUNCTION corrected_merged() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
BEGIN
  UPDATE fact_correction SET subject_id = NEW.command_id
    WHERE what = 'command' AND subject_id = (SELECT id FROM command WHERE app_id = NEW.app_id AND name = NEW.name);
  RETURN NULL;
END $$;
CREATE TRIGGER merged_corrected AFTER INSERT ON command_alias FOR EACH ROW EXECUTE FUNCTION corrected_merged();

-- Words in another interface language can be added to a sealed release; what is there is not rewritten.
CREATE FUNCTION refuse_sealed_wording() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM refuse_sealed_releases(ARRAY(SELECT release_id FROM changed WHERE language IS NULL));
  RETURN NULL;
END $$;
DROP TRIGGER sealed_insert ON command_wording;
CREATE TRIGGER sealed_insert AFTER INSERT ON command_wording REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_sealed_wording();
