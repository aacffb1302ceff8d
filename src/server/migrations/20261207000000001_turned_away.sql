-- Up Migration
-- Sign-ins and calls that were turned away, for an administrator to look at: once an hour each, counted, and swept after a month.
-- They stood in the audit before, which nobody may sweep.
CREATE TABLE turned_away (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  hour timestamptz NOT NULL,
  what text NOT NULL CHECK (what <> ''),
  status integer NOT NULL,
  login text NOT NULL,
  address text NOT NULL,
  times integer NOT NULL DEFAULT 1 CHECK (times > 0),
  first_at timestamptz NOT NULL,
  last_at timestamptz NOT NULL,
  UNIQUE (hour, what, status, login, address)
);
CREATE INDEX turned_away_last ON turned_away (last_at DESC);
