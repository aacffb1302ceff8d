import type { Bearing } from '../bearing/bearing.js'
import { Derivation, InputError, short, type Result } from '../result.js'
import { SHAFT_CLASSES } from '../tolerances/iso286-tables.js'
import { tolerance } from '../tolerances/iso286.js'
import { CLEARANCE_GROUPS, type ClearanceGroup } from '../bearing/clearance.js'
import { fit, type FitInput } from './fit.js'

/** What holds a swept inner ring against creep, and what can be done where it does not. */

/** Interference below which the inner ring creeps, µm. Engineering practice; the switch lies at 0.3 C0. */
export function creepLimit(
  row: Pick<Bearing, 'boreMm' | 'innerWidthMm' | 'widthMm' | 'staticRatingN'>,
  radialN: number,
  innerRingC: number,
  ambientC: number,
): Result<{ neededUm: number }> {
  const d = row.boreMm
  const B = row.innerWidthMm ?? row.widthMm
  const sheet = new Derivation()
  const light = radialN <= 0.3 * row.staticRatingN
  const load = light ? 0.08 * Math.sqrt((d * radialN) / B) : (0.02 * radialN) / B
  const heat = 0.0015 * d * Math.max(0, innerRingC - ambientC)
  const neededUm = load + heat + 2
  sheet.step(
    'U1',
    'lost to the load',
    light ? '0.08 sqrt(d Fr / B)' : '0.02 Fr / B',
    light ? `0.08 sqrt(${d} · ${short(radialN)} / ${B})` : `0.02 · ${short(radialN)} / ${B}`,
    load,
    'µm',
    'engineering practice, against creep',
  )
  sheet.step(
    'U2',
    'lost to warmth',
    '0.0015 d ΔT',
    `0.0015 · ${d} · ${short(Math.max(0, innerRingC - ambientC))}`,
    heat,
    'µm',
    'engineering practice: ring against shaft, from bearing to ambient',
  )
  sheet.step(
    'U',
    'needed against creep',
    'U1 + U2 + smoothing',
    `${short(load)} + ${short(heat)} + 2`,
    neededUm,
    'µm',
    'sum of the steps above',
  )
  return sheet.result({ neededUm })
}

/** What to do about a grip that is too little; `none`: no class helps within what the clearance allows. */
export type AgainstCreep =
  { kind: 'class'; toleranceClass: string } | { kind: 'class-and-group'; toleranceClass: string; group: ClearanceGroup } | { kind: 'none' }

/** Shaft classes that exist at a size (mm), by the middle of their zone, loosest first; grade 4 is ground for spindles only and helps nothing against creep. Source: ISO 286-1. */
export function shaftClassesByGrip(sizeMm: number): { toleranceClass: string; middleUm: number }[] {
  return byMiddle(
    SHAFT_CLASSES.filter((name) => !name.endsWith('4')),
    sizeMm,
  )
}

/** Classes that exist at a size (mm), by the middle of their zone in µm, smallest first. Source: ISO 286-1. @throws never */
export function byMiddle(classes: readonly string[], sizeMm: number): { toleranceClass: string; middleUm: number }[] {
  return classes
    .flatMap((toleranceClass) => {
      try {
        const { upperUm, lowerUm } = tolerance({ sizeMm, toleranceClass }).values
        return [{ toleranceClass, middleUm: (upperUm + lowerUm) / 2 }]
      } catch (error) {
        // Not every class exists at every size.
        if (error instanceof InputError) return []
        throw error
      }
    })
    .sort((a, b) => a.middleUm - b.middleUm)
}

/**
 * The next tighter shaft class whose loosest likely grip reaches what is needed (µm), with the group that keeps the clearance: that one
 * where `runs` says it does, else the next larger ones. A class that is not usual for bearings (over p6, or more than a grade coarser)
 * is not gone to. Range and refusals as `fit`. Source: engineering practice. @throws InputError as `fit`
 */
export function againstCreep(
  input: FitInput,
  neededUm: number,
  group: ClearanceGroup | null,
  runs: (toleranceClass: string, group: ClearanceGroup) => boolean,
): AgainstCreep {
  const grade = (name: string) => Number(/\d+$/.exec(name)![0])
  const ordered = shaftClassesByGrip(input.sizeMm)
  const now = ordered.find((c) => c.toleranceClass === input.toleranceClass)
  const tighter = ordered.filter(
    (c) =>
      now && c.middleUm > now.middleUm && USUAL.includes(c.toleranceClass) && grade(c.toleranceClass) <= grade(input.toleranceClass) + 1,
  )
  for (const { toleranceClass } of tighter) {
    if (fit({ ...input, toleranceClass }).values.probableMinInterferenceUm < neededUm) continue
    if (!group) return { kind: 'class', toleranceClass }
    const keeps = CLEARANCE_GROUPS.slice(CLEARANCE_GROUPS.indexOf(group)).find((g) => runs(toleranceClass, g))
    if (keeps) return keeps === group ? { kind: 'class', toleranceClass } : { kind: 'class-and-group', toleranceClass, group: keeps }
    return { kind: 'none' }
  }
  return { kind: 'none' }
}

/** Classes of shaft seats that bearings are gripped by. Engineering practice. */
const USUAL = ['js5', 'j5', 'j6', 'k5', 'k6', 'm5', 'm6', 'n5', 'n6', 'p6', 'r6']
