// A real plant for measuring, written straight into the database.

export const MACHINES = 5000
export const POSITIONS = 12_000
const HISTORY_ROWS = 1_000_000

/** A real plant: machines in eight halls with two or three supports each, a greasing point at each, and a million greasings. */
export async function fillPlant(url) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const run = (sql, values) => client.query(sql, values)
  await run(
    `INSERT INTO machine (plant_id, code, name, area, location)
     SELECT 1, 'BX-' || n, (ARRAY['Feed pump', 'Exhaust fan', 'Belt drive', 'Mixer', 'Blower'])[n % 5 + 1] || ' ' || n,
       'Hall ' || n % 8 + 1 || ' / Row ' || n % 40 + 1, 'stand ' || n % 50 FROM generate_series(1, $1::int) n`,
    [MACHINES],
  )
  await run(`INSERT INTO shaft_line (machine_id, name, span_mm, shaft_material, housing_material, carries)
    SELECT id, 'Shaft', 300, 'carbon-steel', 'cast-iron', 'impeller' FROM machine WHERE code LIKE 'BX-%'`)
  await run(
    `INSERT INTO position (shaft_line_id, code, name, along_mm)
    SELECT s.id, 'p' || n, (ARRAY['drive end', 'middle', 'non-drive end'])[n], (n - 1) * 300
    FROM shaft_line s JOIN machine m ON m.id = s.machine_id CROSS JOIN generate_series(1, 3) n
    WHERE m.code LIKE 'BX-%' AND (n <> 2 OR s.id % 5 < $1)`,
    [(POSITIONS - 2 * MACHINES) / (MACHINES / 5)],
  )
  await run(`INSERT INTO place (position_id, number)
    SELECT p.id, 1 FROM position p LEFT JOIN place x ON x.position_id = p.id WHERE x.id IS NULL`)
  await run(`INSERT INTO installation (place_id, designation, clearance_group, fitted)
    SELECT x.id, (ARRAY['6312', 'NU 312', '22216 K', '7312 B'])[x.id % 4 + 1], (ARRAY['2', 'N', '3'])[x.id % 3 + 1], tstzrange(now() - interval '2 years', NULL)
    FROM place x LEFT JOIN installation i ON i.place_id = x.id WHERE i.id IS NULL`)
  await run(`WITH p AS (SELECT id, shaft_line_id, 1000000 + id AS point FROM position WHERE NOT EXISTS (SELECT FROM point_feed f WHERE f.position_id = id)),
      t AS (INSERT INTO greasing_point (id, shaft_line_id, grease_id, last_at, due_at)
        SELECT point, shaft_line_id, 1, now() - interval '100 days', now() + (id % 200 - 20) * interval '1 day' FROM p)
    INSERT INTO point_feed (point_id, position_id, school, interval_h, interval_days, quantity_g) SELECT point, id, 'interval-formula', 2800, 175, 20 FROM p`)
  await run(
    `INSERT INTO grease_event (key, position_id, at, person_id, kind, grease_id, gun_id, strokes, grams)
    SELECT gen_random_uuid(), p.id, now() - n * interval '2 days', 1, 'greased', 1, 1, 16, 20
    FROM (SELECT p.id FROM position p JOIN shaft_line s ON s.id = p.shaft_line_id JOIN machine m ON m.id = s.machine_id WHERE m.code LIKE 'BX-%') p
    CROSS JOIN generate_series(1, ceil($1::numeric / $2)::int) n`,
    [HISTORY_ROWS, POSITIONS],
  )
  // Years of use in a minute: what the database would have written and tidied by itself is done before anything is measured.
  await run('VACUUM ANALYZE')
  await run('CHECKPOINT')
  const { rows } = await run(
    'SELECT (SELECT count(*)::int FROM grease_event) AS greasings, (SELECT count(*)::int FROM machine) AS machines, (SELECT count(*)::int FROM position) AS positions',
  )
  await client.end()
  return rows[0]
}
