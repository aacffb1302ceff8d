import type { MachineView } from '../../contract/machines.js'
import { listJobs } from '../cards/store.js'
import { one, type Query } from '../database.js'
import { pointsOfMachine } from '../greasing/points.js'
import { notFound } from '../problems.js'
import { linesOfMachine, recordChanges } from '../records/lines.js'
import { timeline } from '../records/timeline.js'

/** A machine as its page shows it: its lines, its cards, its points, what happened there and what was changed of it. */
async function machineView(query: Query, id: number, now: Date): Promise<MachineView | null> {
  const machine = await one<Omit<MachineView, 'shaftLines' | 'jobs' | 'now' | 'timeline' | 'changes' | 'points'>>(
    query,
    `SELECT id, version, code, name, area, location, notes,
       CASE WHEN retired_at IS NOT NULL THEN json_build_object('at', retired_at, 'reason', retired_reason) END AS retired
     FROM machine WHERE id = $1`,
    [id],
  )
  if (!machine) return null
  const [shaftLines, jobs, events, changes, points] = await Promise.all([
    linesOfMachine(query, id, now),
    listJobs(query, { machineId: id }),
    timeline(query, { machineId: id }),
    recordChanges(query, { machineId: id }),
    pointsOfMachine(query, id),
  ])
  const { retired, ...rest } = machine
  return {
    ...{ ...rest, shaftLines, jobs, now: now.toISOString(), timeline: events, changes, points },
    retired: retired && { ...retired, at: new Date(retired.at).toISOString() },
  }
}

/** @throws Refused where there is none */
export async function mustBeMachine(query: Query, id: number, now: Date): Promise<MachineView> {
  const machine = await machineView(query, id, now)
  if (!machine) throw notFound('machine')
  return machine
}
