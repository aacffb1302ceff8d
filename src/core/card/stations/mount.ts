import type { Bearing } from '../../catalogue/catalogue.js'
import { ALONE, type SetOfBearings } from '../../life/set-of-bearings.js'
import { HOOP_STOP_MPA } from '../../mounting/press-force.js'
import { SLIDES, type Held, type Onto, type Situation } from '../../mounting/plan.js'
import type { HeatingValues } from '../../mounting/temperatures.js'
import type { Need, Tool } from '../../mounting/tools.js'
import type { OuterWay, TakeOffWay } from '../../mounting/ways.js'
import { Derivation, short } from '../../result.js'
import { amount, phrase, type Words } from '../../words/message.js'
import type { CardAnswers, MountMethod } from '../answers.js'
import { FIELDS } from '../fields.js'
import type { PlanStep } from '../steps/plan-step.js'
import type { StepContext } from '../steps/step.js'
import { StationBuilder, type StationResult, type Verdict } from '../station.js'
import type { FitStationResult } from './fit.js'
import type { FitSeat } from './fit-seats.js'
import { comesCold, endBoltOf, setScrewOf, shaftChilled, figuresOf, heatFigures, outerFigures, waysOn, type Ways } from './mount-figures.js'
import { heaterOf, pickedWords, pressRatingN, seatWants, toolNeeds, type ToolNeed } from './mount-tools.js'
import { BARE_PLACE, blockOf, comesOff, driveOf, heldOf, hubSlotUm, planned, situationOf, type AtPlace } from './mount-situation.js'

export interface MethodOffer {
  method: MountMethod
  label: string
  possible: boolean
  why: Words
}

export interface MountResult extends StationResult {
  offers: MethodOffer[]
  recommended: MountMethod | null
  /** `slide` and `bond` where its seat is loose. */
  method: Onto | null
  plan: PlanStep[]
  /** How the old bearing comes off, the first choice first; like the ways of the outer ring not there in older closed cards. */
  takeOff?: TakeOffWay[]
  /** The way that counts; null where nothing is to come off. */
  comesOff?: TakeOffWay | null
  /** At what an oven, a plate or a bath is set to begin with, °C. */
  heaterSetC?: number
  /** It is one end of a hub or wheel. */
  hub?: Situation['hub']
  /** What the plant's own tools can do for it; left out by cards of before. */
  tools?: ToolNeed[]
  /** The split block of its sizes. */
  block?: StepContext['block']
  /** How the outer ring gets into its housing. */
  outer?: OuterWay
}

function recommend(row: Bearing, offers: MethodOffer[]): MountMethod {
  const possible = (method: MountMethod) => offers.find((o) => o.method === method)!.possible
  if (row.boreMm <= 80 && possible('press')) return 'press'
  if (possible('heat')) return 'heat'
  return possible('chill') ? 'chill' : 'press'
}

function heatWords({ withinLimit, clearanceLeftUm, ringTemperatureC }: HeatingValues, limitC: number): Words {
  const limit = amount(limitC, 'temperature')
  if (withinLimit) return phrase`Slides on with room to spare, under the limit of ${limit}.`
  return clearanceLeftUm > 0
    ? phrase`At the limit of ${limit} it goes on with ${amount(clearanceLeftUm, 'fine')} to spare: be quick.`
    : phrase`Would need ${amount(ringTemperatureC, 'temperature')}; at the limit of ${limit} it does not clear its seat.`
}

/** What is said of kinds on which nothing is pressed or heated onto a cylindrical seat: why, verdict and headline. */
const WITHOUT: Readonly<Record<Exclude<Held, 'fit' | 'hub'>, readonly [reason: string, verdict: Verdict, headline: string]>> = {
  unlisted: ['No table lists this bearing: its sheet or the drawing of the machine governs, and what it says is written down step by step.', { word: 'by the sheet', level: 'open' }, 'by the sheet'],
  sleeve: ['A tapered bore is driven up on its sleeve, from where all slack is out: by the clearance that goes, by travel, or by the turn of its nut. The figures stand at Fit; the maker’s sheet goes before them.', { word: 'driven up', level: 'open' }, 'driven up'],
  taper: ['A tapered bore is driven up on its seat, from where all slack is out: by the clearance that goes, by travel, or by the turn of its nut. The figures stand at Fit; the maker’s sheet goes before them.', { word: 'driven up', level: 'open' }, 'driven up'],
  screws: ['An insert bearing slides onto its shaft and is held by its screws: it is neither pressed nor heated.', { word: 'slides on', level: 'good' }, 'slides on'],
  collar: ['An insert bearing slides onto its shaft and is held by its collar: it is neither pressed nor heated.', { word: 'slides on', level: 'good' }, 'slides on'],
  clamp: ['An insert bearing slides onto its shaft and is held by its clamp collar: it is neither pressed nor heated.', { word: 'slides on', level: 'good' }, 'slides on'],
  pin: ['Its long inner ring slides onto the shaft and is kept by a pin or screw in the slot of its end: it is neither pressed nor heated.', { word: 'slides on', level: 'good' }, 'slides on'],
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
  tools: readonly Tool[],
  at: AtPlace,
): MountResult | null {
  const held = heldOf(row, fitted, unlisted, at)
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
  const needsSeats = held === 'fit' || held === 'hub' || SLIDES.includes(held as Held)
  if (!held)
    return row?.boreTaper ? { ...waiting(), ...station.close(WITHOUT.taper[0], WITHOUT.taper[1], null, WITHOUT.taper[2]) } : waiting()
  if (needsSeats && (!fitted.shaft || !fitted.housing)) return waiting()
  if (held === 'fit' || held === 'hub') return null
  if (held === 'collar' && answers.mount.reversing) station.warn('stop', 'collar-reversing')
  const [reason, usual, usually] = WITHOUT[held]
  const drive = row && (held === 'sleeve' || held === 'taper') ? driveOf(answers, row, fitted) : null
  const hero =
    drive &&
    station.figure(
      'driveUm',
      'Clearance to take away',
      drive.reductionUm,
      'fine',
      { working: fitted.figures.find((f) => f.key === 'fit.reductionUm')?.working ?? [], assumptions: [] },
      { note: phrase`from its zero; ${amount(drive.travelMm[0], 'gap')} to ${amount(drive.travelMm[1], 'gap')} up the taper` },
    )
  const verdict: Verdict = drive ? { word: 'can be done', level: 'good' } : usual
  const headline = drive ? phrase`${amount(drive.reductionUm[0], 'fine')} less` : usually
  const situation = situationOf(answers, row, fitted, held, 'press', set, at)
  const onTaper = held === 'sleeve' || held === 'taper'
  const needs = toolNeeds(station, answers, tools, row && onTaper ? tapered(seatWants(row, fitted.sleeve, null)) : {}, ['drive', 'lifting'])
  if (row && onTaper && row.family !== 'insert-ball') taperAdvice(station, row.boreMm, answers.mount.hydraulic)
  const setScrewNm = held === 'screws' || held === 'collar' ? setScrewOf(station, answers.mount) : null
  const stopped = station.hasStop()
  return {
    ...station.close(reason, stopped ? { word: 'not this way', level: 'stop' } : verdict, hero, headline),
    ...NO_WAY,
    plan: planned(answers, row, fitted, situation, set, unlisted, {
      tools: pickedWords(needs, tools),
      wrappedMin: row && comesCold(station, answers, row),
      setScrewNm,
    }),
    tools: needs,
    block: row && blockOf(row, held === 'sleeve', answers),
    takeOff: comesOff(answers, row, held, 0, at).takeOff,
    comesOff: situation.takeOff,
  }
}
/** Up to this bore a spanner drives a taper up, mm; over the other one oil goes under the ring as well. Engineering practice. */
const BY_SPANNER_MM = 80
const WITH_OIL_MM = 200
/** What a large taper is driven up with. */
function taperAdvice(station: StationBuilder, boreMm: number, hydraulic: boolean): void {
  if (boreMm > WITH_OIL_MM) station.warn('note', 'taper-oil', { from: amount(WITH_OIL_MM, 'length', 0) })
  else if (boreMm > BY_SPANNER_MM && !hydraulic) station.warn('note', 'taper-hydraulic', { from: amount(BY_SPANNER_MM, 'length', 0) })
}
/** A nut on a taper is what drives it up. */
const tapered = ({ nut: _nut, ...rest }: ReturnType<typeof seatWants>) => rest
const NO_WAY = { offers: [], recommended: null, method: null }

/** The ways beside each other, each with why it will do or not. */
function offersOf({ press, heat, chill }: Ways, m: CardAnswers['mount'], boreMm: number, ratingN: number): MethodOffer[] {
  const pressOk = press !== null && press.values.forceN <= ratingN && press.values.hoopStressMPa <= HOOP_STOP_MPA
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
          ? phrase`The shaft shrinks by ${amount(chill!.values.shrinkUm, 'fine')} and the ring slides on.`
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
  if (!offer.possible) station.warn('stop', `cannot-${method}`, { label: offer.label, why: offer.why })
}

/** What has stood long holds on its seat the harder: pulling against pushing, with rust between. Engineering practice: friction 0.18 against 0.12. */
const PULL_SHARE = 1.5

/** What each way on and off wants of a tool. */
function wantedOf(answers: CardAnswers, row: Bearing, { press, heat }: Ways, situation: Situation) {
  const { boreMm, outsideMm, widthMm, massKg } = row
  const forceN = press?.values.forceN ?? null
  const ambientC = answers.duty.ambientC ?? 20
  const { setC } = heat.values
  const { nut, ...seat } = seatWants(row, null, forceN === null ? null : forceN * PULL_SHARE)
  return {
    ...(forceN !== null && { press: { forceN, boreMm, outsideMm } }),
    heater: { massKg, boreMm, outsideMm, widthMm, atC: setC, roomC: Math.min(60, Math.max(-30, ambientC)) },
    cold: { atC: answers.mount.chillToC },
    ...(boreMm >= OIL_FROM_MM && { oil: {} }),
    ...seat,
    ...(nut && situation.retained.includes('nut') && { nut }),
  }
}

/** What the chosen ways need: the others are only on offer. */
function countingOf(method: MountMethod, { takeOff, outer }: Situation): Need[] {
  const by: Record<MountMethod, Need> = { press: 'press', heat: 'heater', chill: 'cold', oil: 'oil' }
  return [
    by[method],
    'nut',
    'torque',
    'lifting',
    ...(takeOff === 'puller' ? (['puller'] as const) : []),
    ...(outer === 'chill' ? (['cold'] as const) : []),
  ]
}

/** What stands on the work line, by the way it goes on. */
const headlineOf = (method: MountMethod, heat: HeatingValues, forceN: number | null, chillToC: number): Words =>
  ({
    heat: amount(heat.setC, 'temperature'),
    press: amount(forceN ?? 0, 'force', 0),
    chill: amount(chillToC, 'temperature'),
    oil: 'on oil',
  })[method]

/** Oil injection is worth its drilled shaft from this bore, mm. Engineering practice. */
const OIL_FROM_MM = 200

/** How a ring gets onto a seat that does not grip it; null where one does, or the way is to be chosen. */
function looseWay({ fit }: CardAnswers, shaft: FitSeat): 'slide' | 'bond' | null {
  if (fit.shaftRemedy === 'compound') return 'bond'
  return shaft.grip!.maxInterferenceUm <= 0 ? 'slide' : null
}

/** What is said of a seat on which nothing is pressed. */
const LOOSE_WORDS: Readonly<Record<'slide' | 'bond', readonly [reason: string, headline: string]>> = {
  slide: [
    'The seat is loose at every size: the ring slides on by hand. If it does not, it is burr or dirt, never a matter of force.',
    'slides on',
  ],
  bond: ['The seat is bonded with retaining compound: cleaned, wetted, slid on and left to cure before it carries anything.', 'bonded'],
}

/** A ring on a seat that does not grip it, a cone of a hub among them: no press, no heat. */
function looseStation(c: Gathered, way: 'slide' | 'bond'): MountResult {
  const { station, answers, bearing, fitted, set, at, tools } = c
  const held: Held = at.hub ? 'hub' : 'fit'
  const situation = situationOf(answers, bearing, fitted, held, way, set, at)
  const outer = outerFigures(station, answers, bearing, fitted.housing!, situation.outer)
  if (at.hub) hubFigures(station, answers)
  const endBolt = situation.retained.includes('end-plate') ? endBoltOf(station, answers.mount) : null
  const { nut, ...seat } = seatWants(bearing, null, null)
  const wanted = {
    ...seat,
    ...(nut && situation.retained.includes('nut') && { nut }),
    ...(endBolt && { torque: { torqueNm: endBolt.torqueNm } }),
  }
  const needs = toolNeeds(station, answers, tools, wanted, ['nut', 'torque', 'lifting'])
  const plan = planned(answers, bearing, fitted, situation, set, null, {
    ...{ ...outer, endBolt, setting: c.setting, tools: pickedWords(needs, tools), wrappedMin: comesCold(station, answers, bearing) },
  })
  const [reason, headline] = at.hub ? HUB_WORDS : LOOSE_WORDS[way]
  const off = comesOff(answers, bearing, held, 0, at)
  return {
    ...station.close(reason, { word: 'can be done', level: 'good' }, null, headline),
    ...{ ...NO_WAY, method: way, plan, tools: needs, block: blockOf(bearing, false, answers), outer: situation.outer },
    ...{ takeOff: off.takeOff, comesOff: off.way, hub: at.hub },
  }
}

const HUB_WORDS = [
  'Cups pressed into the hub, cones packed by hand; the nut sets the end play while the hub turns, and is kept where a slot loosens it.',
  'hub',
] as const

/** What one slot of the nut makes of the end play of a hub; asked for where it is not said. */
function hubFigures(station: StationBuilder, answers: CardAnswers): void {
  const { hubLock, hubPitchMm, hubSlots } = answers.mount
  if (!hubLock) station.ask('hub-lock')
  if (hubLock !== 'two-nuts' && (hubPitchMm === null || hubSlots === null)) station.ask('hub-slots')
  const slotUm = hubSlotUm(answers)
  const sheet = new Derivation()
  if (slotUm !== null)
    sheet.step(
      's',
      'end play of one slot',
      '1000 · pitch / slots',
      `1000 · ${short(hubPitchMm!)} / ${short(hubSlots!)}`,
      slotUm,
      'µm',
      'geometry of the thread',
    )
  station.figure('hubSlotUm', 'One slot of the nut', slotUm, 'fine', slotUm === null ? null : sheet.result({}), { note: 'of end play' })
}

/** What a station of mounting works with. */
interface Gathered {
  station: StationBuilder
  answers: CardAnswers
  bearing: Bearing
  fitted: FitStationResult
  set: SetOfBearings
  at: AtPlace
  setting: StepContext['setting']
  tools: readonly Tool[]
}

/** A ring that its seat grips: cold press, heating and chilling beside each other, then the steps. */
function grippedStation(c: Gathered): MountResult {
  const { station, answers, bearing, fitted, set, at, setting, tools } = c
  const m = answers.mount
  const { shaft, housing } = fitted as FitStationResult & { shaft: FitSeat; housing: FitSeat }
  const held: Held = at.hub ? 'hub' : 'fit'
  const ways = waysOn(station, answers, bearing, shaft, fitted.recommended?.shaftClass === shaft.toleranceClass)
  const offers = offersOf(ways, m, bearing.boreMm, pressRatingN(answers, tools))
  const recommended = recommend(bearing, offers)
  // A way that was chosen for another bearing may not be on offer for this one.
  const offer = offers.find((o) => o.method === m.method) ?? offers.find((o) => o.method === recommended)!
  const { method } = offer
  warnOfMethod(station, method, offer, ways, m)
  if (at.hub) hubFigures(station, answers)
  const hero = figuresOf(station, ways, m)[method]
  const forceN = ways.press?.values.forceN ?? null
  const heat = ways.heat.values
  const situation = situationOf(answers, bearing, fitted, held, method, set, at)
  const { outerForceN, housingC } = outerFigures(station, answers, bearing, housing, situation.outer)
  const wanted = wantedOf(answers, bearing, ways, situation)
  // Oil would get in behind the lips of a sealed one.
  const heating = heaterOf(answers, at.closed ? tools.filter((t) => t.kind !== 'oil-bath') : tools, wanted.heater)
  if (method === 'heat' && at.closed && heating.heater === 'oil-bath') station.warn('stop', 'sealed-bath')
  const heaterSetC = method === 'heat' ? heatFigures(station, answers, bearing, shaft, heat, heating, fitted.group) : null
  if (method === 'chill' && offer.possible) shaftChilled(station, answers, bearing, shaft)
  const endBolt = situation.retained.includes('end-plate') ? endBoltOf(station, m) : null
  const needs = toolNeeds(
    station,
    answers,
    tools,
    { ...wanted, ...(endBolt && { torque: { torqueNm: endBolt.torqueNm } }) },
    countingOf(method, situation),
  )
  const plan = planned(answers, bearing, fitted, situation, set, null, {
    ...{ heat, heater: heating.heater, forceN, outerForceN, housingC, endBolt, setting },
    ...{ tools: pickedWords(needs, tools), wrappedMin: comesCold(station, answers, bearing) },
  })
  const first = offers.find((o) => o.method === recommended)!.label.toLowerCase()
  const reason =
    m.method && m.method !== recommended
      ? phrase`Chosen by hand; ${first} would be the first choice. ${offer.why}`
      : phrase`${offer.why} ${bearing.boreMm <= 80 ? phrase`Up to ${amount(80, 'length', 0)} bore a cold press comes first when the force allows.` : phrase`Above ${amount(80, 'length', 0)} bore heat comes first.`}`
  const verdict: Verdict = { word: offer.possible ? 'can be done' : 'not this way', level: offer.possible ? 'good' : 'stop' }
  const off = comesOff(answers, bearing, held, Math.max(0, shaft.grip!.maxInterferenceUm), at)
  return {
    ...station.close(reason, verdict, hero, headlineOf(method, heat, forceN, m.chillToC)),
    ...{
      offers,
      recommended,
      method,
      plan,
      tools: needs,
      block: blockOf(bearing, false, answers),
      ...(heaterSetC !== null && { heaterSetC }),
    },
    ...{ takeOff: off.takeOff, comesOff: off.way, hub: at.hub, outer: situation.outer },
  }
}

/** As cold as a part gets in nitrogen, °C. Engineering practice. */
const COLDEST_C = -190

/** A sealed or shielded ring is warmed no further than its grease and lips stand, unless another limit was chosen by its maker's word; °C. Engineering practice. */
const SEALED_LIMIT_C = 80
function sealedLimit(station: StationBuilder, answers: CardAnswers): CardAnswers {
  const { limitC } = answers.mount
  if (limitC !== FIELDS.mount.limitC.empty && limitC > SEALED_LIMIT_C) {
    station.warn('caution', 'sealed-limit', { limit: amount(SEALED_LIMIT_C, 'temperature'), is: amount(limitC, 'temperature') }, limitC)
    return answers
  }
  station.warn('note', 'sealed-heat', { limit: amount(SEALED_LIMIT_C, 'temperature'), is: amount(limitC, 'temperature') })
  return { ...answers, mount: { ...answers.mount, limitC: Math.min(limitC, SEALED_LIMIT_C) } }
}

/** How a bearing gets onto its shaft and into its housing, and the steps of it. Source: those of its figures; engineering practice. */
export function mountStation(
  said: CardAnswers,
  row: Bearing | null,
  fitted: FitStationResult,
  set: SetOfBearings = ALONE,
  unlisted: string | null = null,
  setting: StepContext['setting'] = null,
  tools: readonly Tool[] = [],
  at: AtPlace = BARE_PLACE,
): MountResult {
  const station = new StationBuilder('mount')
  const within = at.closed ? sealedLimit(station, said) : said
  // Nothing gets quite as cold as what cools it.
  const answers = { ...within, mount: { ...within.mount, chillToC: Math.max(COLDEST_C, within.mount.chillToC) } }
  const m = answers.mount
  if (m.handled) station.warn('caution', `handled-${m.handled}`)
  const special = withoutPressing(station, answers, row, fitted, set, unlisted, tools, at)
  if (special) return special
  const gathered: Gathered = { station, answers, bearing: row!, fitted, set, at, setting, tools }
  const loose = looseWay(answers, fitted.shaft!)
  return loose ? looseStation(gathered, loose) : grippedStation(gathered)
}
