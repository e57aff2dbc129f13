-- An edition is withdrawn with a date and a reason; it stays readable as it was.
CREATE TABLE edition_withdrawal (
  edition_id bigint PRIMARY KEY REFERENCES edition,
  withdrawn_on date NOT NULL DEFAULT current_date,
  because text NOT NULL CHECK (because <> ''),
  withdrawn_by bigint NOT NULL REFERENCES editor
);
CREATE TRIGGER immutable BEFORE UPDATE OR DELETE ON edition_withdrawal FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER immutable_whole BEFORE TRUNCATE ON edition_withdrawal FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
