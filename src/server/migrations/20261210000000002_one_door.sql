-- What came under a key, so that something else under the same key is told from the same thing once more. Keys of changes are keys of commands.
ALTER TABLE command ADD COLUMN body_sum text;
DROP TABLE change_key;

-- What is done is named by its kind, and what is changed in the records tells of itself.
CREATE OR REPLACE FUNCTION tell_what_changed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  about text;
BEGIN
  about := CASE
    WHEN NEW.subject ~ '^job \d+$' THEN NEW.subject || ' ' || coalesce((SELECT revision FROM job WHERE id = substr(NEW.subject, 5)::bigint), 0)
    WHEN NEW.subject ~ '^(machine|shaft line|line|greasing point) \d+$' OR NEW.subject ~ '^list [a-z-]+$' THEN NEW.subject
    WHEN NEW.subject LIKE 'area %' THEN 'areas'
    WHEN NEW.subject IN ('settings', 'plant') THEN NEW.subject
  END;
  IF about IS NOT NULL THEN
    PERFORM pg_notify('yardfrost_changed', about);
  END IF;
  -- Its line has a card more, or less, and after it is closed other bearings.
  IF NEW.action IN ('open-card', 'finish-card', 'cancel-card') THEN
    PERFORM pg_notify('yardfrost_changed', 'shaft line ' || (SELECT shaft_line_id FROM job WHERE id = substr(NEW.subject, 5)::bigint));
  END IF;
  RETURN NULL;
END $$;
CREATE FUNCTION tell_record_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('yardfrost_changed', CASE WHEN NEW.shaft_line_id IS NULL THEN 'machine ' || NEW.machine_id ELSE 'shaft line ' || NEW.shaft_line_id END);
  RETURN NULL;
END $$;
CREATE TRIGGER record_change_told AFTER INSERT ON record_change FOR EACH ROW EXECUTE FUNCTION tell_record_change();
