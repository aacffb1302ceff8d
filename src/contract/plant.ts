import { z } from 'zod'
import { GROWTH_SCHOOLS } from '../core/arrangement/growth.js'
import type { Schools } from '../core/card/context.js'
import type { Bearing } from '../core/catalogue/catalogue.js'
import type { MakersFigures } from '../core/catalogue/makers-figures.js'
import { LOAD_BAND_NAMES } from '../core/fits/recommend-tables.js'
import { GREASE_FACTS, type Grease, type GreaseGun } from '../core/lubrication/grease.js'
import { greaseOf, usualRangeC, type Tin } from '../core/lubrication/grease-words.js'
import { SCHOOLS } from '../core/lubrication/regreasing.js'
import type { MeasuringInstrument } from '../core/measuring/instruments.js'
import type { Tool } from '../core/mounting/tools.js'
import { BASE_OILS, THICKENERS } from '../core/lubrication/tables.js'
import { namesOf } from './names.js'
import { upTo } from './numbers.js'

/** What the plant has settled: greases, guns, schools. */

const temperature = z.number().min(-100).max(400)

/** A grease as it is kept, of what its tin says; an emptied class is none. */
export const wholeGrease = (tin: Tin): Omit<Grease, 'id'> => greaseOf({ ...tin, nlgi: tin.nlgi || null })

const inOrder = ({ thickener, lowC, highC }: Pick<Tin, 'thickener' | 'lowC' | 'highC'>): boolean => {
  const [low, high] = usualRangeC(thickener)
  return (lowC ?? low) < (highC ?? high)
}

export const greaseInput = z
  .strictObject({
    name: z.string().trim().min(1, 'must not be empty').max(60),
    thickener: z.enum(namesOf(THICKENERS)),
    // What the tin does not say is taken as usual for its thickener, and marked.
    baseOil: z.enum(namesOf(BASE_OILS)).nullish(),
    nlgi: z.string().trim().max(8).nullish(),
    viscosity40: z.number().min(10).max(10_000).nullish(),
    viscosity100: z.number().min(1.5).max(2000).nullish(),
    lowC: temperature.nullish(),
    highC: temperature.nullish(),
    usual: z.array(z.enum(GREASE_FACTS)).max(GREASE_FACTS.length).optional(),
  })
  .refine((g) => g.viscosity100 == null || (g.viscosity40 ?? 0) > g.viscosity100, {
    path: ['viscosity100'],
    message: 'must be under the viscosity at 40 °C, and that said too',
  })
  .refine((g) => inOrder(g), { path: ['highC'], message: 'must be above the lower end' }) satisfies z.ZodType<Tin>

export const gunInput = z.strictObject({
  name: z.string().trim().min(1, 'must not be empty').max(60),
  strokesWeighed: z.int().min(1).max(200),
  gramsWeighed: upTo(10_000),
})

export const schoolsInput = z.strictObject({
  regreasing: z.enum(SCHOOLS),
  growth: z.enum(GROWTH_SCHOOLS),
  loadBands: z.enum(LOAD_BAND_NAMES),
})

export const plantInput = z.strictObject({ name: z.string().trim().min(1, 'must not be empty').max(120) })

export interface GunView extends GreaseGun {
  strokesWeighed: number
  gramsWeighed: number
  weighedAt: string
  weighedBy: string | null
}

/** What the plant has settled: the settings screen and the greasing page read it. */
export interface PlantSettings {
  /** Name of the plant; empty while nobody has named it. */
  name: string
  greases: Grease[]
  guns: GunView[]
  schools: Schools
  makersFigures: MakersFigures[]
  /** Bearings of the plant's own that are fitted or on a card. */
  ownRows: Bearing[]
  tools: Tool[]
  instruments: MeasuringInstrument[]
  /** What a change is made on (`seen`): name, schools, each grease and gun by its number. */
  versions: { name: string; schools: string; greases: Record<string, string>; guns: Record<string, string> }
}
