-- Up Migration

-- What lies on a shelf is a bearing of the rack or a part of the standards' tables.
ALTER TABLE stock_item ALTER COLUMN designation DROP NOT NULL,
  ADD COLUMN part text CHECK (part <> ''),
  ADD CONSTRAINT stock_item_is_one CHECK (num_nonnulls(designation, part) = 1);
CREATE INDEX stock_item_part ON stock_item (part);

-- The plant's tools and instruments, each as it stands in its list.
CREATE TABLE tool (name text PRIMARY KEY CHECK (name <> ''), entry jsonb NOT NULL);
CREATE TABLE instrument (name text PRIMARY KEY CHECK (name <> ''), entry jsonb NOT NULL);
-- Bearings that may not be fitted until somebody has looked.
CREATE TABLE put_aside (name text PRIMARY KEY CHECK (name <> ''), entry jsonb NOT NULL);

ALTER TABLE import_batch DROP CONSTRAINT import_batch_kind_check,
  ADD CONSTRAINT import_batch_kind_check CHECK (kind IN ('machines', 'people', 'greasing', 'history', 'bearings', 'figures', 'letters',
    'cross-references', 'stock', 'tools', 'instruments', 'aside'));

-- Every reading of a step that was ever written down: what, with which instrument, when, and by whom.
CREATE TABLE step_reading (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  job_id bigint NOT NULL REFERENCES job,
  step text NOT NULL,
  field text NOT NULL,
  value double precision NOT NULL,
  instrument text,
  at timestamptz NOT NULL,
  person_id bigint NOT NULL REFERENCES person
);
CREATE INDEX step_reading_job ON step_reading (job_id, step, field, id);
CREATE TRIGGER step_reading_append_only BEFORE UPDATE OR DELETE ON step_reading
  FOR EACH STATEMENT EXECUTE FUNCTION audit_is_append_only();
