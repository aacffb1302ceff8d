import type { StepName } from '../procedure/steps.js'
import type { Family } from '../bearing/families.js'
import type { InnerWay, OuterWay, StandsIn, TakeOffWay } from './ways.js'

/**
 * Which steps a mounting has, and in which order: one table a way in which the inner ring is held, each row a step with what it depends
 * on. What a step says and asks stands in `core/card/steps/`. Source: engineering practice.
 */

/** What holds an inner ring, as a plan sees it: `cage` and `cup` have none, `hub` is one of two in a hub or wheel, `unlisted` is in no table. */
export type Held = 'fit' | 'sleeve' | 'taper' | 'screws' | 'collar' | 'clamp' | 'pin' | 'ring' | 'cup' | 'cage' | 'hub' | 'unlisted'

/** How an inner ring gets onto its seat: by a way that was chosen, or as its seat has it. */
export type Onto = InnerWay | 'slide' | 'bond'

/** Everything that decides which steps there are. */
export interface Situation {
  held: Held
  family: Family | null
  /** How the inner ring gets onto its seat. */
  inner: Onto
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
  /** Set against a partner of its own, and that is done at this place. */
  sets: boolean
  /** Of a hub or wheel: whether it stands at the inner or at the outer end, where its nut is; null where it is none. */
  hub: 'inner' | 'outer' | null
  hydraulic: boolean
  /** Null where there is nothing to take off. */
  takeOff: TakeOffWay | null
}

type When = (s: Situation) => boolean
type Row = StepName | readonly [StepName, When]

/** Kinds that go on ring by ring, as a fitter does it. */
const RING_BY_RING: readonly (Family | null)[] = ['cylindrical-roller', 'needle-roller', 'tapered-roller']
const ringByRing: When = (s) => s.separable && RING_BY_RING.includes(s.family)
const both: When = (s) => s.inner === 'press' && s.outer === 'press' && !s.separable
const inner =
  (way: Onto): When =>
  (s) =>
    s.inner === way && !both(s)
/** A ring that can be taken apart goes into its housing alone; else the housing is put over the shaft that carries it. */
const apart: When = (s) => ringByRing(s) || (s.separable && s.outer !== 'push')
const together: When = (s) => !s.separable && s.outer !== 'push' && !both(s)
const has =
  (what: Situation['retained'][number]): When =>
  (s) =>
    s.retained.includes(what)
const split: When = (s) => s.standsIn === 'split'
const off: readonly Row[] = [
  ['mark', (s) => s.takeOff !== null],
  ['off', (s) => s.takeOff !== null],
  ['keep', (s) => s.takeOff !== null],
]
const order: Row = ['order', (s) => s.count > 1]
/** What stands on its own foot, face or guides is squared to the shaft before it is tried. */
const square: Row = ['square', (s) => s.standsIn !== 'machine' && s.standsIn !== 'split']
/** In a split block the rings lie beside the bearing before it is packed; in a closed one behind it. */
const ringsIn: Row = ['rings', (s) => s.rings && split(s)]
const ringsBehind: Row = ['rings', (s) => s.rings && !split(s)]
/** A pair is set and locked with its block open. */
const setsInside: When = (s) => s.held === 'fit' && s.sets && has('nut')(s)
const cap: Row = ['cap', (s) => split(s) && !setsInside(s)]
const capLast: Row = ['cap', (s) => split(s) && setsInside(s)]
/** Whether the cap of a split block waits until a pair in it is set and locked. No unit. Source: engineering practice. */
export const closesLast: When = setsInside
const base: Row = ['base', (s) => s.standsIn !== 'machine']
const suspect: Row = ['suspect', (s) => s.suspect]
const rolls: When = (s) => s.family !== 'self-aligning-ball' && s.family !== 'insert-ball'

const TAPER: readonly Row[] = [
  ...(['isolate', ...off, base, 'seat', 'unpack', suspect, order] as const),
  ['before', rolls],
  ...(['zero', 'drive'] as const),
  ['rest', (s) => s.hydraulic],
  ['swivel', (s) => !rolls(s)],
  ...(['lock', ringsIn, ringsBehind, cap, square, 'turn'] as const),
]

/** What slides onto its shaft and is locked there. */
export const SLIDES: readonly Held[] = ['screws', 'collar', 'clamp', 'pin']
const slid = (lock: StepName): readonly Row[] => ['isolate', ...off, base, 'seat', 'unpack', suspect, order, 'slide', square, lock, 'turn']
const lastOfHub: When = (s) => s.sets

/** The plans, by what holds the inner ring. */
export const PLANS: Readonly<Record<Held, readonly Row[]>> = {
  fit: [
    ...(['isolate', ...off, base, 'seat'] as const),
    ['bore', (s) => s.seated],
    ...(['unpack', suspect, order] as const),
    ['outer-in', apart],
    ['press-both', both],
    ['press', inner('press')],
    ['slide-on', inner('slide')],
    ['bond', inner('bond')],
    ['heat', inner('heat')],
    ['push', inner('heat')],
    ['chill', inner('chill')],
    ['slip', inner('chill')],
    ['oil', inner('oil')],
    'shoulder',
    // The nut that sets a pair is locked once it is set.
    ['nut', (s) => has('nut')(s) && !s.sets],
    ['end-plate', has('end-plate')],
    ['snap-ring', has('snap-ring')],
    ringsIn,
    ['house', together],
    ['join', ringByRing],
    ringsBehind,
    cap,
    square,
    ['setting', (s) => s.sets],
    ['nut-lock', (s) => has('nut')(s) && s.sets],
    capLast,
    ['cured', inner('bond')],
    'turn',
  ],
  sleeve: TAPER,
  taper: TAPER,
  screws: slid('lock-screws'),
  collar: slid('lock-collar'),
  clamp: slid('lock-clamp'),
  pin: [
    ...(['isolate', ...off, base, 'seat'] as const),
    ['bore', (s) => s.seated],
    ...(['unpack', suspect, 'slide', 'lock-pin', ringsIn] as const),
    ['house', (s) => !split(s)],
    ...([ringsBehind, cap, square, 'turn'] as const),
  ],
  ring: ['isolate', ...off, 'unpack', suspect, 'raceway', 'bore', 'arbor', 'shaft-in', 'turn'],
  cup: ['isolate', ...off, 'unpack', suspect, 'raceway', 'bore', 'arbor', 'shaft-in', 'turn'],
  cage: ['isolate', ...off, 'unpack', suspect, 'raceway', 'bore', 'shaft-in', 'turn'],
  hub: [
    ...(['isolate', ...off, 'seat', 'bore', 'unpack', suspect, 'outer-in'] as const),
    ['inner-cone', (s) => s.hub === 'inner'],
    ['seal', (s) => s.hub === 'inner'],
    ['hub-on', lastOfHub],
    ['outer-cone', (s) => s.hub === 'outer'],
    ['setting', lastOfHub],
    ['pin', lastOfHub],
    ['hub-cap', lastOfHub],
    ['turn', lastOfHub],
  ],
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
  if (held === 'hub') return ['apart', 'puller', 'heat', 'cut']
  if (held === 'cup' || held === 'ring') return ['puller', 'holes', 'cut']
  const heavy = boreMm > 100 || gripUm > 60
  const alone: TakeOffWay[] = heavy ? (boreMm >= 200 ? ['oil', 'heat', 'puller'] : ['heat', 'puller']) : ['puller', 'heat']
  return [...(separable ? (['apart'] as const) : []), ...alone, 'holes', 'cut']
}
