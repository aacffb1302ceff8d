import type { Boundary } from '../catalogue/catalogue.js'
import { FORMS, type Form, type FormName } from '../bearing/construction-forms.js'

/** A feature that can be seen on the bench. Every row has exactly one value of it. */
export interface FeatureDefinition {
  question: string
  /** Where to look. */
  look: string
  /** The answers that rows can have, in words. */
  answers: Readonly<Record<string, string>>
  valueOf: (row: Boundary, form: Form) => string
}

const SWIVELS = ['self-aligning-ball', 'spherical-roller', 'toroidal-roller', 'thrust-spherical-roller']
const TWO_ROWS = [
  'double-row-groove',
  'double-row-angular',
  'self-aligning',
  'self-aligning-long',
  'spherical',
  'NN',
  'NNU',
  'thrust-ball-double',
]

function shapeOf({ family }: Boundary): string {
  if (family === 'thrust-needle-roller' || family === 'needle-roller') return 'needles'
  if (family === 'cylindrical-roller' || family === 'thrust-cylindrical-roller') return 'cylinders'
  if (family === 'tapered-roller') return 'tapers'
  return ['spherical-roller', 'toroidal-roller', 'thrust-spherical-roller'].includes(family) ? 'barrels' : 'balls'
}
const yesNo = (yes: string, no: string) => ({ yes, no })
const said = (is: boolean) => (is ? 'yes' : 'no')
const ribs = (n: Form['innerRibs']) => (n === null ? 'none-to-see' : String(n))

/** The key: questions in any order, each with its answers. Engineering practice. */
export const KEY = {
  shape: {
    question: 'What runs inside?',
    look: 'between the rings, from the side',
    answers: {
      balls: 'balls',
      cylinders: 'cylinders',
      needles: 'needles, long and thin',
      tapers: 'tapered rollers',
      barrels: 'barrels',
    },
    valueOf: shapeOf,
  },
  rows: {
    question: 'How many rows?',
    look: 'from the side, turn the cage',
    answers: { one: 'one row', two: 'two rows' },
    valueOf: (row) => (TWO_ROWS.includes(row.form) ? 'two' : 'one'),
  },
  swivel: {
    question: 'Can the inner ring be tilted by hand?',
    look: 'hold the outer ring, tip the inner one',
    answers: yesNo('tilts out of plane', 'stays in plane'),
    valueOf: (row) => said(SWIVELS.includes(row.family)),
  },
  apart: {
    question: 'Does it come apart by hand?',
    look: 'lift one ring, without force',
    answers: yesNo('a ring lifts off', 'stays together'),
    valueOf: (_, form) => said(form.separable),
  },
  washers: {
    question: 'How do the two rings lie?',
    look: 'one inside the other, or one above the other',
    answers: { inside: 'one inside the other', above: 'one above the other' },
    valueOf: (row) => (row.family.startsWith('thrust') ? 'above' : 'inside'),
  },
  innerRing: {
    question: 'Is there an inner ring?',
    look: 'or do the rollers run on the shaft',
    answers: yesNo('inner ring', 'rollers on the shaft'),
    valueOf: (_, form) => said(form.innerRing !== false),
  },
  innerRibs: {
    question: 'Ribs on the inner ring?',
    look: 'edges that stand up beside the rollers',
    answers: { 0: 'no rib', 1: 'one rib', 2: 'two ribs', 'none-to-see': 'no such edges' },
    valueOf: (_, form) => ribs(form.innerRibs),
  },
  outerRibs: {
    question: 'Ribs on the outer ring?',
    look: 'edges that stand in beside the rollers',
    answers: { 0: 'no rib', 2: 'two ribs', 'none-to-see': 'no such edges' },
    valueOf: (_, form) => ribs(form.outerRibs),
  },
  faces: {
    question: 'Are both faces alike?',
    look: 'compare the height of the ring shoulders',
    answers: yesNo('both alike', 'one side lower'),
    valueOf: (row) =>
      said(!['single-row-angular', 'tapered', 'tapered-inch', 'NJ', 'NUP', 'thrust-spherical', 'drawn-cup-closed'].includes(row.form)),
  },
  bore: {
    question: 'Is the bore straight?',
    look: 'measure at both faces',
    answers: { straight: 'straight', tapered: 'wider at one face' },
    valueOf: (row) => (row.boreTaper ? 'tapered' : 'straight'),
  },
  outside: {
    question: 'Is the outside straight?',
    look: 'lay a straight edge along it',
    answers: { straight: 'straight', round: 'round like a ball' },
    valueOf: (row) => (row.family === 'insert-ball' ? 'round' : 'straight'),
  },
  holding: {
    question: 'How is the inner ring held on the shaft?',
    look: 'longer end of the inner ring',
    answers: {
      seat: 'by its fit',
      setscrew: 'two screws',
      collar: 'turned collar',
      adapter: 'tapered sleeve',
    },
    valueOf: (row) =>
      row.form === 'setscrew' ? 'setscrew' : row.form === 'eccentric-collar' ? 'collar' : row.boreTaper ? 'adapter' : 'seat',
  },
  ring: {
    question: 'How is the outer ring made?',
    look: 'wall and edges',
    answers: {
      machined: 'thick, ground',
      drawn: 'thin sheet, drawn',
      closed: 'thin sheet, one end closed',
      none: 'there is none, only the cage',
    },
    valueOf: (row) =>
      row.form === 'drawn-cup-open'
        ? 'drawn'
        : row.form === 'drawn-cup-closed'
          ? 'closed'
          : row.form === 'needle-cage'
            ? 'none'
            : 'machined',
  },
} as const satisfies Record<string, FeatureDefinition>

export type FeatureKey = keyof typeof KEY
export const FEATURE_KEYS = Object.keys(KEY) as FeatureKey[]
export type FeatureAnswers = Partial<Record<FeatureKey, string>>

/** Definition of a feature, with answers by any name. */
export function featureOf(key: FeatureKey): FeatureDefinition {
  return KEY[key]
}

/** What a row would answer to a question of the key. */
export function featureValue(key: FeatureKey, row: Boundary): string {
  return featureOf(key).valueOf(row, FORMS[row.form as FormName])
}

/** Whether a row has every feature that was seen. */
export function fitsFeatures(row: Boundary, answers: FeatureAnswers): boolean {
  for (const key in answers) {
    const answer = answers[key as FeatureKey]
    if (answer !== undefined && featureValue(key as FeatureKey, row) !== answer) return false
  }
  return true
}

/** How much one question would tell about weighted rows, in bits: the entropy of its answers. */
export function tells(key: FeatureKey, ranked: readonly { row: Boundary; probability: number }[]): number {
  const shares = new Map<string, number>()
  let total = 0
  for (const { row, probability } of ranked) {
    const value = featureValue(key, row)
    shares.set(value, (shares.get(value) ?? 0) + probability)
    total += probability
  }
  let bits = 0
  for (const share of shares.values()) bits -= (share / total) * Math.log2(share / total)
  return bits
}

/** Of how many rows how many an answer would leave, a number of rows on average over what it may be. */
export function wouldLeave(key: FeatureKey, rows: readonly Boundary[]): number {
  const counts = new Map<string, number>()
  for (const row of rows) counts.set(featureValue(key, row), (counts.get(featureValue(key, row)) ?? 0) + 1)
  return [...counts.values()].reduce((sum, n) => sum + n * n, 0) / Math.max(1, rows.length)
}

const WORTH_ASKING_BITS = 0.05

/** The open question that would narrow the candidates most, or null when none parts them. */
export function nextQuestion(ranked: readonly { row: Boundary; probability: number }[], answers: FeatureAnswers): FeatureKey | null {
  let best: FeatureKey | null = null
  let most = WORTH_ASKING_BITS
  for (const key of FEATURE_KEYS) {
    if (answers[key] !== undefined) continue
    const bits = tells(key, ranked)
    if (bits > most + 1e-9) {
      best = key
      most = bits
    }
  }
  return best
}
