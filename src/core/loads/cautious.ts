import type { DraftComponent } from '../line/draft.js'
import { InputError } from '../result.js'
import { lineLoads, type LineLoadsInput } from './line-loads.js'
import { DOWN_DEG, newSource, type LoadSource, type SourceKind } from './line-sources.js'
import { placeOfComponent, withFacts } from './recorded-sources.js'

/** Loads where only power and speed are known: cautious sizes for what sits on the shaft, and what to measure first. */

interface Known {
  powerKw: number
  /** Diameter of the shaft, mm, from a bearing's bore. */
  shaftMm: number
}
type Guess = readonly [kind: SourceKind, values: (known: Known) => Record<string, number>]

/**
 * A sheave of three shaft diameters is small for its power, so its pull is large; masses by power; all pulls downward, where they add to
 * the weights. Engineering practice.
 */
const rotorKg = (kw: number) => 3.5 * kw ** 0.8
const wheelKg = (kw: number) => 15 * kw ** 0.75
const DOWN = { angleDeg: DOWN_DEG }
// prettier-ignore
const GUESSES: Partial<Record<DraftComponent['kind'], readonly Guess[]>> = {
  sheave: [['belt', ({ powerKw, shaftMm }) => ({ powerKw, pitchDiameterMm: 3 * shaftMm, pullFactor: 2.5, ...DOWN })], ['weight', ({ shaftMm }) => ({ massKg: (shaftMm / 25) ** 3 })]],
  sprocket: [['chain', ({ powerKw, shaftMm }) => ({ powerKw, pitchDiameterMm: 2.5 * shaftMm, pullFactor: 1.5, ...DOWN })]],
  gear: [['gear', ({ powerKw, shaftMm }) => ({ powerKw, pitchDiameterMm: 2.5 * shaftMm, helixDeg: 20, ...DOWN })]],
  'bevel-gear': [['bevel', ({ powerKw, shaftMm }) => ({ powerKw, pitchDiameterMm: 2.5 * shaftMm, coneDeg: 45, ...DOWN })]],
  worm: [['worm', ({ powerKw, shaftMm }) => ({ powerKw, pitchDiameterMm: 1.5 * shaftMm, leadDeg: 10, ...DOWN })]],
  coupling: [['coupling', ({ powerKw, shaftMm }) => ({ powerKw, pitchDiameterMm: 2.5 * shaftMm, sharePercent: 30, ...DOWN })]],
  rotor: [['weight', ({ powerKw }) => ({ massKg: rotorKg(powerKw) })], ['unbalance', ({ powerKw }) => ({ massKg: rotorKg(powerKw), gradeMmS: 6.3 })]],
  'fan-wheel': [['weight', ({ powerKw }) => ({ massKg: wheelKg(powerKw) })], ['unbalance', ({ powerKw }) => ({ massKg: wheelKg(powerKw), gradeMmS: 16 })], ['force', ({ powerKw }) => ({ radialN: 0, axialN: 80 * powerKw ** 0.7 })]],
  impeller: [['weight', ({ powerKw }) => ({ massKg: wheelKg(powerKw) / 5 })], ['force', ({ powerKw, shaftMm }) => ({ radialN: 400 * powerKw ** 0.7, axialN: 20 * shaftMm * powerKw ** 0.3 })]],
  drum: [['weight', ({ powerKw }) => ({ massKg: 40 * powerKw ** 0.7 })], ['force', ({ powerKw }) => ({ radialN: 3000 * powerKw ** 0.8, axialN: 0 })]],
  roll: [['weight', ({ powerKw }) => ({ massKg: 40 * powerKw ** 0.7 })], ['force', ({ powerKw }) => ({ radialN: 3000 * powerKw ** 0.8, axialN: 0 })]],
  flywheel: [['weight', ({ powerKw }) => ({ massKg: 4 * wheelKg(powerKw) })]],
}
/** A shaft of which the records carry nothing is taken as that of a motor. */
const NOTHING_CARRIED: readonly DraftComponent[] = [
  { kind: 'coupling', slot: 0, alongMm: null },
  { kind: 'rotor', slot: 1, alongMm: null },
]

/** By how much a guessed value may be off, as a factor either way. Engineering practice. */
const DOUBT: Readonly<Record<string, number>> = {
  ...{ massKg: 1.6, pitchDiameterMm: 1.6, pullFactor: 1.5, sharePercent: 2, gradeMmS: 2.5, helixDeg: 1.5, coneDeg: 1.3, leadDeg: 1.6 },
  ...{ radialN: 2, axialN: 2.5, angleDeg: 1 },
}

/** Cautious sources for what the records carry, kW, mm; what was guessed of each is named in `assumed`. Source: engineering practice. */
export function cautiousSources(
  known: Known,
  components: readonly DraftComponent[],
  supportsMm: readonly number[],
  id: (n: number) => string,
): LoadSource[] {
  const carried = components.some((c) => GUESSES[c.kind]) ? components : NOTHING_CARRIED
  const found = carried.flatMap((c) =>
    (GUESSES[c.kind] ?? []).map(([kind, values]) => ({ kind, c, values: values(known), at: placeOfComponent(c, supportsMm) })),
  )
  return found.map(({ kind, c, values, at }, n): LoadSource => {
    const source = newSource(kind, id(n), at)
    const rounded = Object.fromEntries(Object.entries(values).map(([name, v]) => [name, Number(v.toPrecision(3))]))
    const assumed = Object.keys(values).filter((name) => name !== 'powerKw')
    return withFacts({ ...source, values: { ...source.values, ...rounded }, assumed }, c.facts)
  })
}

export interface Doubt {
  sourceId: string
  kind: SourceKind
  name: string
  /** The greatest load of any support, N, with the value as far off as it may be either way. */
  fromN: number
  toN: number
}

/** The greatest load of any support, N; null where it cannot be worked out. */
function greatest(input: LineLoadsInput): number | null {
  try {
    return Math.max(...lineLoads(input).values.supports.map((s) => Math.hypot(s.radialN, s.axialN)))
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

/**
 * The guessed values that matter most, the two first: what the greatest load of any support, N, would be were each as far off as it may
 * be. Values that somebody has said are not in it. Source: engineering practice for the doubt.
 */
export function sharpest(input: LineLoadsInput): Doubt[] {
  const doubts = input.sources.flatMap((source) =>
    (source.assumed ?? []).flatMap((name): Doubt[] => {
      const value = source.values[name]
      if (!value) return []
      const loadAt = (v: number) =>
        greatest({ ...input, sources: input.sources.map((s) => (s.id === source.id ? { ...s, values: { ...s.values, [name]: v } } : s)) })
      const factor = DOUBT[name] ?? 1.5
      const ends = [loadAt(value / factor), loadAt(value * factor)]
      if (ends.some((e) => e === null)) return []
      const [a, b] = ends as [number, number]
      return [{ sourceId: source.id, kind: source.kind, name, fromN: Math.min(a, b), toN: Math.max(a, b) }]
    }),
  )
  return doubts
    .filter((d) => d.toN - d.fromN > 1)
    .sort((a, b) => b.toN - b.fromN - (a.toN - a.fromN))
    .slice(0, 2)
}
