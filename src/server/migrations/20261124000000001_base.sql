-- Up Migration
CREATE EXTENSION IF NOT EXISTS btree_gist;

CREATE TABLE setting (
  key text PRIMARY KEY,
  value text NOT NULL
);

CREATE TABLE person (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  login text NOT NULL UNIQUE CHECK (login ~ '^[a-z][a-z0-9.-]+$'),
  role text NOT NULL CHECK (role IN ('viewer', 'technician', 'planner', 'administrator')),
  password_hash text NOT NULL,
  units text NOT NULL DEFAULT 'metric' CHECK (units IN ('metric', 'inch')),
  active boolean NOT NULL DEFAULT true
);

CREATE TABLE session (
  sid text PRIMARY KEY,
  sess json NOT NULL,
  expire timestamptz(6) NOT NULL
);
CREATE INDEX session_expire ON session (expire);

-- Failed sign-ins by login name; lives here so that every instance sees it.
CREATE TABLE sign_in_attempt (
  login text PRIMARY KEY,
  failures integer NOT NULL CHECK (failures > 0),
  blocked_until timestamptz NOT NULL
);

CREATE TABLE plant (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL
);

CREATE TABLE machine (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  plant_id bigint NOT NULL REFERENCES plant,
  code text NOT NULL UNIQUE,
  name text NOT NULL,
  place text NOT NULL DEFAULT '',
  notes text NOT NULL DEFAULT ''
);

CREATE TABLE shaft_line (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  machine_id bigint NOT NULL REFERENCES machine,
  name text NOT NULL,
  span_mm numeric NOT NULL CHECK (span_mm > 0),
  shaft_material text NOT NULL,
  housing_material text NOT NULL,
  carries text NOT NULL
);

CREATE TABLE position (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  shaft_line_id bigint NOT NULL REFERENCES shaft_line,
  name text NOT NULL,
  shaft_end text NOT NULL CHECK (shaft_end IN ('drive', 'non-drive')),
  station_mm numeric NOT NULL CHECK (station_mm >= 0),
  held boolean,
  UNIQUE (shaft_line_id, shaft_end)
);

CREATE TABLE bearing (
  designation text PRIMARY KEY,
  family text NOT NULL,
  bore_mm numeric NOT NULL CHECK (bore_mm > 0),
  outside_mm numeric NOT NULL CHECK (outside_mm > bore_mm),
  width_mm numeric NOT NULL CHECK (width_mm > 0),
  data jsonb NOT NULL
);

-- What is fitted may lie outside the catalogue, so the designation is text.
CREATE TABLE installation (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  position_id bigint NOT NULL REFERENCES position,
  designation text NOT NULL CHECK (designation <> ''),
  clearance_group text,
  fitted tstzrange NOT NULL,
  EXCLUDE USING gist (position_id WITH =, fitted WITH &&)
);

CREATE TABLE job (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  number text NOT NULL UNIQUE,
  position_id bigint NOT NULL REFERENCES position,
  reason text NOT NULL DEFAULT '',
  status text NOT NULL CHECK (status IN ('open', 'finished')),
  opened_at timestamptz NOT NULL,
  opened_by bigint NOT NULL REFERENCES person,
  finished_at timestamptz,
  duty_id bigint,
  summary jsonb NOT NULL DEFAULT '{"questions":0,"stops":0,"done":[],"designation":null}',
  CHECK ((status = 'finished') = (finished_at IS NOT NULL))
);
-- One open job a position: two cards would sign against each other.
CREATE UNIQUE INDEX job_one_open ON job (position_id) WHERE status = 'open';
CREATE SEQUENCE job_number START 101;

CREATE TABLE duty (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  shaft_line_id bigint NOT NULL REFERENCES shaft_line,
  position_id bigint NOT NULL REFERENCES position,
  version integer NOT NULL CHECK (version > 0),
  data jsonb NOT NULL,
  job_id bigint REFERENCES job,
  saved_at timestamptz NOT NULL,
  saved_by bigint NOT NULL REFERENCES person,
  UNIQUE (shaft_line_id, version)
);
ALTER TABLE job ADD FOREIGN KEY (duty_id) REFERENCES duty;

CREATE TABLE answer (
  job_id bigint NOT NULL REFERENCES job,
  station text NOT NULL CHECK (station IN ('identify', 'duty', 'select', 'arrange', 'fit', 'mount')),
  version integer NOT NULL CHECK (version > 0),
  data jsonb NOT NULL,
  saved_at timestamptz NOT NULL,
  saved_by bigint NOT NULL REFERENCES person,
  PRIMARY KEY (job_id, station, version)
);

CREATE TABLE result (
  job_id bigint NOT NULL REFERENCES job,
  station text NOT NULL,
  inputs jsonb NOT NULL,
  figures jsonb NOT NULL,
  core_version text NOT NULL,
  computed_at timestamptz NOT NULL,
  PRIMARY KEY (job_id, station)
);

CREATE TABLE moved_figure (
  job_id bigint NOT NULL REFERENCES job,
  key text NOT NULL,
  label text NOT NULL,
  station text NOT NULL,
  before text NOT NULL,
  after text NOT NULL,
  because text NOT NULL,
  PRIMARY KEY (job_id, key)
);

CREATE TABLE step (
  job_id bigint NOT NULL REFERENCES job,
  key text NOT NULL,
  version integer NOT NULL CHECK (version > 0),
  fields jsonb NOT NULL DEFAULT '{}',
  rested_on jsonb,
  signed_by bigint REFERENCES person,
  signed_at timestamptz,
  accepted_by bigint REFERENCES person,
  accepted_reason text,
  PRIMARY KEY (job_id, key),
  CHECK ((signed_by IS NULL) = (signed_at IS NULL) AND (signed_by IS NULL) = (rested_on IS NULL)),
  CHECK ((accepted_by IS NULL) = (accepted_reason IS NULL))
);

CREATE TABLE audit (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL,
  person_id bigint REFERENCES person,
  action text NOT NULL,
  subject text NOT NULL,
  detail jsonb NOT NULL DEFAULT '{}'
);
CREATE FUNCTION audit_is_append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the audit table is append-only';
END $$;
CREATE TRIGGER audit_guard BEFORE UPDATE OR DELETE OR TRUNCATE ON audit
  FOR EACH STATEMENT EXECUTE FUNCTION audit_is_append_only();
