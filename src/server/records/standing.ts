import { isoDay } from '../../contract/days.js'
import type { ShaftLineView } from '../../contract/lines.js'
import { problem } from '../../contract/problem.js'
import type { DraftBearing, DraftPosition, LineDraft } from '../../core/line/draft.js'
import { execute, one, rows, type Query } from '../database.js'
import { Refused, refused } from '../problems.js'

/** What stands on a line: supports, places, what is fitted and what the shaft carries, written over what stood there. */

const EXCLUDED = '23P01'
const codeOf = (error: unknown) => (error as { code?: string }).code

interface StandingPosition {
  id: number
  code: string
  retired: boolean
  places: { id: number; number: number; retired: boolean; openCard: string | null }[]
}

/** Every position and place that the line ever had, with the open card that works on each. */
function standing(query: Query, lineId: number): Promise<StandingPosition[]> {
  return rows(
    query,
    `SELECT p.id, p.code, p.retired_at IS NOT NULL AS retired,
       (SELECT coalesce(json_agg(json_build_object('id', x.id, 'number', x.number, 'retired', x.retired_at IS NOT NULL,
          'openCard', (SELECT j.number FROM job_place o JOIN job j ON j.id = o.job_id WHERE o.place_id = x.id AND o.open)) ORDER BY x.number), '[]')
        FROM place x WHERE x.position_id = p.id) AS places
     FROM position p WHERE p.shaft_line_id = $1`,
    [lineId],
  )
}

/** Writes supports, places, what is fitted and what the shaft carries; what is gone is retired, what comes back is as it was. */
export async function writeStanding(query: Query, lineId: number, before: ShaftLineView | null, line: LineDraft, at: Date): Promise<void> {
  const known = await standing(query, lineId)
  let highest = Math.max(0, ...known.map((p) => Number(p.code.slice(1))))
  const kept = new Set<number>()
  for (const [i, p] of line.positions.entries()) {
    const own = p.code === null ? undefined : known.find((k) => k.code === p.code)
    if (p.code !== null && !own) throw refused(`line.positions.${i}.code`, `a support of this line; ${p.code} is none`)
    const code = own?.code ?? `p${(highest += 1)}`
    const positionId = own ? own.id : await insertPosition(query, lineId, code, p)
    if (own)
      await execute(query, 'UPDATE position SET name = $2, along_mm = $3, oil = $4, grease = $5, retired_at = NULL WHERE id = $1', [
        ...[own.id, p.name, p.alongMm],
        ...[p.oil ?? null, p.grease ?? null],
      ])
    kept.add(positionId)
    await writePlaces(query, { id: positionId, code, name: p.name }, own?.places ?? [], p, at, i)
  }
  for (const gone of known.filter((k) => !k.retired && !kept.has(k.id))) {
    const name = before?.positions.find((p) => p.code === gone.code)?.name ?? gone.code
    for (const x of gone.places.filter((y) => !y.retired)) await retirePlace(query, x, name, at)
    await execute(query, 'UPDATE position SET retired_at = $2 WHERE id = $1', [gone.id, at])
  }
  await execute(query, 'DELETE FROM component WHERE shaft_line_id = $1', [lineId])
  for (const [i, c] of line.components.entries())
    await execute(query, 'INSERT INTO component (shaft_line_id, number, kind, slot, along_mm, facts) VALUES ($1, $2, $3, $4, $5, $6)', [
      ...[lineId, i + 1, c.kind, c.slot],
      ...[c.alongMm, c.facts ?? null],
    ])
}

async function insertPosition(query: Query, lineId: number, code: string, p: DraftPosition): Promise<number> {
  const row = await one<{ id: number }>(
    query,
    'INSERT INTO position (shaft_line_id, code, name, along_mm, oil, grease) VALUES ($1, $2, $3, $4, $5, $6) RETURNING id',
    [lineId, code, p.name, p.alongMm, p.oil ?? null, p.grease ?? null],
  )
  return row!.id
}

/** A place is not taken away from under a card that works on it. */
async function retirePlace(query: Query, place: StandingPosition['places'][number], name: string, at: Date): Promise<void> {
  if (place.openCard)
    throw new Refused(
      problem(409, 'In use', `Card ${place.openCard} works on the ${name}: finish or cancel it before the bearing is taken off the line.`),
    )
  await execute(query, 'UPDATE place SET retired_at = $2 WHERE id = $1', [place.id, at])
}

async function writePlaces(
  query: Query,
  position: { id: number; code: string; name: string },
  known: StandingPosition['places'],
  draft: DraftPosition,
  at: Date,
  index: number,
): Promise<void> {
  let highest = Math.max(0, ...known.map((x) => x.number))
  const kept = new Set<number>()
  const sets: { code: string; arrangement: string }[] = []
  const plan: { id: number | null; number: number; set: string | null; bearing: DraftBearing }[] = []
  for (const bearing of draft.bearings) {
    const set = bearing.count > 1 ? `s${sets.length + 1}` : null
    if (set) sets.push({ code: set, arrangement: bearing.arrangement! })
    for (let n = 0; n < bearing.count; n += 1) {
      const wanted = bearing.places[n]
      const own = known.find((x) => `${position.code}.${x.number}` === wanted && !kept.has(x.id))
      if (wanted && !own) throw refused(`line.positions.${index}.bearings`, `places of this support; ${wanted} is none`)
      if (own) kept.add(own.id)
      plan.push({ id: own?.id ?? null, number: own?.number ?? (highest += 1), set, bearing })
    }
  }
  await execute(query, 'UPDATE place SET set_code = NULL WHERE position_id = $1', [position.id])
  await execute(query, 'DELETE FROM place_set WHERE position_id = $1', [position.id])
  for (const s of sets)
    await execute(query, 'INSERT INTO place_set (position_id, code, arrangement) VALUES ($1, $2, $3)', [position.id, s.code, s.arrangement])
  for (const gone of known.filter((x) => !x.retired && !kept.has(x.id))) await retirePlace(query, gone, position.name, at)
  for (const { id, number, set, bearing } of plan) {
    const values = [set, bearing.shaftSeat, bearing.housingSeat, bearing.holding]
    const placeId =
      id ??
      (await one<{ id: number }>(query, 'INSERT INTO place (position_id, number) VALUES ($1, $2) RETURNING id', [position.id, number]))!.id
    await execute(
      query,
      'UPDATE place SET set_code = $2, shaft_seat = $3, housing_seat = $4, holding = $5, retired_at = NULL WHERE id = $1',
      [placeId, ...values],
    )
    await writeFitted(query, placeId, bearing, at, index)
  }
}

interface Fitted {
  id: number
  designation: string
  group: string | null
  since: Date | null
}

/**
 * What is said to be fitted. Another bearing with a later day is a replacement, and what was there before stays in history;
 * anything else puts the record right.
 */
async function writeFitted(query: Query, placeId: number, bearing: DraftBearing, at: Date, index: number): Promise<void> {
  const now = await one<Fitted>(
    query,
    'SELECT id, designation, clearance_group AS "group", lower(fitted) AS since FROM installation WHERE place_id = $1 AND upper_inf(fitted)',
    [placeId],
  )
  const { designation, group, since } = bearing
  const sameDay = now?.since ? isoDay(now.since) === since : since === null
  if (designation === null) {
    if (now) await closeFitted(query, now, at)
    return
  }
  if (now && sameDay && now.designation === designation && now.group === group) return
  try {
    if (now && now.designation !== designation && since !== null && !sameDay && (now.since === null || isoDay(now.since) < since)) {
      await closeFitted(query, now, new Date(since))
      await insertFitted(query, placeId, bearing)
    } else if (now)
      await execute(
        query,
        `UPDATE installation SET designation = $2, clearance_group = $3, written_as = '', fitted = CASE WHEN $4 THEN fitted ELSE tstzrange($5::timestamptz, NULL) END
         WHERE id = $1`,
        [now.id, designation, group, sameDay, since],
      )
    else await insertFitted(query, placeId, bearing)
  } catch (error) {
    if (codeOf(error) !== EXCLUDED) throw error
    throw refused(`line.positions.${index}`, 'a day after the bearing before it came out')
  }
}

/** Without a day it follows what was there before, where something was. */
async function insertFitted(query: Query, placeId: number, { designation, group, since }: DraftBearing): Promise<void> {
  await execute(
    query,
    `INSERT INTO installation (place_id, designation, clearance_group, fitted)
     SELECT $1::bigint, $2::text, $3::text, tstzrange(coalesce($4::timestamptz, (SELECT max(upper(fitted)) FROM installation WHERE place_id = $1)), NULL)`,
    [placeId, designation, group, since],
  )
}

/** A bearing that went in after the day on which it would come out was never there. */
async function closeFitted(query: Query, { id, since }: Fitted, at: Date): Promise<void> {
  if (since && since >= at) await execute(query, 'DELETE FROM installation WHERE id = $1', [id])
  else await execute(query, 'UPDATE installation SET fitted = tstzrange(lower(fitted), $2) WHERE id = $1', [id, at])
}
