-- Up Migration

-- What is said of a thing on the shaft: mass, diameter, width, belts, pull and push; of a support its grease where that is no list entry.
ALTER TABLE component ADD COLUMN facts jsonb;
ALTER TABLE position ADD COLUMN grease jsonb;
-- What the tin of a grease does not say and is taken as usual for its thickener.
ALTER TABLE grease ADD COLUMN usual text[] NOT NULL DEFAULT '{}';
