import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { VISCOSITY_INDEX } from './viscosity-tables.js'

/** Viscosity of oils, mm²/s, by temperature; what a bearing of a size and speed asks for. */

const loglog = (v: number) => Math.log10(Math.log10(v + 0.7))
const logT = (celsius: number) => Math.log10(celsius + 273.15)

/**
 * Viscosity at a temperature, mm²/s, on the line log log(ν + 0.7) = A − B log T through those at 40 and 100 °C; −60 to 250 °C.
 * Source: ASTM D341. @throws InputError outside.
 */
export function viscosityBetween(at40: number, at100: number, temperatureC: number): number {
  inRange('temperatureC', temperatureC, -60, 250, '°C')
  const slope = (loglog(at40) - loglog(at100)) / (logT(100) - logT(40))
  return 10 ** (10 ** (loglog(at40) - slope * (logT(temperatureC) - logT(40)))) - 0.7
}

/** Viscosity at 40 °C, mm²/s, of an oil that has this one at 100 °C and this index. Source: ASTM D2270, ISO 2909. */
function at40Of(at100: number, index: number): number {
  const [, a, b, c, d, e, f] = VISCOSITY_INDEX.findLast(([from]) => from <= at100) ?? VISCOSITY_INDEX[0]!
  const poor = a * at100 ** 2 + b * at100 + c
  const good = d * at100 ** 2 + e * at100 + f
  if (index <= 100) return poor - (index / 100) * (poor - good)
  return good / at100 ** Math.log10(0.00715 * (index - 100) + 1)
}

/** Viscosity at 100 °C, mm²/s, of an oil of a viscosity at 40 °C and an index: the inverse, by bisection. Source: ASTM D2270. @throws InputError under 2 mm²/s at 100 °C, where it ends */
export function at100Of(at40: number, index: number): number {
  let [low, high] = [VISCOSITY_INDEX[0]![0], at40]
  if (at40Of(low, index) > at40)
    throw new InputError(
      'isoVg',
      at40,
      `too thin for this index: under ${low} mm²/s at 100 °C no index is defined; take its viscosity at 100 °C from its sheet, or a thicker oil`,
    )
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2
    if (at40Of(middle, index) < at40) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/**
 * Viscosity of an oil of a class at its running temperature, mm²/s. Range: ISO VG 5 to 3200, index 0 to 250, −60 to 250 °C.
 * Sources: ISO 3448 (the class is the viscosity at 40 °C), ASTM D2270 for the index, ASTM D341 between.
 * @throws InputError outside these ranges, and for an oil under 2 mm²/s at 100 °C, where the index ends
 */
export function viscosity(input: {
  isoVg: number
  viscosityIndex?: number
  temperatureC: number
}): Result<{ viscosityMm2S: number; at100Mm2S: number }> {
  const at40 = inRange('isoVg', input.isoVg, 5, 3200, 'mm²/s')
  const index = inRange('viscosityIndex', input.viscosityIndex ?? 95, 0, 250)
  const at100Mm2S = at100Of(at40, index)
  const viscosityMm2S = viscosityBetween(at40, at100Mm2S, input.temperatureC)
  const sheet = new Derivation()
  sheet.step('ν100', 'oil at 100 °C', 'by the viscosity index', `VG ${short(at40)}, VI ${short(index)}`, at100Mm2S, 'mm²/s', 'ASTM D2270')
  sheet.step(
    'ν',
    'oil at running temperature',
    'log log(ν + 0.7) = A − B log T',
    `${short(at40)} at 40 °C, ${short(at100Mm2S)} at 100 °C, read at ${short(input.temperatureC)} °C`,
    viscosityMm2S,
    'mm²/s',
    'ASTM D341',
  )
  return sheet.result({ viscosityMm2S, at100Mm2S })
}

/**
 * Viscosity that a size asks for at its speed, mm²/s: 45000 n^−0.83 Dpw^−0.5 below 1000 r/min, 4500 n^−0.5 Dpw^−0.5 above.
 * Range: above 0 to 200 000 r/min, Dpw 1 to 3000 mm. Source: ISO 281:2007, 9.3. @throws InputError outside.
 */
export function referenceViscosity(input: { pitchDiameterMm: number; speedRpm: number }): Result<{ viscosityMm2S: number }> {
  const n = inRange('speedRpm', input.speedRpm, 0, 200_000, 'r/min', true)
  const dpw = inRange('pitchDiameterMm', input.pitchDiameterMm, 1, 3000, 'mm')
  const viscosityMm2S = (n < 1000 ? 45000 * n ** -0.83 : 4500 * n ** -0.5) * dpw ** -0.5
  const sheet = new Derivation()
  sheet.step(
    'ν1',
    'reference viscosity',
    n < 1000 ? '45000 n^−0.83 Dpw^−0.5' : '4500 n^−0.5 Dpw^−0.5',
    `n ${short(n)}, Dpw ${short(dpw)}`,
    viscosityMm2S,
    'mm²/s',
    'ISO 281:2007, 9.3',
  )
  return sheet.result({ viscosityMm2S })
}
