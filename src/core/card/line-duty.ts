import type { Bearing } from '../bearing/bearing.js'
import { rollsOnBalls } from '../bearing/families.js'
import { asHot, hotterRingC } from '../life/hot-ring.js'
import { rateBearing } from '../life/rate-bearing.js'
import { motionOf, wayRpm, type MotionAnswers } from '../life/swing.js'
import { SHOCKS, type Shock } from '../life/targets.js'
import { sharpest, type Doubt } from '../loads/cautious.js'
import { eitherWay, turnedOver, type LoadSource } from '../loads/line-sources.js'
import { lineLoads, type LineLoadsInput } from '../loads/line-loads.js'
import { opposedPair } from '../loads/opposed-pair.js'
import { MATERIAL_NAMES, type Material } from '../materials.js'
import { loadFactors } from '../ratings/equivalent-load.js'
import { Derivation, InputError } from '../result.js'
import { LINE, keyOf, type LineAnswers, type Scope } from './answers.js'
import { FACINGS } from './fields.js'
import type { LineDuty, OpposedShare } from './loads-of-line.js'
import { leadOf, leanDegOf, standingAt, type LineContext } from './context.js'
import { sharesAt, withShare } from './share.js'
import { asSet } from '../life/set-of-bearings.js'
import type { ArrangeResult } from './stations/arrange.js'
import type { Support } from './stations/arrange-holding.js'

/** What the whole line settles before any of its places is looked at: the loads of all supports, and thrust between opposed ones. */

export type { LineDuty, OpposedShare }
export type Facing = (typeof FACINGS)[number]

/**
 * How far from its middle a single row with a contact angle bears the shaft, mm: half the pitch diameter times tan α.
 * Source: geometry of the contact lines.
 */
export const pressureOffsetMm = (row: Pick<Bearing, 'pitchDiameterMm' | 'contactAngleDeg'>): number =>
  (row.pitchDiameterMm / 2) * Math.tan((row.contactAngleDeg * Math.PI) / 180)

/** Where each support bears the shaft, from the left. */
function centresOf(supports: readonly (Support & { at: number })[], holders: readonly Scope[], facing: Facing | null): number[] {
  return supports.map((s) => {
    const row = s.rows[0]
    if (!facing || !row || !holders.includes(s.code)) return s.at
    const outward = s.code === holders[0] ? -1 : 1
    return s.at + outward * (facing === 'back-to-back' ? 1 : -1) * pressureOffsetMm(row)
  })
}

/** Thrust that a radial load makes in a single row, N. Sources: ISO 281:2007; engineering practice. */
function inducedN(row: Bearing, radialN: number): number {
  const { family, contactAngleDeg, rows } = row
  const factors = loadFactors(family, contactAngleDeg, rows)
  if (!factors) return 0
  return rollsOnBalls(family) ? factors.e * radialN : radialN / (2 * factors.y2)
}

/** The thrust of both bearings of an adjusted pair; the worse of both ways where nobody has said how they face each other. */
function opposed(
  pair: readonly [Support, Support],
  radialN: readonly [number, number],
  /** Presses the left one when it runs to the left of a face-to-face pair; already a pressing force where it was typed. */
  thrust: { toRightN: number } | { onLeftN: number },
  facing: Facing | null,
): Record<Scope, OpposedShare> {
  const rows = pair.map((s) => s.rows[0]!) as [Bearing, Bearing]
  const induced = [inducedN(rows[0], radialN[0]), inducedN(rows[1], radialN[1])] as const
  const onLeft = (way: Facing) => ('onLeftN' in thrust ? thrust.onLeftN : way === 'face-to-face' ? -thrust.toRightN : thrust.toRightN)
  const ways = facing ? [facing] : [...FACINGS]
  const found = ways.map((way) => opposedPair({ inducedN: induced, radialLoadsN: radialN, externalAxialN: onLeft(way) }))
  return Object.fromEntries(
    pair.map((s, i) => {
      const worst = found.reduce((a, b) => (b.values.axialLoadsN[i]! > a.values.axialLoadsN[i]! ? b : a))
      const sheet = new Derivation()
      sheet.include(worst)
      if (!facing && found.length > 1) sheet.assume('How the two face each other is not said at Arrange: the worse of both ways is taken.')
      const { working, cautions, assumptions } = sheet
      const share = {
        axialN: worst.values.axialLoadsN[i]!,
        pushed: worst.values.pushed === (i ? 'B' : 'A'),
        from: { working, cautions, assumptions },
      }
      return [s.code, share]
    }),
  )
}

const NOTHING: LineDuty = { loads: null, sheet: null, refused: null, supports: {}, centres: {}, opposed: {} }

/** The support that thrust comes to: the one that is held, also where its bearing cannot take it. */
function holderOf(answers: LineAnswers, supports: readonly Support[], holders: readonly Scope[]): number | null {
  const held = supports.flatMap((s, i) => (answers[keyOf(s.code, 'arrange', 'held')] === true ? [i] : []))
  if (held.length === 1) return held[0]!
  return holders.length === 1 ? supports.findIndex((s) => s.code === holders[0]) : null
}

/** What the loads of a line are worked out from. */
function inputOf(
  answers: LineAnswers,
  context: LineContext,
  supports: readonly (Support & { at: number })[],
  centres: readonly number[],
  holders: readonly Scope[],
  sources: readonly LoadSource[],
  speedRpm: number,
): LineLoadsInput {
  const of = <T>(station: 'duty' | 'arrange', name: string) => (answers[keyOf(LINE, station, name)] ?? null) as T | null
  const { shaft } = context.line
  const bore = supports.flatMap((s) => s.rows.flatMap((r) => r?.boreMm ?? []))[0]
  return {
    ...{ sources, speedRpm, shaft: shaft ?? null, diameterMm: bore ?? null },
    material: MATERIAL_NAMES.find((m) => m === of<Material>('arrange', 'shaftMaterial')) ?? 'carbon-steel',
    supports: centres.map((alongMm) => ({ alongMm })),
    holds: holderOf(answers, supports, holders),
    leanDeg: leanDegOf(context.line),
    upperEnd: of<'left' | 'right'>('duty', 'upperEnd'),
  }
}

/** Teeth of which nobody has said to which side they pull, at most so many, are tried both ways. */
const MOST_EITHER = 3
/** The loads of a line; where teeth may pull to either side those of the way in which one support carries most. */
function worseWay(input: LineLoadsInput): ReturnType<typeof lineLoads> {
  const either = input.sources.filter(eitherWay).slice(0, MOST_EITHER)
  const tried = Array.from({ length: 2 ** either.length }, (_, bits) => {
    const over = new Set(either.filter((_, i) => bits & (1 << i)))
    return lineLoads({ ...input, sources: input.sources.map((s) => (over.has(s) ? turnedOver(s) : s)) })
  })
  const most = (found: ReturnType<typeof lineLoads>) => Math.max(...found.values.supports.map((s) => s.radialN))
  const worst = tried.reduce((a, b) => (most(b) > most(a) ? b : a))
  if (!either.length) return worst
  const assumed = 'Which way the teeth turn, and whether they drive, is not said: the worse of both ways is taken.'
  return { ...worst, assumptions: [...worst.assumptions, assumed] }
}

/** What sits on the shaft, worked out to every support; nothing where nobody has said, or the speed or a second support is missing. */
function loadsOf(
  answers: LineAnswers,
  context: LineContext,
  supports: readonly (Support & { at: number })[],
  centres: readonly number[],
  holders: readonly Scope[],
): Pick<LineDuty, 'loads' | 'sheet' | 'refused' | 'supports'> {
  const of = <T>(station: 'duty' | 'arrange', name: string) => (answers[keyOf(LINE, station, name)] ?? null) as T | null
  const sources = of<LoadSource[]>('duty', 'sources') ?? []
  const speedRpm = of<number>('duty', 'speedRpm')
  const none = { loads: null, sheet: null, refused: null, supports: {} }
  if (!sources.length || supports.length < 2 || speedRpm === null) return none
  const input = inputOf(answers, context, supports, centres, holders, sources, speedRpm)
  try {
    const { values, ...sheet } = worseWay(input)
    return {
      loads: values,
      sheet,

      refused: null,
      supports: Object.fromEntries(supports.map((s, i) => [s.code, values.supports[i]!])),
    }
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    return { ...none, refused: error.message }
  }
}

/**
 * The loads of all supports from what sits on the shaft, N, and the thrust of two bearings that hold the shaft against each other.
 * Refuses nothing: what cannot be worked out is said in `refused`. Sources: those of `lineLoads` and `opposedPair`.
 */
export function lineDuty(answers: LineAnswers, context: LineContext, of: readonly Support[], arrange: ArrangeResult): LineDuty {
  const supports = of.map((s) => ({ ...s, at: (answers[keyOf(s.code, 'arrange', 'alongMm')] as number | undefined) ?? s.alongMm }))
  if (supports.length < 2) return NOTHING
  const facing = (answers[keyOf(LINE, 'arrange', 'facing')] ?? null) as Facing | null
  const adjusted = arrange.holding === 'adjusted'
  const centres = centresOf(supports, arrange.holders, adjusted ? facing : null)
  const loads = loadsOf(answers, context, supports, centres, arrange.holders)
  return {
    ...loads,
    centres: Object.fromEntries(supports.map((s, i) => [s.code, centres[i]!])),
    opposed: adjusted ? opposedOf(answers, supports, arrange.holders, loads, facing) : {},
  }
}

function opposedOf(
  answers: LineAnswers,
  supports: readonly Support[],
  holders: readonly Scope[],
  { loads, supports: found }: Pick<LineDuty, 'loads' | 'supports'>,
  facing: Facing | null,
): LineDuty['opposed'] {
  const shock = (answers[keyOf(LINE, 'duty', 'shock')] ?? null) as Shock | null
  const pair = holders.map((code) => supports.find((s) => s.code === code)!)
  const said = (s: Support, name: 'radialLoadN' | 'axialLoadN') => (answers[keyOf(s.code, 'duty', name)] ?? null) as number | null
  const radial = pair.map((s) => said(s, 'radialLoadN') ?? found[s.code]?.radialN ?? null)
  if (!shock || pair.length !== 2 || radial.some((f) => f === null)) return {}
  const factor = SHOCKS[shock].factor
  const typed = pair.map((s) => said(s, 'axialLoadN'))
  const thrust = typed.some((f) => f !== null)
    ? { onLeftN: factor * ((typed[0] ?? 0) - (typed[1] ?? 0)) }
    : { toRightN: factor * (loads?.thrustN ?? 0) }
  return opposed([pair[0]!, pair[1]!], [factor * radial[0]!, factor * radial[1]!], thrust, facing)
}

/** The supports of a line with what stands there: what the card knows, else what is recorded. Positions in mm. Source: the records. */
export function supportsOf({ positions }: Pick<LineContext, 'positions'>, rowAt: (place: Scope) => Bearing | null | undefined): Support[] {
  return positions.map(({ code, name, alongMm, places }) => ({
    code,
    name,
    alongMm,
    rows: places.map((p) => rowAt(p.code) ?? p.row),
    places: places.map((p) => ({ code: p.code, housingClass: p.housingSeat?.toleranceClass ?? null })),
  }))
}

/** The guessed values of what sits on the shaft that matter most, N; none where nothing is guessed. Source: as `sharpest`. */
export function doubtsOf(
  answers: LineAnswers,
  context: LineContext,
  of: readonly Support[],
  arrange: ArrangeResult,
  duty: LineDuty,
): Doubt[] {
  const sources = (answers[keyOf(LINE, 'duty', 'sources')] ?? []) as readonly LoadSource[]
  const speedRpm = (answers[keyOf(LINE, 'duty', 'speedRpm')] ?? null) as number | null
  if (!duty.loads || speedRpm === null || !sources.some((s) => s.assumed?.length)) return []
  const supports = of.map((s) => ({ ...s, at: s.alongMm }))
  return sharpest(
    inputOf(
      answers,
      context,
      supports,
      supports.map((s) => duty.centres[s.code]!),
      arrange.holders,
      sources,
      speedRpm,
    ),
  )
}

/** One support of the line with the life of what stands there. */
export interface SupportLife {
  code: Scope
  name: string
  designation: string
  radialN: number
  hours: number
}

/** One bearing or set of it, by its first place. */
export interface PlaceLife extends SupportLife {
  lead: Scope
}

/**
 * Rating life, h, of what stands at every support, where it is in the catalogue and its load is known, N: also of those that the card does not
 * work on. Source: ISO 281:2007.
 */
export function placeLives(answers: LineAnswers, context: LineContext, of: readonly Support[], duty: LineDuty): PlaceLife[] {
  const shock = (answers[keyOf(LINE, 'duty', 'shock')] ?? null) as Shock | null
  const moved = <T>(name: keyof MotionAnswers) => (answers[keyOf(LINE, 'duty', name)] ?? null) as T | null
  const speedRpm = wayRpm(
    motionOf({ speedRpm: moved('speedRpm'), atRest: moved('atRest'), swingDeg: moved('swingDeg'), swingsPerMin: moved('swingsPerMin') }),
  )
  if (!shock || speedRpm === null) return []
  const { factor } = SHOCKS[shock]
  return of.flatMap((s): PlaceLife[] => {
    const said = (name: 'radialLoadN' | 'axialLoadN') => (answers[keyOf(s.code, 'duty', name)] ?? null) as number | null
    const temperature = (s: Support, name: 'innerRingC' | 'outerRingC') => (answers[keyOf(s.code, 'duty', name)] ?? null) as number | null
    const own = duty.supports[s.code]
    const radial = said('radialLoadN') ?? own?.radialN
    const axial = duty.opposed[s.code]?.axialN ?? factor * (said('axialLoadN') ?? own?.axialN ?? 0)
    if (radial === undefined || radial + axial === 0) return []
    const places = s.places ?? []
    const rowAt = (place: Scope) => s.rows[places.findIndex((p) => p.code === place)] ?? null
    const shares = sharesAt(answers, context, s.code, rowAt)
    const ringC = hotterRingC({ innerRingC: temperature(s, 'innerRingC'), outerRingC: temperature(s, 'outerRingC') })
    const leads = [...new Set(places.map((p) => leadOf(context, p.code)))]
    return leads.flatMap((lead): PlaceLife[] => {
      const row = rowAt(lead)
      const { radialN, axialN } = withShare({ radialN: factor * radial, axialN: axial }, shares.get(lead))
      if (!row || radialN! + axialN! === 0) return []
      const standing = standingAt(context, lead)
      try {
        const rated = rateBearing(asHot(asSet(row, standing), ringC), radialN!, axialN!, speedRpm, 90, standing.arrangement)
        return [{ lead, code: s.code, name: s.name, designation: row.designation, radialN: radial, hours: rated.life.values.ratingLifeH }]
      } catch (error) {
        if (error instanceof InputError) return []
        throw error
      }
    })
  })
}

/** Rating life, h, of every support of which that is known: that of the shortest-lived of its bearings. Source: as `placeLives`. */
export function supportLives(answers: LineAnswers, context: LineContext, of: readonly Support[], duty: LineDuty): SupportLife[] {
  const lives = placeLives(answers, context, of, duty)
  return of.flatMap(({ code }) =>
    lives
      .filter((l) => l.code === code)
      .sort((a, b) => a.hours - b.hours)
      .slice(0, 1)
      .map(({ lead: _lead, ...life }) => life),
  )
}
