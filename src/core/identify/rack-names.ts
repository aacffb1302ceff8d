import type { Boundary } from '../catalogue/catalogue.js'

/** A row under one of its names. */
export interface Head {
  row: Boundary
  /** Letters of the number are missing from the name. */
  short: boolean
}

/** The names of a rack, made once and read many times. */
export interface RackNames {
  heads: ReadonlyMap<string, readonly Head[]>
  tapered: ReadonlyMap<string, Boundary>
}
