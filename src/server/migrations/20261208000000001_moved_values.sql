-- What a figure was before it moved is kept as its value, so that every reader sees it in own units. Of those that moved before
-- only how they read is known.
ALTER TABLE moved_figure DROP COLUMN label, ADD COLUMN was jsonb;
