import { COMPONENTS, COMPONENT_KINDS, type LineDraft, type PairArrangement } from './draft.js'
import type { StandsIn } from '../mounting/ways.js'
import type { ShaftSeatRecord } from './records.js'
import type { Holder } from '../arrangement/holders.js'

/** The words of the notation in which a shaft line is written: tables that reading, writing and help share. */

/** Words behind a bearing. */
export const CLAUSES = ['held', 'free', 'inner', 'on', 'in', 'since', 'pair', 'set', 'grease', 'oil-air'] as const
export type Clause = (typeof CLAUSES)[number]

export const ARRANGEMENTS: readonly (readonly [word: string, value: PairArrangement])[] = [
  ['back-to-back', 'back-to-back'],
  ['face-to-face', 'face-to-face'],
  ['tandem', 'tandem'],
  ['db', 'back-to-back'],
  ['df', 'face-to-face'],
  ['dt', 'tandem'],
]

/** What can hold a ring, behind `by`. */
export const HELD_BY: readonly (readonly [word: string, value: Holder])[] = [
  ['shoulder', 'shoulder'],
  ['ring', 'locating-ring'],
  ['rings', 'locating-ring'],
  ['locating ring', 'locating-ring'],
  ['cover', 'cover'],
  ['nut', 'nut'],
  ['castellated nut', 'castellated-nut'],
  ['castle nut', 'castellated-nut'],
  ['snap ring', 'snap-ring'],
]

/** What a bearing sits on, behind `on`; a sleeve is named by its designation. */
export const SEATS: readonly (readonly [word: string, kind: ShaftSeatRecord['kind']])[] = [
  ['shaft', 'cylindrical'],
  ['taper', 'taper'],
  ['raceway', 'raceway'],
  ['screws', 'set-screws'],
  ['eccentric collar', 'eccentric-collar'],
  ['clamp collar', 'clamp-collar'],
  ['sleeve', 'adapter-sleeve'],
  ['withdrawal sleeve', 'withdrawal-sleeve'],
]

/** What a bearing stands in, behind `in`; a split block is also named by its number, a unit by its own. */
export const STANDS: readonly (readonly [word: string, standsIn: StandsIn])[] = [
  ['split block', 'split'],
  ['solid block', 'solid'],
  ['flange', 'flange'],
  ['take-up frame', 'take-up'],
  ['take-up', 'take-up'],
  ['machine', 'machine'],
]

/** Words of the line itself. */
export const LINE_WORDS: readonly (readonly [word: string, set: Partial<LineDraft>])[] = [
  ['horizontal', { orientation: 'horizontal', tiltDeg: 0 }],
  ['vertical', { orientation: 'vertical', tiltDeg: 0 }],
  ['upright', { orientation: 'vertical', tiltDeg: 0 }],
  ['shaft turns', { turning: 'shaft' }],
  ['housing turns', { turning: 'housing' }],
  ['drum turns', { turning: 'housing' }],
  ['roll turns', { turning: 'housing' }],
  ['wheel turns', { turning: 'housing' }],
]

export const COMPONENT_WORDS = COMPONENT_KINDS.flatMap((kind) => COMPONENTS[kind].words.map((word) => [word, kind] as const))

/** Every word of the notation with an example: what help and documents show. */
export const NOTATION: readonly { what: string; words: readonly string[]; example: string }[] = [
  { what: 'what sits on the shaft', words: COMPONENT_WORDS.map(([word]) => word), example: 'coupling, 6312 held, 320, NU 312, impeller' },
  {
    what: 'how the outer ring is held',
    words: ['held', 'free', 'left', 'right', 'by', ...HELD_BY.map(([w]) => w)],
    example: '6312 held by cover left held by ring right',
  },
  { what: 'how the inner ring is held', words: ['inner'], example: '6312 inner by shoulder left inner by nut right' },
  { what: 'what it sits on', words: ['on', ...SEATS.map(([w]) => w)], example: '22216 K C3 on H 316 Ø70' },
  {
    what: 'several together',
    words: ['pair', 'set of', ...ARRANGEMENTS.map(([w]) => w), '+'],
    example: 'NU 212 + 7312 B pair back-to-back',
  },
  { what: 'as the one before', words: ['same'], example: '22216 K on H 316 held, 900, same free' },
  {
    what: 'what is known of it',
    words: ['kg', 'Ø', 'wide', 'belts', 'pull', 'push', 'up', 'down'],
    example: 'sheave Ø355 3 belts pull 1.5 kN up, 180, 6312, 320, NU 312, impeller 185 kg',
  },
  { what: 'what it stands in', words: ['in', ...STANDS.map(([w]) => w), 'SN'], example: '22218 K on H 318 held in SN 518, 900, same free' },
  { what: 'in oil', words: ['in oil', 'VG', 'bath', 'circulating', 'oil-air'], example: '6312 held in oil VG 68 circulating -/17/14' },
  { what: 'its grease', words: ['grease', 'VG', 'NLGI'], example: '6312 held grease lithium VG 150 NLGI 2, 320, same free' },
  { what: 'since when', words: ['since'], example: '6312 C3 since 2026-03-12' },
  { what: 'the line itself', words: [...LINE_WORDS.map(([w]) => w), 'tilted', 'leans'], example: 'vertical, 6312 held, 400, 6312 free' },
  {
    what: 'the shaft in steps',
    words: ['shaft', 'x', '+', 'bore', 'begins'],
    example: '6312 held, 320, NU 312, shaft 60 x 200 + 70 x 260 bore 20 + 60 x 200 begins 170',
  },
  { what: 'a name of its own', words: [':'], example: 'motor side: 6312 held' },
  { what: 'not known, or in no table', words: ['?', '"…"'], example: '? held, 400, "bronze sleeve 80"' },
]
