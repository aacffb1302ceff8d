import type { Cautions, Questions } from './tables.js'

// prettier-ignore
export const INSPECTION_CAUTIONS: Cautions = {
  'same-again': 'The same cause as card {number} at this position: what was changed then did not hold.',
  'hot-wreck': 'It ran hot to the end: heat colours, burnt grease and a broken cage follow from any cause. What came first cannot be read from this bearing; look at the bearing at the other end, the grease way, the records and the sister machines.',
  'not-used-again': 'Do not use it again: {seen}.',
}

// prettier-ignore
export const INSPECTION_QUESTIONS: Questions = {
  'close-causes': ['Two causes lie close. {look}', 'The wrong one is mended and the failure comes back.'],
  'old-bearing': ['What does the old bearing say? Keep it, look before it is cleaned, and tick what is seen.', 'A bearing in the bin has told nobody why it failed.'],
  'what-came-first': ['It ran hot to the end, so what came first cannot be read from it: what do the other end, the grease way and the records say?', 'A cause guessed from a wreck is mended, and the failure comes back.'],
  'settle-cause': ['Which cause do you settle on?', 'The next card at this position reads it.'],
}
