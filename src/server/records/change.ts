import { same } from '../../contract/same.js'
import { latestDay } from '../../contract/dates.js'
import type pg from 'pg'
import type { Me } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { draftOf, type LineInput, type NewLine, type ShaftLineView } from '../../contract/lines.js'
import type { MachineInput, NewMachine, RecordChange } from '../../contract/machines.js'
import { COMPONENTS, faultsOf, type LineDraft } from '../../core/line/draft.js'
import { writeLine } from '../../core/line/write-line.js'
import { say } from '../../core/words/say.js'
import { wordsOf } from '../../core/words/say.js'
import { type Within, execute, one, rows, transaction, type Query } from '../database.js'
import { taken } from '../http/route.js'
import { Refused, conflict, notFound } from '../problems.js'
import { writeStanding } from './standing.js'
import { changing } from './hearing.js'
import { findLine } from './lines.js'
import { lockLine } from './lock.js'

/** The records of machines and their lines: made, changed, copied, retired. Every change stands in `record_change`. */

export async function noteChange(
  query: Query,
  at: Date,
  personId: number,
  of: { machineId: number; lineId?: number },
  kind: RecordChange['kind'],
  before: object | null,
  after: object | null,
): Promise<void> {
  await execute(
    query,
    'INSERT INTO record_change (at, person_id, machine_id, shaft_line_id, kind, before, after) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [at, personId, of.machineId, of.lineId ?? null, kind, before, after],
  )
}

/** What of a line is shown where somebody reads what was changed: its words, in mm. */
export const said = (head: { name: string; shaftMaterial: string; housingMaterial: string }, line: LineDraft) => ({
  name: head.name,
  shaftMaterial: head.shaftMaterial,
  housingMaterial: head.housingMaterial,
  words: writeLine(line, 'metric'),
})

/** Refuses a line that cannot be, each fault with the support that it is about. */
function mustBe(line: LineDraft, at: Date, path = 'line'): void {
  const faults = faultsOf(line, latestDay(at))
  if (!faults.length) return
  const errors = faults.map((f) => ({
    field: f.position === null ? path : `${path}.positions.${f.position}`,
    allowed: say(wordsOf(f), 'metric'),
  }))
  throw new Refused(problem(422, 'Refused value', errors.map((e) => e.allowed).join(' '), { errors }))
}

const UNIQUE = '23505'
const codeOf = (error: unknown) => (error as { code?: string }).code

export async function insertMachine(query: Query, m: Omit<NewMachine, 'lines'>): Promise<number> {
  try {
    const plant = await one<{ id: number }>(query, 'SELECT id FROM plant ORDER BY id LIMIT 1')
    const plantId = plant?.id ?? (await one<{ id: number }>(query, "INSERT INTO plant (name) VALUES ('') RETURNING id"))!.id
    const row = await one<{ id: number }>(
      query,
      'INSERT INTO machine (plant_id, code, name, area, location, notes) VALUES ($1, $2, $3, $4, $5, $6) RETURNING id',
      [plantId, m.code, m.name, m.area, m.location, m.notes],
    )
    return row!.id
  } catch (error) {
    throw codeOf(error) === UNIQUE ? taken('code', m.code) : error
  }
}

/** What the line carries at its right end, in a word: what the drawing and the growth of the shaft speak of. */
export function carriedBy(line: LineDraft): string {
  const right = line.components.filter((c) => c.slot > 0 && c.kind !== 'seal' && c.kind !== 'nut').at(-1)
  return right ? COMPONENTS[right.kind].words[0] : 'shaft end'
}

export async function insertLine(query: Query, machineId: number, { line, ...head }: NewLine, at: Date): Promise<number> {
  const row = await one<{ id: number }>(
    query,
    `INSERT INTO shaft_line (machine_id, name, shaft_material, housing_material, carries, orientation, tilt_deg, turning, shaft)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) RETURNING id`,
    [
      machineId,
      head.name,
      head.shaftMaterial,
      head.housingMaterial,
      carriedBy(line),
      line.orientation,
      line.tiltDeg,
      line.turning,
      line.shaft,
    ],
  )
  await writeStanding(query, row!.id, null, line, at)
  return row!.id
}

export async function addMachine(pool: pg.Pool | Within, { lines, ...machine }: NewMachine, me: Me, at: Date): Promise<number> {
  lines.forEach((l, i) => mustBe(l.line, at, `lines.${i}.line`))
  return transaction(pool, async (query) => {
    const id = await insertMachine(query, machine)
    await noteChange(query, at, me.id, { machineId: id }, 'made', null, machine)
    for (const l of lines) {
      const lineId = await insertLine(query, id, l, at)
      await noteChange(query, at, me.id, { machineId: id, lineId }, 'made', null, said(l, l.line))
    }
    return id
  })
}

export async function addLine(pool: pg.Pool | Within, machineId: number, input: NewLine, me: Me, at: Date): Promise<void> {
  mustBe(input.line, at)
  await transaction(pool, async (query) => {
    await lockMachine(query, machineId)
    const lineId = await insertLine(query, machineId, input, at)
    await noteChange(query, at, me.id, { machineId, lineId }, 'made', null, said(input, input.line))
  })
}

interface MachineRow {
  version: number
  code: string
  name: string
  area: string
  location: string
  notes: string
  retired: boolean
}

export async function lockMachine(query: Query, id: number): Promise<MachineRow> {
  const row = await one<MachineRow>(
    query,
    'SELECT version, code, name, area, location, notes, retired_at IS NOT NULL AS retired FROM machine WHERE id = $1 FOR UPDATE',
    [id],
  )
  if (!row) throw notFound('machine')
  return row
}

export async function changeMachine(
  pool: pg.Pool | Within,
  id: number,
  { version, ...after }: MachineInput,
  me: Me,
  at: Date,
): Promise<void> {
  await transaction(pool, async (query) => {
    const { version: now, retired: _retired, ...before } = await lockMachine(query, id)
    if (now !== version) throw conflict('Somebody else changed this machine meanwhile.', before)
    if (same(before, after)) return
    try {
      await execute(
        query,
        'UPDATE machine SET version = version + 1, code = $2, name = $3, area = $4, location = $5, notes = $6 WHERE id = $1',
        [id, after.code, after.name, after.area, after.location, after.notes],
      )
    } catch (error) {
      throw codeOf(error) === UNIQUE ? taken('code', after.code) : error
    }
    await noteChange(query, at, me.id, { machineId: id }, 'changed', before, after)
  })
}

/** Takes a machine out of the lists with its reason, or brings it back; an open card keeps it there. */
export async function retireMachine(pool: pg.Pool | Within, id: number, retired: boolean, reason: string, me: Me, at: Date): Promise<void> {
  await transaction(pool, async (query) => {
    const before = await lockMachine(query, id)
    if (before.retired === retired) return
    const open = await rows<{ number: string }>(
      query,
      "SELECT j.number FROM job j JOIN shaft_line s ON s.id = j.shaft_line_id WHERE s.machine_id = $1 AND j.status = 'open' ORDER BY j.number",
      [id],
    )
    if (retired && open.length)
      throw new Refused(
        problem(409, 'In use', `Open on this machine: card ${open.map((j) => j.number).join(', ')}. Finish or cancel first.`),
      )
    await execute(query, 'UPDATE machine SET version = version + 1, retired_at = $2, retired_reason = $3 WHERE id = $1', [
      id,
      retired ? at : null,
      retired ? reason : '',
    ])
    await noteChange(query, at, me.id, { machineId: id }, retired ? 'retired' : 'brought-back', null, { reason })
  })
}

/** Changes a line as a whole on the version that was seen; open cards of the line show what moved. */
export async function changeLine(pool: pg.Pool | Within, lineId: number, input: LineInput, me: Me, at: Date): Promise<number> {
  mustBe(input.line, at)
  return transaction(pool, async (query) => {
    await lockLine(query, lineId)
    const found = await findLine(query, { lineId }, null)
    if (!found) throw notFound('shaft line')
    const before = draftOf(found.line)
    if (found.line.version !== input.version) throw conflict('Somebody else changed this line meanwhile.', found.line)
    await changing(query, { lineId }, () => writeLineOver(query, lineId, found.line, input, at), at)
    await noteChange(
      query,
      at,
      me.id,
      { machineId: found.machine.id, lineId },
      'changed',
      said(found.line, before),
      said(input, input.line),
    )
    return found.machine.id
  })
}

export async function writeLineOver(query: Query, lineId: number, before: ShaftLineView, input: LineInput, at: Date): Promise<void> {
  const { line } = input
  await execute(
    query,
    `UPDATE shaft_line SET version = version + 1, name = $2, shaft_material = $3, housing_material = $4, carries = $5, orientation = $6,
       tilt_deg = $7, turning = $8, shaft = $9 WHERE id = $1`,
    [
      lineId,
      input.name,
      input.shaftMaterial,
      input.housingMaterial,
      line.components.length || before.components.length ? carriedBy(line) : before.carries,
      line.orientation,
      line.tiltDeg,
      line.turning,
      line.shaft,
    ],
  )
  await writeStanding(query, lineId, before, line, at)
}
