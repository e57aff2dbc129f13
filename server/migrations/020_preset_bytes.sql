-- A preset file is handed out as bytes, in the encoding its program reads; some lead back to the shipped keys.
ALTER TABLE edition_file ADD COLUMN content bytea, ADD COLUMN back boolean NOT NULL DEFAULT false;
ALTER TABLE edition_file DISABLE TRIGGER immutable;
UPDATE edition_file SET content = convert_to(body, 'UTF8');
ALTER TABLE edition_file ENABLE TRIGGER immutable;
ALTER TABLE edition_file
  ALTER COLUMN content SET NOT NULL,
  DROP CONSTRAINT hash_of_file,
  DROP COLUMN body,
  ADD CONSTRAINT hash_of_file CHECK (hash = encode(sha256(content), 'hex'));

-- A recipe is edited; whoever writes it says which state was looked at.
ALTER TABLE recipe ADD COLUMN revision int NOT NULL DEFAULT 1;
