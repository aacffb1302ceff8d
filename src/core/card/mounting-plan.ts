import type { Bearing } from '../catalogue/catalogue.js'
import { compareMarking, compareName, type ExpectedMarking } from '../identify/expected.js'
import { formOf } from '../catalogue/construction-forms.js'
import { clearanceFrom, groupMark, type ClearanceGroup } from '../fits/clearance-group.js'
import type { FitSeat } from './stations/fit-seats.js'
import type { HeatingValues } from '../mounting/temperatures.js'
import { q, typed, type Quantity } from '../units/quantities.js'
import type { MountMethod } from './answers.js'
import { ALONE, type SetOfBearings } from '../life/set-of-bearings.js'

/** A field to fill at a step, with the range that lets the plan go on. */
export interface PlanField {
  key: string
  label: string
  kind: 'number' | 'text' | 'check'
  quantity: Quantity
  decimals?: number
  min?: number
  max?: number
  /** What should be read: a marking piece by piece, or a name. */
  expects?: { marking: ExpectedMarking } | { name: string }
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
  /** What the kind asks once it stands there: setting against a partner. */
  behind?: readonly PlanStep[]
  set?: SetOfBearings
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

/** A seat to measure, with the limits of its class. */
export function seatField(key: string, label: string, seat: FitSeat): PlanField {
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

/** What should be read on the ring; a clearance mark only where the clearance is bought and not set. */
const expectedOf = (row: Bearing, group: ClearanceGroup | null): ExpectedMarking => ({
  designation: row.designation,
  group: clearanceFrom(row) === 'table' && formOf(row).innerRing !== false ? group : null,
})

/** Number and clearance mark as they should stand on the ring. */
export const markedName = (row: Bearing, group: ClearanceGroup | null) =>
  `${typed(row.designation)}${group && group !== 'N' ? ` ${groupMark(group)}` : ''}`

/** The ordered steps from isolation to the first free turn. Source: engineering practice, see docs/methods.md. */
export function mountingPlan(input: PlanInput): PlanStep[] {
  const { row, group, shaft, housing, moving, set = ALONE } = input
  const name = markedName(row, group)
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
    isolateStep(),
    {
      key: 'seat',
      title: `Measure the shaft seat, ${shaft.sizeMm} ${shaft.toleranceClass}`,
      doing: 'Clean and deburr. Two planes, four directions; write down the mean. Let shaft and micrometer reach the same temperature.',
      tool: 'outside micrometer, zero checked',
      fields: [seatField('seatMm', 'Shaft seat diameter', shaft)],
      restsOn: ['identify.designation', 'fit.shaftClass'],
    },
    ...(housing.grip ? [bore] : []),
    unpackStep(name, row.massKg, set, expectedOf(row, group)),
    ...(set.count > 1 ? [orderStep(set)] : []),
    ...moving,
    ...(input.shoulder ? [shoulder] : []),
    ...(input.behind ?? []),
    turnStep(['fit.clearance']),
  ]
}

/** A short plan: isolation, unpacking, what the kind asks, the free turn. */
export function shortPlan(
  of: { row: Bearing; group: ClearanceGroup | null } | { unlisted: string },
  set: SetOfBearings,
  between: readonly PlanStep[],
): PlanStep[] {
  const listed = 'row' in of
  const name = listed ? markedName(of.row, of.group) : typed(of.unlisted)
  const expected = listed ? expectedOf(of.row, of.group) : { designation: of.unlisted, group: null }
  return [
    isolateStep(),
    unpackStep(name, listed ? of.row.massKg : 0, set, expected),
    ...(set.count > 1 ? [orderStep(set)] : []),
    ...between,
    turnStep([]),
  ]
}

function isolateStep(): PlanStep {
  return {
    key: 'isolate',
    title: 'Isolate, lock and tag the machine',
    doing: 'Follow the local rules and the machine maker’s manual. Try to start it: it must not.',
    tool: 'lock, tag',
    fields: [{ key: 'tried', label: 'Tried to start: stays still', kind: 'check', quantity: 'text' }],
    caution: 'No hands go in before the lock is on and the shaft cannot turn.',
    restsOn: [],
  }
}

function unpackStep(name: string, massKg: number, set: SetOfBearings, expected: ExpectedMarking | null): PlanStep {
  return {
    key: 'unpack',
    title: `Unpack ${set.count > 1 ? `the set of ${set.count} ` : ''}${name} and read ${set.count > 1 ? 'each' : 'its'} marking`,
    doing: 'Only now. Do not wash it, do not blow it out. The number and the clearance mark must be what the card says.',
    tool: 'clean hands or gloves',
    fields: markingFields(set.count, expected),
    caution: massKg > 25 ? `Over ${q(25, 'mass', 0)}: use lifting gear.` : undefined,
    restsOn: ['identify.designation'],
  }
}

function turnStep(restsOn: string[]): PlanStep {
  return {
    key: 'turn',
    title: 'Turn by hand',
    doing: 'It must turn freely, without catching, and the outer ring must seat.',
    tool: 'hand',
    fields: [{ key: 'free', label: 'Turns freely', kind: 'check', quantity: 'text' }],
    restsOn,
  }
}

/** One marking to read a bearing. */
function markingFields(count: number, expected: ExpectedMarking | null): PlanField[] {
  const of = (i: number) => (count === 1 ? 'Marking as read' : `Marking of bearing ${i + 1}`)
  return Array.from({ length: count }, (_, i) => ({
    key: i ? `marking${i + 1}` : 'marking',
    label: of(i),
    kind: 'text',
    quantity: 'text',
    ...(expected && { expects: { marking: expected } }),
  }))
}

const FACING = {
  single: '',
  'back-to-back': 'back to back: the wide faces of the outer rings together',
  'face-to-face': 'face to face: the narrow faces of the outer rings together',
  tandem: 'in tandem: all facing the same way, against the thrust',
} as const

/** The bearings of a set lie in the order and the way round in which they go on. */
function orderStep({ arrangement }: SetOfBearings): PlanStep {
  return {
    key: 'order',
    title: 'Lay the set out in its order',
    doing: `By the marks across the outer rings, ${FACING[arrangement]}. Bearings of one set only; the high spots of the rings in one line.`,
    tool: 'clean bench, marks of the set',
    fields: [{ key: 'ordered', label: 'Marks in line, faced as the drawing says', kind: 'check', quantity: 'text' }],
    restsOn: ['identify.designation'],
  }
}

export type FieldState = 'missing' | 'good' | 'outside'

type Expects = NonNullable<PlanField['expects']>

const asExpected = (expects: Expects, text: string): boolean =>
  'name' in expects
    ? compareName(expects.name, text) === 'same'
    : compareMarking(expects.marking, text).every((p) => p.state === 'same' || (p.piece === 'letters' && p.state === 'not-read'))

const STATE_WORDS = { same: 'same', differs: 'differs', 'not-read': 'not read' } as const

/** What was read beside what was wanted, in words; null where nothing is compared or nothing was typed. */
export function comparedWords(field: PlanField, value: unknown): string | null {
  if (!field.expects || typeof value !== 'string' || !value.trim()) return null
  if ('name' in field.expects)
    return compareName(field.expects.name, value) === 'same'
      ? 'As chosen: same.'
      : `Differs: ${typed(field.expects.name)} was chosen at Lubricate.`
  return `${compareMarking(field.expects.marking, value)
    .map(
      (p) =>
        `${p.piece} ${STATE_WORDS[p.state]}${p.state === 'same' ? '' : p.piece === 'letters' ? ` (${typed(p.read)})` : ` (${typed(p.wanted)} wanted, ${typed(p.read)} read)`}`,
    )
    .join(', ')}.`
}

/** Whether an entry lets the plan go on: in its limits, and read as expected. */
export function fieldState(field: PlanField, value: unknown): FieldState {
  if (field.kind === 'check') return value === true ? 'good' : value === false ? 'outside' : 'missing'
  if (field.kind === 'text') {
    if (typeof value !== 'string' || !value.trim()) return 'missing'
    return !field.expects || asExpected(field.expects, value) ? 'good' : 'outside'
  }
  if (typeof value !== 'number') return 'missing'
  // Limits come from sums of decimals; a hundredth of a micrometre is not a verdict.
  const slack = 1e-5
  return value < (field.min ?? -Infinity) - slack || value > (field.max ?? Infinity) + slack ? 'outside' : 'good'
}
