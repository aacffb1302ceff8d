import type { Bearing } from '../bearing/bearing.js'
import type { Cleanliness } from '../life/modified-life.js'
import type { GreaseCleanliness } from '../life/modified-life-tables.js'
import { film, type Film, type Grease } from '../lubrication/grease.js'
import { at100, oilCleanliness, writeOil } from '../lubrication/oil.js'
import type { OilRecord } from '../lubrication/oil-record.js'
import { InputError, type Result } from '../result.js'
import type { CardAnswers, DutyAnswers } from './answers.js'
import type { CardContext, PositionPast } from './context.js'

/** What a place runs in, and its film: one figure for Select, which counts on it, and for Lubricate, which chooses what goes in. */

export interface Lubricant {
  /** As a person calls it. */
  name: string
  viscosity40: number
  viscosity100: number
  /** Chosen on this card; else it is the one that the records name. */
  chosen: boolean
  /** Null where it is grease. */
  oil: OilRecord | null
}

export interface PlaceFilm extends Lubricant {
  film: Result<Film>
}

/** Whether the position runs in oil: as said on the card, else as the records have it. */
export const runsInOil = (answers: CardAnswers, { past }: { past: Pick<PositionPast, 'oil'> }): boolean =>
  answers.lubricate.lubricant === null ? !!past.oil : answers.lubricate.lubricant === 'oil'

/** The oil of a position, each of its facts from the card, else from the records; null where it is grease or its viscosity open. */
export function oilOf(answers: CardAnswers, context: { past: Pick<PositionPast, 'oil'> }): OilRecord | null {
  const { oilFeed, oilViscosity40, oilViscosity100, oilCode } = answers.lubricate
  const known = context.past.oil
  const viscosity40 = oilViscosity40 ?? known?.viscosity40 ?? null
  if (!runsInOil(answers, context) || viscosity40 === null) return null
  // Another oil than the recorded one has its own viscosity when hot.
  const same = known && viscosity40 === known.viscosity40
  return {
    ...{ feed: oilFeed ?? known?.feed ?? 'bath', viscosity40 },
    ...{ viscosity100: oilViscosity100 ?? (same ? known.viscosity100 : null), code: oilCode ?? known?.code ?? null },
  }
}

/** What a place runs in; null while nobody has said. */
export function lubricantOf(answers: CardAnswers, context: CardContext): Lubricant | null {
  if (runsInOil(answers, context)) {
    const oil = oilOf(answers, context)
    const a = answers.lubricate
    const chosen = a.oilViscosity40 !== null
    const hot = oil && at100(oil)
    if (!oil || hot === null) return null
    return { name: `oil ${writeOil(oil)}`, viscosity40: oil.viscosity40, viscosity100: hot, chosen, oil }
  }
  const chosen = context.plant.greases.find((g) => g.id === answers.lubricate.greaseId)
  const grease: Grease | null = chosen ?? context.past.grease
  const { name = '', viscosity40 = 0, viscosity100 = 0 } = grease ?? {}
  return grease && { name, viscosity40, viscosity100, chosen: !!chosen, oil: null }
}

/** Null while no lubricant is known, speed or temperature are open, or one of them is refused at its own field. */
export function filmOf(answers: CardAnswers, row: Bearing | null, context: CardContext): PlaceFilm | null {
  const { speedRpm, innerRingC, outerRingC } = answers.duty
  const lubricant = lubricantOf(answers, context)
  const runC = innerRingC ?? answers.lubricate.housingTemperatureC ?? outerRingC
  if (!row || !lubricant || !speedRpm || runC === null) return null
  try {
    return { ...lubricant, film: film(lubricant, runC, row.pitchDiameterMm, speedRpm) }
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

/** How clean a grease stays where only the surroundings are known. Engineering practice. */
const GREASE_BY_DIRT: Readonly<Record<NonNullable<DutyAnswers['dirt']>, GreaseCleanliness>> = {
  clean: 'normal',
  normal: 'slight-to-typical',
  dirty: 'severe',
  wet: 'severe',
}

/** How clean the lubricant stays: of oil by its sample, of grease as somebody judged it, else by the surroundings. */
export function cleanlinessOf({ select, duty }: CardAnswers, oil: OilRecord | null): { cleanliness: Cleanliness; said: boolean } {
  const dirt = duty.dirt ?? 'normal'
  if (oil) return { cleanliness: oilCleanliness(oil, dirt), said: oil.code !== null }
  return { cleanliness: select.cleanliness ?? GREASE_BY_DIRT[dirt], said: select.cleanliness !== null }
}
