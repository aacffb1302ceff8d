-- What a closed card knew stands in its document alone. Those of a single bearing kept it only here.
UPDATE job SET context = NULL
WHERE context IS NOT NULL AND EXISTS (SELECT 1 FROM finished_card f WHERE f.job_id = job.id AND f.card::jsonb ? 'context');
