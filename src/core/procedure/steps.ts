/**
 * Every step that a plan can hold, one row each, wherever it comes from: mounting, cleaning and filling, running in. What it says, asks
 * and uses up stands with its maker in `card/steps/`; its picture in `drawing/step-pictures.ts`. No other list names steps.
 */

export interface StepRow {
  /** When it comes among those of its position; lower comes first. */
  phase?: number
  /** Of several bearings in one housing it is done once: at the first of them, or at the last. */
  once?: 'first' | 'last'
  /** Done once for the whole machine: before anything, or after everything, these in the order of the table. */
  machine?: 'first' | 'last'
  /** It says that no hands are in there any more: it stands on the signature of every step before it, and falls with any of them. */
  seals?: boolean
  /** Every other position of the card is on before it. */
  waitsForAll?: boolean
  /** Its key in a plan, where several ways are one step of the records. */
  key?: string
  /** Its title carries a setting, which is taken along. */
  sets?: boolean
  /** Figures that stand beside it, the one that it turns on first; those of other ways are not there. */
  figures?: readonly string[]
  /** Cautions that speak of this piece of work: once it is signed and holds they have done their duty. */
  ends?: readonly string[]
  /** Seconds count: from the signature of another step or from a reading of its own, by a figure; what is done again when they are over. */
  clock?: { figure: string; again: string } & ({ after: string } | { reading: string })
}

/** What is not named lies between cleaning out and closing. */
const ON = 40
const OUTER_FIGURES = ['mount.outerForceN', 'mount.housingC', 'mount.outerChillUm', 'mount.outerWindowS']
const WARM_HOUSING = ['hot-housing', 'housing-hot']
const COLD_RING = { reading: 'ringToC', figure: 'mount.outerWindowS', again: 'chill' } as const

/** Steps of mounting. */
export const MOUNTING_STEPS = {
  isolate: { phase: 0, machine: 'first' },
  mark: { phase: 20 },
  off: { phase: 20 },
  keep: { phase: 20 },
  base: { once: 'first' },
  seat: {},
  bore: {},
  unpack: { figures: ['mount.dewC'], ends: ['sweats'] },
  suspect: { ends: ['handled-dropped', 'handled-struck', 'handled-wet'] },
  order: {},
  raceway: {},
  arbor: {},
  'shaft-in': { phase: 70 },
  'outer-in': { sets: true, figures: OUTER_FIGURES, ends: WARM_HOUSING, clock: COLD_RING },
  press: { sets: true, figures: ['mount.pressForceN', 'mount.hoopStressMPa'], ends: ['press-shield'] },
  'press-both': { sets: true, figures: ['mount.pressForceN', 'mount.outerForceN'], ends: ['press-shield'] },
  'slide-on': {},
  bond: {},
  heat: {
    sets: true,
    figures: ['mount.setTemperatureC', 'mount.heatMin', 'mount.windowS', 'mount.seatS', 'mount.ringsApartK', 'mount.infraredC'],
  },
  push: {
    figures: ['mount.seatS'],
    ends: ['hot-ring', 'little-room', 'rings-apart', 'rings-squeeze', 'sealed-heat', 'heater-over-limit', 'shine'],
    clock: { after: 'heat', figure: 'mount.windowS', again: 'heat' },
  },
  chill: { sets: true, figures: ['mount.chillClearanceUm', 'mount.windowS'] },
  slip: { ends: ['cold-bearing', 'asphyxiation', 'frost'], clock: { after: 'chill', figure: 'mount.windowS', again: 'chill' } },
  oil: {},
  shoulder: {},
  nut: {},
  'end-plate': { sets: true, figures: ['mount.endBoltNm'] },
  'snap-ring': {},
  sheet: {},
  seats: {},
  mount: {},
  slide: {},
  before: {},
  zero: {},
  drive: {
    sets: true,
    figures: ['fit.reductionUm', 'fit.travelMm', 'fit.nutAngleDeg', 'fit.leastLeftUm'],
    ends: ['taper-hydraulic', 'taper-oil'],
  },
  rest: {},
  swivel: {},
  lock: { figures: ['mount.setScrewNm'] },
  rings: { phase: 50, once: 'last' },
  'inner-cone': { phase: 61 },
  seal: { phase: 62 },
  'hub-on': { phase: 63 },
  'outer-cone': { phase: 64 },
  house: { phase: 70, sets: true, figures: OUTER_FIGURES, ends: WARM_HOUSING, clock: COLD_RING },
  join: { phase: 70 },
  cap: { phase: 70, once: 'last' },
  square: { phase: 70, once: 'last' },
  setting: {
    phase: 80,
    waitsForAll: true,
    figures: ['arrange.pairColdUm', 'arrange.pairShimMm', 'arrange.pairNutDeg', 'arrange.pairLimitsUm'],
  },
  'lock-screws': { phase: 85, key: 'lock' },
  'lock-collar': { phase: 85, key: 'lock' },
  'lock-clamp': { phase: 85, key: 'lock' },
  'lock-pin': { key: 'lock' },
  'nut-lock': { phase: 85 },
  pin: { phase: 85, figures: ['mount.hubSlotUm'] },
  'hub-cap': { phase: 87, once: 'last' },
  cured: { phase: 89 },
  turn: { phase: 90, once: 'last' },
} as const satisfies Readonly<Record<string, StepRow>>

/** Steps of cleaning, filling and draining. */
const FILLING_STEPS = {
  drain: { phase: 10 },
  'clean-out': { phase: 30, ends: ['greases-must-not-mix'] },
  fill: { phase: 60, sets: true, figures: ['lubricate.firstFillG'] },
  'oil-fill': { phase: 88 },
} as const satisfies Readonly<Record<string, StepRow>>

/** Steps of the first run. */
const RUNNING_STEPS = {
  wake: { machine: 'last' },
  guards: { machine: 'last', seals: true },
  'lock-again': { machine: 'last' },
  hot: { machine: 'last', figures: ['runin.pairHotUm'] },
  level: { machine: 'last' },
  'guards-again': { machine: 'last', seals: true },
  release: { machine: 'last', seals: true },
} as const satisfies Readonly<Record<string, StepRow>>

/** Steps that mounting can bring. */
export type StepName = keyof typeof MOUNTING_STEPS
/** Every step there is. */
export type StepKey = StepName | keyof typeof FILLING_STEPS | keyof typeof RUNNING_STEPS

const ALL: Readonly<Record<string, StepRow>> = { ...MOUNTING_STEPS, ...FILLING_STEPS, ...RUNNING_STEPS }
const NOTHING: StepRow = {}

/** The row of a step by its name in a plan; an empty one of what older cards called otherwise. */
export const stepRow = (name: string): StepRow => (Object.hasOwn(ALL, name) ? ALL[name]! : NOTHING)

export const STEP_NAMES = Object.keys(MOUNTING_STEPS) as readonly StepName[]

/** When a step comes among those of its position, by its name in a plan; no unit. Source: the table; engineering practice. */
export const phaseOf = (name: string): number => stepRow(name).phase ?? ON

/** Steps of which something holds, in the order of the table. */
export const stepsThat = (holds: (row: StepRow) => boolean): readonly string[] =>
  Object.entries(ALL).flatMap(([name, row]) => (holds(row) ? [name] : []))
