-- A card could be opened for a place that was no longer there: it stood open for good and kept its machine from being retired.
UPDATE job j SET status = 'cancelled', cancelled_at = now(), cancelled_by = j.opened_by, cancel_reason = 'it was opened for no bearing place'
WHERE j.status IN ('open', 'planned') AND NOT EXISTS (SELECT FROM job_place jp WHERE jp.job_id = j.id);
