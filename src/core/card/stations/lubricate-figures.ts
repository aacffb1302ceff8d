import type { Bearing } from '../../bearing/bearing.js'
import type { PlaceFilm } from '../film.js'
import {
  fillShare,
  firstFill,
  greaseSpeedLimit,
  greasedPart,
  strokesFor,
  type Compatibility,
  type Grease,
  type GreaseGun,
  GREASE_FACT_LABEL,
} from '../../lubrication/grease.js'
import { SCHOOL_LABEL, peakOfRms, type RegreasingFactors, type School, type SchoolInterval } from '../../lubrication/regreasing.js'
import { CONTAMINATION, MOISTURE, ORIENTATION, type Contamination, type Moisture } from '../../lubrication/tables.js'
import type { Motion } from '../../life/swing.js'
import { Derivation, short, type Result } from '../../result.js'
import { amount, phrase, type Words } from '../../words/message.js'
import { say } from '../../words/say.js'
import type { CardAnswers } from '../answers.js'
import type { Filling } from '../steps/filling.js'
import type { PlanStep } from '../steps/plan-step.js'
import type { Figure, StationBuilder, StationResult } from '../station.js'

/** The figures of Lubricate where it is grease: interval, quantity, strokes, first fill, film, and the factors that are counted. */

export interface LubricateResult extends StationResult {
  /** Surroundings as counted, and whether they were answered here or taken from Duty. */
  counted: { contamination: Contamination; moisture: Moisture; housingTemperatureC: number; fromDuty: boolean } | null
  factors: RegreasingFactors | null
  schools: SchoolInterval[]
  school: School
  intervalH: number | null
  intervalDays: number | null
  quantityG: number | null
  grease: Grease | null
  gun: GreaseGun | null
  mixing: Compatibility | null
  kappa: number | null
  /** The interval of the machine's manual that stands in the records and stays, unless another school is chosen on the card. */
  kept: { intervalH: number | null; intervalDays: number | null; quantityG: number | null } | null
  /** There is something to say of the grease of this position. */
  applies: boolean
  plan: PlanStep[]
}

/** Interval and quantity as the school that governs gives them. */
export interface Settled {
  governing: SchoolInterval
  intervalH: number | null
  intervalDays: number | null
  quantityG: number
  kept: LubricateResult['kept']
  /** The shaft turns; one that stands or swings is greased by the calendar. */
  turns: boolean
}

/** What is not there of a position before its interval is counted, or where it runs in oil. */
export const NOTHING = {
  counted: null,
  factors: null,
  schools: [],
  intervalH: null,
  intervalDays: null,
  quantityG: null,
  mixing: null,
  kappa: null,
  kept: null,
}

/** The figures of interval and quantity; the first is the hero. */
export function intervalFigures(
  station: StationBuilder,
  answers: CardAnswers,
  s: Settled,
  gun: GreaseGun | null,
  found: Result<unknown>,
): Figure {
  const a = answers.lubricate
  const hero = station.figure('intervalH', 'Grease again after', s.intervalH, 'hours', found, {
    note: s.governing.school === 'interval-formula' && !s.turns ? 'by the calendar' : `by ${SCHOOL_LABEL[s.governing.school]}`,
  })
  station.figure('intervalDays', 'In days here', s.intervalDays, 'days', found, {
    decimals: s.intervalDays !== null && s.intervalDays < 10 ? 1 : 0,
    note: often(s.intervalDays, answers.duty.hoursPerDay),
  })
  station.figure('quantityG', 'Quantity each time', a.sealed ? null : s.quantityG, 'grams', found, {
    note: a.feed === 'centre' ? 'through the ring' : 'from the side',
  })
  const strokes = new Derivation()
  const count = gun && !a.sealed ? strokesFor(s.quantityG, gun) : null
  if (gun && count !== null)
    strokes.step(
      'z',
      'strokes',
      'quantity / grams a stroke',
      `${short(s.quantityG)} / ${short(gun.gramsPerStroke, 3)}`,
      count,
      '',
      'weighed strokes of this gun, to the nearest whole one',
    )
  station.figure('strokes', 'Strokes of this gun', count, 'ratio', strokes.result({}), {
    decimals: 0,
    note: gun ? `${gun.name}, ${short(gun.gramsPerStroke, 3)} g each` : undefined,
  })
  return hero
}

/** First fill, g, and film κ, with the factors that the interval counts. */
export function fillFigures(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  motion: Motion,
  grease: Grease | null,
  housingC: number,
  place: PlaceFilm | null,
  { hub, closed }: Pick<Filling, 'hub' | 'closed'>,
) {
  const a = answers.lubricate
  const speedRpm = motion.kind === 'turns' ? motion.speedRpm : 0
  // A cone is packed by hand until it is full; nothing throws it out of one that does not turn.
  const usual = hub || !speedRpm ? 1 : fillShare(speedRpm, row.pitchDiameterMm)
  const share = a.fillPercent === null ? usual : a.fillPercent / 100
  const fill = station.attempt(() => firstFill(greasedPart(row), share), { share: 'fillPercent' })
  station.figure(
    'firstFillG',
    hub ? 'Packed into each cone' : 'First fill',
    a.sealed || closed ? null : (fill?.values.firstFillG ?? null),
    'grams',
    fill,
    {
      note: `${Math.round(share * 100)} % of the free space`,
    },
  )
  const runC = answers.duty.innerRingC ?? housingC
  const kappa = place?.film.values.kappa ?? null
  if (speedRpm)
    station.figure('kappa', 'Film of this grease, κ', kappa, 'ratio', place?.film ?? null, {
      note: place && !place.chosen ? `wanted 1 to 4; ${place.name} of the records` : 'wanted 1 to 4',
    })
  if (grease)
    checkGrease(station, grease, { runC, ambientC: answers.duty.ambientC, kappa, ndm: speedRpm * ((row.boreMm + row.outsideMm) / 2) })
  return { fill, kappa }
}

/** Each factor of the interval formula with what it counts. */
export function factorFigures(
  station: StationBuilder,
  factors: RegreasingFactors,
  counted: NonNullable<LubricateResult['counted']>,
  a: CardAnswers['lubricate'],
): void {
  const label = (rows: readonly { name: string; label: string }[], name: string) => rows.find((r) => r.name === name)!.label
  const rows: [keyof RegreasingFactors, string, Words][] = [
    ['K', 'Kind of bearing, K', 'ball 10, cylindrical 5, others 1'],
    ['Ft', 'Warmth, Ft', amount(counted.housingTemperatureC, 'temperature')],
    ['Fc', 'Dirt, Fc', label(CONTAMINATION, counted.contamination)],
    ['Fm', 'Moisture, Fm', label(MOISTURE, counted.moisture)],
    [
      'Fv',
      'Vibration, Fv',
      a.vibrationRmsMmS === null ? 'not measured, counted as smooth' : phrase`${amount(peakOfRms(a.vibrationRmsMmS), 'velocity')} peak`,
    ],
    ['Fp', 'Shaft, Fp', label(ORIENTATION, a.orientation)],
  ]
  for (const [key, words, note] of rows) {
    const sheet = new Derivation()
    sheet.step(key, words, 'table', say(note, 'metric'), factors[key], '', 'engineering practice: interval formula')
    station.figure(key, words, factors[key], 'ratio', sheet.result({}), { decimals: key === 'K' ? 0 : 1, note })
  }
}

/** A film too thin or too thick: κ is a ratio without unit, null where it is not known. Source: engineering practice. */
export function checkFilm(station: StationBuilder, kappa: number | null): void {
  if (kappa !== null && kappa < 0.4) station.warn('caution', 'film-thin', { kappa: short(kappa, 2) }, short(kappa, 2))
  else if (kappa !== null && kappa < 1) station.warn('note', 'film-low', { kappa: short(kappa, 2) }, short(kappa, 2))
  else if (kappa !== null && kappa > 6) station.warn('note', 'film-thick', { kappa: short(kappa, 2) }, short(kappa, 2))
}

interface Running {
  runC: number
  ambientC: number | null
  kappa: number | null
  ndm: number
}

function checkGrease(station: StationBuilder, grease: Grease, { runC, ambientC, kappa, ndm }: Running): void {
  const limit = greaseSpeedLimit(grease)
  if (ndm > limit)
    station.warn(
      'caution',
      'grease-too-slow',
      { name: grease.name, limit: Math.round(limit / 1000), ndm: Math.round(ndm / 1000) },
      Math.round(ndm),
    )
  if (runC > grease.highC)
    station.warn(
      'caution',
      'grease-too-hot',
      { name: grease.name, high: amount(grease.highC, 'temperature'), run: amount(runC, 'temperature') },
      Math.round(runC),
    )
  if (grease.usual?.length)
    station.warn('note', 'grease-usual', { name: grease.name, what: grease.usual.map((f) => GREASE_FACT_LABEL[f]).join(', ') })
  const coldest = Math.min(runC, ambientC ?? runC)
  if (coldest < grease.lowC)
    station.warn(
      'caution',
      coldest === runC ? 'grease-too-cold' : 'grease-too-cold-start',
      { name: grease.name, low: amount(grease.lowC, 'temperature'), coldest: amount(coldest, 'temperature') },
      Math.round(coldest),
    )
  checkFilm(station, kappa)
}

function often(days: number | null, hoursPerDay: number | null): string | undefined {
  if (days === null) return undefined
  if (days < 7) return `about ${Math.max(1, Math.round(7 / days))} times a week`
  if (days > 900) return `about ${Math.round(days / 365)} years`
  return days > 60 ? `about ${Math.round(days / 30.4)} months` : `at ${short(hoursPerDay!, 3)} h a day`
}
