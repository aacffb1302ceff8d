-- The words a position is found by follow what is fitted once for each statement, not for each of its rows:
-- a list of twelve thousand supports is one statement.
DROP TRIGGER fitted_words ON installation;
DROP FUNCTION fitted_words();
CREATE FUNCTION fitted_words() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE position SET words = '' WHERE id IN (SELECT position_id FROM place WHERE id IN (SELECT place_id FROM touched));
  RETURN NULL;
END $$;
CREATE TRIGGER fitted_words AFTER INSERT ON installation REFERENCING NEW TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION fitted_words();
CREATE TRIGGER refitted_words AFTER UPDATE ON installation REFERENCING NEW TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION fitted_words();
CREATE TRIGGER unfitted_words AFTER DELETE ON installation REFERENCING OLD TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION fitted_words();
