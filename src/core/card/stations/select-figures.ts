import type { Bearing } from '../../catalogue/catalogue.js'
import { isThrust, rollsOnBalls } from '../../bearing/families.js'
import { cleanlinessLabel, contaminationFactor, modifiedLifeFactor, type Cleanliness } from '../../life/modified-life.js'
import { survival } from '../../life/many-lives.js'
import type { Rated } from '../../life/rate-bearing.js'
import { LIFE_TARGETS } from '../../life/targets.js'
import { InputError, short, type Result } from '../../result.js'
import type { CardAnswers } from '../answers.js'
import { cleanlinessOf, type PlaceFilm } from '../film.js'
import { amount, phrase } from '../../words/message.js'
import { changingLife, type ChangingLife } from '../changing.js'
import type { SetOfBearings } from '../../life/set-of-bearings.js'
import { wantedSafety } from './select-checks.js'
import { StationBuilder, type Figure } from '../station.js'
import type { DutyResult } from './duty.js'

/** The figures of Select: life with film and dirt, what it is loaded with, what its changing running makes of it, what was chosen. */

/** Life with film and dirt counted, and the factor that makes it of the rating life. */
export interface ModifiedLife {
  hours: number
  aIso: number
  kappa: number
  contaminationFactor: number
  cleanliness: Cleanliness
}

/** What film and dirt make of the life; null while no lubricant is known, or κ is under 0.1. */
export function modified(
  answers: CardAnswers,
  row: Bearing,
  rated: Rated,
  film: PlaceFilm | null,
  station: StationBuilder,
): Result<ModifiedLife> | null {
  if (!film) return null
  const { kappa } = film.film.values
  if (kappa < 0.1) {
    station.warn('caution', 'film-none', {}, short(kappa))
    return null
  }
  const { cleanliness, said } = cleanlinessOf(answers, film.oil)
  return station.attempt(() => {
    const dirt = contaminationFactor({ kappa, pitchDiameterMm: row.pitchDiameterMm, cleanliness })
    const factor = modifiedLifeFactor({
      rollingElement: rollsOnBalls(row.family) ? 'ball' : 'roller',
      thrust: isThrust(row.family),
      kappa,
      contaminationFactor: dirt.values.contaminationFactor,
      fatigueLoadLimitN: row.fatigueLoadLimitN,
      equivalentLoadN: rated.load.values.equivalentLoadN,
    })
    const { aIso } = factor.values
    return {
      values: {
        hours: aIso * rated.life.values.modifiedLifeH,
        aIso,
        kappa,
        contaminationFactor: dirt.values.contaminationFactor,
        cleanliness,
      },
      working: [...film.film.working, ...dirt.working, ...factor.working],
      cautions: [],
      assumptions: [
        ...factor.assumptions,
        `The film is that of ${film.name}${film.chosen ? ', chosen at Lubricate' : ', which the records name'}.`,
        ...(said ? [] : [`Cleanliness follows from the surroundings: ${cleanlinessLabel(cleanliness)}.`]),
      ],
    }
  })
}

/** Life and safety with what they rest on; the first is the hero. */
export function lifeFigures(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  rated: Result<Rated>,
  set: SetOfBearings,
  long: Result<ModifiedLife> | null,
): Figure {
  const { target, reliabilityPercent } = answers.select
  const { life } = rated.values
  const hero = station.figure(
    'lifeH',
    reliabilityPercent > 90 ? `Life that ${reliabilityPercent} of 100 reach` : 'Rating life L10h',
    life.values.modifiedLifeH,
    'hours',
    rated,
    {
      note: target ? phrase`target ${amount(LIFE_TARGETS[target].hours, 'hours')}` : undefined,
    },
  )
  const lasting = station.figure('modifiedLifeH', 'Life with film and dirt', long?.values.hours ?? null, 'hours', long, {
    note: long
      ? `aISO ${short(long.values.aIso, 2)}, κ ${short(long.values.kappa, 2)}, eC ${short(long.values.contaminationFactor, 2)}`
      : undefined,
  })
  const half = survival({ rollingElement: rollsOnBalls(row.family) ? 'ball' : 'roller', ratingLifeH: life.values.ratingLifeH, hours: 0 })
  const { medianH } = half.values
  station.figure(
    'medianH',
    'Half of them reach',
    medianH,
    'hours',
    { ...half, working: [...rated.working, ...half.working.slice(1)] },
    {
      note: `about ${Math.round(medianH / life.values.ratingLifeH)} times the rating life, which one in ten misses`,
    },
  )
  loadFigures(station, answers, row, rated, set)
  return answers.select.lifeSchool === 'modified' && long ? lasting : hero
}

/** What it is loaded with beside what it carries; the static safety is handed back. */
export function loadFigures(station: StationBuilder, answers: CardAnswers, row: Bearing, rated: Result<Rated>, set: SetOfBearings): Figure {
  const { load, staticSafety } = rated.values
  const P = load.values.equivalentLoadN
  station.figure('equivalentLoadN', 'Equivalent load P', P, 'force', { ...rated, working: load.working })
  station.figure('dynamicRatingN', 'Dynamic rating C', row.dynamicRatingN, 'force', rated, {
    decimals: 1,
    note: `${row.entered ? "maker's sheet" : 'typical geometry'}${set.count > 1 ? `, set of ${set.count}` : ''}`,
  })
  const safety = station.figure(
    'staticSafety',
    'Static safety C0/P0',
    staticSafety,
    'ratio',
    { ...rated, working: load.working },
    { decimals: 1, note: `wanted ${wantedSafety(row, answers.duty.shock!)}` },
  )
  station.figure(
    'loadRatio',
    'Load for its rating P/C',
    P / row.dynamicRatingN,
    'ratio',
    { ...rated, working: load.working },
    { decimals: 3 },
  )
  return safety
}

/** Life under the spectrum of the duty, where there is one, and which of its steps eats most of it. */
export function changing(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  duty: DutyResult,
  set: SetOfBearings,
  film: PlaceFilm | null,
): ChangingLife | null {
  if (!answers.duty.spectrum.length) return null
  const counted = answers.select.lifeSchool === 'modified' ? film : null
  const steady = {
    ...{ radialN: duty.radialN!, axialN: duty.axialN!, arrangement: set.arrangement },
    ...{ reliabilityPercent: answers.select.reliabilityPercent, cleanliness: cleanlinessOf(answers, film?.oil ?? null).cleanliness },
  }
  try {
    const found = changingLife(answers, row, steady, counted)
    const shares = found?.values.damageShares ?? []
    const worst = shares.indexOf(Math.max(...shares))
    station.figure('changingLifeH', 'Life under its changing running', found?.values.hours ?? null, 'hours', found, {
      note: found ? `step ${worst + 1} does ${Math.round(shares[worst]! * 100)} % of the damage` : undefined,
    })
    return found?.values ?? null
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    station.warn('caution', 'spectrum-still')
    return null
  }
}

/** What was chosen here over what, and why, as somebody wrote it. */
export function choiceFigure(station: StationBuilder, { select }: CardAnswers): void {
  const { chosen, chosenOver, chosenWhy } = select
  if (!chosen) return
  station.figure('chosen', 'Chosen', chosenOver ? `${chosen} over ${chosenOver}` : chosen, 'text', null, {
    note: chosenWhy ? chosenWhy : undefined,
  })
}
