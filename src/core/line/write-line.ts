import { writeGrease } from '../lubrication/grease-words.js'
import { writeOil } from '../lubrication/oil.js'
import { findBearing } from '../catalogue/catalogue.js'
import { groupMark } from '../bearing/clearance.js'
import { recordedRow } from '../identify/marked.js'
import { formatTrimmed, unitOf, type UnitSystem } from '../units/quantities.js'
import { COMPONENTS, usualNames, type DraftBearing, type DraftPosition, type LineDraft } from './draft.js'
import { factWords } from './component-words.js'
import { unitNamed } from './housed.js'
import { unmeasured, type HousingSeatRecord, type ShaftSeatRecord, type Sides } from './records.js'
import type { Holder } from '../arrangement/holders.js'
import { writeShaft } from './shaft.js'
import { HELD_BY, SEATS, STANDS } from './vocabulary.js'

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

const sameHouse = (a: HousingSeatRecord, b: HousingSeatRecord) => a.block === b.block && a.standsIn === b.standsIn

/** What houses it; an insert is called by its unit. */
function houseWords({ designation, housingSeat }: DraftBearing): string[] {
  const { block, standsIn } = housingSeat
  if (unitNamed(designation, housingSeat)) return []
  const said = block ?? STANDS.find(([, s]) => s === standsIn)?.[0]
  return said ? [`in ${said}`] : []
}

const sameThing = (a: DraftBearing, b: DraftBearing) =>
  a.designation !== null &&
  a.designation === b.designation &&
  a.group === b.group &&
  a.count === b.count &&
  a.arrangement === b.arrangement &&
  sameHouse(a.housingSeat, b.housingSeat) &&
  JSON.stringify(unmeasured(a.shaftSeat)) === JSON.stringify(unmeasured(b.shaftSeat))

function bearingWords(bearing: DraftBearing, before: DraftBearing | null, system: UnitSystem): string {
  const { designation, group, count, arrangement, holding, shaftSeat, housingSeat, since } = bearing
  const tail = [...sideWords(holding.outer, 'outer'), ...sideWords(holding.inner, 'inner'), ...(since ? [`since ${since}`] : [])]
  if (before && sameThing(before, bearing)) return ['same', ...tail].join(' ')
  const listed = designation !== null && recordedRow(designation) !== null
  const name =
    designation === null ? '?' : listed ? (unitNamed(designation, housingSeat) ?? designation) : `"${designation.replaceAll('"', '')}"`
  const set = arrangement ? [count === 2 ? `pair ${arrangement}` : `set of ${count} ${arrangement}`] : []
  return [
    name,
    ...(listed && group ? [groupMark(group)] : []),
    ...set,
    ...seatWords(shaftSeat, system),
    ...houseWords(bearing),
    ...tail,
  ].join(' ')
}

/** What a support runs in; empty where nobody said. */
function lubricantWords({ oil, grease }: Pick<DraftPosition, 'oil' | 'grease'>): string {
  if (oil) return oil.feed === 'oil-air' ? `oil-air ${writeOil({ ...oil, feed: 'bath' })}` : `in oil ${writeOil(oil)}`
  return grease ? `grease ${writeGrease(grease)}` : ''
}

/** A support: what stands there and what it runs in. What is the same as before runs in the same, so another lubricant is said, and none cannot be. */
function supportWords(p: DraftPosition, before: DraftPosition | null, system: UnitSystem): string {
  const [runsIn, ran] = [lubricantWords(p), before ? lubricantWords(before) : '']
  let last = ran && !runsIn ? null : (before?.bearings.at(-1) ?? null)
  const own = p.bearings.map((b) => {
    const words = bearingWords(b, last, system)
    last = b
    return words
  })
  const taken = /^same\b/.test(own[0] ?? '') && runsIn === ran
  return [own.join(' + ') || '?', ...(runsIn && !taken ? [runsIn] : [])].join(' ')
}

/**
 * Writes a line as words that `readLine` reads back, in the unit of `system`: names only where they are not the usual ones.
 * Seats as measured and the class of a housing do not go into words. Source: as `readLine`.
 */
export function writeLine(line: LineDraft, system: UnitSystem): string {
  const out: string[] = []
  if (line.orientation === 'vertical') out.push('vertical')
  if (line.orientation === 'tilted') out.push(`tilted ${line.tiltDeg}`)
  if (line.turning === 'housing') out.push('housing turns')
  const usual = usualNames(line)
  const things: { words: string; at: number | null; support: boolean }[] = []
  let before: DraftPosition | null = null
  for (let slot = 0; slot <= line.positions.length; slot += 1) {
    for (const c of line.components.filter((x) => x.slot === slot))
      things.push({
        words: [COMPONENTS[c.kind].words[0], factWords(c.kind, c.facts, system)].filter(Boolean).join(' '),
        at: c.alongMm,
        support: false,
      })
    const p = line.positions[slot]
    if (!p) continue
    things.push({ words: `${p.name === usual[slot] ? '' : `${p.name}: `}${supportWords(p, before, system)}`, at: p.alongMm, support: true })
    before = p
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
