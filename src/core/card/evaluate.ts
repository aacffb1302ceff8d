import { holdingOf } from '../arrangement/holding.js'
import { filmOf } from './film.js'
import type { AtPlace } from './stations/mount-situation.js'
import { opposes } from '../life/set-of-bearings.js'
import { hotterThanOthers, readingsOf, runNow, type RunReading, type RunStop } from '../runin/run-in.js'
import { ACCURACIES } from '../tolerances/ring.js'
import { amount } from '../words/message.js'
import { LINE, keyOf, placeAnswers, positionOf, type CardAnswers, type IdentifyAnswers, type LineAnswers, type Scope } from './answers.js'
import { couplingOf, leadOf, placeRecord, setOf, standingAt, type CardContext, type LineContext } from './context.js'
import { fieldOf } from './fields.js'
import { arrangeStation } from './stations/arrange.js'
import { withThrust } from './stations/arrange-thrust.js'
import { identifyStation, type IdentifyResult } from './stations/identify.js'
import { resultScope } from './results.js'
import { judgeSet } from './sets.js'
import { ROLLING_STATIONS, type CardEvaluation, type Hand, type LineEvaluation } from './rolling-stations.js'
import { sharesAt } from './share.js'
import { lineDuty, supportsOf } from './line-duty.js'

export type { CardEvaluation, LineEvaluation }

/** What the papers say at the position of a place. */
const saysAt = (context: LineContext, place: Scope) => context.positions.find((p) => p.code === positionOf(place))!.past.says

/** What the stations of a place know of the plant and of what stood there before. */
function placeContext(context: LineContext, place: Scope): CardContext {
  const position = context.positions.find((p) => p.code === positionOf(place))!
  const holding = holdingOf(context.positions.map((p) => ({ held: p.held, rows: p.places.map((x) => x.row) })))
  const bothEndsHeld = context.positions.length < 2 || holding === null ? null : holding === 'several'
  return { plant: context.plant, past: { ...placeRecord(context, place).past, ...position.past, bothEndsHeld } }
}

/** What stands in the records need not be said again: a housing that turns turns the outer rings. */
function asRecorded(answers: CardAnswers, { line }: LineContext): CardAnswers {
  const { duty } = answers
  return duty.turningRing === null && line.turning === 'housing' ? { ...answers, duty: { ...duty, turningRing: 'outer' } } : answers
}

/** The accuracy that stands on the ring counts where nobody chose another. */
function asMarked(answers: CardAnswers, read: string | null): CardAnswers {
  const accuracy = ACCURACIES.find((a) => a === read)
  return accuracy && answers.fit.accuracy === 'normal' ? { ...answers, fit: { ...answers.fit, accuracy } } : answers
}

/** What a set shares need not be said of each: an unmarked partner is what the first place is. */
function identifyAnswers(own: IdentifyAnswers, first: IdentifyAnswers): IdentifyAnswers {
  const { designation, cone, cup, group, groupEvidence } = own
  if (designation ?? cone ?? cup) return own
  return {
    ...own,
    designation: first.designation,
    group: group ?? first.group,
    groupEvidence: groupEvidence ?? first.groupEvidence,
  }
}

/** What of the whole line is known before any place is looked at. */
function lineInHand(answers: LineAnswers, context: LineContext, order: LineEvaluation['order'], at: ReadonlyMap<Scope, CardAnswers>) {
  const { plant, onCard } = context
  const identified = new Map(
    onCard.map((place) => [place, identifyStation(at.get(place)!.identify, plant.makersFigures, plant.ownRows, saysAt(context, place))]),
  )
  const supports = supportsOf(context, (place) => identified.get(place)?.row)
  const line = onCard[0] ? at.get(onCard[0])! : placeAnswers(answers, 'p1.1')
  const arranged = arrangeStation(answers, line.arrange, supports, plant.schools, couplingOf(context.line))
  const loads = lineDuty(answers, context, supports, arranged)
  return {
    ...{ identified, loads, arrange: withThrust(arranged, answers, supports, loads), housingC: warmHousings(answers, context) },
    pair: pairedAt(context, order, at, identified),
  }
}

/**
 * Computes every station of every place of a card from what was entered. Pure: the same answers give the same card.
 * What belongs to a position or to the line is computed once and shown at each place.
 */
export function evaluateLine(answers: LineAnswers, context: LineContext): LineEvaluation {
  const order = context.onCard.map((place) => ({ place, lead: leadOf(context, place) }))
  const at = new Map<Scope, CardAnswers>(
    order.map(({ place, lead }) => {
      const own = asRecorded(placeAnswers(answers, place, lead), context)
      const first = place === lead ? own : asRecorded(placeAnswers(answers, lead), context)
      return [place, { ...own, identify: identifyAnswers(own.identify, first.identify) }]
    }),
  )
  const once = memo()
  const line = lineInHand(answers, context, order, at)
  const { identified } = line
  const places: LineEvaluation['places'] = {}
  for (const { place, lead } of order) {
    const position = positionOf(place)
    const identify = identified.get(place)!
    const led = identified.get(lead) ?? identify
    const row = led.row ?? identify.row
    const known = placeContext(context, place)
    const said = asMarked(at.get(place)!, identified.get(lead)?.accuracy ?? null)
    const shares = once(`${position}/shares`, () =>
      sharesAt(answers, context, position, (x) => identified.get(x)?.row ?? placeRecord(context, x).row),
    )
    const hand: Hand = {
      ...{ answers: said, position, context, known, identify, led, row, line },
      group: led.group ?? identify.group,
      set: setOf(context, place),
      standing: standingAt(context, place),
      share: shares.get(lead),
      film: once(`${position}/film ${row?.designation}`, () => filmOf(said, row, known)),
      pair: line.pair(place, lead),
      says: saysAt(context, place),
    }
    const made: Partial<CardEvaluation> = {}
    for (const { name, evaluate } of ROLLING_STATIONS)
      Object.assign(made, { [name]: once(`${resultScope(name, place, lead)}/${name}`, () => evaluate(hand, made as CardEvaluation)) })
    places[place] = made as CardEvaluation
  }
  for (const { place, lead } of order) if (place === lead) judgeSet(setOf(context, place), places)
  compareRuns(context, order, places)
  askUnread(context, order, places)
  return { order, places, lineDuty: line.loads }
}

/** Mean of the last temperatures of the run in hand at all positions of the card, °C; null where one has none. */
function warmHousings(answers: LineAnswers, { onCard }: LineContext): number | null {
  const run = runNow((answers[keyOf(LINE, 'runin', 'stops')] ?? []) as RunStop[])
  const last = [...new Set(onCard.map(positionOf))].map((code) => {
    const readings = readingsOf((answers[keyOf(code, 'runin', 'readings')] ?? []) as RunReading[], run)
    return readings.reduce<RunReading | null>((a, b) => (a && a.minute > b.minute ? a : b), null)?.temperatureC ?? null
  })
  return last.every((c) => c !== null) && last.length ? last.reduce((sum, c) => sum + c, 0) / last.length : null
}

/** What stands at a place by the records, and whether the pair that it belongs to is set there: at the one with a nut, else at the last of the card. */
function pairedAt(
  context: LineContext,
  order: LineEvaluation['order'],
  at: ReadonlyMap<Scope, CardAnswers>,
  identified: ReadonlyMap<Scope, IdentifyResult>,
): (place: Scope, lead: Scope) => AtPlace {
  const opposing = order.filter(({ place, lead }) => place === lead && opposes(identified.get(place)!.row, standingAt(context, place)))
  const nutted = (place: Scope) => [at.get(place)!.arrange.innerLeft, at.get(place)!.arrange.innerRight].includes('nut')
  const outer = opposing.filter((o) => nutted(o.place)).at(-1) ?? opposing.at(-1)
  const all = context.positions.flatMap((p) => p.places)
  return (place, lead) => {
    const { designation, row } = placeRecord(context, place)
    const here = opposing.some((o) => o.place === lead)
    const tapered = here && identified.get(lead)!.row!.family === 'tapered-roller' && at.get(lead)!.duty.turningRing === 'outer'
    // Where only one end is on the card, its nut is at the end that stands further out.
    const alone = opposing.length < 2 && !nutted(lead) && all.at(-1)?.code !== lead
    const hub = !tapered ? null : outer?.place === lead && !alone ? 'outer' : 'inner'
    return { standing: row, fitted: designation !== null, sets: outer?.place === lead, hub, closed: false }
  }
}

/** One position that runs much hotter than another of the line is marked where it runs. */
function compareRuns(context: LineContext, order: LineEvaluation['order'], places: LineEvaluation['places']): void {
  const positions = [...new Set(order.map(({ place }) => positionOf(place)))]
  const runs = positions.map((position) => places[order.find(({ place }) => positionOf(place) === position)!.place]!.runin)
  for (const { index, byK } of hotterThanOthers(runs.map(({ run }) => run.lastC))) {
    const where = context.positions.find((p) => p.code === positions[index])!.name
    runs[index]!.cautions.push({ station: 'runin', level: 'caution', code: 'run-hotter', params: { where, by: amount(byK, 'rise') } })
  }
}

/** Makes what is asked for under a key once. */
function memo() {
  const made = new Map<string, unknown>()
  return <T>(key: string, make: () => T): T => {
    if (!made.has(key)) made.set(key, make())
    return made.get(key) as T
  }
}

/** Stored answers that cannot be read are asked for at their station. */
function askUnread({ unread }: LineContext, order: LineEvaluation['order'], places: LineEvaluation['places']): void {
  for (const { scope, station, field, value } of unread ?? []) {
    const shows = order.find(({ place, lead }) => [LINE, positionOf(place), place, lead].includes(scope))
    if (!shows) continue
    places[shows.place]![station].questions.push({
      code: `unread-${field}`,
      station,
      params: { value: value.slice(0, 40), label: fieldOf(station, field)?.label ?? field },
    })
  }
}
