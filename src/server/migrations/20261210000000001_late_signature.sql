-- A signature that arrived late and could not count is kept as it was given: by whom, when by the device, on which figures, and why not.
CREATE TABLE late_signature (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  job_id bigint NOT NULL REFERENCES job,
  step text NOT NULL,
  person_id bigint NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  heard_at timestamptz NOT NULL,
  rests jsonb NOT NULL,
  why text NOT NULL CHECK (why IN ('closed', 'role', 'gone', 'blocked'))
);
CREATE INDEX late_signature_job ON late_signature (job_id, step, id);
CREATE TRIGGER late_signature_append_only BEFORE UPDATE OR DELETE ON late_signature
  FOR EACH STATEMENT EXECUTE FUNCTION audit_is_append_only();
