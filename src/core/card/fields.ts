import { HELD_BY } from '../arrangement/holding.js'
import { PRELOAD_CLASSES } from '../fits/pair-play.js'
import { GROWTH_SCHOOLS, GROWTH_SCHOOL_LABEL } from '../arrangement/growth.js'
import { FAMILIES, FAMILY_LABEL } from '../bearing/families.js'
import { CLEARANCE_GROUPS, groupMark } from '../bearing/clearance.js'
import { REMEDIES, REMEDY_LABEL } from '../fits/seat-options.js'
import { LOAD_BAND_NAMES } from '../fits/recommend-tables.js'
import { INSTRUMENTS, type Instrument } from '../identify/identify.js'
import { CAUSE_LABEL, CAUSE_NAMES } from '../inspection/causes.js'
import { FINDINGS, FINDING_NAMES } from '../inspection/findings.js'
import { GREASE_CLEANLINESS, type GreaseCleanliness } from '../life/modified-life-tables.js'
import { LIFE_SCHOOLS, LIFE_SCHOOL_LABEL, LIFE_TARGETS, LIFE_TARGET_NAMES, SHOCKS, SHOCK_NAMES, type LifeSchool } from '../life/targets.js'
import { MOST_STEPS, type DutyStep } from '../life/duty-spectrum.js'
import { MOST_SOURCES, type LoadSource } from '../loads/line-sources.js'
import type { InsideOil, InsideThickener } from '../lubrication/grease.js'
import { OIL_CODES, OIL_FEEDS, OIL_FEED_LABEL, OIL_VISCOSITY } from '../lubrication/oil-record.js'
import { SCHOOLS, SCHOOL_LABEL } from '../lubrication/regreasing.js'
import { BASE_OILS, CONTAMINATION, MOISTURE, ORIENTATION, THICKENERS } from '../lubrication/tables.js'
import { MATERIALS, MATERIAL_NAMES } from '../materials.js'
import { DRIFTS, DRYINGS, HANDLED } from '../mounting/handling.js'
import {
  STANDS_IN,
  STANDS_IN_LABEL,
  DRIVE_WAYS,
  HEATERS,
  INNER_WAYS,
  OUTER_WAYS,
  SCREW_CLASSES,
  TAKE_OFF_ANSWERS,
  TAKE_OFF_ANSWER_LABEL,
  HUB_LOCKS,
  HUB_LOCK_LABEL,
} from '../mounting/ways.js'
import { MACHINE_CLASSES, type RunReading, type RunStop } from '../runin/run-in.js'
import { SET_SCREW_KEYS, SET_SCREW_KEY_NAMES } from '../mounting/set-screws.js'
import { ACCURACIES } from '../tolerances/ring.js'
import type { Quantity } from '../units/quantities.js'
import { TAKES, TAKES_LABEL } from './takes.js'
import type { Station } from '../procedure/rolling.js'

/**
 * What a person enters on a job card, declared once: from this table come the types, the empty answers, what is accepted
 * over HTTP, how stored answers are read, the fields on screen and the words of a conflict. A new field is one row.
 */

/** Of what an answer speaks: the whole shaft line, one position along it, or one bearing in a position. */
export const LEVELS = ['line', 'position', 'place'] as const
export type Level = (typeof LEVELS)[number]

export type FieldKind =
  'quantity' | 'choice' | 'yes-no' | 'flag' | 'readings' | 'run' | 'stops' | 'findings' | 'loads' | 'spectrum' | 'text' | 'reference'

/** One field. Its value is of type `T`; null stands for "not answered yet". */
export interface Field<T = unknown> {
  level: Level
  kind: FieldKind
  label: string
  /** As on a card on which nothing has been entered. */
  empty: T
  /** Whether null is an answer too. */
  open: boolean
  /** Of quantities and readings, with what a number can mean at all; what is likely is judged by the station. */
  quantity: Quantity
  range: readonly [min: number, max: number]
  /** Of choices and findings: what can be chosen, and the words where they differ from the value. */
  options: readonly string[]
  words: Readonly<Record<string, string>>
  /** Of lists and texts: most elements or characters. */
  most: number
  /** Lead stored values of earlier shapes forward: the first from shape 1 to shape 2, and so on. */
  earlier: readonly ((value: unknown) => unknown)[]
}

type Opening<T> = Pick<Field<T>, 'level' | 'kind' | 'label' | 'empty' | 'open'> & Partial<Field<T>>
const field = <T>(of: Opening<T>): Field<T> => ({ quantity: 'text', range: [0, 0], options: [], words: {}, most: 0, earlier: [], ...of })

/** What a number of a quantity can mean at all, in core units. */
const RANGE = {
  length: [-20_000, 20_000],
  torque: [-1e6, 1e6],
  distance: [-20_000, 20_000],
  gap: [-20_000, 20_000],
  temperature: [-273.15, 2000],
  rise: [-1000, 2000],
  fine: [-10_000, 10_000],
  force: [-1e8, 1e8],
  speed: [-1e6, 1e6],
  hours: [-1e6, 1e6],
  velocity: [-1000, 1000],
  percent: [-1000, 1000],
  sound: [0, 200],
  current: [0, 100_000],
  angle: [0, 360],
  ratio: [0, 10_000],
} as const satisfies Partial<Record<Quantity, readonly [number, number]>>

/** A field that takes a number in core units of its quantity; null while it is open. Source: none. */
export const number = (level: Level, label: string, quantity: keyof typeof RANGE) =>
  field<number | null>({ level, kind: 'quantity', label, empty: null, open: true, quantity, range: RANGE[quantity] })
const numberFrom = (level: Level, label: string, quantity: Quantity, range: readonly [number, number], empty: number) =>
  field<number>({ level, kind: 'quantity', label, empty, open: false, quantity, range })
const choice = <O extends string>(level: Level, label: string, options: readonly O[], words: Readonly<Record<string, string>> = {}) =>
  field<O | null>({ level, kind: 'choice', label, empty: null, open: true, options, words })
const choiceFrom = <O extends string>(
  level: Level,
  label: string,
  options: readonly O[],
  empty: O,
  words: Readonly<Record<string, string>> = {},
) => field<O>({ level, kind: 'choice', label, empty, open: false, options, words })
const yesNo = (level: Level, label: string) => field<boolean | null>({ level, kind: 'yes-no', label, empty: null, open: true })
/** A field that is ticked or not. Source: none. */
export const flag = (level: Level, label: string) => field<boolean>({ level, kind: 'flag', label, empty: false, open: false })
const readings = (level: Level, label: string) =>
  field<number[]>({ level, kind: 'readings', label, empty: [], open: false, quantity: 'length', range: RANGE.length, most: 16 })
const words = (level: Level, label: string, most: number) =>
  field<string | null>({ level, kind: 'text', label, empty: null, open: true, most })
const reference = (level: Level, label: string) => field<number | null>({ level, kind: 'reference', label, empty: null, open: true })

const labels = (rows: readonly { name: string; label: string }[]) => Object.fromEntries(rows.map((r) => [r.name, r.label]))
const labelsOf = (table: Readonly<Record<string, { label: string }>>) =>
  Object.fromEntries(Object.entries(table).map(([k, v]) => [k, v.label]))
const namesOf = <N extends string>(rows: readonly { readonly name: N }[]) => rows.map((r) => r.name)

/** How two bearings that hold a shaft against each other stand. */
export const FACINGS = ['face-to-face', 'back-to-back'] as const
export const SHIM_SIDES = ['opens', 'closes'] as const
export const COUPLED_TO = ['rolling', 'plain'] as const
/** How a feature that cannot be seen was made certain. */
export const EVIDENCE = ['marking', 'paper', 'stores'] as const
export const LOAD_DIRECTIONS = ['still', 'turns', 'unknown'] as const
export const DIRT = ['clean', 'normal', 'dirty', 'wet'] as const
export const CURRENT_PATHS = ['insulated', 'brush', 'none'] as const
export const LUBRICANTS = ['grease', 'oil'] as const
export const FEEDS = ['side', 'centre'] as const
export const FREE_TURNS = ['free', 'catches', 'rough'] as const
export const NOISES = ['quiet', 'changed', 'harsh'] as const

const HELD_BY_WORDS = Object.fromEntries(HELD_BY.map((h) => [h, h === 'free' ? 'nothing, a gap' : h.replace('-', ' ')]))
const GROUP_WORDS = Object.fromEntries(CLEARANCE_GROUPS.map((g) => [g, g === 'N' ? 'CN' : groupMark(g)]))
const ACCURACY_WORDS = {
  '6': 'class 6 (P6)',
  '5': 'class 5 (P5)',
  '4': 'class 4 (P4)',
  'inch-4': 'inch class 4',
  'inch-2': 'inch class 2',
  'inch-3': 'inch class 3',
}
const NOT_KNOWN = { unknown: 'not known' }

// prettier-ignore
export const FIELDS = {
  identify: {
    boreReadingsMm: readings('place', 'Bore readings'),
    outsideReadingsMm: readings('place', 'Outside readings'),
    widthReadingsMm: readings('place', 'Width readings'),
    instrument: choiceFrom<Instrument>('place', 'Measured with', Object.keys(INSTRUMENTS) as Instrument[], 'vernier', { 'bore-gauge': 'bore gauge' }),
    family: choice('place', 'What runs inside', FAMILIES, FAMILY_LABEL),
    designation: words('place', 'Number on ring or paper', 200),
    cone: words('place', 'Marked on the cone', 60),
    cup: words('place', 'Marked on the cup', 60),
    group: choice('place', 'Clearance group', CLEARANCE_GROUPS, GROUP_WORDS),
    groupEvidence: choice('place', 'How is the group known?', EVIDENCE, { marking: 'read on the ring', paper: 'from paper', stores: 'stores record' }),
  },
  duty: {
    speedRpm: number('line', 'Speed', 'speed'),
    atRest: choice('line', 'At 0 r/min it', ['stands', 'swings'], { stands: 'stands still', swings: 'swings to and fro' }),
    swingDeg: number('line', 'It swings, end to end', 'angle'),
    swingsPerMin: number('line', 'There and back, a minute', 'ratio'),
    radialLoadN: number('position', 'Radial load', 'force'),
    axialLoadN: number('position', 'Axial load', 'force'),
    hoursPerDay: number('line', 'Hours a day', 'hours'),
    innerRingC: number('position', 'Inner ring, running', 'temperature'),
    outerRingC: number('position', 'Outer ring, running', 'temperature'),
    ambientC: number('position', 'Air around', 'temperature'),
    sources: field<LoadSource[]>({ level: 'line', kind: 'loads', label: 'What sits on the shaft', empty: [], open: false, most: MOST_SOURCES }),
    upperEnd: choice('line', 'Upper end of the shaft', ['left', 'right'], { left: 'the left', right: 'the right' }),
    spectrum: field<DutyStep[]>({ level: 'line', kind: 'spectrum', label: 'How its running changes', empty: [], open: false, most: MOST_STEPS }),
    turningRing: choice('line', 'What turns', ['inner', 'outer'], { inner: 'inner ring', outer: 'outer ring' }),
    loadDirection: choice('line', 'The load', LOAD_DIRECTIONS, { still: 'stands still', turns: 'turns with the ring', unknown: 'not known' }),
    shock: choice('line', 'Running', SHOCK_NAMES, labelsOf(SHOCKS)),
    dirt: choice('position', 'Surroundings', DIRT, { normal: 'usual' }),
  },
  select: {
    target: choice('line', 'What kind of machine is it?', LIFE_TARGET_NAMES, labelsOf(LIFE_TARGETS)),
    reliabilityPercent: numberFrom('line', 'How sure must it be?', 'percent', [90, 99.95], 90),
    cleanliness: choice('position', 'How clean does the lubricant stay?', Object.keys(GREASE_CLEANLINESS) as GreaseCleanliness[], labelsOf(GREASE_CLEANLINESS)),
    takes: choice('place', 'Of the load here it takes', TAKES, TAKES_LABEL),
    chosen: words('place', 'Bearing chosen', 120),
    chosenOver: words('place', 'Chosen over', 120),
    chosenWhy: words('place', 'Why it was chosen', 300),
    currentPath: choice('line', 'Way for the currents of its inverter', CURRENT_PATHS, { insulated: 'insulated or hybrid bearing', brush: 'brush on the shaft, screened cable', none: 'none' }),
    adviceLeft: words('place', 'Why the advice is left', 300),
    lifeSchool: choiceFrom<LifeSchool>('line', 'Life that decides', [...LIFE_SCHOOLS], 'nominal', LIFE_SCHOOL_LABEL),
  },
  arrange: {
    held: yesNo('position', 'Outer ring held'),
    outerLeft: choice('position', 'Outer ring, to the left', HELD_BY, HELD_BY_WORDS),
    outerRight: choice('position', 'Outer ring, to the right', HELD_BY, HELD_BY_WORDS),
    innerLeft: choice('position', 'Inner ring, to the left', HELD_BY, HELD_BY_WORDS),
    innerRight: choice('position', 'Inner ring, to the right', HELD_BY, HELD_BY_WORDS),
    spigotMm: number('position', 'Cover spigot reaches in', 'length'),
    floatPresentMm: number('position', 'Float', 'gap'),
    alongMm: number('position', 'Along the shaft', 'distance'),
    spanMm: number('line', 'Between bearing centres', 'distance'),
    facing: choice('line', 'The two bearings stand', FACINGS, Object.fromEntries(FACINGS.map((f) => [f, f]))),
    shaftMaterial: choice('line', 'Shaft', MATERIAL_NAMES, labelsOf(MATERIALS)),
    housingMaterial: choice('line', 'Housing or base', MATERIAL_NAMES, labelsOf(MATERIALS)),
    assemblyC: number('line', 'At assembly', 'temperature'),
    shaftHotC: number('line', 'Shaft at its hottest', 'temperature'),
    housingHotC: number('line', 'Housing then', 'temperature'),
    hotterK: number('line', 'Hotter still at worst, by', 'rise'),
    coldestC: number('line', 'Coldest start', 'temperature'),
    couplingGapMm: number('line', 'Coupling gap at assembly', 'gap'),
    couplingAllowsMm: number('line', 'The coupling allows along', 'gap'),
    coupledTo: choice('line', 'Coupled to', COUPLED_TO, { rolling: 'a machine on rolling bearings', plain: 'a motor on plain bearings' }),
    coupledPushMm: number('line', 'It may push along by', 'gap'),
    hotPlayUm: number('line', 'End play wanted hot', 'fine'),
    measuredPlayUm: number('line', 'End play measured', 'fine'),
    trialShimMm: number('line', 'Shims in it now', 'length'),
    shimSide: choice('line', 'More shims', SHIM_SIDES, { opens: 'open the play', closes: 'close the play' }),
    turnFromNm: number('line', 'Turning torque wanted, from', 'torque'),
    turnToNm: number('line', 'Turning torque wanted, to', 'torque'),
    growthSchool: choice('line', 'Growth counted by', GROWTH_SCHOOLS, GROWTH_SCHOOL_LABEL),
  },
  fit: {
    group: choice('place', 'Clearance group that goes in', CLEARANCE_GROUPS, GROUP_WORDS),
    shaftClass: words('place', 'Shaft class', 8),
    housingClass: words('place', 'Housing class', 8),
    loadBands: choiceFrom('place', 'Load bands end at P/C', LOAD_BAND_NAMES, '0.06-0.12', { '0.06-0.12': '0.06 / 0.12', '0.07-0.15': '0.07 / 0.15' }),
    accuracy: choiceFrom('place', 'Bearing accuracy', ACCURACIES, 'normal', ACCURACY_WORDS),
    split: flag('place', 'split housing'),
    thinWall: flag('place', 'thin wall'),
    lightAlloy: flag('place', 'light alloy'),
    heatThroughShaft: flag('place', 'hot shaft'),
    precise: flag('place', 'must run true'),
    shaftBoreMm: number('place', 'Hollow shaft, bore', 'length'),
    housingOutsideMm: number('place', 'Housing wall, outside', 'length'),
    shaftPlane1: readings('place', 'Shaft seat, first plane'),
    shaftPlane2: readings('place', 'Shaft seat, second plane'),
    shaftPlane3: readings('place', 'Shaft seat, third plane'),
    shaftReadWith: words('place', 'Shaft seat read with', 80),
    shaftPartC: number('place', 'Shaft while measured', 'temperature'),
    shaftZeroUm: number('place', 'Micrometer reads too much by', 'fine'),
    housingPlane1: readings('place', 'Housing seat, first plane'),
    housingPlane2: readings('place', 'Housing seat, second plane'),
    housingPlane3: readings('place', 'Housing seat, third plane'),
    housingReadWith: words('place', 'Housing seat read with', 80),
    housingPartC: number('place', 'Housing while measured', 'temperature'),
    housingZeroUm: number('place', 'Bore gauge reads too much by', 'fine'),
    shaftRemedy: choice('place', 'What is done about the shaft seat', REMEDIES, REMEDY_LABEL),
    housingRemedy: choice('place', 'What is done about the housing seat', REMEDIES, REMEDY_LABEL),
    shaftShoulderMm: number('place', 'Shaft shoulder, across', 'length'),
    shaftFilletMm: number('place', 'Shaft fillet', 'length'),
    shaftRunoutUm: number('place', 'Shaft shoulder runs out', 'fine'),
    housingShoulderMm: number('place', 'Housing shoulder, across', 'length'),
    housingFilletMm: number('place', 'Housing fillet', 'length'),
    housingRunoutUm: number('place', 'Housing shoulder runs out', 'fine'),
    unmountedUm: number('place', 'Clearance before it is driven up', 'fine'),
    drivenUm: number('place', 'Clearance left once it is driven up', 'fine'),
    pairPreload: choice('place', 'Preload on the box', PRELOAD_CLASSES),
    pairPlayUm: number('place', 'Axial play of the pair as bought (preload below zero)', 'fine'),
  },
  mount: {
    method: choice('place', 'How it goes on', INNER_WAYS, { press: 'cold, by press', heat: 'hot, by heater', chill: 'cold, by chilled shaft', oil: 'floated on oil' }),
    outerMethod: choice('place', 'Outer ring goes in', OUTER_WAYS, { push: 'by hand', press: 'by press', warm: 'into a warmed housing', chill: 'chilled' }),
    takeOff: choice('place', 'The old one comes off', TAKE_OFF_ANSWERS, TAKE_OFF_ANSWER_LABEL),
    driveBy: choice('place', 'Driven up by', DRIVE_WAYS, { reduction: 'clearance that goes', travel: 'travel, by dial', angle: 'turn of the nut' }),
    hydraulic: flag('place', 'hydraulic nut'),
    reversing: flag('line', 'runs both ways'),
    heater: choice('line', 'Heater', HEATERS, { induction: 'induction, with core', coil: 'coil, by hand', plate: 'plate', oven: 'oven', 'oil-bath': 'oil bath' }),
    heaterKw: numberFrom('line', 'Its power', 'power', [0.05, 200], 3.5),
    heaterSetC: number('place', 'Oven, plate or bath set to', 'temperature'),
    heaterTool: words('place', 'Heater of this plant', 60),
    hubLock: choice('line', 'The hub nut is kept by', HUB_LOCKS, HUB_LOCK_LABEL),
    hubPitchMm: number('line', 'Pitch of its thread', 'length'),
    hubSlots: field<number | null>({ level: 'line', kind: 'quantity', label: 'Slots or steps in one turn', empty: null, open: true, quantity: 'ratio', range: [2, 60] }),
    blockSeatMm: number('place', 'Its seat, measured wide', 'length'),
    standsIn: choice('place', 'It stands in', STANDS_IN, STANDS_IN_LABEL),
    handled: choice('place', 'What happened to the new one', HANDLED, { dropped: 'it was dropped', struck: 'it was struck', wet: 'it got wet' }),
    storeC: number('place', 'Its store is at', 'temperature'),
    humidityPercent: number('line', 'Moisture of the air', 'percent'),
    shopC: number('line', 'Air where it is unwrapped', 'temperature'),
    drift: choiceFrom('line', 'Drift', DRIFTS, 'soft', { soft: 'soft metal', steel: 'mild steel' }),
    drying: choiceFrom('line', 'After chilling', DRYINGS, 'dry', { dry: 'dried, oiled when warm', oil: 'oiled at once' }),
    pressTool: words('place', 'Press of this plant', 60),
    pullerTool: words('place', 'Puller of this plant', 60),
    spannerTool: words('place', 'Spanner or nut of this plant', 60),
    setScrewKey: choice('place', 'Key that fits the set screws', SET_SCREW_KEY_NAMES, labels(SET_SCREW_KEYS)),
    endBoltMm: number('place', 'Bolt of the end plate, M', 'length'),
    endBoltClass: choice('place', 'Class of the bolt', SCREW_CLASSES),
    limitC: numberFrom('place', 'Limit of the ring', 'temperature', [40, 300], 110),
    chillToC: numberFrom('place', 'Cold source', 'temperature', [-196, 20], -78),
    pressRatingN: numberFrom('line', 'Rating of the press', 'force', [0, 1e8], 50_000),
  },
  lubricate: {
    greaseId: reference('position', 'Grease that goes in'),
    gunId: reference('position', 'Grease gun'),
    insideThickener: choice<InsideThickener>('position', 'Thickener that was in there', [...namesOf(THICKENERS), 'unknown'], { ...labels(THICKENERS), ...NOT_KNOWN }),
    insideOil: choice<InsideOil>('position', 'Its oil', [...namesOf(BASE_OILS), 'unknown'], { ...labels(BASE_OILS), ...NOT_KNOWN }),
    housingTemperatureC: number('position', 'Housing temperature', 'temperature'),
    contamination: choice('position', 'Dirt', namesOf(CONTAMINATION), labels(CONTAMINATION)),
    moisture: choice('position', 'Moisture', namesOf(MOISTURE), labels(MOISTURE)),
    vibrationRmsMmS: number('position', 'Vibration, RMS', 'velocity'),
    orientation: choiceFrom('position', 'Shaft', namesOf(ORIENTATION), 'horizontal', labels(ORIENTATION)),
    feed: choiceFrom('position', 'Fed', FEEDS, 'side', { side: 'from the side', centre: 'through the ring' }),
    school: choice('position', 'Interval by', SCHOOLS, SCHOOL_LABEL),
    manualIntervalH: number('position', 'Interval of the manual', 'hours'),
    fillPercent: number('position', 'First fill of free space', 'percent'),
    sealed: flag('position', 'Sealed for life: nothing to feed'),
    filledBy: words('position', 'Filled by', 60),
    lubricant: choice('position', 'It runs in', LUBRICANTS),
    oilFeed: choice('position', 'The oil', OIL_FEEDS, OIL_FEED_LABEL),
    oilViscosity40: field<number | null>({ level: 'position', kind: 'quantity', label: 'Viscosity at 40 °C', empty: null, open: true, quantity: 'viscosity', range: OIL_VISCOSITY }),
    oilViscosity100: field<number | null>({ level: 'position', kind: 'quantity', label: 'Viscosity at 100 °C', empty: null, open: true, quantity: 'viscosity', range: [1, 1000] }),
    oilCode: choice('position', 'Class of its sample', OIL_CODES),
  },
  runin: {
    freeTurn: choice('position', 'Turned by hand', FREE_TURNS, { free: 'free and even' }),
    readings: field<RunReading[]>({ level: 'position', kind: 'run', label: 'Readings of the run', empty: [], open: false, quantity: 'temperature', range: RANGE.temperature, most: 120 }),
    startedAt: words('line', 'The run began at', 30),
    stops: field<RunStop[]>({ level: 'line', kind: 'stops', label: 'Runs that were stopped', empty: [], open: false, most: 12 }),
    readWith: words('position', 'Vibration and noise read with', 60),
    shaftNowC: number('line', 'Shaft beside its bearings, warm', 'temperature'),
    limitC: numberFrom('position', 'Limit of the run', 'temperature', [20, 200], 90),
    noise: choice('position', 'Noise', NOISES),
    noiseDb: number('position', 'Noise level', 'sound'),
    currentA: number('line', 'Current of the motor', 'current'),
    ratedA: number('line', 'Current on its plate', 'current'),
    stored: flag('line', 'stood for months before this start'),
    vibrationRmsMmS: number('position', 'Vibration, RMS', 'velocity'),
    machineClass: choice('line', 'Machine', namesOf(MACHINE_CLASSES), labels(MACHINE_CLASSES)),
  },
  inspect: {
    findings: field<(typeof FINDING_NAMES)[number][]>({ level: 'place', kind: 'findings', label: 'What is seen', empty: [], open: false, options: FINDING_NAMES, words: labels(FINDINGS), most: FINDING_NAMES.length }),
    hoursRun: number('place', 'Hours it ran, if known better', 'hours'),
    bothEndsHeld: yesNo('line', 'Both ends were held'),
    inverterDrive: yesNo('line', 'Inverter drive'),
    beltDrive: yesNo('line', 'Belt drive'),
    standsStill: yesNo('line', 'Stands for weeks'),
    cause: choice('place', 'Cause that you settle on', CAUSE_NAMES, CAUSE_LABEL),
    note: field<string>({ level: 'place', kind: 'text', label: 'Note for the next person', empty: '', open: false, most: 600 }),
  },
} as const satisfies Record<Station, Readonly<Record<string, Field<any>>>> // eslint-disable-line @typescript-eslint/no-explicit-any

type ValueOf<F> = F extends Field<infer T> ? T : never
/** What is entered at one station, as flat fields. */
export type AnswersOf<S extends Station> = { -readonly [F in keyof (typeof FIELDS)[S]]: ValueOf<(typeof FIELDS)[S][F]> }

/** The fields of every station by name: a station of another procedure adds its own here. */
export const FIELD_TABLES: Record<string, Readonly<Record<string, Field>>> = { ...FIELDS }

/** The field of a station; null where it has none of that name. */
export function fieldOf(station: Station, name: string): Field | null {
  const fields = FIELD_TABLES[station]
  return fields && Object.hasOwn(fields, name) ? fields[name]! : null
}

/** The number of the shape in which a field is stored now, from 1; it rises with every upcaster that is added to the field. */
export const shapeOf = (of: Pick<Field, 'earlier'>): number => of.earlier.length + 1

/** A value that was stored in an earlier shape (given by its number of order, from 1) as the field takes it now; whether it can be read is judged afterwards. */
export function leadForward(of: Pick<Field, 'earlier'>, value: unknown, shape: number): unknown {
  return of.earlier.slice(shape - 1).reduce((led, lead) => lead(led), value)
}

/** Names and fields of a station in the order of the table. */
export function fieldsOf(station: Station): [string, Field][] {
  return Object.entries(FIELD_TABLES[station] ?? {})
}
