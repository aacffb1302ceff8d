import type { Cautions, Questions } from './tables.js'

// prettier-ignore
export const CARD_CAUTIONS: Cautions = {
  'pair-faces-otherwise': 'The letters on {designation} say it was ground {letters}; in the records this set stands {arrangement}. Facing the wrong way it takes no thrust one way, or runs without clearance. Ask before it goes in.',
  'set-differs': 'The bearings of this set differ: {names}. A pair or set is one kind, bought together.',
}

// prettier-ignore
export const CARD_QUESTIONS: Questions = {
  'set-incomplete': ['This set has {all} bearings and the card works on {worked}: what happens to the others?', 'A matched set is ground together: changed one by one it shares the load badly and runs hot.'],
  unread: ['“{value}” stands here for {label} and cannot be read any more: what is it?', 'The card counts as if it had not been answered.'],
}
