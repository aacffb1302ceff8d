import type { Material } from '../materials.js'
import type { Quantity } from '../units/quantities.js'

/** The words of a short question: tables that reading, help and completion share. */

export const CALCULATIONS = ['fit', 'heat', 'tolerance', 'clearance', 'growth', 'grease', 'life'] as const
export type Calculation = (typeof CALCULATIONS)[number]

/** What a question can hold, each with the question that asks for it. */
export const SLOTS = {
  bearing: { asks: 'which bearing?', quantity: null },
  shaftClass: { asks: 'which class has the shaft, as k5?', quantity: null },
  housingClass: { asks: 'which class has the housing, as J7?', quantity: null },
  group: { asks: 'which clearance group, as C3?', quantity: null },
  material: { asks: 'what is the shaft made of?', quantity: null },
  size: { asks: 'at what size?', quantity: 'length' },
  length: { asks: 'over what length?', quantity: 'length' },
  speed: { asks: 'at what speed?', quantity: 'speed' },
  radial: { asks: 'under what load?', quantity: 'force' },
  axial: { asks: 'under what thrust?', quantity: 'force' },
  temperature: { asks: 'at what temperature?', quantity: 'temperature' },
  rise: { asks: 'by how much warmer?', quantity: 'rise' },
  limit: { asks: 'up to what limit?', quantity: 'temperature' },
} as const satisfies Record<string, { asks: string; quantity: Quantity | null }>
export type Slot = keyof typeof SLOTS

export interface Shape {
  title: string
  /** Words that name it. */
  words: readonly string[]
  needs: readonly Slot[]
  /** Any one of these besides. */
  anyOf?: readonly Slot[]
  may: readonly Slot[]
  example: string
}

/** What is answered, the most usual first: where no word names it, the first that takes all that was said. */
// prettier-ignore
export const SHAPES: Readonly<Record<Calculation, Shape>> = {
  fit: { title: 'Fit, grip and heating', words: ['fit', 'grip', 'seat'], needs: ['bearing'], anyOf: ['shaftClass', 'housingClass'], may: ['shaftClass', 'housingClass'], example: '6312 k5' },
  heat: { title: 'Heating before it is mounted', words: ['heat', 'heating', 'warm'], needs: ['bearing', 'shaftClass'], may: ['limit', 'temperature'], example: 'heat 22213 m6 limit 110' },
  tolerance: { title: 'Limits of a tolerance class', words: ['tolerance', 'limits', 'class'], needs: ['size'], anyOf: ['shaftClass', 'housingClass'], may: ['shaftClass', 'housingClass'], example: '60 H7 J7' },
  clearance: { title: 'Clearance as bought', words: ['clearance', 'play'], needs: ['bearing', 'group'], may: [], example: 'C3 6312' },
  growth: { title: 'Growth of a shaft', words: ['growth', 'grows', 'expansion'], needs: ['length', 'material', 'rise'], may: [], example: 'growth 900 stainless 60K' },
  grease: { title: 'Regreasing', words: ['grease', 'regrease', 'greasing'], needs: ['bearing', 'speed', 'temperature'], may: [], example: 'grease 6312 1480 70C' },
  life: { title: 'Rating life', words: ['life', 'lasts', 'l10'], needs: ['bearing', 'radial', 'speed'], may: ['axial'], example: 'life 6312 4kN 1480' },
}

export const MATERIAL_WORDS: readonly (readonly [word: string, material: Material])[] = [
  ['steel', 'carbon-steel'],
  ['carbon', 'carbon-steel'],
  ['stainless', 'austenitic-stainless'],
  ['austenitic', 'austenitic-stainless'],
  ['martensitic', 'martensitic-stainless'],
  ['duplex', 'duplex-stainless'],
  ['iron', 'cast-iron'],
  ['aluminium', 'aluminium'],
  ['aluminum', 'aluminium'],
  ['bronze', 'bronze'],
]

/** Words that say what the number behind them is. */
export const NAMES: readonly (readonly [word: string, slot: Slot])[] = [
  ['limit', 'limit'],
  ['max', 'limit'],
  ['at', 'temperature'],
  ['speed', 'speed'],
  ['load', 'radial'],
  ['radial', 'radial'],
  ['thrust', 'axial'],
  ['axial', 'axial'],
  ['over', 'length'],
  ['rise', 'rise'],
]

/** Words that say nothing. */
export const FILLERS: readonly string[] = [
  'of',
  'with',
  'and',
  'the',
  'a',
  'for',
  'on',
  'in',
  'to',
  'by',
  'cast',
  'shaft',
  'housing',
  'from',
]
