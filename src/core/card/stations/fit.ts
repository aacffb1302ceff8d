import type { Bearing } from '../../catalogue/catalogue.js'
import { FAMILY_LABEL, isThrust } from '../../catalogue/families.js'
import { formOf, isDrawnCup } from '../../catalogue/construction-forms.js'
import type { ShaftHold } from '../../catalogue/sleeves.js'
import { clearanceFrom, groupMark, type ClearanceGroup } from '../../fits/clearance-group.js'
import { fit, type FitInput, type FitValues } from '../../fits/fit.js'
import { furtherUm, operatingClearance, preloadTakenUm, type OperatingClearanceValues } from '../../fits/operating-clearance.js'
import { recommendFit, type RecommendValues } from '../../fits/recommend.js'
import type { ShaftSeatRecord } from '../../line/records.js'
import { seatUnder, type SeatUnder } from '../../line/seats.js'
import { MATERIALS } from '../../materials.js'
import { pressForce } from '../../mounting/press-force.js'
import { Derivation, short, type Result } from '../../result.js'
import { tolerance } from '../../tolerances/iso286.js'
import { accuracyOf } from '../../tolerances/ring.js'
import { q } from '../../units/quantities.js'
import type { CardAnswers, FitAnswers } from '../answers.js'
import { StationBuilder, type StationResult, type Verdict } from '../station.js'
import type { DutyResult } from './duty.js'
import type { SelectResult } from './select.js'
import { amount } from '../../words/message.js'

/** A seat as the card settles it. */
export interface FitSeat {
  sizeMm: number
  toleranceClass: string
  seatUpperUm: number
  seatLowerUm: number
  /** Null where something else than the fit holds the ring: a sleeve, screws, a collar, a housing made for it. */
  grip: FitValues | null
}

export interface FitStationResult extends StationResult {
  recommended: RecommendValues | null
  /** What holds the inner ring. */
  hold: ShaftHold | null
  /** The sleeve that it sits on; null where there is none, or nobody has said which. */
  sleeve: string | null
  /** Null too where the shaft under a taper is not known. */
  shaft: FitSeat | null
  housing: FitSeat | null
  clearance: OperatingClearanceValues | null
  group: ClearanceGroup | null
  /** Loosest likely grip less what holds against creep; null where the inner ring is not swept or is clamped. */
  creepMarginUm: number | null
}

/** Interference below which the inner ring creeps, µm. Engineering practice; the switch lies at 0.3 C0. */
function creepLimit(row: Bearing, radialN: number, innerRingC: number, ambientC: number): Result<{ neededUm: number }> {
  const d = row.boreMm
  const B = row.innerWidthMm ?? row.widthMm
  const sheet = new Derivation()
  const light = radialN <= 0.3 * row.staticRatingN
  const load = light ? 0.08 * Math.sqrt((d * radialN) / B) : (0.02 * radialN) / B
  const heat = 0.0015 * d * Math.max(0, innerRingC - ambientC)
  const neededUm = load + heat + 2
  sheet.step(
    'U1',
    'lost to the load',
    light ? '0.08 sqrt(d Fr / B)' : '0.02 Fr / B',
    light ? `0.08 sqrt(${d} · ${short(radialN)} / ${B})` : `0.02 · ${short(radialN)} / ${B}`,
    load,
    'µm',
    'engineering practice, against creep',
  )
  sheet.step(
    'U2',
    'lost to warmth',
    '0.0015 d ΔT',
    `0.0015 · ${d} · ${short(Math.max(0, innerRingC - ambientC))}`,
    heat,
    'µm',
    'engineering practice: ring against shaft, from bearing to ambient',
  )
  sheet.step(
    'U',
    'needed against creep',
    'U1 + U2 + smoothing',
    `${short(load)} + ${short(heat)} + 2`,
    neededUm,
    'µm',
    'sum of the steps above',
  )
  return sheet.result({ neededUm })
}

const range = (a: number, b: number): readonly [number, number] => [a, b]
const limit = (um: number) => (um > 0 ? '+' : '') + q(um, 'fine')

/** What an insert bearing or a sleeve asks of the shaft, in words. */
const CLAMPED: Partial<Record<ShaftHold, string>> = {
  screws: 'held by its screws',
  collar: 'held by its collar',
  sleeve: 'held by its sleeve',
}

/** The seat a ring is gripped by, or one that only carries what clamps it. */
function seatOf(station: StationBuilder, input: FitInput, gripped: boolean, fields: Record<string, string>): Result<FitSeat> | null {
  return station.attempt((): Result<FitSeat> => {
    const { sizeMm, toleranceClass } = input
    if (gripped) {
      const found = fit(input)
      const { seatUpperUm, seatLowerUm } = found.values
      return { ...found, values: { sizeMm, toleranceClass, seatUpperUm, seatLowerUm, grip: found.values } }
    }
    const { values, ...rest } = tolerance(input)
    return { ...rest, values: { sizeMm, toleranceClass, seatUpperUm: values.upperUm, seatLowerUm: values.lowerUm, grip: null } }
  }, fields)
}

/** The shaft diameter under the bearing and how it is held there; asks where a taper leaves it open. */
function shaftUnder(station: StationBuilder, row: Bearing, record: ShaftSeatRecord | null): SeatUnder {
  const under = seatUnder(row, record)
  if (under.sizeMm === null) station.ask('taper-seat')
  return under
}

interface Seats {
  hold: ShaftHold
  sleeve: string | null
  shaft: Result<FitSeat> | null
  housing: Result<FitSeat>
  shaftClass: string
  housingClass: string
}

/** Seats in the classes chosen or recommended; null when one is refused. */
function seats(
  station: StationBuilder,
  answers: FitAnswers,
  row: Bearing,
  recommended: Result<RecommendValues>,
  record: ShaftSeatRecord | null,
): Seats | null {
  const { hold, sizeMm: under, sleeve } = shaftUnder(station, row, record)
  // A taper on the shaft itself has no class of a cylinder; a sleeve has.
  const sizeMm = hold === 'taper' && !sleeve ? null : under
  const shaftClass = answers.shaftClass ?? recommended.values.shaftClass
  const housingClass = answers.housingClass ?? recommended.values.housingClass
  const accuracy = station.attempt(() => new Derivation().result({ is: accuracyOf(row, answers.accuracy) }))?.values.is
  if (!accuracy) return null
  const common = { accuracy, family: row.family }
  const shaft =
    sizeMm === null
      ? null
      : seatOf(station, { ...common, seat: 'shaft', sizeMm, toleranceClass: shaftClass }, hold === 'fit', {
          toleranceClass: 'shaftClass',
          sizeMm: 'accuracy',
        })
  const housing = seatOf(
    station,
    { ...common, seat: 'housing', sizeMm: row.outsideMm, toleranceClass: housingClass },
    row.family !== 'insert-ball',
    { toleranceClass: 'housingClass', sizeMm: 'accuracy' },
  )
  if (!housing || (sizeMm !== null && !shaft)) return null
  for (const [where, own, advised] of [
    ['shaft', shaftClass, recommended.values.shaftClass],
    ['housing', housingClass, recommended.values.housingClass],
  ] as const)
    if (own !== advised) station.warn('note', `own-class-${where}`, { own, advised }, own)
  return { hold, sleeve, shaft, housing, shaftClass, housingClass }
}

/** Class, limits and grip of both seats. */
function seatFigures(
  station: StationBuilder,
  row: Bearing,
  { hold, sleeve, shaft, housing, shaftClass, housingClass }: Seats,
  recommended: Result<RecommendValues>,
): void {
  const limits = (v: FitSeat) => `${limit(v.seatUpperUm)} / ${limit(v.seatLowerUm)}`
  if (sleeve)
    station.figure('sleeve', hold === 'sleeve' ? 'Adapter sleeve' : 'Withdrawal sleeve', sleeve, 'text', null, { note: 'ISO 2982' })
  if (shaft)
    station.figure('shaftClass', `Shaft seat Ø${q(shaft.values.sizeMm, 'length', 0)}`, shaftClass, 'text', recommended, {
      note: [limits(shaft.values), CLAMPED[hold]].filter(Boolean).join(', '),
    })
  const grip = shaft?.values.grip
  if (grip)
    station.figure('shaftInterference', 'Inner ring grip', range(grip.minInterferenceUm, grip.maxInterferenceUm), 'fine', shaft, {
      note: words(grip),
    })
  const outer = housing.values.grip
  station.figure('housingClass', `Housing seat Ø${q(row.outsideMm, 'length', 0)}`, housingClass, 'text', recommended, {
    note: outer ? limits(housing.values) : `${limits(housing.values)}, bored by the maker of its housing`,
  })
  if (outer)
    station.figure(
      'housingInterference',
      'Outer ring in housing',
      range(outer.minInterferenceUm, outer.maxInterferenceUm),
      'fine',
      housing,
      { note: words(outer) },
    )
}

/** A shift of the fit under this is not worth a figure of its own, µm. */
const NOTICED_UM = 1

/** What unlike materials make of the fits when hot; the range of the outer ring in its housing then. */
function hotFits(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  duty: DutyResult,
  s: Seats,
): readonly [number, number] | null {
  const { innerRingC, outerRingC } = answers.duty
  const { shaftMaterial, housingMaterial } = answers.arrange
  const outer = s.housing.values.grip
  if (innerRingC === null || outerRingC === null) return outer && range(outer.minInterferenceUm, outer.maxInterferenceUm)
  const onShaft = furtherUm(shaftMaterial ?? undefined, row.boreMm, innerRingC)
  const inHousing = furtherUm(housingMaterial ?? undefined, row.outsideMm, outerRingC)
  const grip = s.shaft?.values.grip
  if (grip && Math.abs(onShaft) >= NOTICED_UM) {
    const hot = range(grip.minInterferenceUm + onShaft, grip.maxInterferenceUm + onShaft)
    station.figure('shaftHotInterference', 'Inner ring grip, hot', hot, 'fine', null, {
      note: `${MATERIALS[shaftMaterial!].label} against bearing steel at ${q(innerRingC, 'temperature')}`,
    })
    const stress = pressForce({
      boreMm: row.boreMm,
      racewayDiameterMm: row.innerRacewayMm,
      widthMm: row.innerWidthMm ?? row.widthMm,
      interferenceUm: Math.min(1000, Math.max(0, hot[1])),
      shaftMaterial: shaftMaterial ?? undefined,
    })
    if (onShaft > 0) stress.cautions.forEach((c) => station.caution({ ...c, code: `${c.code}-hot` }))
  }
  if (!outer) return null
  const hot = range(outer.minInterferenceUm - inHousing, outer.maxInterferenceUm - inHousing)
  if (Math.abs(inHousing) < NOTICED_UM) return hot
  station.figure('housingHotInterference', 'Outer ring in housing, hot', hot, 'fine', null, {
    note: `${MATERIALS[housingMaterial!].label} against bearing steel at ${q(outerRingC, 'temperature')}`,
  })
  if (duty.outerRingLoad === 'rotating' && hot[0] < 0)
    station.warn('caution', 'outer-loose-hot', { loose: amount(-hot[0], 'fine') }, Math.round(hot[0]))
  return hot
}

/** What holds the swept inner ring against creep, and what its loosest likely grip leaves of that. */
function creepMargin(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  duty: DutyResult,
  grip: FitValues | null | undefined,
): number | null {
  const { innerRingC, ambientC } = answers.duty
  if (!grip || duty.innerRingLoad !== 'rotating' || duty.radialN === null || innerRingC === null) return null
  const creep = creepLimit(row, duty.radialN, innerRingC, ambientC ?? 20)
  const margin = grip.probableMinInterferenceUm - creep.values.neededUm
  station.figure('creepUm', 'Needed against creep', creep.values.neededUm, 'fine', creep)
  if (margin < 0)
    station.warn(
      'note',
      'creep',
      { grip: amount(grip.probableMinInterferenceUm, 'fine'), needed: amount(creep.values.neededUm, 'fine') },
      Math.round(grip.probableMinInterferenceUm),
    )
  return margin
}

/** What must be asked of the clearance, by where it comes from. */
function askClearance(station: StationBuilder, row: Bearing, from: ReturnType<typeof clearanceFrom>, group: ClearanceGroup | null): void {
  if (row.boreTaper) station.ask('drive-up')
  else if (from === 'sheet') station.ask('clearance-sheet', { family: FAMILY_LABEL[row.family] })
  if (from === 'setting') station.warn('note', 'clearance-set')
  if (!group && from !== 'setting') station.ask('fit-group')
}

function verdictOf(row: Bearing, c: OperatingClearanceValues | null, from: ReturnType<typeof clearanceFrom>, byFit: boolean): Verdict {
  if (!c)
    return from === 'setting'
      ? { word: 'set when mounted', level: 'good' }
      : { word: row.boreTaper ? 'drive-up open' : byFit ? 'group or temperatures open' : 'clearance open', level: 'open' }
  if (c.medianUm < -preloadTakenUm(row.family, (row.innerRacewayMm + row.outerRacewayMm) / 2))
    return { word: 'runs without clearance', level: 'stop' }
  if (c.medianUm < 0) return { word: 'trace of preload', level: 'caution' }
  return c.p025Um < 0
    ? { word: `tight in ${Math.max(1, Math.round(c.shareBelowZero * 100))} of 100`, level: 'caution' }
    : { word: 'runs free', level: 'good' }
}

/** Classes of a needle roller bearing that runs on the shaft; what else it needs comes from the maker's sheet. */
function onTheShaft(station: StationBuilder, row: Bearing, recommended: Result<RecommendValues>): string {
  station.ask('shaft-raceway')
  if (formOf(row).outerRing === false)
    return 'Needles in a cage: shaft and housing are the raceways, h5 and G6 for ordinary clearance; hardness and roughness come from the maker’s sheet.'
  if (!isDrawnCup(row))
    return 'This bearing has no inner ring: the shaft is its raceway, and its size and the press seat of the outer ring come from the maker’s sheet.'
  recommended.cautions.forEach((c) => station.caution(c))
  station.figure('shaftClass', `Shaft as raceway Ø${q(row.boreMm, 'length', 0)}`, recommended.values.shaftClass, 'text', recommended)
  station.figure('housingClass', `Housing seat Ø${q(row.outsideMm, 'length', 0)}`, recommended.values.housingClass, 'text', recommended)
  return `${recommended.values.shaftReason} ${recommended.values.housingReason} What clearance is left comes from the maker’s sheet.`
}

/** Whether the housing counts as light alloy: ticked, or told by its material at Arrange. */
export const inLightAlloy = ({ fit, arrange }: CardAnswers): boolean => fit.lightAlloy || arrange.housingMaterial === 'aluminium'

/** The classes that load, bearing and housing ask for. */
function advised(station: StationBuilder, answers: CardAnswers, row: Bearing, duty: DutyResult, loadRatio: number, slides: boolean) {
  const f = answers.fit
  return station.attempt(() =>
    recommendFit({
      family: row.family,
      boreMm: row.boreMm,
      outsideMm: row.outsideMm,
      innerRingLoad: duty.innerRingLoad!,
      outerRingLoad: duty.outerRingLoad!,
      loadRatio: Math.min(1, loadRatio),
      options: {
        outerMustSlide: slides,
        split: f.split,
        sleeve: row.boreTaper !== null,
        drawnCup: isDrawnCup(row),
        axialOnly: isThrust(row.family) && duty.radialN === 0,
        thinWall: f.thinWall,
        lightAlloy: inLightAlloy(answers),
        heatThroughShaft: f.heatThroughShaft,
        precise: f.precise,
        loadBands: f.loadBands,
      },
    }),
  )
}

/** The clearance that is left when hot, where the fit decides it and all that it needs is known. */
function clearanceLeft(station: StationBuilder, answers: CardAnswers, row: Bearing, group: ClearanceGroup | null, settled: Seats) {
  const { shaftClass, housingClass } = settled
  const { innerRingC, outerRingC } = answers.duty
  const from = clearanceFrom(row)
  // Fit takes clearance from a cylindrical bore; a tapered one loses it by how far it is driven up.
  const byFit = from === 'table' && settled.hold === 'fit'
  const clearance =
    byFit && group && innerRingC !== null && outerRingC !== null
      ? station.attempt(() =>
          operatingClearance({ ...row, group, ...seatedAs(answers, row, shaftClass, housingClass), innerRingC, outerRingC }),
        )
      : null
  return { from, byFit, clearance }
}

/** Seat classes with their reason, the fit they give, and what clearance is left when hot. */
export function fitStation(
  answers: CardAnswers,
  row: Bearing | null,
  knownGroup: ClearanceGroup | null,
  duty: DutyResult,
  select: SelectResult,
  slides: boolean,
  seat: ShaftSeatRecord | null = null,
): FitStationResult {
  const station = new StationBuilder('fit')
  const f = answers.fit
  const group = f.group ?? knownGroup
  const none = { recommended: null, hold: null, sleeve: null, shaft: null, housing: null, clearance: null, group, creepMarginUm: null }
  const waiting = (reason: string): FitStationResult => ({
    ...station.close(reason, { word: 'waiting', level: 'open' }, null, '—'),
    ...none,
  })
  if (!row) return waiting('Choose the bearing at Identify first.')
  if (!duty.innerRingLoad || !duty.outerRingLoad) return waiting('Enter at Duty which ring turns and whether the load stands still.')
  if (select.loadRatio === null) return waiting('Select must rate the load first: it decides how tight the ring sits.')
  const recommended = advised(station, answers, row, duty, select.loadRatio, slides)
  if (!recommended) return waiting('A value is refused.')
  if (formOf(row).innerRing === false)
    return { ...waiting(onTheShaft(station, row, recommended)), recommended: recommended.values, hold: 'none' }
  const settled = seats(station, f, row, recommended, seat)
  if (!settled) return waiting('A tolerance class is refused; choose another.')

  const { shaftClass, housingClass } = settled
  const { from, byFit, clearance } = clearanceLeft(station, answers, row, group, settled)
  const c = clearance?.values ?? null
  const hero = station.figure(
    'clearance',
    'Clearance left when hot, 19 in 20 assemblies',
    c ? range(c.p025Um, c.p975Um) : null,
    'fine',
    clearance,
  )
  seatFigures(station, row, settled, recommended)
  const outerHot = hotFits(station, answers, row, duty, settled)
  const creepMarginUm = creepMargin(station, answers, row, duty, settled.shaft?.values.grip)
  if (c)
    station.figure('shareBelowZero', 'Assemblies that run without clearance', c.shareBelowZero * 100, 'ratio', clearance, {
      decimals: 0,
      note: 'of 100',
    })
  const outer = settled.housing.values.grip
  if (slides && outer && (outer.minInterferenceUm > 0 || (outerHot && outerHot[0] > 0)))
    station.warn('stop', 'free-ring-tight', {}, housingClass)
  askClearance(station, row, from, group)
  const closed = station.close(
    `${recommended.values.shaftReason} ${recommended.values.housingReason}`,
    verdictOf(row, c, from, byFit),
    hero,
    `${shaftClass} / ${housingClass}${group && group !== 'N' ? ` ${groupMark(group)}` : ''}`,
  )
  return {
    ...closed,
    recommended: recommended.values,
    hold: settled.hold,
    sleeve: settled.sleeve,
    shaft: settled.shaft?.values ?? null,
    housing: settled.housing.values,
    clearance: c,
    group,
    creepMarginUm,
  }
}

/** The seats of a card as the operating clearance takes them, whichever bearing stands in them. */
export function seatedAs(answers: CardAnswers, row: Bearing, shaftClass: string, housingClass: string) {
  return {
    shaft: { toleranceClass: shaftClass, material: answers.arrange.shaftMaterial ?? undefined },
    housing: { toleranceClass: housingClass, material: answers.arrange.housingMaterial ?? undefined },
    accuracy: accuracyOf(row, answers.fit.accuracy),
  }
}

function words(v: FitValues): string {
  if (v.minInterferenceUm >= 0) return 'tight'
  return v.maxInterferenceUm <= 0 ? 'loose' : 'tight or loose'
}
