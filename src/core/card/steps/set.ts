import { DRIFT_WORDS } from '../../mounting/handling.js'
import type { StepName } from '../../procedure/steps.js'
import { SLIDES } from '../../mounting/plan.js'
import type { DriveWay, HubLock } from '../../mounting/ways.js'
import { amount, phrase, type Words } from '../../words/message.js'
import type { PlanField } from './plan-step.js'
import { BEARING, DRIFT_TOOL, check, number, torqued, turned, words, type Make, type StepContext } from './step.js'

/** Tapers, inserts and blocks: driven up, locked, closed, set, and turned by hand. */

/** Rows of a bearing that is driven up differ by no more than this when its outer ring stands straight, µm. Engineering practice. */
const ROWS_ALIKE_UM = 15

/** The clearance of each row: the second one is held against the first. */
function rowsOf(row: StepContext['row'], key: 'before' | 'left', label: string, range: { min?: number; max?: number }): PlanField[] {
  const same = key === 'left' ? 'drivenUm' : 'unmountedUm'
  const one = { ...number(`${key}Um`, label, 'fine', range), same } as const
  if (row?.rows !== 2) return [one]
  const wrong = phrase`The rows differ by more than ${amount(ROWS_ALIKE_UM, 'fine')}: the outer ring stands askew. Swing it straight, turn it, and feel both again.`
  const against = { rule: 'over', field: `${key}Um`, min: -ROWS_ALIKE_UM, max: ROWS_ALIKE_UM, wrong } as const
  return [
    { ...one, label: `${label}, row at the nut` },
    { ...number(`${key}OtherUm`, `${label}, other row`, 'fine', { ...range, against }), same },
  ]
}

const DRIVE: Readonly<
  Record<
    DriveWay,
    (d: NonNullable<StepContext['drive']>, row: StepContext['row']) => { doing: Words; fields: PlanField[]; restsOn: string }
  >
> = {
  reduction: ({ reductionUm: [least, most], leastLeftUm }, row) => ({
    doing: phrase`Tighten in small turns and feel between them, both rows: stop when ${amount(least, 'fine')} to ${amount(most, 'fine')} are gone. Where the maker’s sheet says otherwise it goes before this.`,
    fields: [
      ...rowsOf(row, 'left', 'Clearance left', { min: leastLeftUm ?? 1 }),
      { ...number('reductionUm', 'Clearance taken away', 'fine', { min: least, max: most }), reckoned: 'taken' },
    ],
    restsOn: 'fit.reductionUm',
  }),
  travel: ({ travelMm: [least, most], leastLeftUm }, row) => ({
    doing: phrase`Set the dial to nothing at that zero and drive it ${amount(least, 'gap')} to ${amount(most, 'gap')} up the taper. Feel what is left.`,
    fields: [
      number('travelMm', 'Travel from its zero', 'gap', { min: least, max: most, decimals: 2 }),
      ...rowsOf(row, 'left', 'Clearance left', { min: leastLeftUm ?? 1 }),
    ],
    restsOn: 'fit.travelMm',
  }),
  angle: ({ angleDeg: [least, most] }) => ({
    doing: phrase`Mark nut and sleeve at that zero and turn the nut ${amount(least, 'angle')} to ${amount(most, 'angle')} onward, in one pull after the other.`,
    fields: [
      number('angleDeg', 'Turn of the nut from its zero', 'angle', { min: least * 0.9, max: Math.max(most, least * 1.1), decimals: 0 }),
    ],
    restsOn: 'fit.nutAngleDeg',
  }),
}

/** An insert puts up with some tilt, its seal with less; so much over its face is squared away, mm. Engineering practice. */
const SQUARE_MM = 0.2

/** A ring of another width is meant for another bearing; so much is made that way, mm. Engineering practice. */
const RING_MM = 0.3

const TOO_TIGHT = 'Too tight: hot it runs preloaded, heats, and spalls deep. Slacken it, turn, push and pull, and measure again.'
const TOO_LOOSE = 'Too loose: hot it stays slack, and it carries on one side only. Tighten it while turning, and measure again.'

/** What a preload is set by where end play tells nothing: what it takes to turn, less what turned it loose. */
const turningFields = ([least, most]: readonly [number, number]): PlanField[] => [
  number('dragNm', 'Turning torque before it is tightened', 'torque', { decimals: 2, min: 0 }),
  number('turnNm', 'Turning torque now', 'torque', {
    decimals: 2,
    min: 0,
    against: {
      rule: 'over',
      field: 'dragNm',
      min: least,
      max: most,
      wrong: phrase`Over what turned it loose it is to take ${amount(least, 'torque', 2)} to ${amount(most, 'torque', 2)}, by the manual. Turn it several times and pull evenly; then tighten or slacken.`,
    },
  }),
]

/** On an adapter sleeve whose clearance is felt; an insert is drawn up by its nut alone. */
const onSleeve = (situation: StepContext['situation'], row: StepContext['row']) =>
  situation.held === 'sleeve' && row?.family !== 'insert-ball'

/** Where nothing squared the housing yet it is bolted with the locking. */
const bolting = ({ standsIn }: StepContext['situation']) => (standsIn === 'machine' ? 'Bolt the housing, then t' : 'T')
const lining = ({ standsIn }: StepContext['situation']) =>
  standsIn === 'machine'
    ? 'Turn the shaft by hand while the housing is bolted, so that the insert finds its own line. '
    : 'Turn the shaft once more by hand: it stands in its own line. '

/** How the nut of a hub is kept from turning, and what is looked at; one row a way. */
const HUB_LOCKING: Readonly<Record<HubLock, { doing: string; tools: readonly Words[]; field: string }>> = {
  castellated: {
    doing:
      'On to the next slot that loosens, never to one that tightens; a new split pin through, its legs bent round. Then turn the hub: its end play must still be as set.',
    tools: ['new split pin', 'pliers'],
    field: 'Split pin in, legs bent',
  },
  washer: {
    doing:
      'Bend the tab of the lock washer onto a flat or into a slot of the nut; where none meets, back to the next that loosens. Then turn the hub: its end play must still be as set.',
    tools: ['new lock washer', 'drift', 'hammer'],
    field: 'Tab bent over',
  },
  'two-nuts': {
    doing: 'Hold the inner nut and tighten the outer one against it; it takes some end play with it, so measure again.',
    tools: ['two spanners'],
    field: 'Nuts tight against each other, end play as set',
  },
}

/** Steps by which a bearing is driven up, locked, set and tried. */
export const SET = {
  slide: ({ situation }) => ({
    title: 'Slide it onto the shaft',
    doing:
      situation.held === 'pin'
        ? 'By hand, the slot of its long inner ring over the pin hole of the shaft. If it will not slide, dress the shaft; never drive or press it, the blow goes through the balls.'
        : 'By hand, with its housing, as far as the drawing says. If it will not slide, dress the shaft; never drive or press it, the blow goes through the balls.',
    tools: ['hands', 'fine file'],
    fields: [check('slides', 'Slides to its place by hand')],
    restsOn: ['identify.designation', 'fit.shaftClass'],
  }),
  'lock-screws': ({ setScrewNm, tools, situation }) => ({
    title: `${bolting(situation)}ighten the screws`,
    doing: `${lining(situation)}Both screws in turn, to one torque; a flat or a shallow spot under each. Once more after the first hours.`,
    tools: [tools.torque ?? 'torque key'],
    fields: setScrewNm ? [torqued('both screws', setScrewNm)] : [check('torqued', 'Both screws at the torque of their sheet')],
    restsOn: ['identify.designation', 'fit.shaftClass', 'mount.setScrewNm'],
  }),
  'lock-pin': () => ({
    title: 'Set the pin or screw of its inner ring',
    doing:
      'Through the slot at the end of the long inner ring into the shaft, to its stop; the slot leaves the ring a little room along. It keeps the ring from turning and from wandering, and nothing else does.',
    tools: ['pin or cheese-head screw of the drawing', 'screwdriver'],
    fields: [check('pinned', 'Pin home in shaft and slot')],
    caution: 'Fingers out of the slot while the shaft is turned to it.',
    restsOn: ['identify.designation', 'fit.shaftClass'],
  }),
  'lock-clamp': ({ tools, situation }) => ({
    title: `${bolting(situation)}ighten the clamp collar`,
    doing: `${lining(situation)}The collar stands over the slotted end of the inner ring, its own slot over one of the slots; then its screw to the torque of its sheet. It marks no shaft, and holds only what is clean and dry.`,
    tools: [tools.torque ?? 'torque spanner'],
    fields: [words('sheet', 'Torque by its sheet'), check('torqued', 'Screw at that torque, slots in line')],
    caution: 'Fingers clear of screw and housing while the shaft is turned by hand.',
    restsOn: ['identify.designation', 'fit.shaftClass'],
  }),
  'lock-collar': ({ outerTurns, setScrewNm, situation }) => ({
    title: situation.standsIn === 'machine' ? 'Bolt the housing, then lock the collar' : 'Lock the collar',
    doing: `${lining(situation)}Turn the collar ${outerTurns ? 'against the direction in which the drum turns' : 'in the direction in which the shaft turns'} until it grips, knock it tight with a drift in its hole, then its screw. Not for shafts that reverse.`,
    tools: ['drift', 'hammer', 'hexagon key'],
    fields: [
      turned('runs', `The ${outerTurns ? 'drum' : 'shaft'} turns, seen from the collar`),
      turned('turned', 'The collar was turned, seen from the same side', {
        rule: 'turned',
        field: 'runs',
        same: !outerTurns,
        wrong: outerTurns
          ? 'With the drum: it works loose. Loosen it and turn it against the drum.'
          : 'Against the shaft: it works loose. Loosen it and turn it the way the shaft turns.',
      }),
      check('locked', 'Knocked tight in that direction'),
      setScrewNm ? torqued('its screw', setScrewNm) : check('torqued', 'Its screw at the torque of its sheet'),
    ],
    caution: 'Eye protection for every blow.',
    restsOn: ['identify.designation', 'fit.shaftClass', 'duty.outerRingLoad', 'mount.setScrewNm'],
  }),
  before: ({ boughtUm, row }) => ({
    title: 'Feel the clearance before it goes on',
    doing:
      'On the bench or in its housing over the top rollers; where the outer ring hangs on the shaft, under the lowest. Both rows, the rollers swung in. Turn it a little and feel again.',
    tools: ['feeler gauge (long blades)'],
    fields: rowsOf(row, 'before', 'Clearance before', boughtUm ? { min: boughtUm[0], max: boughtUm[1] } : { min: 0 }),
    restsOn: ['identify.designation', 'identify.clearanceRange'],
  }),
  zero: ({ situation, drive, row }) => ({
    title: 'Seat it fully: that is its zero',
    doing: `Oil the thread and the face of the nut. Tighten with the hand spanner until bore, ${situation.held === 'sleeve' ? 'sleeve and shaft' : 'and taper'} touch all round and no slack is left. Everything counts from here.`,
    tools: ['hand spanner (no extension)', ...(onSleeve(situation, row) && drive ? ['rule'] : [])],
    fields: [
      check('seated', 'No slack left, marked'),
      // A ring that is driven past the end of its sleeve stands on nothing there.
      ...(onSleeve(situation, row) && drive
        ? [
            number('standsOutMm', 'Sleeve that stands out at its thick end', 'gap', {
              decimals: 1,
              // As it is shown: to the next tenth.
              min: Math.ceil(10 * drive.travelMm[1]) / 10,
              under: phrase`The travel of ${amount(drive.travelMm[1], 'gap')} would take the ring over the end of its sleeve: read the sleeve again, measure the shaft, and do not drive it.`,
            }),
          ]
        : []),
    ],
    restsOn: BEARING,
  }),
  drive: ({ drive, situation, row, tools }) => {
    if (row?.family === 'insert-ball')
      return {
        title: 'Draw it up by its nut',
        doing:
          'Bolt the housing loosely, tighten the nut until the sleeve grips, then a quarter of a turn and no more: its balls have little clearance to give.',
        tools: ['hook spanner'],
        fields: [check('drawn', 'Grips, and still turns easily')],
        restsOn: BEARING,
      }
    const way = drive && DRIVE[drive.by](drive, row)
    return {
      title: 'Drive it up its taper',
      doing: way?.doing ?? 'By the maker’s sheet: no clearance table is held here. Write down what it asks and what is left.',
      tools: [
        tools.drive ?? (situation.hydraulic ? 'hydraulic nut with gauge' : 'lock nut spanner'),
        drive?.by === 'travel' ? 'dial gauge' : drive?.by === 'angle' ? 'marks on nut and sleeve' : 'feeler gauge',
      ],
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
    tools: ['pressure gauge'],
    fields: [check('out', 'No pressure, no oil coming')],
    restsOn: BEARING,
  }),
  swivel: () => ({
    title: 'Swivel and turn the outer ring',
    doing: 'It must still swing out easily and turn without catching: where it goes hard it was driven too far.',
    tools: ['hands'],
    fields: [check('swivels', 'Swivels and turns easily')],
    restsOn: BEARING,
  }),
  lock: ({ drift }) => ({
    title: 'Lock the nut',
    doing: `Bend a tab of the washer into a slot of the nut. Where none meets, turn the nut onward to the next slot, never back. With a ${DRIFT_WORDS[drift]}.`,
    tools: [DRIFT_TOOL[drift], 'hammer'],
    fields: [check('locked', 'Tab bent in, nut did not go back')],
    caution: 'Eye protection for every blow.',
    restsOn: BEARING,
  }),
  rings: ({ block, situation: { held, retained } }) => {
    const nutted = held === 'sleeve' || held === 'taper' || retained.includes('nut')
    const rings = block?.rings ?? null
    const many = rings?.count === 2 ? 'one on either side' : `a single one, on the side ${nutted ? 'of the nut' : 'that the drawing shows'}`
    return {
      title: 'Put the locating rings in, at this end only',
      doing: rings
        ? phrase`${block!.measured ? 'By its seat as measured' : `By its sizes it stands in block ${block!.name}, but bodies of today may be wider: measure the seat and give its width at Mount`}: ${rings.count === 2 ? 'two rings' : 'one ring'} ${amount(rings.widthMm, 'length', 2)} wide, ${many}, without forcing the outer ring. Count those of the other housings: there must be none.`
        : 'One or two as the housing asks, without forcing the outer ring. Count those of the other housings: there must be none.',
      tools: ['locating rings of the width of this housing'],
      fields: [
        ...(block && !block.measured ? [number('seatWideMm', 'Seat of the block, measured wide', 'length', { min: 0 })] : []),
        ...(rings
          ? [
              number(
                'ringMm',
                'Width of a ring, measured',
                'length',
                block!.measured ? { min: rings.widthMm - RING_MM, max: rings.widthMm + RING_MM } : { min: 0 },
              ),
            ]
          : []),
        check('rings', 'Rings in here, none elsewhere'),
      ],
      restsOn: BEARING,
    }
  },
  cap: () => ({
    title: 'Set the cap on its own base',
    doing: `Match marks together, caps are not exchangeable. Seals in, faces clean, bolts evenly to the torque of the housing’s sheet; a feeler all round the joint.`,
    tools: ['torque spanner', 'feeler gauge'],
    fields: [check('matched', 'Match marks together'), check('torqued', 'Bolts at their torque, joint closed')],
    caution: 'Fingers out of the joint: lower a heavy cap by its eye.',
    restsOn: BEARING,
  }),
  setting: ({ setting, trial, turningNm, hub }) => ({
    title: phrase`Set it against its partner${setting ? phrase`, ${amount(setting.coldUm / 1000, 'gap')} of end play` : ''}`,
    doing: hub
      ? phrase`Turn the hub all the while. Tighten the nut until it drags, so that every roller finds its rib, then back it off and push and pull against a dial.${setting ? phrase` It is to have ${amount(setting.coldUm / 1000, 'gap')} of end play cold.` : ' It is to have the end play that the manual wants, cold.'}${hub.slotUm === null ? '' : phrase` One slot of the nut is ${amount(hub.slotUm, 'fine')}.`}`
      : setting
        ? phrase`Turn the shaft while tightening, so that the rolling elements find their path. Push and pull several times against a dial, turning between. It is to have ${amount(setting.coldUm / 1000, 'gap')} cold, by the figures of Arrange; nut angle and shims for what is missing stand there.`
        : 'Turn the shaft while tightening, so that the rolling elements find their path. Push and pull several times against a dial, then set the end play or preload that the machine’s manual wants cold.',
    tools: hub ? ['dial gauge', 'hub nut spanner', 'machine manual'] : ['dial gauge', 'lock nut spanner or shims', 'machine manual'],
    fields: [
      ...(setting ? [] : [words('wanted', 'Wanted by the manual, cold')]),
      ...(trial ? [number('packMm', 'Shims that are in it now', 'length', { decimals: 2, min: 0 })] : []),
      number('endPlayMm', 'End play measured (preload below zero)', 'gap', {
        decimals: 3,
        min: setting ? setting.limitsUm[0] / 1000 : -0.5,
        max: setting ? setting.limitsUm[1] / 1000 : 2,
        ...(setting && { under: TOO_TIGHT, over: TOO_LOOSE }),
        ...(trial && { against: { rule: 'shims', field: 'packMm', trialMm: trial.shimMm, trialPlayMm: trial.playMm, side: trial.side } }),
      }),
      ...(turningNm ? turningFields(turningNm) : []),
    ],
    restsOn: [...BEARING, ...(setting ? ['arrange.pairColdUm'] : []), ...(hub?.slotUm != null ? ['mount.hubSlotUm'] : [])],
  }),
  'nut-lock': ({ tools, drift }) => ({
    title: 'Lock the nut where it stands',
    doing:
      'The tab of the washer into the slot that meets it. Where none meets, to the nearest that loosens; then push and pull once more: the end play must still be as set.',
    tools: [tools.nut ?? 'lock nut spanner', DRIFT_TOOL[drift]],
    fields: [check('locked', 'Tab bent in, end play still as set')],
    caution: 'Eye protection for every blow.',
    restsOn: BEARING,
  }),
  cured: () => ({
    title: 'Wait until the compound has cured',
    doing:
      'As long as its sheet says for this gap and temperature: cold and bare metal make it longer. Nothing turns and nothing carries before.',
    tools: ['clock', 'sheet of the compound'],
    fields: [number('curedH', 'Cured for', 'hours', { min: 0, decimals: 1 }), check('cured', 'As long as its sheet says')],
    restsOn: BEARING,
  }),
  'inner-cone': ({ situation }) => ({
    title: 'Put the inner cone in its place',
    doing: `Packed, ${situation.inner === 'slide' ? 'laid into its cup in the hub or slid onto the axle by hand' : 'onto its seat on the axle by its inner ring alone'}, the large end of its rollers outward.`,
    tools: ['hands', 'clean gloves'],
    fields: [check('in', 'In its place, large end outward')],
    restsOn: BEARING,
  }),
  seal: () => ({
    title: 'Press the seal in',
    doing: 'A new one, its lip greased and to the side that the sheet says, evenly by a flat plate until it is flush.',
    tools: ['new seal', 'flat plate', 'soft hammer'],
    fields: [check('flush', 'Flush all round, lip whole')],
    restsOn: [],
  }),
  'hub-on': () => ({
    title: 'Bring the hub onto its axle',
    doing: 'Straight and supported, so that its weight never hangs on the lip of the seal.',
    tools: ['hands', 'lifting gear where it is heavy'],
    fields: [check('on', 'On straight, seal whole')],
    caution: 'Fingers out from between hub and axle.',
    restsOn: [],
  }),
  'outer-cone': () => ({
    title: 'Put the outer cone in, its washer and the nut by hand',
    doing: 'Packed, into its cup over the end of the axle; washer with its tongue in the groove, nut by hand until it touches.',
    tools: ['hands', 'clean gloves'],
    fields: [check('in', 'Cone in its cup, washer in its groove')],
    restsOn: BEARING,
  }),
  pin: ({ hub }) => {
    const way = hub?.lock ? HUB_LOCKING[hub.lock] : null
    return {
      title: 'Lock the hub nut',
      doing:
        way?.doing ??
        'By the way that this nut is kept, which the card does not know yet: never by tightening it further. Then turn the hub: its end play must still be as set.',
      tools: way?.tools ?? ['what keeps this nut, new'],
      fields: [check('locked', way?.field ?? 'Nut kept from turning'), check('play', 'End play still as set, hub turns freely')],
      caution: 'Eye protection for every blow.',
      restsOn: BEARING,
    }
  },
  'hub-cap': () => ({
    title: 'Put the cap on the hub',
    doing: 'A little grease in it against water, not full: what is warmed must have room.',
    tools: ['soft hammer'],
    fields: [check('on', 'On all round')],
    restsOn: [],
  }),
  square: ({ situation }) => ({
    title: 'Square it to the shaft, then its bolts',
    doing:
      situation.standsIn === 'take-up'
        ? 'Both sides of the frame at one measure, the shaft square to the guides. Then the bolts in turn, and the screw locked.'
        : 'Bolts by hand, the shaft turned so that the housing finds its own line; a feeler between housing and a flat ring clamped on the shaft at four places. Then the bolts crosswise to the torque of the sheet.',
    tools: ['feeler gauge', situation.standsIn === 'take-up' ? 'tape' : 'torque spanner'],
    fields: [
      number('squareMm', 'Largest difference at the four places', 'gap', { min: 0, max: SQUARE_MM }),
      check('bolted', 'Bolts at their torque, turns freely after it'),
    ],
    restsOn: BEARING,
  }),
  turn: ({ situation }) => ({
    title: situation.hub ? 'Turn the hub by hand' : 'Turn by hand',
    doing: situation.hub
      ? 'Several turns both ways: freely, without catching, and without play that can be felt as a knock.'
      : 'It must turn freely, without catching, and the outer ring must seat.',
    tools: ['hand'],
    fields: [check('free', 'Turns freely')],
    restsOn: situation.held === 'fit' || SLIDES.includes(situation.held) ? ['fit.clearance'] : [],
  }),
} satisfies Partial<Record<StepName, Make>>
