-- Up Migration
-- What a plant of thousands of machines asks of its Yard: what needs hands by area and by person, kept views, one box that finds.

-- Roles as a person's work goes: whoever keeps the store settles what lies on its shelves.
ALTER TABLE person DROP CONSTRAINT person_role_check;
ALTER TABLE person ADD CONSTRAINT person_role_check CHECK (role IN ('viewer', 'storekeeper', 'technician', 'planner', 'administrator'));

-- Who has a job in hand; at first whoever opened it.
ALTER TABLE job ADD COLUMN in_charge bigint REFERENCES person;
UPDATE job SET in_charge = opened_by;
ALTER TABLE job ALTER COLUMN in_charge SET NOT NULL;
CREATE INDEX job_open_in_charge ON job (in_charge) WHERE status = 'open';
CREATE INDEX job_open ON job (opened_at DESC) WHERE status = 'open';

CREATE INDEX audit_person ON audit (person_id, id DESC);

-- Who greases an area and what lies below it.
CREATE TABLE area_charge (
  area text PRIMARY KEY CHECK (area <> ''),
  person_id bigint NOT NULL REFERENCES person
);
CREATE INDEX area_charge_person ON area_charge (person_id);

-- What somebody looks at again and again on a screen. A search of the rack was one already.
ALTER TABLE saved_search ADD COLUMN screen text NOT NULL DEFAULT 'rack' CHECK (screen IN ('rack', 'yard', 'machines'));
ALTER TABLE saved_search DROP CONSTRAINT saved_search_person_id_name_key;
ALTER TABLE saved_search ADD UNIQUE (person_id, screen, name);

-- What a machine is found by: any part of any word.
CREATE EXTENSION IF NOT EXISTS pg_trgm;
ALTER TABLE machine ADD COLUMN words text GENERATED ALWAYS AS (lower(code || ' ' || name || ' ' || area || ' ' || location)) STORED;
CREATE INDEX machine_words ON machine USING gin (words gin_trgm_ops);
CREATE INDEX machine_listed ON machine (code) WHERE retired_at IS NULL;
CREATE INDEX machine_area ON machine (area text_pattern_ops) WHERE retired_at IS NULL;
CREATE INDEX shaft_line_machine ON shaft_line (machine_id);

-- What a position is found by: its machine, its own name and what is fitted. Kept here, since one box looks through all of them.
ALTER TABLE position ADD COLUMN words text NOT NULL DEFAULT '';

CREATE INDEX position_words ON position USING gin (words gin_trgm_ops);

CREATE FUNCTION position_words() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  NEW.words := (SELECT m.words || ' ' || lower(NEW.name) FROM shaft_line s JOIN machine m ON m.id = s.machine_id WHERE s.id = NEW.shaft_line_id)
    || coalesce((SELECT lower(string_agg(' ' || i.designation || coalesce(' c' || i.clearance_group, ''), '' ORDER BY x.number))
         FROM place x JOIN installation i ON i.place_id = x.id AND upper_inf(i.fitted) WHERE x.position_id = NEW.id AND x.retired_at IS NULL), '');
  RETURN NEW;
END $$;
CREATE TRIGGER position_words BEFORE INSERT OR UPDATE OF name, words ON position FOR EACH ROW EXECUTE FUNCTION position_words();

CREATE FUNCTION fitted_words() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE position SET words = '' WHERE id = (SELECT position_id FROM place WHERE id = coalesce(NEW.place_id, OLD.place_id));
  RETURN NULL;
END $$;
CREATE TRIGGER fitted_words AFTER INSERT OR UPDATE OR DELETE ON installation FOR EACH ROW EXECUTE FUNCTION fitted_words();

CREATE FUNCTION place_words() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE position SET words = '' WHERE id = NEW.position_id;
  RETURN NULL;
END $$;
CREATE TRIGGER place_words AFTER UPDATE OF retired_at ON place FOR EACH ROW EXECUTE FUNCTION place_words();

CREATE FUNCTION machine_words() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE position SET words = '' WHERE shaft_line_id IN (SELECT id FROM shaft_line WHERE machine_id = NEW.id);
  RETURN NULL;
END $$;
CREATE TRIGGER machine_words AFTER UPDATE OF code, name, area, location ON machine FOR EACH ROW EXECUTE FUNCTION machine_words();

UPDATE position SET words = '';

-- Where a bearing is fitted and which jobs speak of it.
CREATE INDEX installation_designation ON installation (designation);
CREATE INDEX job_designations ON job USING gin ((summary -> 'designations'));

-- When the next of the points of a machine is due: what needs grease first is found without looking at every point.
ALTER TABLE machine ADD COLUMN next_due timestamptz;

CREATE FUNCTION renew_next_due(of_position bigint) RETURNS void LANGUAGE sql AS $$
  UPDATE machine m SET next_due = (SELECT min(l.due_at) FROM shaft_line s JOIN position p ON p.shaft_line_id = s.id AND p.retired_at IS NULL
    JOIN lubrication_point l ON l.position_id = p.id WHERE s.machine_id = m.id)
  WHERE m.id = (SELECT s.machine_id FROM position p JOIN shaft_line s ON s.id = p.shaft_line_id WHERE p.id = of_position)
$$;
CREATE FUNCTION point_next_due() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM renew_next_due(coalesce(NEW.position_id, OLD.position_id));
  RETURN NULL;
END $$;
CREATE TRIGGER point_next_due AFTER INSERT OR DELETE OR UPDATE OF due_at ON lubrication_point FOR EACH ROW EXECUTE FUNCTION point_next_due();
CREATE FUNCTION position_next_due() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM renew_next_due(NEW.id);
  RETURN NULL;
END $$;
CREATE TRIGGER position_next_due AFTER UPDATE OF retired_at ON position FOR EACH ROW EXECUTE FUNCTION position_next_due();

UPDATE machine m SET next_due = (SELECT min(l.due_at) FROM shaft_line s JOIN position p ON p.shaft_line_id = s.id AND p.retired_at IS NULL
  JOIN lubrication_point l ON l.position_id = p.id WHERE s.machine_id = m.id);
CREATE INDEX machine_next_due ON machine (next_due, code) WHERE retired_at IS NULL;
