import { standardToleranceUm } from '../tolerances/iso286.js'
import { inRange } from '../result.js'

/** What can be done about a seat that lies outside its class, by how far. Engineering practice. */

export const REMEDIES = ['measured-ring', 'compound', 'sleeve', 'regrind', 'scrap'] as const
export type Remedy = (typeof REMEDIES)[number]
export const REMEDY_LABEL: Readonly<Record<Remedy, string>> = {
  'measured-ring': 'a ring picked by measuring',
  compound: 'retaining compound',
  sleeve: 'sleeve or spray, and machine to size',
  regrind: 'grind to size',
  scrap: 'a new part',
}

/** A gap across, µm, that retaining compound fills and still holds. Engineering practice. */
const COMPOUND_UM = 100
/** Metal, µm across, that a thin sprayed layer builds up; beyond it a sleeve is pressed on. Engineering practice. */
const SLEEVE_UM = 3000

export interface WornSeat {
  seat: 'shaft' | 'housing'
  nominalMm: number
  /** By how much metal is missing beyond the class, µm across; below zero there is too much of it. */
  missingUm: number
  withinForm: boolean
  /** The ring must slide here. */
  mustSlide: boolean
}

/**
 * Ways out for a seat outside its class, the lightest that serves first; none where it lies within. Metal missing up to half of IT6 is
 * met by measuring rings and picking one; retaining compound fills what is left up to 0.1 mm across, never where the ring must slide;
 * too much metal is ground off. Range: nominal above 0 to 1000 mm, missing −5000 to 20 000 µm. Source: engineering practice.
 * @throws InputError outside
 */
export function seatOptions({ seat, nominalMm, missingUm, withinForm, mustSlide }: WornSeat): Remedy[] {
  inRange('nominalMm', nominalMm, 0, 1000, 'mm', true)
  inRange('missingUm', missingUm, -5000, 20_000, 'µm')
  if (missingUm === 0 && withinForm) return []
  if (missingUm < 0) return withinForm ? ['regrind'] : ['regrind', 'sleeve']
  const options: Remedy[] = []
  if (withinForm && missingUm <= standardToleranceUm(6, nominalMm) / 2) options.push('measured-ring')
  if (!mustSlide && missingUm <= COMPOUND_UM) options.push('compound')
  if (missingUm <= SLEEVE_UM) options.push('sleeve')
  if (seat === 'shaft' || missingUm > SLEEVE_UM) options.push('scrap')
  return options
}
