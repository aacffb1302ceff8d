import type { Bearing } from '../catalogue/catalogue.js'
import { groupMark, type ClearanceGroup } from '../fits/clearance-group.js'
import type { FitSeat } from './stations/fit.js'
import type { HeatingValues } from '../mounting/temperatures.js'
import { q, typed, type Quantity } from '../units/quantities.js'
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
  group: ClearanceGroup | null
  shaft: FitSeat
  housing: FitSeat
  /** How the ring gets onto its seat. */
  moving: PlanStep[]
  /** It stands against a shoulder, which is felt all round. */
  shoulder: boolean
}

export interface MovingInput {
  row: Bearing
  method: MountMethod
  forceN: number | null
  heat: HeatingValues
  limitC: number
  chillToC: number
}

/** A pressed ring that needs half as much again as reckoned is jammed or tilted. Engineering practice. */
const FORCE_MARGIN = 1.5
/** A feeler of 0.03 mm must not go in anywhere between ring and shoulder. Engineering practice. */
const SHOULDER_GAP_MM = 0.03

function seatField(key: string, label: string, seat: FitSeat): PlanField {
  return {
    key,
    label,
    kind: 'number',
    quantity: 'length',
    decimals: 3,
    min: seat.sizeMm + seat.seatLowerUm / 1000,
    max: seat.sizeMm + seat.seatUpperUm / 1000,
  }
}

/** A ring heated to its limit may be this much under it when it is measured, K. Engineering practice. */
const UNDER_LIMIT_K = 5

/** How a ring that its fit will hold gets onto its seat: by press, heat or chilled shaft. Source: engineering practice. */
export function movingSteps(input: MovingInput): PlanStep[] {
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
        title: `Heat the bearing to ${q(heat.setC, 'temperature')}`,
        doing: 'Lay everything out first. Measure at the inner ring with a contact probe; shiny steel fools an infrared reading.',
        tool: 'bearing heater, contact probe',
        fields: [
          {
            key: 'ringC',
            label: 'Temperature of the inner ring',
            kind: 'number',
            quantity: 'temperature',
            min: heat.withinLimit ? heat.ringTemperatureC : limitC - UNDER_LIMIT_K,
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

/** An insert bearing slides onto its shaft and is locked there; it is never pressed or driven. Source: engineering practice. */
export function slidingSteps(hold: 'screws' | 'collar'): PlanStep[] {
  const restsOn = ['identify.designation', 'fit.shaftClass']
  return [
    {
      key: 'slide',
      title: 'Slide it onto the shaft',
      doing:
        'By hand, with its housing, as far as the drawing says. If it will not slide, dress the shaft; never drive or press it, the blow goes through the balls.',
      tool: 'hands, fine file',
      fields: [{ key: 'slides', label: 'Slides to its place by hand', kind: 'check', quantity: 'text' }],
      restsOn,
    },
    hold === 'screws'
      ? {
          key: 'lock',
          title: 'Bolt the housing, then tighten the screws',
          doing:
            'Turn the shaft by hand while the housing is bolted, so that the insert finds its own line. Then both screws in turn, to the torque of the housing’s sheet.',
          tool: 'torque key',
          fields: [{ key: 'torqued', label: 'Both screws at their torque', kind: 'check', quantity: 'text' }],
          restsOn,
        }
      : {
          key: 'lock',
          title: 'Bolt the housing, then lock the collar',
          doing:
            'Turn the collar in the direction in which the shaft turns until it grips, knock it tight with a drift in its hole, then its screw. Not for shafts that reverse.',
          tool: 'drift, hammer, hexagon key',
          fields: [{ key: 'locked', label: 'Collar locked in the direction of turning', kind: 'check', quantity: 'text' }],
          caution: 'Eye protection for every blow.',
          restsOn,
        },
  ]
}

/** The ordered steps from isolation to the first free turn. Source: engineering practice, see docs/methods.md. */
export function mountingPlan(input: PlanInput): PlanStep[] {
  const { row, group, shaft, housing, moving } = input
  const name = `${typed(row.designation)}${group && group !== 'N' ? ` ${groupMark(group)}` : ''}`
  const bore: PlanStep = {
    key: 'bore',
    title: `Measure the housing seat, ${row.outsideMm} ${housing.toleranceClass}`,
    doing: 'Clean the bore. Two planes, four directions; write down the mean.',
    tool: 'bore gauge, zero checked',
    fields: [seatField('boreMm', 'Housing seat diameter', housing)],
    restsOn: ['identify.designation', 'fit.housingClass'],
  }
  const shoulder: PlanStep = {
    key: 'shoulder',
    title: 'Feel all round the shoulder',
    doing: `After cooling to room temperature. A feeler of ${q(SHOULDER_GAP_MM, 'gap')} must not go in anywhere; tighten the nut again.`,
    tool: 'feeler gauge',
    fields: [{ key: 'gapMm', label: 'Largest gap at the shoulder', kind: 'number', quantity: 'gap', min: 0, max: SHOULDER_GAP_MM }],
    restsOn: ['identify.designation'],
  }
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
      title: `Measure the shaft seat, ${shaft.sizeMm} ${shaft.toleranceClass}`,
      doing: 'Clean and deburr. Two planes, four directions; write down the mean. Let shaft and micrometer reach the same temperature.',
      tool: 'outside micrometer, zero checked',
      fields: [seatField('seatMm', 'Shaft seat diameter', shaft)],
      restsOn: ['identify.designation', 'fit.shaftClass'],
    },
    ...(housing.grip ? [bore] : []),
    {
      key: 'unpack',
      title: `Unpack ${name} and read its marking`,
      doing: 'Only now. Do not wash it, do not blow it out. The number and the clearance mark must be what the card says.',
      tool: 'clean hands or gloves',
      fields: [{ key: 'marking', label: 'Marking as read', kind: 'text', quantity: 'text' }],
      caution: row.massKg > 25 ? `Over ${q(25, 'mass', 0)}: use lifting gear.` : undefined,
      restsOn: ['identify.designation'],
    },
    ...moving,
    ...(input.shoulder ? [shoulder] : []),
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
