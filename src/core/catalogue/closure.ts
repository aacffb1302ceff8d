import type { Bearing, Closure } from '../bearing/bearing.js'

/** How a bearing is closed: as its letters say; only one closure may exist of a size, and is then worn whether its letters are read or not. Source: the row. */
export const worn = (row: Pick<Bearing, 'closures'>, closed: Closure | null): Closure =>
  closed ?? (row.closures.length === 1 ? row.closures[0]! : 'open')
