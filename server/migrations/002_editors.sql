-- Who may write, and who is signed in.

CREATE TABLE editor (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  email text NOT NULL CHECK (email = lower(email)) UNIQUE,
  password_hash text NOT NULL
);
ALTER TABLE edit ADD FOREIGN KEY (made_by) REFERENCES editor;

-- As the session store keeps it.
CREATE TABLE session (
  sid varchar PRIMARY KEY,
  sess json NOT NULL,
  expire timestamp(6) NOT NULL
);
CREATE INDEX session_by_end ON session (expire);
