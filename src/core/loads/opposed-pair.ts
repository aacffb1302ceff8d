import { Derivation, InputError, inRange, short, type Result } from '../result.js'

export interface OpposedPairInput {
  /** Y of each tapered bearing: induced thrust Fr / (2 Y). */
  y?: readonly [number, number]
  /** Induced thrust of each, N, where it is known otherwise: e Fr of angular contact ball bearings. */
  inducedN?: readonly [number, number]
  radialLoadsN: readonly [number, number]
  /** Along the shaft, N; positive presses bearing A. */
  externalAxialN: number
}

/**
 * Axial loads of two bearings that stand against each other, N: the one that is pushed carries what the other induces and the
 * thrust from outside, the other its own. Range: loads from 0 N, Y above 0 to 10. Sources: ISO 281:2007 for Y; equilibrium along
 * the shaft. @throws InputError outside, and without exactly one of `y` and `inducedN`.
 */
export function opposedPair(input: OpposedPairInput): Result<{ axialLoadsN: [number, number]; pushed: 'A' | 'B' }> {
  const [frA, frB] = input.radialLoadsN.map((f, i) => inRange(`radialLoadsN.${i}`, f, 0, 1e9, 'N')) as [number, number]
  const Ka = inRange('externalAxialN', input.externalAxialN, -1e9, 1e9, 'N')
  if ((input.y === undefined) === (input.inducedN === undefined))
    throw new InputError('y', input.y, 'either the Y of each bearing or the induced thrust of each, not both')
  const sheet = new Derivation()
  const [a, b] = [0, 1].map((i) => {
    const name = i ? 'B' : 'A'
    const fr = i ? frB : frA
    if (input.inducedN) return inRange(`inducedN.${i}`, input.inducedN[i]!, 0, 1e9, 'N')
    const y = inRange(`y.${i}`, input.y![i]!, 0, 10, '', true)
    sheet.step(
      `Fi${name}`,
      `thrust that ${name} induces`,
      'Fr / (2 Y)',
      `${short(fr)} / (2 · ${short(y)})`,
      fr / (2 * y),
      'N',
      'ISO 281:2007',
    )
    return fr / (2 * y)
  }) as [number, number]
  const pushedA = b + Ka >= a
  const axialLoadsN: [number, number] = pushedA ? [b + Ka, b] : [a, a - Ka]
  const [symbol, formula, numbers] = pushedA
    ? ['FaA', 'FiB + Ka', `${short(b)} + ${short(Ka)}`]
    : ['FaB', 'FiA − Ka', `${short(a)} − ${short(Ka)}`]
  sheet.step(
    symbol,
    `bearing ${pushedA ? 'A' : 'B'} is pushed`,
    formula,
    numbers,
    pushedA ? axialLoadsN[0] : axialLoadsN[1],
    'N',
    'equilibrium along the shaft',
  )
  return sheet.result({ axialLoadsN, pushed: pushedA ? 'A' : 'B' })
}
