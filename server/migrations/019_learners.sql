-- The address of a sheet, or of change notes, at which its newest edition stands; made with the first edition.
CREATE TABLE standing_address (
  address text PRIMARY KEY CHECK (address ~ '^[a-z0-9-]{10,40}$'),
  slug text NOT NULL CHECK (slug ~ '^[a-z0-9-]{1,60}$'),
  sheet_id bigint UNIQUE REFERENCES sheet ON DELETE CASCADE,
  notes_id bigint UNIQUE REFERENCES change_notes ON DELETE CASCADE,
  -- Whether it stands on the public index.
  listed boolean NOT NULL DEFAULT true,
  CHECK (num_nonnulls(sheet_id, notes_id) = 1)
);
INSERT INTO standing_address (address, slug, sheet_id, notes_id)
  SELECT DISTINCT ON (sheet_id, notes_id) substr(md5(random()::text || clock_timestamp()::text || id), 1, 20), slug, sheet_id, notes_id
  FROM edition ORDER BY sheet_id, notes_id, number DESC;

-- How often an edition was opened and downloaded on a day: counts, and nothing about whoever did.
CREATE TABLE edition_count (
  edition_id bigint NOT NULL REFERENCES edition,
  what text NOT NULL CHECK (what IN ('opened', 'pdf', 'strips', 'csv', 'md', 'json', 'preset', 'site')),
  day date NOT NULL DEFAULT current_date,
  count int NOT NULL CHECK (count > 0),
  PRIMARY KEY (edition_id, what, day)
);

-- What learners say of a line: about an edition, without a word of who they are.
CREATE TABLE report (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  edition_id bigint NOT NULL REFERENCES edition,
  kind text NOT NULL CHECK (kind IN ('wrong', 'question', 'missing')),
  -- The name of the command in the edition; '' where none was named.
  command text NOT NULL CHECK (length(command) <= 200),
  said text NOT NULL CHECK (said <> '' AND length(said) <= 1000),
  said_on date NOT NULL DEFAULT current_date,
  outcome text CHECK (outcome IN ('mended', 'answered', 'left')),
  because text NOT NULL DEFAULT '' CHECK (length(because) <= 240),
  ended_on date,
  ended_by bigint REFERENCES editor,
  CHECK ((outcome IS NULL) = (ended_on IS NULL) AND (outcome IS NULL) = (ended_by IS NULL))
);
CREATE INDEX report_waiting ON report (edition_id) WHERE outcome IS NULL;

-- The public index of what is published, if it is wished.
CREATE TABLE shelf (
  id int PRIMARY KEY DEFAULT 1 CHECK (id = 1),
  address text NOT NULL UNIQUE CHECK (address ~ '^[a-z0-9-]{10,40}$'),
  title text NOT NULL CHECK (title <> ''),
  open boolean NOT NULL DEFAULT false
);

-- Strips and labels are a form of their own.
ALTER TABLE edition_form DROP CONSTRAINT edition_form_ending_check,
  ADD CONSTRAINT edition_form_ending_check CHECK (ending IN ('csv', 'md', 'pdf', 'strips.pdf'));

-- A section can hold a drawing in place of rows.
ALTER TABLE sheet_section ADD COLUMN figure jsonb CHECK (jsonb_typeof(figure) = 'object');
