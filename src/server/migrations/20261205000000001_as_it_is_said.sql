-- Up Migration

-- What is said of a thing on the shaft: mass, diameter, width, belts, pull and push; of a support its grease where that is no list entry.
ALTER TABLE component ADD COLUMN facts jsonb;
ALTER TABLE position ADD COLUMN grease jsonb;
-- What the tin of a grease does not say and is taken as usual for its thickener.
ALTER TABLE grease ADD COLUMN usual text[] NOT NULL DEFAULT '{}';
-- What whoever closed a card wrote for the next person, with each place.
ALTER TABLE finished_place ADD COLUMN note text NOT NULL DEFAULT '';
UPDATE finished_place f SET note = a.value #>> '{}'
FROM place x JOIN position p ON p.id = x.position_id, answer a
WHERE x.id = f.place_id AND a.job_id = f.job_id AND a.station = 'inspect' AND a.field = 'note' AND a.scope = p.code || '.' || x.number
  AND jsonb_typeof(a.value) = 'string';
