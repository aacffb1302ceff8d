import { meanOfRowsUm } from '../mounting/drive-progress.js'
import type { PlanStep } from './steps/plan-step.js'

/** What a step works out of its readings, the same on every screen, in the lists and on the server. */

type Values = Readonly<Record<string, unknown>>

/** The step of the same scope at which the feeler read what there was, by the key of the one that asks what is left. */
export const zeroOf = (key: string): string => key.replace(/\w+$/, 'before')

/** What the feeler lost between its zero and now, µm: the means of both rows; null while either is not felt. Source: arithmetic. */
export function takenUm(zero: Values | undefined, values: Values): number | null {
  const felt = meanOfRowsUm(zero?.beforeUm, zero?.beforeOtherUm)
  const left = meanOfRowsUm(values.leftUm, values.leftOtherUm)
  return felt === null || left === null || left < 0 ? null : felt - left
}

/**
 * The entries of a step with what follows from them: what was taken away, µm, is reckoned once it is as much as is wanted, and goes when
 * a reading takes it back. What somebody typed stays. `before` is how they stood, `zero` the entries of the step at `zeroOf`.
 * Source: arithmetic.
 */
export function withReckoned<V extends Values>(
  { fields }: Pick<PlanStep, 'fields'>,
  before: Values,
  after: V,
  zero: Values | undefined,
): V {
  const field = fields.find((f) => f.reckoned === 'taken')
  if (!field) return after
  const enough = (um: number | null) => (um !== null && um >= (field.min ?? 0) ? um : null)
  const [was, now] = [enough(takenUm(zero, before)), enough(takenUm(zero, after))]
  const stands = after[field.key] ?? null
  return was === now || (stands !== null && stands !== was) ? after : { ...after, [field.key]: now }
}
