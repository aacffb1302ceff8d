-- Up Migration
-- Rows that the plant added stand beside the base rows of the core.
ALTER TABLE bearing
  ADD COLUMN origin text NOT NULL DEFAULT 'base' CHECK (origin IN ('base', 'plant')),
  ADD COLUMN entry jsonb,
  ADD CHECK ((origin = 'plant') = (entry IS NOT NULL));
CREATE INDEX bearing_plant ON bearing (designation) WHERE origin = 'plant';

-- What letters behind a number mean in this plant; over the common ones.
CREATE TABLE letter (
  letters text PRIMARY KEY CHECK (letters <> ''),
  feature text NOT NULL CHECK (feature IN ('closure', 'clearance', 'accuracy', 'heat', 'cage', 'groove', 'bore', 'design', 'fill')),
  value text NOT NULL CHECK (value <> ''),
  note text NOT NULL DEFAULT ''
);

-- Another name of a bearing: the store's own number, an old one, another maker's.
CREATE TABLE cross_reference (
  name text PRIMARY KEY CHECK (name <> ''),
  marking text NOT NULL CHECK (marking <> ''),
  note text NOT NULL DEFAULT ''
);

-- One marking on one shelf.
CREATE TABLE stock_item (
  marking text NOT NULL CHECK (marking <> ''),
  shelf text NOT NULL CHECK (shelf <> ''),
  designation text NOT NULL REFERENCES bearing,
  features jsonb NOT NULL,
  quantity integer NOT NULL CHECK (quantity >= 0),
  note text NOT NULL DEFAULT '',
  PRIMARY KEY (marking, shelf)
);
CREATE INDEX stock_item_designation ON stock_item (designation);

CREATE TABLE saved_search (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  person_id bigint NOT NULL REFERENCES person,
  name text NOT NULL CHECK (name <> ''),
  search text NOT NULL,
  columns jsonb NOT NULL,
  UNIQUE (person_id, name)
);

-- Every change of the plant's own data, with what stood there before, so that it can be taken back whole.
CREATE TABLE import_batch (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('bearings', 'figures', 'letters', 'cross-references', 'stock')),
  at timestamptz NOT NULL,
  person_id bigint NOT NULL REFERENCES person,
  source text NOT NULL,
  -- [{key, before, after}]; null stands for "not there".
  changes jsonb NOT NULL,
  undone_at timestamptz,
  undone_by bigint REFERENCES person,
  CHECK ((undone_at IS NULL) = (undone_by IS NULL))
);
