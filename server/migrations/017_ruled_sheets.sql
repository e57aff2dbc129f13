-- Sections made by a rule, with the commands that are left out of it; rows that point to a lesson; how a sheet looks.
ALTER TABLE sheet
  ADD COLUMN look jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(look) = 'object'),
  ADD COLUMN terms text NOT NULL DEFAULT '',
  ADD COLUMN independence text NOT NULL DEFAULT '';
ALTER TABLE sheet_section
  ADD COLUMN rule jsonb CHECK (jsonb_typeof(rule) = 'object'),
  ADD COLUMN sort text NOT NULL DEFAULT 'given' CHECK (sort IN ('given', 'menu', 'category', 'alphabet', 'key')),
  ADD COLUMN left_out bigint[] NOT NULL DEFAULT '{}';
ALTER TABLE sheet_row ADD COLUMN lesson jsonb CHECK (jsonb_typeof(lesson) = 'object');

-- What a proof found and the trainer published all the same, with why; it stays with the edition.
ALTER TABLE edition ADD COLUMN exceptions jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(exceptions) = 'array');
