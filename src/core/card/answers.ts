import type { Family } from '../catalogue/families.js'
import type { ClearanceGroup } from '../fits/clearance-group.js'
import type { LoadBands } from '../fits/recommend-tables.js'
import type { Instrument } from '../identify/identify.js'
import type { LifeTarget, Shock } from '../life/targets.js'
import type { Material } from '../materials.js'
import type { Accuracy } from '../tolerances/ring.js'

/** What a person enters on a job card, station by station; null is "not answered yet". Core units. */

export const STATIONS = ['identify', 'duty', 'select', 'arrange', 'fit', 'mount'] as const
export type Station = (typeof STATIONS)[number]

export const STATION_TITLE: Record<Station, string> = {
  identify: 'Identify',
  duty: 'Duty',
  select: 'Select',
  arrange: 'Arrange',
  fit: 'Fit',
  mount: 'Mount',
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

export interface CardAnswers {
  identify: IdentifyAnswers
  duty: DutyAnswers
  select: SelectAnswers
  arrange: ArrangeAnswers
  fit: FitAnswers
  mount: MountAnswers
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
  }
}
