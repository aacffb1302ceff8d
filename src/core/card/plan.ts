import type { Bearing } from '../catalogue/catalogue.js'
import { groupMark, type ClearanceGroup } from '../fits/clearance-group.js'
import type { FitValues } from '../fits/fit.js'
import type { HeatingValues } from '../mounting/temperatures.js'
import { q, type Quantity } from '../units/quantities.js'
import type { MountMethod } from './answers.js'

/** A field to fill at a step, with the range that lets the plan go on. */
export interface PlanField {
  key: string
  label: string
  kind: 'number' | 'text' | 'check'
  quantity: Quantity
  decimals?: number
  min?: number
  max?: number
}

export interface PlanStep {
  key: string
  title: string
  /** What to do, in one or two sentences. */
  doing: string
  tool: string
  fields: PlanField[]
  caution?: string
  /** Why the card does not let it be signed whatever its fields say. */
  hold?: string
  /** Figures the step rests on; when one moves, a signature no longer holds. */
  restsOn: string[]
}

export interface PlanInput {
  row: Bearing
  method: MountMethod
  group: ClearanceGroup | null
  shaft: FitValues & { toleranceClass: string }
  housing: FitValues & { toleranceClass: string }
  forceN: number | null
  heat: HeatingValues
  limitC: number
  chillToC: number
}

/** A pressed ring that needs half as much again as reckoned is jammed or tilted. Engineering practice. */
const FORCE_MARGIN = 1.5
/** A feeler of 0.03 mm must not go in anywhere between ring and shoulder. Engineering practice. */
const SHOULDER_GAP_MM = 0.03

function seatField(key: string, label: string, sizeMm: number, seat: FitValues): PlanField {
  return {
    key,
    label,
    kind: 'number',
    quantity: 'length',
    decimals: 3,
    min: sizeMm + seat.seatLowerUm / 1000,
    max: sizeMm + seat.seatUpperUm / 1000,
  }
}

function movingSteps(input: PlanInput): PlanStep[] {
  const { row, method, forceN, heat, limitC, chillToC } = input
  const bearingFigures = ['identify.designation', 'fit.shaftInterference']
  if (method === 'press') {
    return [
      {
        key: 'press',
        title: 'Press the bearing on, cold',
        doing:
          'Oil the seat thinly. Push on the inner ring only, square, in one go, until it stands against the shoulder. Stop when the force runs away.',
        tool: 'press with gauge, sleeve on the inner ring face',
        fields: [
          {
            key: 'forceN',
            label: 'Largest force seen',
            kind: 'number',
            quantity: 'force',
            decimals: 1,
            min: 0,
            max: (forceN ?? 0) * FORCE_MARGIN,
          },
        ],
        caution: 'Stand clear and shield. Never push through the balls or rollers, never on the cage.',
        restsOn: [...bearingFigures, 'mount.pressForceN'],
      },
    ]
  }
  if (method === 'heat') {
    return [
      {
        key: 'heat',
        title: `Heat the bearing to ${q(heat.setTemperatureC, 'temperature')}`,
        doing: 'Lay everything out first. Measure at the inner ring with a contact probe; shiny steel fools an infrared reading.',
        tool: 'bearing heater, contact probe',
        fields: [
          {
            key: 'ringC',
            label: 'Temperature of the inner ring',
            kind: 'number',
            quantity: 'temperature',
            min: heat.ringTemperatureC,
            max: limitC,
          },
        ],
        caution: `Gloves rated for the heat, no open flame, never above ${q(limitC, 'temperature')}. Keep pacemakers away from an induction heater.`,
        restsOn: [...bearingFigures, 'mount.setTemperatureC'],
      },
      {
        key: 'push',
        title: 'Push it home and hold it',
        doing: 'One straight push against the shoulder; hold until it grips. Nut it home while warm.',
        tool: 'heat-rated gloves, lock nut spanner',
        fields: [],
        caution: `The ring is hot and weighs ${q(row.massKg, 'mass', 1)}. Do not set it down on the way.`,
        restsOn: bearingFigures,
      },
    ]
  }
  return [
    {
      key: 'chill',
      title: `Chill the shaft to ${q(chillToC, 'temperature')}`,
      doing: 'Dry the seat. Cool the whole seat length, then slide the ring on against the shoulder before frost builds up.',
      tool: 'cooling bath, contact probe',
      fields: [
        { key: 'shaftC', label: 'Temperature of the shaft seat', kind: 'number', quantity: 'temperature', min: -196, max: chillToC },
      ],
      caution:
        'Cold burns and displaced air: insulated gloves, face shield, ventilate; never in a pit. Frost becomes water: dry and oil afterwards.',
      restsOn: [...bearingFigures, 'mount.chillClearanceUm'],
    },
  ]
}

/** The ordered steps from isolation to the first free turn. Source: engineering practice, see docs/methods.md. */
export function mountingPlan(input: PlanInput): PlanStep[] {
  const { row, group, shaft, housing } = input
  const name = `${row.designation}${group && group !== 'N' ? ` ${groupMark(group)}` : ''}`
  return [
    {
      key: 'isolate',
      title: 'Isolate, lock and tag the machine',
      doing: 'Follow the local rules and the machine maker’s manual. Try to start it: it must not.',
      tool: 'lock, tag',
      fields: [{ key: 'tried', label: 'Tried to start: stays still', kind: 'check', quantity: 'text' }],
      caution: 'No hands go in before the lock is on and the shaft cannot turn.',
      restsOn: [],
    },
    {
      key: 'seat',
      title: `Measure the shaft seat, ${row.boreMm} ${shaft.toleranceClass}`,
      doing: 'Clean and deburr. Two planes, four directions; write down the mean. Let shaft and micrometer reach the same temperature.',
      tool: 'outside micrometer, zero checked',
      fields: [seatField('seatMm', 'Shaft seat diameter', row.boreMm, shaft)],
      restsOn: ['identify.designation', 'fit.shaftClass'],
    },
    {
      key: 'bore',
      title: `Measure the housing seat, ${row.outsideMm} ${housing.toleranceClass}`,
      doing: 'Clean the bore. Two planes, four directions; write down the mean.',
      tool: 'bore gauge, zero checked',
      fields: [seatField('boreMm', 'Housing seat diameter', row.outsideMm, housing)],
      restsOn: ['identify.designation', 'fit.housingClass'],
    },
    {
      key: 'unpack',
      title: `Unpack ${name} and read its marking`,
      doing: 'Only now. Do not wash it, do not blow it out. The number and the clearance mark must be what the card says.',
      tool: 'clean hands or gloves',
      fields: [{ key: 'marking', label: 'Marking as read', kind: 'text', quantity: 'text' }],
      caution: row.massKg > 25 ? `Over ${q(25, 'mass', 0)}: use lifting gear.` : undefined,
      restsOn: ['identify.designation'],
    },
    ...movingSteps(input),
    {
      key: 'shoulder',
      title: 'Feel all round the shoulder',
      doing: `After cooling to room temperature. A feeler of ${q(SHOULDER_GAP_MM, 'gap')} must not go in anywhere; tighten the nut again.`,
      tool: 'feeler gauge',
      fields: [{ key: 'gapMm', label: 'Largest gap at the shoulder', kind: 'number', quantity: 'gap', min: 0, max: SHOULDER_GAP_MM }],
      restsOn: ['identify.designation'],
    },
    {
      key: 'turn',
      title: 'Turn by hand',
      doing: 'It must turn freely, without catching, and the outer ring must seat.',
      tool: 'hand',
      fields: [{ key: 'free', label: 'Turns freely', kind: 'check', quantity: 'text' }],
      restsOn: ['fit.clearance'],
    },
  ]
}

export type FieldState = 'missing' | 'good' | 'outside'

/** Whether an entry lets the plan go on. */
export function fieldState(field: PlanField, value: unknown): FieldState {
  if (field.kind === 'check') return value === true ? 'good' : value === false ? 'outside' : 'missing'
  if (field.kind === 'text') return typeof value === 'string' && value.trim() ? 'good' : 'missing'
  if (typeof value !== 'number') return 'missing'
  // Limits come from sums of decimals; a hundredth of a micrometre is not a verdict.
  const slack = 1e-5
  return value < (field.min ?? -Infinity) - slack || value > (field.max ?? Infinity) + slack ? 'outside' : 'good'
}
