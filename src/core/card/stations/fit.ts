import type { Bearing } from '../../catalogue/catalogue.js'
import { FAMILY_LABEL, isThrust } from '../../bearing/families.js'
import { formOf, isDrawnCup } from '../../bearing/construction-forms.js'
import type { ShaftHold } from '../../catalogue/sleeves.js'
import { clearanceFrom } from '../../fits/clearance-group.js'
import { groupMark, type ClearanceGroup } from '../../bearing/clearance.js'
import { operatingClearance, preloadTakenUm, type OperatingClearanceValues } from '../../fits/operating-clearance.js'
import { recommendFit, type RecommendValues } from '../../fits/recommend.js'
import { ALONE, type SetOfBearings } from '../../life/set-of-bearings.js'
import { seatUnder } from '../../line/seats.js'
import { short, worked, type Result } from '../../result.js'
import { tolerance } from '../../tolerances/iso286.js'
import { amount, nominal, phrase, type Words } from '../../words/message.js'
import type { CardAnswers } from '../answers.js'
import { StationBuilder, type Figure, type StationResult, type Verdict } from '../station.js'
import type { DutyResult } from './duty.js'
import { RACEWAY, leastDepthMm, racewayClasses } from '../../fits/raceway.js'
import { abutmentFigures } from './fit-abutments.js'
import { creepMargin } from './fit-creep.js'
import { driveUpFigures } from './fit-drive-up.js'
import { measuredFigures } from './fit-measured.js'
import { freeRing } from './fit-free-ring.js'
import { pairFigures, playsAsPair } from './fit-pair.js'
import { hotFits, range, seatFigures, seatedAs, seats, type FitSeat, type SeatRecords, type Seats } from './fit-seats.js'
import type { SelectResult } from './select.js'

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

/** What must be asked of the clearance, by where it comes from. */
function askClearance(station: StationBuilder, row: Bearing, from: ReturnType<typeof clearanceFrom>, group: ClearanceGroup | null): void {
  if (row.boreTaper) return
  if (from === 'sheet') station.ask('clearance-sheet', { family: FAMILY_LABEL[row.family] })
  if (from === 'setting') station.warn('note', 'clearance-set')
  // Where no table speaks nothing follows from a group.
  if (!group && from === 'table') station.ask('fit-group')
}

function verdictOf(row: Bearing, c: OperatingClearanceValues | null, from: ReturnType<typeof clearanceFrom>, byFit: boolean): Verdict {
  if (!c)
    return from === 'setting'
      ? { word: 'set when mounted', level: 'good' }
      : { word: byFit ? 'group or temperatures open' : 'clearance open', level: 'open' }
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
  const cage = formOf(row).outerRing === false
  const cup = isDrawnCup(row)
  if (cup) recommended.cautions.forEach((c) => station.caution(c))
  const classes = racewayClasses(row, recommended.values)!
  racewayFigure(
    station,
    'shaft',
    phrase`Shaft as raceway Ø${nominal(row.boreMm)}`,
    row.boreMm,
    classes.shaftClass,
    cup ? recommended : null,
  )
  const outside = phrase`Housing ${cage ? 'as raceway' : 'seat'} Ø${nominal(row.outsideMm)}`
  racewayFigure(station, 'housing', outside, row.outsideMm, classes.housingClass, cage ? null : recommended)
  const limits = (symbol: string, name: string, value: number, unit: string) =>
    worked(symbol, name, 'as a ring of a rolling bearing', 'for every size', value, unit, 'engineering practice')
  const depthMm = leastDepthMm(row.elementDiameterMm)
  const depth = worked(
    'h',
    'hardened depth',
    'max(0.3, 0.1 · element)',
    `max(0.3, 0.1 · ${short(row.elementDiameterMm)})`,
    depthMm,
    'mm',
    'engineering practice',
  )
  station.figure(
    'racewayHrc',
    `${cage ? 'Raceways' : 'Shaft'} hard to at least, HRC`,
    RACEWAY.hrc,
    'ratio',
    limits('HRC', 'hardness of a raceway', RACEWAY.hrc, ''),
    { decimals: 0 },
  )
  station.figure('racewayDepthMm', 'Hardened to a depth of', depthMm, 'gap', depth, { note: 'at least' })
  station.figure(
    'racewayRaUm',
    'Roughness Ra at most, µm',
    RACEWAY.raUm,
    'ratio',
    limits('Ra', 'roughness of a raceway', RACEWAY.raUm, 'µm'),
    { decimals: 2, note: 'ground or honed' },
  )
  const sheet = 'The maker’s sheet goes before these limits.'
  if (cage) return `Needles in a cage: shaft and housing are the raceways, in these classes for ordinary clearance. ${sheet}`
  const shaft = cup
    ? recommended.values.shaftReason
    : `This bearing has no inner ring: the shaft is its raceway, ${classes.shaftClass} for ordinary clearance.`
  return `${shaft} ${recommended.values.housingReason} ${cup ? 'What clearance is left comes from the maker’s sheet.' : sheet}`
}

/** A class with the limits that it gives, mm, of a shaft or housing that is a raceway. */
function racewayFigure(
  station: StationBuilder,
  seat: 'shaft' | 'housing',
  label: Words,
  sizeMm: number,
  toleranceClass: string,
  from: Result<RecommendValues> | null,
): void {
  const { lowerUm, upperUm } = tolerance({ sizeMm, toleranceClass }).values
  station.figure(`${seat}Class`, label, toleranceClass, 'text', from, {
    note: phrase`${amount(sizeMm + lowerUm / 1000, 'length', 3)} to ${amount(sizeMm + upperUm / 1000, 'length', 3)}`,
  })
}

/** Whether the housing counts as light alloy: ticked, or told by its material at Arrange. */
export const inLightAlloy = ({ fit, arrange }: CardAnswers): boolean => fit.lightAlloy || arrange.housingMaterial === 'aluminium'

/** A housing under so many outside diameters across counts as thin, a shaft with a bore over this share of its seat as hollow. Engineering practice. */
const THIN = 1.25
const HOLLOW = 0.5

/** The classes that load, bearing and housing ask for. */
function advised(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  duty: DutyResult,
  loadRatio: number,
  slides: boolean,
  record: SeatRecords,
) {
  const f = answers.fit
  const under = seatUnder(row, record.shaft ?? null)
  return station.attempt(() =>
    recommendFit({
      family: row.family,
      boreMm: row.boreMm,
      outsideMm: row.outsideMm,
      innerRingLoad: duty.innerRingLoad!,
      outerRingLoad: duty.outerRingLoad!,
      loadRatio: Math.min(1, loadRatio),
      accuracy: f.accuracy,
      options: {
        outerMustSlide: slides,
        split: f.split,
        sleeve: row.boreTaper !== null,
        pinned: under.hold === 'pin',
        directTaper: under.hold === 'taper' && !under.sleeve && record.shaft?.kind === 'taper' ? row.boreTaper! : undefined,
        drawnCup: isDrawnCup(row),
        axialOnly: isThrust(row.family) && duty.radialN === 0,
        thinWall: f.thinWall || (f.housingOutsideMm !== null && f.housingOutsideMm < THIN * row.outsideMm),
        hollowShaft: f.shaftBoreMm !== null && f.shaftBoreMm > HOLLOW * row.boreMm,
        lightAlloy: inLightAlloy(answers),
        heatThroughShaft: f.heatThroughShaft,
        precise: f.precise,
        loadBands: f.loadBands,
        atRest: duty.motion?.kind === 'stands',
      },
    }),
  )
}

/** The clearance that is left when hot, where the fit decides it and all that it needs is known. */
function clearanceLeft(station: StationBuilder, answers: CardAnswers, row: Bearing, group: ClearanceGroup | null, settled: Seats) {
  const seat = settled.shaft?.values ?? { toleranceClass: settled.shaftClass }
  const { innerRingC, outerRingC } = answers.duty
  const from = clearanceFrom(row)
  // Fit takes clearance from a cylindrical bore; a tapered one loses it by how far it is driven up.
  const byFit = from === 'table' && (settled.hold === 'fit' || settled.hold === 'pin')
  const clearance =
    byFit && group && innerRingC !== null && outerRingC !== null
      ? station.attempt(() =>
          operatingClearance({ ...row, group, ...seatedAs(answers, row, seat, settled.housing.values), innerRingC, outerRingC }),
        )
      : null
  return { from, byFit, clearance }
}

const clearanceHero = (station: StationBuilder, clearance: Result<OperatingClearanceValues> | null): Figure =>
  station.figure(
    'clearance',
    'Clearance left when hot, 19 in 20 assemblies',
    clearance && range(clearance.values.p025Um, clearance.values.p975Um),
    'fine',
    clearance,
  )

/** What was measured of both seats, beside what the records have. */
function bothMeasured(station: StationBuilder, answers: CardAnswers, row: Bearing, s: Seats, slides: boolean, record: SeatRecords): void {
  const shaftMm = s.shaft?.values.sizeMm
  const shaft = { seat: 'shaft', nominalMm: shaftMm ?? 0, toleranceClass: s.shaftClass, mustSlide: false } as const
  const housing = { seat: 'housing', nominalMm: row.outsideMm, toleranceClass: s.housingClass, mustSlide: slides } as const
  if (shaftMm !== undefined) measuredFigures(station, answers, shaft, record.shaft ?? undefined)
  measuredFigures(station, answers, housing, record.housing ?? undefined)
}

/** Seat classes with their reason, the fit they give, and what clearance is left when hot. */
export function fitStation(
  answers: CardAnswers,
  row: Bearing | null,
  knownGroup: ClearanceGroup | null,
  duty: DutyResult,
  select: SelectResult,
  slides: boolean,
  record: SeatRecords = {},
  set: SetOfBearings = ALONE,
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
  const recommended = advised(station, answers, row, duty, select.loadRatio, slides, record)
  if (!recommended) return waiting('A value is refused.')
  if (formOf(row).innerRing === false) {
    const reason = onTheShaft(station, row, recommended)
    const { shaftClass, housingClass } = racewayClasses(row, recommended.values)!
    const closed = station.close(reason, { word: 'raceways to prove', level: 'open' }, null, `${shaftClass} / ${housingClass}`)
    return { ...closed, ...none, recommended: recommended.values, hold: 'none' }
  }
  const settled = seats(station, answers, row, recommended, record)
  if (!settled) return waiting('A tolerance class is refused; choose another.')

  const { shaftClass, housingClass } = settled
  const { from, byFit, clearance } = clearanceLeft(station, answers, row, group, settled)
  const c = clearance?.values ?? null
  const asPair = playsAsPair(row, set)
  const { hero, verdict } = row.boreTaper
    ? driveUpFigures(station, answers, row, group)
    : asPair
      ? pairFigures(station, answers, row, settled)
      : { hero: clearanceHero(station, clearance), verdict: verdictOf(row, c, from, byFit) }
  seatFigures(station, row, settled, recommended)
  bothMeasured(station, answers, row, settled, slides, record)
  abutmentFigures(station, answers, row, settled.hold === 'fit')
  const outerHot = hotFits(station, answers, row, duty, settled)
  const creepMarginUm = creepMargin(station, answers, row, duty, settled, group)
  if (c)
    station.figure('shareBelowZero', 'Assemblies that run without clearance', c.shareBelowZero * 100, 'ratio', clearance, {
      decimals: 0,
      note: 'of 100',
    })
  freeRing(station, answers, row, slides, settled, outerHot)
  if (!asPair) askClearance(station, row, from, group)
  const closed = station.close(
    `${recommended.values.shaftReason} ${recommended.values.housingReason}`,
    verdict,
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
