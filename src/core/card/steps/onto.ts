import { BOND_LETS_GO_C } from '../../mounting/temperatures.js'
import { DRYING_WORDS } from '../../mounting/handling.js'
import type { StepName } from '../../procedure/steps.js'
import type { Heater } from '../../mounting/ways.js'
import { amount, phrase, type Words } from '../../words/message.js'
import type { PlanField, PlanStep } from './plan-step.js'
import { BEARING, DRIFT_TOOL, check, number, torqued, words, type Make, type StepContext } from './step.js'

/** How rings get onto and into their seats, and what holds the inner one there. */

/** A pressed ring that needs half as much again as reckoned is jammed or tilted. Engineering practice. */
const FORCE_MARGIN = 1.5
/** A feeler of 0.03 mm must not go in anywhere between ring and shoulder. Engineering practice. */
const SHOULDER_GAP_MM = 0.03
/** A ring heated to its limit may be this much under it when it is measured, a housing as much around its own, K. Engineering practice. */
const UNDER_LIMIT_K = 5
const HOUSING_K = 15

const ON_SHAFT = ['identify.designation', 'fit.shaftInterference']
const IN_HOUSING = ['identify.designation', 'fit.housingInterference']
const SHIELD = 'Stand clear and shield. Never push through the rolling elements, never on the cage.'
/** Heaters whose flux leaves a ring magnetic. */
const MAGNETIC: readonly Heater[] = ['induction', 'coil']
/** A ring that was hotter than it may be. Engineering practice. */
const OVERHEATED =
  'Over its limit: put it aside with a label. Ask its stabilisation class and for how long it was so hot. Above that class, or with any heat colour, it is scrap: size first, then hardness.'
const COLD = 'Cold burns and displaced air: insulated gloves, face shield, ventilate; never in a pit.'
/** How a ring is warmed in each heater; one row a heater. Engineering practice. */
const HEATING: Readonly<Record<Heater, { doing: string; tools: readonly Words[] }>> = {
  induction: { doing: 'The largest core that goes through the bore, the probe on the inner ring; slowly where its clearance is small. Demagnetise at the end.', tools: ['induction heater with core'] },
  coil: { doing: 'Keep the coil moving all round, and rest it as long as it says: its on and off are part of its rating. Watch that the cage stays cool. Demagnetise at the end.', tools: ['coil with its rests'] },
  plate: { doing: 'On clean blocks so that air goes round, under a cover; turn it over halfway.', tools: ['heating plate with cover'] },
  oven: { doing: 'On a clean tray, away from the heater and not on its floor; as long as its mass wants, not a minute by the colour.', tools: ['oven with circulating air'] },
  'oil-bath': { doing: 'Clean oil with a flash point far above, the ring on a sieve off the bottom; let it drip and wipe the bore dry.', tools: ['oil bath with sieve and cover'] },
} // prettier-ignore
const GLOVES = 'Gloves rated for the heat, no open flame.'

/** Up to this bore, mm, and force, N, a ring can be struck on over a sleeve. Engineering practice. */
const STRUCK = { boreMm: 50, forceN: 10_000 }
const struck = (row: StepContext['row'], forceN: number | null) =>
  row !== null && row.boreMm <= STRUCK.boreMm && forceN !== null && forceN <= STRUCK.forceN

const force = (forceN: number | null) =>
  number('forceN', 'Largest force seen', 'force', { decimals: 1, min: 0, max: (forceN ?? 0) * FORCE_MARGIN })

/** One bearing, or all of a set, in the words of a step. */
const them = (set: StepContext['set']) =>
  set.count > 1 ? (set.count === 2 ? 'both bearings' : `all ${set.count} bearings`) : 'the bearing'
/** A set goes on in its order and its way round. */
const inTurn = (set: StepContext['set']) =>
  set.count > 1 ? 'In their order and their way round, the marks across the outer rings in line. ' : ''
/** A nut stands on the shaft beside it and may be turned home at once. */
const nutted = ({ retained, sets }: StepContext['situation']) => retained.includes('nut') && !sets
const THERMAL: readonly StepContext['situation']['inner'][] = ['heat', 'chill']

/** Steps by which rings get to their seats. */
export const ONTO = {
  'outer-in': (c) => ({
    ...outerIn(c),
    title: phrase`${outerIn(c).title}${c.situation.hub || c.situation.outer === 'push' ? '' : ', alone'}`,
  }),
  house: (c) => {
    const { title, ...rest } = outerIn(c)
    return { ...rest, title: phrase`${title}, with the shaft` }
  },
  press: ({ forceN, tools, row, set }) => ({
    title: `Press ${them(set)} on, cold`,
    doing: `${inTurn(set)}Oil the seat thinly. Push on the inner ring only, square, in one go, until it stands against the shoulder. Stop when the force runs away.${struck(row, forceN) ? ' Without a press: light, even blows on a sleeve that stands on the whole face of the inner ring, and 0 is written as its force.' : ''}`,
    tools: [tools.press ?? 'press with gauge', 'sleeve on the inner ring face', ...(struck(row, forceN) ? ['hammer'] : [])],
    fields: [force(forceN)],
    caution: `${SHIELD}${struck(row, forceN) ? ' Eye protection for every blow.' : ''}`,
    restsOn: [...ON_SHAFT, 'mount.pressForceN'],
  }),
  'press-both': ({ forceN, outerForceN }) => ({
    title: 'Press both rings home together',
    doing: 'A flat plate that lies on the faces of both rings, the other end of the shaft held. Square, in one go; oil both seats thinly.',
    tools: ['press with gauge', 'plate over both rings'],
    fields: [force((forceN ?? 0) + (outerForceN ?? 0))],
    caution: SHIELD,
    restsOn: [...ON_SHAFT, 'mount.pressForceN', 'mount.outerForceN'],
  }),
  'slide-on': ({ set }) => ({
    title: `Slide ${them(set)} onto ${set.count > 1 ? 'their' : 'its'} seat`,
    doing: `${inTurn(set)}Oil the seat thinly and push by hand, straight, until it stands against the shoulder. The seat is loose by its class: what does not slide has a burr or dirt under it.`,
    tools: ['hands', 'thin oil'],
    fields: [check('slid', 'Slid on by hand, against its shoulder')],
    caution: 'Never knocked: what jams is taken off and looked at.',
    restsOn: ON_SHAFT,
  }),
  bond: ({ set }) => ({
    title: `Bond ${them(set)} onto ${set.count > 1 ? 'their' : 'its'} seat`,
    doing: `${inTurn(set)}Seat and bore clean and free of grease, wiped with solvent and dry. Compound in a ring on the seat, none near the rolling elements; slide it on turning, wipe off what comes out. From here on nothing is moved until it has cured.`,
    tools: ['retaining compound of the gap', 'solvent', 'lint-free cloth'],
    fields: [
      check('clean', 'Both faces clean, no grease on them'),
      words('compound', 'Compound as read, and its cure time'),
      check('home', 'Against its shoulder, nothing inside the bearing'),
    ],
    caution: phrase`Compound and solvent on skin and in eyes: gloves, eye protection, air. It comes off again only warmed to about ${amount(BOND_LETS_GO_C, 'temperature')}.`,
    restsOn: BEARING,
  }),
  heat: ({ heat, limitC, tools, heater, set }) => ({
    title: phrase`Heat ${them(set)} to ${amount(heat!.setC, 'temperature')}`,
    doing: `Lay everything out first${set.count > 1 ? ', in the order and the way round in which they go on' : ''}. ${HEATING[heater].doing} Measure at the inner ring${set.count > 1 ? ' of each' : ''} with a contact probe.`,
    tools: [...(tools.heater ? [tools.heater] : HEATING[heater].tools), 'contact probe'],
    fields: [
      ...Array.from({ length: set.count }, (_, i): PlanField => ({
        ...number(
          i ? `ring${i + 1}C` : 'ringC',
          `Temperature of the inner ring${set.count > 1 ? ` of bearing ${i + 1}` : ''}`,
          'temperature',
          {
            min: heat!.withinLimit ? heat!.ringTemperatureC : limitC - UNDER_LIMIT_K,
            max: limitC,
          },
        ),
        over: OVERHEATED,
        aside: true,
      })),
      ...(MAGNETIC.includes(heater) ? [check('demagnetised', 'Demagnetised: a paper clip does not cling to it')] : []),
    ],
    caution: phrase`${GLOVES.slice(0, -1)}, never above ${amount(limitC, 'temperature')}.${heater === 'oil-bath' ? ' Hot oil burns and catches fire: lid and extinguisher at hand.' : ''}${MAGNETIC.includes(heater) ? ' Keep pacemakers away from an induction heater.' : ''}`,
    restsOn: [...ON_SHAFT, 'mount.setTemperatureC'],
  }),
  push: ({ row, set, situation }) => ({
    title: set.count > 1 ? 'Push them home one after the other, and hold them' : 'Push it home and hold it',
    doing: `${set.count > 1 ? `${inTurn(set)}The first against the shoulder, the next straight behind it against the first; hold until all of them grip.` : 'One straight push against the shoulder; hold until it grips.'}${nutted(situation) ? ' Nut it home while warm.' : ''}`,
    tools: nutted(situation) ? ['heat-rated gloves', 'lock nut spanner'] : ['heat-rated gloves'],
    fields: set.count > 1 ? [check('faced', 'All on in their order, marks in line, no gap between them')] : [],
    caution: phrase`${set.count > 1 ? 'The rings are hot and weigh' : 'The ring is hot and weighs'} ${amount(row!.massKg, 'mass', 1)}${set.count > 1 ? ' each' : ''}. ${set.count > 1 ? 'None is' : 'It is not'} set down on the way.`,
    restsOn: ON_SHAFT,
  }),
  chill: ({ chillToC, tools }) => ({
    title: phrase`Chill the shaft to ${amount(chillToC, 'temperature')}`,
    doing: 'Dry the seat and cool its whole length. Lay the ring out beside it, the way along the shaft free: seconds count from here.',
    tools: [tools.cold ?? 'cooling bath', 'contact probe'],
    fields: [number('shaftC', 'Temperature of the shaft seat', 'temperature', { min: -200, max: chillToC })],
    caution: COLD,
    restsOn: [...ON_SHAFT, 'mount.chillClearanceUm'],
  }),
  slip: ({ drying, set }) => ({
    title: `Slide ${set.count > 1 ? 'the rings' : 'the ring'} on while the shaft is cold`,
    doing: `${inTurn(set)}Within seconds: wipe the frost off the seat, then one straight push against the shoulder; hold until it grips. Frost becomes water. ${DRYING_WORDS[drying]}`,
    tools: ['insulated gloves', 'dry cloth'],
    fields: [check('dry', 'Frost and water gone, seat and ring as the way of drying says')],
    caution: COLD,
    restsOn: ON_SHAFT,
  }),
  oil: ({ row, tools }) => ({
    title: 'Float it on with oil injection',
    doing:
      'Connect at the shaft, pump until oil stands all round both faces, then press it home while it floats. Let the pressure go and wait until the oil is out before anything is turned.',
    tools: [tools.oil ?? 'oil injector with gauge', 'press or nut'],
    fields: [check('even', 'Oil came out all round'), check('home', 'Against its shoulder')],
    caution: phrase`Oil under pressure cuts skin: no hand near a fitting, and nobody in line with a ring of ${amount(row!.massKg, 'mass', 1)}.`,
    restsOn: ON_SHAFT,
  }),
  shoulder: ({ situation }) => ({
    title: 'Feel all round the shoulder',
    doing: phrase`${THERMAL.includes(situation.inner) ? 'When it is at room temperature again. ' : ''}A feeler of ${amount(SHOULDER_GAP_MM, 'gap')} must not go in anywhere.`,
    tools: ['feeler gauge'],
    fields: [number('gapMm', 'Largest gap at the shoulder', 'gap', { min: 0, max: SHOULDER_GAP_MM })],
    restsOn: BEARING,
  }),
  nut: ({ tools, drift, situation, set }) => ({
    title: `${situation.inner === 'heat' ? 'Tighten the nut again, cold' : 'Tighten the nut'}, bend the tab in`,
    doing: `${situation.inner === 'heat' ? 'When all is at room temperature: the ring shrank along too. ' : ''}To the torque or the angle of the manual; without one, by hand spanner until ${set.count > 1 ? 'all of them stand' : 'it stands'} against the shoulder, and then a short pull more. Bend the tab of the washer into the slot that meets it; where none meets, onward to the next, never back.`,
    tools: [tools.nut ?? 'lock nut spanner', DRIFT_TOOL[drift]],
    fields: [words('tightened', 'Tightened to, torque or angle'), check('locked', 'Nut tight, tab bent in')],
    caution: 'Eye protection for every blow.',
    restsOn: BEARING,
  }),
  'end-plate': ({ endBolt, tools }) => ({
    title: `Bolt the end plate on${endBolt ? `, ${endBolt.name}` : ''}`,
    doing:
      'The plate stands on the inner ring and not on the shaft: there is a gap behind it. Tighten evenly, again when cold, and lock the bolts.',
    tools: [tools.torque ?? 'torque spanner', 'feeler gauge', 'locking plate'],
    fields: [
      number('gapMm', 'Gap between plate and shaft end', 'gap', { min: 0.1, max: 3 }),
      endBolt ? torqued('each bolt', endBolt.torqueNm) : check('torqued', 'Bolts at the torque of the manual'),
    ],
    restsOn: ['identify.designation', 'mount.endBoltNm'],
  }),
  'snap-ring': () => ({
    title: 'Seat the snap ring',
    doing: 'With its own pliers, opened no further than it must. It lies in its groove all round, and the ring cannot be moved.',
    tools: ['snap ring pliers'],
    fields: [check('seated', 'In its groove all round')],
    caution: 'It flies off when it slips: eye protection.',
    restsOn: BEARING,
  }),
  arbor: ({ situation }) => ({
    title: situation.held === 'cup' ? 'Press the cup in by its arbor' : 'Press the outer ring in',
    doing:
      situation.held === 'cup'
        ? 'Marked face to the arbor. The arbor stops at its shoulder, not at the bottom of the bore; a drawn cup that is struck is lost.'
        : 'On the face of the ring, square, with a plate that stands on it all round.',
    tools: situation.held === 'cup' ? ['arbor of the size with its O-ring', 'press'] : ['press', 'flat plate'],
    fields: [check('home', 'Square, at its depth, rollers turn')],
    caution: 'Stand clear and shield. Never past the rating of the press.',
    restsOn: BEARING,
  }),
  'shaft-in': ({ situation }) =>
    situation.held === 'cage'
      ? {
          title: 'Put the cage in, oiled, and bring the shaft in turning',
          doing: 'Cage between two flat faces with a little play along. The end of the shaft is chamfered; turn while pushing.',
          tools: ['clean oil', 'hands'],
          fields: [check('in', 'Shaft in without force, cage turns')],
          restsOn: BEARING,
        }
      : {
          title: 'Bring the shaft in, oiled and turning',
          doing: 'The end of the shaft is chamfered and clean. Turn while pushing, so that no edge scores the rollers.',
          tools: ['clean oil', 'hands'],
          fields: [check('in', 'Shaft in without force')],
          restsOn: BEARING,
        },
  join: ({ situation }) => ({
    title: situation.sets ? 'Bring the rings together, turning' : 'Slide the rings together, turning',
    doing:
      'Shaft and housing in line, rollers oiled or greased and swung in. Slide together slowly while turning; where it stops, draw back and turn on.',
    tools: ['hands', 'guide sleeve where the shaft is long'],
    fields: [check('joined', 'Together without force, turns')],
    caution: 'Never knocked together: the edge of one ring scores the rollers of the other.',
    restsOn: BEARING,
  }),
  mount: () => ({
    title: 'Mount it as the sheet says',
    doing: 'Push only on the ring that is tight, square, in one go. Stop when more force is wanted than the sheet allows.',
    tools: ['as the sheet says'],
    fields: [check('home', 'Home, as the sheet says')],
    caution: 'Stand clear of presses, eye protection for every blow, gloves for hot rings.',
    restsOn: [],
  }),
} satisfies Partial<Record<StepName, Make>>

/** The outer ring into its housing, by the way that was chosen. */
function outerIn({ situation, outerForceN, housingC, ringToC, remedies }: StepContext): Omit<PlanStep, 'key'> {
  const within = 'Straight to its shoulder in one move; hold it until it grips.'
  const where = situation.hub ? 'hub' : 'housing'
  const ring = situation.hub ? 'cup' : 'outer ring'
  if (remedies.housing === 'compound')
    return {
      title: `Bond the ${ring} into its ${where}`,
      doing:
        'Bore and ring clean and free of grease, wiped with solvent and dry. Compound in a ring in the bore; slide it in turning, wipe off what comes out, and leave it until it has cured.',
      tools: ['retaining compound of the gap', 'solvent', 'lint-free cloth'],
      fields: [check('clean', 'Both faces clean, no grease on them'), words('compound', 'Compound as read, and its cure time')],
      caution: 'Compound and solvent on skin and in eyes: gloves, eye protection, air.',
      restsOn: BEARING,
    }
  if (situation.outer === 'push')
    return {
      title: `Put the ${ring}${situation.separable && !situation.hub ? ' with its rolling elements' : ''} into its ${where}`,
      doing: 'Bore clean and thinly oiled. By hand, straight, until it stands against its shoulder or where the drawing says.',
      tools: ['hands', 'thin oil'],
      fields: [check('in', 'In straight, and where it belongs')],
      restsOn: BEARING,
    }
  if (situation.outer === 'warm')
    return {
      title: phrase`Warm the ${where} to ${amount(housingC ?? 0, 'temperature')}, put the ${ring} in`,
      doing: `Evenly, all round; covers and seals off. ${within}`,
      tools: ['oven', 'plate or hot air', 'contact probe'],
      fields: [
        number('housingC', `Temperature of the ${where} at its bore`, 'temperature', {
          min: housingC ?? 0,
          max: (housingC ?? 0) + HOUSING_K,
        }),
      ],
      caution: GLOVES,
      restsOn: [...IN_HOUSING, 'mount.housingC'],
    }
  if (situation.outer === 'chill')
    return {
      title: phrase`Chill the ring to ${amount(ringToC, 'temperature')}, put it in`,
      doing: `Dry, in a bag without moisture. ${within} Frost becomes water: dry it, oil and grease again.`,
      tools: ['freezer', 'dry ice or nitrogen', 'insulated gloves'],
      fields: [number('ringToC', 'Temperature of the ring', 'temperature', { min: -200, max: ringToC })],
      caution: COLD,
      restsOn: [...IN_HOUSING, 'mount.outerChillUm'],
    }
  return {
    title: `Press the ${ring} into its ${where}`,
    doing: 'Oil the bore thinly. Push on the outer ring only, square, in one go, until it stands against its shoulder.',
    tools: ['press with gauge', 'plate on the outer ring face'],
    fields: [force(outerForceN)],
    caution: SHIELD,
    restsOn: [...IN_HOUSING, 'mount.outerForceN'],
  }
}
