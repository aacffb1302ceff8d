import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { SCREW_CLASSES, type ScrewClass } from './ways.js'

/** Tightening of screws by their class and friction. */

/** Least yield (0.2 % proof) of a property class, MPa: to M16, and above it. ISO 898-1:2013, table 3. */
const YIELD_MPA: Readonly<Record<ScrewClass, readonly [number, number]>> = {
  '4.6': [240, 240],
  '5.6': [300, 300],
  '6.8': [480, 480],
  '8.8': [640, 660],
  '10.9': [940, 940],
  '12.9': [1100, 1100],
}

/** Of the yield that tension and torsion together use. VDI 2230. */
const USE = 0.9

/**
 * Torque, Nm, and preload, N, at 90 % of the yield of the thread: the tension that torsion leaves, by the larger of both frictions.
 * Range: thread 2 to 100 mm, pitch 0.2 mm to a quarter of it, friction 0.04 to 0.4, mean diameter under the head from the thread to three
 * times it. Sources: VDI 2230-1:2015; yield by ISO 898-1:2013, table 3. @throws InputError outside, and for other classes
 */
export function screwTorque(input: {
  threadMm: number
  pitchMm: number
  class: ScrewClass
  friction?: number
  headMeanMm?: number
}): Result<{ torqueNm: number; preloadN: number }> {
  const d = inRange('threadMm', input.threadMm, 2, 100, 'mm')
  const P = inRange('pitchMm', input.pitchMm, 0.2, d / 4, 'mm')
  const yields = YIELD_MPA[input.class]
  if (!yields) throw new InputError('class', input.class, SCREW_CLASSES.join(', '))
  const mu = inRange('friction', input.friction ?? 0.12, 0.04, 0.4)
  const head = inRange('headMeanMm', input.headMeanMm ?? 1.3 * d, d, 3 * d, 'mm')
  const proof = yields[d > 16 ? 1 : 0]
  const pitchMm = d - 0.6495 * P
  const stressMm = d - 0.9382 * P
  const areaMm2 = (Math.PI / 4) * stressMm ** 2
  const twist = 1.5 * (pitchMm / stressMm) * (P / (Math.PI * pitchMm) + 1.155 * mu)
  const preloadN = (USE * proof * areaMm2) / Math.sqrt(1 + 3 * twist ** 2)
  const torqueNm = (preloadN * (0.16 * P + 0.58 * pitchMm * mu + (head / 2) * mu)) / 1000
  const sheet = new Derivation()
  sheet.step('As', 'stress area', 'π/4 (d − 0.9382 P)²', `d ${short(d)}, P ${short(P)} mm`, areaMm2, 'mm²', 'ISO 898-1')
  sheet.step(
    'FM',
    'preload',
    '0.9 Rp As / root of (1 + 3 (1.5 d2/ds (P/(π d2) + 1.155 μ))²)',
    `Rp ${short(proof)} MPa, μ ${short(mu)}`,
    preloadN,
    'N',
    'VDI 2230',
  )
  sheet.step('MA', 'torque', 'FM (0.16 P + 0.58 d2 μ + Dk/2 μ)', `${short(preloadN)} N, Dk ${short(head)} mm`, torqueNm, 'Nm', 'VDI 2230')
  sheet.caution('note', 'torque-of-the-manual')
  return sheet.result({ torqueNm, preloadN })
}

/** Coarse pitch of metric threads: [diameter up to mm, pitch mm]. ISO 261. */
const COARSE: readonly (readonly [number, number])[] = [
  [3, 0.5],
  [4, 0.7],
  [5, 0.8],
  [7, 1],
  [9, 1.25],
  [11, 1.5],
  [12, 1.75],
  [16, 2],
  [22, 2.5],
  [27, 3],
  [33, 3.5],
  [39, 4],
  [45, 4.5],
  [52, 5],
  [60, 5.5],
  [100, 6],
]

/** Coarse pitch of a metric thread, mm. Range: to 100 mm, beyond it that of the largest. Source: ISO 261. */
export const coarsePitchMm = (threadMm: number): number => (COARSE.find(([to]) => threadMm <= to) ?? COARSE.at(-1)!)[1]
