import type { HeldBy } from '../../arrangement/holding.js'
import { formOf, isDrawnCup } from '../../catalogue/construction-forms.js'
import { canSlide } from '../../fits/fit.js'
import { takeOffWays, type Held, type Situation } from '../../mounting/plan.js'
import type { InnerWay, OuterWay, TakeOffWay } from '../../mounting/ways.js'
import type { Bearing } from '../../catalogue/catalogue.js'
import { pressForce } from '../../mounting/press-force.js'
import { housingPress } from '../../mounting/housing-press.js'
import { coarsePitchMm, screwTorque } from '../../mounting/screw-torque.js'
import { chilling, heatingTemperature, type HeatingValues } from '../../mounting/temperatures.js'
import { coolingWindow, heatingTime, housingHeating, infraredReading } from '../../mounting/warmth.js'
import type { CardAnswers, MountMethod } from '../answers.js'
import type { Heater } from '../fields.js'
import { clearanceFrom, clearanceGroup, type ClearanceGroup } from '../../fits/clearance-group.js'
import type { PlanStep } from '../mounting-plan.js'
import { planSteps, type StepContext } from '../plan-steps.js'
import { PAIRED } from '../../ratings/equivalent-load.js'
import { InputError, short } from '../../result.js'
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
  /** How the old bearing comes off, the first choice first; like the ways of the outer ring not there in older closed cards. */
  takeOff?: TakeOffWay[]
  /** How the outer ring gets into its housing. */
  outer?: OuterWay
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

/** What holds the inner ring, as a plan sees it; null while that is not settled. */
function heldOf(row: Bearing | null, { hold }: FitStationResult, unlisted: string | null): Held | null {
  if (!row) return unlisted ? 'unlisted' : null
  if (hold !== 'none') return hold
  return formOf(row).outerRing === false ? 'cage' : isDrawnCup(row) ? 'cup' : 'ring'
}

/** What clamps the inner ring beside its fit: what it stands against at Arrange, the shoulder left out. */
const RETAINERS: Partial<Record<HeldBy, Situation['retained'][number]>> = { nut: 'nut', cover: 'end-plate', 'snap-ring': 'snap-ring' }

/** How an outer ring that its housing grips gets in: a small one by press, a large one or one in light alloy into a warmed housing. */
function outerWay(answers: CardAnswers, row: Bearing, housing: FitSeat | null): OuterWay {
  const grip = housing?.grip
  if (!grip || grip.maxInterferenceUm <= 0 || canSlide(grip)) return 'push'
  return row.outsideMm > 80 || answers.arrange.housingMaterial === 'aluminium' ? 'warm' : 'press'
}

/** Everything that decides which steps there are. */
function situationOf(
  answers: CardAnswers,
  row: Bearing | null,
  fitted: FitStationResult,
  held: Held,
  inner: InnerWay,
  set: SetOfBearings,
): Situation {
  const { mount, arrange, fit } = answers
  const ends = [arrange.innerLeft, arrange.innerRight].flatMap((end) => (end && RETAINERS[end]) ?? [])
  return {
    ...{ held, inner, family: row?.family ?? null, count: set.count, takeOff: mount.takeOff, hydraulic: mount.hydraulic, split: fit.split },
    outer: row ? (mount.outerMethod ?? outerWay(answers, row, fitted.housing)) : 'push',
    separable: row !== null && formOf(row).separable,
    seated: Boolean(fitted.housing?.grip),
    retained: [...new Set(ends)],
    rings: [arrange.outerLeft, arrange.outerRight].includes('locating-ring'),
    opposed: row !== null && PAIRED.includes(row.family) && row.rows === 1 && set.count === 1,
  }
}

/** What the drive-up of a tapered bore is done by; null where Fit has no figures of it. */
function driveOf(answers: CardAnswers, row: Bearing, fitted: FitStationResult): StepContext['drive'] {
  const of = (name: string) => fitted.figures.find((f) => f.key === `fit.${name}`)?.value ?? null
  const ranges = ['reductionUm', 'travelMm', 'nutAngleDeg'].map(of)
  if (!ranges.every((r) => Array.isArray(r))) return null
  const [reductionUm, travelMm, angleDeg] = ranges as (readonly [number, number])[]
  const left = of('leastLeftUm')
  return {
    by: answers.mount.driveBy ?? (row.family === 'self-aligning-ball' ? 'angle' : 'reduction'),
    ...{ reductionUm: reductionUm!, travelMm: travelMm!, angleDeg: angleDeg! },
    leastLeftUm: typeof left === 'number' ? left : null,
  }
}

/** The steps of a place, once what holds its ring is known. */
function planned(
  answers: CardAnswers,
  row: Bearing | null,
  fitted: FitStationResult,
  situation: Situation,
  set: SetOfBearings,
  unlisted: string | null,
  more: Partial<StepContext> = {},
): PlanStep[] {
  const { group, shaft, housing, sleeve, recommended } = fitted
  const { held } = situation
  const onTaper = held === 'sleeve' || held === 'taper'
  return planSteps({
    ...{ situation, row, unlisted, shaft, housing, set, heat: null, forceN: null, outerForceN: null, housingC: null, endBolt: null },
    group: held === 'ring' || held === 'cup' || held === 'cage' ? null : group,
    sleeve: held === 'sleeve' ? sleeve : null,
    ...{ limitC: answers.mount.limitC, chillToC: answers.mount.chillToC, ringToC: answers.mount.chillToC },
    drive: row && onTaper ? driveOf(answers, row, fitted) : null,
    boughtUm: row && onTaper && group && clearanceFrom(row) === 'table' ? clearanceRange(row, group) : null,
    classes: held === 'cup' ? recommended : null,
    outerTurns: answers.duty.turningRing === 'outer',
    setting: null,
    ...more,
  })
}

/** What is said of kinds on which nothing is pressed or heated onto a cylindrical seat: why, verdict and headline. */
const WITHOUT: Readonly<Record<Exclude<Held, 'fit'>, readonly [reason: string, verdict: Verdict, headline: string]>> = {
  unlisted: ['No table lists this bearing: its sheet or the drawing of the machine governs, and what it says is written down step by step.', { word: 'by the sheet', level: 'open' }, 'by the sheet'],
  sleeve: ['A tapered bore is driven up on its sleeve, from where all slack is out: by the clearance that goes, by travel, or by the turn of its nut. The figures stand at Fit; the maker’s sheet goes before them.', { word: 'driven up', level: 'open' }, 'driven up'],
  taper: ['A tapered bore is driven up on its seat, from where all slack is out: by the clearance that goes, by travel, or by the turn of its nut. The figures stand at Fit; the maker’s sheet goes before them.', { word: 'driven up', level: 'open' }, 'driven up'],
  screws: ['An insert bearing slides onto its shaft and is held by its screws: it is neither pressed nor heated.', { word: 'slides on', level: 'good' }, 'slides on'],
  collar: ['An insert bearing slides onto its shaft and is held by its collar: it is neither pressed nor heated.', { word: 'slides on', level: 'good' }, 'slides on'],
  ring: ['The rollers run on the shaft: it is looked at as their raceway, and the ring is pressed into its housing.', { word: 'by the sheet', level: 'open' }, 'pressed in'],
  cup: ['The rollers run on the shaft: it is looked at as their raceway, and the ring is pressed into its housing.', { word: 'by the sheet', level: 'open' }, 'pressed in'],
  cage: ['The needles run on shaft and housing: both are looked at as raceways, and nothing is pressed.', { word: 'by the sheet', level: 'open' }, 'put in'],
} // prettier-ignore

/** A card on which nothing is pressed or heated onto a cylindrical seat; null for all others. */
function withoutPressing(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing | null,
  fitted: FitStationResult,
  set: SetOfBearings,
  unlisted: string | null,
): MountResult | null {
  const held = heldOf(row, fitted, unlisted)
  const waiting = () => ({
    ...station.close(
      'Fit must settle the seats first: the interference decides force and temperature.',
      { word: 'waiting', level: 'open' },
      null,
      '—',
    ),
    ...NO_WAY,
    plan: [],
  })
  const needsSeats = held === 'fit' || held === 'screws' || held === 'collar'
  if (!held)
    return row?.boreTaper ? { ...waiting(), ...station.close(WITHOUT.taper[0], WITHOUT.taper[1], null, WITHOUT.taper[2]) } : waiting()
  if (needsSeats && (!fitted.shaft || !fitted.housing)) return waiting()
  if (held === 'fit') return null
  if (held === 'collar' && answers.mount.reversing) station.warn('stop', 'collar-reversing')
  const [reason, usual, usually] = WITHOUT[held]
  const drive = row && (held === 'sleeve' || held === 'taper') ? driveOf(answers, row, fitted) : null
  const hero = drive && station.figure('driveUm', 'Clearance to take away', drive.reductionUm, 'fine', null, { note: `from its zero; ${q(drive.travelMm[0], 'gap')} to ${q(drive.travelMm[1], 'gap')} up the taper` }) // prettier-ignore
  const verdict: Verdict = drive ? { word: 'can be done', level: 'good' } : usual
  const headline = drive ? `${q(drive.reductionUm[0], 'fine')} less` : usually
  const situation = situationOf(answers, row, fitted, held, 'press', set)
  const stopped = station.hasStop()
  return {
    ...station.close(reason, stopped ? { word: 'not this way', level: 'stop' } : verdict, hero, headline),
    ...NO_WAY,
    plan: planned(answers, row, fitted, situation, set, unlisted),
    takeOff: takeOffWays({ held, separable: situation.separable, boreMm: row?.boreMm ?? 0, gripUm: 0 }),
  }
}
const NO_WAY = { offers: [], recommended: null, method: null }

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

/** The ways beside each other, each with why it will do or not. */
function offersOf({ press, heat, chill }: Ways, m: CardAnswers['mount'], boreMm: number): MethodOffer[] {
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
    ...(boreMm >= OIL_FROM_MM
      ? [
          {
            method: 'oil' as const,
            label: 'Floated on oil',
            possible: true,
            why: 'Oil under the ring takes the friction: where the shaft is drilled for it.',
          },
        ]
      : []),
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
  return { heat: temperature, press: force, chill: cold, oil: force }
}

/** What of the heater's power reaches the ring. Engineering practice. */
const EFFICIENCY: Readonly<Record<Heater, number>> = { induction: 0.6, coil: 0.5, plate: 0.3, oven: 0.15, 'oil-bath': 0.4 }
/** Emissivity of a ground ring. Engineering practice: 0.1 to 0.3. */
const SHINY = 0.2
/** Carrying a ring from its heater to the shaft takes so long, s. Engineering practice. */
const CARRY_S = 15

/** Time in the heater, seconds until the ring grips, and what a camera would show of it. */
function heatFigures(station: StationBuilder, answers: CardAnswers, row: Bearing, shaft: FitSeat, { setC }: HeatingValues): void {
  const ambientC = Math.min(60, Math.max(-30, answers.duty.ambientC ?? 20))
  const { heater, heaterW } = answers.mount
  if (setC <= ambientC) return
  const powerW = heaterW * 1000
  const time = station.attempt(
    () => heatingTime({ massKg: row.massKg, riseK: setC - ambientC, powerW, efficiency: EFFICIENCY[heater ?? 'induction'] }),
    { powerW: 'heaterW' },
  )
  station.figure('heatMin', 'Time in the heater, about', time && time.values.seconds / 60, 'minutes', time, {
    decimals: 1,
    note: `with ${q(heaterW, 'power')}`,
  })
  const touchC = ambientC + Math.max(0, shaft.grip!.maxInterferenceUm) / (0.012 * row.boreMm)
  const { boreMm, outsideMm, widthMm, massKg } = row
  const window =
    touchC > ambientC
      ? station.attempt(() => ({ ...coolingWindow({ boreMm, outsideMm, widthMm, massKg, fromC: setC, touchC, ambientC }), cautions: [] }))
      : null
  const left = window && window.values.seconds - CARRY_S
  station.figure('windowS', 'Seconds until it grips', left === null ? null : Math.max(0, left), 'text', window, {
    decimals: 0,
    note: `${CARRY_S} s of carrying taken off`,
  })
  if (left !== null && left <= 0) station.warn('stop', 'window-gone', { carry: CARRY_S })
  const camera = station.attempt(() => ({ ...infraredReading({ trueC: setC, emissivity: SHINY, roomC: ambientC }), cautions: [] }))
  station.figure('infraredC', 'A camera shows of the shiny ring', camera?.values.apparentC ?? null, 'temperature', camera, {
    note: 'tape or a probe tells the truth',
  })
}

/** Press force, warmth of the housing, or cold of the ring, where the housing grips its outer ring. */
function outerFigures(station: StationBuilder, answers: CardAnswers, row: Bearing, housing: FitSeat, way: OuterWay) {
  const none = { outerForceN: null, housingC: null }
  const U = housing.grip?.maxInterferenceUm ?? 0
  if (way === 'push' || U <= 0) return none
  const material = answers.arrange.housingMaterial ?? 'cast-iron'
  const ringC = Math.min(60, Math.max(-30, answers.duty.ambientC ?? 20))
  if (way === 'warm') {
    const found = station.attempt(() => housingHeating({ outsideMm: row.outsideMm, interferenceUm: U, ringC, material }))
    station.figure('housingC', 'Housing warmed to', found?.values.housingC ?? null, 'temperature', found)
    if (found && found.values.housingC > HOUSING_LIMIT_C)
      station.warn('caution', 'housing-hot', { is: amount(found.values.housingC, 'temperature') }, Math.round(found.values.housingC))
    return { ...none, housingC: found?.values.housingC ?? null }
  }
  if (way === 'chill') {
    const found = station.attempt(
      () =>
        chilling({ diameterMm: row.outsideMm, material: 'bearing-steel', fromC: ringC, toC: answers.mount.chillToC, interferenceUm: U }),
      { toC: 'chillToC' },
    )
    station.figure(
      'outerChillUm',
      `Room with the ring at ${q(answers.mount.chillToC, 'temperature')}`,
      found?.values.clearanceUm ?? null,
      'fine',
      found,
    )
    return none
  }
  const found = station.attempt(() =>
    housingPress({
      ...{
        outsideMm: row.outsideMm,
        racewayMm: row.outerRacewayMm,
        widthMm: row.widthMm,
        interferenceUm: Math.max(0, U - SMOOTHING_UM),
        material,
      },
      housingOutsideMm: answers.fit.housingOutsideMm ?? THICK * row.outsideMm,
    }),
  )
  station.figure('outerForceN', 'Press force of the outer ring', found?.values.forceN ?? null, 'force', found, { decimals: 1 })
  return { ...none, outerForceN: found?.values.forceN ?? null }
}
/** A housing whose wall nobody measured: so many outside diameters across. A warmed one stays under its paint and seals. Engineering practice. */
const THICK = 1.5
const HOUSING_LIMIT_C = 120

/** Torque of the bolts of an end plate, Nm; null while their size or class is not known. */
function endBoltOf(station: StationBuilder, { endBoltMm, endBoltClass }: CardAnswers['mount']): StepContext['endBolt'] {
  if (endBoltMm === null || !endBoltClass) {
    station.ask('end-bolt')
    return null
  }
  const found = station.attempt(() => screwTorque({ threadMm: endBoltMm, pitchMm: coarsePitchMm(endBoltMm), class: endBoltClass }), {
    threadMm: 'endBoltMm',
  })
  station.figure('endBoltNm', `Torque of M${short(endBoltMm)}, class ${endBoltClass}, Nm`, found?.values.torqueNm ?? null, 'text', found, {
    decimals: 0,
  })
  return found && { name: `M${short(endBoltMm)} ${endBoltClass}`, torqueNm: found.values.torqueNm }
}

/** Oil injection is worth its drilled shaft from this bore, mm. Engineering practice. */
const OIL_FROM_MM = 200

/** How cold or hot it goes on: cold press, heating and chilling beside each other, then the steps. */
export function mountStation(
  answers: CardAnswers,
  row: Bearing | null,
  fitted: FitStationResult,
  set: SetOfBearings = ALONE,
  unlisted: string | null = null,
  setting: StepContext['setting'] = null,
): MountResult {
  const station = new StationBuilder('mount')
  const m = answers.mount
  const special = withoutPressing(station, answers, row, fitted, set, unlisted)
  if (special) return special
  const { shaft, housing } = fitted as FitStationResult & { shaft: FitSeat; housing: FitSeat }
  const bearing = row!
  const ways = waysOn(station, answers, bearing, shaft)
  const offers = offersOf(ways, m, bearing.boreMm)
  const recommended = recommend(bearing, offers)
  const method = m.method ?? recommended
  const offer = offers.find((o) => o.method === method)!
  warnOfMethod(station, method, offer, ways, m)
  const hero = figuresOf(station, ways, m)[method]
  const forceN = ways.press?.values.forceN ?? null
  const { chillToC } = m
  const heat = ways.heat.values
  const situation = situationOf(answers, bearing, fitted, 'fit', method, set)
  const { outerForceN, housingC } = outerFigures(station, answers, bearing, housing, situation.outer)
  if (method === 'heat') heatFigures(station, answers, bearing, shaft, heat)
  const endBolt = situation.retained.includes('end-plate') ? endBoltOf(station, m) : null
  const plan = planned(answers, bearing, fitted, situation, set, unlisted, { heat, forceN, outerForceN, housingC, endBolt, setting })
  const headline = {
    heat: q(heat.setC, 'temperature'),
    press: q(forceN ?? 0, 'force', 0),
    chill: q(chillToC, 'temperature'),
    oil: 'on oil',
  }[method]
  const first = offers.find((o) => o.method === recommended)!.label.toLowerCase()
  const reason =
    m.method && m.method !== recommended
      ? `Chosen by hand; ${first} would be the first choice. ${offer.why}`
      : `${offer.why} ${bearing.boreMm <= 80 ? `Up to ${q(80, 'length', 0)} bore a cold press comes first when the force allows.` : `Above ${q(80, 'length', 0)} bore heat comes first.`}`
  const verdict: Verdict = { word: offer.possible ? 'can be done' : 'not this way', level: offer.possible ? 'good' : 'stop' }
  const grip = {
    held: 'fit' as const,
    separable: situation.separable,
    boreMm: bearing.boreMm,
    gripUm: Math.max(0, shaft.grip!.maxInterferenceUm),
  }
  const closed = station.close(reason, verdict, hero, headline)
  return { ...closed, offers, recommended, method, plan, takeOff: takeOffWays(grip), outer: situation.outer }
}
