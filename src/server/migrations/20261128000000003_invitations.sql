-- Up Migration
-- Somebody who is invited chooses a password with a one-time code; of the code only its sum is kept.
ALTER TABLE person
  ALTER COLUMN password_hash DROP NOT NULL,
  ADD COLUMN invite_sum text,
  ADD COLUMN invite_until timestamptz,
  ADD CHECK ((invite_sum IS NULL) = (invite_until IS NULL)),
  ADD CHECK (password_hash IS NOT NULL OR invite_sum IS NOT NULL);
