import type { Bearing } from '../catalogue/catalogue.js'
import { MASS_SHARE } from '../bearing/families.js'
import { Derivation, inRange, interpolate, short, type Result } from '../result.js'
import { referenceViscosity, viscosityBetween } from '../life/viscosity.js'
import { BASE_OILS, THICKENERS, oilMixing, thickenerMixing, type BaseOil, type Mixing, type Thickener } from './tables.js'

/** A grease of the plant's own list. Viscosities are those of the base oil. */
export interface Grease {
  id: number
  name: string
  thickener: Thickener
  baseOil: BaseOil
  nlgi: string
  viscosity40: number
  viscosity100: number
  lowC: number
  highC: number
  /** What its tin does not say and is taken as usual for its thickener; left out where everything is said. */
  usual?: GreaseFact[]
}

/** What is known of a grease beside its name and thickener, in the order in which it is said. */
export const GREASE_FACTS = ['baseOil', 'nlgi', 'viscosity40', 'viscosity100', 'lowC', 'highC'] as const
export type GreaseFact = (typeof GREASE_FACTS)[number]
export const GREASE_FACT_LABEL: Readonly<Record<GreaseFact, string>> = {
  baseOil: 'base oil',
  nlgi: 'NLGI class',
  viscosity40: 'oil at 40 °C',
  viscosity100: 'oil at 100 °C',
  lowC: 'lowest temperature',
  highC: 'highest temperature',
}

/** A grease gun as an instrument: how much one stroke gives, by weighing. */
export interface GreaseGun {
  id: number
  name: string
  gramsPerStroke: number
}

export type InsideThickener = Thickener | 'unknown'
export type InsideOil = BaseOil | 'unknown'

export interface Compatibility {
  mixing: Mixing
  /** Why, in a sentence. */
  words: string
}

/** Whether a grease may meet the one that is in there: thickener and base oil both count, the unknown is no. Source: tables.ts. */
export function compatibility(inside: { thickener: InsideThickener; baseOil: InsideOil }, to: Grease): Compatibility {
  if (inside.thickener === 'unknown' || inside.baseOil === 'unknown')
    return { mixing: 'no', words: 'What is in there is not known, and unknown counts as no: strip, wipe out, clean, repack.' }
  const a = THICKENERS.find((t) => t.name === inside.thickener)!.label
  const b = THICKENERS.find((t) => t.name === to.thickener)!.label
  const thick = thickenerMixing(inside.thickener, to.thickener)
  const oil = oilMixing(inside.baseOil, to.baseOil)
  const oils = `${BASE_OILS.find((o) => o.name === inside.baseOil)!.label} with ${BASE_OILS.find((o) => o.name === to.baseOil)!.label} oil`
  if (thick === 'no') return { mixing: 'no', words: `${a} and ${b} thickener must not mix: strip, wipe out, clean, repack.` }
  if (oil === 'no') return { mixing: 'no', words: `${oils} must not mix: strip, wipe out, clean, repack.` }
  if (thick === 'borderline' || oil === 'borderline')
    return {
      mixing: 'borderline',
      words: `${thick === 'borderline' ? `${a} with ${b} thickener` : oils} is borderline: clean out, or purge well and shorten the first interval.`,
    }
  return { mixing: 'compatible', words: `${a} with ${b} thickener and ${oils} may meet.` }
}

/** Greases weigh about nine tenths of water, g/cm³. Engineering practice. */
const DENSITY = 0.9
const STEEL_G_CM3 = 7.85

/**
 * Grease for the first fill: free volume V = π/4 · B (D² − d²)/1000 − m/7.85 cm³, filled to `share` (0 to 1), at 0.9 g/cm³.
 * Mass in kg. Range: open bearings. Source: engineering practice.
 * @throws InputError for a share outside 0 to 1
 */
export function firstFill(
  row: Pick<Bearing, 'boreMm' | 'outsideMm' | 'widthMm' | 'massKg'>,
  share: number,
): Result<{ freeCm3: number; firstFillG: number }> {
  inRange('share', share, 0, 1)
  const { boreMm: d, outsideMm: D, widthMm: B, massKg } = row
  const freeCm3 = ((Math.PI / 4) * B * (D ** 2 - d ** 2)) / 1000 - (massKg * 1000) / STEEL_G_CM3
  const sheet = new Derivation()
  sheet.step(
    'V',
    'free volume',
    'π/4 · B (D² − d²)/1000 − m/7.85',
    `π/4 · ${short(B)} (${short(D)}² − ${short(d)}²)/1000 − ${short(massKg * 1000)}/7.85`,
    freeCm3,
    'cm³',
    'engineering practice: ring space less steel',
  )
  const firstFillG = Math.max(0, freeCm3) * share * DENSITY
  sheet.step(
    'G0',
    'first fill',
    'share · V · 0.9 g/cm³',
    `${short(share)} · ${short(freeCm3)} · 0.9`,
    firstFillG,
    'g',
    'engineering practice: 30 to 50 % of the free volume, 10 to 20 % at very high speed',
  )
  sheet.assume('The mass is estimated from the size, so the free volume is too.')
  return sheet.result({ freeCm3, firstFillG })
}

/** Families with rows whose inner ring is longer than the outer one; a row says by its outer width whether it is. */
const LONG_INNER: readonly Bearing['family'][] = ['insert-ball', 'self-aligning-ball']

/**
 * What of a bearing holds grease: of an insert, or of a self-aligning one with a long inner ring, only what lies under its outer ring, not the long inner ring beside it.
 * Source: geometry; mass of the rings by the share of the family.
 */
export function greasedPart(
  row: Pick<Bearing, 'family' | 'boreMm' | 'outsideMm' | 'widthMm' | 'outerWidthMm' | 'massKg'>,
): Pick<Bearing, 'boreMm' | 'outsideMm' | 'widthMm' | 'massKg'> {
  const { boreMm, outsideMm, widthMm, massKg, outerWidthMm, family } = row
  if (!LONG_INNER.includes(family) || outerWidthMm === null) return { boreMm, outsideMm, widthMm, massKg }
  const ring = (Math.PI / 4) * (outsideMm ** 2 - boreMm ** 2) * outerWidthMm
  return { boreMm, outsideMm, widthMm: outerWidthMm, massKg: MASS_SHARE[family] * ring * STEEL_G_CM3 * 1e-6 }
}

/** Speed factor n·dm that a grease stands, mm/min, by the viscosity of its oil at 40 °C, mm²/s. Engineering practice. */
// prettier-ignore
const SPEED_BY_VISCOSITY: readonly (readonly [number, number])[] = [
  [15, 1_000_000], [32, 800_000], [68, 600_000], [100, 500_000], [150, 420_000], [220, 320_000], [320, 240_000], [460, 170_000],
  [680, 110_000], [1000, 70_000],
]

/**
 * Speed factor n·dm to which a grease of this base oil is usually run, mm/min: thick oil warms itself. Range: 2 to 10 000 mm²/s
 * at 40 °C, held at the ends of the table. Source: engineering practice; the maker's own figure governs.
 */
export function greaseSpeedLimit(grease: Pick<Grease, 'viscosity40'>): number {
  return interpolate(
    SPEED_BY_VISCOSITY.map((r) => r[0]),
    SPEED_BY_VISCOSITY.map((r) => r[1]),
    grease.viscosity40,
  )
}

/**
 * Share of the free volume to fill first, 0.15 to 0.4, by how near n·dm comes to what grease stands; speed in r/min, pitch diameter in mm.
 * Source: engineering practice.
 */
export function fillShare(speedRpm: number, pitchDiameterMm: number): number {
  const ndm = speedRpm * pitchDiameterMm
  return ndm > 400_000 ? 0.15 : ndm > 200_000 ? 0.3 : 0.4
}

/** Strokes of this gun for a quantity in g, to the nearest whole one, at least one. Source: weighing of the gun. */
export function strokesFor(quantityG: number, gun: Pick<GreaseGun, 'gramsPerStroke'>): number {
  return Math.max(1, Math.round(quantityG / gun.gramsPerStroke))
}

/** What so many strokes of this gun give, g. Source: weighing of the gun. */
export function gramsOf(strokes: number, gun: Pick<GreaseGun, 'gramsPerStroke'>): number {
  return strokes * gun.gramsPerStroke
}

/** Viscosity ratio κ = ν/ν1 aims at 1 to 4. Temperatures °C, viscosities mm²/s. */
export interface Film {
  viscosity: number
  reference: number
  kappa: number
}

/**
 * Base oil viscosity at running temperature by log log(ν + 0.7) = A − B log T through 40 and 100 °C, against the
 * reference ν1 = 45000 n^−0.83 Dpw^−0.5 (n < 1000 r/min), 4500 n^−0.5 Dpw^−0.5. Source: ISO 281:2007, 9.3; ASTM D341 for the line.
 * Range: −60 to 250 °C, above 0 to 200 000 r/min, Dpw 1 to 3000 mm.
 * @throws InputError outside these ranges
 */
export function film(
  grease: Pick<Grease, 'viscosity40' | 'viscosity100'>,
  temperatureC: number,
  pitchDiameterMm: number,
  speedRpm: number,
): Result<Film> {
  const viscosity = viscosityBetween(grease.viscosity40, grease.viscosity100, temperatureC)
  const wanted = referenceViscosity({ pitchDiameterMm, speedRpm })
  const reference = wanted.values.viscosityMm2S
  const sheet = new Derivation()
  const kappa = viscosity / reference
  sheet.step(
    'ν',
    'base oil at running temperature',
    'log log(ν + 0.7) = A − B log T',
    `${grease.viscosity40} at 40 °C, ${grease.viscosity100} at 100 °C, read at ${short(temperatureC)} °C`,
    viscosity,
    'mm²/s',
    'ASTM D341',
  )
  sheet.include(wanted)
  sheet.step('κ', 'viscosity ratio', 'ν / ν1', `${short(viscosity)} / ${short(reference)}`, kappa, '', 'ISO 281:2007, 9.3.2')
  return sheet.result({ viscosity, reference, kappa })
}
