/** Supports of lines that are not retired, numbered from the left, with what a plant file calls them by. */
export const SUPPORTS = `
  SELECT p.id, m.code AS machine, s.name AS line,
    row_number() OVER (PARTITION BY s.id ORDER BY p.along_mm, p.code) - 1 AS support
  FROM position p JOIN shaft_line s ON s.id = p.shaft_line_id JOIN machine m ON m.id = s.machine_id
  WHERE p.retired_at IS NULL AND s.retired_at IS NULL AND m.retired_at IS NULL`

/** Places of bearings on them, counted from the left too. */
export const PLACES = `
  SELECT x.id, a.machine, a.line, a.support, row_number() OVER (PARTITION BY a.id ORDER BY x.number) - 1 AS place
  FROM (${SUPPORTS}) a JOIN place x ON x.position_id = a.id AND x.retired_at IS NULL`
