/** What can be seen on a removed bearing, part by part, in plain words. Vocabulary of ISO 15243:2017 in the damage modes. */

export const PARTS = [
  { name: 'raceway', label: 'Raceways' },
  { name: 'elements', label: 'Balls or rollers' },
  { name: 'cage', label: 'Cage' },
  { name: 'rib', label: 'Ribs and faces' },
  { name: 'seats', label: 'Bore and outside' },
  { name: 'seals', label: 'Seals' },
  { name: 'grease', label: 'Grease' },
] as const
export type Part = (typeof PARTS)[number]['name']

interface FindingRow {
  readonly name: string
  readonly part: Part
  readonly label: string
  /** How to tell it from its neighbours. */
  readonly plain: string
  /** A part that shows it is not used again. */
  readonly scrap?: true
}

/** One row a finding. */
// prettier-ignore
export const FINDINGS = [
  { name: 'band-both-rings', part: 'raceway', label: 'Dull band all round both rings', plain: 'wide and even on inner and outer ring, no unloaded part' },
  { name: 'band-one-side', part: 'raceway', label: 'Band off to one side', plain: 'all round, but near one shoulder: pushed along the shaft' },
  { name: 'band-skew', part: 'raceway', label: 'Band runs askew', plain: 'from one shoulder to the other round the ring' },
  { name: 'band-two-zones', part: 'raceway', label: 'Two load zones opposite', plain: 'the ring was squeezed oval or pinched' },
  { name: 'flaking-load-zone', part: 'raceway', label: 'Flaking in the load zone', plain: 'pits with sharp edges where the load stood', scrap: true },
  { name: 'flaking-one-side', part: 'raceway', label: 'Flaking toward one side', plain: 'flakes near one shoulder, both rings', scrap: true },
  { name: 'peeling', part: 'raceway', label: 'Fine grey peeling', plain: 'matt, as if lightly sanded; tiny flakes under a lens', scrap: true },
  { name: 'smearing', part: 'raceway', label: 'Smeared streaks', plain: 'metal dragged along, rough to the nail' },
  { name: 'worn-mirror', part: 'raceway', label: 'Worn to a mirror or matt groove', plain: 'a step can be felt at the edge of the path' },
  { name: 'dents-scattered', part: 'raceway', label: 'Small dents, scattered', plain: 'bright or dark dots anywhere on the path', scrap: true },
  { name: 'dents-at-pitch', part: 'raceway', label: 'Dents at element spacing', plain: 'one dent for each ball or roller, edges raised', scrap: true },
  { name: 'scrapes-across', part: 'raceway', label: 'Scrapes across the path', plain: 'straight marks along the shaft, at element spacing', scrap: true },
  { name: 'washboard', part: 'raceway', label: 'Washboard', plain: 'even cross ridges, dark and light, all round', scrap: true },
  { name: 'dull-spots-at-pitch', part: 'raceway', label: 'Dull hollows at element spacing', plain: 'rusty or shiny, no raised edge: it stood and shook', scrap: true },
  { name: 'etch-at-pitch', part: 'raceway', label: 'Etched lines at element spacing', plain: 'grey-black across the path: water while it stood' },
  { name: 'rust', part: 'raceway', label: 'Rust spots', plain: 'red or black pits, not wiped off' },
  { name: 'craters', part: 'raceway', label: 'Melted craters', plain: 'tiny round holes with a melted rim' },
  { name: 'heat-colours', part: 'raceway', label: 'Heat colours on the rings', plain: 'straw, brown, purple, blue: 200 to 300 °C (390 to 570 °F)', scrap: true },
  { name: 'ring-cracked', part: 'raceway', label: 'Cracked ring', plain: 'a crack along the shaft or right through', scrap: true },
  { name: 'elements-frosted', part: 'elements', label: 'Dull grey all over', plain: 'frosted evenly, paths cannot be told' },
  { name: 'elements-flaked', part: 'elements', label: 'Flaked', plain: 'pits with sharp edges', scrap: true },
  { name: 'elements-heat', part: 'elements', label: 'Heat coloured', plain: 'straw to blue, soft to the file', scrap: true },
  { name: 'roller-ends-scored', part: 'elements', label: 'Roller ends scored', plain: 'curved scratches, shiny or torn' },
  { name: 'cage-broken', part: 'cage', label: 'Broken', plain: 'bars or rivets gone, pieces in the grease', scrap: true },
  { name: 'cage-worn', part: 'cage', label: 'Pockets worn', plain: 'elements rattle, brass or steel dust', scrap: true },
  { name: 'cage-bent', part: 'cage', label: 'Bent or pressed in', plain: 'a dint from outside, bars out of line', scrap: true },
  { name: 'rib-chipped', part: 'rib', label: 'Rib or face chipped', plain: 'bright break, at one place' },
  { name: 'rib-scored', part: 'rib', label: 'Rib scored or coloured', plain: 'torn where the roller ends run' },
  { name: 'strike-marks', part: 'rib', label: 'Strike marks on a face', plain: 'bright dints of hammer or drift' },
  { name: 'face-rubbed', part: 'rib', label: 'Face rubbed', plain: 'polished or blue where it ran against a cover' },
  { name: 'bore-turned', part: 'seats', label: 'Bore shiny or scored round', plain: 'the inner ring turned on the shaft' },
  { name: 'outside-turned', part: 'seats', label: 'Outside shiny or scored round', plain: 'the outer ring turned in the housing' },
  { name: 'fretting-rust', part: 'seats', label: 'Red-brown rust on the seat', plain: 'powder or black patches under the ring' },
  { name: 'seal-hard', part: 'seals', label: 'Hard or cracked', plain: 'lip keeps the shape it is bent to' },
  { name: 'seal-torn', part: 'seals', label: 'Torn or out of place', plain: 'lip turned over, shield dented' },
  { name: 'grease-missing', part: 'grease', label: 'Hardly any left', plain: 'dry, or a brown varnish' },
  { name: 'grease-black', part: 'grease', label: 'Black, caked, burnt', plain: 'hard crumbs, burnt smell' },
  { name: 'grease-milky', part: 'grease', label: 'Milky or watery', plain: 'pale, foaming, drops of water' },
  { name: 'grease-gritty', part: 'grease', label: 'Gritty', plain: 'sand or scale between the fingers' },
  { name: 'grease-glitter', part: 'grease', label: 'Glittering', plain: 'metal flakes, brass or steel' },
  { name: 'grease-runny', part: 'grease', label: 'Runny or in two colours', plain: 'oil ran out, or two greases met' },
  { name: 'grease-packed', part: 'grease', label: 'Packed full', plain: 'no room left, pushed out past the seals' },
] as const satisfies readonly FindingRow[]

export type Finding = (typeof FINDINGS)[number]['name']
export const FINDING_NAMES = FINDINGS.map((f) => f.name) as [Finding, ...Finding[]]

const BY_NAME = new Map<Finding, FindingRow>(FINDINGS.map((f) => [f.name, f]))

/** A finding with its words and its part. Source: names and modes by ISO 15243:2017, see `FINDINGS`. */
export function finding(name: Finding): FindingRow {
  return BY_NAME.get(name)!
}

/** "raceways: washboard", for sentences. Source: words of `FINDINGS`. */
export function findingWords(name: Finding): string {
  const row = finding(name)
  return `${PARTS.find((p) => p.name === row.part)!.label.toLowerCase()}: ${row.label.charAt(0).toLowerCase()}${row.label.slice(1)}`
}
