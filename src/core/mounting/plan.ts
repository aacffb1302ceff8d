import type { Family } from '../catalogue/families.js'
import type { InnerWay, OuterWay, StandsIn, TakeOffWay } from './ways.js'

/**
 * Which steps a mounting has, and in which order: one table a way in which the inner ring is held, each row a step with what it depends
 * on. What a step says and asks stands in `core/card/plan-steps.ts`. Source: engineering practice.
 */

/** What holds an inner ring, as a plan sees it: `cage` and `cup` have none, `unlisted` is in no table. */
export type Held = 'fit' | 'sleeve' | 'taper' | 'screws' | 'collar' | 'clamp' | 'ring' | 'cup' | 'cage' | 'unlisted'

/** Everything that decides which steps there are. */
export interface Situation {
  held: Held
  family: Family | null
  /** How the inner ring gets onto its seat. */
  inner: InnerWay
  outer: OuterWay
  separable: boolean
  /** Whether its housing seat is ours to measure. */
  seated: boolean
  /** What clamps the inner ring beside its fit. */
  retained: readonly ('nut' | 'end-plate' | 'snap-ring')[]
  /** Locating rings go into the housing. */
  rings: boolean
  standsIn: StandsIn
  /** The new one was dropped, struck or got wet. */
  suspect: boolean
  count: number
  /** Set against a partner of its own. */
  opposed: boolean
  hydraulic: boolean
  takeOff: TakeOffWay | null
}

export const STEP_NAMES = [
  ...(['isolate', 'mark', 'off', 'keep', 'base', 'seat', 'bore', 'unpack', 'order', 'raceway', 'arbor', 'shaft-in'] as const),
  ...([
    'outer-in',
    'press',
    'press-both',
    'heat',
    'push',
    'chill',
    'slip',
    'oil',
    'shoulder',
    'nut',
    'end-plate',
    'snap-ring',
    'house',
  ] as const),
  ...([
    'slide',
    'lock-screws',
    'lock-collar',
    'lock-clamp',
    'before',
    'zero',
    'drive',
    'rest',
    'swivel',
    'lock',
    'rings',
    'cap',
    'setting',
  ] as const),
  ...(['sheet', 'seats', 'mount', 'turn', 'suspect', 'square'] as const),
]
export type StepName = (typeof STEP_NAMES)[number]

type When = (s: Situation) => boolean
type Row = StepName | readonly [StepName, When]

const both: When = (s) => s.inner === 'press' && s.outer === 'press' && !s.separable
const inner =
  (way: InnerWay): When =>
  (s) =>
    s.inner === way && !both(s)
/** A ring that can be taken apart goes into its housing alone; else the housing is put over the shaft that carries it. */
const apart: When = (s) => s.separable && s.outer !== 'push'
const together: When = (s) => !s.separable && s.outer !== 'push' && !both(s)
const off: readonly Row[] = [['mark', (s) => s.takeOff !== null], ['off', (s) => s.takeOff !== null], ['keep', (s) => s.takeOff !== null]] // prettier-ignore
const order: Row = ['order', (s) => s.count > 1]
/** What stands on its own foot, face or guides is squared to the shaft before it is tried. */
const square: Row = ['square', (s) => s.standsIn !== 'machine' && s.standsIn !== 'split']
const housed: readonly Row[] = [['rings', (s) => s.rings], ['cap', (s) => s.standsIn === 'split'], square]
const base: Row = ['base', (s) => s.standsIn !== 'machine']
const suspect: Row = ['suspect', (s) => s.suspect]
const rolls: When = (s) => s.family !== 'self-aligning-ball' && s.family !== 'insert-ball'

const TAPER: readonly Row[] = [
  ...(['isolate', ...off, base, 'seat', 'unpack', suspect, order] as const),
  ['before', rolls],
  ...(['zero', 'drive'] as const),
  ['rest', (s) => s.hydraulic],
  ['swivel', (s) => !rolls(s)],
  ...(['lock', ...housed, 'turn'] as const),
]

/** What slides onto its shaft and is locked there. */
export const SLIDES: readonly Held[] = ['screws', 'collar', 'clamp']
const slid = (lock: StepName): readonly Row[] => ['isolate', ...off, base, 'seat', 'unpack', suspect, order, 'slide', lock, square, 'turn']

/** The plans, by what holds the inner ring. */
export const PLANS: Readonly<Record<Held, readonly Row[]>> = {
  fit: [
    ...(['isolate', ...off, base, 'seat'] as const),
    ['bore', (s) => s.seated],
    ...(['unpack', suspect, order] as const),
    ['outer-in', apart],
    ['press-both', both],
    ['press', inner('press')],
    ['heat', inner('heat')],
    ['push', inner('heat')],
    ['chill', inner('chill')],
    ['slip', inner('chill')],
    ['oil', inner('oil')],
    'shoulder',
    ['nut', (s) => s.retained.includes('nut')],
    ['end-plate', (s) => s.retained.includes('end-plate')],
    ['snap-ring', (s) => s.retained.includes('snap-ring')],
    ['house', together],
    ...housed,
    ['setting', (s) => s.opposed],
    'turn',
  ],
  sleeve: TAPER,
  taper: TAPER,
  screws: slid('lock-screws'),
  collar: slid('lock-collar'),
  clamp: slid('lock-clamp'),
  ring: ['isolate', ...off, 'unpack', suspect, 'raceway', 'bore', 'arbor', 'shaft-in', 'turn'],
  cup: ['isolate', ...off, 'unpack', suspect, 'raceway', 'bore', 'arbor', 'shaft-in', 'turn'],
  cage: ['isolate', ...off, 'unpack', suspect, 'raceway', 'bore', 'shaft-in', 'turn'],
  unlisted: ['isolate', ...off, 'unpack', suspect, order, 'sheet', 'seats', 'mount', 'turn'],
}

/** The steps of a situation in order, by name. No unit. Source: the tables above. */
export function planOf(situation: Situation): StepName[] {
  return PLANS[situation.held].flatMap((row) => {
    const [name, when] = typeof row === 'string' ? [row, undefined] : row
    return when && !when(situation) ? [] : [name]
  })
}

/** How an old bearing can be taken off, the first choice first; bore in mm, grip in µm, from 0. Source: engineering practice. */
export function takeOffWays(of: Pick<Situation, 'held' | 'separable'> & { boreMm: number; gripUm: number }): TakeOffWay[] {
  const { held, separable, boreMm, gripUm } = of
  if (SLIDES.includes(held)) return ['slide', 'puller', 'cut']
  if (held === 'sleeve' || held === 'taper') return boreMm > 80 ? ['hold-back', 'oil', 'cut'] : ['hold-back', 'cut']
  if (held === 'cage') return ['apart']
  if (held === 'cup' || held === 'ring') return ['puller', 'holes', 'cut']
  const heavy = boreMm > 100 || gripUm > 60
  const alone: TakeOffWay[] = heavy ? (boreMm >= 200 ? ['oil', 'heat', 'puller'] : ['heat', 'puller']) : ['puller', 'heat']
  return [...(separable ? (['apart'] as const) : []), ...alone, 'holes', 'cut']
}
