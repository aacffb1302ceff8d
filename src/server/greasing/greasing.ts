import type pg from 'pg'
import type { GreasingInput, GreasingView } from '../../contract/greasing.js'
import type { Me } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { compatibility } from '../../core/lubrication/grease.js'
import { typed } from '../../core/units/quantities.js'
import { Refused, notFound, refused } from '../problems.js'
import { audit, transaction, type Query } from '../database.js'
import { addGreaseEvent, lockPoint, sameGreasing } from './store.js'
import { findPosition } from '../machines/store.js'
import { findGrease, findGun, plantSettings } from '../plant/store.js'
import { timeline } from '../machines/timeline.js'

export async function greasingView(query: Query, positionId: number, now: Date): Promise<GreasingView> {
  const found = await findPosition(query, positionId, now)
  if (!found) throw notFound('bearing position')
  const { position, machine } = found
  return {
    position,
    machineId: machine.id,
    machineCode: machine.code,
    machineName: machine.name,
    location: machine.location,
    now: now.toISOString(),
    lubrication: position.lubrication,
    plant: await plantSettings(query),
    events: (await timeline(query, { positionId })).filter((e) => e.kind === 'greased' || e.kind === 'skipped'),
  }
}

/** More than this many times what is wanted is asked about: too much grease heats a bearing as surely as too little. */
const MUCH = 2

/** Entries may have waited on a device for as long, and its clock may be a little fast. */
const WAITED_MS = 14 * 24 * 3600 * 1000
const CLOCK_SLACK_MS = 5 * 60 * 1000

/**
 * Logs a greasing done or skipped, once however often it arrives. Another grease that must not meet the one in there is
 * refused until the change-over is recorded.
 */
export async function logGreasing(pool: pg.Pool, positionId: number, entry: GreasingInput, me: Me, now: Date): Promise<GreasingView> {
  const at = entry.at ? new Date(entry.at) : now
  if (at.getTime() > now.getTime() + CLOCK_SLACK_MS || at.getTime() < now.getTime() - WAITED_MS)
    throw refused('at', 'a time within the last 14 days, not in the future')
  return transaction(pool, async (query) => {
    // Before what is in there is read, so that two guns cannot both find the old grease.
    await lockPoint(query, positionId)
    const found = await findPosition(query, positionId, now)
    if (!found) throw notFound('bearing position')
    const lubrication = found.position.lubrication
    if (!lubrication)
      throw new Refused(problem(422, 'Not possible now', 'This position has no greasing plan yet; it comes with its first finished card.'))
    if (entry.kind === 'skipped') {
      if (entry.note.length < 5) throw refused('note', 'say why it was skipped, in at least 5 letters')
    } else {
      const grease = await findGrease(query, entry.greaseId)
      if (!grease) throw refused('greaseId', 'choose the grease that was pumped in')
      if (entry.gunId !== null && !(await findGun(query, entry.gunId))) throw refused('gunId', 'choose one of the guns of this plant')
      if (entry.grams === null) throw refused('grams', 'how much went in')
      const wanted = lubrication.quantityG
      if (wanted !== null && entry.grams > MUCH * wanted && entry.note.length < 5)
        throw refused(
          'note',
          `${MUCH} times the ${Math.round(wanted)} g that are wanted would be ${Math.round(MUCH * wanted)} g, and this is more: say why, in at least 5 letters`,
        )
      const inside = lubrication.grease
      const mixing = inside && compatibility(inside, grease)
      if (mixing && inside.id !== grease.id && mixing.mixing !== 'compatible' && entry.kind !== 'changed-over')
        throw refused('greaseId', `${typed(inside.name)} is in there: ${mixing.words} Record it as a change-over when that is done`)
    }
    const skipped = entry.kind === 'skipped'
    const added = await addGreaseEvent(query, {
      ...entry,
      ...(skipped ? { greaseId: null, gunId: null, strokes: null, grams: null } : {}),
      positionId,
      at,
      personId: me.id,
    })
    if (!added && !(await sameGreasing(query, { ...entry, positionId })))
      throw new Refused(problem(409, 'Key used', 'This entry bears the key of another one: it was not stored. Type it again.'))
    if (added) await audit(query, now, me.id, 'log-greasing', `position ${positionId}`, entry)
    return greasingView(query, positionId, now)
  })
}
