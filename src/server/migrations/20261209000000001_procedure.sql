-- A card keeps by which procedure it is worked through, and in which version.
ALTER TABLE job
  ADD COLUMN procedure text NOT NULL DEFAULT 'rolling',
  ADD COLUMN procedure_version integer NOT NULL DEFAULT 1;
