-- Up Migration
-- In which shape of its field an answer was stored; the field leads it forward.
ALTER TABLE answer ADD COLUMN shape integer NOT NULL DEFAULT 1;
ALTER TABLE answer_version ADD COLUMN shape integer NOT NULL DEFAULT 1;
-- Letters may say how a pair faces.
ALTER TABLE letter DROP CONSTRAINT letter_feature_check,
  ADD CHECK (feature IN ('closure', 'clearance', 'accuracy', 'heat', 'cage', 'groove', 'bore', 'pairing', 'design', 'fill'));
