import type { Bearing } from '../../catalogue/catalogue.js'
import { lockNut, sleeveNut } from '../../parts/nuts.js'
import { BY_HAND_KG } from '../../mounting/handling.js'
import { NEEDS, meanKw, toolOffers, toolWords, type Need, type Tool, type ToolOffer, type Wanted } from '../../mounting/tools.js'
import { HEATERS, type Heater } from '../../mounting/ways.js'
import type { Quantity } from '../../units/quantities.js'
import { amount, joined, phrase, type Words } from '../../words/message.js'
import type { CardAnswers } from '../answers.js'
import type { StationBuilder } from '../station.js'

/** What of the plant's own tools will do for the ways of a card; what is missing is said while there is time to fetch it. */

export interface ToolNeed {
  need: Need
  label: string
  /** What it must do, in words. */
  wants: Words
  /** Whether the way that is chosen needs it; the others are on offer. */
  counts: boolean
  /** The one that was chosen, or the first that will do. */
  picked: string | null
  offers: ToolOffer[]
}

/** Where the choice of a need is answered. */
export const CHOSEN_IN: Partial<Record<Need, 'heaterTool' | 'pressTool' | 'pullerTool' | 'spannerTool'>> = {
  heater: 'heaterTool',
  press: 'pressTool',
  puller: 'pullerTool',
  nut: 'spannerTool',
  drive: 'spannerTool',
}
/** Whose rating is a matter of safety: the one that was chosen must do. */
const MUST_HOLD: readonly Need[] = ['press', 'puller', 'lifting']

const SAID: readonly (readonly [keyof Wanted, Quantity, string])[] = [
  ['forceN', 'force', ''],
  ['torqueNm', 'torque', ''],
  ['atC', 'temperature', ''],
  ['massKg', 'mass', ''],
  ['nutMm', 'length', 'nut '],
  ['boreMm', 'length', 'bore '],
]
const wantsWords = (wanted: Wanted): Words =>
  joined(
    SAID.flatMap(([key, quantity, before]) => {
      const value = wanted[key]
      return value === undefined ? [] : phrase`${before}${amount(value, quantity, quantity === 'force' ? 1 : 0)}`
    }),
    ', ',
  )

/** The needs of a card with what the plant has for each, and cautions where it has nothing; none where no tool is listed. */
export function toolNeeds(
  station: StationBuilder,
  answers: CardAnswers,
  tools: readonly Tool[],
  wanted: Partial<Record<Need, Wanted>>,
  counting: readonly Need[],
): ToolNeed[] {
  if (!tools.length) return []
  return (Object.entries(wanted) as [Need, Wanted][]).map(([need, wants]) => {
    const offers = toolOffers(tools, need, wants)
    const field = CHOSEN_IN[need]
    const chosen = field ? answers.mount[field] : null
    const found = offers.find((o) => o.name === chosen)
    const counts = counting.includes(need)
    const { label } = NEEDS[need]
    if (counts && chosen && !found && offers.length) station.warn('caution', 'tool-gone', { tool: chosen, label })
    else if (counts && found && !found.fits)
      station.warn(MUST_HOLD.includes(need) ? 'stop' : 'caution', 'tool-short', { tool: found.name, why: found.why })
    else if (counts && !offers.some((o) => o.fits)) {
      const [best] = offers
      const why = best ? phrase`${best.name}: ${best.why}` : 'None is listed.'
      station.warn('caution', 'tool-missing', { label, why })
    }
    const picked = found?.name ?? offers.find((o) => o.fits)?.name ?? null
    return { need, label, wants: wantsWords(wants), counts, picked, offers }
  })
}

/** The rating of the press: of the one that was chosen, else of the strongest that is listed, else what the card says, N. */
export function pressRatingN({ mount }: CardAnswers, tools: readonly Tool[]): number {
  const presses = tools.filter((t) => t.kind === 'press' && t.forceN !== null)
  const chosen = presses.find((t) => t.name === mount.pressTool)
  return chosen?.forceN ?? (presses.length ? Math.max(...presses.map((t) => t.forceN!)) : mount.pressRatingN)
}

/** What heats: the tool that was chosen; else what the card says; else the first of the plant that will do. Power in kW over time. */
export function heaterOf(
  { mount }: CardAnswers,
  tools: readonly Tool[],
  wanted: Wanted,
): { heater: Heater; kw: number; tool: Tool | null } {
  const usual = { heater: mount.heater ?? 'induction', kw: mount.heaterKw, tool: null }
  const first = mount.heater === null ? toolOffers(tools, 'heater', wanted).find((o) => o.fits)?.name : null
  const tool = tools.find((t) => t.name === (mount.heaterTool ?? first) && (HEATERS as readonly string[]).includes(t.kind))
  const kw = tool ? meanKw(tool) : null
  return tool && kw !== null ? { heater: tool.kind as Heater, kw, tool } : usual
}

/** The picked tools of a card in words, by need, for its steps. */
export function pickedWords(needs: readonly ToolNeed[], tools: readonly Tool[]): Partial<Record<Need, string>> {
  return Object.fromEntries(
    needs.flatMap(({ need, picked }) => {
      const tool = tools.find((t) => t.name === picked)
      return tool ? [[need, toolWords(tool)]] : []
    }),
  )
}

/** What every seat may want of a tool: its nut turned, the old one off, its weight lifted. Sizes in mm, force in N. */
export function seatWants(
  row: Bearing,
  sleeve: string | null,
  takeOffN: number | null,
): Pick<Partial<Record<Need, Wanted>>, 'nut' | 'drive' | 'puller' | 'lifting'> {
  const nut = sleeve ? sleeveNut(sleeve, row.boreMm) : lockNut(row.boreMm)
  return {
    ...(nut && { nut: { nutMm: nut.outsideMm } }),
    ...(row.boreTaper && { drive: { boreMm: row.boreMm, ...(nut && { nutMm: nut.outsideMm }) } }),
    ...(takeOffN !== null && { puller: { forceN: takeOffN, outsideMm: row.outsideMm } }),
    ...(row.massKg > BY_HAND_KG && { lifting: { massKg: row.massKg } }),
  }
}
