-- Up Migration
-- A machine of one's own: where it stands as a path of areas, what was retired and why, versions for those who edit at once.
ALTER TABLE machine
  ADD COLUMN area text NOT NULL DEFAULT '',
  ADD COLUMN version integer NOT NULL DEFAULT 1,
  ADD COLUMN retired_at timestamptz,
  ADD COLUMN retired_reason text NOT NULL DEFAULT '';
ALTER TABLE shaft_line
  ADD COLUMN version integer NOT NULL DEFAULT 1,
  ADD COLUMN retired_at timestamptz;

-- What is taken out of a line stays readable in history.
ALTER TABLE position ADD COLUMN retired_at timestamptz;
ALTER TABLE place ADD COLUMN retired_at timestamptz;

-- What sits on a shaft besides its bearings; `slot` counts the supports to its left, along_mm is null where only the order is known.
CREATE TABLE component (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  shaft_line_id bigint NOT NULL REFERENCES shaft_line,
  number integer NOT NULL,
  kind text NOT NULL,
  slot integer NOT NULL CHECK (slot >= 0),
  along_mm numeric,
  UNIQUE (shaft_line_id, number)
);

-- Who changed what in the records of a machine, from what to what; append-only.
CREATE TABLE record_change (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL,
  person_id bigint NOT NULL REFERENCES person,
  machine_id bigint NOT NULL REFERENCES machine,
  shaft_line_id bigint REFERENCES shaft_line,
  kind text NOT NULL CHECK (kind IN ('made', 'changed', 'retired', 'brought-back')),
  before jsonb,
  after jsonb
);
CREATE INDEX record_change_machine ON record_change (machine_id, at DESC);
CREATE INDEX record_change_line ON record_change (shaft_line_id, at DESC);
CREATE TRIGGER record_change_guard BEFORE UPDATE OR DELETE OR TRUNCATE ON record_change
  FOR EACH STATEMENT EXECUTE FUNCTION audit_is_append_only();

-- Machines and their lines come and go as one of the plant's lists.
ALTER TABLE import_batch DROP CONSTRAINT import_batch_kind_check,
  ADD CHECK (kind IN ('machines', 'bearings', 'figures', 'letters', 'cross-references', 'stock'));
