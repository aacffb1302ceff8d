-- A greasing that was noted by mistake is taken back with a reason; what the point knew before it comes back with it.
ALTER TABLE grease_event
  ADD COLUMN last_before timestamptz,
  ADD COLUMN grease_before bigint REFERENCES grease,
  ADD COLUMN withdrawn_at timestamptz,
  ADD COLUMN withdrawn_by bigint REFERENCES person,
  ADD COLUMN withdrawn_reason text CHECK (withdrawn_reason IS NULL OR length(withdrawn_reason) BETWEEN 5 AND 300),
  ADD CHECK ((withdrawn_at IS NULL) = (withdrawn_by IS NULL) AND (withdrawn_at IS NULL) = (withdrawn_reason IS NULL));
