-- Up Migration

-- What is said of a thing on the shaft: mass, diameter, width, belts, pull and push; of a support its grease where that is no list entry.
ALTER TABLE component ADD COLUMN facts jsonb;
ALTER TABLE position ADD COLUMN grease jsonb;
