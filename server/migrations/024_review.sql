-- What editors propose and reviewers answer, what is said about a row, and who is here.

CREATE TABLE proposal (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL,
  keyset_id bigint NOT NULL,
  -- The revision that its edits were last looked at with.
  revision int NOT NULL,
  change jsonb NOT NULL CHECK (jsonb_typeof(change -> 'put') = 'array' AND jsonb_typeof(change -> 'remove') = 'array'),
  why text NOT NULL DEFAULT '',
  made_by bigint NOT NULL REFERENCES editor,
  made_at timestamptz NOT NULL DEFAULT now(),
  state text NOT NULL DEFAULT 'open' CHECK (state IN ('open', 'taken', 'sent back', 'withdrawn')),
  answer text NOT NULL DEFAULT '',
  answered_by bigint REFERENCES editor,
  answered_at timestamptz,
  CHECK ((state = 'open') = (answered_at IS NULL) AND (state = 'open') = (answered_by IS NULL)),
  FOREIGN KEY (keyset_id, app_id) REFERENCES keyset (id, app_id)
);
CREATE INDEX proposal_by_app ON proposal (app_id, id DESC);
-- Of one editor for one keyset one is open: what comes is added to it.
CREATE UNIQUE INDEX one_open_proposal ON proposal (keyset_id, made_by) WHERE state = 'open';

CREATE TABLE remark (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL,
  -- A row is a command, as all releases have it; in one keyset, or in all.
  command_id bigint NOT NULL,
  keyset_id bigint,
  said text NOT NULL CHECK (said <> '' AND length(said) <= 2000),
  made_by bigint NOT NULL REFERENCES editor,
  made_at timestamptz NOT NULL DEFAULT now(),
  ended_by bigint REFERENCES editor,
  ended_at timestamptz,
  CHECK ((ended_by IS NULL) = (ended_at IS NULL)),
  FOREIGN KEY (command_id, app_id) REFERENCES command (id, app_id),
  FOREIGN KEY (keyset_id, app_id) REFERENCES keyset (id, app_id)
);
CREATE INDEX remark_by_app ON remark (app_id, command_id);

CREATE TRIGGER recorded_insert AFTER INSERT ON proposal REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION record_rows();
CREATE TRIGGER recorded_update AFTER UPDATE ON proposal REFERENCING OLD TABLE AS before NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION record_rows();
CREATE TRIGGER recorded_insert AFTER INSERT ON remark REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION record_rows();
CREATE TRIGGER recorded_update AFTER UPDATE ON remark REFERENCING OLD TABLE AS before NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION record_rows();

-- Who has Crib open, and where: told again every half minute, gone after a minute. Not worth keeping over a crash.
CREATE UNLOGGED TABLE here (
  workspace_id bigint NOT NULL,
  editor_id bigint NOT NULL,
  tab text NOT NULL CHECK (length(tab) <= 60),
  place text NOT NULL CHECK (length(place) <= 300),
  seen_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workspace_id, editor_id, tab)
);

DO $$
DECLARE
  guarded text;
BEGIN
  FOREACH guarded IN ARRAY ARRAY['proposal', 'remark'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', guarded);
    EXECUTE format('CREATE POLICY of_the_workspace ON %I USING (EXISTS (SELECT 1 FROM app a WHERE a.id = app_id))', guarded);
  END LOOP;
END $$;

-- Two commands found to be one keep what was said about either, and what is proposed for it.
CREATE FUNCTION merged_in_review() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  gone bigint;
BEGIN
  SELECT id INTO gone FROM command WHERE app_id = NEW.app_id AND name = NEW.name;
  IF FOUND THEN
    UPDATE remark SET command_id = NEW.command_id WHERE command_id = gone;
    UPDATE proposal SET change = change_about(change, gone, NEW.command_id) WHERE app_id = NEW.app_id AND state = 'open';
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER merged_review AFTER INSERT ON command_alias FOR EACH ROW EXECUTE FUNCTION merged_in_review();

-- What learners report is asked for by app: its sheets, their editions, and what was said of each.
CREATE INDEX report_by_edition ON report (edition_id);
