-- The last greasing of a point is asked for with every entry: without this all that was ever greased was read for it.
CREATE INDEX grease_event_point ON grease_event (point_id, at DESC);
