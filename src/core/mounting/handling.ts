import { Derivation, inRange, short, type Result } from '../result.js'
import { amount } from '../words/message.js'
import { coolingWindow } from './warmth.js'

/** What happens to a bearing before it is on: sweat, heat, knocks, and the drift it meets. */

/** Over so much nobody lifts by hand alone, kg. Engineering practice; the local rules go before it. */
export const BY_HAND_KG = 25

/** As warm as the room, but for so much, K: nearer nobody waits. Engineering practice. */
const NEARLY_K = 0.5

export interface SweatingInput {
  boreMm: number
  outsideMm: number
  widthMm: number
  massKg: number
  /** Where it lay, and where it is unwrapped. */
  storeC: number
  roomC: number
  humidityPercent: number
}

/**
 * Whether a bearing that comes from a cold store sweats when it is unwrapped, and how long it stays wrapped until it does not: dew point by
 * Magnus, 243.12 g / (17.62 − g), g = ln(φ / 100) + 17.62 T / (243.12 + T); warming as one lump of steel. Range: −40 to 60 °C, moisture
 * 1 to 100 %, sizes in mm as coolingWindow. Source: Magnus formula; lumped capacity, film in still air: engineering practice.
 * @throws InputError outside
 */
export function sweating(input: SweatingInput): Result<{ dewC: number; sweats: boolean; waitMin: number }> {
  const store = inRange('storeC', input.storeC, -40, 60, '°C')
  const room = inRange('roomC', input.roomC, -40, 60, '°C')
  const moist = inRange('humidityPercent', input.humidityPercent, 1, 100, '%')
  const sheet = new Derivation()
  const g = Math.log(moist / 100) + (17.62 * room) / (243.12 + room)
  const dewC = (243.12 * g) / (17.62 - g)
  sheet.step(
    'Td',
    'dew point',
    '243.12 g / (17.62 − g), g = ln(φ / 100) + 17.62 T / (243.12 + T)',
    `T ${short(room)} °C, φ ${short(moist)} %`,
    dewC,
    '°C',
    'Magnus formula',
  )
  const sweats = store < Math.min(dewC, room - NEARLY_K)
  const { boreMm, outsideMm, widthMm, massKg } = input
  // In saturated air it is dry only when it is as warm as the room, which it nearly is after so long.
  const dryC = Math.min(dewC, room - NEARLY_K)
  const waitMin = sweats
    ? coolingWindow({ boreMm, outsideMm, widthMm, massKg, fromC: store, touchC: dryC, ambientC: room }).values.seconds / 60
    : 0
  sheet.step(
    't',
    'stays wrapped for',
    'warming in still air to the dew point',
    `${short(store)} to ${short(dewC)} °C`,
    waitMin,
    'min',
    'lumped capacity',
  )
  if (sweats)
    sheet.caution(
      'caution',
      'sweats',
      { dew: amount(dewC, 'temperature'), wait: amount(Math.ceil(waitMin), 'minutes') },
      Math.ceil(waitMin),
    )
  return sheet.result({ dewC, sweats, waitMin })
}

/** What can have happened to a new bearing. */
export const HANDLED = ['dropped', 'struck', 'wet'] as const
export type Handled = (typeof HANDLED)[number]

/** What a bearing is put aside for. */
export const ASIDE_REASONS = ['over-heated', 'dropped', 'struck', 'wet'] as const
export type AsideReason = (typeof ASIDE_REASONS)[number]

export type AsideVerdict = 'scrap' | 'measure' | 'look' | 'dry'
export const ASIDE_WORDS: Readonly<Record<AsideVerdict, string>> = {
  scrap: 'scrap: it was over its class or shows heat colour',
  measure: 'measure: size first, then hardness, against an equal one',
  look: 'look inside: path and cage against the other ring, in doubt scrap',
  dry: 'dry, oil and look for rust today; with rust scrap',
}

/**
 * What is to be done with a bearing that was put aside. `classC` is the temperature for which its rings are stabilised, null where nobody
 * knows; °C and minutes. Source: engineering practice: over the class or with heat colour it is scrap, a knock shows in the path.
 */
export function asideVerdict(of: { reason: AsideReason; hottestC: number | null; classC: number | null; colours: boolean }): AsideVerdict {
  if (of.reason === 'wet') return 'dry'
  if (of.reason !== 'over-heated') return 'look'
  return of.colours || (of.hottestC !== null && of.classC !== null && of.hottestC > of.classC) ? 'scrap' : 'measure'
}

/** Which drift may meet a ring, where it must be one: two schools, each with its reason. */
export const DRIFTS = ['soft', 'steel'] as const
export type Drift = (typeof DRIFTS)[number]
export const DRIFT_WORDS: Readonly<Record<Drift, string>> = {
  soft: 'soft metal drift: it marks nothing; wipe its chips away before they get inside',
  steel: 'mild steel drift, 0.2 to 0.4 % carbon: it sheds no chips; careless blows mark the ring',
}

/** What is done with a chilled part when it has warmed: two schools, each with its reason. */
export const DRYINGS = ['dry', 'oil'] as const
export type Drying = (typeof DRYINGS)[number]
export const DRYING_WORDS: Readonly<Record<Drying, string>> = {
  dry: 'Dry it as the frost melts and keep it dry until it is at room temperature, then oil: oil over water shuts the water in.',
  oil: 'Oil it at once with a water-displacing oil as the frost melts: what is covered cannot rust while it warms.',
}
