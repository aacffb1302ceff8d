-- What a position runs in where that is oil: how it comes, its viscosities and the class of its last sample. Null: grease, or not known.
ALTER TABLE position ADD COLUMN oil jsonb;
