import { formOf } from '../../catalogue/construction-forms.js'
import type { Bearing } from '../../catalogue/catalogue.js'
import { pressForce } from '../../mounting/press-force.js'
import { chilling, heatingTemperature, type HeatingValues } from '../../mounting/temperatures.js'
import type { CardAnswers, MountMethod } from '../answers.js'
import { clearanceFrom, clearanceGroup, type ClearanceGroup } from '../../fits/clearance-group.js'
import { mountingPlan, movingSteps, shortPlan, slidingSteps, type PlanStep } from '../mounting-plan.js'
import { racewaySteps, settingStep, sheetSteps, taperSteps } from '../short-plans.js'
import { PAIRED } from '../../ratings/equivalent-load.js'
import { InputError } from '../../result.js'
import { q } from '../../units/quantities.js'
import { StationBuilder, type Figure, type StationResult, type Verdict } from '../station.js'
import { ALONE, type SetOfBearings } from '../../life/set-of-bearings.js'
import type { FitStationResult } from './fit.js'
import { hollowIn, type FitSeat } from './fit-seats.js'
import { amount } from '../../words/message.js'

export interface MethodOffer {
  method: MountMethod
  label: string
  possible: boolean
  why: string
}

export interface MountResult extends StationResult {
  offers: MethodOffer[]
  recommended: MountMethod | null
  method: MountMethod | null
  plan: PlanStep[]
}

/** Smoothing of a ground seat, taken off before the press force is reckoned. Engineering practice. */
const SMOOTHING_UM = 2

function recommend(row: Bearing, offers: MethodOffer[]): MountMethod {
  const possible = (method: MountMethod) => offers.find((o) => o.method === method)!.possible
  if (row.boreMm <= 80 && possible('press')) return 'press'
  if (possible('heat')) return 'heat'
  return possible('chill') ? 'chill' : 'press'
}

function heatWords({ withinLimit, clearanceLeftUm, ringTemperatureC }: HeatingValues, limitC: number): string {
  const limit = q(limitC, 'temperature')
  if (withinLimit) return `Slides on with room to spare, under the limit of ${limit}.`
  return clearanceLeftUm > 0
    ? `At the limit of ${limit} it goes on with ${q(clearanceLeftUm, 'fine')} to spare: be quick.`
    : `Would need ${q(ringTemperatureC, 'temperature')}; at the limit of ${limit} it does not clear its seat.`
}

/** Clearance as bought, µm; null where the size is beyond the table. */
function clearanceRange(row: Bearing, group: ClearanceGroup): readonly [number, number] | null {
  try {
    const { minUm, maxUm } = clearanceGroup({ family: row.family, boreMm: row.boreMm, taperedBore: row.boreTaper !== null, group }).values
    return [minUm, maxUm]
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

/** A card on which nothing is pressed or heated: why, and the steps there are. */
function without(station: StationBuilder, reason: string, verdict: Verdict, headline: string, plan: PlanStep[]): MountResult {
  return { ...station.close(reason, verdict, null, headline), offers: [], recommended: null, method: null, plan }
}

/** Kinds on which nothing is pressed or heated onto a cylindrical seat: why, and the steps there are; null for all others. */
function withoutPressing(
  station: StationBuilder,
  row: Bearing | null,
  { shaft, housing, hold, sleeve: designation, group, recommended }: FitStationResult,
  set: SetOfBearings,
  unlisted: string | null,
): MountResult | null {
  if (!row && unlisted)
    return without(
      station,
      'No table lists this bearing: its sheet or the drawing of the machine governs, and what it says is written down step by step.',
      { word: 'by the sheet', level: 'open' },
      'by the sheet',
      shortPlan({ unlisted }, set, sheetSteps()),
    )
  if (row?.boreTaper) {
    const sleeve = hold === 'sleeve' && shaft && designation ? { designation, shaft } : null
    const range = group && clearanceFrom(row) === 'table' ? clearanceRange(row, group) : null
    return without(
      station,
      'A tapered bore is driven up on its sleeve or seat, by nut or oil: follow the maker’s sheet for the drive-up and measure the clearance that is left.',
      { word: 'driven up', level: 'open' },
      'driven up',
      hold ? shortPlan({ row, group }, set, taperSteps(sleeve, range)) : [],
    )
  }
  if (row && hold === 'none')
    return without(
      station,
      formOf(row).outerRing === false
        ? 'The needles run on shaft and housing: both are looked at as raceways, and nothing is pressed.'
        : 'The rollers run on the shaft: it is looked at as their raceway, and the ring is pressed into its housing.',
      { word: 'by the sheet', level: 'open' },
      formOf(row).outerRing === false ? 'put in' : 'pressed in',
      shortPlan({ row, group: null }, set, racewaySteps(row, recommended)),
    )
  if (!row || !shaft || !housing)
    return without(
      station,
      'Fit must settle the seats first: the interference decides force and temperature.',
      { word: 'waiting', level: 'open' },
      '—',
      [],
    )
  if (hold === 'screws' || hold === 'collar') {
    const locked = hold === 'screws' ? 'its screws' : 'its collar'
    return without(
      station,
      `An insert bearing slides onto its shaft and is held by ${locked}: it is neither pressed nor heated.`,
      { word: 'slides on', level: 'good' },
      'slides on',
      mountingPlan({ row, group, shaft, housing, moving: slidingSteps(hold), shoulder: false, set }),
    )
  }
  return null
}

/** Force, temperature and cold that the seat asks for. */
function waysOn(station: StationBuilder, answers: CardAnswers, row: Bearing, shaft: FitSeat) {
  const m = answers.mount
  const ambient = answers.duty.ambientC ?? 20
  const U = Math.max(0, shaft.grip!.maxInterferenceUm)
  const press = station.attempt(() =>
    pressForce({
      boreMm: row.boreMm,
      racewayDiameterMm: row.innerRacewayMm,
      widthMm: row.innerWidthMm ?? row.widthMm,
      interferenceUm: Math.max(0, U - SMOOTHING_UM),
      shaftMaterial: answers.arrange.shaftMaterial ?? undefined,
      shaftBoreMm: hollowIn(answers, row),
    }),
  )
  // Heat and cold carry cautions that count only when that method is chosen; a too hot ring is said in its offer.
  const heat = heatingTemperature({
    boreMm: row.boreMm,
    interferenceUm: U,
    shaftTemperatureC: Math.min(150, Math.max(-60, ambient)),
    limitC: m.limitC,
  })
  const chill = station.attempt(
    () => ({
      ...chilling({
        diameterMm: row.boreMm,
        material: answers.arrange.shaftMaterial ?? 'carbon-steel',
        fromC: ambient,
        toC: m.chillToC,
        interferenceUm: U,
      }),
      cautions: [],
    }),
    { toC: 'chillToC' },
  )
  return { press, heat, chill }
}

type Ways = ReturnType<typeof waysOn>

/** The three ways beside each other, each with why it will do or not. */
function offersOf({ press, heat, chill }: Ways, m: CardAnswers['mount']): MethodOffer[] {
  const pressOk = press !== null && press.values.forceN <= m.pressRatingN && press.values.hoopStressMPa <= 150
  return [
    {
      method: 'press',
      label: 'Cold, by press',
      possible: pressOk,
      why: pressOk ? 'The force stays under the rating of the press.' : 'The force or the stress in the ring is too high.',
    },
    {
      method: 'heat',
      label: 'Hot, by heater',
      possible: heat.values.clearanceLeftUm > 0,
      why: heatWords(heat.values, m.limitC),
    },
    {
      method: 'chill',
      label: 'Cold, by chilled shaft',
      possible: (chill?.values.clearanceUm ?? -1) > 0,
      why:
        (chill?.values.clearanceUm ?? -1) > 0
          ? `The shaft shrinks by ${q(chill!.values.shrinkUm, 'fine')} and the ring slides on.`
          : 'The shaft does not shrink enough at this temperature.',
    },
  ]
}

/** What the chosen way asks to be careful of. */
function warnOfMethod(station: StationBuilder, method: MountMethod, offer: MethodOffer, { heat }: Ways, m: CardAnswers['mount']): void {
  if (method === 'heat') {
    heat.cautions.forEach((c) => station.caution(c))
    if (heat.cautions.some((c) => c.code === 'stabilisation-class'))
      station.ask('stabilisation-class', { limit: amount(m.limitC, 'temperature') })
  }
  if (method === 'chill' && m.chillToC < -60) station.warn('caution', 'asphyxiation', {}, m.chillToC)
  if (method === 'press') station.warn('caution', 'press-shield')
  if (!offer.possible) station.warn('stop', `cannot-${method}`, { label: offer.label, why: { marked: offer.why } })
}

/** The figures of all three ways, by way. */
function figuresOf(station: StationBuilder, { press, heat, chill }: Ways, m: CardAnswers['mount']): Record<MountMethod, Figure> {
  const temperature = station.figure('setTemperatureC', 'Ring temperature to set', heat.values.setC, 'temperature', heat, {
    note: `limit ${q(m.limitC, 'temperature')}`,
  })
  const force = station.figure('pressForceN', 'Cold press force', press?.values.forceN ?? null, 'force', press, { decimals: 1 })
  station.figure('hoopStressMPa', 'Stress in the ring', press?.values.hoopStressMPa ?? null, 'stress', press)
  const cold = station.figure(
    'chillClearanceUm',
    `Room with shaft at ${q(m.chillToC, 'temperature')}`,
    chill?.values.clearanceUm ?? null,
    'fine',
    chill,
  )
  return { heat: temperature, press: force, chill: cold }
}

/** How cold or hot it goes on: cold press, heating and chilling beside each other, then the steps. */
export function mountStation(
  answers: CardAnswers,
  row: Bearing | null,
  fitted: FitStationResult,
  set: SetOfBearings = ALONE,
  unlisted: string | null = null,
): MountResult {
  const station = new StationBuilder('mount')
  const m = answers.mount
  const special = withoutPressing(station, row, fitted, set, unlisted)
  if (special) return special
  const { shaft, housing, group } = fitted as FitStationResult & { shaft: FitSeat; housing: FitSeat }
  const bearing = row!
  const ways = waysOn(station, answers, bearing, shaft)
  const offers = offersOf(ways, m)
  const recommended = recommend(bearing, offers)
  const method = m.method ?? recommended
  const offer = offers.find((o) => o.method === method)!
  warnOfMethod(station, method, offer, ways, m)
  const hero = figuresOf(station, ways, m)[method]
  const forceN = ways.press?.values.forceN ?? null
  const { limitC, chillToC } = m
  const heat = ways.heat.values
  const moving = movingSteps({ row: bearing, method, forceN, heat, limitC, chillToC })
  const behind = PAIRED.includes(bearing.family) && bearing.rows === 1 && set.count === 1 ? [settingStep()] : []
  const plan = mountingPlan({ row: bearing, group, shaft, housing, moving, shoulder: true, behind, set })
  const headline = { heat: q(heat.setC, 'temperature'), press: q(forceN ?? 0, 'force', 0), chill: q(chillToC, 'temperature') }[method]
  const first = offers.find((o) => o.method === recommended)!.label.toLowerCase()
  const reason =
    m.method && m.method !== recommended
      ? `Chosen by hand; ${first} would be the first choice. ${offer.why}`
      : `${offer.why} ${bearing.boreMm <= 80 ? `Up to ${q(80, 'length', 0)} bore a cold press comes first when the force allows.` : `Above ${q(80, 'length', 0)} bore heat comes first.`}`
  const verdict: Verdict = { word: offer.possible ? 'can be done' : 'not this way', level: offer.possible ? 'good' : 'stop' }
  return { ...station.close(reason, verdict, hero, headline), offers, recommended, method, plan }
}
