import {
  asLineAnswers,
  emptyAnswers,
  keyOf,
  type ArrangeAnswers,
  type CardAnswers,
  type DutyAnswers,
  type LineAnswers,
  type Scope,
} from '../../src/core/card/answers.js'
import type { Station } from '../../src/core/procedure/rolling.js'
import { bareContext, type LineContext, type PlantContext } from '../../src/core/card/context.js'
import { evaluateLine, type CardEvaluation, type LineEvaluation } from '../../src/core/card/evaluate.js'
import type { Figure, Question, StationCaution, StationResult } from '../../src/core/card/station.js'
import { lifeUsed } from '../../src/core/card/position.js'
import { recordedLives } from '../../src/core/card/recorded.js'
import { linePlan } from '../../src/core/card/procedures.js'
import { stepName } from '../../src/core/card/line-step.js'
import { findBearing, type Bearing } from '../../src/core/catalogue/catalogue.js'

/** How much of its life a bearing alone at the first of two supports has used by its duty. */
export function usedBy(row: Bearing, duty: DutyAnswers, days: number) {
  const lives = recordedLives(asLineAnswers({ ...emptyAnswers(), duty }, 'p1.1'), {}, bareContext(row))
  return lifeUsed(lives.get('p1.1'), duty.hoursPerDay, days)
}

/** Most cases are of one bearing on a shaft with two supports: said flat, with who holds at the drive end and at the other. */
export type Arranged = Partial<ArrangeAnswers> & { driveEndHeld?: boolean | null; nonDriveEndHeld?: boolean | null }
export type End = 'drive' | 'non-drive'
export type Flat = { [S in keyof CardAnswers]: S extends 'arrange' ? Arranged : CardAnswers[S] }

const codeOf = (end: End): Scope => (end === 'drive' ? 'p1' : 'p2')

/** A line of two supports; the card is that of `end`, `other` stands at its other end. */
export function twoSupports(end: End, other: Bearing | null): LineContext {
  const context = end === 'drive' ? bareContext(null, other) : bareContext(other, null)
  return { ...context, onCard: [`${codeOf(end)}.1`] }
}

/** Flat answers of a card at one of two ends as those of its line; float is measured at the end that is free. */
export function answersOfTwo(a: Flat, end: End = 'drive'): LineAnswers {
  const { driveEndHeld = null, nonDriveEndHeld = null, floatPresentMm = null, ...arrange } = a.arrange
  const free = driveEndHeld === false ? 'p1' : 'p2'
  return {
    ...asLineAnswers({ ...a, arrange }, `${codeOf(end)}.1`),
    [keyOf('p1', 'arrange', 'held')]: driveEndHeld,
    [keyOf('p2', 'arrange', 'held')]: nonDriveEndHeld,
    [keyOf(free, 'arrange', 'floatPresentMm')]: floatPresentMm,
  }
}

/** The whole card of one of two ends. */
export function lineOfTwo(a: Flat, context: LineContext): LineEvaluation {
  return evaluateLine(answersOfTwo(a, context.onCard[0]!.startsWith('p1') ? 'drive' : 'non-drive'), context)
}

/** The stations of a card at one of two ends. */
export function evaluateCard(a: Flat, context: LineContext): CardEvaluation {
  return lineOfTwo(a, context).places[context.onCard[0]!]!
}

const stations = (e: CardEvaluation): StationResult[] => Object.values(e)
export const figuresOf = (e: CardEvaluation) => new Map<string, Figure>(stations(e).flatMap((s) => s.figures.map((f) => [f.key, f])))
export const cautionsOf = (e: CardEvaluation): StationCaution[] => stations(e).flatMap((s) => s.cautions)
export const questionsOf = (e: CardEvaluation): Question[] => stations(e).flatMap((s) => s.questions)
/** Names of the steps of a card in order. */
export const stepsOf = (e: CardEvaluation): string[] =>
  linePlan({ order: [{ place: 'p1.1', lead: 'p1.1' }], places: { 'p1.1': e } }).map((s) => stepName(s.key))

export type Patch = { [S in Station]?: S extends 'arrange' ? Arranged : Partial<CardAnswers[S]> }
/** A whole card at the drive end of a steel shaft in cast iron, warm, changed by a patch. */
export function filledCard(designation: string, patch: Patch = {}, plant: Partial<PlantContext> = {}): CardEvaluation {
  const a: Flat = emptyAnswers()
  const given: Patch = {
    identify: { designation, group: 'N', groupEvidence: 'marking' },
    duty: {
      speedRpm: 1450,
      radialLoadN: 3000,
      axialLoadN: 0,
      shock: 'smooth',
      ambientC: 20,
      innerRingC: 60,
      outerRingC: 50,
      dirt: 'clean',
      hoursPerDay: 16,
      turningRing: 'inner',
      loadDirection: 'still',
    },
    select: { target: 'motor-24h' },
    arrange: { spanMm: 400, assemblyC: 20, shaftHotC: 60, housingHotC: 45, driveEndHeld: true, nonDriveEndHeld: false },
  }
  for (const source of [given, patch])
    for (const [station, answers] of Object.entries(source)) Object.assign(a[station as Station], answers)
  const context = twoSupports('drive', findBearing('6309')!.row)
  return evaluateCard(a, { ...context, plant: { ...context.plant, ...plant } })
}
