import type { Bearing } from '../../bearing/bearing.js'
import { FAMILY_LABEL } from '../../bearing/families.js'
import { formOf } from '../../bearing/construction-forms.js'
import { short } from '../../result.js'
import { amount } from '../../words/message.js'
import type { Described, Lines, PositionDuty } from './described.js'

/** What has to go onto the seat and into the housing. */
export function boundary({ row: a }: Described, { row: b }: Described, lines: Lines): void {
  lines.size('bore', a.boreMm, b.boreMm, 'It does not go on this seat.')
  const bore = (row: Bearing) => (row.boreTaper ? `tapered ${row.boreTaper}` : 'cylindrical')
  const form = lines.on('form of the bore', bore(a), bore(b))
  if (a.boreTaper === b.boreTaper) form('same')
  else if (b.boreTaper) form('not', 'A tapered bore does not hold on this plain seat without a sleeve.')
  else form('not', 'A plain bore does not sit on this taper.')
  lines.size('outside diameter', a.outsideMm, b.outsideMm, 'It does not fit this housing.')
  lines.size('width', a.widthMm, b.widthMm, 'Covers, nut and spacers would stand wrong.')
  if (a.innerChamferMm - a.outerChamferMm === b.innerChamferMm - b.outerChamferMm) chamfer('chamfer', a.chamferMm, b.chamferMm, lines)
  else {
    chamfer('chamfer, inner ring', a.innerChamferMm, b.innerChamferMm, lines)
    chamfer('chamfer, outer ring', a.outerChamferMm, b.outerChamferMm, lines)
  }
}

function chamfer(aspect: string, before: number, after: number, lines: Lines): void {
  const line = lines.lengths(aspect, before, after)
  if (before === after) line('same')
  else if (after > before) line('acceptable', 'The larger chamfer clears the fillet; the shoulder catches a little less of the ring.')
  else line('not', 'The smaller chamfer may ride up on the fillet: the ring would not seat.', amount(before - after, 'length', 2))
}

const kind = (row: Bearing) => `${FAMILY_LABEL[row.family]}, ${formOf(row).label}`
const THRUST = ['none', 'one direction', 'both directions'] as const
const HOLDS = ['lets the shaft move along', 'one direction', 'both directions'] as const
const tilt = (row: Bearing) => `${short(row.misalignmentDeg, 2)}°`
/** Types that put up with less than this want a true shaft anyway, degrees. */
const TRUE_SHAFT_DEG = 0.3

/** What the type can do: thrust, holding, tilt, contact angle. */
export function abilities({ row: a }: Described, { row: b }: Described, duty: PositionDuty, lines: Lines): void {
  const [before, after] = [formOf(a), formOf(b)]
  const type = lines.on('type', kind(a), kind(b))
  if (a.form === b.form) type('same')
  else type('acceptable', 'Another type: it stands or falls by the lines below.')

  const thrust = lines.on('thrust it carries', THRUST[before.thrust], THRUST[after.thrust])
  if (before.thrust === after.thrust) thrust('same')
  else if (after.thrust > before.thrust) thrust('acceptable', 'It carries more thrust than the one removed.')
  else if (duty.axialLoadN === 0 && duty.mustHold === false)
    thrust('acceptable', 'There is no thrust at this position.', amount(0, 'force', 0))
  else
    thrust(
      'not',
      'The thrust that the removed one carried would have no bearing to take it.',
      duty.axialLoadN ? amount(duty.axialLoadN, 'force', 2) : null,
    )

  const hold = lines.on('holding the shaft', HOLDS[before.holds], HOLDS[after.holds])
  if (before.holds === after.holds) hold('same')
  else if (before.holds === 0 && duty.mustHold === true) hold('acceptable', 'This position may hold the shaft.')
  else if (before.holds === 0) hold('not', 'The shaft could no longer grow through this bearing: both ends would be held.')
  else if (duty.mustHold === false && after.holds === 0) hold('acceptable', 'This is the end that lets the shaft grow.')
  else if (duty.mustHold === null) hold('unknown', 'Find out which end holds the shaft.')
  else if (after.holds < before.holds) hold('not', 'Nothing would hold the shaft along.')
  else hold('acceptable', 'It holds at least as well.')

  const tilts = lines.on('tilt it puts up with', tilt(a), tilt(b))
  if (a.misalignmentDeg === b.misalignmentDeg) tilts('same')
  else if (b.misalignmentDeg > a.misalignmentDeg) tilts('acceptable', 'It puts up with more.')
  else if (a.misalignmentDeg < TRUE_SHAFT_DEG) tilts('acceptable', 'Both want a true shaft; check the alignment.', tilt(b))
  else tilts('not', 'Where the shaft leans or bends, edges would carry the load.', tilt(b))

  if (a.family !== 'angular-contact-ball' || b.family !== a.family) return
  const angle = lines.on('contact angle', `${a.contactAngleDeg}°`, `${b.contactAngleDeg}°`)
  if (a.contactAngleDeg === b.contactAngleDeg) angle('same')
  else
    angle(
      'not',
      'Another angle shares load and preload differently: a pair must have the same.',
      `${Math.abs(a.contactAngleDeg - b.contactAngleDeg)}°`,
    )
}
