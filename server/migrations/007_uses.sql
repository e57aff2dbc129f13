-- How often commands are used, as each source has it: a count a working day, or a class.

CREATE TABLE command_use (
  app_id bigint NOT NULL,
  command_id bigint NOT NULL,
  source text NOT NULL CHECK (source <> ''),
  per_day double precision CHECK (per_day BETWEEN 0 AND 100000),
  often text CHECK (often IN ('rarely', 'weekly', 'daily')),
  PRIMARY KEY (command_id, source),
  CONSTRAINT count_or_class CHECK ((per_day IS NULL) <> (often IS NULL)),
  FOREIGN KEY (command_id, app_id) REFERENCES command (id, app_id) ON DELETE CASCADE
);
