import type { BoreTaper } from '../bearing/bearing.js'
import { isThrust, rollsOnBalls, type Family } from '../bearing/families.js'
import { Derivation, inRange, type Result } from '../result.js'
import type { Accuracy } from '../tolerances/ring.js'
import {
  HOUSING_LADDER,
  LOAD_BANDS,
  PRECISION_SEATS,
  SHAFT_ROWS,
  THRUST_SPHERICAL_ROWS,
  type LoadBand,
  type LoadBands,
  type ShaftColumn,
} from './recommend-tables.js'

/** Seats as true as a bearing of class 5 or 4, and why; null for any other. */
function precision({ accuracy, family }: RecommendInput) {
  const seats = isThrust(family) ? undefined : PRECISION_SEATS[accuracy ?? 'normal']
  return seats
    ? { seats, why: `A bearing of class ${accuracy} (P${accuracy}) takes the shape of its seat, so that is made as true.` }
    : null
}

export const RING_LOADS = ['rotating', 'stationary', 'indeterminate'] as const
export type RingLoad = (typeof RING_LOADS)[number]

export interface FitOptions {
  outerMustSlide?: boolean
  innerMustSlide?: boolean
  split?: boolean
  thinWall?: boolean
  lightAlloy?: boolean
  hollowShaft?: boolean
  heatThroughShaft?: boolean
  precise?: boolean
  sleeve?: boolean
  /** Long inner ring, bore J7, that slides onto a plain shaft and is kept by a pin. */
  pinned?: boolean
  /** The bore sits on a taper of the shaft itself, without a sleeve. */
  directTaper?: BoreTaper
  /** Needle roller bearing with an outer ring drawn from sheet, running on the shaft. */
  drawnCup?: boolean
  /** The bearing carries axial load only. */
  axialOnly?: boolean
  loadBands?: LoadBands
  /** Nothing turns: that no ring is swept, or both, is no slip. */
  atRest?: boolean
}

export interface RecommendInput {
  family: Family
  boreMm: number
  outsideMm: number
  innerRingLoad: RingLoad
  outerRingLoad: RingLoad
  loadRatio: number
  /** Class of the bearing; left out: normal. */
  accuracy?: Accuracy
  options?: FitOptions
}

export interface RecommendValues {
  shaftClass: string
  housingClass: string
  shaftReason: string
  housingReason: string
  loadBand: LoadBand
}

const SOURCE = 'engineering practice: seat class by load, see docs/methods.md'
const BAND_WORDS: Record<LoadBand, string> = { light: 'light', normal: 'normal', heavy: 'heavy' }

function bandOf(family: Family, ratio: number, bands: LoadBands): LoadBand {
  const [light, normal] = LOAD_BANDS[bands][rollsOnBalls(family) ? 'ball' : 'roller']
  return ratio <= light ? 'light' : ratio <= normal ? 'normal' : 'heavy'
}

function columnOf(family: Family): ShaftColumn {
  if (rollsOnBalls(family)) return 'ball'
  return family === 'spherical-roller' || family === 'toroidal-roller' ? 'spherical' : 'cylindrical'
}

/** The row of a size; beyond the last one that stands. */
function rowFor<R extends readonly [number, string]>(rows: readonly R[], sizeMm: number): R {
  return rows.find(([end]) => sizeMm <= end) ?? rows[rows.length - 1]!
}

/** Shaft class for a ring swept by the load, with the nearest row where the table has a gap. */
function sweptShaft(family: Family, boreMm: number, band: LoadBand, sheet: Derivation): string {
  const column = columnOf(family)
  // The heavy rows are for large rings: on a small one they would stretch it further than it stands.
  const small = boreMm <= SHAFT_ROWS[column][band].fromMm
  if (small)
    sheet.assume(`The row for ${band} load begins above ${SHAFT_ROWS[column][band].fromMm} mm bore; that for normal load was taken.`)
  const { rows, lastIsOpen } = SHAFT_ROWS[column][small ? 'normal' : band]
  const row = rowFor(rows, boreMm)
  if (!lastIsOpen && boreMm > rows[rows.length - 1]![0])
    sheet.assume(`The table for ${band} load ends at ${rows[rows.length - 1]![0]} mm bore; its last row, ${row[1]}, was taken.`)
  if (column === 'spherical' && band === 'light')
    sheet.assume('There is no row of its own for light load on this type; the row for normal load was taken.')
  if (column === 'spherical' && band === 'heavy' && boreMm > 70 && boreMm <= 100)
    sheet.assume('Another school keeps n6 up to 100 mm bore at heavy load.')
  // Clearance of these is set at assembly, so the coarser grade serves.
  if (family === 'angular-contact-ball' || family === 'four-point-ball' || family === 'tapered-roller')
    return row[1].replace(/^([km])5$/, '$16')
  return row[1]
}

function shaftSeat(input: RecommendInput, band: LoadBand, sheet: Derivation): [string, string] {
  const { family, boreMm, innerRingLoad, options = {} } = input
  if (options.directTaper)
    return [
      `taper ${options.directTaper}`,
      'The bore sits on the taper of the shaft itself: how far it is driven up decides its grip, checked with blue on at least 80 % of its face.',
    ]
  if (options.pinned)
    return ['h8', 'The long inner ring is bored to J7 and slides onto a plain shaft: a pin in its slot keeps it, not a grip.']
  if (options.sleeve) return ['h9', 'An adapter or withdrawal sleeve grips the shaft; h9 with form inside IT5 is enough.']
  if (family === 'insert-ball') {
    sheet.assume('Insert bearings sit on h6 at high, h7 at usual and h8 at low speed; h7 was taken.')
    return ['h7', 'An insert bearing is held by its screws or collar on a sliding seat.']
  }
  if (options.drawnCup) {
    sheet.assume('h6 serves as well where the shaft need not run true; harden and grind it as a raceway either way.')
    return ['h5', 'The shaft is the raceway: hardened, ground and round.']
  }
  if ((isThrust(family) && family !== 'thrust-spherical-roller') || options.axialOnly)
    return [boreMm > 250 ? 'js6' : 'j6', 'A purely axial load asks the seat only to centre the ring.']
  if (family === 'thrust-spherical-roller')
    return innerRingLoad === 'stationary'
      ? [boreMm > 250 ? 'js6' : 'j6', 'The load stands still on the shaft washer, so it need only be centred.']
      : [rowFor(THRUST_SPHERICAL_ROWS, boreMm)[1], 'The radial share of the load sweeps the shaft washer, so it must sit tight.']
  const precise = precision(input)
  if (precise) return [innerRingLoad === 'stationary' ? precise.seats.standing : precise.seats.swept[band], precise.why]
  if (innerRingLoad === 'stationary') {
    return options.innerMustSlide
      ? ['g6', 'The load stands still on the inner ring and the ring must slide along the shaft.']
      : ['h6', 'The load stands still on the inner ring, so it does not creep and may sit light.']
  }
  if (options.innerMustSlide) {
    sheet.caution('stop', 'inner-must-slide', {}, innerRingLoad)
  }
  if (options.hollowShaft) sheet.caution('caution', 'hollow-shaft')
  const name = sweptShaft(family, boreMm, band, sheet)
  const why = innerRingLoad === 'rotating' ? 'The load sweeps the inner ring' : 'It is not known where the load stands on the inner ring'
  const finer = options.precise && !name.startsWith('p') && !name.startsWith('r') ? name.replace('6', '5') : name
  return [finer, `${why}, ${BAND_WORDS[band]} for its rating, so it must sit tight.`]
}

function stepTighter(name: string): string {
  const i = HOUSING_LADDER.indexOf(name as 'H7')
  return i < 0 ? name : HOUSING_LADDER[Math.min(i + 1, HOUSING_LADDER.length - 1)]!
}

/** A drawn cup is as round and as large as its housing makes it. Engineering practice. */
function drawnCupSeat(options: FitOptions, sheet: Derivation): [string, string] {
  const name = options.lightAlloy ? 'R6' : 'N6'
  sheet.assume(`${options.lightAlloy ? 'R7' : 'N7'} serves as well where the run need not be true.`)
  sheet.caution('note', 'ring-gauge')
  return [name, `A drawn cup is held by press fit alone${options.lightAlloy ? ', in light alloy a tighter one' : ''}.`]
}

/** H8 holds a ring well enough where nothing asks for more. Engineering practice. */
function plainDuty({ family, options = {} }: RecommendInput, band: LoadBand): boolean {
  const { precise, heatThroughShaft, lightAlloy, thinWall, outerMustSlide } = options
  const demanding = precise || heatThroughShaft || lightAlloy || thinWall || outerMustSlide
  return !demanding && band !== 'heavy' && !isThrust(family) && family !== 'tapered-roller' && family !== 'angular-contact-ball'
}

function housingSeat(input: RecommendInput, band: LoadBand, sheet: Derivation): [string, string] {
  const { outerRingLoad, options = {}, family } = input
  if (options.drawnCup) return drawnCupSeat(options, sheet)
  if (family === 'thrust-needle-roller') return ['H9', 'Needles in a cage are guided by the shaft; the housing leaves play all round.']
  if (family === 'thrust-cylindrical-roller') return ['H7', 'The housing washer of a thrust cylindrical roller bearing has a little play.']
  if (family === 'thrust-ball') return ['H8', 'The housing washer of a thrust ball bearing needs play all round.']
  if (options.axialOnly) return ['H8', 'Under axial load alone the ring stays free all round; something else must centre the shaft.']
  const precise = options.split ? null : precision(input)
  if (precise) {
    const { free, held, rollers, outerSwept } = precise.seats
    return [
      outerRingLoad === 'rotating' ? outerSwept : options.outerMustSlide ? free : family === 'cylindrical-roller' ? rollers : held,
      precise.why,
    ]
  }
  let name: string
  let why: string
  if (outerRingLoad === 'stationary') {
    name = options.heatThroughShaft ? 'G7' : 'H7'
    why = options.heatThroughShaft
      ? 'The load stands still on the outer ring, and heat through the shaft makes the ring grow in its housing.'
      : 'The load stands still on the outer ring, so it may slide in the housing.'
    if (plainDuty(input, band)) sheet.assume('H8 serves as well: light to normal load, an ordinary wall, no wish to run true.')
    if (options.precise && !options.heatThroughShaft) name = options.outerMustSlide ? 'H6' : 'JS6'
  } else if (outerRingLoad === 'indeterminate') {
    name = options.outerMustSlide ? 'J7' : band === 'heavy' ? 'M7' : 'K7'
    why = 'It is not known where the load stands on the outer ring.'
    if (options.precise && !options.outerMustSlide) name = 'K6'
  } else {
    name = band === 'heavy' || options.thinWall ? 'P7' : band === 'normal' ? 'N7' : 'M7'
    why = 'The load sweeps the outer ring, so it must sit tight in the housing.'
    if (options.outerMustSlide) {
      sheet.caution('stop', 'outer-must-slide', {}, outerRingLoad)
    }
  }
  const softer = options.lightAlloy || (options.thinWall && outerRingLoad !== 'rotating')
  if (softer) {
    name = stepTighter(name)
    why += ` ${options.lightAlloy ? 'A light alloy housing' : 'A thin wall'} takes one step tighter.`
  }
  const tighterThanSplit = HOUSING_LADDER.indexOf(name as 'H7') > HOUSING_LADDER.indexOf('J7') || name === 'K6'
  if (options.split && tighterThanSplit) {
    sheet.caution('caution', 'split-housing', { name }, name)
    name = 'J7'
    why += ' Split housings take no class tighter than J7.'
  }
  return [name, why]
}

/** A load sweeps one ring or the other: both still or both swept is a slip, unless the load is not known. */
function askWhichRing({ innerRingLoad, outerRingLoad, options }: RecommendInput, sheet: Derivation): void {
  if (options?.atRest || innerRingLoad !== outerRingLoad || innerRingLoad === 'indeterminate') return
  const still = innerRingLoad === 'stationary'
  sheet.caution('caution', still ? 'both-rings-still' : 'both-rings-swept', {}, innerRingLoad)
}

/**
 * Tolerance classes for shaft and housing seat from load case, load, size and build.
 * Range: bore 0.6 to 500 mm, P/C 0 to 1. Rows the table does not hold take the nearest, said as an assumption.
 * Source: engineering practice (seat tables in common use; ISO 286 classes); two schools of load bands.
 * @throws InputError outside these ranges
 */
export function recommendFit(input: RecommendInput): Result<RecommendValues> {
  inRange('boreMm', input.boreMm, 0.6, 500, 'mm')
  inRange('outsideMm', input.outsideMm, input.boreMm, 1000, 'mm', true)
  inRange('loadRatio', input.loadRatio, 0, 1)
  const sheet = new Derivation()
  askWhichRing(input, sheet)
  const bands = input.options?.loadBands ?? '0.06-0.12'
  const band = bandOf(input.family, input.loadRatio, bands)
  const [shaftClass, shaftReason] = shaftSeat(input, band, sheet)
  const [housingClass, housingReason] = housingSeat(input, band, sheet)
  sheet.step('P/C', 'load band', `bands ${bands}`, `P/C = ${input.loadRatio.toFixed(3)}`, band, '', SOURCE)
  sheet.step(
    'shaft',
    'shaft seat class',
    'table',
    `bore ${input.boreMm} mm, inner ring load ${input.innerRingLoad}, ${band}`,
    shaftClass,
    '',
    SOURCE,
  )
  sheet.step(
    'housing',
    'housing seat class',
    'table',
    `outside ${input.outsideMm} mm, outer ring load ${input.outerRingLoad}, ${band}`,
    housingClass,
    '',
    SOURCE,
  )

  const otherBands: LoadBands = bands === '0.06-0.12' ? '0.07-0.15' : '0.06-0.12'
  const otherBand = bandOf(input.family, input.loadRatio, otherBands)
  if (otherBand !== band) {
    const silent = new Derivation()
    const [otherShaft] = shaftSeat(input, otherBand, silent)
    const [otherHousing] = housingSeat(input, otherBand, silent)
    if (otherShaft !== shaftClass || otherHousing !== housingClass) {
      sheet.caution('note', 'bands-part', { otherBands, otherBand, otherShaft, otherHousing }, input.loadRatio)
    }
  }
  return sheet.result({ shaftClass, housingClass, shaftReason, housingReason, loadBand: band })
}
