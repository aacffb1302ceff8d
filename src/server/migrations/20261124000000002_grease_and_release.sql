-- Up Migration
ALTER TABLE answer DROP CONSTRAINT answer_station_check;
ALTER TABLE answer ADD CONSTRAINT answer_station_check
  CHECK (station IN ('identify', 'duty', 'select', 'arrange', 'fit', 'mount', 'lubricate', 'runin', 'inspect'));

ALTER TABLE person ADD COLUMN theme text NOT NULL DEFAULT 'day' CHECK (theme IN ('day', 'night'));

-- A finished card keeps what it knew, so that it reads the same for ever; `finish_reason` says why it was closed with something open.
ALTER TABLE job ADD COLUMN context jsonb, ADD COLUMN finish_reason text NOT NULL DEFAULT '';

CREATE TABLE grease (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL UNIQUE CHECK (name <> ''),
  thickener text NOT NULL,
  base_oil text NOT NULL,
  nlgi text NOT NULL,
  viscosity_40 numeric NOT NULL,
  viscosity_100 numeric NOT NULL CHECK (viscosity_100 > 1 AND viscosity_40 > viscosity_100),
  low_c numeric NOT NULL,
  high_c numeric NOT NULL CHECK (high_c > low_c)
);

-- A gun is an instrument: ten strokes weighed say what one gives.
CREATE TABLE grease_gun (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL UNIQUE CHECK (name <> ''),
  strokes_weighed integer NOT NULL CHECK (strokes_weighed > 0),
  grams_weighed numeric NOT NULL CHECK (grams_weighed > 0),
  weighed_at timestamptz NOT NULL,
  weighed_by bigint REFERENCES person
);

-- What is wanted at a position; last and due follow the events, so that the due list reads no history.
CREATE TABLE lubrication_point (
  position_id bigint PRIMARY KEY REFERENCES position,
  grease_id bigint REFERENCES grease,
  school text NOT NULL CHECK (school IN ('manual', 'interval-formula', 'grease-life', 'condition')),
  interval_h numeric CHECK (interval_h > 0),
  interval_days numeric CHECK (interval_days > 0),
  quantity_g numeric CHECK (quantity_g > 0),
  job_id bigint REFERENCES job,
  last_at timestamptz,
  due_at timestamptz
);
CREATE INDEX lubrication_point_due ON lubrication_point (due_at);

CREATE TABLE grease_event (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  -- Made where it was typed; the same entry sent twice is one.
  key uuid NOT NULL UNIQUE,
  position_id bigint NOT NULL REFERENCES position,
  at timestamptz NOT NULL,
  person_id bigint NOT NULL REFERENCES person,
  kind text NOT NULL CHECK (kind IN ('greased', 'skipped', 'filled', 'changed-over')),
  grease_id bigint REFERENCES grease,
  gun_id bigint REFERENCES grease_gun,
  strokes integer CHECK (strokes > 0),
  grams numeric CHECK (grams > 0),
  looks text NOT NULL DEFAULT '',
  note text NOT NULL DEFAULT '',
  CHECK (kind = 'skipped' OR (grams IS NOT NULL AND grease_id IS NOT NULL)),
  CHECK (kind <> 'skipped' OR note <> '')
);
CREATE INDEX grease_event_at ON grease_event (position_id, at DESC);

-- Each entry stands for good; the newest of a designation counts.
CREATE TABLE makers_figures (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  designation text NOT NULL REFERENCES bearing,
  dynamic_rating_n numeric CHECK (dynamic_rating_n > 0),
  static_rating_n numeric CHECK (static_rating_n > 0),
  fatigue_load_limit_n numeric CHECK (fatigue_load_limit_n > 0),
  mass_kg numeric CHECK (mass_kg > 0),
  sheet text NOT NULL CHECK (sheet <> ''),
  entered_at timestamptz NOT NULL,
  entered_by bigint NOT NULL REFERENCES person
);
CREATE INDEX makers_figures_newest ON makers_figures (designation, entered_at DESC);

CREATE INDEX installation_position ON installation (position_id);
CREATE INDEX job_position ON job (position_id, opened_at DESC);
