-- Up Migration
-- What lies in a machine's folder: the maker's manual, its nameplate, pictures, drawings; several machines may share one.
CREATE TABLE document (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('manual', 'nameplate', 'picture', 'drawing')),
  name text NOT NULL CHECK (name <> ''),
  media_type text NOT NULL CHECK (media_type IN ('application/pdf', 'image/png', 'image/jpeg', 'image/webp')),
  bytes bytea NOT NULL,
  size integer NOT NULL CHECK (size > 0),
  -- SHA-256 of the bytes, so that the same file is kept once.
  sum text NOT NULL UNIQUE,
  added_at timestamptz NOT NULL,
  added_by bigint NOT NULL REFERENCES person
);
ALTER TABLE document ALTER COLUMN bytes SET STORAGE EXTERNAL;

CREATE TABLE machine_document (
  machine_id bigint NOT NULL REFERENCES machine,
  document_id bigint NOT NULL REFERENCES document,
  PRIMARY KEY (machine_id, document_id)
);
CREATE INDEX machine_document_document ON machine_document (document_id);

-- What such a paper says on bearings: a source that cards quote. Without a position it holds for the whole machine.
CREATE TABLE saying (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  document_id bigint NOT NULL REFERENCES document,
  machine_id bigint NOT NULL REFERENCES machine,
  position_id bigint REFERENCES position,
  subject text NOT NULL CHECK (subject IN ('designation', 'clearance', 'grease', 'interval', 'quantity', 'limit', 'fit')),
  words text NOT NULL CHECK (words <> ''),
  -- Hours of an interval, grams of a quantity.
  amount numeric CHECK (amount > 0),
  page integer CHECK (page > 0),
  added_at timestamptz NOT NULL,
  added_by bigint NOT NULL REFERENCES person,
  removed_at timestamptz,
  CHECK ((amount IS NOT NULL) = (subject IN ('interval', 'quantity')))
);
CREATE INDEX saying_machine ON saying (machine_id) WHERE removed_at IS NULL;
