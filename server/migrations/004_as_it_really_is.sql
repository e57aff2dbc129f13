-- What a trainer corrects by hand: contexts active together, wordings, groups of commands, trials, corrections; what an
-- editor keeps of the views; what a workplace knows of system keys.

ALTER TABLE release ADD COLUMN builds text[] NOT NULL DEFAULT '{}', ADD COLUMN tiers text[] NOT NULL DEFAULT '{}';

-- Each pair once, the smaller number first; `first_id` answers first, where an order is stated.
CREATE TABLE context_together (
  release_id bigint NOT NULL,
  context_id bigint NOT NULL,
  other_id bigint NOT NULL CHECK (context_id < other_id),
  first_id bigint CHECK (first_id IN (context_id, other_id)),
  PRIMARY KEY (release_id, context_id, other_id),
  FOREIGN KEY (release_id, context_id) REFERENCES context_state (release_id, context_id) ON DELETE CASCADE,
  FOREIGN KEY (release_id, other_id) REFERENCES context_state (release_id, context_id) ON DELETE CASCADE
);

CREATE TABLE command_wording (
  release_id bigint NOT NULL,
  command_id bigint NOT NULL,
  platform text,
  language text CHECK (language ~ '^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$'),
  label text NOT NULL DEFAULT '',
  menu text NOT NULL DEFAULT '',
  category text NOT NULL DEFAULT '',
  description text NOT NULL DEFAULT '',
  other_names text[] NOT NULL DEFAULT '{}',
  CONSTRAINT one_wording_a_place UNIQUE NULLS NOT DISTINCT (release_id, command_id, platform, language),
  CHECK (platform IS NOT NULL OR language IS NOT NULL),
  FOREIGN KEY (release_id, command_id) REFERENCES command_state (release_id, command_id) ON DELETE CASCADE
);

-- Pairs, families and slots hold for all releases, as the identity of their commands does.
CREATE TABLE command_group (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL REFERENCES app,
  kind text NOT NULL CHECK (kind IN ('pair', 'family', 'slots')),
  name text NOT NULL CHECK (name <> ''),
  twin_id bigint CHECK (twin_id <> id),
  UNIQUE (id, app_id),
  UNIQUE (app_id, kind, name),
  FOREIGN KEY (twin_id, app_id) REFERENCES command_group (id, app_id)
);

CREATE TABLE command_group_member (
  group_id bigint NOT NULL,
  app_id bigint NOT NULL,
  position integer NOT NULL,
  command_id bigint NOT NULL,
  PRIMARY KEY (group_id, position),
  UNIQUE (group_id, command_id),
  FOREIGN KEY (group_id, app_id) REFERENCES command_group (id, app_id) ON DELETE CASCADE,
  FOREIGN KEY (command_id, app_id) REFERENCES command (id, app_id)
);

-- Commands in the order a task uses them; one may come several times.
CREATE TABLE run (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL REFERENCES app,
  name text NOT NULL CHECK (name <> ''),
  UNIQUE (id, app_id),
  UNIQUE (app_id, name)
);

CREATE TABLE run_step (
  run_id bigint NOT NULL,
  app_id bigint NOT NULL,
  position integer NOT NULL,
  command_id bigint NOT NULL,
  PRIMARY KEY (run_id, position),
  FOREIGN KEY (run_id, app_id) REFERENCES run (id, app_id) ON DELETE CASCADE,
  FOREIGN KEY (command_id, app_id) REFERENCES command (id, app_id)
);

ALTER TABLE keyset
  ADD COLUMN imitates_id bigint REFERENCES release,
  ADD CONSTRAINT only_shipped_imitate CHECK (imitates_id IS NULL OR base_id IS NULL);

ALTER TABLE binding
  ADD COLUMN provenance_build text NOT NULL DEFAULT '',
  ADD COLUMN provenance_platform text;

-- Trying a key in the program changes nothing about what was shipped: sealed releases take trials too.
CREATE TABLE trial (
  binding_id bigint NOT NULL REFERENCES binding ON DELETE CASCADE,
  platform text NOT NULL,
  who text NOT NULL,
  tried_on date NOT NULL,
  build text NOT NULL DEFAULT '',
  PRIMARY KEY (binding_id, platform)
);

-- A sealed release is corrected by appending: the old stays readable, and neither is ever changed.
CREATE TABLE correction (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  keyset_id bigint NOT NULL,
  release_id bigint NOT NULL,
  command_id bigint NOT NULL,
  context_id bigint NOT NULL,
  platform text,
  corrected_on date NOT NULL DEFAULT current_date,
  reason text NOT NULL CHECK (reason <> ''),
  old text[] NOT NULL,
  now text[] NOT NULL,
  made_by bigint NOT NULL REFERENCES editor,
  FOREIGN KEY (keyset_id, release_id) REFERENCES keyset (id, release_id),
  FOREIGN KEY (release_id, command_id) REFERENCES command_state (release_id, command_id),
  FOREIGN KEY (release_id, context_id) REFERENCES context_state (release_id, context_id)
);
CREATE INDEX correction_by_release ON correction (release_id);

DO $$
DECLARE
  guarded text;
BEGIN
  FOREACH guarded IN ARRAY ARRAY['context_together', 'command_wording'] LOOP
    EXECUTE format('CREATE TRIGGER sealed_insert AFTER INSERT ON %I REFERENCING NEW TABLE AS changed
      FOR EACH STATEMENT EXECUTE FUNCTION refuse_sealed()', guarded);
    EXECUTE format('CREATE TRIGGER sealed_delete AFTER DELETE ON %I REFERENCING OLD TABLE AS changed
      FOR EACH STATEMENT EXECUTE FUNCTION refuse_sealed()', guarded);
    EXECUTE format('CREATE TRIGGER sealed_update AFTER UPDATE ON %I REFERENCING OLD TABLE AS before NEW TABLE AS changed
      FOR EACH STATEMENT EXECUTE FUNCTION refuse_sealed_update()', guarded);
  END LOOP;
END $$;

-- Where a workplace's machines differ from the table that ships: a press added, changed, or (taker empty) free.
CREATE TABLE system_key (
  platform text NOT NULL,
  shortcut text NOT NULL CHECK (shortcut <> ''),
  taker text NOT NULL,
  hard boolean NOT NULL DEFAULT false,
  source text NOT NULL DEFAULT '',
  PRIMARY KEY (platform, shortcut)
);

-- A view of a ledger under a name: what its address says.
CREATE TABLE saved_view (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL REFERENCES app,
  name text NOT NULL CHECK (name <> ''),
  query jsonb NOT NULL,
  made_by bigint NOT NULL REFERENCES editor,
  UNIQUE (app_id, name)
);

-- What the columns of a list meant when it was last taken in, by their headings.
CREATE TABLE list_memory (
  app_id bigint NOT NULL REFERENCES app,
  headings text NOT NULL,
  meanings jsonb NOT NULL,
  PRIMARY KEY (app_id, headings)
);

-- Two commands found to be one, and one found to be two. Only the identity changes, nothing that was shipped: these
-- functions run as the owner, whom alone the seal lets through, and the server's role can call nothing else as owner.

CREATE TABLE command_alias (
  app_id bigint NOT NULL REFERENCES app,
  name text NOT NULL CHECK (name ~ '^\S+$'),
  command_id bigint NOT NULL,
  PRIMARY KEY (app_id, name),
  FOREIGN KEY (command_id, app_id) REFERENCES command (id, app_id)
);

CREATE FUNCTION is_owner() RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT current_user = (SELECT pg_get_userbyid(nspowner) FROM pg_namespace WHERE nspname = 'crib') AND current_user <> session_user
$$;

CREATE OR REPLACE FUNCTION refuse_sealed_releases(releases bigint[]) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  sealed_label text;
BEGIN
  PERFORM 1 FROM release WHERE id = ANY (releases) FOR SHARE;
  SELECT label INTO sealed_label FROM release WHERE id = ANY (releases) AND sealed_at IS NOT NULL LIMIT 1;
  IF FOUND AND NOT is_owner() THEN
    RAISE EXCEPTION 'Release % is sealed: what it shipped with is not written to any more.', sealed_label USING ERRCODE = 'CR001';
  END IF;
END $$;

CREATE FUNCTION refuse_correction() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP <> 'INSERT' THEN
    IF is_owner() AND TG_OP = 'UPDATE' THEN RETURN NEW; END IF;
    RAISE EXCEPTION 'A correction is never changed; append another one.' USING ERRCODE = 'CR002';
  END IF;
  IF NOT EXISTS (SELECT 1 FROM release WHERE id = NEW.release_id AND sealed_at IS NOT NULL) THEN
    RAISE EXCEPTION 'The release is open: correct the catalogue itself.' USING ERRCODE = 'CR003';
  END IF;
  IF EXISTS (SELECT 1 FROM keyset WHERE id = NEW.keyset_id AND base_id IS NOT NULL) THEN
    RAISE EXCEPTION 'Corrections belong to shipped keysets.' USING ERRCODE = 'CR003';
  END IF;
  RETURN NEW;
END $$;

CREATE TRIGGER appended BEFORE INSERT OR UPDATE OR DELETE ON correction FOR EACH ROW EXECUTE FUNCTION refuse_correction();

CREATE FUNCTION merge_commands(the_app bigint, keep bigint, drop_id bigint) RETURNS void
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
  INSERT INTO command_state (release_id, app_id, command_id, home_id, label, menu, category, description, other_names, fixed, hidden,
      destructive, parameterised, scripted, one_press, needs, follows)
    SELECT release_id, app_id, keep, home_id, label, menu, category, description, other_names, fixed, hidden, destructive,
      parameterised, scripted, one_press, needs, follows
    FROM command_state WHERE command_id = drop_id ON CONFLICT DO NOTHING;
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

CREATE FUNCTION split_command(the_app bigint, whole bigint, part_name text, part_label text, bindings bigint[], edits bigint[])
RETURNS bigint LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  part bigint;
BEGIN
  IF NOT EXISTS (SELECT 1 FROM command WHERE id = whole AND app_id = the_app) THEN
    RAISE EXCEPTION 'There is no such command.' USING ERRCODE = 'CR003';
  END IF;
  INSERT INTO command (app_id, name) VALUES (the_app, part_name) RETURNING id INTO part;
  INSERT INTO command_state (release_id, app_id, command_id, home_id, label, menu, category, description, fixed, hidden, destructive,
      parameterised, scripted, one_press, needs, follows)
    SELECT release_id, app_id, part, home_id, part_label, menu, category, description, fixed, hidden, destructive, parameterised,
      scripted, one_press, needs, follows
    FROM command_state WHERE command_id = whole;
  UPDATE binding SET command_id = part WHERE command_id = whole AND id = ANY (bindings);
  UPDATE edit SET command_id = part WHERE command_id = whole AND id = ANY (edits);
  UPDATE keyset SET revision = revision + 1 WHERE app_id = the_app;
  RETURN part;
END $$;
