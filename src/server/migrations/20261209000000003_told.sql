-- What was done is told to every instance as soon as it stands: of what, by its number, and nothing of what was said.
CREATE FUNCTION tell_what_changed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  about text;
BEGIN
  about := CASE
    WHEN NEW.subject ~ '^job \d+$' THEN NEW.subject || ' ' || coalesce((SELECT revision FROM job WHERE id = substr(NEW.subject, 5)::bigint), 0)
    WHEN NEW.subject ~ '^(machine|shaft line|line|greasing point) \d+$' THEN NEW.subject
    WHEN NEW.action LIKE 'own-data%' THEN 'list ' || NEW.subject
    WHEN NEW.action = 'area-charge' THEN 'areas'
    WHEN NEW.subject IN ('settings', 'plant') THEN NEW.subject
  END;
  IF about IS NOT NULL THEN
    PERFORM pg_notify('yardfrost_changed', about);
  END IF;
  -- Its line has a card more, or less, and after it is closed other bearings.
  IF NEW.action IN ('open-job', 'finish-job', 'cancel-job') THEN
    PERFORM pg_notify('yardfrost_changed', 'shaft line ' || (SELECT shaft_line_id FROM job WHERE id = substr(NEW.subject, 5)::bigint));
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER audit_told AFTER INSERT ON audit FOR EACH ROW EXECUTE FUNCTION tell_what_changed();
