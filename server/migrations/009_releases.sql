-- Following an app from release to release: what became of its commands and contexts, keysets that were carried along,
-- what of them waits for a decision, and change notes.

-- How the app takes keys in this release; null where as in all that say nothing of their own.
ALTER TABLE release ADD COLUMN key_policy jsonb;

-- What trainers have said: in this release an old one became a new one (or it was refused). It is a judgement, not what
-- was shipped: sealed releases take it too.
CREATE TABLE command_lineage (
  release_id bigint NOT NULL,
  app_id bigint NOT NULL,
  old_id bigint NOT NULL,
  now_id bigint NOT NULL CHECK (now_id <> old_id),
  confirmed boolean NOT NULL,
  made_by bigint NOT NULL REFERENCES editor,
  made_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (release_id, old_id, now_id),
  FOREIGN KEY (release_id, app_id) REFERENCES release (id, app_id),
  FOREIGN KEY (old_id, app_id) REFERENCES command (id, app_id),
  FOREIGN KEY (now_id, app_id) REFERENCES command (id, app_id)
);

CREATE TABLE context_lineage (
  release_id bigint NOT NULL,
  app_id bigint NOT NULL,
  old_id bigint NOT NULL,
  now_id bigint NOT NULL CHECK (now_id <> old_id),
  confirmed boolean NOT NULL,
  made_by bigint NOT NULL REFERENCES editor,
  made_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (release_id, old_id, now_id),
  FOREIGN KEY (release_id, app_id) REFERENCES release (id, app_id),
  FOREIGN KEY (old_id, app_id) REFERENCES context (id, app_id),
  FOREIGN KEY (now_id, app_id) REFERENCES context (id, app_id)
);
-- Contexts answer one to one.
CREATE UNIQUE INDEX one_context_becomes ON context_lineage (release_id, old_id) WHERE confirmed;
CREATE UNIQUE INDEX one_context_was ON context_lineage (release_id, now_id) WHERE confirmed;

-- Two commands found to be one are one in what was said of them too.
CREATE FUNCTION follow_merge_in_lineage() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  gone bigint;
BEGIN
  SELECT id INTO gone FROM command WHERE app_id = NEW.app_id AND name = NEW.name;
  IF FOUND THEN
    INSERT INTO command_lineage (release_id, app_id, old_id, now_id, confirmed, made_by, made_at)
      SELECT release_id, app_id, CASE old_id WHEN gone THEN NEW.command_id ELSE old_id END,
        CASE now_id WHEN gone THEN NEW.command_id ELSE now_id END, confirmed, made_by, made_at
      FROM command_lineage WHERE gone IN (old_id, now_id) AND NEW.command_id NOT IN (old_id, now_id)
      ON CONFLICT DO NOTHING;
    DELETE FROM command_lineage WHERE gone IN (old_id, now_id);
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER lineage_follows AFTER INSERT ON command_alias FOR EACH ROW EXECUTE FUNCTION follow_merge_in_lineage();

ALTER TABLE keyset ADD COLUMN carried_from bigint REFERENCES keyset CHECK (carried_from < id);
ALTER TABLE keyset ADD CONSTRAINT only_custom_carried CHECK (carried_from IS NULL OR base_id IS NOT NULL);

-- Edits that wait for a decision since their keyset was carried forward, in the words of where they come from.
CREATE TABLE open_edit (
  keyset_id bigint NOT NULL REFERENCES keyset ON DELETE CASCADE,
  position integer NOT NULL,
  body jsonb NOT NULL,
  PRIMARY KEY (keyset_id, position)
);

CREATE TABLE change_notes (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL,
  old_keyset bigint NOT NULL,
  now_keyset bigint NOT NULL CHECK (now_keyset <> old_keyset),
  title text NOT NULL CHECK (title <> ''),
  intro text NOT NULL DEFAULT '',
  credit text NOT NULL DEFAULT '',
  groups jsonb NOT NULL DEFAULT '[]',
  revision integer NOT NULL DEFAULT 1 CHECK (revision > 0),
  FOREIGN KEY (old_keyset, app_id) REFERENCES keyset (id, app_id),
  FOREIGN KEY (now_keyset, app_id) REFERENCES keyset (id, app_id)
);

ALTER TABLE edition ALTER COLUMN sheet_id DROP NOT NULL,
  ADD COLUMN notes_id bigint REFERENCES change_notes,
  ADD CONSTRAINT of_one_thing CHECK (num_nonnulls(sheet_id, notes_id) = 1),
  ADD CONSTRAINT notes_numbers UNIQUE (notes_id, number);

-- A command's story asks for it in all releases.
CREATE INDEX command_state_by_command ON command_state (command_id);
CREATE INDEX binding_by_command_alone ON binding (command_id);
