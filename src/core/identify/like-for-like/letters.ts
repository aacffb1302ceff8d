import type { Bearing, Closure } from '../../bearing/bearing.js'
import { clearanceFrom, clearanceGroup } from '../../fits/clearance-group.js'
import { CLEARANCE_GROUPS, type ClearanceGroup } from '../../bearing/clearance.js'
import { InputError } from '../../result.js'
import { amount, phrase } from '../../words/message.js'
import { ACCURACY_CLASSES, closureIn, valueWords } from '../letters.js'
import type { Described, Lines, PositionDuty } from './described.js'

const sealed = (value: string) => (value.startsWith('contact') ? 2 : value === 'open' ? 0 : 1)

/** Closures; gives the one that the other would have. */
export function closure(a: Described, b: Described, duty: PositionDuty, lines: Lines): Closure {
  const worn = (d: Described): string | null =>
    d.features.closure ?? (d.row.closures.length === 1 ? (d.row.closures[0] === 'open' ? 'open' : `${d.row.closures[0]}, both`) : null)
  const [before, after] = [worn(a), worn(b)]
  const words = (value: string | null) => (value ? valueWords('closure', value) : 'not known')
  const line = lines.on('closure', words(before), words(after))
  if (after && duty.relubricated === true && !before)
    line(
      after === 'open' ? 'acceptable' : 'not',
      after === 'open' ? 'Grease is pumped in here: open is right.' : 'Grease is pumped in here: it would not pass the closure.',
    )
  else if (!before || !after) line('unknown', 'Look whether shields or seals cover the elements.')
  else if (before === after) line('same')
  else if (sealed(after) < sealed(before))
    line(
      'not',
      duty.dirt === 'dirty' || duty.dirt === 'wet'
        ? 'The seal is lost, and this place is dirty or wet.'
        : 'A closure is lost: dirt gets in and grease gets out.',
    )
  else if (duty.relubricated === true && after !== 'open') line('not', 'Grease is pumped in here: it would not pass the closure.')
  else if (duty.relubricated === null)
    line('unknown', 'Better closed than before, but grease pumped from outside would not get in: find out.')
  else line('acceptable', 'Better closed than the one removed, and filled for its life.')
  return closureIn(after) ?? 'open'
}

/** Radial clearance by its groups. */
export function clearance(a: Described, b: Described, duty: PositionDuty, lines: Lines): void {
  if (clearanceFrom(a.row) === 'setting' && clearanceFrom(b.row) === 'setting') return
  const [before, after] = [a.features.clearance, b.features.clearance] as (ClearanceGroup | null | undefined)[]
  const words = (g: ClearanceGroup | null | undefined) => (g ? `C${g}` : 'not known')
  const line = lines.on('internal clearance', words(before), words(after))
  if (!before || !after) return line('unknown', 'The group cannot be seen: read it on the ring or in the record before it goes in.')
  if (before === after) return line('same')
  const middle = (row: Bearing, group: ClearanceGroup): number | null => {
    try {
      const { minUm, maxUm } = clearanceGroup({ family: row.family, boreMm: row.boreMm, taperedBore: row.boreTaper !== null, group }).values
      return (minUm + maxUm) / 2
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      return null
    }
  }
  const [was, is] = [middle(a.row, before), middle(b.row, after)]
  const change = was !== null && is !== null ? is - was : null
  const figure = change === null ? null : amount(Math.abs(change), 'fine', 0)
  if (CLEARANCE_GROUPS.indexOf(after) < CLEARANCE_GROUPS.indexOf(before)) {
    const left = change !== null && duty.operatingClearanceUm !== null ? duty.operatingClearanceUm + change : null
    return line(
      'not',
      left === null
        ? 'Less clearance than the one removed: it may run hot and seize.'
        : phrase`About ${amount(left, 'fine', 0)} would be left in operation: it may run hot and seize.`,
      figure,
    )
  }
  line('acceptable', 'More clearance than the one removed: a little noise, a little less life, no harm by heat.', figure)
}

/** Any bearing steel is stable to here; polymer cages age above there. Degrees Celsius, engineering practice. */
const STABLE_C = 100
const POLYMER_C = 110

/** Tolerance class, heat, cage, groove. */
export function otherLetters(a: Described, b: Described, duty: PositionDuty, lines: Lines): void {
  const [classBefore, classAfter] = [a.features.accuracy ?? 'normal', b.features.accuracy ?? 'normal']
  const grade = (value: string) => ACCURACY_CLASSES.indexOf(value as (typeof ACCURACY_CLASSES)[number])
  const named = (d: Described) => (d.features.accuracy ? valueWords('accuracy', d.features.accuracy) : 'normal, as none is marked')
  const accuracy = lines.on('tolerance class', named(a), named(b))
  if (classBefore === classAfter) accuracy('same')
  else if (grade(classAfter) > grade(classBefore)) accuracy('acceptable', 'Finer than the one removed.')
  else accuracy('not', 'Coarser than the one removed: it runs less true.')

  const [heatBefore, heatAfter] = [a.features.heat, b.features.heat]
  const words = (value: string | null | undefined) => (value ? valueWords('heat', value) : 'not known')
  const hot = duty.innerRingC
  const heat = lines.on('heat stabilisation', words(heatBefore), words(heatAfter))
  if (heatBefore && heatBefore === heatAfter) heat('same')
  else if (heatBefore && heatAfter && Number(heatAfter) > Number(heatBefore))
    heat('acceptable', 'Stable to more heat than the one removed.')
  else if (heatAfter && hot !== null && hot > Number(heatAfter))
    heat('not', phrase`The ring runs at ${amount(hot, 'temperature', 0)}: it would grow.`)
  else if (hot !== null && hot < STABLE_C)
    heat('acceptable', 'Any bearing steel is stable at this temperature.', amount(hot, 'temperature', 0))
  else heat('unknown', 'It cannot be seen: ask how hot the position runs, and read the letters.')

  const [cageBefore, cageAfter] = [a.features.cage, b.features.cage]
  if (cageBefore && cageAfter) {
    const cage = lines.on('cage', valueWords('cage', cageBefore), valueWords('cage', cageAfter))
    if (cageBefore === cageAfter) cage('same')
    else if (cageAfter === 'polymer' && hot !== null && hot > POLYMER_C)
      cage('not', 'A polymer cage ages fast at this temperature.', amount(hot, 'temperature', 0))
    else cage('acceptable', 'Another cage; look at speed, heat and what the grease does to it.')
  }
  const [grooveBefore, grooveAfter] = [a.features.groove ?? 'none', b.features.groove ?? 'none']
  if (grooveBefore === grooveAfter) return
  const groove = lines.on('groove', valueWords('groove', grooveBefore), valueWords('groove', grooveAfter))
  if (grooveBefore === 'none') groove('acceptable', 'An extra groove does no harm.')
  else groove('not', 'The groove that this housing uses is missing.')
}
