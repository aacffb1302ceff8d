import type { Bearing } from '../catalogue/bearing.js'
import { TAKE_OFF_WHY, planOf, type Situation, type StepName } from '../mounting/plan.js'
import { TAKE_OFF_LABEL, type DriveWay } from '../mounting/ways.js'
import type { HeatingValues } from '../mounting/temperatures.js'
import type { ClearanceGroup } from '../fits/clearance-group.js'
import type { SetOfBearings } from '../life/set-of-bearings.js'
import { tolerance } from '../tolerances/iso286.js'
import { q, typed } from '../units/quantities.js'
import { expectedOf, markedName, seatField, type PlanField, type PlanStep } from './mounting-plan.js'
import type { FitSeat } from './stations/fit-seats.js'

/** What every step of a plan says, asks and warns of; figures come from the stations. Source: engineering practice, see docs/methods.md. */

export interface StepContext {
  situation: Situation
  row: Bearing | null
  group: ClearanceGroup | null
  /** What was typed of a bearing that no table lists. */
  unlisted: string | null
  shaft: FitSeat | null
  housing: FitSeat | null
  set: SetOfBearings
  sleeve: string | null
  heat: HeatingValues | null
  limitC: number
  chillToC: number
  forceN: number | null
  /** Of the outer ring: pressed with, into a housing so warm, or chilled so far. */
  outerForceN: number | null
  housingC: number | null
  ringToC: number
  drive: { by: DriveWay; reductionUm: readonly [number, number]; travelMm: readonly [number, number]; angleDeg: readonly [number, number]; leastLeftUm: number | null } | null // prettier-ignore
  /** Clearance as bought, felt before it goes on. */
  boughtUm: readonly [number, number] | null
  /** Classes of a shaft and housing that are raceway and press seat. */
  classes: { shaftClass: string; housingClass: string } | null
  endBolt: { name: string; torqueNm: number } | null
  /** The ring that the collar is turned with: where the outer ring turns, against the drum. */
  outerTurns: boolean
  /** Of two that are set against each other: end play to set cold and how far it may go, µm; null where Arrange has not settled it. */
  setting: { coldUm: number; limitsUm: readonly [number, number] } | null
}

/** A pressed ring that needs half as much again as reckoned is jammed or tilted. Engineering practice. */
const FORCE_MARGIN = 1.5
/** A feeler of 0.03 mm must not go in anywhere between ring and shoulder. Engineering practice. */
const SHOULDER_GAP_MM = 0.03
/** A ring heated to its limit may be this much under it when it is measured, a housing as much around its own, K. Engineering practice. */
const UNDER_LIMIT_K = 5
const HOUSING_K = 15
/** Torque is met within so much of it. Engineering practice. */
const TORQUE_SHARE = 0.1

const check = (key: string, label: string): PlanField => ({ key, label, kind: 'check', quantity: 'text' })
const words = (key: string, label: string): PlanField => ({ key, label, kind: 'text', quantity: 'text' })
const BEARING = ['identify.designation']
const ON_SHAFT = ['identify.designation', 'fit.shaftInterference']
const IN_HOUSING = ['identify.designation', 'fit.housingInterference']
const SHIELD = 'Stand clear and shield. Never push through the balls or rollers, never on the cage.'
/** A ring that was hotter than it may be. Engineering practice. */
const OVERHEATED =
  'Over its limit: put it aside with a label. Ask its stabilisation class and for how long it was so hot. Above that class, or with any heat colour, it is scrap: size first, then hardness.'
const GLOVES = 'Gloves rated for the heat, no open flame.'

type Make = (c: StepContext) => Omit<PlanStep, 'key'>

const number = (key: string, label: string, quantity: PlanField['quantity'], range: { min?: number; max?: number; decimals?: number }): PlanField => ({ key, label, kind: 'number', quantity, ...range }) // prettier-ignore
const force = (forceN: number | null) =>
  number('forceN', 'Largest force seen', 'force', { decimals: 1, min: 0, max: (forceN ?? 0) * FORCE_MARGIN })

/** A size to measure, with the limits of its class where there is one. */
function sized(key: string, label: string, sizeMm: number, toleranceClass: string | null): PlanField {
  if (!toleranceClass) return number(key, label, 'length', { decimals: 3 })
  const { upperUm, lowerUm } = tolerance({ sizeMm, toleranceClass }).values
  return number(key, label, 'length', { decimals: 3, min: sizeMm + lowerUm / 1000, max: sizeMm + upperUm / 1000 })
}

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

const raceway = (key: 'raceway' | 'bore', title: string, field: PlanField): Omit<PlanStep, 'key'> => ({
  title,
  doing: 'The rollers run on it: hardness, depth, roughness and roundness as the maker’s sheet asks. Write down what was measured.',
  tool: 'micrometer or bore gauge (zero checked), hardness and roughness papers of the part',
  fields: [
    field,
    words(`${key}Hardness`, 'Hardness and roughness, by which paper'),
    check(`${key}Sound`, 'No mark, no rust, as hard and smooth as the sheet asks'),
  ],
  restsOn: BEARING,
})

/** Classes of the raceways of needles in a cage, for ordinary clearance. Engineering practice. */
const [CAGE_SHAFT, CAGE_HOUSING] = ['h5', 'G6']

const DRIVE: Readonly<Record<DriveWay, (d: NonNullable<StepContext['drive']>) => { doing: string; fields: PlanField[]; restsOn: string }>> =
  {
    reduction: ({ reductionUm: [least, most], leastLeftUm }) => ({
      doing: `Tighten in small turns and feel between them, both rows: stop when ${q(least, 'fine')} to ${q(most, 'fine')} are gone. Where the maker’s sheet says otherwise it goes before this.`,
      fields: [
        number('reductionUm', 'Clearance taken away', 'fine', { min: least, max: most }),
        number('leftUm', 'Clearance left', 'fine', { min: leastLeftUm ?? 1 }),
      ],
      restsOn: 'fit.reductionUm',
    }),
    travel: ({ travelMm: [least, most], leastLeftUm }) => ({
      doing: `Set the dial to nothing at that zero and drive it ${q(least, 'gap')} to ${q(most, 'gap')} up the taper. Feel what is left.`,
      fields: [
        number('travelMm', 'Travel from its zero', 'gap', { min: least, max: most, decimals: 2 }),
        number('leftUm', 'Clearance left', 'fine', { min: leastLeftUm ?? 1 }),
      ],
      restsOn: 'fit.travelMm',
    }),
    angle: ({ angleDeg: [least, most] }) => ({
      doing: `Mark nut and sleeve at that zero and turn the nut ${q(least, 'angle')} to ${q(most, 'angle')} onward, in one pull after the other.`,
      fields: [
        number('angleDeg', 'Turn of the nut from its zero', 'angle', { min: least * 0.9, max: Math.max(most, least * 1.1), decimals: 0 }),
      ],
      restsOn: 'fit.nutAngleDeg',
    }),
  }

const MAKE: Readonly<Record<StepName, Make>> = {
  isolate: () => ({
    title: 'Isolate, lock and tag the machine',
    doing: 'Follow the local rules and the machine maker’s manual. Try to start it: it must not.',
    tool: 'lock, tag',
    fields: [check('tried', 'Tried to start: stays still')],
    caution: 'No hands go in before the lock is on and the shaft cannot turn.',
    restsOn: [],
  }),
  mark: () => ({
    title: 'Mark the old bearing where it sits',
    doing: 'Which side faces the coupling, where its load stood, and how it stood in the housing: with a pen, before anything is loosened.',
    tool: 'marking pen, camera',
    fields: [check('marked', 'Side and top are marked')],
    restsOn: [],
  }),
  off: ({ situation }) => ({
    title: `Take the old bearing off: ${TAKE_OFF_LABEL[situation.takeOff!]}`,
    doing: TAKE_OFF_WHY[situation.takeOff!],
    tool: { apart: 'hands, puller for the tight ring', puller: 'puller of enough strength, plate behind the ring', 'hold-back': 'lock nut spanner, drift or hydraulic nut', heat: 'induction heater or rings, heat-rated gloves', oil: 'oil injector, nut or stop', slide: 'hexagon key, fine file', cut: 'cutting tool, screens' }[situation.takeOff!], // prettier-ignore
    fields: [check('off', 'It is off, the seat is whole')],
    caution: situation.takeOff === 'cut' ? 'Hardened rings burst: face shield, screens, nobody in line. No flame near grease or seals; a hot polymer gives off poison.' : situation.takeOff === 'hold-back' || situation.takeOff === 'oil' ? 'It jumps when it lets go: the nut stays on, nobody stands along the shaft.' : 'Eye protection; never in line with the screw of a loaded puller.', // prettier-ignore
    restsOn: [],
  }),
  keep: () => ({
    title: 'Keep it for the look inside',
    doing: 'Uncleaned, in a bag with machine, side and date on it: what it carries tells why it failed.',
    tool: 'bag, label',
    fields: [check('kept', 'Bagged and labelled')],
    restsOn: [],
  }),
  base: () => ({
    title: 'Look at the base of the housing',
    doing: 'Clean and flat, no paint under the feet. With its bolts loose a feeler at each foot: what goes in under one is shimmed there.',
    tool: 'straight edge, feeler gauge, shims',
    fields: [number('softFootMm', 'Largest gap under a foot', 'gap', { min: 0, max: 0.05 })],
    restsOn: [],
  }),
  seat: ({ situation, shaft, sleeve }) =>
    situation.held === 'taper' || !shaft
      ? {
          title: 'Blue the tapered seat',
          doing:
            'A thin film of blue on the seat, ring pushed on by hand and turned: it must mark at least four fifths of the bore, all round.',
          tool: 'marking blue, clean cloth',
          fields: [check('marked', 'Marks all round, four fifths or more')],
          restsOn: BEARING,
        }
      : situation.held === 'sleeve'
        ? {
            title: `Measure the shaft under the sleeve, ${q(shaft.sizeMm, 'length', 0)} ${shaft.toleranceClass}`,
            doing: `Clean and deburr where sleeve ${sleeve} will sit, and mark how far along the shaft that is. Two planes, four directions; write down the mean.`,
            tool: 'outside micrometer (zero checked)',
            fields: [seatField('seatMm', 'Shaft diameter', shaft)],
            restsOn: ['identify.designation', 'fit.shaftClass'],
          }
        : {
            title: `Measure the shaft seat, ${shaft.sizeMm} ${shaft.toleranceClass}`,
            doing:
              'Clean and deburr. Two planes, four directions; write down the mean. Let shaft and micrometer reach the same temperature.',
            tool: 'outside micrometer (zero checked)',
            fields: [seatField('seatMm', 'Shaft seat diameter', shaft)],
            restsOn: ['identify.designation', 'fit.shaftClass'],
          },
  bore: ({ situation, row, housing, classes }) =>
    situation.held === 'cage'
      ? raceway(
          'bore',
          `Look at the housing as raceway, ${q(row!.outsideMm, 'length', 0)}`,
          sized('boreMm', 'Housing bore', row!.outsideMm, CAGE_HOUSING),
        )
      : situation.held === 'cup' || situation.held === 'ring'
        ? {
            title: 'Measure the housing seat',
            doing: 'Two planes, four directions; the class by the figure beside it or by the maker’s sheet.',
            tool: 'bore gauge (zero checked)',
            fields: [sized('boreMm', 'Housing seat diameter', row!.outsideMm, classes?.housingClass ?? null)],
            restsOn: BEARING,
          }
        : {
            title: `Measure the housing seat, ${row!.outsideMm} ${housing!.toleranceClass}`,
            doing: 'Clean the bore. Two planes, four directions; write down the mean.',
            tool: 'bore gauge (zero checked)',
            fields: [seatField('boreMm', 'Housing seat diameter', housing!)],
            restsOn: ['identify.designation', 'fit.housingClass'],
          },
  unpack: (c) => {
    const name = c.row ? markedName(c.row, c.group) : typed(c.unlisted ?? '')
    const many = c.set.count > 1
    return {
      title: `Unpack ${many ? `the set of ${c.set.count} ` : ''}${name} and read ${many ? 'each' : 'its'} marking`,
      doing:
        'Only now, and as warm as the room: a cold one sweats. Do not wash it, do not blow it out. The number and the clearance mark must be what the card says. One that was dropped or struck is not fitted.',
      tool: 'clean gloves',
      fields: markings(c),
      caution: (c.row?.massKg ?? 0) > 25 ? `Over ${q(25, 'mass', 0)}: use lifting gear.` : undefined,
      restsOn: BEARING,
    }
  },
  order: ({ set }) => ({
    title: 'Lay the set out in its order',
    doing: `By the marks across the outer rings, ${FACING[set.arrangement]}. Bearings of one set only; the high spots of the rings in one line.`,
    tool: 'clean bench, marks of the set',
    fields: [check('ordered', 'Marks in line, faced as the drawing says')],
    restsOn: BEARING,
  }),
  raceway: ({ situation, row, classes }) =>
    situation.held === 'cage'
      ? raceway(
          'raceway',
          `Look at the shaft as raceway, ${q(row!.boreMm, 'length', 0)}`,
          sized('shaftMm', 'Shaft diameter', row!.boreMm, CAGE_SHAFT),
        )
      : {
          title: `Look at the shaft as raceway, ${q(row!.boreMm, 'length', 0)}${classes ? ` ${classes.shaftClass}` : ''}`,
          doing: 'The rollers run on it: hardness, depth, roughness and roundness as the maker’s sheet asks. Write down what was measured.',
          tool: 'outside micrometer, maker’s sheet, hardness and roughness papers of the shaft',
          fields: [
            sized('shaftMm', 'Shaft diameter', row!.boreMm, classes?.shaftClass ?? null),
            words('hardness', 'Hardness and roughness, by which paper'),
            check('sound', 'No mark, no rust, as hard and smooth as the sheet asks'),
          ],
          restsOn: BEARING,
        },
  arbor: ({ situation }) => ({
    title: situation.held === 'cup' ? 'Press the cup in by its arbor' : 'Press the outer ring in',
    doing:
      situation.held === 'cup'
        ? 'Marked face to the arbor. The arbor stops at its shoulder, not at the bottom of the bore; a drawn cup that is struck is lost.'
        : 'On the face of the ring, square, with a plate that stands on it all round.',
    tool: situation.held === 'cup' ? 'arbor of the size with its O-ring, press' : 'press, flat plate',
    fields: [check('home', 'Square, at its depth, rollers turn')],
    caution: 'Stand clear and shield. Never past the rating of the press.',
    restsOn: BEARING,
  }),
  'shaft-in': ({ situation }) =>
    situation.held === 'cage'
      ? {
          title: 'Put the cage in, oiled, and bring the shaft in turning',
          doing: 'Cage between two flat faces with a little play along. The end of the shaft is chamfered; turn while pushing.',
          tool: 'clean oil, hands',
          fields: [check('in', 'Shaft in without force, cage turns')],
          restsOn: BEARING,
        }
      : {
          title: 'Bring the shaft in, oiled and turning',
          doing: 'The end of the shaft is chamfered and clean. Turn while pushing, so that no edge scores the rollers.',
          tool: 'clean oil, hands',
          fields: [check('in', 'Shaft in without force')],
          restsOn: BEARING,
        },
  'outer-in': (c) => ({ ...outerIn(c), title: `${outerIn(c).title}, alone` }),
  house: (c) => {
    const { title, ...rest } = outerIn(c)
    return { ...rest, title: `${title}, with the shaft` }
  },
  press: ({ forceN }) => ({
    title: 'Press the bearing on, cold',
    doing:
      'Oil the seat thinly. Push on the inner ring only, square, in one go, until it stands against the shoulder. Stop when the force runs away.',
    tool: 'press with gauge, sleeve on the inner ring face',
    fields: [force(forceN)],
    caution: SHIELD,
    restsOn: [...ON_SHAFT, 'mount.pressForceN'],
  }),
  'press-both': ({ forceN, outerForceN }) => ({
    title: 'Press both rings home together',
    doing: 'A flat plate that lies on the faces of both rings, the other end of the shaft held. Square, in one go; oil both seats thinly.',
    tool: 'press with gauge, plate over both rings',
    fields: [force((forceN ?? 0) + (outerForceN ?? 0))],
    caution: SHIELD,
    restsOn: [...ON_SHAFT, 'mount.pressForceN', 'mount.outerForceN'],
  }),
  heat: ({ heat, limitC }) => ({
    title: `Heat the bearing to ${q(heat!.setC, 'temperature')}`,
    doing: 'Lay everything out first. Measure at the inner ring with a contact probe; shiny steel fools an infrared reading.',
    tool: 'bearing heater, contact probe',
    fields: [
      {
        ...number('ringC', 'Temperature of the inner ring', 'temperature', {
          min: heat!.withinLimit ? heat!.ringTemperatureC : limitC - UNDER_LIMIT_K,
          max: limitC,
        }),
        over: OVERHEATED,
      },
    ],
    caution: `${GLOVES.slice(0, -1)}, never above ${q(limitC, 'temperature')}. Keep pacemakers away from an induction heater.`,
    restsOn: [...ON_SHAFT, 'mount.setTemperatureC'],
  }),
  push: ({ row }) => ({
    title: 'Push it home and hold it',
    doing: 'One straight push against the shoulder; hold until it grips. Nut it home while warm.',
    tool: 'heat-rated gloves, lock nut spanner',
    fields: [],
    caution: `The ring is hot and weighs ${q(row!.massKg, 'mass', 1)}. Do not set it down on the way.`,
    restsOn: ON_SHAFT,
  }),
  chill: ({ chillToC }) => ({
    title: `Chill the shaft to ${q(chillToC, 'temperature')}`,
    doing: 'Dry the seat. Cool the whole seat length, then slide the ring on against the shoulder before frost builds up.',
    tool: 'cooling bath, contact probe',
    fields: [number('shaftC', 'Temperature of the shaft seat', 'temperature', { min: -196, max: chillToC })],
    caution: 'Cold burns and displaced air: insulated gloves, face shield, ventilate; never in a pit. Frost becomes water: dry and oil afterwards.', // prettier-ignore
    restsOn: [...ON_SHAFT, 'mount.chillClearanceUm'],
  }),
  oil: ({ row }) => ({
    title: 'Float it on with oil injection',
    doing:
      'Connect at the shaft, pump until oil stands all round both faces, then press it home while it floats. Let the pressure go and wait until the oil is out before anything is turned.',
    tool: 'oil injector with gauge, press or nut',
    fields: [check('even', 'Oil came out all round'), check('home', 'Against its shoulder')],
    caution: `Oil under pressure cuts skin: no hand near a fitting, and nobody in line with a ring of ${q(row!.massKg, 'mass', 1)}.`,
    restsOn: ON_SHAFT,
  }),
  shoulder: () => ({
    title: 'Feel all round the shoulder',
    doing: `After cooling to room temperature. A feeler of ${q(SHOULDER_GAP_MM, 'gap')} must not go in anywhere; tighten the nut again.`,
    tool: 'feeler gauge',
    fields: [number('gapMm', 'Largest gap at the shoulder', 'gap', { min: 0, max: SHOULDER_GAP_MM })],
    restsOn: BEARING,
  }),
  nut: () => ({
    title: 'Tighten the nut cold, bend the tab in',
    doing:
      'Once more when all is at room temperature. Bend the tab of the washer into the slot that meets it; where none meets, onward to the next, never back.',
    tool: 'lock nut spanner, drift',
    fields: [check('locked', 'Nut tight, tab bent in')],
    caution: 'Eye protection for every blow.',
    restsOn: BEARING,
  }),
  'end-plate': ({ endBolt }) => ({
    title: `Bolt the end plate on${endBolt ? `, ${typed(endBolt.name)}` : ''}`,
    doing:
      'The plate stands on the inner ring and not on the shaft: there is a gap behind it. Tighten evenly, again when cold, and lock the bolts.',
    tool: 'torque spanner, feeler gauge, locking plate',
    fields: [
      number('gapMm', 'Gap between plate and shaft end', 'gap', { min: 0.1, max: 3 }),
      endBolt
        ? number('torqueNm', `Torque, Nm, about ${endBolt.torqueNm.toFixed(0)}`, 'text', { min: endBolt.torqueNm * (1 - TORQUE_SHARE), max: endBolt.torqueNm * (1 + TORQUE_SHARE), decimals: 0 }) // prettier-ignore
        : check('torqued', 'Bolts at the torque of the manual'),
    ],
    restsOn: ['identify.designation', 'mount.endBoltNm'],
  }),
  'snap-ring': () => ({
    title: 'Seat the snap ring',
    doing: 'With its own pliers, opened no further than it must. It lies in its groove all round, and the ring cannot be moved.',
    tool: 'snap ring pliers',
    fields: [check('seated', 'In its groove all round')],
    caution: 'It flies off when it slips: eye protection.',
    restsOn: BEARING,
  }),
  slide: () => ({
    title: 'Slide it onto the shaft',
    doing:
      'By hand, with its housing, as far as the drawing says. If it will not slide, dress the shaft; never drive or press it, the blow goes through the balls.',
    tool: 'hands, fine file',
    fields: [check('slides', 'Slides to its place by hand')],
    restsOn: ['identify.designation', 'fit.shaftClass'],
  }),
  'lock-screws': () => ({
    title: 'Bolt the housing, then tighten the screws',
    doing:
      'Turn the shaft by hand while the housing is bolted, so that the insert finds its own line. Then both screws in turn, to the torque of the housing’s sheet; a flat or a shallow spot under each.',
    tool: 'torque key',
    fields: [check('torqued', 'Both screws at their torque')],
    restsOn: ['identify.designation', 'fit.shaftClass'],
  }),
  'lock-collar': ({ outerTurns }) => ({
    title: 'Bolt the housing, then lock the collar',
    doing: `Turn the collar ${outerTurns ? 'against the direction in which the drum turns' : 'in the direction in which the shaft turns'} until it grips, knock it tight with a drift in its hole, then its screw. Not for shafts that reverse.`,
    tool: 'drift, hammer, hexagon key',
    fields: [check('locked', outerTurns ? 'Collar locked against the turning of the drum' : 'Collar locked in the direction of turning')],
    caution: 'Eye protection for every blow.',
    restsOn: ['identify.designation', 'fit.shaftClass', 'duty.outerRingLoad'],
  }),
  before: ({ boughtUm }) => ({
    title: 'Feel the clearance before it goes on',
    doing:
      'On the bench or in its housing over the top rollers; where the outer ring hangs on the shaft, under the lowest. Both rows, the rollers swung in. Turn it a little and feel again.',
    tool: 'feeler gauge (long blades)',
    fields: [number('beforeUm', 'Clearance before', 'fine', boughtUm ? { min: boughtUm[0], max: boughtUm[1] } : { min: 0 })],
    restsOn: ['identify.designation', 'identify.clearanceRange'],
  }),
  zero: ({ situation }) => ({
    title: 'Seat it fully: that is its zero',
    doing: `Oil the thread and the face of the nut. Tighten with the hand spanner until bore, ${situation.held === 'sleeve' ? 'sleeve and shaft' : 'and taper'} touch all round and no slack is left. Everything counts from here.`,
    tool: 'hand spanner (no extension)',
    fields: [check('seated', 'No slack left, marked')],
    restsOn: BEARING,
  }),
  drive: ({ drive, situation, row }) => {
    if (row?.family === 'insert-ball')
      return {
        title: 'Draw it up by its nut',
        doing:
          'Bolt the housing loosely, tighten the nut until the sleeve grips, then a quarter of a turn and no more: its balls have little clearance to give.',
        tool: 'hook spanner',
        fields: [check('drawn', 'Grips, and still turns easily')],
        restsOn: BEARING,
      }
    const way = drive && DRIVE[drive.by](drive)
    return {
      title: 'Drive it up its taper',
      doing: way?.doing ?? 'By the maker’s sheet: no clearance table is held here. Write down what it asks and what is left.',
      tool: `${situation.hydraulic ? 'hydraulic nut with gauge' : 'lock nut spanner'}, ${drive?.by === 'travel' ? 'dial gauge' : drive?.by === 'angle' ? 'marks on nut and sleeve' : 'feeler gauge'}`,
      fields: way?.fields ?? [number('leftUm', 'Clearance left', 'fine', { min: 1 })],
      caution: situation.hydraulic
        ? 'Stand clear of the axis, never past the rating; the nut stays on until the pressure is gone.'
        : 'Eye protection for every blow on the spanner; hold the shaft.',
      restsOn: [...BEARING, ...(way ? [way.restsOn] : [])],
    }
  },
  rest: () => ({
    title: 'Let the oil out from under it',
    doing: 'Pressure off, and wait: what is still between the tapers lets it slip back. Then feel once more and only then change the nut.',
    tool: 'pressure gauge',
    fields: [check('out', 'No pressure, no oil coming')],
    restsOn: BEARING,
  }),
  swivel: () => ({
    title: 'Swivel and turn the outer ring',
    doing: 'It must still swing out easily and turn without catching: where it goes hard it was driven too far.',
    tool: 'hands',
    fields: [check('swivels', 'Swivels and turns easily')],
    restsOn: BEARING,
  }),
  lock: () => ({
    title: 'Lock the nut',
    doing: 'Bend a tab of the washer into a slot of the nut. Where none meets, turn the nut onward to the next slot, never back.',
    tool: 'drift, hammer',
    fields: [check('locked', 'Tab bent in, nut did not go back')],
    caution: 'Eye protection for every blow.',
    restsOn: BEARING,
  }),
  rings: () => ({
    title: 'Put the locating rings in, at this end only',
    doing: 'One or two as the housing asks, without forcing the outer ring. Count those of the other housings: there must be none.',
    tool: 'locating rings of the width of this housing',
    fields: [check('rings', 'Rings in here, none elsewhere')],
    restsOn: BEARING,
  }),
  cap: () => ({
    title: 'Set the cap on its own base',
    doing:
      'Match marks together, caps are not exchangeable. Seals in, faces clean, bolts evenly to the torque of the housing’s sheet; a feeler all round the joint.',
    tool: 'torque spanner, feeler gauge',
    fields: [check('matched', 'Match marks together'), check('torqued', 'Bolts at their torque, joint closed')],
    caution: 'Fingers out of the joint: lower a heavy cap by its eye.',
    restsOn: BEARING,
  }),
  setting: ({ setting }) => ({
    title: `Set it against its partner${setting ? `, ${q(setting.coldUm / 1000, 'gap')} of end play` : ''}`,
    doing: setting
      ? `Turn the shaft while tightening, so that the rollers find their rib. Push and pull several times against a dial, turning between. It is to have ${q(setting.coldUm / 1000, 'gap')} cold, by the figures of Arrange; nut angle and shims for what is missing stand there.`
      : 'Turn the shaft while tightening, so that the rollers find their rib. Push and pull several times against a dial, then set the end play or preload that the machine’s manual wants cold.',
    tool: 'dial gauge, lock nut spanner or shims, machine manual',
    fields: [
      ...(setting ? [] : [words('wanted', 'Wanted by the manual, cold')]),
      number('endPlayMm', 'End play measured (preload below zero)', 'gap', {
        decimals: 3,
        min: setting ? setting.limitsUm[0] / 1000 : -0.5,
        max: setting ? setting.limitsUm[1] / 1000 : 2,
      }),
    ],
    restsOn: [...BEARING, ...(setting ? ['arrange.pairColdUm'] : [])],
  }),
  sheet: () => ({
    title: 'Read the maker’s sheet or the machine’s drawing',
    doing: 'No table holds this bearing, so nothing is reckoned here. Write down what the sheet asks of both seats, and how it goes on.',
    tool: 'maker’s sheet, drawing of the machine',
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
    tool: 'micrometer and bore gauge (zero checked)',
    fields: [
      number('shaftMm', 'Shaft seat diameter', 'length', { decimals: 3, min: 0 }),
      number('housingMm', 'Housing seat diameter', 'length', { decimals: 3, min: 0 }),
      check('within', 'Both within the limits of the sheet'),
    ],
    restsOn: [],
  }),
  mount: () => ({
    title: 'Mount it as the sheet says',
    doing: 'Push only on the ring that is tight, square, in one go. Stop when more force is wanted than the sheet allows.',
    tool: 'as the sheet says',
    fields: [check('home', 'Home, as the sheet says')],
    caution: 'Stand clear of presses, eye protection for every blow, gloves for hot rings.',
    restsOn: [],
  }),
  turn: ({ situation }) => ({
    title: 'Turn by hand',
    doing: 'It must turn freely, without catching, and the outer ring must seat.',
    tool: 'hand',
    fields: [check('free', 'Turns freely')],
    restsOn: situation.held === 'fit' || situation.held === 'screws' || situation.held === 'collar' ? ['fit.clearance'] : [],
  }),
}

/** The outer ring into its housing, by the way that was chosen. */
function outerIn({ situation, outerForceN, housingC, ringToC }: StepContext): Omit<PlanStep, 'key'> {
  const within = 'Straight to its shoulder in one move; hold it until it grips.'
  if (situation.outer === 'warm')
    return {
      title: `Warm the housing to ${q(housingC ?? 0, 'temperature')}, put the ring in`,
      doing: `Evenly, all round; covers and seals off. ${within}`,
      tool: 'oven, plate or hot air, contact probe',
      fields: [number('housingC', 'Temperature of the housing at its bore', 'temperature', { min: housingC ?? 0, max: (housingC ?? 0) + HOUSING_K })], // prettier-ignore
      caution: GLOVES,
      restsOn: [...IN_HOUSING, 'mount.housingC'],
    }
  if (situation.outer === 'chill')
    return {
      title: `Chill the ring to ${q(ringToC, 'temperature')}, put it in`,
      doing: `Dry, in a bag without moisture. ${within} Frost becomes water: dry it, oil and grease again.`,
      tool: 'freezer, dry ice or nitrogen, insulated gloves',
      fields: [number('ringToC', 'Temperature of the ring', 'temperature', { min: -196, max: ringToC })],
      caution: 'Cold burns and displaced air: insulated gloves, face shield, ventilate; never in a pit.',
      restsOn: [...IN_HOUSING, 'mount.outerChillUm'],
    }
  return {
    title: 'Press the outer ring into its housing',
    doing: 'Oil the bore thinly. Push on the outer ring only, square, in one go, until it stands against its shoulder.',
    tool: 'press with gauge, plate on the outer ring face',
    fields: [force(outerForceN)],
    caution: SHIELD,
    restsOn: [...IN_HOUSING, 'mount.outerForceN'],
  }
}

/** The ordered steps of a situation, from isolation to the first free turn; each with what it says and asks. Source: as `planOf`. */
export const planSteps = (context: StepContext): PlanStep[] =>
  planOf(context.situation).map((key) => ({ key: KEYS[key] ?? key, ...MAKE[key](context) }))

/** Both ways to lock an insert are one step of the records. */
const KEYS: Partial<Record<StepName, string>> = { 'lock-screws': 'lock', 'lock-collar': 'lock' }

/** Filling what no table lists: by the sheet, weighed, with the grease that was read. Source: engineering practice. */
export function sheetFill(): PlanStep {
  return {
    key: 'fill',
    title: 'Grease or oil it as the sheet says',
    doing: 'What and how much stands in the maker’s sheet or the machine’s manual. Weigh it.',
    tool: 'scale, clean spatula or oil can',
    fields: [
      number('gramsG', 'Filled, by weighing', 'grams', { min: 0 }),
      words('greaseRead', 'Lubricant as read on the cartridge or can'),
    ],
    caution: 'Grease and solvent on skin: gloves.',
    restsOn: [],
  }
}
