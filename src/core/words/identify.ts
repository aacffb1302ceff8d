import type { Cautions, Questions } from './tables.js'

// prettier-ignore
export const IDENTIFY_CAUTIONS: Cautions = {
  lifting: 'The bearing weighs about {mass}: lift with both hands.',
  'lifting-gear': 'The bearing weighs about {mass}: use lifting gear.',
  'letters-change': 'The letters {letters} behind {designation} make another contact angle of it: no table lists that one, and figures of {designation} are not its own. Take them from its sheet.',
  'letters-not-read': 'Not read: {letters}. Kept as written; ask what it means before another one is ordered.',
  'other-cone': 'The cone reads {read}, which is no part of {designation}: another cone has another bore, width or angle. Do not pair them.',
  'other-cup': 'The cup reads {read}, which is no part of {designation}: another cup has another outside or angle. Do not pair them.',
  'number-against-gauge': 'The number says {designation} ({sizes}), the readings say {read}. Measure again or read the number again.',
  'paper-other-bearing': '{document} names {said} here, and this is {designation}. Ask before another one goes in: who wrote the paper may have had a reason.',
  'paper-other-group': '{document} wants {said}, and this one is {group}. Clear up which counts before it is mounted.',
  'readings-apart': 'The {what} readings lie {spread} apart: they do not belong to one ring. Measure again.',
  spread: 'The {what} readings lie {spread} apart, more than the instrument explains: worn, tapered or out of round.',
  coarse: 'A {instrument} cannot tell a {dimension} of {one} from {other}: measure it with a micrometer or a bore gauge.',
  'coarse-rule': 'A rule cannot tell a {dimension} of {one} from {other}: measure it with a vernier or a micrometer.',
  'worn-boreMm': 'Bore opened by about {worn} against the {of} of {designation}: the ring has crept in its seat. Measure the seat too.',
  worn: 'Outside worn by about {worn} against the {of} of {designation}: the ring has crept in its seat. Measure the seat too.',
  'features-exclude': 'No bearing of the rack has all these features: one of them was seen wrongly, or it is a special one.',
  'unit-slip': 'A {dimension} of {mm} fits no bearing of the rack, in inches it would. Was {number} in ({inches}) meant? Type it with "in".',
  'no-match': 'No bearing of the rack has these sizes. Nearest: {designation}, {differences}.',
  near: '{dimension} off by {by}',
  'tie-outline': '{count} bearings have this outline, {names}: look at what runs inside.',
  'tie-poor': 'The sizes fit one bearing, but not well: measure again.',
  tie: '{one} and {other} both fit; they differ in {differ}: measure that again, with a finer instrument.',
  'no-group': '{measured} fits no group of this size: worn raceways, or the feeler was caught.',
  'groups-overlap': 'Neighbouring groups overlap: the marking or paper must settle it.',
}

// prettier-ignore
export const IDENTIFY_QUESTIONS: Questions = {
  'cone-and-cup': ['{assumed}', 'Cones and cups are bought one by one: the wrong partner has another width or angle.'],
  'contact-angle': ['{assumed}', 'Another angle shares load and preload differently: look for the letter, or ask for the paper.'],
  'not-listed': ['What is it? Enter it at the plant’s own bearings from its sheet, or carry it through by the sheet: the plan asks for what stands there.', 'Without its figures nothing can be reckoned: life, fits and heat come from the maker.'],
  'confirm-designation': ['Is it {designation}? Choose it from the list or type what is on the ring.', 'Everything after this is calculated for the chosen bearing.'],
  'clearance-group': ['Clearance group cannot be seen on the ring: confirm it from the marking, the stores record or paper.', 'A group too small runs hot and seizes soon after start; one too large knocks and lives shorter.'],
  'letters-unknown': ['What do the letters “{unknown}” behind the number mean? No letter table holds them.', 'A feature that nobody has read may be the one that matters: clearance, cage, seal, heat.'],
}
