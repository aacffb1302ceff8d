import type { Bearing } from '../../catalogue/bearing.js'
import { at100, oilServiceH, writeOil } from '../../lubrication/oil.js'
import { OIL_FEED_LABEL, type OilRecord } from '../../lubrication/oil-record.js'
import { Derivation, short } from '../../result.js'
import { q } from '../../units/quantities.js'
import type { CardAnswers } from '../answers.js'
import type { CardContext } from '../context.js'
import { cleanlinessOf, oilOf, type PlaceFilm } from '../film.js'
import type { PlanStep } from '../mounting-plan.js'
import type { StationBuilder } from '../station.js'
import { NOTHING, checkFilm, type LubricateResult } from './lubricate-figures.js'

/** Where a position runs in oil: its film, how clean it is, when it is changed, and how high it stands. */

/** Past this speed factor, mm/min, a bath warms itself more than it carries away. Engineering practice. */
const BATH_SPEED = 400_000

function fillStep(oil: OilRecord, upright: boolean): PlanStep {
  const level = upright
    ? 'Upright shaft: to the mark of the machine’s manual; a bath over the whole bearing churns and warms itself.'
    : 'Standing still, to the middle of the lowest rolling element: higher churns and heats, lower starves.'
  return {
    key: 'oil-fill',
    title: `Fill with oil ${writeOil(oil)}`,
    doing: oil.feed === 'bath' ? level : 'Fill the tank, change the filter, let it run and see that oil comes back from this bearing.',
    tool: 'clean can and funnel, lint-free cloth',
    fields: [
      { key: 'oilRead', label: 'Oil as read on the can', kind: 'text', quantity: 'text' },
      { key: 'level', label: oil.feed === 'bath' ? 'Level seen at standstill' : 'Oil seen to come back', kind: 'check', quantity: 'text' },
    ],
    caution: 'Used oil on skin: gloves. Spilled oil is a fall: bind it at once. Hot oil burns: let it cool before the drain is opened.',
    restsOn: ['identify.designation'],
  }
}

/** Lubricate where it is oil; what regreasing needs is not asked. */
export function oilStation(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  context: CardContext,
  place: PlaceFilm | null,
): Omit<LubricateResult, 'school' | 'gun'> {
  const oil = oilOf(answers, context)
  const { speedRpm, innerRingC, outerRingC, hoursPerDay } = answers.duty
  const runC = answers.lubricate.housingTemperatureC ?? outerRingC ?? innerRingC
  const none = { ...NOTHING, grease: null, applies: false }
  if (!oil) station.ask('oil-viscosity')
  else if (at100(oil) === null) station.ask('oil-at-100')
  if (!oil || !speedRpm || runC === null) {
    const reason = oil
      ? 'Enter speed and running temperature at Duty first.'
      : 'Say what oil it runs in: its viscosity stands on can and plate.'
    const plan = oil ? [fillStep(oil, answers.lubricate.orientation === 'vertical')] : []
    return { ...station.close(reason, { word: 'waiting', level: 'open' }, null, oil ? writeOil(oil) : '—'), ...none, plan }
  }
  const kappa = place?.film.values.kappa ?? null
  const hero = station.figure('kappa', 'Film of this oil, κ', kappa, 'ratio', place?.film ?? null, { note: 'wanted 1 to 4' })
  const { cleanliness, said } = cleanlinessOf(answers, oil)
  station.figure('oilCode', 'How clean it is, ISO 4406', typeof cleanliness === 'string' ? null : cleanliness.code, 'text', null, {
    note: said ? 'by its sample' : 'taken from the surroundings; a sample says it',
  })
  const service = new Derivation()
  const hours = oilServiceH(oil.feed, runC)
  service.step('t', 'change of oil', 'by temperature and feed', `${OIL_FEED_LABEL[oil.feed]}, ${q(runC, 'temperature')}`, hours ?? '—', 'h', 'engineering practice: a sample or the maker’s word governs') // prettier-ignore
  station.figure('oilServiceH', 'Change the oil after', hours, 'hours', service.result({}), {
    note:
      hours && hoursPerDay
        ? `about ${Math.max(1, Math.round(hours / hoursPerDay / 30.4))} months here`
        : 'a sample or the maker’s word governs',
  })
  if (hours === null) station.warn('stop', 'oil-too-hot', {}, Math.round(runC))
  const ndm = speedRpm * row.pitchDiameterMm
  if (oil.feed === 'bath' && ndm > BATH_SPEED) station.warn('caution', 'bath-too-fast', { ndm: Math.round(ndm / 1000), limit: BATH_SPEED / 1000 }, Math.round(ndm)) // prettier-ignore
  checkFilm(station, kappa)
  const thin = kappa !== null && kappa < 0.4
  const verdict = hours === null ? ({ word: 'too hot for oil', level: 'stop' } as const) : thin ? ({ word: 'film too thin', level: 'caution' } as const) : ({ word: 'settled', level: 'good' } as const) // prettier-ignore
  const headline = `VG ${short(oil.viscosity40, 3)} · κ ${kappa === null ? '—' : short(kappa, 2)}`
  return {
    ...station.close(
      `${OIL_FEED_LABEL[oil.feed].replace(/^./, (c) => c.toUpperCase())}. The same film counts at Select.`,
      verdict,
      hero,
      headline,
    ),
    ...none,
    kappa,
    plan: [fillStep(oil, answers.lubricate.orientation === 'vertical')],
  }
}
