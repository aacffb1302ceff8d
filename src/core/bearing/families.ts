/** Bearing families by the vocabulary of ISO 5593. */
export const FAMILIES = [
  'deep-groove-ball',
  'angular-contact-ball',
  'four-point-ball',
  'self-aligning-ball',
  'cylindrical-roller',
  'needle-roller',
  'tapered-roller',
  'spherical-roller',
  'toroidal-roller',
  'thrust-ball',
  'thrust-cylindrical-roller',
  'thrust-needle-roller',
  'thrust-spherical-roller',
  'insert-ball',
] as const
export type Family = (typeof FAMILIES)[number]

/**
 * What holds for a whole family. `mass`: steel of the ring section that is really there. `tiltDeg`: misalignment put up with. All but the label: engineering practice, typical values.
 */
interface FamilyRow {
  label: string
  balls: boolean
  mass: number
  tiltDeg: number
  /** Computed C against what is usual for the size, as remembered: median and worst of the sizes looked at, %. */
  spread: readonly [median: number, worst: number]
}

// prettier-ignore
const FAMILY: Record<Family, FamilyRow> = {
  'deep-groove-ball': { label: 'deep groove ball bearing', balls: true, mass: 0.68, tiltDeg: 0.13, spread: [3, 15] },
  'four-point-ball': { label: 'four-point contact ball bearing', balls: true, mass: 0.68, tiltDeg: 0.03, spread: [3, 10] },
  'angular-contact-ball': { label: 'angular contact ball bearing', balls: true, mass: 0.68, tiltDeg: 0.03, spread: [4, 11] },
  'self-aligning-ball': { label: 'self-aligning ball bearing', balls: true, mass: 0.76, tiltDeg: 2.5, spread: [4, 17] },
  'cylindrical-roller': { label: 'cylindrical roller bearing', balls: false, mass: 0.7, tiltDeg: 0.06, spread: [2, 9] },
  'needle-roller': { label: 'needle roller bearing', balls: false, mass: 0.74, tiltDeg: 0.017, spread: [3, 18] },
  'tapered-roller': { label: 'tapered roller bearing', balls: false, mass: 0.72, tiltDeg: 0.05, spread: [2, 9] },
  'spherical-roller': { label: 'spherical roller bearing', balls: false, mass: 0.77, tiltDeg: 1.5, spread: [3, 12] },
  'toroidal-roller': { label: 'toroidal roller bearing', balls: false, mass: 0.74, tiltDeg: 0.5, spread: [1, 11] },
  'thrust-ball': { label: 'thrust ball bearing', balls: true, mass: 0.7, tiltDeg: 0, spread: [4, 12] },
  'thrust-cylindrical-roller': { label: 'thrust cylindrical roller bearing', balls: false, mass: 0.72, tiltDeg: 0, spread: [5, 15] },
  'thrust-needle-roller': { label: 'thrust needle roller bearing', balls: false, mass: 0.6, tiltDeg: 0, spread: [5, 15] },
  'thrust-spherical-roller': { label: 'thrust spherical roller bearing', balls: false, mass: 0.75, tiltDeg: 2, spread: [1, 3] },
  'insert-ball': { label: 'insert bearing', balls: true, mass: 0.68, tiltDeg: 3, spread: [3, 15] },
}

function column<K extends keyof FamilyRow>(key: K): Record<Family, FamilyRow[K]> {
  return Object.fromEntries(FAMILIES.map((family) => [family, FAMILY[family][key]])) as Record<Family, FamilyRow[K]>
}

export const FAMILY_LABEL = column('label')
export const MASS_SHARE = column('mass')
export const TILT_DEG = column('tiltDeg')
/** Median and worst of computed C against what is usual, %. */
export const SPREAD = column('spread')

/** Sizes whose ratings are further off than their family: bore from and under, mm, and by how much at worst, %. Engineering practice. */
const FURTHER_OFF: Partial<Record<Family, readonly [fromMm: number, underMm: number, C: number, C0: number]>> = {
  'deep-groove-ball': [0, 10, 40, 50],
  'thrust-needle-roller': [0, Infinity, 18, 25],
}

/** How far C and C0 may be off, %, for sizes of a bore in mm that are further off than their family; null for all others. Source: as `FURTHER_OFF`. */
export function furtherOff(family: Family, boreMm: number): readonly [C: number, C0: number] | null {
  const found = FURTHER_OFF[family]
  return found && boreMm >= found[0] && boreMm < found[1] ? [found[2], found[3]] : null
}

/** What to expect between a computed rating and the one usually printed for a size of a bore in mm. See docs/methods.md. */
export function ratingSpread(family: Family, boreMm: number): string {
  const off = furtherOff(family, boreMm)
  if (off)
    return `so small or thin a size is made in several ways: C may be ${off[0]} %, C0 ${off[1]} % from what is printed; enter the figures of its sheet`
  const [median, worst] = SPREAD[family]
  return `expect about ${median} %, at worst ${worst} %, against what is usual for the size; not checked against printed sheets`
}

/** Whether the family rolls on balls; decides exponent, fits column and raceways. */
export function rollsOnBalls(family: Family): boolean {
  return FAMILY[family].balls
}

const THRUST: readonly Family[] = ['thrust-ball', 'thrust-cylindrical-roller', 'thrust-needle-roller', 'thrust-spherical-roller']

/** Carries axial load only, or first of all. */
export function isThrust(family: Family): boolean {
  return THRUST.includes(family)
}
