-- Up Migration
-- A machine stands at its location; the word place is taken for a bearing in a position.
ALTER TABLE machine RENAME COLUMN place TO location;

ALTER TABLE shaft_line
  ADD COLUMN orientation text NOT NULL DEFAULT 'horizontal' CHECK (orientation IN ('horizontal', 'vertical', 'tilted')),
  ADD COLUMN tilt_deg numeric NOT NULL DEFAULT 0 CHECK (tilt_deg BETWEEN 0 AND 90),
  ADD COLUMN turning text NOT NULL DEFAULT 'shaft' CHECK (turning IN ('shaft', 'housing')),
  ALTER COLUMN span_mm DROP NOT NULL;

-- Positions in any number along a line, from the drive side; the code is given once and stays when something is renamed or moved.
ALTER TABLE position RENAME COLUMN station_mm TO along_mm;
UPDATE position p SET along_mm = CASE WHEN p.shaft_end = 'drive' THEN 0 ELSE coalesce(s.span_mm, p.along_mm) END
FROM shaft_line s WHERE s.id = p.shaft_line_id
  AND (SELECT count(*) FROM position o WHERE o.shaft_line_id = s.id) = 2;
ALTER TABLE position ADD COLUMN code text;
UPDATE position p SET code = CASE WHEN p.shaft_end = 'drive' OR NOT EXISTS (
    SELECT 1 FROM position o WHERE o.shaft_line_id = p.shaft_line_id AND o.shaft_end = 'drive') THEN 'p1' ELSE 'p2' END;
ALTER TABLE position
  ALTER COLUMN code SET NOT NULL,
  ADD CHECK (code ~ '^p[1-9][0-9]*$'),
  ADD UNIQUE (shaft_line_id, code),
  ADD COLUMN housing jsonb NOT NULL DEFAULT '{}';

-- Neighbouring places of a position that are bought, fitted and replaced together.
CREATE TABLE place_set (
  position_id bigint NOT NULL REFERENCES position,
  code text NOT NULL CHECK (code ~ '^s[1-9][0-9]*$'),
  arrangement text NOT NULL CHECK (arrangement IN ('back-to-back', 'face-to-face', 'tandem')),
  PRIMARY KEY (position_id, code)
);

-- One bearing of a position, counted from the drive side. What holds each ring to each side is a fact of the place.
CREATE TABLE place (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  position_id bigint NOT NULL REFERENCES position,
  number integer NOT NULL CHECK (number > 0),
  set_code text,
  shaft_seat jsonb NOT NULL DEFAULT '{"kind": "not-recorded"}',
  housing_seat jsonb NOT NULL DEFAULT '{"kind": "not-recorded"}',
  holding jsonb NOT NULL DEFAULT '{"inner": ["not-recorded", "not-recorded"], "outer": ["not-recorded", "not-recorded"]}',
  UNIQUE (position_id, number),
  FOREIGN KEY (position_id, set_code) REFERENCES place_set
);
INSERT INTO place (position_id, number, holding)
SELECT id, 1, jsonb_build_object('inner', '["not-recorded", "not-recorded"]'::jsonb, 'outer', CASE
  WHEN held THEN '["held", "held"]'::jsonb WHEN NOT held THEN '["free", "free"]'::jsonb ELSE '["not-recorded", "not-recorded"]'::jsonb END)
FROM position ORDER BY id;

-- A pair that was written down in words is two places that go together; what was written stays beside it.
INSERT INTO place_set (position_id, code, arrangement)
SELECT DISTINCT ON (position_id) position_id, 's1', (regexp_match(designation, ' pair, (back-to-back|face-to-face|tandem)$'))[1]
FROM installation WHERE designation ~ '. pair, (back-to-back|face-to-face|tandem)$' AND upper_inf(fitted) ORDER BY position_id, id DESC;
INSERT INTO place (position_id, number, holding)
SELECT p.position_id, 2, p.holding FROM place p JOIN place_set s USING (position_id) ORDER BY p.id;
UPDATE place p SET set_code = s.code FROM place_set s WHERE s.position_id = p.position_id;

ALTER TABLE installation
  ADD COLUMN place_id bigint REFERENCES place,
  ADD COLUMN written_as text NOT NULL DEFAULT '',
  ADD COLUMN parts jsonb NOT NULL DEFAULT '[]';
UPDATE installation i SET place_id = p.id, written_as = designation FROM place p WHERE p.position_id = i.position_id AND p.number = 1;
ALTER TABLE installation
  DROP COLUMN position_id,
  ALTER COLUMN place_id SET NOT NULL,
  ADD EXCLUDE USING gist (place_id WITH =, fitted WITH &&);
CREATE INDEX installation_place ON installation (place_id);
UPDATE installation i SET designation = regexp_replace(i.designation, ' pair, (back-to-back|face-to-face|tandem)$', '')
FROM place p WHERE p.id = i.place_id AND p.set_code IS NOT NULL;
INSERT INTO installation (designation, clearance_group, fitted, place_id, written_as)
SELECT i.designation, i.clearance_group, i.fitted, q.id, i.written_as
FROM installation i JOIN place p ON p.id = i.place_id AND p.set_code IS NOT NULL
JOIN place q ON q.position_id = p.position_id AND q.number = 2 AND p.number = 1
WHERE i.written_as <> i.designation;

-- A job is of a shaft line and names the places that it works on; one open job a place.
ALTER TABLE job
  ADD COLUMN shaft_line_id bigint REFERENCES shaft_line,
  ADD COLUMN revision integer NOT NULL DEFAULT 0,
  ADD COLUMN cancelled_at timestamptz,
  ADD COLUMN cancelled_by bigint REFERENCES person,
  ADD COLUMN cancel_reason text NOT NULL DEFAULT '';
UPDATE job j SET shaft_line_id = p.shaft_line_id FROM position p WHERE p.id = j.position_id;
CREATE TABLE job_place (
  job_id bigint NOT NULL REFERENCES job,
  place_id bigint NOT NULL REFERENCES place,
  open boolean NOT NULL,
  PRIMARY KEY (job_id, place_id)
);
CREATE UNIQUE INDEX job_place_one_open ON job_place (place_id) WHERE open;
CREATE INDEX job_place_place ON job_place (place_id);
INSERT INTO job_place (job_id, place_id, open)
SELECT j.id, p.id, j.status = 'open' FROM job j JOIN place p ON p.position_id = j.position_id
WHERE p.number = 1 OR (p.set_code IS NOT NULL AND j.status = 'open');

-- Answers stand one by one, each where it belongs: the line, a position (p2), a place (p2.1). Every version is kept beside them.
CREATE TEMPORARY TABLE old_place ON COMMIT DROP AS
SELECT j.id AS job_id, p.code AS own, p.shaft_line_id FROM job j JOIN position p ON p.id = j.position_id;
CREATE FUNCTION pg_temp.scope_of(own text, station text, field text, data jsonb) RETURNS text LANGUAGE sql AS $$
  SELECT CASE
    WHEN field = 'driveEndHeld' THEN 'p1'
    WHEN field = 'nonDriveEndHeld' THEN 'p2'
    WHEN station = 'arrange' AND field = 'floatPresentMm' THEN CASE WHEN data ->> 'driveEndHeld' = 'false' THEN 'p1' ELSE 'p2' END
    WHEN station IN ('arrange', 'select') THEN 'line'
    WHEN station = 'duty' AND field IN ('speedRpm', 'hoursPerDay', 'turningRing', 'loadDirection', 'shock') THEN 'line'
    WHEN station = 'runin' AND field = 'machineClass' THEN 'line'
    WHEN station = 'mount' AND field = 'pressRatingN' THEN 'line'
    WHEN station = 'inspect' AND field IN ('bothEndsHeld', 'inverterDrive', 'beltDrive', 'standsStill') THEN 'line'
    WHEN station IN ('duty', 'lubricate', 'runin') THEN own
    ELSE own || '.1' END
$$;
ALTER TABLE answer RENAME TO answer_by_station;
ALTER TABLE answer_by_station RENAME CONSTRAINT answer_pkey TO answer_by_station_pkey;
CREATE TABLE answer (
  job_id bigint NOT NULL REFERENCES job,
  scope text NOT NULL CHECK (scope ~ '^(line|p[1-9][0-9]*(\.[1-9][0-9]*)?)$'),
  station text NOT NULL,
  field text NOT NULL,
  version integer NOT NULL CHECK (version > 0),
  value jsonb NOT NULL,
  revision integer NOT NULL,
  saved_at timestamptz NOT NULL,
  saved_by bigint NOT NULL REFERENCES person,
  PRIMARY KEY (job_id, scope, station, field)
);
CREATE TABLE answer_version (
  job_id bigint NOT NULL REFERENCES job,
  scope text NOT NULL,
  station text NOT NULL,
  field text NOT NULL,
  version integer NOT NULL,
  value jsonb NOT NULL,
  saved_at timestamptz NOT NULL,
  saved_by bigint NOT NULL REFERENCES person,
  PRIMARY KEY (job_id, scope, station, field, version)
);
WITH one_by_one AS (
  SELECT a.job_id, a.version, a.station, pg_temp.scope_of(o.own, a.station, e.key, a.data) AS scope,
         CASE WHEN e.key IN ('driveEndHeld', 'nonDriveEndHeld') THEN 'held' ELSE e.key END AS field, e.value, a.saved_at, a.saved_by
  FROM answer_by_station a JOIN old_place o ON o.job_id = a.job_id
  CROSS JOIN LATERAL jsonb_each(CASE WHEN jsonb_typeof(a.data) = 'object' THEN a.data ELSE '{}'::jsonb END) e
), compared AS (
  SELECT *, lag(value) OVER (PARTITION BY job_id, scope, station, field ORDER BY version) AS was FROM one_by_one
), changed AS (
  SELECT * FROM compared WHERE value IS DISTINCT FROM was AND NOT (was IS NULL AND value IN ('null', 'false', '[]', '""'))
)
INSERT INTO answer_version (job_id, scope, station, field, version, value, saved_at, saved_by)
SELECT job_id, scope, station, field, row_number() OVER (PARTITION BY job_id, scope, station, field ORDER BY version), value, saved_at, saved_by
FROM changed;
INSERT INTO answer (job_id, scope, station, field, version, value, revision, saved_at, saved_by)
SELECT DISTINCT ON (job_id, scope, station, field) job_id, scope, station, field, version, value, 0, saved_at, saved_by
FROM answer_version ORDER BY job_id, scope, station, field, version DESC;
DROP TABLE answer_by_station;

-- Changes that were taken: sending them again is harmless.
CREATE TABLE change_key (
  key uuid PRIMARY KEY,
  job_id bigint NOT NULL REFERENCES job,
  at timestamptz NOT NULL
);
CREATE INDEX change_key_at ON change_key (at);

-- Duty belongs to the line: each version holds all of it, the newest word on every field.
CREATE FUNCTION pg_temp.duty_of(own text, data jsonb) RETURNS jsonb LANGUAGE sql AS $$
  SELECT coalesce(jsonb_object_agg(pg_temp.scope_of(own, 'duty', key, '{}') || '/duty.' || key, value), '{}') FROM jsonb_each(data)
$$;
DO $$
DECLARE
  version record;
  line bigint := 0;
  so_far jsonb;
BEGIN
  FOR version IN SELECT d.id, d.shaft_line_id, d.data, p.code FROM duty d JOIN position p ON p.id = d.position_id ORDER BY d.shaft_line_id, d.version LOOP
    IF version.shaft_line_id <> line THEN
      line := version.shaft_line_id;
      so_far := '{}';
    END IF;
    so_far := so_far || pg_temp.duty_of(version.code, version.data);
    UPDATE duty SET data = so_far WHERE id = version.id;
  END LOOP;
END $$;
ALTER TABLE duty DROP COLUMN position_id;

-- Figures by where they stand; `shown` is how each read, so that a change can tell what moved without computing the old ones again.
ALTER TABLE result ADD COLUMN scope text, ADD COLUMN shown jsonb;
ALTER TABLE result DROP CONSTRAINT result_pkey;
DELETE FROM result;
ALTER TABLE result ALTER COLUMN scope SET NOT NULL, ALTER COLUMN shown SET NOT NULL, ADD PRIMARY KEY (job_id, scope, station);

CREATE FUNCTION pg_temp.figure_key(own text, key text) RETURNS text LANGUAGE sql AS $$
  SELECT CASE split_part(key, '.', 1) WHEN 'arrange' THEN 'line' WHEN 'duty' THEN own WHEN 'lubricate' THEN own WHEN 'runin' THEN own ELSE own || '.1' END
    || '/' || key
$$;
UPDATE moved_figure m SET key = pg_temp.figure_key(o.own, m.key) FROM old_place o WHERE o.job_id = m.job_id;
UPDATE step t SET
  key = CASE WHEN t.key IN ('isolate', 'guards', 'release') THEN 'line' WHEN t.key IN ('fill', 'clean-out') THEN o.own ELSE o.own || '.1' END || '/' || t.key,
  rested_on = CASE WHEN t.rested_on IS NULL THEN NULL
    ELSE coalesce((SELECT jsonb_object_agg(pg_temp.figure_key(o.own, e.key), e.value) FROM jsonb_each(t.rested_on) e), '{}'::jsonb) END
FROM old_place o WHERE o.job_id = t.job_id;

UPDATE job SET summary = summary || jsonb_build_object('designations',
  CASE WHEN summary ->> 'designation' IS NULL THEN '[]'::jsonb ELSE jsonb_build_array(summary ->> 'designation') END);
ALTER TABLE job DROP COLUMN position_id, ALTER COLUMN shaft_line_id SET NOT NULL;
ALTER TABLE job DROP CONSTRAINT job_status_check, ADD CHECK (status IN ('planned', 'open', 'finished', 'cancelled')),
  ADD CHECK ((status = 'cancelled') = (cancelled_at IS NOT NULL));
CREATE INDEX job_shaft_line ON job (shaft_line_id, opened_at DESC);
ALTER TABLE position DROP COLUMN shaft_end, DROP COLUMN held;

-- One row for every bearing that a finished card fitted: what the plant counts.
CREATE TABLE finished_place (
  job_id bigint NOT NULL REFERENCES job,
  place_id bigint NOT NULL REFERENCES place,
  designation text NOT NULL,
  clearance_group text,
  hours_run numeric,
  cause text,
  method text,
  PRIMARY KEY (job_id, place_id)
);
INSERT INTO finished_place (job_id, place_id, designation, cause)
SELECT j.id, jp.place_id, j.summary ->> 'designation', j.summary ->> 'cause' FROM job j JOIN job_place jp ON jp.job_id = j.id
WHERE j.status = 'finished' AND j.summary ->> 'designation' IS NOT NULL;
