import { rollsOnBalls, type Family } from '../catalogue/families.js'
import { Sheet, inRange, type Result } from '../result.js'
import { HOUSING_LADDER, LOAD_BANDS, SHAFT_ROWS, type LoadBand, type LoadBands, type ShaftColumn } from './recommend-tables.js'

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
  loadBands?: LoadBands
}

export interface RecommendInput {
  family: Family
  boreMm: number
  outsideMm: number
  innerRingLoad: RingLoad
  outerRingLoad: RingLoad
  loadRatio: number
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

/** Shaft class for a ring swept by the load, with the nearest row where the table has a gap. */
function sweptShaft(family: Family, boreMm: number, band: LoadBand, sheet: Sheet): string {
  const column = columnOf(family)
  const { rows, fromMm, lastIsOpen } = SHAFT_ROWS[column][band]
  const row = rows.find(([end]) => boreMm <= end) ?? rows[rows.length - 1]!
  if (boreMm <= fromMm) sheet.assume(`The table for ${band} load starts above ${fromMm} mm bore; its first row, ${row[1]}, was taken.`)
  if (!lastIsOpen && boreMm > rows[rows.length - 1]![0])
    sheet.assume(`The table for ${band} load ends at ${rows[rows.length - 1]![0]} mm bore; its last row, ${row[1]}, was taken.`)
  if (column === 'spherical' && band === 'light')
    sheet.assume('There is no row of its own for light load on this type; the row for normal load was taken.')
  if (column === 'spherical' && band === 'heavy' && boreMm > 70 && boreMm <= 100)
    sheet.assume('Another school keeps n6 up to 100 mm bore at heavy load.')
  // Clearance of these is set at assembly, so the coarser grade serves.
  if (family === 'angular-contact-ball' || family === 'tapered-roller') return row[1].replace(/^([km])5$/, '$16')
  return row[1]
}

function shaftSeat(input: RecommendInput, band: LoadBand, sheet: Sheet): [string, string] {
  const { family, boreMm, innerRingLoad, options = {} } = input
  if (options.sleeve) return ['h9', 'An adapter or withdrawal sleeve grips the shaft; h9 with form inside IT5 is enough.']
  if (family === 'insert-ball') {
    sheet.assume('Insert bearings sit on h6 at high, h7 at usual and h8 at low speed; h7 was taken.')
    return ['h7', 'An insert bearing is held by its screws or collar on a sliding seat.']
  }
  if (family === 'thrust-ball' || family === 'thrust-spherical-roller')
    return ['j6', 'A purely axial load asks the seat only to centre the washer.']
  if (innerRingLoad === 'stationary') {
    return options.innerMustSlide
      ? ['g6', 'The load stands still on the inner ring and the ring must slide along the shaft.']
      : ['h6', 'The load stands still on the inner ring, so it does not creep and may sit light.']
  }
  if (options.innerMustSlide) {
    sheet.caution(
      'stop',
      'inner-must-slide',
      'The load sweeps the inner ring: a fit loose enough to slide would creep and wear the shaft. Let the outer ring slide, or take a type that moves inside.',
      innerRingLoad,
    )
  }
  if (options.hollowShaft)
    sheet.caution(
      'caution',
      'hollow-shaft',
      'The table is for a solid shaft; a hollow one gives way and holds the ring less. Check the grip against creep before settling on this class.',
    )
  const name = sweptShaft(family, boreMm, band, sheet)
  const why = innerRingLoad === 'rotating' ? 'The load sweeps the inner ring' : 'It is not known where the load stands on the inner ring'
  const precise = options.precise && !name.startsWith('p') && !name.startsWith('r') ? name.replace('6', '5') : name
  return [precise, `${why}, ${BAND_WORDS[band]} for its rating, so it must sit tight.`]
}

function stepTighter(name: string): string {
  const i = HOUSING_LADDER.indexOf(name as 'H7')
  return i < 0 ? name : HOUSING_LADDER[Math.min(i + 1, HOUSING_LADDER.length - 1)]!
}

function housingSeat(input: RecommendInput, band: LoadBand, sheet: Sheet): [string, string] {
  const { outerRingLoad, options = {}, family } = input
  if (family === 'thrust-ball') return ['H8', 'The housing washer of a thrust ball bearing needs play all round.']
  let name: string
  let why: string
  if (outerRingLoad === 'stationary') {
    name = options.heatThroughShaft ? 'G7' : 'H7'
    why = options.heatThroughShaft
      ? 'The load stands still on the outer ring, and heat through the shaft makes the ring grow in its housing.'
      : 'The load stands still on the outer ring, so it may slide in the housing.'
    if (!options.heatThroughShaft) sheet.assume('H8 serves as well for plain duty.')
    if (options.precise && !options.heatThroughShaft) name = options.outerMustSlide ? 'H6' : 'JS6'
  } else if (outerRingLoad === 'indeterminate') {
    name = options.outerMustSlide ? 'J7' : band === 'heavy' ? 'M7' : 'K7'
    why = 'It is not known where the load stands on the outer ring.'
    if (options.precise && !options.outerMustSlide) name = 'K6'
  } else {
    name = band === 'heavy' || options.thinWall ? 'P7' : band === 'normal' ? 'N7' : 'M7'
    why = 'The load sweeps the outer ring, so it must sit tight in the housing.'
    if (options.outerMustSlide) {
      sheet.caution(
        'stop',
        'outer-must-slide',
        'The load sweeps the outer ring: it cannot both sit tight and slide. Use a type that moves inside for the free end.',
        outerRingLoad,
      )
    }
  }
  const softer = options.lightAlloy || (options.thinWall && outerRingLoad !== 'rotating')
  if (softer) {
    name = stepTighter(name)
    why += ` ${options.lightAlloy ? 'A light alloy housing' : 'A thin wall'} takes one step tighter.`
  }
  const tighterThanSplit = HOUSING_LADDER.indexOf(name as 'H7') > HOUSING_LADDER.indexOf('J7') || name === 'K6'
  if (options.split && tighterThanSplit) {
    sheet.caution(
      'caution',
      'split-housing',
      `A split housing must not pinch the ring: ${name} was eased to J7. If the load really sweeps the outer ring, use a housing in one piece.`,
      name,
    )
    name = 'J7'
    why += ' Split housings take no class tighter than J7.'
  }
  return [name, why]
}

/**
 * Tolerance classes for shaft and housing seat from load case, load, size and build.
 * Range: bore 0.6 to 500 mm, P/C 0 to 1. Rows the table does not hold take the nearest, said as an assumption.
 * Source: engineering practice (seat tables in common use; ISO 286 classes); two schools of load bands.
 */
export function recommendFit(input: RecommendInput): Result<RecommendValues> {
  inRange('boreMm', input.boreMm, 0.6, 500, 'mm')
  inRange('outsideMm', input.outsideMm, input.boreMm, 1000, 'mm', true)
  inRange('loadRatio', input.loadRatio, 0, 1)
  const sheet = new Sheet()
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
    const silent = new Sheet()
    const [otherShaft] = shaftSeat(input, otherBand, silent)
    const [otherHousing] = housingSeat(input, otherBand, silent)
    if (otherShaft !== shaftClass || otherHousing !== housingClass) {
      sheet.caution(
        'note',
        'bands-part',
        `The two schools of load bands part here: bands ${otherBands} call this load ${otherBand} and give ${otherShaft} / ${otherHousing}.`,
        input.loadRatio,
      )
    }
  }
  return sheet.result({ shaftClass, housingClass, shaftReason, housingReason, loadBand: band })
}
