-- Up Migration
-- Looks at somebody else's work without a job card: what was seen, and what followed from it on that day.
CREATE TABLE visit_check (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  shaft_line_id bigint NOT NULL REFERENCES shaft_line,
  at timestamptz NOT NULL,
  person_id bigint NOT NULL REFERENCES person,
  answers jsonb NOT NULL,
  result jsonb NOT NULL,
  pictures bigint[] NOT NULL DEFAULT '{}',
  core_version text NOT NULL
);
CREATE INDEX visit_check_line ON visit_check (shaft_line_id, at DESC);
-- What a visit said stays as it was said.
CREATE TRIGGER visit_check_append_only BEFORE UPDATE OR DELETE ON visit_check
  FOR EACH STATEMENT EXECUTE FUNCTION audit_is_append_only();
