import { interpolate } from './result.js'

/**
 * Expansion and elastic constants. One set for every door, so that one question has one answer.
 * Source: engineering practice (handbook values for room temperature to 150 °C; means on cooling).
 */
export const MATERIALS = {
  'carbon-steel': { label: 'carbon steel', expansion: 11.7, cooling: [11.3, 10.6, 9.3], youngGPa: 206, poisson: 0.3 },
  'martensitic-stainless': { label: 'stainless, magnetic (martensitic)', expansion: 10.5, cooling: null, youngGPa: 206, poisson: 0.3 },
  'austenitic-stainless': {
    label: 'stainless, hardly magnetic (austenitic)',
    expansion: 16.5,
    cooling: [16.0, 15.3, 13.5],
    youngGPa: 206,
    poisson: 0.3,
  },
  'duplex-stainless': { label: 'stainless, duplex', expansion: 13.0, cooling: null, youngGPa: 206, poisson: 0.3 },
  'bearing-steel': { label: 'bearing steel', expansion: 12.0, cooling: [11.6, 11.0, 9.7], youngGPa: 206, poisson: 0.3 },
  'cast-iron': { label: 'cast iron', expansion: 10.5, cooling: [10.2, 9.6, 8.5], youngGPa: 110, poisson: 0.3 },
  aluminium: { label: 'aluminium', expansion: 23.5, cooling: [22.8, 21.5, 18.0], youngGPa: 70, poisson: 0.33 },
  bronze: { label: 'bronze', expansion: 17.5, cooling: [17.0, 16.2, 15.5], youngGPa: 105, poisson: 0.33 },
} as const

export type Material = keyof typeof MATERIALS
export const MATERIAL_NAMES = Object.keys(MATERIALS) as [Material, ...Material[]]

/** Lower ends in °C of the mean cooling coefficients, which all start at room temperature. */
const COOLING_TO = [-196, -78, -25, 20]

/** Coefficient of linear expansion per K, near and above room temperature. */
export function expansionPerK(material: Material): number {
  return MATERIALS[material].expansion * 1e-6
}

/**
 * Mean coefficient per K for cooling from room temperature to `toC` (−196 to 20 °C), interpolated.
 * A material without cooling data takes that of the material nearest to it at room temperature, named in `standIn`.
 */
export function coolingPerK(material: Material, toC: number): { perK: number; standIn?: string } {
  const { expansion } = MATERIALS[material]
  const own = MATERIALS[material].cooling
  const nearest = Object.values(MATERIALS)
    .filter((m) => m.cooling)
    .sort((a, b) => Math.abs(a.expansion - expansion) - Math.abs(b.expansion - expansion))[0]!
  const [to25, to78, to196] = own ?? nearest.cooling!
  const perK = interpolate(COOLING_TO, [to196, to78, to25, own ? expansion : nearest.expansion], toC) * 1e-6
  return own ? { perK } : { perK, standIn: nearest.label }
}
