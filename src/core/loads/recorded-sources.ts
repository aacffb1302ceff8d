import type { ComponentFacts, ComponentKind, DraftComponent } from '../line/draft.js'
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
  roll: ['weight', 'force'],
  wheel: ['weight', 'force'],
  screw: ['weight', 'force'],
  flywheel: ['weight', 'unbalance'],
  coupling: ['coupling', 'weight'],
  brake: ['weight'],
  tool: ['force'],
  force: ['force'],
}
/** What is said of a thing on the shaft, and as which value of a source it counts. */
const COUNTS: Partial<Record<SourceKind, Partial<Record<string, keyof ComponentFacts>>>> = {
  weight: { massKg: 'massKg' },
  unbalance: { massKg: 'massKg' },
  belt: { pitchDiameterMm: 'diameterMm' },
  'belt-frequency': { belts: 'belts' },
  'belt-deflection': { belts: 'belts' },
  chain: { pitchDiameterMm: 'diameterMm' },
  gear: { pitchDiameterMm: 'diameterMm' },
  bevel: { pitchDiameterMm: 'diameterMm' },
  worm: { pitchDiameterMm: 'diameterMm' },
  pump: { outsideMm: 'diameterMm', widthMm: 'widthMm' },
  magnetic: { rotorMm: 'diameterMm', stackMm: 'widthMm' },
  force: { radialN: 'pullN', angleDeg: 'pullDeg' },
}
/** What its pull across and its push along replace, once they are said. */
const PULLED: readonly SourceKind[] = ['belt', 'chain', 'gear', 'bevel', 'worm', 'coupling', 'pump', 'fan', 'force']

/** What a thing on the shaft brings: where its force is said, that and not what would be worked out. */
function bringsOf({ kind, facts }: Pick<DraftComponent, 'kind' | 'facts'>): readonly SourceKind[] {
  const brings = BRINGS[kind] ?? (facts?.massKg !== undefined ? (['weight'] as const) : [])
  if (facts?.pullN === undefined && facts?.pushN === undefined) return brings
  return ['force', ...brings.filter((b) => !PULLED.includes(b))]
}

/** A source with what is said of the thing that brings it, kg, mm, N; what was said is no longer assumed. Source: the table above. */
export function withFacts(source: LoadSource, facts: ComponentFacts = {}): LoadSource {
  const said = Object.entries(COUNTS[source.kind] ?? {}).flatMap(([name, fact]) =>
    facts[fact!] === undefined ? [] : [[name, facts[fact!]!] as const],
  )
  const { pushN } = facts
  const pushed = source.kind === 'force' && pushN !== undefined
  const values = { ...Object.fromEntries(said), ...(pushed && { axialN: Math.abs(pushN) }) }
  return {
    ...source,
    values: { ...source.values, ...values },
    ...(pushed && { toward: pushN < 0 ? ('left' as const) : ('right' as const) }),
    ...(source.assumed && { assumed: source.assumed.filter((name) => !(name in values)) }),
  }
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

/** What the records carry that a source of a kind would be of; undefined where nothing is. Source: the table above. */
export function carrierOf(kind: SourceKind, components: readonly DraftComponent[]): DraftComponent | undefined {
  const { of } = sourceOf(kind)
  return components.find((c) => (BRINGS[c.kind] ?? []).some((k) => sourceOf(k).of === of))
}

/** Where a new source of a kind would sit, mm from the left end: at what the records carry of its kind, else in the middle. Source: engineering practice. */
export function usualPlaceMm(kind: SourceKind, components: readonly DraftComponent[], supportsMm: readonly number[]): number {
  const own = carrierOf(kind, components)
  return own ? placeOfComponent(own, supportsMm) : Math.round(((supportsMm[0] ?? 0) + (supportsMm.at(-1) ?? 0)) / 2)
}

/** What the records carry as sources, each at its place in mm, with what is still open of them. Source: engineering practice. */
export function sourcesOfRecords(
  components: readonly DraftComponent[],
  supportsMm: readonly number[],
  id: (n: number) => string,
): LoadSource[] {
  const found = components.flatMap((c) => bringsOf(c).map((kind) => ({ kind, c, at: placeOfComponent(c, supportsMm) })))
  return found.slice(0, MOST_SOURCES).map(({ kind, c, at }, n) => withFacts(newSource(kind, id(n), at), c.facts))
}
