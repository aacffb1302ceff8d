-- Up Migration
-- Letters may say how a pair faces.
ALTER TABLE letter DROP CONSTRAINT letter_feature_check,
  ADD CHECK (feature IN ('closure', 'clearance', 'accuracy', 'heat', 'cage', 'groove', 'bore', 'pairing', 'design', 'fill'));
