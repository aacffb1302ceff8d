-- Up Migration
-- What a card said when it was finished. `card` is json, not jsonb: the order of its parts is kept.
CREATE TABLE finished_card (
  job_id bigint PRIMARY KEY REFERENCES job,
  core_version text NOT NULL,
  frozen_at timestamptz NOT NULL,
  card json NOT NULL
);
CREATE FUNCTION finished_card_stays() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'a finished card stays as it is';
END $$;
CREATE TRIGGER finished_card_guard BEFORE UPDATE OR DELETE OR TRUNCATE ON finished_card
  FOR EACH STATEMENT EXECUTE FUNCTION finished_card_stays();
