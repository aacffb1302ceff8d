/** Life and static safety wanted, by kind of machine and duty. Source: engineering practice, guidance to be edited. */
export const LIFE_TARGETS = {
  'motor-24h': { label: 'motor, pump or fan, round the clock', hours: 40000 },
  'one-shift': { label: 'machine running one shift, not always full', hours: 15000 },
  'full-shift': { label: 'machine running full shifts', hours: 25000 },
  'machine-tool': { label: 'machine tool', hours: 20000 },
  'hand-or-hoist': { label: 'hand tool or hoist', hours: 5000 },
  'lift-or-crane': { label: 'lift or crane', hours: 10000 },
  'must-not-fail': { label: 'must not fail', hours: 100000 },
} as const
export type LifeTarget = keyof typeof LIFE_TARGETS
export const LIFE_TARGET_NAMES = Object.keys(LIFE_TARGETS) as [LifeTarget, ...LifeTarget[]]

export const SHOCKS = {
  smooth: { label: 'smooth', factor: 1.1, staticSafety: { ball: 1, roller: 1.5 } },
  moderate: { label: 'moderate shock', factor: 1.35, staticSafety: { ball: 1, roller: 1.5 } },
  heavy: { label: 'heavy shock', factor: 2, staticSafety: { ball: 1.5, roller: 3 } },
} as const
export type Shock = keyof typeof SHOCKS
export const SHOCK_NAMES = Object.keys(SHOCKS) as [Shock, ...Shock[]]

/** Which life decides: the rating life, or the one that counts film and dirt. Engineering practice differs. */
export const LIFE_SCHOOLS = ['nominal', 'modified'] as const
export type LifeSchool = (typeof LIFE_SCHOOLS)[number]
export const LIFE_SCHOOL_LABEL: Readonly<Record<LifeSchool, string>> = { nominal: 'rating life', modified: 'with film and dirt' }
