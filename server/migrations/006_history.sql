-- What is done to custom keysets is kept: who, when, what and why, with the change that leads back. Keysets belong to
-- the school, or to the editor who made them.

ALTER TABLE edit DROP CONSTRAINT edit_action_check;
ALTER TABLE edit ADD CONSTRAINT edit_action_check CHECK (action IN ('set', 'add', 'clear', 'block', 'put back'));

ALTER TABLE keyset ADD COLUMN owner_id bigint REFERENCES editor;
ALTER TABLE keyset ADD CONSTRAINT shipped_is_nobodys CHECK (owner_id IS NULL OR base_id IS NOT NULL);

CREATE TABLE keyset_change (
  keyset_id bigint NOT NULL REFERENCES keyset ON DELETE CASCADE,
  -- The revision it led to.
  revision integer NOT NULL CHECK (revision > 1),
  kind text NOT NULL CHECK (kind IN ('edit', 'undo', 'redo', 'put back', 'loaded')),
  why text NOT NULL DEFAULT '',
  change jsonb NOT NULL,
  inverse jsonb NOT NULL,
  made_by bigint NOT NULL REFERENCES editor,
  made_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (keyset_id, revision)
);

CREATE TABLE save_point (
  keyset_id bigint NOT NULL REFERENCES keyset ON DELETE CASCADE,
  name text NOT NULL CHECK (name <> ''),
  revision integer NOT NULL CHECK (revision > 0),
  made_by bigint NOT NULL REFERENCES editor,
  made_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (keyset_id, name)
);

-- What was done stays done: it is undone by another change, never by rewriting.
CREATE FUNCTION refuse_rewriting() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'What was done to a keyset is not rewritten.' USING ERRCODE = 'CR002';
END $$;
CREATE TRIGGER history_stays BEFORE UPDATE ON keyset_change FOR EACH ROW EXECUTE FUNCTION refuse_rewriting();
