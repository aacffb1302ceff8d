import type { RingLoad } from '../../fits/recommend.js'
import { faultOfSteps } from '../../life/duty-spectrum.js'
import { motionOf, swingSpeed, type Motion } from '../../life/swing.js'
import { SHOCKS } from '../../life/targets.js'
import { openFieldOf, openOf, sourceName } from '../../loads/line-sources.js'
import { loadSweep } from '../../loads/sources.js'
import type { SupportLoad } from '../../loads/line-loads.js'
import { Derivation, short, worked, type Sheet } from '../../result.js'
import type { OpposedShare } from '../loads-of-line.js'
import type { DutyAnswers } from '../answers.js'
import type { Quantity } from '../../units/quantities.js'
import { amount, phrase, type Words } from '../../words/message.js'
import { missingWords, StationBuilder, type Missing, type StationResult } from '../station.js'

export interface DutyResult extends StationResult {
  innerRingLoad: RingLoad | null
  outerRingLoad: RingLoad | null
  /** Loads with the shock factor, N. */
  radialN: number | null
  axialN: number | null
  /** How far the shaft leans in the seat; null where what sits on the shaft is not said. Not there in older closed cards. */
  slopeArcmin?: number | null
  /** How the shaft moves; null while that is not known. Not there in older closed cards. */
  motion?: Motion | null
}

/** What the line settles for this position. */
export interface FromLine {
  support: SupportLoad | null
  loads: Sheet | null
  refused: string | null
  opposed: OpposedShare | null
  /** The shaft stands upright: nothing lies in a base or under a cap; left out where it does not. */
  upright?: boolean
}
const NOTHING: FromLine = { support: null, loads: null, refused: null, opposed: null }

/** Which ring the load sweeps, from which ring turns and whether the load turns with it. */
export function sweptRings(turning: 'inner' | 'outer', direction: DutyAnswers['loadDirection']): [RingLoad, RingLoad] {
  if (direction !== 'still' && direction !== 'turns') return ['indeterminate', 'indeterminate']
  const innerRotates = (turning === 'inner') === (direction === 'still')
  return innerRotates ? ['rotating', 'stationary'] : ['stationary', 'rotating']
}

/** Which ring the load sweeps where the shaft stands: none under a load that stands, both under one that goes round. */
const SWEPT_AT_REST: Readonly<Record<NonNullable<DutyAnswers['loadDirection']>, RingLoad>> = {
  still: 'stationary',
  turns: 'rotating',
  unknown: 'indeterminate',
}

const WORDS: Record<RingLoad, string> = { rotating: 'swept by the load', stationary: 'carries it on one spot', indeterminate: 'not known' }

/** Limits beyond which an entry is a slip: [field, low, high, quantity]. */
const LIMITS: readonly (readonly [keyof DutyAnswers, number, number, Quantity])[] = [
  ['speedRpm', 0, 100_000, 'speed'],
  ['swingDeg', 0, 360, 'angle'],
  ['swingsPerMin', 0, 10_000, 'ratio'],
  ['radialLoadN', 0, 2_000_000, 'force'],
  ['axialLoadN', 0, 2_000_000, 'force'],
  ['ambientC', -50, 80, 'temperature'],
  ['innerRingC', -60, 300, 'temperature'],
  ['outerRingC', -60, 300, 'temperature'],
  ['hoursPerDay', 0, 24, 'hours'],
]

/** What the temperatures of both rings and the dirt around ask to look at. */
function warnOfSurroundings(station: StationBuilder, answers: DutyAnswers): void {
  const { innerRingC, outerRingC } = answers
  if (innerRingC !== null && outerRingC !== null) {
    const warmerK = innerRingC - outerRingC
    const from = worked(
      'ΔT',
      'inner ring over outer',
      'Ti − Ta',
      `${short(innerRingC)} − ${short(outerRingC)}`,
      warmerK,
      'K',
      'the temperatures entered',
    )
    station.figure('ringDifferenceK', 'Inner ring warmer by', warmerK, 'rise', from)
    if (warmerK > 30) station.warn('caution', 'ring-difference', { limit: amount(30, 'rise') }, Math.round(warmerK))
    if (Math.max(innerRingC, outerRingC) > 120)
      station.warn('caution', 'ring-hot', { limit: amount(120, 'temperature') }, Math.round(Math.max(innerRingC, outerRingC)))
  }
  if (answers.dirt === 'dirty' || answers.dirt === 'wet') station.warn('note', answers.dirt === 'wet' ? 'sealing-water' : 'sealing-dirt')
}

/** Refuses entries beyond their limits; the fields that were. */
function refuseSlips(station: StationBuilder, answers: DutyAnswers): Set<string> {
  const refused = new Set<string>()
  for (const [field, low, high, quantity] of LIMITS) {
    const value = answers[field]
    if (typeof value === 'number' && (value < low || value > high)) {
      station.refuse(field, phrase`Allowed from ${amount(low, quantity)} to ${amount(high, quantity)}.`)
      refused.add(field)
    }
  }
  return refused
}

/** A typed load counts before what the sources make; where they part, it is said. */
function chosen(station: StationBuilder, typed: number | null, found: number | undefined): number | null {
  if (typed === null) return found ?? null
  if (found !== undefined && Math.abs(typed - found) > 0.1 * Math.max(typed, found) && Math.max(typed, found) > 1)
    station.warn('note', 'typed-beside-sources', { typed: amount(typed, 'force'), found: amount(found, 'force') }, short(typed))
  return typed
}

/** Loads with the shock factor, and how they came about. */
function loadsOf(station: StationBuilder, answers: DutyAnswers, refused: ReadonlySet<string>, { support, loads, opposed }: FromLine) {
  const usable = (field: 'radialLoadN' | 'axialLoadN') => (refused.has(field) ? null : answers[field])
  const factor = answers.shock ? SHOCKS[answers.shock].factor : null
  const Fr = chosen(station, usable('radialLoadN'), support?.radialN)
  const Fa = chosen(station, usable('axialLoadN'), support?.axialN)
  const radialN = Fr !== null && factor !== null ? Fr * factor : null
  const own = Fa !== null && factor !== null ? Fa * factor : null
  const axialN = opposed?.axialN ?? own
  const sheet = new Derivation()
  if (loads && support) sheet.include({ ...loads, cautions: [] })
  const words = answers.shock && SHOCKS[answers.shock].label
  if (radialN !== null)
    sheet.step('Fr', 'radial load with shock', 'fs · Fr', `${factor} · ${short(Fr!)}`, radialN, 'N', `engineering practice: ${words}`)
  if (axialN !== null) {
    if (opposed) sheet.include(opposed.from)
    else sheet.step('Fa', 'axial load with shock', 'fs · Fa', `${factor} · ${short(Fa!)}`, axialN, 'N', `engineering practice: ${words}`)
  }
  return { radialN, axialN, from: sheet.result({}) }
}

const SHARE = { pushed: 'the other presses it: its thrust and that from outside', own: 'what its own radial load makes' }

/** Which ring the load sweeps: as answered, else from what stands and what turns. */
function sweepOf(
  station: StationBuilder,
  answers: DutyAnswers,
  support: SupportLoad | null,
  stands: boolean,
): readonly [RingLoad, RingLoad] | readonly [null, null] {
  const { turningRing, loadDirection } = answers
  const sheet = new Derivation()
  let rings: readonly [RingLoad, RingLoad] | readonly [null, null] = [null, null]
  const atRest = stands ? (loadDirection ?? (support && support.standingN > 0 && !support.turningN ? 'still' : null)) : null
  if (atRest) {
    rings = [SWEPT_AT_REST[atRest], SWEPT_AT_REST[atRest]]
    sheet.step(
      'ring',
      'ring swept by the load',
      'the shaft stands',
      `load ${atRest}`,
      `both ${rings[0]}`,
      '',
      'engineering practice, decides the fits',
    )
  } else if (turningRing && loadDirection) {
    rings = sweptRings(turningRing, loadDirection)
    sheet.step(
      'ring',
      'ring swept by the load',
      'turning ring and direction of the load',
      `${turningRing} ring turns, load ${loadDirection}`,
      `inner ${rings[0]}, outer ${rings[1]}`,
      '',
      'engineering practice, decides the fits',
    )
  } else if (turningRing && support && support.standingN + support.turningN > 0) {
    const swept = station.attempt(() => loadSweep({ turning: turningRing, standingN: support.standingN, rotatingN: support.turningN }))
    if (swept) {
      rings = [swept.values.innerRing, swept.values.outerRing]
      sheet.include({ ...swept, cautions: [] })
    }
  }
  const from = sheet.result({})
  station.figure('innerRingLoad', 'Inner ring', rings[0] && WORDS[rings[0]], 'text', from)
  station.figure('outerRingLoad', 'Outer ring', rings[1] && WORDS[rings[1]], 'text', from)
  return rings
}

/** What is asked and said of a shaft that does not turn. */
function motionFigures(station: StationBuilder, { speedRpm, atRest, swingDeg, swingsPerMin }: DutyAnswers, motion: Motion | null): void {
  if (speedRpm !== 0) return
  if (atRest === null) station.ask('stands-or-swings')
  if (atRest === 'swings' && !motion) station.ask('swing')
  if (motion?.kind === 'swings')
    station.figure(
      'equivalentRpm',
      'As far as one that turns at',
      motion.speedRpm,
      'speed',
      swingSpeed({ swingDeg: swingDeg!, cyclesPerMin: swingsPerMin! }),
      { decimals: 1 },
    )
  if (motion?.kind === 'stands') station.warn('note', 'stands-shaken')
}

/** Why the loads matter, and where those of this place come from. */
function reasonOf(inner: RingLoad | null, { support, opposed }: FromLine, motion: Motion | null): Words {
  const turned =
    support && support.turningN > 0
      ? phrase` ${amount(support.standingN, 'force', 2)} stand still here, ${amount(support.turningN, 'force', 2)} turn with the shaft.`
      : ''
  const share = opposed ? ` Along the shaft: ${opposed.pushed ? SHARE.pushed : SHARE.own}.` : ''
  if (motion?.kind === 'stands')
    return phrase`Nothing turns: the load rests on the same few elements, and what counts is that it leaves no dents.${turned}${share}`
  if (motion?.kind === 'swings')
    return phrase`It swings: the same elements go to and fro, as far as one that turns at ${amount(motion.speedRpm, 'speed', 2)}.${turned}${share}`
  if (inner === 'rotating') return phrase`The load stands still and sweeps round the inner ring.${turned}${share}`
  if (inner === 'stationary') return phrase`The load sweeps the outer ring and stays on one spot of the inner ring.${turned}${share}`
  return phrase`What the bearing carries decides its life, its fits and its clearance.${turned}${share}`
}

/** What is still missing, in the order of its fields: nothing where the duty is complete. Open things on the shaft carry nothing yet, so that what the others make is no load. */
function missingOf(
  answers: DutyAnswers,
  { support, opposed }: FromLine,
  { radialN, axialN, inner, motion }: Pick<DutyResult, 'radialN' | 'axialN'> & { inner: RingLoad | null; motion: Motion | null },
): Missing[] {
  const open =
    support && (answers.radialLoadN === null || (answers.axialLoadN === null && !opposed))
      ? answers.sources.filter((s) => openOf(s) !== null)
      : []
  const shock = answers.shock === null
  const stands = answers.speedRpm === 0
  const rows: [boolean, string, string][] = [
    [motion === null, stands ? 'atRest' : 'speedRpm', stands ? 'how it moves' : 'speed, or how it moves'],
    [shock, 'shock', 'how it runs (smooth, moderate, heavy)'],
    [radialN === null && !shock, 'radialLoadN', 'radial load'],
    [axialN === null && !shock, 'axialLoadN', 'axial load'],
    ...open.map((s): [boolean, string, string] => [
      true,
      `${s.id}-${openFieldOf(s)!.name}`,
      `${openOf(s)!.toLowerCase()} of the ${sourceName(s, answers.sources)}`,
    ]),
    [
      inner === null && motion !== null,
      answers.turningRing ? 'loadDirection' : 'turningRing',
      'which ring turns, and whether the load does',
    ],
    [answers.innerRingC === null, 'innerRingC', 'temperature of the inner ring'],
    [answers.outerRingC === null, 'outerRingC', 'temperature of the outer ring'],
  ]
  return rows.flatMap(([missing, field, label]) => (missing ? [{ field, label }] : []))
}

/** What the bearing carries; also settles which ring the load sweeps. What sits on the shaft counts where no load is typed. */
export function dutyStation(answers: DutyAnswers, line: FromLine = NOTHING): DutyResult {
  const station = new StationBuilder('duty')
  const refused = refuseSlips(station, answers)
  if (line.refused) station.refuse('sources', line.refused)
  line.loads?.cautions.forEach((c) => station.caution(c))
  const { support } = line
  const { radialN, axialN, from } = loadsOf(station, answers, refused, line)
  const source = answers.radialLoadN === null && support ? { note: 'from what sits on the shaft' } : {}
  const hero = station.figure('radialN', 'Radial load with shock', radialN, 'force', from, source)
  station.figure(
    'axialN',
    'Axial load with shock',
    axialN,
    'force',
    from,
    line.opposed ? { note: line.opposed.pushed ? SHARE.pushed : SHARE.own } : {},
  )
  const motion = motionOf(answers)
  motionFigures(station, answers, motion)
  const [inner, outer] = sweepOf(station, answers, support, motion?.kind === 'stands')
  if (support) {
    station.figure('slopeArcmin', 'Shaft leans in its seat', support.slopeArcmin, 'arcmin', line.loads)
    if (!line.upright && support.standingN > 0 && support.angleDeg > 10 && support.angleDeg < 170) station.warn('note', 'support-lifted')
  }
  warnOfSurroundings(station, answers)
  if (answers.loadDirection === 'unknown') station.ask('load-direction')
  const missing = missingOf(answers, line, { radialN, axialN, inner, motion })
  const fault = answers.spectrum.length ? faultOfSteps(answers.spectrum) : null
  if (fault) station.warn('caution', fault.code, fault.params)
  const headline = radialN === null ? '—' : amount(radialN, 'force', 1)
  const verdict = !missing.length ? ({ word: 'complete', level: 'good' } as const) : ({ word: 'not complete', level: 'open' } as const)
  const result = station.close(missing.length ? missingWords(missing) : reasonOf(inner, line, motion), verdict, hero, headline)
  return {
    ...result,
    missing,
    innerRingLoad: inner,
    outerRingLoad: outer,
    radialN,
    axialN,
    slopeArcmin: support?.slopeArcmin ?? null,
    motion,
  }
}
