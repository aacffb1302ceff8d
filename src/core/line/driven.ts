import type { ComponentKind, DraftComponent } from './draft.js'

/** How a line is driven, as what sits on it says. */

/** Where the coupling of a line sits: its place, mm, where that is known, and how many supports stand to its left. */
export interface CouplingAt {
  alongMm: number | null
  slot: number
}

/** What drives a line that has no coupling. */
const OTHER_DRIVES: readonly ComponentKind[] = ['sheave', 'sprocket', 'gear', 'bevel-gear', 'worm']

/**
 * Where the coupling sits, mm, by what the records have on the shaft; null where something else drives it, undefined where nobody has said
 * how it is driven. Source: the records.
 */
export function couplingAmong(components: readonly Pick<DraftComponent, 'kind' | 'slot' | 'alongMm'>[]): CouplingAt | null | undefined {
  const coupling = components.find((c) => c.kind === 'coupling')
  if (coupling) return { alongMm: coupling.alongMm, slot: coupling.slot }
  return components.some((c) => OTHER_DRIVES.includes(c.kind)) ? null : undefined
}
