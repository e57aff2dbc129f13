-- Apps, their releases, and what each release ships: contexts, commands, keysets, bindings.
-- A composite key with the app (or the release) rides along in every reference, so that nothing of one app
-- can be tied to another's.

CREATE TABLE app (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  slug text NOT NULL UNIQUE CHECK (slug ~ '^[a-z0-9]+(-[a-z0-9]+)*$'),
  name text NOT NULL CHECK (name <> ''),
  role text NOT NULL CHECK (role IN ('taught', 'source')),
  platforms text[] NOT NULL CHECK (cardinality(platforms) > 0),
  key_policy jsonb NOT NULL,
  how_to_change text NOT NULL DEFAULT ''
);

CREATE TABLE release (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL REFERENCES app,
  label text NOT NULL CHECK (label <> ''),
  released_on date,
  position integer NOT NULL CHECK (position > 0),
  platforms text[] NOT NULL CHECK (cardinality(platforms) > 0),
  sealed_at timestamptz,
  UNIQUE (app_id, label),
  UNIQUE (app_id, position),
  UNIQUE (id, app_id)
);

-- Identity survives releases; what a context is called and where it lies is said per release.
CREATE TABLE context (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL REFERENCES app,
  UNIQUE (id, app_id)
);

CREATE TABLE context_state (
  release_id bigint NOT NULL,
  app_id bigint NOT NULL,
  context_id bigint NOT NULL,
  parent_id bigint CHECK (parent_id <> context_id),
  name text NOT NULL CHECK (name <> ''),
  position integer NOT NULL DEFAULT 0,
  takes_text boolean NOT NULL DEFAULT false,
  PRIMARY KEY (release_id, context_id),
  FOREIGN KEY (release_id, app_id) REFERENCES release (id, app_id),
  FOREIGN KEY (context_id, app_id) REFERENCES context (id, app_id),
  FOREIGN KEY (release_id, parent_id) REFERENCES context_state (release_id, context_id)
);
CREATE UNIQUE INDEX one_root ON context_state (release_id) WHERE parent_id IS NULL;
CREATE UNIQUE INDEX sibling_names ON context_state (release_id, parent_id, lower(name)) NULLS NOT DISTINCT;

-- `name` is what the program itself calls the command; it survives releases.
CREATE TABLE command (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL REFERENCES app,
  name text NOT NULL CHECK (name ~ '^\S+$'),
  UNIQUE (app_id, name),
  UNIQUE (id, app_id)
);

CREATE TABLE command_state (
  release_id bigint NOT NULL,
  app_id bigint NOT NULL,
  command_id bigint NOT NULL,
  home_id bigint NOT NULL,
  label text NOT NULL CHECK (label <> ''),
  menu text NOT NULL DEFAULT '',
  category text NOT NULL DEFAULT '',
  description text NOT NULL DEFAULT '',
  other_names text[] NOT NULL DEFAULT '{}',
  fixed boolean NOT NULL DEFAULT false,
  hidden boolean NOT NULL DEFAULT false,
  destructive boolean NOT NULL DEFAULT false,
  parameterised boolean NOT NULL DEFAULT false,
  scripted boolean NOT NULL DEFAULT false,
  one_press text NOT NULL DEFAULT 'once' CHECK (one_press IN ('once', 'toggles', 'cycles', 'nth press', 'steps')),
  needs text NOT NULL DEFAULT '',
  follows text NOT NULL DEFAULT '',
  PRIMARY KEY (release_id, command_id),
  FOREIGN KEY (release_id, app_id) REFERENCES release (id, app_id),
  FOREIGN KEY (command_id, app_id) REFERENCES command (id, app_id),
  FOREIGN KEY (release_id, home_id) REFERENCES context_state (release_id, context_id)
);

-- A shipped keyset stands on nothing, a custom one on an older keyset of the same release: layers cannot run in circles.
CREATE TABLE keyset (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL,
  release_id bigint NOT NULL,
  base_id bigint CHECK (base_id < id),
  name text NOT NULL CHECK (name <> ''),
  note text NOT NULL DEFAULT '',
  is_default boolean NOT NULL DEFAULT false CHECK (NOT is_default OR base_id IS NULL),
  revision integer NOT NULL DEFAULT 1 CHECK (revision > 0),
  made_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (app_id, release_id, name),
  UNIQUE (id, release_id),
  UNIQUE (id, app_id),
  FOREIGN KEY (release_id, app_id) REFERENCES release (id, app_id),
  FOREIGN KEY (base_id, release_id) REFERENCES keyset (id, release_id)
);
CREATE UNIQUE INDEX one_default ON keyset (release_id) WHERE is_default;

CREATE TABLE binding (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  keyset_id bigint NOT NULL,
  release_id bigint NOT NULL,
  command_id bigint NOT NULL,
  platform text,
  shortcut text NOT NULL CHECK (shortcut <> ''),
  note text NOT NULL DEFAULT '',
  memory_aid text NOT NULL DEFAULT '',
  provenance_kind text NOT NULL CHECK (provenance_kind IN ('tried', 'document', 'list', 'guess')),
  provenance_source text NOT NULL DEFAULT '',
  provenance_who text NOT NULL DEFAULT '',
  provenance_on date,
  UNIQUE (id, release_id),
  FOREIGN KEY (keyset_id, release_id) REFERENCES keyset (id, release_id),
  FOREIGN KEY (release_id, command_id) REFERENCES command_state (release_id, command_id)
);
CREATE INDEX binding_by_keyset ON binding (keyset_id);
CREATE INDEX binding_by_command ON binding (release_id, command_id);

-- One binding may be stated for several contexts: it is one row there and several here.
CREATE TABLE binding_context (
  binding_id bigint NOT NULL,
  release_id bigint NOT NULL,
  context_id bigint NOT NULL,
  PRIMARY KEY (binding_id, context_id),
  FOREIGN KEY (binding_id, release_id) REFERENCES binding (id, release_id) ON DELETE CASCADE,
  FOREIGN KEY (release_id, context_id) REFERENCES context_state (release_id, context_id)
);

CREATE TABLE edit (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  keyset_id bigint NOT NULL,
  release_id bigint NOT NULL,
  command_id bigint NOT NULL,
  context_id bigint NOT NULL,
  platform text,
  action text NOT NULL CHECK (action IN ('set', 'add', 'clear', 'put back')),
  shortcuts text[] NOT NULL DEFAULT '{}',
  reason text NOT NULL DEFAULT '',
  memory_aid text NOT NULL DEFAULT '',
  -- The keyset's revision that this edit came with.
  revision integer NOT NULL,
  made_by bigint NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT one_edit_a_place UNIQUE NULLS NOT DISTINCT (keyset_id, command_id, context_id, platform),
  CONSTRAINT keys_as_the_action_says CHECK (
    CASE action WHEN 'clear' THEN cardinality(shortcuts) = 0
                WHEN 'put back' THEN true
                ELSE cardinality(shortcuts) > 0 END),
  FOREIGN KEY (keyset_id, release_id) REFERENCES keyset (id, release_id),
  FOREIGN KEY (release_id, command_id) REFERENCES command_state (release_id, command_id),
  FOREIGN KEY (release_id, context_id) REFERENCES context_state (release_id, context_id)
);

-- What a trigger forbids is told apart by its SQLSTATE: CR001 sealed, CR002 immutable, CR003 not this kind of keyset.

-- They look at whole statements: a list of ten thousand rows asks once. The share lock keeps a release from being
-- sealed between this look and the end of the transaction.

CREATE FUNCTION refuse_sealed_releases(releases bigint[]) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  sealed_label text;
BEGIN
  PERFORM 1 FROM release WHERE id = ANY (releases) FOR SHARE;
  SELECT label INTO sealed_label FROM release WHERE id = ANY (releases) AND sealed_at IS NOT NULL LIMIT 1;
  IF FOUND THEN
    RAISE EXCEPTION 'Release % is sealed: what it shipped with is not written to any more.', sealed_label USING ERRCODE = 'CR001';
  END IF;
END $$;

CREATE FUNCTION refuse_sealed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM refuse_sealed_releases(ARRAY(SELECT DISTINCT release_id FROM changed));
  RETURN NULL;
END $$;

CREATE FUNCTION refuse_sealed_update() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM refuse_sealed_releases(ARRAY(SELECT release_id FROM changed UNION SELECT release_id FROM before));
  RETURN NULL;
END $$;

DO $$
DECLARE
  guarded text;
BEGIN
  FOREACH guarded IN ARRAY ARRAY['binding', 'binding_context', 'command_state', 'context_state'] LOOP
    EXECUTE format('CREATE TRIGGER sealed_insert AFTER INSERT ON %I REFERENCING NEW TABLE AS changed
      FOR EACH STATEMENT EXECUTE FUNCTION refuse_sealed()', guarded);
    EXECUTE format('CREATE TRIGGER sealed_delete AFTER DELETE ON %I REFERENCING OLD TABLE AS changed
      FOR EACH STATEMENT EXECUTE FUNCTION refuse_sealed()', guarded);
    EXECUTE format('CREATE TRIGGER sealed_update AFTER UPDATE ON %I REFERENCING OLD TABLE AS before NEW TABLE AS changed
      FOR EACH STATEMENT EXECUTE FUNCTION refuse_sealed_update()', guarded);
  END LOOP;
END $$;

CREATE FUNCTION keep_seal() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.sealed_at IS NOT NULL THEN
    RAISE EXCEPTION 'Release % is sealed for good.', OLD.label USING ERRCODE = 'CR001';
  END IF;
  RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
END $$;
CREATE TRIGGER sealed BEFORE UPDATE OR DELETE ON release FOR EACH ROW EXECUTE FUNCTION keep_seal();

CREATE FUNCTION keep_base() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF (OLD.app_id, OLD.release_id, OLD.base_id) IS DISTINCT FROM (NEW.app_id, NEW.release_id, NEW.base_id) THEN
    RAISE EXCEPTION 'What a keyset stands on cannot be changed.' USING ERRCODE = 'CR002';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER base_stays BEFORE UPDATE ON keyset FOR EACH ROW EXECUTE FUNCTION keep_base();

CREATE FUNCTION refuse_other_kind() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (
    SELECT 1 FROM keyset WHERE id IN (SELECT keyset_id FROM changed) AND (base_id IS NULL) <> (TG_TABLE_NAME = 'binding')
  ) THEN
    RAISE EXCEPTION 'Bindings belong to shipped keysets, edits to custom ones.' USING ERRCODE = 'CR003';
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER kind_insert AFTER INSERT ON binding REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_other_kind();
CREATE TRIGGER kind_update AFTER UPDATE ON binding REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_other_kind();
CREATE TRIGGER kind_insert AFTER INSERT ON edit REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_other_kind();
CREATE TRIGGER kind_update AFTER UPDATE ON edit REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_other_kind();

-- A context that lies below itself would be found by no one; checked when the work is done, so that trees can be moved.
CREATE FUNCTION refuse_circle() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (
    WITH RECURSIVE above (id) AS (
      SELECT NEW.parent_id
      UNION
      SELECT s.parent_id FROM above JOIN context_state s ON s.release_id = NEW.release_id AND s.context_id = above.id
    )
    SELECT 1 FROM above WHERE id = NEW.context_id
  ) THEN
    RAISE EXCEPTION 'The context % would lie within itself.', NEW.name USING ERRCODE = 'CR002';
  END IF;
  RETURN NULL;
END $$;
CREATE CONSTRAINT TRIGGER no_circle AFTER INSERT OR UPDATE ON context_state
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION refuse_circle();
