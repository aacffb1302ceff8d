-- What people did, one row a command: under its key it is taken once, and answered again as the first time. `at` is the device's time.
CREATE TABLE command (
  key uuid PRIMARY KEY,
  person_id bigint NOT NULL REFERENCES person,
  device text NOT NULL,
  at timestamptz NOT NULL,
  heard_at timestamptz NOT NULL,
  kind text NOT NULL,
  outcome text NOT NULL CHECK (outcome IN ('done', 'refused', 'conflict')),
  answer jsonb NOT NULL
);
CREATE INDEX command_heard ON command (heard_at);
