-- Up Migration
-- Intervals that no plant lives to see, read in from files: a due date beyond all calendars left the machine without a page.
UPDATE point_feed SET interval_days = 10000 WHERE interval_days > 10000;
UPDATE greasing_point t SET due_at = t.last_at + (SELECT min(f.interval_days) FROM point_feed f WHERE f.point_id = t.id) * interval '1 day'
  WHERE t.last_at IS NOT NULL AND t.due_at > t.last_at + interval '10000 days';
