-- Up Migration
-- People, greasing points and what was fitted before come and go as lists too.
ALTER TABLE import_batch DROP CONSTRAINT IF EXISTS import_batch_kind_check1, DROP CONSTRAINT IF EXISTS import_batch_kind_check,
  ADD CONSTRAINT import_batch_kind_check
    CHECK (kind IN ('machines', 'people', 'greasing', 'history', 'bearings', 'figures', 'letters', 'cross-references', 'stock'));

-- What the columns of this plant's own files are called, settled once: {their name: ours}, an empty text for one left out.
CREATE TABLE column_names (
  kind text PRIMARY KEY,
  names jsonb NOT NULL
);

-- How far a list is that is being read, and whether somebody wants it stopped; rows go with the work.
CREATE TABLE import_progress (
  id uuid PRIMARY KEY,
  person_id bigint NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  done integer NOT NULL,
  total integer NOT NULL,
  stopped boolean NOT NULL DEFAULT false
);
