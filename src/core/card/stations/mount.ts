import type { Bearing } from '../../catalogue/catalogue.js'
import { pressForce } from '../../mounting/press-force.js'
import { chilling, heatingTemperature, type HeatingValues } from '../../mounting/temperatures.js'
import type { CardAnswers, MountMethod } from '../answers.js'
import { mountingPlan, movingSteps, slidingSteps, type PlanStep } from '../plan.js'
import { q } from '../../units/quantities.js'
import { StationBuilder, type StationResult, type Verdict } from '../station.js'
import type { FitStationResult } from './fit.js'

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

/** A card on which nothing is pressed or heated: why, and the steps there are. */
function without(station: StationBuilder, reason: string, verdict: Verdict, headline: string, plan: PlanStep[]): MountResult {
  return { ...station.close(reason, verdict, null, headline), offers: [], recommended: null, method: null, plan }
}

/** How cold or hot it goes on: cold press, heating and chilling beside each other, then the steps. */
export function mountStation(answers: CardAnswers, row: Bearing | null, fitted: FitStationResult): MountResult {
  const station = new StationBuilder('mount')
  const m = answers.mount
  const { shaft, housing, hold, group } = fitted
  if (row?.boreTaper)
    return without(
      station,
      'A tapered bore is driven up on its sleeve or seat, by nut or oil: follow the maker’s sheet for the drive-up and measure the clearance that is left.',
      { word: 'driven up', level: 'open' },
      '—',
      [],
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
      mountingPlan({ row, group, shaft, housing, moving: slidingSteps(hold), shoulder: false }),
    )
  }
  const ambient = answers.duty.ambientC ?? 20
  const U = Math.max(0, shaft.grip!.maxInterferenceUm)
  const press = station.attempt(() =>
    pressForce({
      boreMm: row.boreMm,
      racewayDiameterMm: row.innerRacewayMm,
      widthMm: row.innerWidthMm ?? row.widthMm,
      interferenceUm: Math.max(0, U - SMOOTHING_UM),
      shaftMaterial: answers.arrange.shaftMaterial ?? undefined,
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
  const pressOk = press !== null && press.values.forceN <= m.pressRatingN && press.values.hoopStressMPa <= 150
  const offers: MethodOffer[] = [
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
  const recommended = recommend(row, offers)
  const method = m.method ?? recommended
  if (method === 'heat') {
    heat.cautions.forEach((c) => station.caution(c))
    if (heat.cautions.some((c) => c.code === 'stabilisation-class'))
      station.ask(
        'stabilisation-class',
        `Is this ring stabilised for ${q(m.limitC, 'temperature')}? Read the heat letters on the ring or the maker’s sheet.`,
        'A ring not stabilised for its heat grows for good: it comes loose on the shaft or loses its clearance.',
      )
  }
  if (method === 'chill' && m.chillToC < -60)
    station.warn(
      'caution',
      'asphyxiation',
      'Dry ice and liquid nitrogen push the air away and burn the skin: ventilate, never in a pit or a closed container.',
      m.chillToC,
    )
  if (method === 'press')
    station.warn('caution', 'press-shield', 'Press: stand clear, shield, never past the rating; push only on the ring that is tight.')
  if (!offers.find((o) => o.method === method)!.possible)
    station.warn(
      'stop',
      `cannot-${method}`,
      `${offers.find((o) => o.method === method)!.label}: ${offers.find((o) => o.method === method)!.why}`,
    )

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
  const hero = method === 'heat' ? temperature : method === 'press' ? force : cold
  const moving = movingSteps({
    row,
    method,
    forceN: press?.values.forceN ?? null,
    heat: heat.values,
    limitC: m.limitC,
    chillToC: m.chillToC,
  })
  const plan = mountingPlan({ row, group, shaft, housing, moving, shoulder: true })
  const headline =
    method === 'heat'
      ? q(heat.values.setC, 'temperature')
      : method === 'press'
        ? q(press?.values.forceN ?? 0, 'force', 0)
        : q(m.chillToC, 'temperature')
  const offer = offers.find((o) => o.method === method)!
  const reason =
    m.method && m.method !== recommended
      ? `Chosen by hand; ${offers.find((o) => o.method === recommended)!.label.toLowerCase()} would be the first choice. ${offer.why}`
      : `${offer.why} ${row.boreMm <= 80 ? `Up to ${q(80, 'length', 0)} bore a cold press comes first when the force allows.` : `Above ${q(80, 'length', 0)} bore heat comes first.`}`
  return {
    ...station.close(
      reason,
      { word: offer.possible ? 'can be done' : 'not this way', level: offer.possible ? 'good' : 'stop' },
      hero,
      headline,
    ),
    offers,
    recommended,
    method,
    plan,
  }
}
