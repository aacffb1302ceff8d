/** Bearing families by the vocabulary of ISO 5593. */
export const FAMILIES = [
  'deep-groove-ball',
  'angular-contact-ball',
  'self-aligning-ball',
  'cylindrical-roller',
  'needle-roller',
  'tapered-roller',
  'spherical-roller',
  'toroidal-roller',
  'thrust-ball',
  'thrust-spherical-roller',
  'insert-ball',
] as const
export type Family = (typeof FAMILIES)[number]

export const FAMILY_LABEL: Record<Family, string> = {
  'deep-groove-ball': 'deep groove ball bearing',
  'angular-contact-ball': 'angular contact ball bearing',
  'self-aligning-ball': 'self-aligning ball bearing',
  'cylindrical-roller': 'cylindrical roller bearing',
  'needle-roller': 'needle roller bearing',
  'tapered-roller': 'tapered roller bearing',
  'spherical-roller': 'spherical roller bearing',
  'toroidal-roller': 'toroidal roller bearing',
  'thrust-ball': 'thrust ball bearing',
  'thrust-spherical-roller': 'thrust spherical roller bearing',
  'insert-ball': 'insert bearing',
}

const BALL_FAMILIES: readonly Family[] = ['deep-groove-ball', 'angular-contact-ball', 'self-aligning-ball', 'thrust-ball', 'insert-ball']

/** Whether the family rolls on balls; decides exponent, fits column and raceways. */
export function rollsOnBalls(family: Family): boolean {
  return BALL_FAMILIES.includes(family)
}
