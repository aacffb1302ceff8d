import type { Bearing } from '../../catalogue/catalogue.js'
import { pressForce } from '../../mounting/press-force.js'
import { chilling, heatingTemperature } from '../../mounting/temperatures.js'
import type { CardAnswers, MountMethod } from '../answers.js'
import { mountingPlan, type PlanStep } from '../plan.js'
import { q } from '../../units/quantities.js'
import { StationBuilder, type StationResult } from '../station.js'
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

/** How cold or hot it goes on: cold press, heating and chilling beside each other, then the steps. */
export function mountStation(answers: CardAnswers, row: Bearing | null, fitted: FitStationResult): MountResult {
  const station = new StationBuilder('mount')
  const m = answers.mount
  const { shaft, housing } = fitted
  if (!row || !shaft || !housing || row.boreTaper) {
    return {
      ...station.close(
        row?.boreTaper
          ? 'A tapered bore is driven up on its sleeve or seat, by nut or oil: follow the maker’s sheet for the drive-up and measure the clearance that is left.'
          : 'Fit must settle the seats first: the interference decides force and temperature.',
        { word: row?.boreTaper ? 'driven up' : 'waiting', level: 'open' },
        null,
        '—',
      ),
      offers: [],
      recommended: null,
      method: null,
      plan: [],
    }
  }
  const ambient = answers.duty.ambientC ?? 20
  const U = Math.max(0, shaft.maxInterferenceUm)
  const press = station.attempt(() =>
    pressForce({
      boreMm: row.boreMm,
      racewayDiameterMm: row.innerRacewayMm,
      widthMm: row.widthMm,
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
      possible: heat.values.withinLimit,
      why: heat.values.withinLimit
        ? `Slides on with room to spare, under the limit of ${q(m.limitC, 'temperature')}.`
        : `Would need ${q(heat.values.setTemperatureC, 'temperature')}, over the limit of ${q(m.limitC, 'temperature')}.`,
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
  if (method === 'heat') heat.cautions.forEach((c) => station.caution(c))
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

  const temperature = station.figure('setTemperatureC', 'Ring temperature to set', heat.values.setTemperatureC, 'temperature', heat, {
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
  const plan = mountingPlan({
    row,
    method,
    group: fitted.group,
    shaft,
    housing,
    forceN: press?.values.forceN ?? null,
    heat: heat.values,
    limitC: m.limitC,
    chillToC: m.chillToC,
  })
  const headline =
    method === 'heat'
      ? q(heat.values.setTemperatureC, 'temperature')
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
