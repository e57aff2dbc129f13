-- Which command, and which place, of one program answers to which of another: SKOS mapping relations, “none” where there is
-- no counterpart, “later” where somebody looked and put it off; what is not there is not yet judged.
CREATE TABLE crosswalk (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  from_app bigint NOT NULL REFERENCES app,
  to_app bigint NOT NULL REFERENCES app,
  made_by bigint NOT NULL REFERENCES editor,
  CONSTRAINT crosswalk_pair UNIQUE (from_app, to_app),
  CONSTRAINT between_two_apps CHECK (from_app <> to_app),
  UNIQUE (id, from_app, to_app)
);
CREATE INDEX crosswalk_by_target ON crosswalk (to_app);

DO $$
DECLARE
  of_what text;
BEGIN
  FOREACH of_what IN ARRAY ARRAY['command', 'context'] LOOP
    EXECUTE format($f$
      CREATE TABLE %1$I (
        crosswalk_id bigint NOT NULL,
        from_app bigint NOT NULL,
        to_app bigint NOT NULL,
        source_id bigint NOT NULL,
        target_id bigint,
        relation text NOT NULL CHECK (relation IN ('exact', 'close', 'broad', 'narrow', 'related', 'none', 'later')),
        note text NOT NULL DEFAULT '',
        judged_on date NOT NULL DEFAULT current_date,
        judged_by bigint NOT NULL REFERENCES editor,
        CONSTRAINT %1$s_once UNIQUE NULLS NOT DISTINCT (crosswalk_id, source_id, target_id),
        CONSTRAINT %1$s_names_a_counterpart CHECK ((target_id IS NULL) = (relation IN ('none', 'later'))),
        FOREIGN KEY (crosswalk_id, from_app, to_app) REFERENCES crosswalk (id, from_app, to_app) ON DELETE CASCADE,
        FOREIGN KEY (source_id, from_app) REFERENCES %2$I (id, app_id),
        FOREIGN KEY (target_id, to_app) REFERENCES %2$I (id, app_id))$f$, 'crosswalk_' || of_what, of_what);
    -- At most one exact counterpart in each direction.
    EXECUTE format('CREATE UNIQUE INDEX %1$s_one_exact ON %1$I (crosswalk_id, source_id) WHERE relation = ''exact''', 'crosswalk_' || of_what);
    EXECUTE format('CREATE UNIQUE INDEX %1$s_one_exact_back ON %1$I (crosswalk_id, target_id) WHERE relation = ''exact''', 'crosswalk_' || of_what);
    EXECUTE format('CREATE INDEX %1$s_by_source ON %1$I (source_id)', 'crosswalk_' || of_what);
    EXECUTE format('CREATE INDEX %1$s_by_target ON %1$I (target_id)', 'crosswalk_' || of_what);
  END LOOP;
END $$;

-- Two commands found to be one keep what was judged of either; where both were judged, what stays has the word.
CREATE FUNCTION crosswalk_merged() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  gone bigint;
BEGIN
  SELECT id INTO gone FROM command WHERE app_id = NEW.app_id AND name = NEW.name;
  IF FOUND THEN
    DELETE FROM crosswalk_command c WHERE source_id = gone
      AND EXISTS (SELECT 1 FROM crosswalk_command k WHERE k.crosswalk_id = c.crosswalk_id AND k.source_id = NEW.command_id);
    DELETE FROM crosswalk_command c WHERE target_id = gone
      AND EXISTS (SELECT 1 FROM crosswalk_command k WHERE k.crosswalk_id = c.crosswalk_id AND k.target_id = NEW.command_id
        AND (k.source_id = c.source_id OR k.relation = 'exact' AND c.relation = 'exact'));
    UPDATE crosswalk_command SET source_id = NEW.command_id WHERE source_id = gone;
    UPDATE crosswalk_command SET target_id = NEW.command_id WHERE target_id = gone;
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER merged_crosswalk AFTER INSERT ON command_alias FOR EACH ROW EXECUTE FUNCTION crosswalk_merged();
