import { expansionPerK, type Material } from '../materials.js'
import { Derivation, InputError, inRange, short, type Result } from '../result.js'

/** Setting of two bearings that are adjusted against each other: play in µm, screws and shims. */

export const SCHEMES = ['back-to-back', 'face-to-face'] as const

export interface PairSettingInput {
  scheme: (typeof SCHEMES)[number]
  /** Between the middles of the raceways, mm. */
  spanMm: number
  /** Mean raceway diameters, mm, and contact angles, degrees, of both bearings. */
  racewayMm: readonly [number, number]
  contactAngleDeg: readonly [number, number]
  shaftMaterial: Material
  shaftRiseK: number
  housingMaterial: Material
  housingRiseK: number
  /** End play wanted when hot; below zero preload. */
  wantedHotUm: number
}

/**
 * Cold end play that leaves the wanted one when hot, µm: change = ± L (α_s ΔT_s − α_h ΔT_h) − ½ Σ D cot α · α_r (ΔT_s − ΔT_h), plus for
 * back-to-back, minus for face-to-face; cold = wanted − change. The rings are bearing steel, each as warm as its seat: equally warm ones do
 * not part across, whatever shaft and housing are made of. Range: span 0 to 20 000 mm, diameters to 2000 mm, angles 1° to 60°, rises −200 to
 * 400 K. Source: linear thermal expansion, geometry of the contact cones. @throws InputError outside.
 */
export function pairSetting(input: PairSettingInput): Result<{ changeUm: number; coldUm: number }> {
  if (!SCHEMES.includes(input.scheme)) throw new InputError('scheme', input.scheme, SCHEMES.join(' or '))
  const L = inRange('spanMm', input.spanMm, 0, 20_000, 'mm')
  const cone = input.racewayMm.reduce((sum, D, i) => {
    const alpha = inRange(`contactAngleDeg.${i}`, input.contactAngleDeg[i]!, 1, 60, '°')
    return sum + inRange(`racewayMm.${i}`, D, 0, 2000, 'mm', true) / Math.tan((alpha * Math.PI) / 180)
  }, 0)
  const shaftK = inRange('shaftRiseK', input.shaftRiseK, -200, 400, 'K')
  const housingK = inRange('housingRiseK', input.housingRiseK, -200, 400, 'K')
  const wanted = inRange('wantedHotUm', input.wantedHotUm, -2000, 5000, 'µm')
  const sign = input.scheme === 'back-to-back' ? 1 : -1
  const parts = expansionPerK(input.shaftMaterial) * shaftK - expansionPerK(input.housingMaterial) * housingK
  const alongUm = 1000 * sign * L * parts
  const ringPerK = expansionPerK('bearing-steel')
  const acrossUm = -1000 * (cone / 2) * ringPerK * (shaftK - housingK)
  const changeUm = alongUm + acrossUm
  const coldUm = wanted - changeUm
  const sheet = new Derivation()
  sheet.step(
    'Δ1',
    'shaft past housing, along',
    `${sign > 0 ? '' : '−'}L (αs ΔTs − αh ΔTh)`,
    `${short(sign * L)} · ${short(parts * 1e6)}e-6`,
    alongUm,
    'µm',
    'linear thermal expansion',
  )
  sheet.step(
    'Δ2',
    'rings apart, across',
    '−½ Σ D cot α · αr (ΔTs − ΔTh)',
    `−½ · ${short(cone)} · ${short(ringPerK * 1e6)}e-6 · ${short(shaftK - housingK)}`,
    acrossUm,
    'µm',
    'rings of bearing steel, each as warm as its seat; geometry of the contact cones',
  )
  sheet.step(
    'Δ',
    'change of the end play',
    'Δ1 + Δ2',
    `${short(alongUm)} ${acrossUm < 0 ? '−' : '+'} ${short(Math.abs(acrossUm))}`,
    changeUm,
    'µm',
    'sum',
  )
  sheet.step('a0', 'end play to set cold', 'wanted − Δ', `${short(wanted)} − ${short(changeUm)}`, coldUm, 'µm', 'sum')
  if (coldUm < 0) sheet.caution('caution', 'pair-cold-preload', {}, short(coldUm))
  return sheet.result({ changeUm, coldUm })
}

/**
 * Angle of a nut in degrees for a change in µm: 360 · change / pitch. Range: change −20 000 to 20 000 µm, pitch 0.1 to 20 mm.
 * Source: geometry of the thread. @throws InputError outside.
 */
export function nutAngle(input: { changeUm: number; pitchMm: number }): Result<{ angleDeg: number }> {
  const change = inRange('changeUm', input.changeUm, -20_000, 20_000, 'µm')
  const pitch = inRange('pitchMm', input.pitchMm, 0.1, 20, 'mm')
  const angleDeg = (0.36 * change) / pitch
  const sheet = new Derivation()
  sheet.step(
    'φ',
    'angle of the nut',
    '360 · change / pitch',
    `360 · ${short(change / 1000)} / ${short(pitch)}`,
    angleDeg,
    '°',
    'geometry of the thread',
  )
  return sheet.result({ angleDeg })
}

/**
 * Shims that give the wanted end play, mm, from what a trial pack gave: trial + (wanted − measured) where more shim opens the play, trial −
 * (wanted − measured) where it closes it. Range: 0 to 100 mm. Source: geometry. @throws InputError outside, and where no pack could do it.
 */
export function shimPack(input: {
  trialMm: number
  measuredMm: number
  wantedMm: number
  side: 'opens' | 'closes'
}): Result<{ packMm: number }> {
  const trial = inRange('trialMm', input.trialMm, 0, 100, 'mm')
  const measured = inRange('measuredMm', input.measuredMm, 0, 100, 'mm')
  const wanted = inRange('wantedMm', input.wantedMm, -1, 100, 'mm')
  const sign = input.side === 'opens' ? 1 : -1
  const packMm = trial + sign * (wanted - measured)
  const sheet = new Derivation()
  sheet.step(
    's',
    'pack',
    sign > 0 ? 'trial + wanted − measured' : 'trial − wanted + measured',
    `${short(trial)}, ${short(wanted)}, ${short(measured)}`,
    packMm,
    'mm',
    'geometry',
  )
  if (packMm < 0) throw new InputError('trialMm', trial, `a trial pack that leaves room: this asks for ${short(packMm)} mm of shims`)
  return sheet.result({ packMm })
}
