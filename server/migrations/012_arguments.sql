-- An argument of a parameterised command has shortcuts, reason and aid of its own, and is one command with it in counts.
ALTER TABLE command_detail
  ADD COLUMN argument_of text NOT NULL DEFAULT '',
  ADD COLUMN argument text NOT NULL DEFAULT '',
  ADD CONSTRAINT an_argument_has_a_value CHECK ((argument_of = '') = (argument = ''));
