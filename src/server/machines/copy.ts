import type pg from 'pg'
import { draftOf, type NewLine } from '../../contract/lines.js'
import type { Me } from '../../contract/people.js'
import type { DraftBearing } from '../../core/line/draft.js'
import { unmeasured } from '../../core/line/records.js'
import { type Within, rows, transaction } from '../database.js'
import { copyDocuments } from '../documents/store.js'
import { copyPoints } from '../greasing/points.js'
import { insertLine, insertMachine, lockMachine, noteChange, said } from '../records/change.js'
import { findLine } from '../records/lines.js'

/** A bearing as a copy has it: the same, but no place of the records and no day on which it was fitted. */
const asNew = (b: DraftBearing): DraftBearing => ({
  ...b,
  places: [],
  since: null,
  shaftSeat: unmeasured(b.shaftSeat),
  housingSeat: unmeasured(b.housingSeat),
})

/** Machines like one that stands: its lines, what is fitted, what is wanted of grease. Jobs, history, duty and days stay behind. */
export async function copyMachine(pool: pg.Pool | Within, id: number, codes: readonly string[], me: Me, at: Date): Promise<number[]> {
  return transaction(pool, async (query) => {
    const machine = await lockMachine(query, id)
    const lineIds = await rows<{ id: number }>(
      query,
      'SELECT id FROM shaft_line WHERE machine_id = $1 AND retired_at IS NULL ORDER BY id',
      [id],
    )
    const made: number[] = []
    for (const code of codes) {
      const copyId = await insertMachine(query, { ...machine, code })
      made.push(copyId)
      await noteChange(query, at, me.id, { machineId: copyId }, 'made', null, { copyOf: machine.code, name: machine.name })
      for (const { id: lineId } of lineIds) {
        const { line } = (await findLine(query, { lineId }, null))!
        const draft = draftOf(line)
        const copy = { ...draft, positions: draft.positions.map((p) => ({ ...p, code: null, bearings: p.bearings.map(asNew) })) }
        const { name, shaftMaterial, housingMaterial } = line
        const newLine = { name, shaftMaterial, housingMaterial, line: copy } as NewLine
        const newId = await insertLine(query, copyId, newLine, at)
        await copyPoints(query, lineId, newId)
        await noteChange(query, at, me.id, { machineId: copyId, lineId: newId }, 'made', null, said(newLine, copy))
      }
      await copyDocuments(query, id, copyId, me.id, at)
    }
    return made
  })
}
