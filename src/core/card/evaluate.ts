import { holdingOf } from '../arrangement/holding.js'
import { adviceOn } from './advice.js'
import type { Bearing } from '../catalogue/bearing.js'
import { worn } from '../catalogue/closure.js'
import { filmOf, oilOf, runsInOil } from './film.js'
import type { PlanStep } from './mounting-plan.js'
import type { AtPlace } from './stations/mount-plan.js'
import { opposes } from '../life/set-of-bearings.js'
import { levelStep, type Filling } from './steps/filling.js'
import { hotterThanOthers, readingsOf, runNow, type RunReading, type RunStop } from '../runin/run-in.js'
import { ACCURACIES } from '../tolerances/ring.js'
import { amount } from '../words/message.js'
import { LINE, keyOf, placeAnswers, positionOf, type CardAnswers, type IdentifyAnswers, type LineAnswers, type Scope } from './answers.js'
import type { Station } from '../procedure/rolling.js'
import { couplingOf, leadOf, leanDegOf, placeRecord, setOf, standingAt, type CardContext, type LineContext } from './context.js'
import { fieldOf } from './fields.js'
import { arrangeStation, type ArrangeResult } from './stations/arrange.js'
import { withThrust } from './stations/arrange-thrust.js'
import { dutyStation, type DutyResult } from './stations/duty.js'
import { fitStation, type FitStationResult } from './stations/fit.js'
import { identifyStation, type IdentifyResult } from './stations/identify.js'
import { inspectStation, type InspectResult } from './stations/inspect.js'
import type { LubricateResult } from './stations/lubricate-figures.js'
import { lubricateStation } from './stations/lubricate.js'
import { mountStation, type MountResult } from './stations/mount.js'
import { runInStation, type RunInResult } from './stations/runin.js'
import { selectStation, type SelectResult } from './stations/select.js'
import { resultScope } from './results.js'
import { judgeSet } from './sets.js'
import { sharesAt, withShare } from './share.js'
import { lineDuty, supportsOf, type LineDuty } from './line-duty.js'

/** All stations as one place of the card sees them; what belongs to its position or line is the same at its neighbours. */
export interface CardEvaluation {
  identify: IdentifyResult
  duty: DutyResult
  select: SelectResult
  arrange: ArrangeResult
  fit: FitStationResult
  mount: MountResult
  lubricate: LubricateResult
  runin: RunInResult
  inspect: InspectResult
}

export interface LineEvaluation {
  /** The places of the card in order, each with the first place of its set. */
  order: { place: Scope; lead: Scope }[]
  places: Record<Scope, CardEvaluation>
  /** What the whole line settles of loads; not there in older closed cards. */
  lineDuty?: LineDuty
}

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

/**
 * Computes every station of every place of a card from what was entered. Pure: the same answers give the same card.
 * What belongs to a position or to the line is computed once and shown at each place.
 */
export function evaluateLine(answers: LineAnswers, context: LineContext): LineEvaluation {
  const { plant, onCard } = context
  const order = onCard.map((place) => ({ place, lead: leadOf(context, place) }))
  const seen = new Map(order.map(({ place, lead }) => [place, asRecorded(placeAnswers(answers, place, lead), context)]))
  const at = new Map<Scope, CardAnswers>(
    order.map(({ place, lead }) => {
      const own = seen.get(place)!
      const first = place === lead ? own : asRecorded(placeAnswers(answers, lead), context)
      return [place, { ...own, identify: identifyAnswers(own.identify, first.identify) }]
    }),
  )
  const once = memo()
  const identified = new Map(
    onCard.map((place) => [place, identifyStation(at.get(place)!.identify, plant.makersFigures, plant.ownRows, saysAt(context, place))]),
  )
  const supports = supportsOf(context, (place) => identified.get(place)?.row)
  const line = onCard[0] ? seen.get(onCard[0])! : placeAnswers(answers, 'p1.1')
  const arranged = arrangeStation(answers, line.arrange, supports, plant.schools, couplingOf(context.line))
  const loads = lineDuty(answers, context, supports, arranged)
  const arrange = withThrust(arranged, answers, supports, loads)
  const housingC = warmHousings(answers, context)
  const pair = pairedAt(context, order, at, identified)
  const places: LineEvaluation['places'] = {}
  for (const { place, lead } of order) {
    const a = asMarked(at.get(place)!, identified.get(lead)?.accuracy ?? null)
    const position = positionOf(place)
    const known = placeContext(context, place)
    const shared = <T>(station: Station, make: () => T): T => once(`${resultScope(station, place, lead)}/${station}`, make)
    const identify = identified.get(place)!
    const set = setOf(context, place)
    const row = identified.get(lead)?.row ?? identify.row
    const group = identified.get(lead)?.group ?? identify.group
    const standing = standingAt(context, place)
    const duty = shared('duty', () =>
      dutyStation(a.duty, {
        support: loads.supports[position] ?? null,
        loads: loads.sheet,
        refused: loads.refused,
        opposed: loads.opposed[position] ?? null,
        upright: leanDegOf(context.line) >= 60,
      }),
    )
    const share = once(`${position}/shares`, () =>
      sharesAt(answers, context, position, (x) => identified.get(x)?.row ?? placeRecord(context, x).row),
    ).get(lead)
    // What stands alone takes all of it, and is the very duty of its support.
    const mine = withShare(duty, share)
    const film = once(`${position}/film ${row?.designation}`, () => filmOf(a, row, known))
    const select = shared('select', () => ({
      ...selectStation(a, row, mine, known, standing, film, (identified.get(lead) ?? identify).closure, share),
      advice: adviceOn(a, row, group, mine),
      ...(share && { share }),
    }))
    const fit = shared('fit', () =>
      fitStation(
        ...([a, row, group, mine, select, arrange.sliding.includes(position)] as const),
        { shaft: set[0]!.shaftSeat, housing: set[0]!.housingSeat },
        standing,
      ),
    )
    const closed = row !== null && row.family !== 'insert-ball' && worn(row, (identified.get(lead) ?? identify).closure ?? null) !== 'open'
    const mount = shared('mount', () =>
      mountStation(a, row, fit, standing, identify.typedDesignation, settingOf(arrange), context.plant.tools, {
        ...pair(place, lead),
        closed,
      }),
    )
    const filling = fillingOf(a, context, { row, mount, closed, many: set.length > 1 })
    const lubricate = shared('lubricate', () =>
      lubricateStation(a, row, select, known, set.length, identify.typedDesignation !== null, film, filling),
    )
    const runin = shared('runin', () =>
      runInStation(a, {
        arrange,
        fit,
        mount,
        lubricate,
        housingC,
        level: levelAt(a, known, filling),
        coupling: couplingOf(context.line),
        motion: duty.motion?.kind,
        says: saysAt(context, place),
      }),
    )
    const inspect = inspectStation(a, { duty, select, arrange, fit }, known)
    places[place] = { identify, duty, select, arrange, fit, mount, lubricate, runin, inspect }
  }
  for (const { place, lead } of order) if (place === lead) judgeSet(setOf(context, place), places)
  compareRuns(context, order, places)
  askUnread(context, order, places)
  return { order, places, lineDuty: loads }
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

/** What the rest of the card says of how a position is filled. */
function fillingOf(
  a: CardAnswers,
  context: LineContext,
  { row, mount, closed, many }: { row: Bearing | null; mount: MountResult; closed: boolean; many: boolean },
): Filling {
  const standsIn = a.mount.standsIn ?? (a.fit.split ? 'split' : 'machine')
  return {
    ...{ closed, many, filled: row?.family === 'insert-ball', hub: mount.hub != null, block: mount.block ?? null },
    ...{ split: standsIn === 'split', ownRoom: standsIn !== 'machine', takesOff: mount.comesOff != null },
    upright: a.lubricate.orientation === 'vertical' || leanDegOf(context.line) >= 60,
  }
}

/** The look at the oil after the first minutes, where a position runs in oil. */
function levelAt(a: CardAnswers, known: CardContext, { ownRoom }: Filling): PlanStep | null {
  const oil = runsInOil(a, known) ? oilOf(a, known) : null
  return oil && levelStep(oil, ownRoom)
}

/** What an adjusted pair is set to, where Arrange has settled it. */
function settingOf({ figures }: ArrangeResult): { coldUm: number; limitsUm: readonly [number, number] } | null {
  const of = (name: string) => figures.find((f) => f.key === `arrange.${name}`)?.value
  const [coldUm, limitsUm] = [of('pairColdUm'), of('pairLimitsUm')]
  return typeof coldUm === 'number' && Array.isArray(limitsUm) ? { coldUm, limitsUm: limitsUm as [number, number] } : null
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
