import { CLOSURES, type Closure } from '../bearing/bearing.js'
import { CLEARANCE_GROUPS, groupMark, type ClearanceGroup } from '../bearing/clearance.js'

/** What the letters after a number may speak of. Makers use letters differently: the meaning is kept, not the letters. */
export const FEATURES = ['closure', 'clearance', 'accuracy', 'heat', 'cage', 'groove', 'bore', 'pairing', 'design', 'fill'] as const
export type Feature = (typeof FEATURES)[number]

export const ACCURACY_CLASSES = ['normal', '6', '5', '4', '2'] as const
export const HEAT_LIMITS = ['120', '150', '200', '250', '300'] as const
export const CAGES = ['steel-sheet', 'brass-sheet', 'brass', 'steel', 'light-alloy', 'polymer', 'laminated'] as const
export const GROOVES = ['none', 'snap-ring-groove', 'snap-ring', 'lubrication-groove'] as const
export const BORES = ['cylindrical', '1:12', '1:30'] as const
/** How bearings of a pair or set face; `any`: ground so that they may face either way. */
export const PAIRINGS = ['back-to-back', 'face-to-face', 'tandem', 'any'] as const
const SIDES = ['one', 'both'] as const

/** A closure with its sides, as letters state it. */
export const CLOSURE_VALUES = CLOSURES.flatMap((c) => (c === 'open' ? ['open'] : SIDES.map((side) => `${c}, ${side}`)))

/** Allowed values of each feature; null leaves it free. */
export const VALUES: Record<Feature, readonly string[] | null> = {
  closure: CLOSURE_VALUES,
  clearance: CLEARANCE_GROUPS,
  accuracy: ACCURACY_CLASSES,
  heat: HEAT_LIMITS,
  cage: CAGES,
  groove: GROOVES,
  bore: BORES,
  pairing: PAIRINGS,
  design: null,
  fill: null,
}

export const FEATURE_LABEL: Record<Feature, string> = {
  closure: 'closure',
  clearance: 'internal clearance',
  accuracy: 'tolerance class',
  heat: 'heat stabilisation',
  cage: 'cage',
  groove: 'groove',
  bore: 'bore',
  pairing: 'pairing',
  design: 'internal design',
  fill: 'grease fill',
}

/** One entry of a letter table: after the number, these letters mean this. */
export interface Letters {
  letters: string
  feature: Feature
  value: string
  /** Set for entries of the plant. */
  own?: boolean
}

/** Letters with one meaning across the trade. DIN 623-1 and engineering practice; the plant adds its own. */
// prettier-ignore
export const LETTERS: readonly Letters[] = [
  { letters: '2Z', feature: 'closure', value: 'shields, both' },
  { letters: 'ZZ', feature: 'closure', value: 'shields, both' },
  { letters: 'Z', feature: 'closure', value: 'shields, one' },
  { letters: '2RS', feature: 'closure', value: 'contact-seals, both' },
  { letters: 'RS', feature: 'closure', value: 'contact-seals, one' },
  { letters: '2RZ', feature: 'closure', value: 'non-contact-seals, both' },
  { letters: 'RZ', feature: 'closure', value: 'non-contact-seals, one' },
  ...CLEARANCE_GROUPS.map((g): Letters => ({ letters: groupMark(g), feature: 'clearance', value: g })),
  { letters: 'P0', feature: 'accuracy', value: 'normal' },
  { letters: 'PN', feature: 'accuracy', value: 'normal' },
  { letters: 'P6', feature: 'accuracy', value: '6' },
  { letters: 'P5', feature: 'accuracy', value: '5' },
  { letters: 'P4', feature: 'accuracy', value: '4' },
  { letters: 'P2', feature: 'accuracy', value: '2' },
  { letters: 'SN', feature: 'heat', value: '120' },
  { letters: 'S0', feature: 'heat', value: '150' },
  { letters: 'S1', feature: 'heat', value: '200' },
  { letters: 'S2', feature: 'heat', value: '250' },
  { letters: 'S3', feature: 'heat', value: '300' },
  { letters: 'J', feature: 'cage', value: 'steel-sheet' },
  { letters: 'Y', feature: 'cage', value: 'brass-sheet' },
  { letters: 'M', feature: 'cage', value: 'brass' },
  { letters: 'F', feature: 'cage', value: 'steel' },
  { letters: 'L', feature: 'cage', value: 'light-alloy' },
  { letters: 'TN', feature: 'cage', value: 'polymer' },
  { letters: 'T', feature: 'cage', value: 'laminated' },
  { letters: 'NR', feature: 'groove', value: 'snap-ring' },
  { letters: 'N', feature: 'groove', value: 'snap-ring-groove' },
  { letters: 'K30', feature: 'bore', value: '1:30' },
  { letters: 'K', feature: 'bore', value: '1:12' },
  { letters: 'P', feature: 'cage', value: 'polymer' },
  { letters: 'W33', feature: 'groove', value: 'lubrication-groove' },
  // JIS B 1513.
  { letters: 'DB', feature: 'pairing', value: 'back-to-back' },
  { letters: 'DF', feature: 'pairing', value: 'face-to-face' },
  { letters: 'DT', feature: 'pairing', value: 'tandem' },
  { letters: 'DU', feature: 'pairing', value: 'any' },
  { letters: 'U', feature: 'pairing', value: 'any' },
  { letters: 'E', feature: 'design', value: 'reinforced set of elements' },
  { letters: 'EC', feature: 'design', value: 'reinforced set of elements' },
  { letters: 'X', feature: 'design', value: 'boundary dimensions of the general plan' },
]

export const CLOSURE_WORDS: Record<Closure, string> = {
  open: 'open',
  shields: 'shield',
  'non-contact-seals': 'non-contact seal',
  'contact-seals': 'contact seal',
}

/** The closure that a value of the feature speaks of, `contact-seals, both`; null where it says none. */
export const closureIn = (value: string | null | undefined): Closure | null => (value ? (value.split(', ')[0] as Closure) : null)

/** A value in words: "contact seal on both sides", "C3", "class 6". */
export function valueWords(feature: Feature, value: string): string {
  if (feature === 'closure') {
    const [closure, side] = value.split(', ') as [Closure, string?]
    return side ? `${CLOSURE_WORDS[closure]} on ${side === 'both' ? 'both sides' : 'one side'}` : 'open on both sides'
  }
  if (feature === 'clearance') return `clearance ${groupMark(value as ClearanceGroup)}`
  if (feature === 'accuracy') return value === 'normal' ? 'normal tolerance class' : `tolerance class ${value}`
  if (feature === 'heat') return `stable to ${value} °C`
  if (feature === 'cage') return `cage of ${value.replace('-', ' ')}`
  if (feature === 'bore') return value === 'cylindrical' ? 'cylindrical bore' : `tapered bore ${value}`
  if (feature === 'pairing') return value === 'any' ? 'ground to stand either way round' : `paired ${value}`
  return value.replaceAll('-', ' ')
}

/** Letters that write a value; the plant's own come first. Empty for what is normal and is not written. */
export function lettersFor(table: readonly Letters[], feature: Feature, value: string): string {
  if (value === 'normal' || value === 'open' || value === 'none' || value === 'cylindrical' || (feature === 'heat' && value === '120'))
    return ''
  return table.find((l) => l.feature === feature && l.value === value)?.letters ?? ''
}

/** The plant's letters over the common ones: the same letters mean what the plant says. */
export function letterTable(own: readonly Letters[]): Letters[] {
  const mine = own.map((l) => ({ ...l, own: true }))
  return [...mine, ...LETTERS.filter((l) => !mine.some((m) => m.letters.toUpperCase() === l.letters))]
}
