import { BOND_LETS_GO_C } from '../../mounting/temperatures.js'
import { RACEWAY, leastDepthMm } from '../../fits/raceway.js'
import { BY_HAND_KG } from '../../mounting/handling.js'
import type { StepName } from '../../procedure/steps.js'
import type { Remedy } from '../../fits/seat-options.js'
import { TAKE_OFF_LABEL, type StandsIn, type TakeOffWay } from '../../mounting/ways.js'
import { amount, nominal, phrase, type Words } from '../../words/message.js'
import { expectedOf, markedName, seatField, type PlanField, type PlanStep } from './plan-step.js'
import { BEARING, check, number, sized, words, type Make, type StepContext } from './step.js'

/** What comes before a ring goes on: the lock, the old bearing off, seats looked at and measured, the new one unpacked. */

const FACING = {
  single: '',
  'back-to-back': 'back to back: the wide faces of the outer rings together',
  'face-to-face': 'face to face: the narrow faces of the outer rings together',
  tandem: 'in tandem: all facing the same way, against the thrust',
} as const

/** One marking to read a bearing. */
function markings({ row, group, unlisted, set }: StepContext): PlanField[] {
  const marking = row ? expectedOf(row, group) : { designation: unlisted ?? '', group: null }
  return Array.from({ length: set.count }, (_, i): PlanField => ({
    key: i ? `marking${i + 1}` : 'marking',
    label: set.count === 1 ? 'Marking as read' : `Marking of bearing ${i + 1}`,
    kind: 'text',
    quantity: 'text',
    expects: { marking },
  }))
}

/** A sleeve of another series looks alike and is too long or too short. */
const sleeveRead = (sleeve: string): PlanField => ({
  key: 'sleeveRead',
  label: 'Sleeve as read',
  kind: 'text',
  quantity: 'text',
  expects: { part: sleeve },
})

/** A shaft or housing that rollers run on, in the class that its sheet wants. */
function raceway(key: 'raceway' | 'bore', title: Words, size: PlanField, elementMm: number): Omit<PlanStep, 'key'> {
  const { min, max } = size
  return {
    title,
    doing: `The rollers run on it. By the papers of the part: ${RACEWAY.hrc} HRC or more, hard deep enough, ground or honed; then measured for size and roundness. The maker’s sheet goes before these limits.`,
    tools: [`${key === 'bore' ? 'bore gauge' : 'outside micrometer'} (zero checked)`, 'papers of the part for hardness and roughness'],
    fields: [
      size,
      number(`${key}RoundUm`, 'Out of round', 'fine', {
        min: 0,
        ...(min !== undefined && max !== undefined && { max: 1000 * (max - min) * RACEWAY.roundShare }),
      }),
      number(`${key}Hrc`, 'Hardness, HRC', 'ratio', { decimals: 0, min: RACEWAY.hrc }),
      number(`${key}DepthMm`, 'Hardened to a depth of', 'gap', { decimals: 2, min: leastDepthMm(elementMm) }),
      number(`${key}Ra`, 'Roughness Ra, µm', 'ratio', { decimals: 2, min: 0, max: RACEWAY.raUm }),
      words(`${key}Hardness`, 'By which paper'),
      check(`${key}Sound`, 'No mark, no rust, its end chamfered and smooth'),
    ],
    restsOn: BEARING,
  }
}

/** A seat to measure that may be short of its class by what compound fills. */
const bonded = (field: PlanField, end: 'min' | 'max', remedy: Remedy | null): PlanField =>
  remedy !== 'compound' || field[end] === undefined ? field : { ...field, [end]: field[end] + (end === 'min' ? -BONDED_MM : BONDED_MM) }

/** The foot, face or guides that a housing stands on; a gap is shimmed where it is. Engineering practice: 0.05 mm. */
const FOOT_GAP = { min: 0, max: 0.05 }
const FEET: Omit<PlanStep, 'key'> = {
  title: 'Look at the base of the housing',
  doing: 'Clean and flat, no paint under the feet. With its bolts loose a feeler at each foot: what goes in under one is shimmed there.',
  tools: ['straight edge', 'feeler gauge', 'shims'],
  fields: [number('softFootMm', 'Largest gap under a foot', 'gap', FOOT_GAP)],
  restsOn: [],
}
const BASE: Readonly<Record<StandsIn, Omit<PlanStep, 'key'>>> = {
  machine: FEET,
  solid: FEET,
  split: FEET,
  flange: {
    title: 'Look at the face that the flange goes on',
    doing:
      'Clean, flat and square to the shaft; its spigot without burrs. Bolts by hand first: a feeler must not go in behind it anywhere.',
    tools: ['straight edge', 'feeler gauge', 'fine file'],
    fields: [number('faceGapMm', 'Largest gap behind the flange', 'gap', FOOT_GAP)],
    restsOn: [],
  },
  'take-up': {
    title: 'Look at the guides of the take-up frame',
    doing: 'Guides clean, parallel and greased; the screw moves the housing over its whole way without a hard place. Note where it stood.',
    tools: ['tape', 'grease', 'spanner'],
    fields: [
      check('moves', 'Moves freely over its whole way'),
      number('alongMm', 'Stood at, from the end of its way', 'length', { min: 0 }),
    ],
    restsOn: [],
  },
}

const JUMPS = 'It jumps when it lets go: the nut stays on, nobody stands along the shaft.'
const PULLED = 'Eye protection; never in line with the screw of a loaded puller.'
/** Each way to take an old bearing off: what speaks for it, with what, and what it can do to a hand. */
const OFF: Readonly<Record<TakeOffWay, { why: string; tools: readonly Words[]; caution: string }>> = {
  apart: { why: 'Its rings come apart: the free one comes with its part, the tight one alone.', tools: ['hands', 'puller for the tight ring'], caution: PULLED },
  puller: { why: 'On the ring that is tight, claws behind it, the screw in line with the shaft.', tools: ['puller of enough strength', 'plate behind the ring'], caution: PULLED },
  'hold-back': { why: 'On a taper it comes loose with a blow: the nut stays on by a few turns and catches it.', tools: ['lock nut spanner', 'drift or hydraulic nut'], caution: JUMPS },
  heat: { why: 'The inner ring is warmed quickly, before the shaft gets warm, and drawn off.', tools: ['induction heater or rings', 'heat-rated gloves'], caution: `It is hot when it comes: gloves rated for the heat. ${PULLED}` },
  oil: { why: 'Oil under the ring lifts it; a nut or stop catches it when it jumps.', tools: ['oil injector', 'nut or stop'], caution: JUMPS },
  holes: { why: 'Through the tapped or drilled holes behind its ring: screws turned in evenly, a little each, until it stands clear.', tools: ['screws of the thread of the holes', 'spanner'], caution: 'Eye protection: a screw that is past its thread flies. Oiled threads, never a hammer on them.' },
  slide: { why: 'Its screws or collar loosened, and the shaft dressed where they left their mark.', tools: ['hexagon key', 'fine file'], caution: PULLED },
  cut: { why: 'The last resort: what is cut tells less of why it failed, and splinters fly.', tools: ['cutting tool', 'screens'], caution: 'Hardened rings burst: face shield, screens, nobody in line. No flame near grease or seals; a hot polymer gives off poison.' },
} // prettier-ignore

/** How a hub or wheel comes apart: from the nut inward. */
const HUB_OFF = {
  outer: { title: 'Take the nut, the outer cone and the hub off', doing: 'Cap and lock off, nut off, outer cone out; then the hub is drawn straight off its axle.' },
  inner: { title: 'Take the seal and the inner cone off, and the cups out', doing: 'Seal out, inner cone off; each cup is pressed or driven out evenly from behind.' },
} as const // prettier-ignore

/** What is done about a worn seat, said where it is measured. */
const MADE: Partial<Record<Remedy, string>> = {
  sleeve: ' It was sleeved or sprayed: measured as it is now, before anything goes on.',
  regrind: ' It was ground: measured as it is now, before anything goes on.',
  scrap: ' The part is new: measured before anything goes on.',
  compound: ' It is bonded: what is missing is filled by compound, up to a tenth of a millimetre across.',
}
/** So much may be missing of a seat that is bonded, mm across. Engineering practice. */
const BONDED_MM = 0.1

/** Steps before a ring goes on. */
export const BEFORE = {
  isolate: ({ situation }) => ({
    title: 'Isolate, lock and tag the machine',
    doing: `Follow the local rules and the machine maker’s manual. Try to start it: it must not.${situation.hub ? ' Where it is a wheel that carries: propped on stands, the others chocked.' : ''}`,
    tools: situation.hub ? ['lock', 'tag', 'stands and chocks'] : ['lock', 'tag'],
    fields: [check('tried', 'Tried to start: stays still')],
    caution: 'No hands go in before the lock is on and the shaft cannot turn.',
    restsOn: [],
  }),
  mark: () => ({
    title: 'Mark the old bearing where it sits',
    doing: 'Which side faces the drive, where its load stood, and how it stood in the housing: with a pen, before anything is loosened.',
    tools: ['marking pen', 'camera'],
    fields: [check('marked', 'Side and top are marked')],
    restsOn: [],
  }),
  off: ({ situation, tools, remedies }) => ({
    title: situation.hub ? HUB_OFF[situation.hub].title : `Take the old bearing off: ${TAKE_OFF_LABEL[situation.takeOff!]}`,
    doing: phrase`${situation.hub ? `${HUB_OFF[situation.hub].doing} ` : ''}${OFF[situation.takeOff!].why}${remedies.shaft === 'compound' || remedies.housing === 'compound' ? phrase` What was bonded lets go when it is warmed to about ${amount(BOND_LETS_GO_C, 'temperature')}; until then no puller moves it.` : ''}`,
    tools: situation.takeOff === 'puller' && tools.puller ? [tools.puller, 'plate behind the ring'] : OFF[situation.takeOff!].tools,
    fields: [check('off', 'It is off, the seat is whole')],
    caution: OFF[situation.takeOff!].caution,
    restsOn: [],
  }),
  keep: () => ({
    title: 'Keep it for the look inside',
    doing: 'Uncleaned, in a bag with machine, side and date on it: what it carries tells why it failed.',
    tools: ['bag', 'label'],
    fields: [check('kept', 'Bagged and labelled')],
    restsOn: [],
  }),
  base: ({ situation }) => BASE[situation.standsIn],
  suspect: ({ handled }) => ({
    title: handled === 'wet' ? 'Dry it and look for rust' : 'Look inside before it is fitted',
    doing:
      handled === 'wet'
        ? 'Wipe and warm it dry, oil it, and look at paths and faces: a stain that a nail feels is rust, and the bearing scrap.'
        : 'Turn it slowly with a light hand, then look: cage whole, its pockets even, no dent in a path at the pitch of the elements. The other ring is the reference; in doubt it is scrap.',
    tools: ['light', 'magnifier', 'clean gloves'],
    fields: [
      check('path', handled === 'wet' ? 'No rust that a nail feels' : 'No dent, no catch, path like that of the other ring'),
      check('cage', handled === 'wet' ? 'Oiled again' : 'Cage whole, pockets even'),
      words('seen', 'What was seen'),
    ],
    restsOn: BEARING,
  }),
  seat: ({ situation, shaft, sleeve, remedies }) =>
    situation.held === 'taper' || !shaft
      ? {
          title: 'Blue the tapered seat',
          doing:
            'A thin film of blue on the seat, ring pushed on by hand and turned: it must mark at least four fifths of the bore, all round.',
          tools: ['marking blue', 'clean cloth'],
          fields: [check('marked', 'Marks all round, four fifths or more')],
          restsOn: BEARING,
        }
      : situation.held === 'sleeve'
        ? {
            title: phrase`Measure the shaft under the sleeve, ${nominal(shaft.sizeMm)} ${shaft.toleranceClass}`,
            doing: `Clean and deburr where sleeve ${sleeve} will sit, and mark how far along the shaft that is. Two planes, four directions; write down the mean.`,
            tools: ['outside micrometer (zero checked)'],
            fields: [seatField('seatMm', 'Shaft diameter', shaft)],
            restsOn: ['identify.designation', 'fit.shaftClass'],
          }
        : {
            title: `Measure the shaft seat, ${shaft.sizeMm} ${shaft.toleranceClass}`,
            doing: `Clean and deburr. Two planes, four directions; write down the mean. Let shaft and micrometer reach the same temperature.${(remedies.shaft && MADE[remedies.shaft]) ?? ''}`,
            tools: ['outside micrometer (zero checked)'],
            fields: [bonded(seatField('seatMm', 'Shaft seat diameter', shaft), 'min', remedies.shaft)],
            restsOn: ['identify.designation', 'fit.shaftClass'],
          },
  bore: ({ situation, row, housing, classes, remedies }) =>
    situation.held === 'cage'
      ? raceway(
          'bore',
          phrase`Look at the housing as raceway, ${nominal(row!.outsideMm)}`,
          sized('boreMm', 'Housing bore', row!.outsideMm, classes?.housingClass ?? null),
          row!.elementDiameterMm,
        )
      : situation.held === 'cup' || situation.held === 'ring'
        ? {
            title: 'Measure the housing seat',
            doing: 'Two planes, four directions; the class by the figure beside it or by the maker’s sheet.',
            tools: ['bore gauge (zero checked)'],
            fields: [sized('boreMm', 'Housing seat diameter', row!.outsideMm, classes?.housingClass ?? null)],
            restsOn: BEARING,
          }
        : {
            title: `Measure the ${situation.hub ? 'hub' : 'housing'} seat, ${row!.outsideMm} ${housing!.toleranceClass}`,
            doing: `Clean the bore. Two planes, four directions; write down the mean.${(remedies.housing && MADE[remedies.housing]) ?? ''}`,
            tools: ['bore gauge (zero checked)'],
            fields: [bonded(seatField('boreMm', `${situation.hub ? 'Hub' : 'Housing'} seat diameter`, housing!), 'max', remedies.housing)],
            restsOn: ['identify.designation', 'fit.housingClass'],
          },
  unpack: (c) => {
    const name = c.row ? markedName(c.row, c.group) : (c.unlisted ?? '')
    const many = c.set.count > 1
    return {
      title: `Unpack ${many ? `the set of ${c.set.count} ` : ''}${name} and read ${many ? 'each' : 'its'} marking`,
      doing: phrase`Only now, and as warm as the room: a cold one sweats.${c.wrappedMin ? phrase` Leave it in its wrapping for ${amount(c.wrappedMin, 'minutes')} yet.` : ''} Do not wash it, do not blow it out. The number and the clearance mark must be what the card says. One that was dropped or struck is not fitted.`,
      tools: c.tools.lifting ? ['clean gloves', c.tools.lifting] : ['clean gloves'],
      fields: [...markings(c), ...(c.sleeve ? [sleeveRead(c.sleeve)] : [])],
      caution: (c.row?.massKg ?? 0) > BY_HAND_KG ? phrase`Over ${amount(BY_HAND_KG, 'mass', 0)}: use lifting gear.` : undefined,
      restsOn: BEARING,
    }
  },
  order: ({ set }) => ({
    title: 'Lay the set out in its order',
    doing: `By the marks across the outer rings, ${FACING[set.arrangement]}. Bearings of one set only; the high spots of the rings in one line.`,
    tools: ['clean bench', 'marks of the set'],
    fields: [check('ordered', 'Marks in line, faced as the drawing says')],
    restsOn: BEARING,
  }),
  raceway: ({ row, classes }) => {
    const shaftClass = classes?.shaftClass ?? null
    const title = phrase`Look at the shaft as raceway, ${nominal(row!.boreMm)}${shaftClass ? ` ${shaftClass}` : ''}`
    return raceway('raceway', title, sized('shaftMm', 'Shaft diameter', row!.boreMm, shaftClass), row!.elementDiameterMm)
  },
  sheet: () => ({
    title: 'Read the maker’s sheet or the machine’s drawing',
    doing: 'No table holds this bearing, so nothing is reckoned here. Write down what the sheet asks of both seats, and how it goes on.',
    tools: ['maker’s sheet', 'drawing of the machine'],
    fields: [
      words('source', 'Which sheet or drawing'),
      words('seats', 'Limits of both seats'),
      words('way', 'How it goes on, and with what setting'),
    ],
    restsOn: [],
  }),
  seats: () => ({
    title: 'Measure both seats',
    doing: 'Clean and deburr. Two planes, four directions; compare with the sheet before going on.',
    tools: ['micrometer and bore gauge (zero checked)'],
    fields: [
      number('shaftMm', 'Shaft seat diameter', 'length', { decimals: 3, min: 0 }),
      number('housingMm', 'Housing seat diameter', 'length', { decimals: 3, min: 0 }),
      check('within', 'Both within the limits of the sheet'),
    ],
    restsOn: [],
  }),
} satisfies Partial<Record<StepName, Make>>
