import { saidIntervalH } from '../../line/sayings.js'
import type { Bearing } from '../../catalogue/catalogue.js'
import { runsInOil, type PlaceFilm } from '../film.js'
import { compatibility, greasedPart, type Compatibility, type Grease, type GreaseGun } from '../../lubrication/grease.js'
import {
  GREASE_SERVICE_YEARS,
  peakOfRms,
  regreasing,
  type RegreasingFactors,
  type RegreasingValues,
  type School,
  type SchoolInterval,
} from '../../lubrication/regreasing.js'
import { regreasingAtRest } from '../../lubrication/at-rest.js'
import { motionOf, type Motion } from '../../life/swing.js'
import { type Contamination, type Moisture } from '../../lubrication/tables.js'
import { short, worked, type Result } from '../../result.js'
import { amount, phrase } from '../../words/message.js'
import type { CardAnswers, DutyAnswers } from '../answers.js'
import { UNFILLED, fillSteps, type Filling } from '../steps/filling.js'
import { sheetFill } from '../steps/steps-of.js'
import type { CardContext } from '../context.js'
import { StationBuilder, type Verdict } from '../station.js'
import { NOTHING, factorFigures, fillFigures, intervalFigures, type LubricateResult, type Settled } from './lubricate-figures.js'
import { oilStation } from './lubricate-oil.js'
import type { SelectResult } from './select.js'

/** What the dirt entered at Duty means for grease, until it is said more exactly here. Engineering practice. */
const BY_DIRT: Record<NonNullable<DutyAnswers['dirt']>, readonly [Contamination, Moisture]> = {
  clean: ['clean', 'dry'],
  normal: ['heavy-non-abrasive', 'dry'],
  dirty: ['light-abrasive', 'dry'],
  wet: ['heavy-non-abrasive', 'condensation'],
}

/** No vibration reading: counted as running smoothly, mm/s peak. */
const SMOOTH_MM_S = 3

/** The surroundings as they count, said here or taken from Duty. */
function surroundings({ lubricate: a, duty }: CardAnswers, housingTemperatureC: number): NonNullable<LubricateResult['counted']> {
  const [contamination, moisture] = duty.dirt ? BY_DIRT[duty.dirt] : (['clean', 'dry'] as const)
  return {
    contamination: a.contamination ?? contamination,
    moisture: a.moisture ?? moisture,
    housingTemperatureC,
    fromDuty: a.contamination === null || a.moisture === null,
  }
}

/** Interval and quantity by the school that governs, with what stands against it. */
function settleInterval(
  station: StationBuilder,
  answers: CardAnswers,
  school: School,
  found: Result<Omit<RegreasingValues, 'factors'>>,
  context: CardContext,
  closed: boolean,
): Settled {
  const a = answers.lubricate
  const { hoursPerDay } = answers.duty
  const { schools, quantityG: side, centreQuantityG } = found.values
  const spoken = schools.find((s) => s.school === school)!
  const governing = spoken.intervalH !== null ? spoken : schools.find((s) => s.school === 'interval-formula')!
  const { intervalH, intervalDays, aged } =
    a.sealed || closed ? { intervalH: null, intervalDays: null, aged: false } : served(governing, hoursPerDay)
  if (aged)
    station.warn('note', 'grease-ages', { hoursPerDay: amount(hoursPerDay!, 'hours'), years: GREASE_SERVICE_YEARS }, GREASE_SERVICE_YEARS)
  const quantityG = a.feed === 'centre' ? centreQuantityG : side
  const kept = keptInterval(context, a)
  if (kept)
    station.warn(
      'note',
      'manual-stays',
      {
        kept: [
          kept.intervalH === null ? 'no hours' : amount(kept.intervalH, 'hours'),
          ...(kept.quantityG === null ? [] : [amount(kept.quantityG, 'grams')]),
        ],
        given: [intervalH === null ? 'no hours' : amount(intervalH, 'hours'), amount(quantityG, 'grams')],
      },
      kept.intervalH ?? undefined,
    )
  return { governing, intervalH, intervalDays, quantityG, kept, turns: (answers.duty.speedRpm ?? 0) > 0 }
}

/** What is still to be found out of grease, gun and surroundings. */
function askOfGrease(
  station: StationBuilder,
  answers: CardAnswers,
  sealed: boolean,
  known: { grease: Grease | null; gun: GreaseGun | null; inside: object | null; school: School; fromDuty: boolean; said: boolean },
): void {
  const a = answers.lubricate
  if (!sealed && !known.grease) station.ask('grease')
  if (!sealed && known.grease && !known.inside) station.ask('grease-inside')
  if (!sealed && !known.gun) station.ask('gun')
  if (known.school === 'manual' && a.manualIntervalH === null && !known.said) station.ask('manual-interval')
  if (!answers.duty.dirt && known.fromDuty) station.ask('surroundings')
  if (!answers.duty.hoursPerDay) station.ask('hours-per-day')
}

function verdictOf(sealed: boolean, stopped: boolean, mixing: Compatibility | null, kappa: number | null): Verdict {
  if (sealed) return { word: 'sealed for life', level: 'good' }
  if (stopped) return { word: 'no grease speed', level: 'stop' }
  if (!mixing) return { word: 'grease open', level: 'open' }
  if (mixing.mixing !== 'compatible') return { word: 'clean out first', level: 'caution' }
  return kappa !== null && kappa < 0.4 ? { word: 'film too thin', level: 'caution' } : { word: 'settled', level: 'good' }
}

function reasonOf(sealed: boolean, note: string, fromDuty: boolean): string {
  if (sealed) return 'Sealed for life: nothing is fed; it is replaced when its grease is done.'
  return `${note} ${fromDuty ? 'Surroundings are counted as Duty says until they are set here.' : ''}`.trimEnd()
}

/** Interval and quantity of a row at its duty; null when a value is refused. */
function countedInterval(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  motion: Motion,
  counted: NonNullable<LubricateResult['counted']>,
  loadRatio: number | null,
  saidH: number | null,
): Result<Omit<RegreasingValues, 'factors'> & { factors: RegreasingFactors | null }> | null {
  const a = answers.lubricate
  const manualIntervalH = a.manualIntervalH ?? saidH ?? undefined
  const { housingTemperatureC, contamination, moisture } = counted
  if (motion.kind !== 'turns')
    return station.attempt(() => {
      const { outsideMm } = row
      const hoursPerDay = answers.duty.hoursPerDay || undefined
      const found = regreasingAtRest({
        kind: motion.kind,
        outsideMm,
        widthMm: greasedPart(row).widthMm,
        contamination,
        moisture,
        hoursPerDay,
        manualIntervalH,
      })
      return { ...found, values: { ...found.values, factors: null } }
    })
  const run = () =>
    regreasing({
      family: row.family,
      boreMm: row.boreMm,
      outsideMm: row.outsideMm,
      widthMm: greasedPart(row).widthMm,
      speedRpm: motion.speedRpm,
      housingTemperatureC,
      contamination,
      moisture,
      vibrationMmS: a.vibrationRmsMmS === null ? SMOOTH_MM_S : peakOfRms(a.vibrationRmsMmS),
      orientation: a.orientation,
      loadRatio: loadRatio === null ? undefined : Math.min(1, loadRatio),
      manualIntervalH,
    })
  return station.attempt(run, { vibrationMmS: 'vibrationRmsMmS' })
}

/** What, how much, how often: interval by the plant's school, quantity, first fill, strokes, and whether greases may meet. */
export function lubricateStation(
  answers: CardAnswers,
  single: Bearing | null,
  select: SelectResult,
  context: CardContext,
  together = 1,
  unlisted = false,
  place: PlaceFilm | null = null,
  filling: Filling = UNFILLED,
): LubricateResult {
  const station = new StationBuilder('lubricate')
  const a = answers.lubricate
  const { outerRingC } = answers.duty
  const motion = motionOf(answers.duty)
  const grease = context.plant.greases.find((g) => g.id === a.greaseId) ?? null
  const gun = context.plant.guns.find((g) => g.id === a.gunId) ?? null
  const school = a.school ?? context.plant.schools.regreasing
  const waiting = (reason: string): LubricateResult => ({
    ...station.close(reason, { word: 'waiting', level: 'open' }, null, '—'),
    ...{ ...NOTHING, school, grease, gun, applies: false, plan: single ? fillSteps(null, null, null, a, filling) : [] },
  })
  if (!single && unlisted)
    return { ...waiting('No table lists this bearing: what and how much it takes stands in its sheet or the manual.'), plan: [sheetFill()] }
  if (!single) return waiting('Choose the bearing at Identify first.')
  const row = sideBySide(single, together)
  if (runsInOil(answers, context)) return { ...oilStation(station, answers, row, context, place, filling), school, gun }
  const housingTemperatureC = a.housingTemperatureC ?? outerRingC
  if (!motion || housingTemperatureC === null) return waiting('Enter speed and running temperature at Duty first.')
  const counted = surroundings(answers, housingTemperatureC)
  const saidH = saidIntervalH(context.past.says)
  const found = countedInterval(station, answers, row, motion, counted, select.loadRatio, saidH)
  if (!found) return waiting('A value is refused.')
  const { schools, factors } = found.values
  const settled = settleInterval(station, answers, school, found, context, filling.closed)
  const { intervalH, intervalDays, quantityG, kept, governing } = settled
  const hero = intervalFigures(station, answers, settled, gun, found)
  const sealed = a.sealed || filling.closed
  const { fill, kappa } = fillFigures(station, answers, row, motion, grease, housingTemperatureC, place, filling)
  if (sealed) serviceFigure(station, schools)
  if (factors) factorFigures(station, factors, counted, a)
  const inside = insideOf(a, context)
  const mixing = !sealed && grease && inside ? compatibility(inside, grease) : null
  if (mixing && mixing.mixing !== 'compatible')
    station.warn('caution', 'greases-must-not-mix', { words: sentence(mixing.words) }, mixing.mixing)
  askOfGrease(station, answers, sealed, { grease, gun, inside, school, fromDuty: counted.fromDuty, said: saidH !== null })
  const verdict = verdictOf(sealed, governing.intervalH === null, mixing, grease && kappa)
  const headline = sealed ? 'sealed' : intervalH === null ? '—' : phrase`${amount(quantityG, 'grams')} · ${amount(intervalH, 'hours')}`
  const plan = sealed ? [] : fillSteps(grease, fill?.values.firstFillG ?? null, mixing, a, filling)
  return {
    ...station.close(reasonOf(sealed, governing.note, counted.fromDuty), verdict, hero, headline),
    ...{ counted, factors, schools, school, intervalH, intervalDays, quantityG: sealed ? null : quantityG },
    ...{ grease, gun, mixing, kappa, kept, applies: true, plan },
  }
}

/** How long the grease of a sealed one serves: twice what the grease-life equation would feed at, which is half of its life. */
function serviceFigure(station: StationBuilder, schools: readonly SchoolInterval[]): void {
  const half = schools.find((s) => s.school === 'grease-life')?.intervalH ?? null
  const hours = half === null ? null : 2 * half
  const from =
    hours === null
      ? null
      : worked(
          't',
          'grease life',
          '2 · interval of the grease-life equation',
          `2 · ${short(half!)}`,
          hours,
          'h',
          'engineering practice: grease is renewed at half of its life',
        )
  station.figure('greaseLifeH', 'Its grease lasts about', hours, 'hours', from, {
    note: hours === null ? 'no equation speaks for this kind; its maker does' : 'grease-life equation; then the bearing is replaced',
  })
}

/** The manual's word in the records stands until somebody chooses otherwise on the card. */
function keptInterval({ past }: CardContext, a: CardAnswers['lubricate']): LubricateResult['kept'] {
  const { point, intervalDays } = past
  if (point?.school !== 'manual' || a.school !== null || a.manualIntervalH !== null) return null
  return { intervalH: point.intervalH, intervalDays, quantityG: point.quantityG }
}

/** Bearings of a set share their grease: as one that is as wide and as heavy as all together. */
function sideBySide(row: Bearing, count: number): Bearing {
  const wide = (mm: number | null) => mm && mm * count
  return count === 1 ? row : { ...row, widthMm: row.widthMm * count, outerWidthMm: wide(row.outerWidthMm), massKg: row.massKg * count }
}

/** The interval that governs, in hours and days: no school but the machine's own manual leaves a grease longer than it serves. */
function served(
  { school, intervalH }: SchoolInterval,
  hoursPerDay: number | null,
): { intervalH: number | null; intervalDays: number | null; aged: boolean } {
  const intervalDays = intervalH !== null && hoursPerDay ? intervalH / hoursPerDay : null
  const mostDays = GREASE_SERVICE_YEARS * 365.25
  if (school === 'manual' || intervalDays === null || intervalDays <= mostDays) return { intervalH, intervalDays, aged: false }
  return { intervalH: mostDays * hoursPerDay!, intervalDays: mostDays, aged: true }
}

function insideOf(a: CardAnswers['lubricate'], context: CardContext) {
  const { grease } = context.past
  const thickener = a.insideThickener ?? grease?.thickener
  if (!thickener) return null
  return {
    thickener,
    baseOil: a.insideOil ?? (a.insideThickener === null ? grease!.baseOil : thickener === 'unknown' ? 'unknown' : 'mineral'),
  } as const
}

function sentence(words: string): string {
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}`
}
