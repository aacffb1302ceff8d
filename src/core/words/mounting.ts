import type { Cautions, Questions } from './tables.js'

// prettier-ignore
export const MOUNTING_CAUTIONS: Cautions = {
  'drive-up-far': 'So large a reduction is over the usual {usual} µm for this bore: look at the clearance that is left.',
  'press-shield': 'Press: stand clear, shield, never past the rating; push only on the ring that is tight.',
  cannot: '{label}: {why}',
  'hoop-stress': 'The ring would be stretched over {limit}: it may crack in service. Take a lighter fit.',
  'hoop-stress-high': 'The ring is stretched over {limit}: ask whether the fit must be that tight.',
  'stabilisation-class': 'A limit over {limit} asks for the heat stabilisation class of the ring: one not stabilised for it grows for good. Read it from the marking or the maker’s sheet.',
  hardness: 'Over {limit} ordinary bearing steel loses hardness and with it load rating; seals, grease and polymer cages are gone before.',
  'over-ring-limit': 'Even at its limit of {limit} the ring does not clear its largest interference. Chill the shaft, press, or use oil injection; do not heat further.',
  'little-room': 'Heat to the limit of {limit}: that leaves {left} of the {gap} wanted. Be quick, or press.',
  'hot-ring': 'Hot ring: gloves rated for the temperature, no open flame, no oil bath near ignition.',
  'no-window': 'It already touches at {touch}: it must be hotter, or colder, before it leaves its place.',
  shine: 'A camera shows {shows} where the ring has {is}: shiny steel mirrors the room. Measure with a contact probe on the inner ring, or on a patch of matt tape.',
  'hot-housing': 'Warm housing: evenly all round, gloves, no open flame; screws and covers off first.',
  'tool-missing': 'No tool of the plant will do {label}. {why} Find one before the shaft is out.',
  'tool-short': '{tool} will not do: {why}',
  'tool-gone': '{tool} {label} is not on the list of tools any more: choose another.',
  'rings-apart': 'The inner ring is {is} hotter than the outer on the way: it grows into balls and cage. Heat slower, or with pauses.',
  'rings-squeeze': 'Heated so fast the inner ring grows {grows} more than the outer, and the bearing has {has} of clearance: set the heater to {gentle} at most, or heat with pauses.',
  sweats: 'It comes colder than the dew point of {dew}: water settles on it as soon as it is unwrapped. Leave it in its wrapping for {wait}.',
  handled: 'Something happened to it: look inside before it is fitted; in doubt it is scrap.',
  'handled-dropped': 'It was dropped: a dent at the pitch of the elements runs on until it fails. Look inside first, with the other ring as the reference; in doubt it is scrap.',
  'handled-struck': 'It was struck: look at cage and paths first, with the other ring as the reference; in doubt it is scrap.',
  'handled-wet': 'It got wet: rust begins within hours. Dry it, oil it and look for stains before it is fitted.',
  'torque-of-the-manual': 'Where the manual or the drawing says a torque, it goes before this one. Clean, straight threads; oiled as the friction says.',
  'window-gone': 'The ring would grip within the {carry} s of carrying it: heat it where it goes on, or take another way.',
  'housing-hot': 'A housing of {is} loses paint and seals: chill the ring as well, or press it.',
  'taper-hydraulic': 'Over {from} of bore a hydraulic nut drives it up more evenly than a spanner, and with less strength.',
  'taper-oil': 'Over {from} of bore it is driven up by a hydraulic nut with oil injected under the ring; let the oil out before the nut is changed.',
  'collar-reversing': 'A collar works loose on a shaft that runs both ways: take an insert with screws, or one on a sleeve.',
  'not-cold-enough': 'The part does not shrink enough to go in freely at this temperature.',
  'cold-bearing': "Complete bearings not below about {limit} without the maker's word: seals, grease, cage and steel may not stand it.",
  asphyxiation: 'Dry ice and liquid nitrogen push the air away and burn the skin: ventilate, never in a pit or a closed container, insulated gloves and face shield.',
  frost: 'Frost becomes water: dry, oil and regrease what was chilled.',
}

// prettier-ignore
export const MOUNTING_QUESTIONS: Questions = {
  'set-screw': ['Which key fits the set screws?', 'The torque follows from it: too little lets the ring turn on its shaft, too much splits it.'],
  'end-bolt': ['Which bolt holds the end plate, and of which class?', 'Too little lets the ring walk, too much pulls the thread; the torque follows from both.'],
  'hot-class': ['Is the ring stabilised for {hot}? Read the heat letters on the ring or the maker’s sheet.', 'The life counts a ring that keeps its size at that heat; an ordinary one grows, comes loose and jams.'],
  'stabilisation-class': ['Is this ring stabilised for {limit}? Read the heat letters on the ring or the maker’s sheet.', 'A ring not stabilised for its heat grows for good: it comes loose on the shaft or loses its clearance.'],
}
