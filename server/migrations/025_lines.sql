-- What stands on a sheet is written down too. A sheet is saved as a whole: what went and came again, in another place or in the
-- same, is no news.
CREATE FUNCTION forget_unmoved() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  made bigint := nullif(current_setting('crib.act', true), '')::bigint;
BEGIN
  WITH lines AS (
      SELECT n, before IS NULL AS came, coalesce(before, after) - '{position,section}'::text[] AS line FROM act_row
        WHERE act_id = made AND kept_in = TG_TABLE_NAME),
    counted AS (SELECT *, row_number() OVER (PARTITION BY came, line ORDER BY n) AS nth FROM lines)
  DELETE FROM act_row WHERE act_id = made AND n IN (
    SELECT unnest(ARRAY[went.n, came.n]) FROM counted went JOIN counted came USING (line, nth) WHERE came.came AND NOT went.came);
  RETURN NULL;
END $$;

-- A table whose rows are written down from now on.
CREATE PROCEDURE record_from_now_on(recorded regclass) LANGUAGE plpgsql AS $$
BEGIN
  EXECUTE format('CREATE TRIGGER recorded_insert AFTER INSERT ON %s REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION record_rows()', recorded);
  EXECUTE format('CREATE TRIGGER recorded_delete AFTER DELETE ON %s REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION record_rows()', recorded);
  EXECUTE format('CREATE TRIGGER recorded_update AFTER UPDATE ON %s REFERENCING OLD TABLE AS before NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION record_rows()', recorded);
END $$;
CALL record_from_now_on('sheet_section');
CALL record_from_now_on('sheet_row');

-- After what is recorded, in the order of their names.
CREATE TRIGGER unmoved_insert AFTER INSERT ON sheet_section FOR EACH STATEMENT EXECUTE FUNCTION forget_unmoved();
CREATE TRIGGER unmoved_insert AFTER INSERT ON sheet_row FOR EACH STATEMENT EXECUTE FUNCTION forget_unmoved();
