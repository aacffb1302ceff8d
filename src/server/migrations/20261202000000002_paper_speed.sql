-- Papers say how fast a machine may run, and which way.
ALTER TABLE saying DROP CONSTRAINT saying_subject_check, DROP CONSTRAINT saying_check;
ALTER TABLE saying ADD CHECK (subject IN ('designation', 'clearance', 'grease', 'interval', 'quantity', 'limit', 'fit', 'speed', 'direction')),
  ADD CHECK ((amount IS NOT NULL) = (subject IN ('interval', 'quantity', 'speed')));
