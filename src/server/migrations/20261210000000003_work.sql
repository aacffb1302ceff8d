-- Work: one record above card, round, visit, inspection and errand. What is wanted stands here first; cards and visits hang on it.
CREATE TABLE work (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('card', 'round', 'visit', 'inspection', 'errand')),
  machine_id bigint REFERENCES machine,
  shaft_line_id bigint REFERENCES shaft_line,
  position_id bigint REFERENCES position,
  why text NOT NULL,
  origin text NOT NULL CHECK (origin IN ('person', 'skip', 'flag', 'wish')),
  state text NOT NULL CHECK (state IN ('wanted', 'open', 'done', 'dropped')),
  version int NOT NULL DEFAULT 1,
  in_hands bigint REFERENCES person,
  wanted_from date,
  wanted_to date,
  minutes int CHECK (minutes > 0),
  begun_at timestamptz NOT NULL,
  begun_by bigint NOT NULL REFERENCES person,
  ended_at timestamptz,
  ended_by bigint REFERENCES person,
  ended_why text NOT NULL DEFAULT '',
  CHECK (wanted_to >= wanted_from),
  CHECK ((state IN ('done', 'dropped')) = (ended_at IS NOT NULL))
);
CREATE INDEX work_open ON work (machine_id) WHERE state IN ('wanted', 'open');

ALTER TABLE job ADD COLUMN work_id bigint REFERENCES work;
ALTER TABLE visit_check ADD COLUMN work_id bigint REFERENCES work;

-- A card is its work: opened with it, in the same hands, ended with it.
CREATE FUNCTION card_is_work() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  stands text := CASE NEW.status WHEN 'open' THEN 'open' WHEN 'finished' THEN 'done' ELSE 'dropped' END;
BEGIN
  IF NEW.work_id IS NULL THEN
    INSERT INTO work (kind, machine_id, shaft_line_id, why, origin, state, in_hands, begun_at, begun_by, ended_at, ended_by, ended_why)
    SELECT 'card', s.machine_id, s.id, NEW.reason, 'person', stands, NEW.in_charge, NEW.opened_at, NEW.opened_by,
      coalesce(NEW.finished_at, NEW.cancelled_at), NEW.cancelled_by, coalesce(NEW.cancel_reason, NEW.finish_reason, '')
    FROM shaft_line s WHERE s.id = NEW.shaft_line_id RETURNING id INTO NEW.work_id;
  ELSE
    UPDATE work SET kind = 'card', state = stands, in_hands = NEW.in_charge, version = version + 1, ended_at = coalesce(NEW.finished_at, NEW.cancelled_at),
      ended_by = NEW.cancelled_by, ended_why = coalesce(NEW.cancel_reason, NEW.finish_reason, '') WHERE id = NEW.work_id;
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER job_is_work BEFORE INSERT OR UPDATE OF status, in_charge, work_id ON job FOR EACH ROW EXECUTE FUNCTION card_is_work();

-- A visit is work that was done when it is written down.
CREATE FUNCTION visit_is_work() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.work_id IS NULL THEN
    INSERT INTO work (kind, machine_id, shaft_line_id, why, origin, state, in_hands, begun_at, begun_by, ended_at, ended_by)
    SELECT 'visit', s.machine_id, s.id, '', 'person', 'done', NEW.person_id, NEW.at, NEW.person_id, NEW.at, NEW.person_id
    FROM shaft_line s WHERE s.id = NEW.shaft_line_id RETURNING id INTO NEW.work_id;
  END IF;
  RETURN NEW;
END $$;

-- What stands already.
UPDATE job SET work_id = NULL;
ALTER TABLE visit_check DISABLE TRIGGER visit_check_append_only;
CREATE TRIGGER visit_is_work BEFORE INSERT OR UPDATE ON visit_check FOR EACH ROW EXECUTE FUNCTION visit_is_work();
UPDATE visit_check SET work_id = NULL;
DROP TRIGGER visit_is_work ON visit_check;
CREATE TRIGGER visit_is_work BEFORE INSERT ON visit_check FOR EACH ROW EXECUTE FUNCTION visit_is_work();
ALTER TABLE visit_check ENABLE TRIGGER visit_check_append_only;
ALTER TABLE job ALTER COLUMN work_id SET NOT NULL, ADD UNIQUE (work_id);
ALTER TABLE visit_check ALTER COLUMN work_id SET NOT NULL, ADD UNIQUE (work_id);
