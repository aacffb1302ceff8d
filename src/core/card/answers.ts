import type { GrowthSchool } from '../arrangement/growth.js'
import type { Family } from '../catalogue/families.js'
import type { ClearanceGroup } from '../fits/clearance-group.js'
import type { LoadBands } from '../fits/recommend-tables.js'
import type { Instrument } from '../identify/identify.js'
import type { LifeTarget, Shock } from '../life/targets.js'
import type { Cause } from '../inspection/causes.js'
import type { Finding } from '../inspection/findings.js'
import type { InsideOil, InsideThickener } from '../lubrication/grease.js'
import type { School } from '../lubrication/regreasing.js'
import type { Contamination, Moisture, Orientation } from '../lubrication/tables.js'
import type { Material } from '../materials.js'
import type { MachineClass, RunReading } from '../runin/run-in.js'
import type { Accuracy } from '../tolerances/ring.js'

/** What a person enters on a job card, station by station; null is "not answered yet". Core units. */

export const STATIONS = ['identify', 'duty', 'select', 'arrange', 'fit', 'mount', 'lubricate', 'runin', 'inspect'] as const
export type Station = (typeof STATIONS)[number]

export const STATION_TITLE: Record<Station, string> = {
  identify: 'Identify',
  duty: 'Duty',
  select: 'Select',
  arrange: 'Arrange',
  fit: 'Fit',
  mount: 'Mount',
  lubricate: 'Lubricate',
  runin: 'Run in',
  inspect: 'Inspect',
}

/** How a feature that cannot be seen was made certain. */
export const EVIDENCE = ['marking', 'paper', 'stores'] as const
export type Evidence = (typeof EVIDENCE)[number]

export interface IdentifyAnswers {
  boreReadingsMm: number[]
  outsideReadingsMm: number[]
  widthReadingsMm: number[]
  instrument: Instrument
  family: Family | null
  /** Chosen from the candidates or typed from paper. */
  designation: string | null
  group: ClearanceGroup | null
  groupEvidence: Evidence | null
}

export const LOAD_DIRECTIONS = ['still', 'turns', 'unknown'] as const
export const DIRT = ['clean', 'normal', 'dirty', 'wet'] as const

export interface DutyAnswers {
  speedRpm: number | null
  radialLoadN: number | null
  axialLoadN: number | null
  shock: Shock | null
  ambientC: number | null
  innerRingC: number | null
  outerRingC: number | null
  dirt: (typeof DIRT)[number] | null
  hoursPerDay: number | null
  turningRing: 'inner' | 'outer' | null
  loadDirection: (typeof LOAD_DIRECTIONS)[number] | null
}

export interface SelectAnswers {
  target: LifeTarget | null
  reliabilityPercent: number
}

export interface ArrangeAnswers {
  spanMm: number | null
  shaftMaterial: Material | null
  housingMaterial: Material | null
  assemblyC: number | null
  shaftHotC: number | null
  housingHotC: number | null
  driveEndHeld: boolean | null
  nonDriveEndHeld: boolean | null
  floatPresentMm: number | null
  /** Null: the plant's own default. */
  growthSchool: GrowthSchool | null
}

export interface FitAnswers {
  group: ClearanceGroup | null
  /** Empty: as recommended. */
  shaftClass: string | null
  housingClass: string | null
  loadBands: LoadBands
  accuracy: Accuracy
  split: boolean
  thinWall: boolean
  lightAlloy: boolean
  heatThroughShaft: boolean
  precise: boolean
}

export const MOUNT_METHODS = ['press', 'heat', 'chill'] as const
export type MountMethod = (typeof MOUNT_METHODS)[number]

export interface MountAnswers {
  method: MountMethod | null
  limitC: number
  chillToC: number
  pressRatingN: number
}

export interface LubricateAnswers {
  /** Of the plant's own list. */
  greaseId: number | null
  gunId: number | null
  /** What is in there; null: as recorded at the position. */
  insideThickener: InsideThickener | null
  insideOil: InsideOil | null
  /** Null: what Duty says. */
  housingTemperatureC: number | null
  contamination: Contamination | null
  moisture: Moisture | null
  /** Velocity, RMS as meters show it; null: not measured. */
  vibrationRmsMmS: number | null
  orientation: Orientation
  feed: (typeof FEEDS)[number]
  /** Null: the plant's own default. */
  school: School | null
  manualIntervalH: number | null
  /** Share of the free volume to fill first, percent; null: by the speed. */
  fillPercent: number | null
  /** Sealed for life: nothing to feed. */
  sealed: boolean
}

export const FEEDS = ['side', 'centre'] as const
export const FREE_TURNS = ['free', 'catches', 'rough'] as const
export const NOISES = ['quiet', 'changed', 'harsh'] as const

export interface RunInAnswers {
  freeTurn: (typeof FREE_TURNS)[number] | null
  readings: RunReading[]
  limitC: number
  noise: (typeof NOISES)[number] | null
  vibrationRmsMmS: number | null
  machineClass: MachineClass | null
}

export interface InspectAnswers {
  findings: Finding[]
  /** Null: from the record of what was fitted. */
  hoursRun: number | null
  /** As found, before anything was changed; null: as recorded or not known. */
  bothEndsHeld: boolean | null
  inverterDrive: boolean | null
  beltDrive: boolean | null
  standsStill: boolean | null
  /** What the technician settles on. */
  cause: Cause | null
  note: string
}

export interface CardAnswers {
  identify: IdentifyAnswers
  duty: DutyAnswers
  select: SelectAnswers
  arrange: ArrangeAnswers
  fit: FitAnswers
  mount: MountAnswers
  lubricate: LubricateAnswers
  runin: RunInAnswers
  inspect: InspectAnswers
}

/** A card on which nothing has been entered. */
export function emptyAnswers(): CardAnswers {
  return {
    identify: {
      boreReadingsMm: [],
      outsideReadingsMm: [],
      widthReadingsMm: [],
      instrument: 'vernier',
      family: null,
      designation: null,
      group: null,
      groupEvidence: null,
    },
    duty: {
      speedRpm: null,
      radialLoadN: null,
      axialLoadN: null,
      shock: null,
      ambientC: null,
      innerRingC: null,
      outerRingC: null,
      dirt: null,
      hoursPerDay: null,
      turningRing: null,
      loadDirection: null,
    },
    select: { target: null, reliabilityPercent: 90 },
    arrange: {
      spanMm: null,
      shaftMaterial: null,
      housingMaterial: null,
      assemblyC: null,
      shaftHotC: null,
      housingHotC: null,
      driveEndHeld: null,
      nonDriveEndHeld: null,
      floatPresentMm: null,
      growthSchool: null,
    },
    fit: {
      group: null,
      shaftClass: null,
      housingClass: null,
      loadBands: '0.06-0.12',
      accuracy: 'normal',
      split: false,
      thinWall: false,
      lightAlloy: false,
      heatThroughShaft: false,
      precise: false,
    },
    mount: { method: null, limitC: 110, chillToC: -78, pressRatingN: 50000 },
    lubricate: {
      greaseId: null,
      gunId: null,
      insideThickener: null,
      insideOil: null,
      housingTemperatureC: null,
      contamination: null,
      moisture: null,
      vibrationRmsMmS: null,
      orientation: 'horizontal',
      feed: 'side',
      school: null,
      manualIntervalH: null,
      fillPercent: null,
      sealed: false,
    },
    runin: { freeTurn: null, readings: [], limitC: 90, noise: null, vibrationRmsMmS: null, machineClass: null },
    inspect: {
      findings: [],
      hoursRun: null,
      bothEndsHeld: null,
      inverterDrive: null,
      beltDrive: null,
      standsStill: null,
      cause: null,
      note: '',
    },
  }
}
