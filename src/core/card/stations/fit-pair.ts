import type { Bearing } from '../../catalogue/catalogue.js'
import { operatingClearance } from '../../fits/operating-clearance.js'
import { pairPlay, pairPreloadN, playOfPreloadUm, preloadOfClassN } from '../../fits/pair-play.js'
import type { SetOfBearings } from '../../life/set-of-bearings.js'
import { short, worked } from '../../result.js'
import { amount, phrase } from '../../words/message.js'
import type { CardAnswers } from '../answers.js'
import type { Figure, StationBuilder, Verdict } from '../station.js'
import { range, seatedAs, type Seats } from './fit-seats.js'

/** Two that are ground to each other: bought by their axial play or preload, of which fits and heat take their part. */

/** Steady preload over so much of the static rating shortens a pair's life more than it stiffens it. Engineering practice. */
const MOST_OF_STATIC = 0.03

/** Whether a set is judged by its own play: two single rows against each other. */
export const playsAsPair = (row: Bearing, { count, arrangement }: SetOfBearings): boolean =>
  count === 2 && row.rows === 1 && row.contactAngleDeg >= 5 && (arrangement === 'back-to-back' || arrangement === 'face-to-face')

/** Axial play or preload with which a pair was bought, µm: as measured or read, else as is usual of the class on its box. */
function boughtUm(station: StationBuilder, { fit: { pairPlayUm, pairPreload } }: CardAnswers, row: Bearing): number | null {
  if (pairPlayUm !== null || !pairPreload) return pairPlayUm
  const forceN = preloadOfClassN(row, pairPreload)
  const playUm = playOfPreloadUm(row, forceN)
  const from = worked(
    'Fv',
    'preload as bought',
    'share of C by class',
    `${pairPreload}: ${short(forceN / row.dynamicRatingN, 2)} · ${short(row.dynamicRatingN)}`,
    forceN,
    'N',
    "engineering practice; the maker's sheet goes before it",
  )
  station.figure('pairBoughtN', 'Preload as bought, usual', forceN, 'force', from, {
    note: phrase`${amount(-playUm, 'fine')} of axial preload; its sheet says it exactly`,
  })
  return playUm
}

/** What is left of a pair's axial play when hot, µm, and how hard it presses itself then, N. Source: `pairPlay`, `pairPreloadN`. */
export function pairFigures(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  settled: Seats,
): { hero: Figure; verdict: Verdict } {
  const { innerRingC, outerRingC } = answers.duty
  const bought = boughtUm(station, answers, row)
  if (bought === null) station.ask('pair-play')
  const known = bought !== null && innerRingC !== null && outerRingC !== null && settled.shaft
  const found = known
    ? station.attempt(
        () => {
          const seats = seatedAs(answers, row, settled.shaft!.values, settled.housing.values)
          // Without clearance of its own a row shows only what it loses.
          const lost = operatingClearance({ ...row, rangeUm: [0, 0], ...seats, innerRingC, outerRingC }).values
          return pairPlay({ asBoughtUm: bought, radialLossUm: range(-lost.p975Um, -lost.p025Um), contactAngleDeg: row.contactAngleDeg })
        },
        { asBoughtUm: 'pairPlayUm' },
      )
    : null
  const play = found && range(found.values.leastUm, found.values.mostUm)
  const hero = station.figure('clearance', 'Axial play of the pair when hot, 19 in 20', play, 'fine', found, {
    note: bought === null ? undefined : phrase`from ${amount(bought, 'fine')} as bought; below zero it is preloaded`,
  })
  if (!play) return { hero, verdict: { word: 'play of the pair open', level: 'open' } }
  const hardest = pairPreloadN(row, play[0])
  const from = worked(
    'Fv',
    'preload',
    'force that presses both contacts together by half of what is below zero',
    `play ${short(play[0])} µm, ${row.elements} × Ø${short(row.elementDiameterMm)}, α ${short(row.contactAngleDeg)}°`,
    hardest,
    'N',
    'Hertz contact over the typical geometry',
  )
  station.figure('pairPreloadN', 'Hardest preload then', hardest, 'force', from, { note: 'as the contacts of typical geometry give' })
  const most = MOST_OF_STATIC * row.staticRatingN
  if (hardest > most) {
    station.warn('stop', 'pair-preload-high', { is: amount(hardest, 'force', 1), most: amount(most, 'force', 1) }, Math.round(hardest))
    return { hero, verdict: { word: 'preloaded too hard', level: 'stop' } }
  }
  if (play[0] >= 0) return { hero, verdict: { word: 'runs with play', level: 'good' } }
  return { hero, verdict: play[1] < 0 ? { word: 'preloaded', level: 'good' } : { word: 'play or preload', level: 'caution' } }
}
