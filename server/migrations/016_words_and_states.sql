-- A state of a command that cycles can have a counterpart of its own; '' is the whole command.
ALTER TABLE crosswalk_command
  ADD COLUMN source_state text NOT NULL DEFAULT '',
  ADD COLUMN target_state text NOT NULL DEFAULT '',
  ADD CONSTRAINT crosswalk_command_state_of_a_counterpart CHECK (target_id IS NOT NULL OR target_state = ''),
  DROP CONSTRAINT crosswalk_command_once,
  ADD CONSTRAINT crosswalk_command_once UNIQUE NULLS NOT DISTINCT (crosswalk_id, source_id, source_state, target_id, target_state);
DROP INDEX crosswalk_command_one_exact, crosswalk_command_one_exact_back;
CREATE UNIQUE INDEX crosswalk_command_one_exact ON crosswalk_command (crosswalk_id, source_id, source_state) WHERE relation = 'exact';
CREATE UNIQUE INDEX crosswalk_command_one_exact_back ON crosswalk_command (crosswalk_id, target_id, target_state) WHERE relation = 'exact';

-- Two commands found to be one keep what was judged of either; where both were judged, what stays has the word, unless it was
-- only put off.
CREATE OR REPLACE FUNCTION crosswalk_merged() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  gone bigint;
BEGIN
  SELECT id INTO gone FROM command WHERE app_id = NEW.app_id AND name = NEW.name;
  IF FOUND THEN
    DELETE FROM crosswalk_command c WHERE source_id = NEW.command_id AND relation = 'later'
      AND EXISTS (SELECT 1 FROM crosswalk_command g WHERE g.crosswalk_id = c.crosswalk_id AND g.source_id = gone);
    DELETE FROM crosswalk_command c WHERE source_id = gone
      AND EXISTS (SELECT 1 FROM crosswalk_command k WHERE k.crosswalk_id = c.crosswalk_id AND k.source_id = NEW.command_id);
    DELETE FROM crosswalk_command c WHERE target_id = gone
      AND EXISTS (SELECT 1 FROM crosswalk_command k WHERE k.crosswalk_id = c.crosswalk_id AND k.target_id = NEW.command_id
        AND k.target_state = c.target_state
        AND (k.source_id = c.source_id AND k.source_state = c.source_state OR k.relation = 'exact' AND c.relation = 'exact'));
    UPDATE crosswalk_command SET source_id = NEW.command_id WHERE source_id = gone;
    UPDATE crosswalk_command SET target_id = NEW.command_id WHERE target_id = gone;
  END IF;
  RETURN NULL;
END $$;

-- Words that stand for one another, by field: sections in place of those that ship, and others beside them.
CREATE TABLE word_section (
  name text PRIMARY KEY CHECK (name <> ''),
  sets jsonb NOT NULL CHECK (jsonb_typeof(sets) = 'array'),
  revision int NOT NULL DEFAULT 1,
  written_by bigint NOT NULL REFERENCES editor,
  written_on date NOT NULL DEFAULT current_date
);
