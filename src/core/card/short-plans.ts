import type { Bearing } from '../catalogue/bearing.js'
import { formOf, isDrawnCup } from '../catalogue/construction-forms.js'
import { tolerance } from '../tolerances/iso286.js'
import { q } from '../units/quantities.js'
import type { FitSeat } from './stations/fit-seats.js'
import { seatField, type PlanField, type PlanStep } from './mounting-plan.js'

/**
 * What lies between unpacking and the free turn for kinds whose decisive figures stand in the maker's sheet: each list is
 * short and says which reading of the sheet to write down. Source: engineering practice, see docs/methods.md.
 */

const check = (key: string, label: string): PlanField => ({ key, label, kind: 'check', quantity: 'text' })
const words = (key: string, label: string): PlanField => ({ key, label, kind: 'text', quantity: 'text' })
const BEARING = ['identify.designation']

/** Clearance is felt between the rollers and the outer ring, over the top of a bearing on the bench. */
function feelBefore(rangeUm: readonly [number, number] | null): PlanStep {
  return {
    key: 'before',
    title: 'Feel the clearance before it goes on',
    doing: 'Standing on the bench, over the rollers at the top, both rows, with the rollers swung in. Turn it a little and feel again.',
    tool: 'feeler gauge, long blades',
    fields: [
      {
        key: 'beforeUm',
        label: 'Clearance before',
        kind: 'number',
        quantity: 'fine',
        ...(rangeUm ? { min: rangeUm[0], max: rangeUm[1] } : { min: 0 }),
      },
    ],
    restsOn: ['identify.designation', 'identify.clearanceRange'],
  }
}

/**
 * A tapered bore: what it sits on is looked at, it is driven up by the clearance that goes, and locked there. The clearance as bought in µm;
 * null where only the maker's sheet has it. Source: engineering practice.
 */
export function taperSteps(
  sleeve: { designation: string; shaft: FitSeat } | null,
  clearanceUm: readonly [number, number] | null,
): PlanStep[] {
  const seat: PlanStep = sleeve
    ? {
        key: 'seat',
        title: `Measure the shaft under the sleeve, ${q(sleeve.shaft.sizeMm, 'length', 0)} ${sleeve.shaft.toleranceClass}`,
        doing: `Clean and deburr where sleeve ${sleeve.designation} will sit. Two planes, four directions; write down the mean.`,
        tool: 'outside micrometer, zero checked',
        fields: [seatField('seatMm', 'Shaft diameter', sleeve.shaft)],
        restsOn: ['identify.designation', 'fit.shaftClass'],
      }
    : {
        key: 'seat',
        title: 'Blue the tapered seat',
        doing:
          'A thin film of blue on the seat, ring pushed on by hand and turned: it must mark at least four fifths of the bore, all round.',
        tool: 'marking blue, clean cloth',
        fields: [check('marked', 'Marks all round, four fifths or more')],
        restsOn: BEARING,
      }
  return [
    seat,
    feelBefore(clearanceUm),
    {
      key: 'drive',
      title: 'Drive it up by the clearance that goes',
      doing:
        'Zero is where all slack is out. Tighten nut or hydraulic nut in small turns, feel between them, stop at the reduction that stands at Fit; the maker’s sheet goes before it.',
      tool: 'lock nut spanner or hydraulic nut, feeler gauge, maker’s sheet',
      fields: [
        { key: 'sheetUm', label: 'Reduction by the maker’s sheet', kind: 'number', quantity: 'fine', min: 1 },
        { key: 'leftUm', label: 'Clearance left', kind: 'number', quantity: 'fine', min: 1 },
      ],
      caution: 'Hydraulic nut and injected oil: stand clear of the axis, never past the rating; a nut stays on until the pressure is gone.',
      restsOn: BEARING,
    },
    {
      key: 'lock',
      title: 'Lock the nut',
      doing: 'Bend a tab of the washer into a slot of the nut. Where none meets, turn the nut onward to the next slot, never back.',
      tool: 'drift, hammer',
      fields: [check('locked', 'Tab bent in, nut did not go back')],
      caution: 'Eye protection for every blow.',
      restsOn: BEARING,
    },
  ]
}

function sizeField(key: string, label: string, sizeMm: number, toleranceClass: string | null): PlanField {
  const of: PlanField = { key, label, kind: 'number', quantity: 'length', decimals: 3 }
  if (!toleranceClass) return of
  const { upperUm, lowerUm } = tolerance({ sizeMm, toleranceClass }).values
  return { ...of, min: sizeMm + lowerUm / 1000, max: sizeMm + upperUm / 1000 }
}

/** Needles in a cage: shaft and housing are both raceways, and nothing is pressed. */
function cageSteps(row: Bearing): PlanStep[] {
  const raceway = (key: string, title: string, field: PlanField): PlanStep => ({
    ...{ key, title, restsOn: BEARING },
    doing: 'The rollers run on it: hardness, depth, roughness and roundness as the maker’s sheet asks. Write down what was measured.',
    tool: 'micrometer or bore gauge with zero checked, hardness and roughness papers of the part',
    fields: [
      field,
      words(`${key}Hardness`, 'Hardness and roughness, by which paper'),
      check(`${key}Sound`, 'No mark, no rust, as hard and smooth as the sheet asks'),
    ],
  })
  return [
    raceway(
      'raceway',
      `Look at the shaft as raceway, ${q(row.boreMm, 'length', 0)}`,
      sizeField('shaftMm', 'Shaft diameter', row.boreMm, CAGE_SHAFT),
    ),
    raceway(
      'bore',
      `Look at the housing as raceway, ${q(row.outsideMm, 'length', 0)}`,
      sizeField('boreMm', 'Housing bore', row.outsideMm, CAGE_HOUSING),
    ),
    {
      ...{ key: 'shaft-in', title: 'Put the cage in, oiled, and bring the shaft in turning', tool: 'clean oil, hands', restsOn: BEARING },
      doing: 'Cage between two flat faces with a little play along. The end of the shaft is chamfered; turn while pushing.',
      fields: [check('in', 'Shaft in without force, cage turns')],
    },
  ]
}

/** Classes of the raceways of needles in a cage, for ordinary clearance. Engineering practice. */
const [CAGE_SHAFT, CAGE_HOUSING] = ['h5', 'G6']

/** Rollers that run on the shaft: the shaft is looked at as the raceway that it is, the ring or cup pressed in by its face. */
export function racewaySteps(row: Bearing, classes: { shaftClass: string; housingClass: string } | null): PlanStep[] {
  const cup = isDrawnCup(row)
  if (formOf(row).outerRing === false) return cageSteps(row)
  return [
    {
      key: 'raceway',
      title: `Look at the shaft as raceway, ${q(row.boreMm, 'length', 0)}${cup && classes ? ` ${classes.shaftClass}` : ''}`,
      doing: 'The rollers run on it: hardness, depth, roughness and roundness as the maker’s sheet asks. Write down what was measured.',
      tool: 'outside micrometer, maker’s sheet, hardness and roughness papers of the shaft',
      fields: [
        sizeField('shaftMm', 'Shaft diameter', row.boreMm, cup && classes ? classes.shaftClass : null),
        words('hardness', 'Hardness and roughness, by which paper'),
        check('sound', 'No mark, no rust, as hard and smooth as the sheet asks'),
      ],
      restsOn: BEARING,
    },
    {
      key: 'bore',
      title: 'Measure the housing seat',
      doing: 'Two planes, four directions; the class by the figure beside it or by the maker’s sheet.',
      tool: 'bore gauge, zero checked',
      fields: [sizeField('boreMm', 'Housing seat diameter', row.outsideMm, cup && classes ? classes.housingClass : null)],
      restsOn: BEARING,
    },
    {
      key: 'arbor',
      title: cup ? 'Press the cup in by its arbor' : 'Press the outer ring in',
      doing: cup
        ? 'Marked face to the arbor. The arbor stops at its shoulder, not at the bottom of the bore; a drawn cup that is struck is lost.'
        : 'On the face of the ring, square, with a plate that stands on it all round.',
      tool: cup ? 'arbor of the size with its O-ring, press' : 'press, flat plate',
      fields: [check('home', 'Square, at its depth, rollers turn')],
      caution: 'Stand clear and shield. Never past the rating of the press.',
      restsOn: BEARING,
    },
    {
      key: 'shaft-in',
      title: 'Bring the shaft in, oiled and turning',
      doing: 'The end of the shaft is chamfered and clean. Turn while pushing, so that no edge scores the rollers.',
      tool: 'clean oil, hands',
      fields: [check('in', 'Shaft in without force')],
      restsOn: BEARING,
    },
  ]
}

/** A bearing that no table lists: what was read of it and of its maker's sheet stands on the card, and governs. */
export function sheetSteps(): PlanStep[] {
  return [
    {
      key: 'sheet',
      title: 'Read the maker’s sheet or the machine’s drawing',
      doing: 'No table holds this bearing, so nothing is reckoned here. Write down what the sheet asks of both seats, and how it goes on.',
      tool: 'maker’s sheet, drawing of the machine',
      fields: [
        words('source', 'Which sheet or drawing'),
        words('seats', 'Limits of both seats'),
        words('way', 'How it goes on, and with what setting'),
      ],
      restsOn: [],
    },
    {
      key: 'seats',
      title: 'Measure both seats',
      doing: 'Clean and deburr. Two planes, four directions; compare with the sheet before going on.',
      tool: 'micrometer and bore gauge, zero checked',
      fields: [
        { key: 'shaftMm', label: 'Shaft seat diameter', kind: 'number', quantity: 'length', decimals: 3, min: 0 },
        { key: 'housingMm', label: 'Housing seat diameter', kind: 'number', quantity: 'length', decimals: 3, min: 0 },
        check('within', 'Both within the limits of the sheet'),
      ],
      restsOn: [],
    },
    {
      key: 'mount',
      title: 'Mount it as the sheet says',
      doing: 'Push only on the ring that is tight, square, in one go. Stop when more force is wanted than the sheet allows.',
      tool: 'as the sheet says',
      fields: [check('home', 'Home, as the sheet says')],
      caution: 'Stand clear of presses, eye protection for every blow, gloves for hot rings.',
      restsOn: [],
    },
  ]
}

/** Filling what no table lists: by the sheet, weighed, with the grease that was read. */
export function sheetFill(): PlanStep {
  return {
    key: 'fill',
    title: 'Grease or oil it as the sheet says',
    doing: 'What and how much stands in the maker’s sheet or the machine’s manual. Weigh it.',
    tool: 'scale, clean spatula or oil can',
    fields: [
      { key: 'gramsG', label: 'Filled, by weighing', kind: 'number', quantity: 'grams', min: 0 },
      words('greaseRead', 'Lubricant as read on the cartridge or can'),
    ],
    caution: 'Grease and solvent on skin: gloves.',
    restsOn: [],
  }
}

/** Bearings that hold one way are set against their partner; how far stands in the machine's manual. */
export function settingStep(): PlanStep {
  return {
    key: 'setting',
    title: 'Set it against its partner',
    doing:
      'Turn the shaft while tightening, so that the rollers find their rib. Push and pull several times against a dial, then set the end play or preload that the machine’s manual wants cold.',
    tool: 'dial gauge, lock nut spanner or shims, machine manual',
    fields: [
      words('wanted', 'Wanted by the manual, cold'),
      {
        key: 'endPlayMm',
        label: 'End play measured (preload below zero)',
        kind: 'number',
        quantity: 'gap',
        decimals: 3,
        min: -0.5,
        max: 2,
      },
    ],
    restsOn: ['identify.designation'],
  }
}
