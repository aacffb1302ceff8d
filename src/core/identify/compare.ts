import type { Bearing } from '../catalogue/bearing.js'
import { FAMILY_LABEL, isThrust, rollsOnBalls } from '../catalogue/families.js'
import { formOf } from '../catalogue/forms.js'
import { CLEARANCE_GROUPS, clearanceFrom, clearanceGroup, type ClearanceGroup } from '../fits/clearance-group.js'
import { rateBearing } from '../life/rate-bearing.js'
import { InputError, short } from '../result.js'
import { q } from '../units/quantities.js'
import { ACCURACY_CLASSES, valueWords, type Feature } from './letters.js'

/** A bearing as it is described: its row, and what is known of the letters behind the number; null is not known. */
export interface Described {
  row: Bearing
  features: Partial<Record<Feature, string | null>>
}

/** What a whole marking leaves out is the normal: clearance CN, open where the size is made open, the normal tolerance class. */
export function asMarked(row: Bearing, features: Partial<Record<Feature, string>>): Described['features'] {
  return { clearance: 'N', ...(row.closures.includes('open') ? { closure: 'open' } : {}), ...features }
}

/** What the position asks of a bearing; null where nobody has said. Core units. */
export interface PositionDuty {
  speedRpm: number | null
  radialLoadN: number | null
  axialLoadN: number | null
  /** Life wanted, h. */
  targetH: number | null
  innerRingC: number | null
  dirt: 'clean' | 'normal' | 'dirty' | 'wet' | null
  /** Grease is pumped in from outside. */
  relubricated: boolean | null
  /** The bearing must hold the shaft along. */
  mustHold: boolean | null
  /** Clearance left in operation with the removed bearing's group, µm. */
  operatingClearanceUm: number | null
}

export const NO_DUTY: PositionDuty = {
  speedRpm: null,
  radialLoadN: null,
  axialLoadN: null,
  targetH: null,
  innerRingC: null,
  dirt: null,
  relubricated: null,
  mustHold: null,
  operatingClearanceUm: null,
}

export const JUDGEMENTS = ['same', 'acceptable', 'not', 'unknown'] as const
export type Judgement = (typeof JUDGEMENTS)[number]
export const JUDGEMENT_WORDS: Record<Judgement, string> = {
  same: 'same',
  acceptable: 'acceptable because',
  not: 'not acceptable because',
  unknown: 'unknown',
}

export interface Comparison {
  aspect: string
  removed: string
  offered: string
  judgement: Judgement
  /** The consequence in one sentence; empty when both are the same. */
  because: string
  /** The figure of the consequence, where there is one. */
  figure: string | null
}

export const OFFER_VERDICTS = ['same', 'will-do', 'ask-first', 'will-not-do'] as const
export type OfferVerdict = (typeof OFFER_VERDICTS)[number]
export const OFFER_WORDS: Record<OfferVerdict, string> = {
  same: 'the same',
  'will-do': 'will do here',
  'ask-first': 'ask first',
  'will-not-do': 'will not do',
}

export interface CompareResult {
  verdict: OfferVerdict
  /** The verdict in one sentence. */
  reason: string
  lines: Comparison[]
  /** Life of the offered over that of the removed at this duty, or by rating alone. */
  lifeRatio: number
}

const percent = (ratio: number) => `${Math.round(ratio * 100)} %`
const mm = (value: number) => q(value, 'length', Number.isInteger(value) ? 0 : 2)

class Lines {
  readonly list: Comparison[] = []
  add(aspect: string, removed: string, offered: string, judgement: Judgement, because = '', figure: string | null = null): void {
    this.list.push({ aspect, removed, offered, judgement, because, figure })
  }
  /** A size that must be the same to go in. */
  size(aspect: string, removed: number, offered: number, because: string): void {
    if (Math.abs(removed - offered) < 0.005) this.add(aspect, mm(removed), mm(offered), 'same')
    else this.add(aspect, mm(removed), mm(offered), 'not', because, mm(Math.abs(removed - offered)))
  }
}

function boundary({ row: a }: Described, { row: b }: Described, lines: Lines): void {
  lines.size('bore', a.boreMm, b.boreMm, 'It does not go on this seat.')
  const bore = (row: Bearing) => (row.boreTaper ? `tapered ${row.boreTaper}` : 'cylindrical')
  if (a.boreTaper === b.boreTaper) lines.add('form of the bore', bore(a), bore(b), 'same')
  else
    lines.add(
      'form of the bore',
      bore(a),
      bore(b),
      'not',
      b.boreTaper ? 'A tapered bore does not hold on this plain seat without a sleeve.' : 'A plain bore does not sit on this taper.',
    )
  lines.size('outside diameter', a.outsideMm, b.outsideMm, 'It does not fit this housing.')
  lines.size('width', a.widthMm, b.widthMm, 'Covers, nut and spacers would stand wrong.')
  if (a.chamferMm === b.chamferMm) lines.add('chamfer', mm(a.chamferMm), mm(b.chamferMm), 'same')
  else if (b.chamferMm > a.chamferMm)
    lines.add(
      'chamfer',
      mm(a.chamferMm),
      mm(b.chamferMm),
      'acceptable',
      'The larger chamfer clears the fillet; the shoulder catches a little less of the ring.',
    )
  else
    lines.add(
      'chamfer',
      mm(a.chamferMm),
      mm(b.chamferMm),
      'not',
      'The smaller chamfer may ride up on the fillet: the ring would not seat.',
      mm(a.chamferMm - b.chamferMm),
    )
}

const kind = (row: Bearing) => `${FAMILY_LABEL[row.family]}, ${formOf(row).label}`
const THRUST_WORDS = ['none', 'one direction', 'both directions'] as const

function abilities({ row: a }: Described, { row: b }: Described, duty: PositionDuty, lines: Lines): void {
  const [before, after] = [formOf(a), formOf(b)]
  if (a.form === b.form) lines.add('type', kind(a), kind(b), 'same')
  else lines.add('type', kind(a), kind(b), 'acceptable', 'Another type: it stands or falls by the lines below.')
  const thrust = (n: 0 | 1 | 2) => THRUST_WORDS[n]
  if (before.thrust === after.thrust) lines.add('thrust it carries', thrust(before.thrust), thrust(after.thrust), 'same')
  else if (after.thrust > before.thrust)
    lines.add(
      'thrust it carries',
      thrust(before.thrust),
      thrust(after.thrust),
      'acceptable',
      'It carries more thrust than the one removed.',
    )
  else if (duty.axialLoadN === 0 && duty.mustHold === false)
    lines.add(
      'thrust it carries',
      thrust(before.thrust),
      thrust(after.thrust),
      'acceptable',
      'There is no thrust at this position.',
      q(0, 'force', 0),
    )
  else
    lines.add(
      'thrust it carries',
      thrust(before.thrust),
      thrust(after.thrust),
      'not',
      'The thrust that the removed one carried would have no bearing to take it.',
      duty.axialLoadN ? q(duty.axialLoadN, 'force', 2) : null,
    )
  const holds = (n: 0 | 1 | 2) => (n === 0 ? 'lets the shaft move along' : n === 1 ? 'one direction' : 'both directions')
  if (before.holds === after.holds) lines.add('holding the shaft', holds(before.holds), holds(after.holds), 'same')
  else if (before.holds === 0)
    lines.add(
      'holding the shaft',
      holds(before.holds),
      holds(after.holds),
      duty.mustHold === true ? 'acceptable' : 'not',
      duty.mustHold === true
        ? 'This position may hold the shaft.'
        : 'The shaft could no longer grow through this bearing: both ends would be held.',
    )
  else if (duty.mustHold === false && after.holds === 0)
    lines.add('holding the shaft', holds(before.holds), holds(after.holds), 'acceptable', 'This is the end that lets the shaft grow.')
  else if (duty.mustHold === null)
    lines.add('holding the shaft', holds(before.holds), holds(after.holds), 'unknown', 'Find out which end holds the shaft.')
  else if (after.holds < before.holds)
    lines.add('holding the shaft', holds(before.holds), holds(after.holds), 'not', 'Nothing would hold the shaft along.')
  else lines.add('holding the shaft', holds(before.holds), holds(after.holds), 'acceptable', 'It holds at least as well.')
  const tilt = (row: Bearing) => `${short(row.misalignmentDeg, 2)}°`
  if (a.misalignmentDeg === b.misalignmentDeg) lines.add('tilt it puts up with', tilt(a), tilt(b), 'same')
  else if (b.misalignmentDeg > a.misalignmentDeg) lines.add('tilt it puts up with', tilt(a), tilt(b), 'acceptable', 'It puts up with more.')
  else if (a.misalignmentDeg < 0.3)
    lines.add('tilt it puts up with', tilt(a), tilt(b), 'acceptable', 'Both want a true shaft; check the alignment.', tilt(b))
  else lines.add('tilt it puts up with', tilt(a), tilt(b), 'not', 'Where the shaft leans or bends, edges would carry the load.', tilt(b))
  if (a.contactAngleDeg !== b.contactAngleDeg && a.family === b.family && a.family === 'angular-contact-ball')
    lines.add(
      'contact angle',
      `${a.contactAngleDeg}°`,
      `${b.contactAngleDeg}°`,
      'not',
      'Another angle shares load and preload differently: a pair must have the same.',
      `${Math.abs(a.contactAngleDeg - b.contactAngleDeg)}°`,
    )
  else if (a.family === 'angular-contact-ball' && b.family === a.family)
    lines.add('contact angle', `${a.contactAngleDeg}°`, `${b.contactAngleDeg}°`, 'same')
}

/** Life of a row at the duty, or null when the duty is incomplete or the row cannot carry it. */
function lifeOf(
  row: Bearing,
  { radialLoadN, axialLoadN, speedRpm }: PositionDuty,
): { hours: number; staticSafety: number; stopped: string | null } | null {
  if (radialLoadN === null || axialLoadN === null || !speedRpm || radialLoadN + axialLoadN === 0) return null
  try {
    const rated = rateBearing(row, radialLoadN, axialLoadN, speedRpm, 90)
    const stop = rated.load.cautions.find((c) => c.level === 'stop')
    return { hours: rated.life.values.ratingLifeH, staticSafety: rated.staticSafety, stopped: stop?.message ?? null }
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    return { hours: 0, staticSafety: 0, stopped: `${error.allowed}.` }
  }
}

/** Ratings within this share of each other are counted as alike: no figure of the trade is surer. */
const ALIKE = 0.03

function strength({ row: a }: Described, { row: b }: Described, duty: PositionDuty, lines: Lines): number {
  const exponent = rollsOnBalls(b.family) ? 3 : 10 / 3
  const byRating = (b.dynamicRatingN / a.dynamicRatingN) ** exponent
  const [before, after] = [lifeOf(a, duty), lifeOf(b, duty)]
  const ratio = before && after && before.hours > 0 ? after.hours / before.hours : byRating
  const force = (n: number) => q(n, 'force', 1)
  const rating = [force(a.dynamicRatingN), force(b.dynamicRatingN)] as const
  const times = `life × ${short(ratio, 2)}`
  if (after?.stopped) lines.add('load it carries', ...rating, 'not', after.stopped, times)
  else if (Math.abs(b.dynamicRatingN / a.dynamicRatingN - 1) < ALIKE && Math.abs(ratio - 1) < 4 * ALIKE)
    lines.add('load it carries', ...rating, 'same')
  else if (ratio >= 1) lines.add('load it carries', ...rating, 'acceptable', 'It lives longer than the one removed.', times)
  else if (after && duty.targetH !== null)
    lines.add(
      'load it carries',
      ...rating,
      after.hours >= duty.targetH ? 'acceptable' : 'not',
      `Here it lives ${q(after.hours, 'hours')}, ${after.hours >= duty.targetH ? 'still over' : 'under'} the ${q(duty.targetH, 'hours')} wanted.`,
      times,
    )
  else
    lines.add(
      'load it carries',
      ...rating,
      ratio >= 0.8 ? 'acceptable' : 'not',
      ratio >= 0.8 ? 'A little less life than the one removed.' : 'It lives clearly shorter than the one removed.',
      times,
    )
  const safety = b.staticRatingN / a.staticRatingN
  const still = [force(a.staticRatingN), force(b.staticRatingN)] as const
  if (Math.abs(safety - 1) < ALIKE) lines.add('load at rest', ...still, 'same')
  else if (safety > 1) lines.add('load at rest', ...still, 'acceptable', 'It stands more load at rest.', percent(safety))
  else if (after)
    lines.add(
      'load at rest',
      ...still,
      after.staticSafety >= 2 ? 'acceptable' : 'not',
      `Static safety here would be ${short(after.staticSafety, 2)}.`,
      percent(safety),
    )
  else lines.add('load at rest', ...still, safety >= 0.8 ? 'acceptable' : 'not', 'Shock and load at rest dent it sooner.', percent(safety))
  return ratio
}

function speed({ row: a }: Described, { row: b }: Described, duty: PositionDuty, closureFactor: number, lines: Lines): void {
  const limit = (row: Bearing, factor: number) => Math.round((row.greaseSpeedRpm * factor) / 100) * 100
  const [before, after] = [limit(a, 1), limit(b, closureFactor)]
  const words = [q(before, 'speed', 0), q(after, 'speed', 0)] as const
  if (duty.speedRpm !== null && duty.speedRpm > after)
    lines.add(
      'speed with grease',
      ...words,
      'not',
      `It would run at ${q(duty.speedRpm, 'speed', 0)}, above its guidance.`,
      percent(duty.speedRpm / after),
    )
  else if (Math.abs(after / before - 1) < ALIKE) lines.add('speed with grease', ...words, 'same')
  else if (after > before)
    lines.add('speed with grease', ...words, 'acceptable', 'It may run faster than the one removed.', percent(after / before))
  else if (duty.speedRpm !== null)
    lines.add(
      'speed with grease',
      ...words,
      'acceptable',
      `It runs at ${q(duty.speedRpm, 'speed', 0)} here, under its guidance.`,
      percent(after / before),
    )
  else lines.add('speed with grease', ...words, 'unknown', 'It may run less fast: find out the speed.', percent(after / before))
}

const sealed = (value: string) => (value.startsWith('contact') ? 2 : value === 'open' ? 0 : 1)
/** Rubbing lips take about a third off the speed. Engineering practice. */
const CONTACT_SEAL_SPEED = 0.65

function closure(a: Described, b: Described, duty: PositionDuty, lines: Lines): number {
  const worn = (d: Described): string | null =>
    d.features.closure ?? (d.row.closures.length === 1 ? (d.row.closures[0] === 'open' ? 'open' : `${d.row.closures[0]}, both`) : null)
  const [before, after] = [worn(a), worn(b)]
  const words = (value: string | null) => (value ? valueWords('closure', value) : 'not known')
  const factor = after && sealed(after) === 2 ? CONTACT_SEAL_SPEED : 1
  const line = (judgement: Judgement, because = '') => lines.add('closure', words(before), words(after), judgement, because)
  if (after && duty.relubricated === true && !before)
    line(
      after === 'open' ? 'acceptable' : 'not',
      after === 'open' ? 'Grease is pumped in here: open is right.' : 'Grease is pumped in here: it would not pass the closure.',
    )
  else if (!before || !after) line('unknown', 'Look whether shields or seals cover the elements.')
  else if (before === after) line('same')
  else if (sealed(after) < sealed(before))
    line(
      'not',
      duty.dirt === 'dirty' || duty.dirt === 'wet'
        ? 'The seal is lost, and this place is dirty or wet.'
        : 'A closure is lost: dirt gets in and grease gets out.',
    )
  else if (duty.relubricated === true && after !== 'open') line('not', 'Grease is pumped in here: it would not pass the closure.')
  else if (duty.relubricated === null)
    line('unknown', 'Better closed than before, but grease pumped from outside would not get in: find out.')
  else line('acceptable', 'Better closed than the one removed, and filled for its life.')
  return factor
}

function clearance(a: Described, b: Described, duty: PositionDuty, lines: Lines): void {
  if (clearanceFrom(a.row) === 'setting' && clearanceFrom(b.row) === 'setting') return
  const [before, after] = [a.features.clearance, b.features.clearance] as (ClearanceGroup | null | undefined)[]
  const words = (g: ClearanceGroup | null | undefined) => (g ? `C${g}` : 'not known')
  const line = (judgement: Judgement, because = '', figure: string | null = null) =>
    lines.add('internal clearance', words(before), words(after), judgement, because, figure)
  if (!before || !after) return line('unknown', 'The group cannot be seen: read it on the ring or in the record before it goes in.')
  if (before === after) return line('same')
  const middle = (row: Bearing, group: ClearanceGroup): number | null => {
    try {
      const { minUm, maxUm } = clearanceGroup({ family: row.family, boreMm: row.boreMm, taperedBore: row.boreTaper !== null, group }).values
      return (minUm + maxUm) / 2
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      return null
    }
  }
  const [was, is] = [middle(a.row, before), middle(b.row, after)]
  const change = was !== null && is !== null ? is - was : null
  const figure = change === null ? null : q(Math.abs(change), 'fine', 0)
  if (CLEARANCE_GROUPS.indexOf(after) < CLEARANCE_GROUPS.indexOf(before)) {
    const left = change !== null && duty.operatingClearanceUm !== null ? duty.operatingClearanceUm + change : null
    return line(
      'not',
      left === null
        ? 'Less clearance than the one removed: it may run hot and seize.'
        : `About ${q(left, 'fine', 0)} would be left in operation: it may run hot and seize.`,
      figure,
    )
  }
  line('acceptable', 'More clearance than the one removed: a little noise, a little less life, no harm by heat.', figure)
}

function rest(a: Described, b: Described, duty: PositionDuty, lines: Lines): void {
  const [classBefore, classAfter] = [a.features.accuracy ?? 'normal', b.features.accuracy ?? 'normal']
  const grade = (value: string) => ACCURACY_CLASSES.indexOf(value as (typeof ACCURACY_CLASSES)[number])
  const named = (value: string, known: string | null | undefined) => (known ? valueWords('accuracy', value) : 'normal, as none is marked')
  const words = [named(classBefore, a.features.accuracy), named(classAfter, b.features.accuracy)] as const
  if (classBefore === classAfter) lines.add('tolerance class', ...words, 'same')
  else if (grade(classAfter) > grade(classBefore)) lines.add('tolerance class', ...words, 'acceptable', 'Finer than the one removed.')
  else lines.add('tolerance class', ...words, 'not', 'Coarser than the one removed: it runs less true.')
  const [heatBefore, heatAfter] = [a.features.heat, b.features.heat]
  const heat = (value: string | null | undefined) => (value ? valueWords('heat', value) : 'not known')
  const hot = duty.innerRingC
  if (heatBefore && heatAfter && Number(heatAfter) >= Number(heatBefore))
    lines.add(
      'heat stabilisation',
      heat(heatBefore),
      heat(heatAfter),
      heatBefore === heatAfter ? 'same' : 'acceptable',
      heatBefore === heatAfter ? '' : 'Stable to more heat than the one removed.',
    )
  else if (heatAfter && hot !== null && hot > Number(heatAfter))
    lines.add(
      'heat stabilisation',
      heat(heatBefore),
      heat(heatAfter),
      'not',
      `The ring runs at ${q(hot, 'temperature', 0)}: it would grow.`,
    )
  else if (hot !== null && hot < 100)
    lines.add(
      'heat stabilisation',
      heat(heatBefore),
      heat(heatAfter),
      'acceptable',
      'Any bearing steel is stable at this temperature.',
      q(hot, 'temperature', 0),
    )
  else
    lines.add(
      'heat stabilisation',
      heat(heatBefore),
      heat(heatAfter),
      'unknown',
      'It cannot be seen: ask how hot the position runs, and read the letters.',
    )
  const [cageBefore, cageAfter] = [a.features.cage, b.features.cage]
  if (cageBefore && cageAfter) {
    const cages = [valueWords('cage', cageBefore), valueWords('cage', cageAfter)] as const
    if (cageBefore === cageAfter) lines.add('cage', ...cages, 'same')
    else if (cageAfter === 'polymer' && (hot ?? 0) > 110)
      lines.add('cage', ...cages, 'not', 'A polymer cage ages fast at this temperature.', hot === null ? null : q(hot, 'temperature', 0))
    else lines.add('cage', ...cages, 'acceptable', 'Another cage; look at speed, heat and what the grease does to it.')
  }
  const [grooveBefore, grooveAfter] = [a.features.groove ?? 'none', b.features.groove ?? 'none']
  if (grooveBefore !== grooveAfter)
    lines.add(
      'groove',
      valueWords('groove', grooveBefore),
      valueWords('groove', grooveAfter),
      grooveBefore === 'none' ? 'acceptable' : 'not',
      grooveBefore === 'none' ? 'An extra groove does no harm.' : 'The groove that this housing uses is missing.',
    )
}

/**
 * Feature by feature, what parts an offered bearing from the one removed, with the verdict for this position.
 * Equal boundary dimensions alone never make it the same. Sources: ISO 281 for lives, ISO 5753-1 for clearance; the rest
 * engineering practice.
 */
export function compareBearings(removed: Described, offered: Described, duty: PositionDuty = NO_DUTY): CompareResult {
  const lines = new Lines()
  boundary(removed, offered, lines)
  abilities(removed, offered, duty, lines)
  const lifeRatio = strength(removed, offered, duty, lines)
  const factor = closure(removed, offered, duty, lines)
  speed(removed, offered, duty, factor, lines)
  clearance(removed, offered, duty, lines)
  rest(removed, offered, duty, lines)
  const of = (judgement: Judgement) => lines.list.filter((l) => l.judgement === judgement)
  const against = of('not')
  const open = of('unknown')
  const verdict: OfferVerdict = against.length
    ? 'will-not-do'
    : open.length
      ? 'ask-first'
      : removed.row.designation === offered.row.designation && !of('acceptable').length
        ? 'same'
        : 'will-do'
  const name = offered.row.designation
  const reason =
    verdict === 'will-not-do'
      ? `${name} will not do: ${against[0]!.because}${against.length > 1 ? ` And ${against.length - 1} more.` : ''}`
      : verdict === 'ask-first'
        ? `${name} may do, but ${open.map((l) => l.aspect).join(', ')} ${open.length > 1 ? 'are' : 'is'} not known.`
        : verdict === 'same'
          ? `${name} is the same.`
          : `${name} will do here. ${of('acceptable')[0]?.because ?? ''}`.trim()
  return { verdict, reason, lines: lines.list, lifeRatio }
}

const RANK: Record<OfferVerdict, number> = { same: 0, 'will-do': 1, 'ask-first': 2, 'will-not-do': 3 }

/** What on the shelf goes on this seat and into this housing, best first; what does not go in is left out. */
export function rankOffers<T extends Described>(
  removed: Described,
  shelf: readonly T[],
  duty: PositionDuty,
): { item: T; result: CompareResult }[] {
  return shelf
    .filter(
      ({ row }) =>
        row.boreMm === removed.row.boreMm &&
        row.outsideMm === removed.row.outsideMm &&
        isThrust(row.family) === isThrust(removed.row.family),
    )
    .map((item) => ({ item, result: compareBearings(removed, item, duty) }))
    .sort((a, b) => RANK[a.result.verdict] - RANK[b.result.verdict] || b.result.lifeRatio - a.result.lifeRatio)
}
