-- Up Migration
-- Tries to sign in, counted before the password is looked at: by name and address together, and far later by the name alone.
DROP TABLE sign_in_attempt;
CREATE TABLE sign_in_attempt (
  key text PRIMARY KEY,
  tries integer NOT NULL CHECK (tries > 0),
  blocked_until timestamptz NOT NULL,
  last_at timestamptz NOT NULL
);
CREATE INDEX sign_in_attempt_last ON sign_in_attempt (last_at);
