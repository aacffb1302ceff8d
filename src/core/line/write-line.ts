import { writeOil } from '../lubrication/oil.js'
import { findBearing } from '../catalogue/catalogue.js'
import { groupMark } from '../fits/clearance-group.js'
import { findMarked } from '../identify/marked.js'
import { formatTrimmed, unitOf, type UnitSystem } from '../units/quantities.js'
import { COMPONENTS, usualNames, type DraftBearing, type LineDraft } from './draft.js'
import { unmeasured, type Holder, type ShaftSeatRecord, type Sides } from './records.js'
import { writeShaft } from './shaft.js'
import { HELD_BY, SEATS } from './vocabulary.js'

const HOLDER_WORD = new Map(HELD_BY.map(([word, holder]) => [holder, word.replace('rings', 'ring')] as const).reverse())

/** Sides of a ring in words; empty where nothing is recorded. */
function sideWords([left, right]: Sides, ring: 'outer' | 'inner'): string[] {
  const one = (holder: Holder): string => {
    const word = HOLDER_WORD.get(holder)
    const plain = word ? `by ${word}` : holder
    if (ring === 'inner') return `inner ${plain}`
    return word ? `held ${plain}` : plain
  }
  if (left === right) return left === 'not-recorded' ? [] : [one(left)]
  const held = ([at, holder]: readonly [string, Holder]) => (holder === 'not-recorded' ? [] : [`${one(holder)} ${at}`])
  // A side that is free beside one that holds need not be said of an outer ring.
  const sides = [['left', left] as const, ['right', right] as const]
  const said =
    ring === 'outer' && sides.some(([, h]) => h !== 'free' && h !== 'not-recorded') ? sides.filter(([, h]) => h !== 'free') : sides
  return said.flatMap(held)
}

/** A length as words: bare in mm, with its unit in inches or where a bearing bears that number. */
function lengthWords(mm: number, system: UnitSystem): string {
  const text = formatTrimmed(mm, 'length', system, 3).replaceAll('\u2009', '')
  return system === 'inch' || findBearing(text) ? `${text} ${unitOf('length', system)}` : text
}

const seatWords = ({ kind, sleeve, nominalMm, toleranceClass }: ShaftSeatRecord, system: UnitSystem): string[] => {
  if (kind === 'not-recorded') return []
  const name = sleeve ?? toleranceClass ?? SEATS.find(([, k]) => k === kind)![0]
  return [`on ${name}${nominalMm === undefined ? '' : ` Ø${lengthWords(nominalMm, system)}`}`]
}

const sameThing = (a: DraftBearing, b: DraftBearing) =>
  a.designation !== null &&
  a.designation === b.designation &&
  a.group === b.group &&
  a.count === b.count &&
  a.arrangement === b.arrangement &&
  JSON.stringify(unmeasured(a.shaftSeat)) === JSON.stringify(unmeasured(b.shaftSeat))

function bearingWords(bearing: DraftBearing, before: DraftBearing | null, system: UnitSystem): string {
  const { designation, group, count, arrangement, holding, shaftSeat, since } = bearing
  const tail = [...sideWords(holding.outer, 'outer'), ...sideWords(holding.inner, 'inner'), ...(since ? [`since ${since}`] : [])]
  if (before && sameThing(before, bearing)) return ['same', ...tail].join(' ')
  const marked = designation === null ? null : findMarked(designation)
  const listed = marked && !marked.unknown
  const name = designation === null ? '?' : listed ? designation : `"${designation.replaceAll('"', '')}"`
  const set = arrangement ? [count === 2 ? `pair ${arrangement}` : `set of ${count} ${arrangement}`] : []
  return [name, ...(listed && group ? [groupMark(group)] : []), ...set, ...seatWords(shaftSeat, system), ...tail].join(' ')
}

/**
 * Writes a line as words that `readLine` reads back, in the unit of `system`: names only where they are not the usual ones.
 * Seats as measured and what houses a bearing do not go into words. Source: as `readLine`.
 */
export function writeLine(line: LineDraft, system: UnitSystem): string {
  const out: string[] = []
  if (line.orientation === 'vertical') out.push('vertical')
  if (line.orientation === 'tilted') out.push(`tilted ${line.tiltDeg}`)
  if (line.turning === 'housing') out.push('housing turns')
  const usual = usualNames(line)
  const things: { words: string; at: number | null; support: boolean }[] = []
  let before: DraftBearing | null = null
  for (let slot = 0; slot <= line.positions.length; slot += 1) {
    for (const c of line.components.filter((x) => x.slot === slot))
      things.push({ words: COMPONENTS[c.kind].words[0], at: c.alongMm, support: false })
    const p = line.positions[slot]
    if (!p) continue
    const own = p.bearings.map((b) => {
      const words = bearingWords(b, before, system)
      before = b
      return words
    })
    const oil = p.oil ? ` in oil ${writeOil(p.oil)}` : ''
    things.push({ words: `${p.name === usual[slot] ? '' : `${p.name}: `}${own.join(' + ') || '?'}${oil}`, at: p.alongMm, support: true })
  }
  let last: number | null = null
  things.forEach((thing, i) => {
    // Where a component's place is not known, the distance of the supports stands before the next support.
    const known = thing.at !== null && (thing.support || wholeGap(things, i))
    if (known && last !== null) out.push(lengthWords(thing.at! - last, system))
    if (known) last = thing.at
    out.push(thing.words)
  })
  if (line.shaft) out.push(writeShaft(line.shaft, system))
  return out.join(', ')
}

/** Whether everything between the supports around a component has its place. */
function wholeGap(things: readonly { at: number | null; support: boolean }[], i: number): boolean {
  const before = things.findLastIndex((t, j) => j < i && t.support)
  const after = things.findIndex((t, j) => j > i && t.support)
  const between = things.slice(before === -1 ? i : before + 1, after === -1 ? i + 1 : after)
  return between.every((t) => t.at !== null)
}
