import type { Bearing } from '../bearing/bearing.js'
import { worn } from '../catalogue/closure.js'
import type { ClearanceGroup } from '../bearing/clearance.js'
import type { SetOfBearings } from '../life/set-of-bearings.js'
import { FIRST_PROCEDURE } from '../procedure/procedures.js'
import { ROLLING, type Station } from '../procedure/rolling.js'
import { adviceOn } from './advice.js'
import type { CardAnswers, Scope } from './answers.js'
import type { Evaluated, StationResults } from './evaluated.js'
import { couplingOf, leanDegOf, type CardContext, type LineContext, type PlaceRecord, type PositionPast } from './context.js'
import { oilOf, runsInOil, type PlaceFilm } from './film.js'
import type { LineDuty } from './loads-of-line.js'
import { withShare, type Share } from './share.js'
import type { ArrangeResult } from './stations/arrange.js'
import { dutyStation, type DutyResult } from './stations/duty.js'
import { fitStation, type FitStationResult } from './stations/fit.js'
import type { IdentifyResult } from './stations/identify.js'
import { inspectStation, type InspectResult } from './stations/inspect.js'
import type { LubricateResult } from './stations/lubricate-figures.js'
import { lubricateStation } from './stations/lubricate.js'
import type { AtPlace } from './stations/mount-situation.js'
import { mountStation, type MountResult } from './stations/mount.js'
import { runInStation, type RunInResult } from './stations/runin.js'
import { selectStation, type SelectResult } from './stations/select.js'
import { levelStep, type Filling } from './steps/filling.js'

/** The nine stations of a rolling bearing as a list of modules: what each needs of those before it, and how it is computed. */

/** The nine as one place of the card sees them. */
export type CardEvaluation = {
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

export interface LineEvaluation extends Evaluated<CardEvaluation> {
  /** What the whole line settles of loads; not there in older closed cards. */
  lineDuty?: LineDuty
}

/** A card of rolling bearings as what it is; null where it is one of another procedure. */
export const rollingOf = (evaluation: Evaluated<StationResults>): LineEvaluation | null =>
  (evaluation.procedure ?? FIRST_PROCEDURE).name === ROLLING.name ? (evaluation as LineEvaluation) : null

/** One place of the card, with what its line and the records say of it. */
export interface Hand {
  answers: CardAnswers
  position: Scope
  context: LineContext
  known: CardContext
  identify: IdentifyResult
  /** Of the first place of its set, which speaks for all of it. */
  led: IdentifyResult
  row: Bearing | null
  group: ClearanceGroup | null
  /** The records of all places of its set. */
  set: readonly PlaceRecord[]
  standing: SetOfBearings
  share: Share | undefined
  film: PlaceFilm | null
  pair: AtPlace
  says: PositionPast['says']
  line: { arrange: ArrangeResult; loads: LineDuty; housingC: number | null }
}

interface StationModule {
  name: Station
  needs: readonly Station[]
  evaluate: (at: Hand, of: CardEvaluation) => CardEvaluation[Station]
}

/** A station sees of the others only what it says that it needs. */
const station = <S extends Station, N extends Exclude<Station, S>>(
  name: S,
  needs: readonly N[],
  evaluate: (at: Hand, of: Pick<CardEvaluation, N>) => CardEvaluation[S],
): StationModule => ({ name, needs, evaluate })

/** In the order in which they are computed: each behind those that it needs. */
export const ROLLING_STATIONS: readonly StationModule[] = [
  station('identify', [], ({ identify }) => identify),
  station('duty', [], ({ answers, position, context, line: { loads } }) =>
    dutyStation(answers.duty, {
      support: loads.supports[position] ?? null,
      loads: loads.sheet,
      refused: loads.refused,
      opposed: loads.opposed[position] ?? null,
      upright: leanDegOf(context.line) >= 60,
    }),
  ),
  station('select', ['duty'], ({ answers, row, group, known, standing, film, led, share }, of) => {
    const mine = withShare(of.duty, share)
    return {
      ...selectStation(answers, row, mine, known, standing, film, led.closure, share),
      advice: adviceOn(answers, row, group, mine),
      ...(share && { share }),
    }
  }),
  station('arrange', [], ({ line }) => line.arrange),
  station('fit', ['duty', 'select', 'arrange'], ({ answers, row, group, share, position, set, standing }, of) =>
    fitStation(
      ...([answers, row, group, withShare(of.duty, share), of.select, of.arrange.sliding.includes(position)] as const),
      { shaft: set[0]!.shaftSeat, housing: set[0]!.housingSeat },
      standing,
    ),
  ),
  station('mount', ['fit', 'arrange'], (at, of) => {
    const { answers, row, standing, identify, context } = at
    const { tools } = context.plant
    return mountStation(answers, row, of.fit, standing, identify.typedDesignation, settingOf(of.arrange), tools, {
      ...at.pair,
      closed: isClosed(at),
    })
  }),
  station('lubricate', ['select', 'mount'], (at, of) => {
    const { answers, row, known, set, identify, film } = at
    return lubricateStation(answers, row, of.select, known, set.length, identify.typedDesignation !== null, film, fillingOf(at, of.mount))
  }),
  station('runin', ['duty', 'arrange', 'fit', 'mount', 'lubricate'], (at, { duty, arrange, fit, mount, lubricate }) =>
    runInStation(at.answers, {
      ...{ arrange, fit, mount, lubricate, housingC: at.line.housingC, says: at.says },
      level: levelAt(at, fillingOf(at, mount)),
      coupling: couplingOf(at.context.line),
      motion: duty.motion?.kind,
    }),
  ),
  station('inspect', ['duty', 'select', 'arrange', 'fit'], ({ answers, known }, { duty, select, arrange, fit }) =>
    inspectStation(answers, { duty, select, arrange, fit }, known),
  ),
]

/** It is sealed or shielded. */
const isClosed = ({ row, led }: Hand): boolean => row !== null && row.family !== 'insert-ball' && worn(row, led.closure ?? null) !== 'open'

/** What the rest of the card says of how a position is filled. */
function fillingOf(at: Hand, mount: MountResult): Filling {
  const { answers: a, row, context, set } = at
  const standsIn = a.mount.standsIn ?? (a.fit.split ? 'split' : 'machine')
  return {
    ...{ closed: isClosed(at), many: set.length > 1, filled: row?.family === 'insert-ball' },
    ...{ hub: mount.hub != null, block: mount.block ?? null },
    ...{ split: standsIn === 'split', ownRoom: standsIn !== 'machine', takesOff: mount.comesOff != null },
    upright: a.lubricate.orientation === 'vertical' || leanDegOf(context.line) >= 60,
  }
}

/** The look at the oil after the first minutes, where a position runs in oil. */
function levelAt({ answers, known }: Hand, { ownRoom }: Filling) {
  const oil = runsInOil(answers, known) ? oilOf(answers, known) : null
  return oil && levelStep(oil, ownRoom)
}

/** What an adjusted pair is set to, where Arrange has settled it. */
function settingOf({ figures }: ArrangeResult): { coldUm: number; limitsUm: readonly [number, number] } | null {
  const of = (name: string) => figures.find((f) => f.key === `arrange.${name}`)?.value
  const [coldUm, limitsUm] = [of('pairColdUm'), of('pairLimitsUm')]
  return typeof coldUm === 'number' && Array.isArray(limitsUm) ? { coldUm, limitsUm: limitsUm as [number, number] } : null
}
