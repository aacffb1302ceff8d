import { holdingOf } from '../arrangement/holding.js'
import type { Bearing } from '../bearing/bearing.js'
import { adapterSleeve, shaftHold } from '../catalogue/sleeves.js'
import { findMarked, recordedRow } from '../identify/marked.js'
import { STAND_IN_BLOCKS, blockFor, plummerBlocks } from '../parts/blocks.js'
import { withdrawalSleeve } from '../parts/sleeves.js'
import { amount, type Message } from '../words/message.js'
import type { DraftBearing, DraftPosition, LineDraft, LineFault } from './draft.js'
import { supportHeld } from './held.js'
import { outerSides, type ShaftSeatRecord } from './records.js'
import { diameterAt } from './shaft.js'
import { seatUnder } from './seats.js'

/** What a line says that can hardly be: it can be kept, since a plant may have it so, but it is said beside the words. */

type Say = (code: string, params?: Message['params']) => void

/** Parts of a sleeve's name that count: what it is and its number; letters between tell threads and oil ways apart. */
function sleeveKey(name: string): string {
  const [, kind, number] = /^(AO?H|H)[A-Z]*\s*([\d/]+)/i.exec(name) ?? []
  return number ? `${kind!.toUpperCase().replace('AOH', 'AH')} ${number}` : name
}

/** Sizes of one seat further apart than this, as a share, are not of one seat. Engineering practice. */
const APART = 0.004

function judgeSleeve(row: Bearing, seat: ShaftSeatRecord, say: Say): void {
  const belongs = seat.kind === 'withdrawal-sleeve' ? (withdrawalSleeve(row)?.name ?? null) : (adapterSleeve(row)?.designation ?? null)
  const { sleeve } = seat
  const { designation } = row
  if (sleeve && belongs && sleeveKey(sleeve) !== sleeveKey(belongs)) say('sleeve-of-another', { sleeve, designation, belongs })
}

/** A seat against the bore that stands on it. */
function judgeSeat(row: Bearing, seat: ShaftSeatRecord, say: Say): void {
  const { kind, nominalMm } = seat
  const { designation } = row
  const sleeved = kind === 'adapter-sleeve' || kind === 'withdrawal-sleeve'
  if (row.boreTaper && (kind === 'cylindrical' || kind === 'raceway')) return say('taper-on-cylinder', { designation })
  if (!row.boreTaper && sleeved) return say('plain-on-sleeve', { designation, sleeve: seat.sleeve ?? 'a sleeve' })
  if (!row.boreTaper && kind === 'taper') return say('plain-on-taper', { designation })
  const clamped = kind === 'set-screws' || kind === 'eccentric-collar' || kind === 'clamp-collar'
  if (clamped && row.family !== 'insert-ball') return say('clamp-on-plain', { designation })
  if (sleeved) judgeSleeve(row, seat, say)
  // Sleeves for inch shafts have letters of their own, and a shaft that no table here has.
  const ofInches = sleeved && /^A?O?H[A-Z]/i.test(seat.sleeve ?? '')
  const wanted = row.boreTaper && kind === 'taper' ? null : seatUnder(row, { ...seat, nominalMm: undefined }).sizeMm
  if (nominalMm !== undefined && wanted !== null && !ofInches && Math.abs(nominalMm - wanted) > APART * wanted)
    say('shaft-of-another', { designation, is: amount(nominalMm, 'length'), wanted: amount(wanted, 'length') })
  return
}

/** A split block against the bearing in it; one of another size does not close on it. */
function judgeBlock(row: Bearing, { block }: { block?: string }, onSleeve: boolean, say: Say): void {
  const own = block ? plummerBlocks().find((b) => b.name === block) : undefined
  if (!own) return
  const { designation } = row
  if (!STAND_IN_BLOCKS.includes(row.family)) return say('block-for-others', { block: own.name, designation })
  const belongs = blockFor(row, onSleeve)?.name ?? null
  if (own.seatMm !== row.outsideMm || own.onSleeve !== onSleeve)
    say(belongs ? 'block-of-another' : 'block-too', {
      ...{ block: own.name, designation, seat: amount(own.seatMm, 'length', 0), outside: amount(row.outsideMm, 'length') },
      ...(belongs && { belongs }),
    })
  return
}

/** The step of the shaft that a bearing sits on. */
function judgeStep(row: Bearing, seat: ShaftSeatRecord, line: LineDraft, p: DraftPosition, say: Say): void {
  const step = line.shaft && diameterAt(line.shaft, p.alongMm - line.positions[0]!.alongMm)
  const wanted = seatUnder(row, seat).sizeMm
  if (!step || wanted === null || (row.boreTaper && seat.kind === 'taper')) return
  const params = { designation: row.designation, step: amount(step, 'length'), wanted: amount(wanted, 'length') }
  if (Math.abs(step - wanted) > APART * wanted) say(step > wanted ? 'step-too-thick' : 'step-too-thin', params)
}

function judgeBearing(b: DraftBearing, line: LineDraft, p: DraftPosition, say: Say): void {
  const marked = b.designation === null ? null : findMarked(b.designation)
  if (!marked || marked.changes) return
  const { row, notRead } = marked
  if (notRead.length) say('letters-unread', { designation: b.designation!, letters: notRead.join(', ') })
  judgeSeat(row, b.shaftSeat, say)
  judgeBlock(row, b.housingSeat, seatUnder(row, b.shaftSeat).hold === 'sleeve', say)
  if (shaftHold(row) !== 'none') judgeStep(row, b.shaftSeat, line, p, say)
}

/** Whether a support holds the shaft by its words; null while nobody has said it. No unit. Source: as `supportHeld`. */
export const draftHeld = ({ bearings }: Pick<DraftPosition, 'bearings'>): boolean | null =>
  supportHeld(
    bearings.map(({ holding, designation, count }) => ({
      holding,
      row: designation === null ? null : recordedRow(designation),
      inSet: count > 1,
    })),
  )

/** Somebody has said of each support how it is held, and none holds. */
function judgeHolding({ positions }: LineDraft, say: (at: number | null, code: string) => void): void {
  const supports = positions.map((p) => ({
    rows: p.bearings.flatMap((b) => {
      const row = b.designation === null ? null : (findMarked(b.designation)?.row ?? null)
      return Array.from({ length: b.count }, () => row)
    }),
    held: draftHeld(p),
  }))
  if (supports.some((s) => s.rows.includes(null))) return
  const found = holdingOf(supports.map((s) => ({ ...s, held: s.held ?? false })))
  const oneWay = positions.some((p) => Object.values(outerSides(p.bearings.map((b) => b.holding))).some(Boolean))
  if (found === 'none' && !oneWay && supports.some((s) => s.held === false)) say(null, 'line-holds-nothing')
}

/**
 * What of a line can hardly be, mm: a bore that does not sit on what it is said to sit on, a sleeve or block of another bearing, a step of the shaft
 * that is no seat, letters that nobody explains, nothing that holds the shaft. None of it keeps the line from being saved. Sources: ISO 2982-1 for
 * sleeves, DIN 736 to 739 for blocks, engineering practice.
 */
export function judgeLine(line: LineDraft): LineFault[] {
  const found: LineFault[] = []
  const at = (position: number | null, code: string, params: Message['params'] = {}) => found.push({ position, code, params })
  line.positions.forEach((p, i) => {
    for (const b of p.bearings) judgeBearing(b, line, p, (code, params) => at(i, code, params))
  })
  judgeHolding(line, at)
  return found
}
