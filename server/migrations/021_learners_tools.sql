-- What the learners' tools of an edition are computed from is kept with it.
ALTER TABLE edition_form DROP CONSTRAINT edition_form_ending_check,
  ADD CONSTRAINT edition_form_ending_check CHECK (ending IN ('csv', 'md', 'pdf', 'strips.pdf', 'program.json'));
