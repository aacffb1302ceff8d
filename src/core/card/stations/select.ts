import { neighbours, type Bearing } from '../../catalogue/catalogue.js'
import { formOf } from '../../bearing/construction-forms.js'
import { withMakersFigures, type MakersFigures } from '../../catalogue/makers-figures.js'
import { isThrust, rollsOnBalls } from '../../bearing/families.js'
import { minimumLoad } from '../../life/minimum-load.js'
import { HOTTEST_RING_C, asHot, hotRatingN, hotterRingC } from '../../life/hot-ring.js'
import { rateBearing, type Rated } from '../../life/rate-bearing.js'
import { meetingSwingDeg, wayRpm, type Motion } from '../../life/swing.js'
import { saidSpeed } from '../../line/sayings.js'
import { LIFE_TARGETS, type LifeTarget, type Shock } from '../../life/targets.js'
import type { Closure } from '../../bearing/bearing.js'
import { BEYOND_H, lifeWords } from '../../life/life-words.js'
import { Derivation, short, type Result } from '../../result.js'
import type { CardContext } from '../context.js'
import type { CardAnswers } from '../answers.js'
import type { LargerSize, LifeBasis } from '../../life/curves.js'
import { cleanlinessOf, type PlaceFilm } from '../film.js'
import type { Advice } from '../advice.js'
import { type ChangingLife } from '../changing.js'
import { ALONE, asSet, type SetOfBearings } from '../../life/set-of-bearings.js'
import { checkLoad, checkMachine, checkSlope, checkSpeed, wantedSafety } from './select-checks.js'
import { TAKES_LABEL } from '../takes.js'
import type { Share } from '../share.js'
import { StationBuilder, type Figure, type StationResult, type Verdict } from '../station.js'
import type { DutyResult } from './duty.js'
import { amount } from '../../words/message.js'
import { modified, lifeFigures, loadFigures, changing, choiceFigure, type ModifiedLife } from './select-figures.js'

export interface Alternative {
  which: 'smaller' | 'this' | 'larger'
  designation: string
  ratingLifeH: number
  staticSafety: number
  enough: boolean
}

export interface SelectResult extends StationResult {
  loadRatio: number | null
  /** Not there in cards that were closed before film and dirt were counted. */
  modified?: ModifiedLife | null
  /** What the life rests on, for what is drawn and what if; not there in older closed cards. */
  basis?: LifeBasis | null
  alternatives: Alternative[]
  /** What the duty asks for beyond the size; not there in older closed cards. */
  advice?: Advice[]
  /** Under its changing running, where that is said. */
  changing?: ChangingLife | null
  /** What it takes of the load of its support, where others stand beside it; left out where none do. */
  share?: Share
}

function judge(hours: number, target: LifeTarget, station: StationBuilder): Verdict {
  const wanted = LIFE_TARGETS[target].hours
  if (hours < wanted) {
    const level = hours < wanted / 2 ? 'stop' : 'caution'
    station.warn(level, 'life-short', { hours: amount(hours, 'hours'), wanted: amount(wanted, 'hours') }, short(hours))
  }
  if (hours < wanted)
    return { word: hours < wanted / 2 ? 'too short a life' : 'falls short of the target', level: hours < wanted / 2 ? 'stop' : 'caution' }
  if (hours > 20 * wanted) return { word: 'lasts, over-generous', level: 'good' }
  return { word: 'lasts', level: 'good' }
}

/** The next size down and up under the same load. */
function sizesBeside(
  single: Bearing,
  makersFigures: readonly MakersFigures[],
  set: SetOfBearings,
  answers: CardAnswers,
  radialN: number,
  axialN: number,
  speedRpm: number,
  shock: Shock,
  wantedH: number,
): { alternatives: Alternative[]; larger: LargerSize | null } {
  const { reliabilityPercent } = answers.select
  let larger: LargerSize | null = null
  const alternatives = [...Object.entries(neighbours(single)), ['this', single] as const].flatMap(([which, base]): Alternative[] => {
    if (!base) return []
    const other = asHot(asSet(withMakersFigures(base, makersFigures), set), hotterRingC(answers.duty))
    const r = rateBearing(other, radialN, axialN, speedRpm, reliabilityPercent, set.arrangement)
    const { designation, dynamicRatingN, fatigueLoadLimitN, pitchDiameterMm } = other
    if (which === 'larger')
      larger = { designation, dynamicRatingN, fatigueLoadLimitN, pitchDiameterMm, equivalentLoadN: r.load.values.equivalentLoadN }
    const enough = r.staticSafety >= wantedSafety(other, shock) && r.life.values.modifiedLifeH >= wantedH
    return [
      {
        which: which as Alternative['which'],
        designation,
        ratingLifeH: r.life.values.modifiedLifeH,
        staticSafety: r.staticSafety,
        enough,
      },
    ]
  })
  const order = ['smaller', 'this', 'larger']
  alternatives.sort((a, b) => order.indexOf(a.which) - order.indexOf(b.which))
  return { alternatives, larger }
}

/** What the life of a row rests on, for what is drawn beside it. */
function basisOf(
  answers: CardAnswers,
  row: Bearing,
  { load, life }: Rated,
  film: PlaceFilm | null,
  larger: LargerSize | null,
  speedRpm: number,
): LifeBasis {
  const { dynamicRatingN, fatigueLoadLimitN, pitchDiameterMm, family } = row
  const kappa = film?.film.values.kappa ?? 0
  return {
    ...{
      rollingElement: rollsOnBalls(family) ? 'ball' : 'roller',
      thrust: isThrust(family),
      dynamicRatingN,
      fatigueLoadLimitN,
      pitchDiameterMm,
    },
    ...{ equivalentLoadN: load.values.equivalentLoadN, speedRpm },
    a1: life.values.modifiedLifeH / life.values.ratingLifeH,
    kappa: kappa >= 0.1 ? kappa : null,
    cleanliness: cleanlinessOf(answers, film?.oil ?? null).cleanliness,
    larger,
  }
}

/** Load, life and safety of a row as it is when so warm, with all that is to be said of it. */
function ratedAt(
  cool: Bearing,
  row: Bearing,
  ringC: number | null,
  at: { radialN: number; axialN: number; speedRpm: number; reliabilityPercent: number; set: SetOfBearings },
): Result<Rated> {
  const { set } = at
  const heat = new Derivation()
  if (ringC !== null) hotRatingN(cool.dynamicRatingN, ringC, heat)
  const all = rateBearing(row, at.radialN, at.axialN, at.speedRpm, at.reliabilityPercent, set.arrangement)
  return {
    values: all,
    working: [...heat.working, ...all.load.working, ...all.life.working],
    cautions: [...heat.cautions, ...all.load.cautions, ...all.life.cautions],
    assumptions: [
      `Ratings are ${row.ratingSource}.`,
      ...(set.count > 1 ? [`${set.count} bearings ${set.arrangement} are rated as one set that shares the load.`] : []),
      ...all.load.assumptions,
    ],
  }
}

/** A ring so hot that no rating holds, °C: said, and nothing is rated. */
function overHot(station: StationBuilder, ringC: number | null): boolean {
  if (ringC === null || ringC <= HOTTEST_RING_C) return false
  const params = { hot: amount(ringC, 'temperature'), limit: amount(HOTTEST_RING_C, 'temperature') }
  station.warn('stop', 'ring-over-hot', params, Math.round(ringC))
  return true
}

/** Speed at which the load of a bearing that stands is worked out, r/min: its life is not looked at. */
const ANY_RPM = 1

/** What is said of a bearing that does not turn, whatever it carries. */
function checkMotion(station: StationBuilder, row: Bearing, motion: Motion): void {
  if (motion.kind !== 'swings') return
  const meeting = meetingSwingDeg(row)
  if (motion.swingDeg < meeting)
    station.warn(
      'caution',
      'swing-small',
      { swing: amount(motion.swingDeg, 'angle'), meeting: amount(meeting, 'angle') },
      short(motion.swingDeg),
    )
}

/** Size by what it stands at rest: nothing turns, so no life runs out. */
function standing(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  rated: Result<Rated>,
  duty: DutyResult,
  set: SetOfBearings,
): Pick<SelectResult, 'loadRatio'> & { verdict: Verdict; hero: Figure } {
  const { staticSafety, load } = rated.values
  const shock = answers.duty.shock!
  const hero = loadFigures(station, answers, row, rated, set)
  checkLoad(row, rated.values, shock, duty.axialN!, 0, station)
  checkSlope(station, row, duty)
  checkMachine(station, answers, [])
  const enough = staticSafety >= wantedSafety(row, shock)
  const verdict: Verdict = enough ? { word: 'stands it at rest', level: 'good' } : { word: 'too small at rest', level: 'caution' }
  return { verdict, hero, loadRatio: load.values.equivalentLoadN / row.dynamicRatingN }
}

/** What it takes of the load of its support, beside others. */
function shareFigure(station: StationBuilder, { takes, across, instead }: Share): void {
  const part = across > 0 && across < 1 ? `${Math.round(100 * across)} % of what goes across, beside its like` : null
  const sheet = new Derivation()
  sheet.step(
    'share',
    'of the load of the support',
    'by kind, or as said',
    TAKES_LABEL[takes],
    part ?? 'all of it',
    '',
    'engineering practice: thrust to the thrust bearing; alike ones with a fifth over their even part across',
  )
  station.figure('takes', 'Of the load here it takes', TAKES_LABEL[takes], 'text', sheet.result({}), {
    note: instead ? `the thrust goes to ${instead}` : (part ?? 'beside others, each counted with all that it can take'),
  })
}

/** What the life says, in a sentence. */
function lifeReason({ select, duty: { hoursPerDay } }: CardAnswers, hours: number, ball: boolean): string {
  const years = hoursPerDay && hours <= BEYOND_H ? hours / (hoursPerDay * 365) : null
  const here = years ? `, about ${years >= 10 ? Math.round(years) : years.toFixed(1)} years here` : ''
  return `${select.reliabilityPercent} of 100 such bearings reach this life at this load${here}; twice the load would leave ${ball ? 'an eighth' : 'a tenth'}.`
}

/** Whether type and size are right: rating life against the target, static safety, least load, speed, neighbours in size. */
export function selectStation(
  answers: CardAnswers,
  single: Bearing | null,
  duty: DutyResult,
  { plant: { makersFigures }, past }: CardContext,
  set: SetOfBearings = ALONE,
  film: PlaceFilm | null = null,
  closed: Closure | null = null,
  share: Share | null = null,
): SelectResult {
  const station = new StationBuilder('select')
  if (share) shareFigure(station, share)
  const { target, reliabilityPercent } = answers.select
  const { shock } = answers.duty
  const motion = duty.motion ?? null
  const waiting = (reason: string): SelectResult => ({
    ...station.close(reason, { word: 'waiting', level: 'open' }, null, '—'),
    loadRatio: null,
    modified: null,
    basis: null,
    alternatives: [],
  })
  if (!single) return waiting('Choose the bearing at Identify first.')
  const ringC = hotterRingC(answers.duty)
  if (overHot(station, ringC)) return waiting('Bearing steel is not rated so hot.')
  const cool = asSet(single, set)
  const row = asHot(cool, ringC)
  const { radialN, axialN } = duty
  if (radialN === null || axialN === null || !shock || !motion) return waiting('Enter speed, loads and shock at Duty first.')
  if (radialN + axialN === 0) return waiting('Without any load there is nothing to rate; enter the load at Duty.')
  const speedRpm = wayRpm(motion) ?? ANY_RPM
  const rated = station.attempt(() => ratedAt(cool, row, ringC, { radialN, axialN, speedRpm, reliabilityPercent, set }))
  if (!rated) return waiting('A value is refused.')
  if (row !== cool) station.ask('hot-class', { hot: amount(ringC!, 'temperature') })
  const { load, life } = rated.values
  const P = load.values.equivalentLoadN
  const ball = rollsOnBalls(row.family)
  const form = formOf(row)
  if (form.thrust === 0 && axialN > 0) station.warn('stop', 'no-thrust', { what: `${row.designation} (${form.label})` }, short(axialN))
  const beside = (wantedH: number) => sizesBeside(single, makersFigures, set, answers, radialN, axialN, speedRpm, shock, wantedH)
  if (motion.kind === 'stands') {
    const { verdict, hero, loadRatio } = standing(station, answers, row, rated, duty, set)
    choiceFigure(station, answers)
    const said = 'It stands: elements and raceways must keep their shape under the load; no life is counted.'
    return {
      ...station.close(said, verdict, hero, `C0/P0 ${short(rated.values.staticSafety, 2)}`),
      loadRatio,
      modified: null,
      basis: null,
      alternatives: beside(0).alternatives,
    }
  }
  checkMotion(station, row, motion)
  // One that swings does not skid.
  const minimum = motion.kind === 'turns' ? station.attempt(() => minimumLoad(row, speedRpm)) : null
  const long = modified(answers, row, rated.values, film, station)
  const hero = lifeFigures(station, answers, row, rated, set, long)
  const decides = answers.select.lifeSchool === 'modified'
  if (decides && !long && motion.kind === 'turns') station.ask('lubricant-unknown')
  const changed = changing(station, answers, row, duty, set, film)
  const hours = changed?.hours ?? (decides && long ? long.values.hours : life.values.modifiedLifeH)
  checkSpeed(station, row, speedRpm, film, closed, answers.fit.accuracy, saidSpeed(past.says))
  checkMachine(station, answers, past.says ?? [])
  checkSlope(station, row, duty)
  if (minimum) station.figure('minimumLoadN', 'Least load', minimum.values.minimumN, 'force', minimum)
  checkLoad(row, rated.values, shock, axialN, minimum?.values.minimumN ?? 0, station)
  const verdict: Verdict = target ? judge(hours, target, station) : { word: 'no target yet', level: 'open' }
  if (!target) station.ask('life-target')

  choiceFigure(station, answers)
  const { alternatives, larger } = beside(target ? LIFE_TARGETS[target].hours : 0)
  return {
    ...station.close(lifeReason(answers, hours, ball), verdict, hero, lifeWords(hours)),
    loadRatio: P / row.dynamicRatingN,
    modified: long?.values ?? null,
    basis: basisOf(answers, row, rated.values, film, larger, speedRpm),
    alternatives,
    changing: changed,
  }
}
