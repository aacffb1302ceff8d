import type { Bearing } from './catalogue.js'

/** Figures of a maker's sheet, entered by the plant over a row of the catalogue; null keeps the computed one. */
export interface MakersFigures {
  designation: string
  dynamicRatingN: number | null
  staticRatingN: number | null
  fatigueLoadLimitN: number | null
  massKg: number | null
  enteredBy: string
  /** ISO date and time. */
  enteredAt: string
  /** Which sheet they were read from. */
  sheet: string
}

/** The row with the maker's figures over the computed ones. */
export function withMakersFigures(row: Bearing, list: readonly MakersFigures[]): Bearing {
  const figures = list.find((f) => f.designation === row.designation)
  if (!figures) return row
  const { dynamicRatingN, staticRatingN, fatigueLoadLimitN, massKg, enteredBy, enteredAt, sheet } = figures
  const own = { dynamicRatingN, staticRatingN, fatigueLoadLimitN, massKg }
  const entered = Object.fromEntries(Object.entries(own).flatMap(([field, v]) => (v === null ? [] : [[field, 'entered' as const]])))
  return {
    ...row,
    dynamicRatingN: dynamicRatingN ?? row.dynamicRatingN,
    staticRatingN: staticRatingN ?? row.staticRatingN,
    fatigueLoadLimitN: fatigueLoadLimitN ?? row.fatigueLoadLimitN,
    massKg: massKg ?? row.massKg,
    ratingSource: `the maker's figures where entered (${sheet}, by ${enteredBy}), otherwise ${row.ratingSource}`,
    sources: { ...row.sources, ...entered },
    entered: { by: enteredBy, at: enteredAt, sheet },
  }
}
