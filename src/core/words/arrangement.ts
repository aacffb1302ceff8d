import type { Cautions, Questions } from './tables.js'

// prettier-ignore
export const ARRANGEMENT_CAUTIONS: Cautions = {
  'locked-thrust': 'Held so, a growth of {growth} presses along the shaft with about {thrust}, {share} times what {designation} carries at rest: until something gives.',
  'pair-cold-preload': 'Cold the pair is set with preload; it opens to the play wanted when it is hot.',
  'free-ring-short': 'The free ring has {play} and needs {needed}: the shaft would push the bearings against each other.',
  'float-short': 'The {where} has {present} and needs {needed}: the shaft would push the bearings apart when hot.',
  'both-ends-held': 'Both ends are held: when the shaft warms and grows, the bearings push against each other and fail. Take the locating ring out at one end.',
  'several-held': '{held} positions are held ({names}): when the shaft warms and grows, the bearings push against each other and fail. Let one hold and free the others.',
  'locates-away': 'The non-drive end locates: the growth runs into the coupling. Check the coupling gap hot.',
  'holds-away': 'The shaft is held at {names}: it grows toward the coupling too. Check the coupling gap hot.',
  'quick-rule-short': 'The quick rule assumes a rise of {assumed}; {label} here rises {rise}, so the rule is too small.',
  'no-end-held': 'Neither end is held: the shaft can wander and rub. Hold one end, normally the drive end.',
  'housing-outgrows': 'The housing outgrows the shaft by {by}: the free ring moves toward the held end, so its room must lie on that side.',
  'housing-outgrows-all': 'The housing outgrows the shaft by {by}: the free ring moves toward the held end, so its room must lie on that side. The full calculation governs here; the other schools leave the housing out.',
  'no-quick-rule': 'The quick rule speaks for steel shafts only; the full calculation serves.',
  'convert-held': 'Which end holds the shaft from now on; before it was the one that could.',
  'convert-by': 'What holds it: to both sides of its outer ring.',
  'convert-growth': 'How far the shaft grows: temperatures and materials.',
  'convert-room': 'Room of the free ring: groove or cap to cap, less the width of the new ring.',
  'convert-metal': 'Metal off the cover where the room is short: with its own sketch for the machinist.',
  'convert-coupling': 'Coupling gap, cold and hot.',
  'convert-clearance': 'Clearance group of the new bearing: balls and rollers do not have the same.',
  'convert-grease': 'Grease, amount and interval: those of the new kind.',
  'third-held': 'Two bearings hold the shaft against each other, and {names} holds it too: a third beside such a pair must be free.',
  'free-clamped': 'The outer ring at the {where} is to be free and stands against something to both sides: it cannot move. Take the ring out or the cover back.',
  'held-open': 'The outer ring at the {where} is to hold the shaft and has nothing on one side: it holds one way only. Put a ring or a cover there.',
  'inside-loose': 'At the {where} the shaft moves inside the bearing, so its outer ring must stand: it has nothing on one side and can wander.',
  'inner-loose': 'The inner ring at the {where} has nothing on either side: under thrust only its grip holds it. Put a shoulder, nut or snap ring there.',
  'inserts-within': 'Both inserts are held by their screws: a growth of {growth} has to find room within their own play of {play}. Better take a unit that slides at one end.',
  'inserts-locked': 'Both inserts are held by their screws and the shaft grows {growth}, more than the {play} of play in them: they push against each other. Take a unit that slides at one end, or leave its screws to a groove.',
  'plain-motor': 'A motor on plain bearings takes no thrust: its coupling must limit the float, and the gap is set with the rotor in its magnetic middle.',
  'coupling-closes': 'The coupling gap of {gap} is used up by a growth of {growth}: the shafts would push against each other when hot. Set it wider cold.',
  'coupling-over': 'The coupling takes {allows} along the shaft and the growth toward it is {growth}.',
  'inside-limit': '{designation} moves inside only by about {axialMovement} either way.',
}

// prettier-ignore
export const ARRANGEMENT_QUESTIONS: Questions = {
  holding: ['Which end holds the shaft? Count the locating rings at both ends.', 'Two held ends run for an hour and fail when hot.'],
  'holding-position': ['Which position holds the shaft? Count the locating rings at each.', 'Two held ends run for an hour and fail when hot.'],
  float: ['How much float has the {where}? Measure the groove and the ring.', 'A free end that is not free locks the shaft when it warms.'],
  'adjusted-setting': ['What end play or preload does the machine maker want, cold? The two bearings hold the shaft against each other.', 'Set by feel, an adjusted pair seizes when it warms or rattles when it does not.'],
}
