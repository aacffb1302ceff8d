import { MOST_DAYS, type PointInput, type PointView } from '../../contract/greasing.js'
import type { School } from '../../core/lubrication/regreasing.js'
import { execute, one, rows, type Query } from '../database.js'
import { GREASE_JSON } from '../plant/store.js'
import { Refused, refused } from '../problems.js'

/** Greasing points: what each feeds, what is wanted through it, when it was done last. */

/** A point t with what its supports that stand want through it; the shortest interval counts, the amounts add up. */
const POINT_SQL = `
  SELECT t.id, t.shaft_line_id AS "lineId", t.name, t.last_at AS "lastAt", t.due_at AS "dueAt",
    CASE WHEN g.id IS NOT NULL THEN ${GREASE_JSON} END AS grease, f.*
  FROM greasing_point t LEFT JOIN grease g ON g.id = t.grease_id
  JOIN LATERAL (SELECT (array_agg(f.school ORDER BY p.along_mm))[1] AS school, min(f.interval_h) AS "intervalH", min(f.interval_days) AS "intervalDays",
      sum(f.quantity_g) AS "quantityG",
      json_agg(json_build_object('positionId', p.id, 'name', p.name, 'quantityG', f.quantity_g) ORDER BY p.along_mm, p.code) AS feeds
    FROM point_feed f JOIN position p ON p.id = f.position_id AND p.retired_at IS NULL WHERE f.point_id = t.id) f ON f.feeds IS NOT NULL
  WHERE t.retired_at IS NULL`

type PointRow = Omit<PointView, 'lastAt' | 'dueAt'> & { lineId: number; lastAt: Date | null; dueAt: Date | null }
const view = ({ lineId: _line, ...t }: PointRow): PointView => ({
  ...t,
  lastAt: t.lastAt && t.lastAt.toISOString(),
  dueAt: t.dueAt && t.dueAt.toISOString(),
})

export async function findPoint(query: Query, id: number): Promise<{ lineId: number; point: PointView } | null> {
  const found = await one<PointRow>(query, `${POINT_SQL} AND t.id = $1`, [id])
  return found && { lineId: found.lineId, point: view(found) }
}

/** The points of the lines of a machine. */
export async function pointsOfMachine(query: Query, machineId: number): Promise<PointView[]> {
  const ofMachine = `${POINT_SQL} AND t.shaft_line_id IN (SELECT id FROM shaft_line WHERE machine_id = $1) ORDER BY t.shaft_line_id, t.id`
  return (await rows<PointRow>(query, ofMachine, [machineId])).map(view)
}

export async function pointsOfLine(query: Query, lineId: number): Promise<PointView[]> {
  return (await rows<PointRow>(query, `${POINT_SQL} AND t.shaft_line_id = $1 ORDER BY t.id`, [lineId])).map(view)
}

/** The first point of a support: entries of a page of the release before name the support. */
export async function pointOfPosition(query: Query, positionId: number): Promise<number | null> {
  const found = await one<{ id: number }>(
    query,
    'SELECT min(t.id) AS id FROM point_feed f JOIN greasing_point t ON t.id = f.point_id AND t.retired_at IS NULL WHERE f.position_id = $1',
    [positionId],
  )
  return found?.id ?? null
}

/** Keeps other writers of the point waiting until the transaction ends. */
export async function lockPoint(query: Query, id: number): Promise<void> {
  await execute(query, 'SELECT 1 FROM greasing_point WHERE id = $1 FOR UPDATE', [id])
}

/** What a support wants of grease. */
export interface Want {
  school: School
  intervalH: number | null
  intervalDays: number | null
  quantityG: number | null
}

/** The due date follows from the last greasing and the shortest interval of what is fed. */
export async function renewDue(query: Query, pointIds: readonly number[]): Promise<void> {
  await execute(
    query,
    `UPDATE greasing_point t SET due_at = t.last_at + (SELECT min(f.interval_days) FROM point_feed f JOIN position p ON p.id = f.position_id AND p.retired_at IS NULL
       WHERE f.point_id = t.id) * interval '1 day' WHERE t.id = ANY ($1)`,
    [pointIds],
  )
}

/** What is wanted at a support from now on, in equal parts through its points; one that has none gets its first. */
export async function setWant(
  query: Query,
  positionId: number,
  want: Want & { greaseId: number | null },
  jobId: number | null,
): Promise<void> {
  const feeds = await rows<{ id: number; shared: boolean }>(
    query,
    `SELECT t.id, (SELECT count(*) FROM point_feed o WHERE o.point_id = t.id) > 1 AS shared
     FROM point_feed f JOIN greasing_point t ON t.id = f.point_id AND t.retired_at IS NULL WHERE f.position_id = $1`,
    [positionId],
  )
  if (!feeds.length) {
    await addWants(query, [{ ...want, positionId, jobId, pointId: null, point: '', lastAt: null }])
    return
  }
  await execute(
    query,
    `UPDATE point_feed SET school = $3, interval_h = $4, interval_days = least($5::numeric, ${MOST_DAYS}), quantity_g = $6::numeric / $7, job_id = $8 WHERE position_id = $1 AND point_id = ANY ($2)`,
    [positionId, feeds.map((f) => f.id), want.school, want.intervalH, want.intervalDays, want.quantityG, feeds.length, jobId],
  )
  // What a shared point carries is not changed by one of its bearings.
  await execute(query, 'UPDATE greasing_point SET grease_id = $2 WHERE id = ANY ($1)', [
    feeds.filter((f) => !f.shared).map((f) => f.id),
    want.greaseId,
  ])
  await renewDue(
    query,
    feeds.map((f) => f.id),
  )
}

/** A want with the point it comes through: by its number, or by its name on the line of the support. */
export interface WantRow extends Want {
  positionId: number
  greaseId: number | null
  jobId: number | null
  pointId: number | null
  /** Empty: the only point of the support. */
  point: string
  lastAt: string | null
}

/** Writes many wants at once; points that are named and not there yet are made, one for all supports that name it. */
export async function addWants(query: Query, wants: readonly WantRow[]): Promise<void> {
  if (!wants.length) return
  const at = await rows<{
    positionId: number
    lineId: number
    points: { id: number; name: string }[]
    ofLine: { id: number; name: string }[]
  }>(
    query,
    `SELECT p.id AS "positionId", p.shaft_line_id AS "lineId",
       (SELECT coalesce(json_agg(json_build_object('id', t.id, 'name', t.name) ORDER BY t.id), '[]') FROM point_feed f
        JOIN greasing_point t ON t.id = f.point_id AND t.retired_at IS NULL WHERE f.position_id = p.id) AS points,
       (SELECT coalesce(json_agg(json_build_object('id', t.id, 'name', t.name)), '[]') FROM greasing_point t
        WHERE t.shaft_line_id = p.shaft_line_id AND t.retired_at IS NULL AND t.name <> '') AS "ofLine"
     FROM position p WHERE p.id = ANY ($1)`,
    [[...new Set(wants.map((w) => w.positionId))]],
  )
  const ofPosition = new Map(at.map((a) => [a.positionId, a]))
  const plain = (name: string) => name.trim().toUpperCase()
  const made = new Map<string, number>()
  const news: { id: number; lineId: number; name: string }[] = []
  const free = await rows<{ id: number }>(
    query,
    "SELECT nextval(pg_get_serial_sequence('greasing_point', 'id')) AS id FROM generate_series(1, $1)",
    [wants.length],
  )
  const placed = wants.map((want) => {
    const { lineId, points, ofLine } = ofPosition.get(want.positionId)!
    const known = want.point
      ? ofLine.find((t) => plain(t.name) === plain(want.point))
      : (points.find((t) => t.name === '') ?? (points.length === 1 ? points[0] : undefined))
    const key = want.point ? `${lineId} ${plain(want.point)}` : `at ${want.positionId}`
    const pointId = want.pointId ?? known?.id ?? made.get(key) ?? free[news.length]!.id
    if (want.pointId === null && !known && !made.has(key)) news.push({ id: pointId, lineId, name: want.point.trim() })
    made.set(key, pointId)
    return { ...want, pointId }
  })
  await execute(
    query,
    'INSERT INTO greasing_point (id, shaft_line_id, name) SELECT * FROM jsonb_to_recordset($1::jsonb) AS r (id bigint, "lineId" bigint, name text)',
    [JSON.stringify(news)],
  )
  const given = `jsonb_to_recordset($1::jsonb) AS r ("pointId" bigint, "positionId" bigint, school text, "intervalH" numeric, "intervalDays" numeric,
    "quantityG" numeric, "jobId" bigint, "greaseId" bigint, "lastAt" timestamptz)`
  const values = [JSON.stringify(placed)]
  await execute(
    query,
    `INSERT INTO point_feed (point_id, position_id, school, interval_h, interval_days, quantity_g, job_id)
     SELECT "pointId", "positionId", school, "intervalH", least("intervalDays", ${MOST_DAYS}), "quantityG", "jobId" FROM ${given}
     ON CONFLICT (position_id, point_id) DO UPDATE SET school = excluded.school, interval_h = excluded.interval_h,
       interval_days = excluded.interval_days, quantity_g = excluded.quantity_g, job_id = excluded.job_id`,
    values,
  )
  await execute(
    query,
    `UPDATE greasing_point t SET grease_id = r.grease, last_at = r.last,
       due_at = r.last + (SELECT min(f.interval_days) FROM point_feed f WHERE f.point_id = t.id) * interval '1 day'
     FROM (SELECT g."pointId", min(g."greaseId") AS grease, min(CASE WHEN g."lastAt"::date = o.last_at::date THEN o.last_at ELSE g."lastAt" END) AS last
       FROM (SELECT * FROM ${given}) g JOIN greasing_point o ON o.id = g."pointId" GROUP BY 1) r WHERE t.id = r."pointId"`,
    values,
  )
}

/** Takes what is wanted at supports away; a point that feeds nothing any more leaves the round and stays in history. */
export async function dropFeeds(query: Query, feeds: readonly { positionId: number; pointId: number }[], at: Date): Promise<void> {
  await execute(
    query,
    'DELETE FROM point_feed f USING jsonb_to_recordset($1::jsonb) AS r ("positionId" bigint, "pointId" bigint) WHERE f.position_id = r."positionId" AND f.point_id = r."pointId"',
    [JSON.stringify(feeds)],
  )
  await execute(
    query,
    'UPDATE greasing_point t SET retired_at = $2 WHERE t.id = ANY ($1) AND NOT EXISTS (SELECT FROM point_feed f WHERE f.point_id = t.id)',
    [[...new Set(feeds.map((f) => f.pointId))], at],
  )
}

interface Feed extends Want {
  pointId: number
  positionId: number
  jobId: number | null
  greaseId: number | null
  lastAt: string | null
}

/** Which points a line has and what each feeds, from now on; what its supports want stays, in equal parts through their points. */
export async function arrangePoints(query: Query, lineId: number, points: readonly PointInput[], at: Date): Promise<void> {
  const supports = await rows<{ id: number; name: string }>(
    query,
    'SELECT id, name FROM position WHERE shaft_line_id = $1 AND retired_at IS NULL ORDER BY along_mm, code',
    [lineId],
  )
  const before = await rows<Feed>(
    query,
    `SELECT t.id AS "pointId", f.position_id AS "positionId", f.school, f.interval_h AS "intervalH", f.interval_days AS "intervalDays",
       f.quantity_g AS "quantityG", f.job_id AS "jobId", t.grease_id AS "greaseId", t.last_at AS "lastAt"
     FROM greasing_point t JOIN point_feed f ON f.point_id = t.id WHERE t.shaft_line_id = $1 AND t.retired_at IS NULL ORDER BY t.id FOR UPDATE OF t`,
    [lineId],
  )
  judge(points, supports, before)
  const gone = before.filter((f) => !points.some((p) => p.id === f.pointId && p.feeds.includes(f.positionId)))
  await dropFeeds(query, gone, at)
  for (const p of points)
    if (p.id !== null) await execute(query, 'UPDATE greasing_point SET name = $2, retired_at = NULL WHERE id = $1', [p.id, p.name])
  const through = (positionId: number) => points.filter((p) => p.feeds.includes(positionId)).length
  const wants = points.flatMap((p) =>
    p.feeds.map((positionId): WantRow => {
      const old = before.filter((f) => f.positionId === positionId)
      const [first] = old
      const whole = old.some((f) => f.quantityG !== null) ? old.reduce((sum, f) => sum + (f.quantityG ?? 0), 0) : null
      const mine = old.find((f) => f.pointId === p.id) ?? first
      return {
        ...{ positionId, pointId: p.id, point: p.name, school: first?.school ?? 'manual', jobId: first?.jobId ?? null },
        ...{ intervalH: first?.intervalH ?? null, intervalDays: first?.intervalDays ?? null },
        quantityG: whole === null ? null : whole / through(positionId),
        greaseId: mine?.greaseId ?? null,
        // What joins a point brings its own day along: the oldest counts.
        lastAt: mine?.lastAt ?? null,
      }
    }),
  )
  await addWants(query, wants)
}

/** @throws Refused where points cannot be told apart, or a support that wants grease would be left without one */
function judge(points: readonly PointInput[], supports: readonly { id: number; name: string }[], before: readonly Feed[]): void {
  const nameOf = (id: number) => supports.find((s) => s.id === id)?.name ?? ''
  points.forEach((p, i) => {
    const wrong = (words: string): Refused => refused(`points.${i}.name`, words)
    if (p.id !== null && !before.some((f) => f.pointId === p.id)) throw refused(`points.${i}.id`, 'a point of this line')
    if (p.feeds.some((id) => !supports.some((s) => s.id === id))) throw refused(`points.${i}.feeds`, 'supports of this line')
    if (p.name && points.some((o, k) => k < i && o.name.toUpperCase() === p.name.toUpperCase()))
      throw wrong(`"${p.name}" is the name of another point of this line`)
    if (p.name) return
    if (p.feeds.length > 1) throw wrong('a point that feeds several supports needs a name')
    if (points.some((o, k) => k !== i && o.feeds.includes(p.feeds[0]!)))
      throw wrong(`several points feed the ${nameOf(p.feeds[0]!)}: give each a name`)
  })
  const left = before.find((f) => !points.some((p) => p.feeds.includes(f.positionId)) && nameOf(f.positionId))
  if (left) throw refused('points', `the ${nameOf(left.positionId)} wants grease and would be left without a point`)
}

/** What is wanted along one line, along another with the same supports; nothing has been greased there yet. */
export async function copyPoints(query: Query, from: number, to: number): Promise<void> {
  const ordered = (line: string) =>
    `SELECT id, row_number() OVER (ORDER BY along_mm, code) AS n FROM position WHERE shaft_line_id = ${line} AND retired_at IS NULL`
  const wants = await rows<WantRow>(
    query,
    `SELECT b.id AS "positionId", t.name AS point, t.grease_id AS "greaseId", f.school, f.interval_h AS "intervalH", f.interval_days AS "intervalDays",
       f.quantity_g AS "quantityG", NULL AS "jobId", NULL AS "pointId", NULL AS "lastAt"
     FROM (${ordered('$1')}) a JOIN (${ordered('$2')}) b USING (n) JOIN point_feed f ON f.position_id = a.id
     JOIN greasing_point t ON t.id = f.point_id AND t.retired_at IS NULL ORDER BY t.id, n`,
    [from, to],
  )
  await addWants(query, wants)
}
