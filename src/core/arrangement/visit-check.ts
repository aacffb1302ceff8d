import { CLEARANCE_GROUPS, groupMark, type ClearanceGroup } from '../bearing/clearance.js'
import type { Material } from '../materials.js'
import { amount, type Message, type Words } from '../words/message.js'
import { roomNeededMm, LEAST_BEHIND_MM } from './free-ring.js'
import { thermalGrowth } from './growth.js'

/** The inspection of somebody else's work before a machine is balanced or commissioned: what is looked at, and what a wrong answer does. */

export const HELD_ENDS = ['drive', 'other', 'both', 'none'] as const
export const HELD_END_LABEL: Readonly<Record<(typeof HELD_ENDS)[number], string>> = {
  drive: 'the drive end',
  other: 'the other end',
  both: 'both ends',
  none: 'neither',
}

/** A letter that is worn off, or painted over. */
export const NOT_READABLE = 'not-readable'

/** What was seen and measured; null where nobody has looked. */
export interface VisitAnswers {
  /** Locating rings, all housings together. */
  rings: number | null
  held: (typeof HELD_ENDS)[number] | null
  /** The cover of the free end stands against its ring. */
  coversClamp: boolean | null
  /** Gaps beside the free ring, toward the held end and away from it. */
  behindMm: number | null
  aheadMm: number | null
  sleevesBothEnds: boolean | null
  /** Letter on the old ring. */
  group: ClearanceGroup | typeof NOT_READABLE | null
  /** The hottest that the shaft has been, or will be. */
  hottestC: number | null
  couplingGapMm: number | null
  fittedBy: string
  note: string
}

export const NOTHING_SEEN: VisitAnswers = {
  ...{ rings: null, held: null, coversClamp: null, behindMm: null, aheadMm: null, sleevesBothEnds: null, group: null },
  ...{ hottestC: null, couplingGapMm: null, fittedBy: '', note: '' },
}

/** In the order in which somebody walks round the machine, each with why it is asked. */
export const VISIT_ITEMS = [
  'held',
  'rings',
  'coversClamp',
  'behindMm',
  'aheadMm',
  'sleevesBothEnds',
  'couplingGapMm',
  'group',
  'hottestC',
] as const
export type VisitItem = (typeof VISIT_ITEMS)[number]

/** What the records know of the line. */
export interface VisitLine {
  spanMm: number | null
  shaftMaterial: Material
  housingMaterial: Material
}

export const VISIT_VERDICTS = ['stop', 'watch', 'run', 'open'] as const
export type VisitVerdict = (typeof VISIT_VERDICTS)[number]
export const VISIT_VERDICT_LABEL: Readonly<Record<VisitVerdict, string>> = {
  stop: 'do not run it',
  watch: 'may run, watched',
  run: 'may run',
  open: 'not enough is known',
}
/** The question of each item, and why it is asked. */
export const VISIT_ASKED: Readonly<Record<VisitItem, readonly [asked: string, why: string]>> = {
  held: ['Which end is held?', 'One end holds, the other lets go: growth runs away from the coupling where the drive end holds.'],
  rings: [
    'Locating rings, all housings together',
    'Count them with the caps off: two a housing hold it, rings at both ends are the commonest fault.',
  ],
  coversClamp: ['Does a cover clamp the ring of the free end?', 'A cover that was made for a roller bearing often does.'],
  behindMm: ['Gap toward the held end', 'By feeler, at the free ring, as it stands now.'],
  aheadMm: ['Gap away from the held end', 'This is what the shaft grows into.'],
  sleevesBothEnds: ['Adapter sleeves at both ends?', 'Then neither inner ring slides: the outer ring of the free end must.'],
  couplingGapMm: ['Gap between the coupling halves', 'Cold, with the rotor where it runs.'],
  group: ['Clearance letter on the old ring', 'It says what the machine asked for before.'],
  hottestC: ['The hottest the shaft has been, or will be', 'Process heat, full load, a summer day: not the test stand.'],
}
export interface VisitFinding extends Message {
  level: 'stop' | 'caution' | 'note'
}

export interface VisitResult {
  verdict: VisitVerdict
  findings: VisitFinding[]
  /** Growth at the hottest, mm; null while span or temperature is not known. */
  growthMm: number | null
  /** What has not been looked at. */
  open: VisitItem[]
}

/** Put together at room temperature; the housing is taken half as much warmer as the shaft. Engineering practice. */
const ROOM_C = 20
const HOUSING_SHARE = 0.5
/** Two rings a housing fill it: more than that in all, and more than one housing is held. */
const RINGS_OF_ONE = 2
/** From here on an inner ring grows into its clearance, °C. Engineering practice. */
const HOT_C = 85

function growthOf({ hottestC }: VisitAnswers, { spanMm, shaftMaterial, housingMaterial }: VisitLine): number | null {
  if (hottestC === null || spanMm === null || hottestC <= ROOM_C) return null
  const rise = hottestC - ROOM_C
  const at = { spanMm, shaftMaterial, shaftRiseK: rise, housingMaterial, housingRiseK: HOUSING_SHARE * rise }
  return Math.abs(thermalGrowth(at).values.growthMm)
}

function ofHolding({ held, rings, coversClamp, sleevesBothEnds }: VisitAnswers): VisitFinding[] {
  const found: VisitFinding[] = []
  const twice = held === 'both' || (rings !== null && rings > RINGS_OF_ONE)
  if (twice) found.push({ level: 'stop', code: 'visit-both-held', params: { rings: rings ?? 'several' } })
  if (held === 'none') found.push({ level: 'stop', code: 'visit-none-held' })
  if (coversClamp && !twice) found.push({ level: 'stop', code: 'visit-clamped' })
  if (sleevesBothEnds && !twice) found.push({ level: 'note', code: 'visit-sleeves' })
  return found
}

function ofRoom({ behindMm, aheadMm, couplingGapMm, held }: VisitAnswers, growthMm: number | null): VisitFinding[] {
  const found: VisitFinding[] = []
  if (growthMm !== null && aheadMm !== null && aheadMm < growthMm)
    found.push({ level: 'stop', code: 'visit-ahead-gone', params: { has: amount(aheadMm, 'gap'), growth: amount(growthMm, 'gap') } })
  else if (growthMm !== null && aheadMm !== null && behindMm !== null && aheadMm + behindMm < roomNeededMm(growthMm))
    found.push({
      level: 'caution',
      code: 'visit-room-short',
      params: { has: amount(aheadMm + behindMm, 'gap'), needed: amount(roomNeededMm(growthMm), 'gap') },
    })
  if (behindMm !== null && behindMm < LEAST_BEHIND_MM / 2)
    found.push({ level: 'caution', code: 'visit-behind', params: { has: amount(behindMm, 'gap') } })
  if (growthMm !== null && couplingGapMm !== null && held === 'other' && couplingGapMm <= growthMm)
    found.push({ level: 'stop', code: 'visit-coupling', params: { has: amount(couplingGapMm, 'gap'), growth: amount(growthMm, 'gap') } })
  return found
}

/**
 * What a visit found: each wrong answer with what it does and by when, and whether the machine may run. Gaps in mm, temperatures in °C.
 * Source: engineering practice; growth as `thermalGrowth`. @throws InputError for temperatures and spans outside its range
 */
export function visitCheck(answers: VisitAnswers, line: VisitLine): VisitResult {
  const growthMm = growthOf(answers, line)
  const findings = [...ofHolding(answers), ...ofRoom(answers, growthMm)]
  const { group, hottestC } = answers
  if (group === NOT_READABLE) findings.push({ level: 'note', code: 'visit-group-gone' })
  else if (group && hottestC !== null && hottestC >= HOT_C && CLEARANCE_GROUPS.indexOf(group) < CLEARANCE_GROUPS.indexOf('3'))
    findings.push({ level: 'caution', code: 'visit-group', params: { group: groupMark(group), at: amount(hottestC, 'temperature') } })
  const open = VISIT_ITEMS.filter((item) => answers[item] === null)
  const has = (level: VisitFinding['level']) => findings.some((f) => f.level === level)
  // Without knowing what holds and what room there is nobody can say that it may run.
  const known = answers.held !== null && answers.aheadMm !== null && answers.coversClamp !== null
  const verdict = has('stop') ? 'stop' : !known ? 'open' : has('caution') || open.length ? 'watch' : 'run'
  return { verdict, findings, growthMm, open }
}

/** What was seen at one item, in words; quantities in mm and °C. Source: none, it repeats what was typed. */
export function seenWords(answers: VisitAnswers, item: VisitItem): Words {
  const value = answers[item]
  if (value === null) return 'not looked at'
  if (item === 'held') return HELD_END_LABEL[value as NonNullable<VisitAnswers['held']>]
  if (item === 'group') return value === NOT_READABLE ? 'not readable' : groupMark(value as ClearanceGroup)
  if (item === 'hottestC') return amount(value as number, 'temperature')
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return item === 'rings' ? String(value) : amount(value as number, 'gap')
}
