import type { RingLoad } from '../../fits/recommend.js'
import { SHOCKS } from '../../life/targets.js'
import { Derivation, short } from '../../result.js'
import type { DutyAnswers } from '../answers.js'
import { q, type Quantity } from '../../units/quantities.js'
import { StationBuilder, type StationResult } from '../station.js'
import { amount } from '../../words/message.js'

export interface DutyResult extends StationResult {
  innerRingLoad: RingLoad | null
  outerRingLoad: RingLoad | null
  /** Loads with the shock factor, N. */
  radialN: number | null
  axialN: number | null
}

/** Which ring the load sweeps, from which ring turns and whether the load turns with it. */
export function sweptRings(turning: 'inner' | 'outer', direction: DutyAnswers['loadDirection']): [RingLoad, RingLoad] {
  if (direction !== 'still' && direction !== 'turns') return ['indeterminate', 'indeterminate']
  const innerRotates = (turning === 'inner') === (direction === 'still')
  return innerRotates ? ['rotating', 'stationary'] : ['stationary', 'rotating']
}

const WORDS: Record<RingLoad, string> = { rotating: 'swept by the load', stationary: 'carries it on one spot', indeterminate: 'not known' }

/** Limits beyond which an entry is a slip: [field, low, high, quantity]. */
const LIMITS: readonly (readonly [keyof DutyAnswers, number, number, Quantity])[] = [
  ['speedRpm', 0, 100_000, 'speed'],
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
    station.figure('ringDifferenceK', 'Inner ring warmer by', innerRingC - outerRingC, 'rise', null)
    if (innerRingC - outerRingC > 30)
      station.warn('caution', 'ring-difference', { limit: amount(30, 'rise') }, Math.round(innerRingC - outerRingC))
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
      station.refuse(field, `Allowed from ${q(low, quantity)} to ${q(high, quantity)}.`)
      refused.add(field)
    }
  }
  return refused
}

/** What the bearing carries; also settles which ring the load sweeps. */
export function dutyStation(answers: DutyAnswers): DutyResult {
  const station = new StationBuilder('duty')
  const refused = refuseSlips(station, answers)
  const usable = (field: 'radialLoadN' | 'axialLoadN') => (refused.has(field) ? null : answers[field])
  const factor = answers.shock ? SHOCKS[answers.shock].factor : null
  const Fr = usable('radialLoadN')
  const Fa = usable('axialLoadN')
  const radialN = Fr !== null && factor !== null ? Fr * factor : null
  const axialN = Fa !== null && factor !== null ? Fa * factor : null
  const sheet = new Derivation()
  if (radialN !== null && axialN !== null) {
    const words = SHOCKS[answers.shock!].label
    sheet.step('Fr', 'radial load with shock', 'fs · Fr', `${factor} · ${short(Fr!)}`, radialN, 'N', `engineering practice: ${words}`)
    sheet.step('Fa', 'axial load with shock', 'fs · Fa', `${factor} · ${short(Fa!)}`, axialN, 'N', `engineering practice: ${words}`)
  }
  const from = sheet.result({})
  const [inner, outer] =
    answers.turningRing && answers.loadDirection ? sweptRings(answers.turningRing, answers.loadDirection) : [null, null]
  const hero = station.figure('radialN', 'Radial load with shock', radialN, 'force', from)
  station.figure('axialN', 'Axial load with shock', axialN, 'force', from)
  const sweep = new Derivation()
  if (inner)
    sweep.step(
      'ring',
      'ring swept by the load',
      'turning ring and direction of the load',
      `${answers.turningRing} ring turns, load ${answers.loadDirection}`,
      `inner ${inner}, outer ${outer}`,
      '',
      'engineering practice, decides the fits',
    )
  station.figure('innerRingLoad', 'Inner ring', inner && WORDS[inner], 'text', sweep.result({}))
  station.figure('outerRingLoad', 'Outer ring', outer && WORDS[outer], 'text', sweep.result({}))
  const { innerRingC, outerRingC } = answers
  warnOfSurroundings(station, answers)
  if (answers.loadDirection === 'unknown') station.ask('load-direction')
  const complete =
    radialN !== null && axialN !== null && inner !== null && (answers.speedRpm ?? 0) > 0 && innerRingC !== null && outerRingC !== null
  const reason =
    inner === 'rotating'
      ? 'The load stands still and sweeps round the inner ring.'
      : inner === 'stationary'
        ? 'The load sweeps the outer ring and stays on one spot of the inner ring.'
        : 'What the bearing carries decides its life, its fits and its clearance.'
  const headline = radialN === null ? '—' : q(radialN, 'force', 1)
  const result = station.close(
    reason,
    complete ? { word: 'complete', level: 'good' } : { word: 'not complete', level: 'open' },
    hero,
    headline,
  )
  return { ...result, innerRingLoad: inner, outerRingLoad: outer, radialN, axialN }
}
