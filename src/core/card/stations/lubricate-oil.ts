import type { Bearing } from '../../bearing/bearing.js'
import { at100, oilServiceH, writeOil } from '../../lubrication/oil.js'
import { OIL_FEED_LABEL, type OilFeed } from '../../lubrication/oil-record.js'
import { motionOf } from '../../life/swing.js'
import { Derivation, short } from '../../result.js'
import type { CardAnswers } from '../answers.js'
import type { CardContext } from '../context.js'
import { cleanlinessOf, oilOf, type PlaceFilm } from '../film.js'
import { oilSteps, type Filling } from '../steps/filling.js'
import type { StationBuilder } from '../station.js'
import { amount } from '../../words/message.js'
import { NOTHING, checkFilm, type LubricateResult } from './lubricate-figures.js'

/** Where a position runs in oil: its film, how clean it is, when it is changed, and how high it stands. */

/** Past this speed factor, mm/min, a bath warms itself more than it carries away. Engineering practice. */
const BATH_SPEED = 400_000

/** After how long the oil is changed; none above what any oil stands. */
function serviceFigure(station: StationBuilder, feed: Exclude<OilFeed, 'oil-air'>, runC: number, hoursPerDay: number | null) {
  const service = new Derivation()
  const hours = oilServiceH(feed, runC)
  service.step(
    't',
    'change of oil',
    'by temperature and feed',
    `${OIL_FEED_LABEL[feed]}, ${short(runC)} °C`,
    hours ?? '—',
    'h',
    'engineering practice: a sample or the maker’s word governs',
  )
  return station.figure('oilServiceH', 'Change the oil after', hours, 'hours', service.result({}), {
    note:
      hours && hoursPerDay
        ? `about ${Math.max(1, Math.round(hours / hoursPerDay / 30.4))} months here`
        : 'a sample or the maker’s word governs',
  })
}

/** Lubricate where it is oil; what regreasing needs is not asked. */
export function oilStation(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  context: CardContext,
  place: PlaceFilm | null,
  filling: Filling,
): Omit<LubricateResult, 'school' | 'gun'> {
  const oil = oilOf(answers, context)
  const { innerRingC, outerRingC, hoursPerDay } = answers.duty
  const runC = answers.lubricate.housingTemperatureC ?? outerRingC ?? innerRingC
  const none = { ...NOTHING, grease: null, applies: false }
  if (!oil) station.ask('oil-viscosity')
  else if (at100(oil) === null) station.ask('oil-at-100')
  if (!oil || !motionOf(answers.duty) || runC === null) {
    const reason = oil
      ? 'Enter speed and running temperature at Duty first.'
      : 'Say what oil it runs in: its viscosity stands on can and plate.'
    const plan = oilSteps(oil, filling)
    return { ...station.close(reason, { word: 'waiting', level: 'open' }, null, oil ? writeOil(oil) : '—'), ...none, plan }
  }
  const speedRpm = answers.duty.speedRpm!
  const kappa = place?.film.values.kappa ?? null
  const film = speedRpm
    ? station.figure('kappa', 'Film of this oil, κ', kappa, 'ratio', place?.film ?? null, { note: 'wanted 1 to 4' })
    : null
  if (!film) station.warn('note', 'oil-at-rest')
  const { cleanliness, said } = cleanlinessOf(answers, oil)
  station.figure('oilCode', 'How clean it is, ISO 4406', typeof cleanliness === 'string' ? null : cleanliness.code, 'text', null, {
    note: said ? 'by its sample' : 'taken from the surroundings; a sample says it',
  })
  const changed = oil.feed === 'oil-air' ? null : serviceFigure(station, oil.feed, runC, hoursPerDay)
  const tooHot = changed !== null && changed.value === null
  if (tooHot) station.warn('stop', 'oil-too-hot', { limit: amount(120, 'temperature') }, Math.round(runC))
  const ndm = speedRpm * row.pitchDiameterMm
  if (oil.feed === 'bath' && ndm > BATH_SPEED)
    station.warn('caution', 'bath-too-fast', { ndm: Math.round(ndm / 1000), limit: BATH_SPEED / 1000 }, Math.round(ndm))
  checkFilm(station, kappa)
  const thin = kappa !== null && kappa < 0.4
  const verdict = tooHot
    ? ({ word: 'too hot for oil', level: 'stop' } as const)
    : thin
      ? ({ word: 'film too thin', level: 'caution' } as const)
      : ({ word: 'settled', level: 'good' } as const)
  const headline = `VG ${short(oil.viscosity40, 3)}${film ? ` · κ ${kappa === null ? '—' : short(kappa, 2)}` : ''}`
  return {
    ...station.close(
      `${OIL_FEED_LABEL[oil.feed].replace(/^./, (c) => c.toUpperCase())}. The same film counts at Select.`,
      verdict,
      film ?? changed,
      headline,
    ),
    ...none,
    kappa,
    plan: oilSteps(oil, filling),
  }
}
