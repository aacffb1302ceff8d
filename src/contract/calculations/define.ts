import type { z } from 'zod'
import type { Result } from '../../core/result.js'

export interface Calculation {
  name: string
  title: string
  sources: string[]
  input: z.ZodType
  /** The values of the result; working, cautions and assumptions are the same for all. */
  values: z.ZodType
  run: (input: never) => Result<object>
}

/** Ties a schema to a core function, so that the compiler sees that they agree. */
export function define<I extends z.ZodType, V extends z.ZodType>(
  name: string,
  title: string,
  sources: string[],
  input: I,
  values: V,
  run: (input: z.output<I>) => Result<z.output<V> & object>,
): Calculation {
  return { name, title, sources, input, values, run: run as Calculation['run'] }
}
