-- The words a position is found by are written for all positions of a statement at once, and only where they differ:
-- a list of twelve thousand supports is one statement.
DROP TRIGGER position_words ON position;
DROP TRIGGER fitted_words ON installation;
DROP TRIGGER place_words ON place;
DROP TRIGGER machine_words ON machine;
DROP FUNCTION position_words(), fitted_words(), place_words(), machine_words();

CREATE FUNCTION write_position_words(ids bigint[]) RETURNS void LANGUAGE sql AS $$
  UPDATE position p SET words = w.words FROM (
    SELECT o.id, m.words || ' ' || lower(o.name)
      || coalesce(lower(string_agg(' ' || i.designation || coalesce(' c' || i.clearance_group, ''), '' ORDER BY x.number)), '') AS words
    FROM position o JOIN shaft_line s ON s.id = o.shaft_line_id JOIN machine m ON m.id = s.machine_id
    LEFT JOIN place x ON x.position_id = o.id AND x.retired_at IS NULL
    LEFT JOIN installation i ON i.place_id = x.id AND upper_inf(i.fitted)
    WHERE o.id = ANY (ids) GROUP BY o.id, m.words) w
  WHERE p.id = w.id AND p.words IS DISTINCT FROM w.words
$$;

CREATE FUNCTION fitted_words() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM write_position_words(ARRAY(SELECT DISTINCT x.position_id FROM touched t JOIN place x ON x.id = t.place_id));
  RETURN NULL;
END $$;
CREATE TRIGGER fitted_words AFTER INSERT ON installation REFERENCING NEW TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION fitted_words();
CREATE TRIGGER refitted_words AFTER UPDATE ON installation REFERENCING NEW TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION fitted_words();
CREATE TRIGGER unfitted_words AFTER DELETE ON installation REFERENCING OLD TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION fitted_words();

-- A position comes with its places, so it is found as soon as it has one.
CREATE FUNCTION placed_words() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM write_position_words(ARRAY(SELECT DISTINCT position_id FROM touched));
  RETURN NULL;
END $$;
CREATE TRIGGER placed_words AFTER INSERT ON place REFERENCING NEW TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION placed_words();

CREATE FUNCTION retired_words() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM write_position_words(ARRAY[NEW.position_id]);
  RETURN NULL;
END $$;
CREATE TRIGGER retired_words AFTER UPDATE OF retired_at ON place FOR EACH ROW
  WHEN (OLD.retired_at IS DISTINCT FROM NEW.retired_at) EXECUTE FUNCTION retired_words();

CREATE FUNCTION named_words() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM write_position_words(ARRAY[NEW.id]);
  RETURN NULL;
END $$;
CREATE TRIGGER named_words AFTER UPDATE OF name ON position FOR EACH ROW WHEN (OLD.name <> NEW.name) EXECUTE FUNCTION named_words();

CREATE FUNCTION machine_words() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM write_position_words(ARRAY(SELECT p.id FROM position p JOIN shaft_line s ON s.id = p.shaft_line_id WHERE s.machine_id = NEW.id));
  RETURN NULL;
END $$;
CREATE TRIGGER machine_words AFTER UPDATE OF code, name, area, location ON machine FOR EACH ROW
  WHEN (OLD.words IS DISTINCT FROM NEW.words) EXECUTE FUNCTION machine_words();
