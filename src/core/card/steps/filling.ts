import type { Compatibility, Grease } from '../../lubrication/grease.js'
import { OIL_FEED_LABEL, type OilFeed, type OilRecord } from '../../lubrication/oil-record.js'
import { writeOil } from '../../lubrication/oil.js'
import { amount, phrase } from '../../words/message.js'
import type { LubricateAnswers } from '../answers.js'
import type { PlanField, PlanStep } from './plan-step.js'
import { check, number, words, type StepContext } from './step.js'

/** What is cleaned out, packed, drained and filled: the steps of Lubricate, which come among those of mounting. Engineering practice. */

/** What the rest of the card says of how a position is filled. */
export interface Filling {
  /** The bearing is sealed or shielded and comes filled. */
  closed: boolean
  /** Comes filled and is fed later, as an insert. */
  filled: boolean
  /** Cones of a hub, packed by hand. */
  hub: boolean
  /** The split block that it stands in. */
  block: StepContext['block']
  split: boolean
  /** It has an oil room of its own and does not share that of the machine. */
  ownRoom: boolean
  /** Something comes off here, with what it ran in. */
  takesOff: boolean
  upright: boolean
  many: boolean
}
export const UNFILLED: Filling = {
  ...{ closed: false, filled: false, hub: false, block: null, split: false },
  ...{ ownRoom: false, takesOff: false, upright: false, many: false },
}

/** A first fill so far off has been weighed wrongly. Engineering practice. */
const FILL_BAND = [0.6, 1.4] as const
const weighed = (key: string, label: string, grams: number): PlanField =>
  number(key, label, 'grams', { min: grams * FILL_BAND[0], max: grams * FILL_BAND[1] })
const SKIN = 'Grease and solvent on skin: gloves.'
const cap = (sentence: string) => `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}`

/** What is done with the old grease before anything goes on. */
function cleanOut(mixing: Compatibility | null, { split, hub }: Filling): PlanStep {
  const where = hub ? 'hub' : split ? 'block, base and cap,' : 'housing'
  return {
    key: 'clean-out',
    title: 'Clean the old grease out',
    doing: `${mixing && mixing.mixing !== 'compatible' ? `${cap(mixing.words)} ` : ''}Wipe the ${where} out to bare metal and look into every corner${split || hub ? '' : '; flush the grease way with the new grease until only that comes out'}.`,
    tools: ['lint-free cloth', 'cleaning spirit', 'gloves'],
    fields: [check('clean', hub ? 'Hub is clean' : 'Housing and grease way are clean')],
    caution: `${SKIN} No solvent near heat or sparks.`,
    restsOn: ['identify.designation'],
  }
}

/** How grease goes in, by what it goes into. */
function packing(grease: Grease, firstFillG: number, { hub, split, block, many }: Filling): Omit<PlanStep, 'key' | 'restsOn'> {
  const read: PlanField = {
    key: 'greaseRead',
    label: 'Grease as read on the cartridge',
    kind: 'text',
    quantity: 'text',
    expects: { name: grease.name },
  }
  const name = grease.name
  const tools = ['scale', 'clean spatula']
  const gramsG = weighed('gramsG', `In the bearing${many ? 's' : ''}, by weighing`, firstFillG)
  if (hub)
    return {
      title: phrase`Pack the cone with ${amount(firstFillG, 'grams')} of ${name}`,
      doing:
        'By hand, pressed in from the large end between cage and cone until it stands out at the small end all round; a film on the cup.',
      ...{ tools: ['scale', 'clean hands in gloves'], fields: [{ ...gramsG, label: 'In the cone, by weighing' }, read], caution: SKIN },
    }
  if (split && block)
    return {
      title: phrase`Pack the bearing with ${amount(firstFillG, 'grams')} of ${name}, the base with ${amount(block.fillG, 'grams')}`,
      doing:
        'Weigh both. Press it between the rolling elements from one side until it shows on the other, turning; then the base of the block, evenly on both sides of the bearing and not over the shaft.',
      ...{ tools, fields: [gramsG, weighed('blockG', 'In the base of the block, by weighing', block.fillG), read], caution: SKIN },
    }
  return {
    title: phrase`Fill with ${amount(firstFillG, 'grams')} of ${name}`,
    doing:
      'Weigh it. Press it between the elements from one side until it shows on the other; the rest into the housing, no more than half of it.',
    ...{ tools, fields: [{ ...gramsG, label: 'Filled, by weighing' }, read], caution: SKIN },
  }
}

/**
 * Steps of grease at a position: cleaned out, packed. One that comes filled has none; where nobody has said what goes in, the step is there and
 * cannot be signed, so that nothing starts dry. First fill in g. Source: engineering practice.
 */
export function fillSteps(
  grease: Grease | null,
  firstFillG: number | null,
  mixing: Compatibility | null,
  a: LubricateAnswers,
  filling: Filling,
): PlanStep[] {
  const restsOn = ['identify.designation', 'lubricate.firstFillG']
  if (a.sealed || filling.closed || filling.filled) return []
  const clash = mixing !== null && mixing.mixing !== 'compatible'
  const clean = clash || filling.takesOff ? [cleanOut(mixing, filling)] : []
  if (a.filledBy)
    return [
      ...clean,
      {
        ...{ key: 'fill', title: `See that it was filled: ${a.filledBy}`, doing: 'Grease shows between the elements, and its name stands on the paper of whoever filled it.' },
        ...{ tools: ['light', 'paper of the filling'], fields: [words('greaseRead', 'Lubricant by that paper'), check('seen', 'Grease is in, seen')], restsOn: ['identify.designation'] },
      },
    ] // prettier-ignore
  if (grease && firstFillG !== null) return [...clean, { key: 'fill', ...packing(grease, firstFillG, filling), restsOn }]
  return [
    ...clean,
    {
      ...{ key: 'fill', title: 'Fill it with grease', doing: 'What goes in, and how much, is not settled yet: choose it at Lubricate, or say there that it is sealed or who fills it.' },
      ...{ tools: ['scale', 'clean spatula'], fields: [], caution: SKIN, restsOn: ['identify.designation'] },
      hold: grease ? 'Speed and running temperature are missing at Duty: they decide how much grease goes in.' : 'Say at Lubricate what goes in, that it is sealed for life, or who fills it.',
    },
  ] // prettier-ignore
}

/** Oil that is brought to the bearing: what is done before the first start, and what is seen then and once it has run. */
const FED: Readonly<Record<Exclude<OilFeed, 'bath'>, { doing: string; seen: string; after: string; checked: string }>> = {
  circulating: {
    doing: 'Fill the tank, change the filter, let it run by hand or by its own pump and see that oil comes back from this bearing.',
    seen: 'Oil seen to come back',
    after: 'Stopped after its first minutes: fill the tank up to its mark, look for a leak at every joint.',
    checked: 'Tank at its mark, nothing leaks',
  },
  'oil-air': {
    doing:
      'Fill the tank of the metering unit, set the shots by the sheet of the bearing or the machine, air dry and on: let it run until streaks of oil creep along every line and leave its nozzle, before the first start.',
    seen: 'Oil seen at every nozzle, air on',
    after:
      'Stopped after its first minutes: streaks still creep in every line, no oil stands in the housing, the drain and the way out for the air are open.',
    checked: 'Streaks in every line, nothing stands in the housing',
  },
}

/** Steps of oil at a position: drained before anything comes off, filled when its room is closed again. `oil` null while nobody has said which. Source: engineering practice. */
export function oilSteps(oil: OilRecord | null, { upright, ownRoom, takesOff, block }: Filling): PlanStep[] {
  const shared = ownRoom ? {} : { shared: true }
  const HOT = 'Used oil on skin: gloves. Spilled oil is a fall: bind it at once. Hot oil burns: let it cool before the drain is opened.'
  const drain: PlanStep = {
    ...{ key: 'drain', title: 'Drain the oil', doing: 'Warm, not hot, into a clean pan; look at what comes: water, glitter, black. Keep a sample of the middle of the stream.' },
    ...{ tools: ['clean pan', 'sample bottle', 'key of the drain plug'], fields: [check('drained', 'Oil is out, plug back with a new seal'), words('looks', 'What the oil looked like')] },
    ...{ caution: HOT, restsOn: [], ...shared },
  } // prettier-ignore
  const mark = block && !upright ? phrase` In block ${block.name} that is ${amount(block.oilMm, 'length', 0)} over its foot.` : ''
  const level = upright
    ? 'Upright shaft: to the mark of the machine’s manual; a bath over the whole bearing churns and warms itself.'
    : phrase`Standing still, to the mark, or where there is none to the middle of the lowest rolling element: higher churns and heats, lower starves.${mark}`
  const fill: PlanStep = {
    ...{ key: 'oil-fill', title: oil ? `Fill with oil ${writeOil(oil)}` : 'Fill it with oil', tools: ['clean can and funnel', 'lint-free cloth'] },
    doing: !oil ? 'Which oil is not settled yet: say it at Lubricate.' : oil.feed === 'bath' ? level : FED[oil.feed].doing,
    fields: [words('oilRead', 'Oil as read on the can'), words('litres', 'How much: litres, or to the mark'), check('level', !oil || oil.feed === 'bath' ? 'Level seen at standstill' : FED[oil.feed].seen)],
    ...{ caution: HOT, restsOn: ['identify.designation'], ...shared, ...(!ownRoom && { waitsForAll: true }) },
    ...(!oil && { hold: 'Say at Lubricate which oil goes in.' }),
  } // prettier-ignore
  return [...(takesOff && oil?.feed !== 'oil-air' ? [drain] : []), fill]
}

/** The look at the oil once it has run some minutes: it went into every corner meanwhile. Source: engineering practice. */
export const levelStep = (oil: OilRecord, ownRoom: boolean): PlanStep => ({
  key: 'level',
  title: 'Look at the oil once more',
  doing:
    oil.feed === 'bath'
      ? `Stopped after its first minutes, when it has run back: ${OIL_FEED_LABEL.bath}. Fill up to the mark, look for a leak at every joint.`
      : FED[oil.feed].after,
  tools: ['lock', 'light', 'can of the same oil'],
  fields: [check('level', oil.feed === 'bath' ? 'Level at its mark, nothing leaks' : FED[oil.feed].checked)],
  caution: 'Hands go near the shaft: behind the lock, and it stands still.',
  restsOn: ['identify.designation'],
  ...(!ownRoom && { shared: true }),
})
