import type { Bearing } from '../bearing/bearing.js'
import type { ClearanceGroup } from '../bearing/clearance.js'
import { clearanceFrom, clearanceGroup } from '../fits/clearance-group.js'
import { CLEARANCE_GROUPS } from '../bearing/clearance.js'
import { FEATURE_LABEL, LETTERS, lettersFor, valueWords, type Feature, type Letters } from './letters.js'
import { writeMarking } from './marking.js'
import { InputError, Derivation, inRange, short, type Result } from '../result.js'
import { amount } from '../words/message.js'

/** How a feature was made certain; anything else is open. */
export const ORDER_EVIDENCE = ['seen', 'marking', 'paper', 'stores'] as const
export type OrderEvidence = (typeof ORDER_EVIDENCE)[number]
export const EVIDENCE_WORDS: Record<OrderEvidence, string> = {
  seen: 'seen on the bench',
  marking: 'read on the ring',
  paper: 'from paper or drawing',
  stores: 'stores record',
}

/** A feature as it is known: what it is and by what; null where it is not. */
export interface Known {
  value: string | null
  evidence: OrderEvidence | null
}
export type KnownFeatures = Partial<Record<Feature, Known>>

/** What an open feature may do when it is guessed wrong. Engineering practice. */
export const RISK: Record<Feature, string> = {
  clearance: 'A group too small runs hot and seizes soon after start; one too large knocks and lives shorter.',
  heat: 'A ring not stabilised for its heat grows, comes loose on the shaft or loses its clearance.',
  closure: 'Open where a seal was: dirt and water get in. Sealed where grease is pumped: the seal blows out or the bearing starves.',
  accuracy: 'A coarser class runs out of true: vibration at high speed, rejects on a machine tool.',
  cage: 'A polymer cage softens in heat, a brass one may not suit ammonia; at high speed the wrong one breaks.',
  groove: 'Without its groove the snap ring or the oil way has no place.',
  pairing: 'A pair that faces the other way takes no thrust, or no tilt: it runs hot or knocks.',
  bore: 'A tapered bore does not hold on a plain seat, nor a plain one on a sleeve.',
  design: 'A lighter set of elements carries less than the one that came out.',
  fill: 'A grease that does not suit heat, speed or the grease on the round.',
}

/** Features that can be seen on the bench; the others only stand on ring or paper. */
export const CAN_BE_SEEN: readonly Feature[] = ['closure', 'cage', 'groove', 'bore']

/** Features worth asking of a row: none that it cannot have. Clearance and heat stabilisation cannot be seen, so every row is asked for them. */
export function askedOf(row: Bearing): Feature[] {
  const asked: Feature[] = ['clearance', 'heat']
  if (row.closures.length > 1) asked.push('closure')
  asked.push('cage', 'accuracy')
  if (row.family === 'deep-groove-ball' || row.family === 'spherical-roller') asked.push('groove')
  return asked.filter((f) => f !== 'clearance' || clearanceFrom(row) !== 'setting')
}

export interface OrderLine {
  /** Number and letters, ready to be read out. */
  line: string
  /** The same in words. */
  words: string
  settled: { feature: Feature; words: string; evidence: OrderEvidence }[]
  open: { feature: Feature; label: string; risk: string }[]
}

/**
 * The order line of a row: only what was seen or confirmed goes into it; everything else is listed as open with what it
 * may do if it is wrong. Source: engineering practice (rule of evidence).
 */
export function orderLine(row: Bearing, known: KnownFeatures, table: readonly Letters[] = LETTERS): OrderLine {
  const settled: OrderLine['settled'] = []
  const values: Partial<Record<Feature, string>> = {}
  for (const feature of Object.keys(known) as Feature[]) {
    const { value, evidence } = known[feature]!
    if (value === null || evidence === null || feature === 'bore') continue
    values[feature] = value
    settled.push({ feature, words: valueWords(feature, value), evidence })
  }
  const open = askedOf(row)
    .filter((f) => values[f] === undefined)
    .map((feature) => ({ feature, label: FEATURE_LABEL[feature], risk: RISK[feature] }))
  return {
    line: writeMarking(row.designation, values, (feature, value) => lettersFor(table, feature, value)),
    words: [row.designation, ...settled.map((s) => s.words)].join(', '),
    settled,
    open,
  }
}

export interface FeelerInput {
  family: Bearing['family']
  boreMm: number
  taperedBore?: boolean
  /** Thickest leaf that goes through, unmounted, µm. */
  measuredUm: number
}
export interface FeelerValues {
  groups: ClearanceGroup[]
}

/** Steps of a feeler set: the true clearance lies between the leaf that goes and the next. Engineering practice. */
const LEAF_UM = 10

/**
 * Clearance groups that a feeler reading fits, for an unmounted bearing: the clearance lies from the leaf that went through
 * to 10 µm above it. Range: bores and families of ISO 5753-1:2009. @throws InputError outside its tables.
 */
export function groupsOfClearance(input: FeelerInput): Result<FeelerValues> {
  const { measuredUm, ...of } = input
  inRange('measuredUm', measuredUm, 0, 2000, 'µm')
  const sheet = new Derivation()
  const groups: ClearanceGroup[] = []
  let held = 0
  for (const group of CLEARANCE_GROUPS) {
    let range
    try {
      range = clearanceGroup({ ...of, group }).values
    } catch (error) {
      if (error instanceof InputError && error.field === 'group') continue
      throw error
    }
    held += 1
    if (range.minUm <= measuredUm + LEAF_UM && range.maxUm >= measuredUm) groups.push(group)
    sheet.step(
      'Gr',
      `group C${group}`,
      'table',
      `${range.minUm} … ${range.maxUm}`,
      groups.includes(group) ? 'fits' : 'does not fit',
      '',
      'ISO 5753-1:2009',
    )
  }
  if (held && !groups.length) sheet.caution('caution', 'no-group', { measured: amount(measuredUm, 'fine') }, short(measuredUm))
  if (groups.length > 1) sheet.caution('note', 'groups-overlap', {}, groups.length)
  sheet.assume('The bearing is new inside: wear makes the clearance larger than it was bought.')
  return sheet.result({ groups })
}
