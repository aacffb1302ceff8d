import type { ComponentKind, DraftComponent } from '../line/draft.js'
import { MOST_SOURCES, newSource, sourceOf, type LoadSource, type SourceKind } from './line-sources.js'

/** What the records carry on a shaft, as sources of load, and where each sits. */

/** What the records say sits on a shaft, as kinds of source that it brings. */
const BRINGS: Partial<Record<ComponentKind, readonly SourceKind[]>> = {
  sheave: ['belt', 'weight'],
  sprocket: ['chain', 'weight'],
  gear: ['gear', 'weight'],
  'bevel-gear': ['bevel', 'weight'],
  worm: ['worm'],
  impeller: ['pump', 'weight'],
  'fan-wheel': ['weight', 'unbalance', 'fan'],
  rotor: ['weight', 'unbalance', 'magnetic'],
  drum: ['weight', 'force'],
  flywheel: ['weight', 'unbalance'],
  coupling: ['coupling', 'weight'],
  brake: ['weight'],
  tool: ['force'],
}
/** Outside of the last support things sit about so far from it, as a share of the distance between the outermost. */
const OVERHANG = 0.2

/** Where what the records carry sits, mm from the left end: as recorded, else by its order along the shaft. Source: engineering practice. */
export function placeOfComponent(component: DraftComponent, supportsMm: readonly number[]): number {
  if (component.alongMm !== null) return component.alongMm
  const [first, last] = [supportsMm[0] ?? 0, supportsMm.at(-1) ?? 0]
  const out = Math.max(50, OVERHANG * (last - first))
  const { slot } = component
  if (slot === 0) return Math.round(first - out)
  if (slot >= supportsMm.length) return Math.round(last + out)
  return Math.round((supportsMm[slot - 1]! + supportsMm[slot]!) / 2)
}

/** Where a new source of a kind would sit, mm from the left end: at what the records carry of its kind, else in the middle. Source: engineering practice. */
export function usualPlaceMm(kind: SourceKind, components: readonly DraftComponent[], supportsMm: readonly number[]): number {
  const { of } = sourceOf(kind)
  const own = components.find((c) => (BRINGS[c.kind] ?? []).some((k) => sourceOf(k).of === of))
  return own ? placeOfComponent(own, supportsMm) : Math.round(((supportsMm[0] ?? 0) + (supportsMm.at(-1) ?? 0)) / 2)
}

/** What the records carry as sources, each at its place in mm, with what is still open of them. Source: engineering practice. */
export function sourcesOfRecords(
  components: readonly DraftComponent[],
  supportsMm: readonly number[],
  id: (n: number) => string,
): LoadSource[] {
  const found = components.flatMap((c) => (BRINGS[c.kind] ?? []).map((kind) => ({ kind, at: placeOfComponent(c, supportsMm) })))
  return found.slice(0, MOST_SOURCES).map(({ kind, at }, n) => newSource(kind, id(n), at))
}
