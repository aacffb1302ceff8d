import type pg from 'pg'
import type { CardView, JobSummary, NewJob } from '../../contract/cards.js'
import type { SayingView } from '../../contract/documents.js'
import type { Me } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { keyOf, partsOf, positionOf, type Key, type Scope } from '../../core/card/answers.js'
import { leanDegOf } from '../../core/card/context.js'
import { heldAnswers, saidAnswers } from '../../core/card/recorded.js'
import { saidLimit } from '../../core/line/sayings.js'
import { orientationAt } from '../../core/lubrication/tables.js'
import { procedureOf, stationsOf, type ProcedureName } from '../../core/procedure/procedures.js'
import type { Station } from '../../core/procedure/rolling.js'
import { CORE_VERSION } from '../../core/version.js'
import { type Within, transaction } from '../database.js'
import { sayingsOf } from '../documents/store.js'
import { works } from '../people/store.js'
import { Refused, blocked, conflict, notFound, refused } from '../problems.js'
import { findLine, linesOfPlaces, machineRetired, type LineRecord } from '../records/lines.js'
import { lockLine } from '../records/lock.js'
import * as answerStore from './answer-store.js'
import { evaluationOf, loadCard, resultRows, saidAt, summaryOf, view } from './card.js'
import * as store from './store.js'

/** Opening a card: what the records know already stands on it. */

/** What the records of a line say on a card of it before anything is entered. */
function knownAnswers({ line, duty, plant }: LineRecord, places: readonly Scope[]): Record<Key, unknown> {
  const positions = new Set(places.map(positionOf))
  // What an earlier card entered goes before what the line says of itself.
  const known: Record<Key, unknown> = { ...heldAnswers(line.positions), ...saidAnswers(line, places, plant.greases) }
  for (const [key, value] of Object.entries(duty)) {
    const scope = partsOf(key)!.scope
    if (value !== null && (scope === 'line' || positions.has(scope))) known[key] = value
  }
  const set = (scope: Scope, station: Station, field: string, value: unknown) => {
    if (value !== null) known[keyOf(scope, station, field)] = value
  }
  if (line.positions.length <= 2) set('line', 'arrange', 'spanMm', line.spanMm)
  set('line', 'arrange', 'shaftMaterial', line.shaftMaterial)
  set('line', 'arrange', 'housingMaterial', line.housingMaterial)
  const standing = orientationAt(leanDegOf(line))
  for (const p of positions) if (standing !== 'horizontal') set(p, 'lubricate', 'orientation', standing)
  for (const p of places) set(p, 'fit', 'loadBands', plant.schools.loadBands)
  return known
}

/** The places asked for, with all of any set that one of them belongs to, in order along the line. */
function wholeSets({ line }: LineRecord, placeIds: readonly number[]) {
  return line.positions.flatMap((p) => {
    const sets = new Set(p.places.filter((x) => placeIds.includes(x.id) && x.set).map((x) => x.set!.code))
    return p.places.filter((x) => placeIds.includes(x.id) || (x.set && sets.has(x.set.code)))
  })
}

/** What the papers of the machine limit, as the run in takes it: it is there before anything is entered. */
function paperAnswers({ line }: LineRecord, places: readonly Scope[], says: readonly SayingView[]): Record<Key, unknown> {
  return Object.fromEntries(
    line.positions.flatMap(({ code, id }) => {
      const limit = places.some((p) => positionOf(p) === code) ? saidLimit(saidAt(says, id).says) : null
      return limit ? [[keyOf(code, 'runin', 'limitC'), limit.limitC] as const] : []
    }),
  )
}

/** The newest version of a procedure, which new cards take. */
function newest(name: string): ProcedureName {
  const { version } = procedureOf({ name, version: -1 })
  return { name, version }
}

const NO_SUMMARY: JobSummary = { questions: 0, stops: 0, done: [], designation: null, designations: [], cause: null }

/** Opens a card for places of one line and takes over what the records already know: duty, span, materials, what holds. */
export async function openCard(
  pool: pg.Pool | Within,
  { places: placeIds, reason, procedure: name, work }: NewJob,
  me: Me,
  at: Date,
): Promise<CardView> {
  const procedure = newest(name)
  return transaction(pool, async (query) => {
    const wanted = [...new Set(placeIds)]
    const found = await linesOfPlaces(query, wanted)
    if (found.length < wanted.length) throw notFound('bearing place')
    const lineId = found[0]!.lineId
    if (found.some((f) => f.lineId !== lineId)) throw blocked('A card is of one shaft line: these places stand on several.')
    await lockLine(query, lineId)
    if (await machineRetired(query, lineId)) throw blocked('This machine is out of the lists: bring it back first.')
    if (!(await works(query, me.id))) throw new Refused(problem(403, 'Not allowed', 'You were switched off meanwhile.'))
    const record = (await findLine(query, { lineId }, at))!
    const places = wholeSets(record, wanted)
    if (wanted.some((id) => !places.some((p) => p.id === id)))
      throw blocked('A place is no longer part of this line: load the machine anew.')
    if (work !== undefined && !(await store.isWanted(query, work, lineId)))
      throw refused('work', 'something that is wanted at this machine')
    const added = await store.addJob(
      query,
      lineId,
      places.map((p) => p.id),
      reason,
      me.id,
      procedure,
      at,
      work ?? null,
    )
    if ('openAlready' in added) throw conflict('Another open card works on this place already.', { jobId: added.openAlready })
    const { id } = added
    const codes = places.map((p) => p.code)
    const known = { ...knownAnswers(record, codes), ...paperAnswers(record, codes, await sayingsOf(query, { lineId })) }
    const duty = await answerStore.latestDuty(query, id)
    const asked = stationsOf(procedure)
    const answers = Object.entries(known).flatMap(([key, value]) => {
      const { scope, station, name } = partsOf(key)!
      return asked.includes(station) ? [{ scope, station, field: name, version: 1, value }] : []
    })
    await Promise.all([
      answerStore.addAnswers(query, id, { answers, revision: 1, summary: NO_SUMMARY }, me.id, at),
      duty && answerStore.useDuty(query, id, duty.id),
    ])
    const card = await loadCard(query, id, at)
    const evaluation = evaluationOf(card)
    await Promise.all([
      answerStore.saveResults(query, id, resultRows(card.answers, evaluation), CORE_VERSION, at),
      store.setSummary(query, id, summaryOf(evaluation)),
    ])
    return view(query, { ...card, job: (await store.findJob(query, id))! })
  })
}
