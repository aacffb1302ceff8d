import type pg from 'pg'
import { pointName, type GreasingInput, type GreasingView, type PointInput, type PointView } from '../../contract/greasing.js'
import type { Me } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { compatibility } from '../../core/lubrication/grease.js'

import { Refused, conflict, notFound, refused } from '../problems.js'
import { type Within, execute, together, transaction, type Query } from '../database.js'
import { lockLine } from '../records/lock.js'
import { noteChange } from '../records/change.js'
import { findLine } from '../records/lines.js'
import { arrangePoints, findPoint, lockPoint, pointOfPosition, pointsOfLine } from './points.js'
import { addGreasing, isStored, lastGreasing, sameGreasing, takeBack } from './store.js'
import { findGrease, findGun, plantSettings } from '../plant/store.js'
import { timeline } from '../records/timeline.js'

export async function greasingView(query: Query, pointId: number, now: Date): Promise<GreasingView> {
  const found = await findPoint(query, pointId)
  if (!found) throw notFound('greasing point')
  const { point } = found
  const { machine, line } = (await findLine(query, { lineId: found.lineId }, now))!
  const fed = point.feeds.map((f) => f.positionId)
  const last = await lastGreasing(query, pointId)
  return {
    ...{ point, positions: line.positions.filter((p) => fed.includes(p.id)) },
    machineId: machine.id,
    machineCode: machine.code,
    machineName: machine.name,
    location: machine.location,
    now: now.toISOString(),
    plant: await plantSettings(query),
    events: (await timeline(query, { positionIds: fed })).filter((e) => ['greased', 'skipped', 'taken-back'].includes(e.kind)),
    last: last && { ...last, at: last.at.toISOString(), open: last.at.getTime() > now.getTime() - WAITED_MS },
  }
}

/** More than this many times what is wanted is asked about: too much grease heats a bearing as surely as too little. */
const MUCH = 2

/** Entries may have waited on a device for as long, and its clock may be a little fast. */
const WAITED_MS = 14 * 24 * 3600 * 1000
const CLOCK_SLACK_MS = 5 * 60 * 1000

/** A second greasing within this part of the interval is asked about, and within so long in any case. */
const SOON = { share: 0.25, leastMs: 10 * 60 * 1000, mostMs: 24 * 3600 * 1000 }
const DAY_MS = 24 * 3600 * 1000

type Last = Awaited<ReturnType<typeof lastGreasing>>

/** A double tap, two people, an old page: who greases what was just greased is told who put how much in, and says it again. */
function askTwice(last: Last, point: PointView, entry: GreasingInput, at: Date): void {
  if (entry.again || entry.kind !== 'greased' || !last) return
  const soon = Math.min(SOON.mostMs, Math.max(SOON.leastMs, SOON.share * (point.intervalDays ?? 0) * DAY_MS))
  const apart = Math.abs(at.getTime() - last.at.getTime())
  if (apart > soon) return
  const minutes = Math.round(apart / 60_000)
  const ago = minutes < 2 ? 'at the same time' : minutes < 120 ? `${minutes} minutes apart` : `${Math.round(minutes / 60)} hours apart`
  const grams = last.grams === null ? '' : ` ${Math.round(last.grams)} g`
  const words = `${last.by} noted${grams} here, ${ago}: is this a second greasing? Too much grease heats the bearing.`
  throw new Refused(problem(409, 'Greased already', words, { current: { ...last, at: last.at.toISOString() } }))
}

/**
 * Logs a greasing done or skipped, once however often it arrives: false where it stands already. Another grease that must not meet the one
 * in there is refused until the change-over is recorded.
 */
export async function storeGreasing(pool: pg.Pool | Within, pointId: number, entry: GreasingInput, me: Me, now: Date): Promise<boolean> {
  const at = entry.at ? new Date(entry.at) : now
  if (at.getTime() > now.getTime() + CLOCK_SLACK_MS || at.getTime() < now.getTime() - WAITED_MS)
    throw refused('at', 'a time within the last 14 days, not in the future')
  return transaction(pool, async (query) => {
    // Asked together and answered in this order: locked before what is in there is read, so that two guns cannot both find the old grease.
    const [, found, grease, gun, last, stored] = await together(query, () =>
      Promise.all([
        lockPoint(query, pointId),
        findPoint(query, pointId),
        findGrease(query, entry.greaseId),
        entry.gunId === null ? null : findGun(query, entry.gunId),
        lastGreasing(query, pointId),
        isStored(query, entry.key),
      ]),
    )
    if (!found) throw notFound('greasing point')
    const { point } = found
    if (entry.kind === 'skipped') {
      if (entry.note.length < 5) throw refused('note', 'say why it was skipped, in at least 5 letters')
    } else {
      if (!grease) throw refused('greaseId', 'choose the grease that was pumped in')
      if (entry.gunId !== null && !gun) throw refused('gunId', 'choose one of the guns of this plant')
      if (entry.grams === null) throw refused('grams', 'how much went in')
      const wanted = point.quantityG
      if (wanted !== null && entry.grams > MUCH * wanted && entry.note.length < 5)
        throw refused(
          'note',
          `${MUCH} times the ${Math.round(wanted)} g that are wanted would be ${Math.round(MUCH * wanted)} g, and this is more: say why, in at least 5 letters`,
        )
      const inside = point.grease
      const mixing = inside && compatibility(inside, grease)
      if (mixing && inside.id !== grease.id && entry.kind !== 'changed-over')
        throw refused('greaseId', `${inside.name} is in there: ${mixing.words} Record it as a change-over when the old one is cleaned out`)
      // Sent twice it is the same entry still.
      if (!stored) askTwice(last, point, entry, at)
    }
    const skipped = entry.kind === 'skipped'
    const added = await addGreasing(query, point, {
      ...entry,
      ...(skipped ? { greaseId: null, gunId: null, strokes: null, grams: null } : {}),
      at,
      personId: me.id,
    })
    if (!added && !(await sameGreasing(query, point, entry)))
      throw new Refused(problem(409, 'Key used', 'This entry bears the key of another one: it was not stored. Type it again.'))
    return added
  })
}

/** Takes an entry back that was noted by mistake, by whoever finds it out; it stays in the history with its reason. */
export async function takeBackGreasing(
  pool: pg.Pool | Within,
  pointId: number,
  key: string,
  reason: string,
  me: Me,
  now: Date,
): Promise<void> {
  return transaction(pool, async (query) => {
    await lockPoint(query, pointId)
    const last = await lastGreasing(query, pointId)
    if (!last || last.key !== key) throw conflict('Only the last greasing can be taken back, once.')
    if (last.at.getTime() < now.getTime() - WAITED_MS) throw refused('reason', 'it is older than 14 days and stays')
    if (!(await takeBack(query, pointId, key, me.id, reason, now))) throw notFound('greasing')
  })
}

/** The first point of a support: entries of a page of the release before name the support. */
export async function pointAt(query: Query, positionId: number): Promise<number> {
  const pointId = await pointOfPosition(query, positionId)
  if (pointId === null)
    throw new Refused(problem(422, 'Not possible now', 'This position has no greasing plan yet; it comes with its first finished card.'))
  return pointId
}

/** Settles which points a line has, on the version that was seen; it stands in the records from what to what. Answers the machine. */
export async function changePoints(
  pool: pg.Pool | Within,
  lineId: number,
  { version, points }: { version: number; points: readonly PointInput[] },
  me: Me,
  now: Date,
): Promise<number> {
  return transaction(pool, async (query) => {
    await lockLine(query, lineId)
    const found = await findLine(query, { lineId }, null)
    if (!found) throw notFound('shaft line')
    if (found.line.version !== version) throw conflict('Somebody else changed this line meanwhile.', found.line)
    const said = async () => ({ points: (await pointsOfLine(query, lineId)).map(pointName).join('; ') })
    const before = await said()
    await arrangePoints(query, lineId, points, now)
    await execute(query, 'UPDATE shaft_line SET version = version + 1 WHERE id = $1', [lineId])
    await noteChange(query, now, me.id, { machineId: found.machine.id, lineId }, 'changed', before, await said())
    return found.machine.id
  })
}
