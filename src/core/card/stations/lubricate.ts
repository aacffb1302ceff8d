import type { Bearing } from '../../catalogue/catalogue.js'
import {
  compatibility,
  fillShare,
  film,
  firstFill,
  greaseSpeedLimit,
  greasedPart,
  strokesFor,
  type Compatibility,
  type Grease,
  type GreaseGun,
} from '../../lubrication/grease.js'
import {
  GREASE_SERVICE_YEARS,
  SCHOOL_LABEL,
  peakOfRms,
  regreasing,
  type RegreasingFactors,
  type School,
  type SchoolInterval,
} from '../../lubrication/regreasing.js'
import { CONTAMINATION, MOISTURE, ORIENTATION, type Contamination, type Moisture } from '../../lubrication/tables.js'
import { Sheet, short } from '../../result.js'
import { inUnits, q, typed } from '../../units/quantities.js'
import type { CardAnswers, DutyAnswers } from '../answers.js'
import type { PlanStep } from '../plan.js'
import { StationBuilder, type CardContext, type StationResult, type Verdict } from '../station.js'
import type { SelectResult } from './select.js'

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
  plan: PlanStep[]
}

/** What the dirt entered at Duty means for grease, until it is said more exactly here. Engineering practice. */
const BY_DIRT: Record<NonNullable<DutyAnswers['dirt']>, readonly [Contamination, Moisture]> = {
  clean: ['clean', 'dry'],
  normal: ['heavy-non-abrasive', 'dry'],
  dirty: ['light-abrasive', 'dry'],
  wet: ['heavy-non-abrasive', 'condensation'],
}

/** No vibration reading: counted as running smoothly, mm/s peak. */
const SMOOTH_MM_S = 3
/** A first fill so far off has been weighed wrongly. Engineering practice. */
const FILL_BAND = [0.6, 1.4] as const

/** What, how much, how often: interval by the plant's school, quantity, first fill, strokes, and whether greases may meet. */
export function lubricateStation(answers: CardAnswers, row: Bearing | null, select: SelectResult, context: CardContext): LubricateResult {
  const station = new StationBuilder('lubricate')
  const a = answers.lubricate
  const { speedRpm, hoursPerDay, dirt, outerRingC, innerRingC, ambientC } = answers.duty
  const grease = context.plant.greases.find((g) => g.id === a.greaseId) ?? null
  const gun = context.plant.guns.find((g) => g.id === a.gunId) ?? null
  const school = a.school ?? context.plant.schools.regreasing
  const nothing: Omit<LubricateResult, keyof StationResult> = {
    counted: null,
    factors: null,
    schools: [],
    school,
    intervalH: null,
    intervalDays: null,
    quantityG: null,
    grease,
    gun,
    mixing: null,
    kappa: null,
    plan: [],
  }
  const waiting = (reason: string): LubricateResult => ({
    ...station.close(reason, { word: 'waiting', level: 'open' }, null, '—'),
    ...nothing,
  })
  if (!row) return waiting('Choose the bearing at Identify first.')
  const housingTemperatureC = a.housingTemperatureC ?? outerRingC
  if (!speedRpm || housingTemperatureC === null) return waiting('Enter speed and running temperature at Duty first.')
  const [dutyContamination, dutyMoisture] = dirt ? BY_DIRT[dirt] : (['clean', 'dry'] as const)
  const counted = {
    contamination: a.contamination ?? dutyContamination,
    moisture: a.moisture ?? dutyMoisture,
    housingTemperatureC,
    fromDuty: a.contamination === null || a.moisture === null,
  }
  const found = station.attempt(
    () =>
      regreasing({
        family: row.family,
        boreMm: row.boreMm,
        outsideMm: row.outsideMm,
        widthMm: greasedPart(row).widthMm,
        speedRpm,
        housingTemperatureC,
        contamination: counted.contamination,
        moisture: counted.moisture,
        vibrationMmS: a.vibrationRmsMmS === null ? SMOOTH_MM_S : peakOfRms(a.vibrationRmsMmS),
        orientation: a.orientation,
        loadRatio: select.loadRatio === null ? undefined : Math.min(1, select.loadRatio),
        manualIntervalH: a.manualIntervalH ?? undefined,
      }),
    { vibrationMmS: 'vibrationRmsMmS' },
  )
  if (!found) return waiting('A value is refused.')
  const { schools, factors, quantityG: side, centreQuantityG } = found.values
  const spoken = schools.find((s) => s.school === school)!
  const governing = spoken.intervalH !== null ? spoken : schools.find((s) => s.school === 'interval-formula')!
  const { intervalH, intervalDays, aged } = a.sealed ? { intervalH: null, intervalDays: null, aged: false } : served(governing, hoursPerDay)
  if (aged)
    station.warn(
      'note',
      'grease-ages',
      `At ${short(hoursPerDay!, 2)} h a day the interval would be longer than ${GREASE_SERVICE_YEARS} years: grease ages standing too, so ${GREASE_SERVICE_YEARS} years govern.`,
      GREASE_SERVICE_YEARS,
    )
  const quantityG = a.feed === 'centre' ? centreQuantityG : side

  const hero = station.figure('intervalH', 'Grease again after', intervalH, 'hours', found, {
    note: `by ${SCHOOL_LABEL[governing.school]}`,
  })
  station.figure('intervalDays', 'In days here', intervalDays, 'days', found, {
    decimals: intervalDays !== null && intervalDays < 10 ? 1 : 0,
    note: often(intervalDays, hoursPerDay),
  })
  station.figure('quantityG', 'Quantity each time', a.sealed ? null : quantityG, 'grams', found, {
    note: a.feed === 'centre' ? 'through the ring' : 'from the side',
  })
  const strokes = new Sheet()
  const count = gun && !a.sealed ? strokesFor(quantityG, gun) : null
  if (gun && count !== null)
    strokes.step(
      'z',
      'strokes',
      'quantity / grams a stroke',
      `${short(quantityG)} / ${short(gun.gramsPerStroke, 3)}`,
      count,
      '',
      'weighed strokes of this gun, to the nearest whole one',
    )
  station.figure('strokes', 'Strokes of this gun', count, 'ratio', strokes.result({}), {
    decimals: 0,
    note: gun ? `${typed(gun.name)}, ${short(gun.gramsPerStroke, 3)} g each` : undefined,
  })
  const share = a.fillPercent === null ? fillShare(speedRpm, row.pitchDiameterMm) : a.fillPercent / 100
  const fill = station.attempt(() => firstFill(greasedPart(row), share), { share: 'fillPercent' })
  station.figure('firstFillG', 'First fill', a.sealed ? null : (fill?.values.firstFillG ?? null), 'grams', fill, {
    note: `${Math.round(share * 100)} % of the free space`,
  })
  const runC = innerRingC ?? housingTemperatureC
  const oil = grease ? station.attempt(() => film(grease, runC, row.pitchDiameterMm, speedRpm)) : null
  const kappa = oil?.values.kappa ?? null
  station.figure('kappa', 'Film of this grease, κ', kappa, 'ratio', oil, { note: 'wanted 1 to 4' })
  factorFigures(station, factors, counted, a)

  if (grease) checkGrease(station, grease, { runC, ambientC, kappa, ndm: speedRpm * ((row.boreMm + row.outsideMm) / 2) })
  const inside = insideOf(a, context)
  const mixing = grease && inside ? compatibility(inside, grease) : null
  if (mixing && mixing.mixing !== 'compatible')
    station.warn('caution', 'greases-must-not-mix', `${sentence(mixing.words)} The plan has a step for it.`, mixing.mixing)
  if (!a.sealed && !grease)
    station.ask('grease', 'Which grease goes in?', 'Two greases that do not go together run out of the bearing or turn hard.')
  if (!a.sealed && grease && !inside)
    station.ask(
      'grease-inside',
      'What grease was in the housing? Look at the nipple tag or the round; not known is an answer.',
      'Unknown counts as no: the housing must then be cleaned out.',
    )
  if (!a.sealed && !gun)
    station.ask('gun', 'Which grease gun is used?', 'Pumps are not grams: guns give from half a gram to three grams a stroke.')
  if (school === 'manual' && a.manualIntervalH === null)
    station.ask(
      'manual-interval',
      'What does the machine maker’s manual say? This plant follows the manual first.',
      'Until it is entered the interval formula serves.',
    )
  if (!dirt && counted.fromDuty)
    station.ask(
      'surroundings',
      'How dirty and how wet is it around the bearing? Say it here or at Duty.',
      'Until then it counts as clean and dry, which gives the longest interval.',
    )
  if (!hoursPerDay)
    station.ask('hours-per-day', 'How many hours a day does it run? Enter it at Duty.', 'Without it the interval has no date.')

  const stopped = !a.sealed && governing.intervalH === null
  const verdict: Verdict = a.sealed
    ? { word: 'sealed for life', level: 'good' }
    : stopped
      ? { word: 'no grease speed', level: 'stop' }
      : !grease || !inside
        ? { word: 'grease open', level: 'open' }
        : mixing!.mixing !== 'compatible'
          ? { word: 'clean out first', level: 'caution' }
          : kappa !== null && kappa < 0.4
            ? { word: 'film too thin', level: 'caution' }
            : { word: 'settled', level: 'good' }
  const reason = a.sealed
    ? 'Sealed for life: nothing is fed; it is replaced when its grease is done.'
    : `${governing.note} ${counted.fromDuty ? 'Surroundings are counted as Duty says until they are set here.' : ''}`.trimEnd()
  const plan = a.sealed || !grease || !fill ? [] : fillSteps(grease, fill.values.firstFillG, mixing)
  return {
    ...station.close(
      reason,
      verdict,
      hero,
      a.sealed ? 'sealed' : intervalH === null ? '—' : `${q(quantityG, 'grams')} · ${q(intervalH, 'hours')}`,
    ),
    counted,
    factors,
    schools,
    school,
    intervalH,
    intervalDays,
    quantityG: a.sealed ? null : quantityG,
    grease,
    gun,
    mixing,
    kappa,
    plan,
  }
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

function factorFigures(
  station: StationBuilder,
  factors: RegreasingFactors,
  counted: NonNullable<LubricateResult['counted']>,
  a: CardAnswers['lubricate'],
): void {
  const label = (rows: readonly { name: string; label: string }[], name: string) => rows.find((r) => r.name === name)!.label
  const rows: [keyof RegreasingFactors, string, string][] = [
    ['K', 'Kind of bearing, K', 'ball 10, cylindrical 5, others 1'],
    ['Ft', 'Warmth, Ft', q(counted.housingTemperatureC, 'temperature')],
    ['Fc', 'Dirt, Fc', label(CONTAMINATION, counted.contamination)],
    ['Fm', 'Moisture, Fm', label(MOISTURE, counted.moisture)],
    [
      'Fv',
      'Vibration, Fv',
      a.vibrationRmsMmS === null ? 'not measured, counted as smooth' : `${q(peakOfRms(a.vibrationRmsMmS), 'velocity')} peak`,
    ],
    ['Fp', 'Shaft, Fp', label(ORIENTATION, a.orientation)],
  ]
  for (const [key, words, note] of rows) {
    const sheet = new Sheet()
    sheet.step(key, words, 'table', inUnits(note, 'metric'), factors[key], '', 'engineering practice: interval formula')
    station.figure(key, words, factors[key], 'ratio', sheet.result({}), { decimals: key === 'K' ? 0 : 1, note })
  }
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
      `${typed(grease.name)} has so thick an oil that it serves to a speed factor of about ${Math.round(limit / 1000)} 000 mm/min; here it is ${Math.round(ndm / 1000)} 000. Take a thinner one, or ask its maker.`,
      Math.round(ndm),
    )
  if (runC > grease.highC)
    station.warn(
      'caution',
      'grease-too-hot',
      `${typed(grease.name)} serves to ${q(grease.highC, 'temperature')}; the bearing runs at ${q(runC, 'temperature')}.`,
      Math.round(runC),
    )
  const coldest = Math.min(runC, ambientC ?? runC)
  if (coldest < grease.lowC)
    station.warn(
      'caution',
      'grease-too-cold',
      `${typed(grease.name)} serves from ${q(grease.lowC, 'temperature')}; it ${coldest === runC ? 'runs' : 'starts'} at ${q(coldest, 'temperature')}.`,
      Math.round(coldest),
    )
  if (kappa !== null && kappa < 0.4)
    station.warn(
      'caution',
      'film-thin',
      `The film is too thin (κ ${short(kappa, 2)}): take a grease with thicker oil or one with EP additives.`,
      short(kappa, 2),
    )
  else if (kappa !== null && kappa < 1)
    station.warn('note', 'film-low', `κ ${short(kappa, 2)} is under the 1 that is wanted; thicker oil would last longer.`, short(kappa, 2))
  else if (kappa !== null && kappa > 6)
    station.warn('note', 'film-thick', `κ ${short(kappa, 2)} is more than it needs: the bearing runs warmer than it must.`, short(kappa, 2))
}

function often(days: number | null, hoursPerDay: number | null): string | undefined {
  if (days === null) return undefined
  if (days < 7) return `about ${Math.max(1, Math.round(7 / days))} times a week`
  if (days > 900) return `about ${Math.round(days / 365)} years`
  return days > 60 ? `about ${Math.round(days / 30.4)} months` : `at ${short(hoursPerDay!, 3)} h a day`
}

function fillSteps(grease: Grease, firstFillG: number, mixing: Compatibility | null): PlanStep[] {
  const restsOn = ['identify.designation', 'lubricate.firstFillG']
  const clean: PlanStep = {
    key: 'clean-out',
    title: 'Clean the old grease out',
    doing: `${mixing ? sentence(mixing.words) : ''} Flush the grease way with the new grease until only that comes out.`.trim(),
    tool: 'lint-free cloth, cleaning spirit, gloves',
    fields: [{ key: 'clean', label: 'Housing and grease way are clean', kind: 'check', quantity: 'text' }],
    caution: 'Grease and solvent on skin: gloves. No solvent near heat or sparks.',
    restsOn,
  }
  const fill: PlanStep = {
    key: 'fill',
    title: `Fill with ${q(firstFillG, 'grams')} of ${typed(grease.name)}`,
    doing:
      'Weigh it. Press it between the elements from one side until it shows on the other; the rest into the housing, no more than half of it.',
    tool: 'scale, clean spatula',
    fields: [
      {
        key: 'gramsG',
        label: 'Filled, by weighing',
        kind: 'number',
        quantity: 'grams',
        min: firstFillG * FILL_BAND[0],
        max: firstFillG * FILL_BAND[1],
      },
      { key: 'greaseRead', label: 'Grease as read on the cartridge', kind: 'text', quantity: 'text' },
    ],
    restsOn,
  }
  return mixing && mixing.mixing !== 'compatible' ? [clean, fill] : [fill]
}

function sentence(words: string): string {
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}`
}
