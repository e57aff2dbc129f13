-- Sheets, the recipes of preset files, and editions, which never change.

CREATE TABLE sheet (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL,
  release_id bigint NOT NULL,
  keyset_id bigint NOT NULL,
  title text NOT NULL CHECK (title <> ''),
  intro text NOT NULL DEFAULT '',
  credit text NOT NULL DEFAULT '',
  revision integer NOT NULL DEFAULT 1 CHECK (revision > 0),
  UNIQUE (id, release_id),
  FOREIGN KEY (keyset_id, app_id) REFERENCES keyset (id, app_id),
  FOREIGN KEY (keyset_id, release_id) REFERENCES keyset (id, release_id)
);

CREATE TABLE sheet_section (
  sheet_id bigint NOT NULL REFERENCES sheet ON DELETE CASCADE,
  position integer NOT NULL,
  title text NOT NULL,
  PRIMARY KEY (sheet_id, position)
);

CREATE TABLE sheet_row (
  sheet_id bigint NOT NULL,
  section integer NOT NULL,
  position integer NOT NULL,
  release_id bigint NOT NULL,
  command_id bigint NOT NULL,
  note text NOT NULL DEFAULT '',
  PRIMARY KEY (sheet_id, section, position),
  FOREIGN KEY (sheet_id, section) REFERENCES sheet_section (sheet_id, position) ON DELETE CASCADE,
  FOREIGN KEY (sheet_id, release_id) REFERENCES sheet (id, release_id),
  FOREIGN KEY (release_id, command_id) REFERENCES command_state (release_id, command_id)
);

CREATE TABLE recipe (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  app_id bigint NOT NULL REFERENCES app,
  name text NOT NULL,
  body jsonb NOT NULL,
  UNIQUE (app_id, name)
);

-- The body is canonical JSON as text, so that its hash can be told by anybody, and is: by this constraint too.
CREATE TABLE edition (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  sheet_id bigint NOT NULL REFERENCES sheet,
  number integer NOT NULL CHECK (number > 0),
  address text NOT NULL UNIQUE,
  slug text NOT NULL,
  body text NOT NULL,
  hash text NOT NULL,
  how_to_load text NOT NULL DEFAULT '',
  published_by bigint NOT NULL REFERENCES editor,
  published_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (sheet_id, number),
  CONSTRAINT hash_of_body CHECK (hash = encode(sha256(convert_to(body, 'UTF8')), 'hex'))
);

CREATE TABLE edition_file (
  edition_id bigint NOT NULL REFERENCES edition,
  name text NOT NULL,
  platform text NOT NULL,
  recipe text NOT NULL,
  body text NOT NULL,
  hash text NOT NULL,
  losses text[] NOT NULL DEFAULT '{}',
  PRIMARY KEY (edition_id, name),
  CONSTRAINT hash_of_file CHECK (hash = encode(sha256(convert_to(body, 'UTF8')), 'hex'))
);

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'An edition never changes.' USING ERRCODE = 'CR002';
END $$;
CREATE TRIGGER immutable BEFORE UPDATE OR DELETE ON edition FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER immutable BEFORE UPDATE OR DELETE ON edition_file FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER immutable_whole BEFORE TRUNCATE ON edition FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER immutable_whole BEFORE TRUNCATE ON edition_file FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
