import type { Cause } from './causes.js'

/** What is known besides what is seen; everything may be left out. */
export interface DiagnosisContext {
  /** Viscosity ratio of the film. */
  kappa?: number
  hoursRun?: number
  ratingLifeH?: number
  /** Middle of the clearance left when hot, µm. */
  operatingClearanceUm?: number
  bothEndsHeld?: boolean
  /** The free end has less float than the shaft grows. */
  floatShort?: boolean
  /** Bearing temperature in service. */
  temperatureC?: number
  inverterDrive?: boolean
  /** Something was welded on the machine, or lightning struck. */
  weldedNear?: boolean
  beltDrive?: boolean
  /** Hours since the last greasing over the interval. */
  regreasingRatio?: number
  greasesMixed?: boolean
  /** The type cannot carry the thrust or tilt of this duty. */
  wrongType?: boolean
  /** A smaller clearance group came out than the card wants. */
  smallerGroup?: boolean
  /** P/C of the duty. */
  loadRatio?: number
  /** Water or washdown reaches it. */
  wet?: boolean
  dirty?: boolean
  /** The machine stands for weeks. */
  standsStill?: boolean
  /** The loosest likely grip less what holds against creep, µm. */
  creepMarginUm?: number
}

/** One thing known that makes a cause more or less likely. */
export interface FactRule {
  readonly key: keyof DiagnosisContext
  /** Multiplies the cause's odds; above 1 speaks for it. Null: says nothing at this value. */
  readonly factors: (context: DiagnosisContext) => { words: string; causes: Partial<Record<Cause, number>> } | null
  /** What to find out when it is not known. */
  readonly ask: string
  /** Causes it bears on most, for choosing the next look. */
  readonly bears: Partial<Record<Cause, number>>
}

/** P/C under which the elements skid; that of rollers, balls put up with half of it. Engineering practice. */
const SKIDS = 0.02

const short = (v: number) => Number(v.toPrecision(2)).toString()

/** Rules of engineering practice, one a fact. */
export const FACTS: readonly FactRule[] = [
  {
    key: 'bothEndsHeld',
    ask: 'Count the locating rings and clamping covers at both ends.',
    bears: { 'both-ends-held': 12 },
    factors: ({ bothEndsHeld: v }) =>
      v === undefined
        ? null
        : v
          ? { words: 'both ends of the shaft are held', causes: { 'both-ends-held': 12 } }
          : { words: 'only one end of the shaft is held', causes: { 'both-ends-held': 0.15 } },
  },
  {
    key: 'floatShort',
    ask: 'Measure the float at the free end and work out the growth.',
    bears: { 'both-ends-held': 8 },
    factors: ({ floatShort: v }) =>
      v === undefined
        ? null
        : v
          ? { words: 'the free end has less float than the shaft grows', causes: { 'both-ends-held': 8 } }
          : { words: 'the free end has room for the growth', causes: { 'both-ends-held': 0.3 } },
  },
  {
    key: 'regreasingRatio',
    ask: 'Look up when it was last greased.',
    bears: { starvation: 5 },
    factors: ({ regreasingRatio: v }) =>
      v === undefined
        ? null
        : v > 1.5
          ? { words: `${short(v)} intervals went by without grease`, causes: { starvation: 5, overgreased: 0.3 } }
          : v <= 1
            ? { words: 'greased within its interval', causes: { starvation: 0.35 } }
            : null,
  },
  {
    key: 'kappa',
    ask: 'Work out the film from the grease and the running temperature.',
    bears: { 'wrong-grease': 3 },
    factors: ({ kappa: v }) =>
      v === undefined
        ? null
        : v < 0.4
          ? { words: `the film is too thin, κ ${short(v)}`, causes: { 'wrong-grease': 3, starvation: 2 } }
          : v >= 1
            ? { words: `the film is thick enough, κ ${short(v)}`, causes: { 'wrong-grease': 0.5, 'light-load': 1.5 } }
            : null,
  },
  {
    key: 'greasesMixed',
    ask: 'Find out which grease was pumped in.',
    bears: { 'wrong-grease': 6 },
    factors: ({ greasesMixed: v }) =>
      v === undefined
        ? null
        : v
          ? { words: 'two greases that must not mix have met', causes: { 'wrong-grease': 6 } }
          : { words: 'one grease only has been used', causes: { 'wrong-grease': 0.6 } },
  },
  {
    key: 'hoursRun',
    ask: 'Find out how long it has run.',
    bears: { 'end-of-life': 6 },
    factors: ({ hoursRun, ratingLifeH }) => {
      if (hoursRun === undefined || !ratingLifeH) return null
      const share = hoursRun / ratingLifeH
      const words = `it ran ${short(share * 100)} % of its rating life`
      if (share >= 1) return { words, causes: { 'end-of-life': 8, overload: 0.5, 'pressed-through-elements': 0.5 } }
      if (share < 0.05)
        return {
          words,
          causes: {
            'end-of-life': 0.05,
            'pressed-through-elements': 2,
            'struck-or-dropped': 2,
            'lost-clearance': 2,
            'both-ends-held': 2,
            'overheated-mounting': 2,
            'look-alike': 1.5,
          },
        }
      return share < 0.5 ? { words, causes: { 'end-of-life': 0.15 } } : null
    },
  },
  {
    key: 'operatingClearanceUm',
    ask: 'Work out the clearance that was left when hot.',
    bears: { 'lost-clearance': 6 },
    factors: ({ operatingClearanceUm: v }) =>
      v === undefined
        ? null
        : v < 0
          ? { words: 'no clearance was left when hot', causes: { 'lost-clearance': 6, 'look-alike': 1.5 } }
          : { words: 'clearance was left when hot', causes: { 'lost-clearance': 0.4 } },
  },
  {
    key: 'smallerGroup',
    ask: 'Read the clearance mark on the old ring.',
    bears: { 'look-alike': 4 },
    factors: ({ smallerGroup: v }) =>
      v === undefined
        ? null
        : v
          ? {
              words: 'the old bearing had a smaller clearance group than the card asks for',
              causes: { 'look-alike': 4, 'lost-clearance': 2 },
            }
          : { words: 'the clearance group was the right one', causes: { 'look-alike': 0.6 } },
  },
  {
    key: 'inverterDrive',
    ask: 'Is the motor fed by an inverter?',
    bears: { 'electric-current': 5 },
    factors: ({ inverterDrive: v }) =>
      v === undefined
        ? null
        : v
          ? { words: 'the motor is fed by an inverter', causes: { 'electric-current': 5 } }
          : { words: 'no inverter feeds it', causes: { 'electric-current': 0.4 } },
  },
  {
    key: 'weldedNear',
    ask: 'Was something welded on the machine, or did lightning strike?',
    bears: { 'excessive-current': 6 },
    factors: ({ weldedNear: v }) =>
      v === undefined
        ? null
        : v
          ? { words: 'something was welded on the machine, or lightning struck', causes: { 'excessive-current': 6 } }
          : { words: 'nothing was welded near it', causes: { 'excessive-current': 0.3 } },
  },
  {
    key: 'beltDrive',
    ask: 'Is it driven by a belt, and how tight is it?',
    bears: { 'belt-tension': 4 },
    factors: ({ beltDrive: v }) =>
      v === undefined
        ? null
        : v
          ? { words: 'a belt pulls on this shaft', causes: { 'belt-tension': 4 } }
          : { words: 'no belt pulls on this shaft', causes: { 'belt-tension': 0.03 } },
  },
  {
    key: 'loadRatio',
    ask: 'Check the load.',
    bears: { overload: 3, 'light-load': 8 },
    factors: ({ loadRatio: v }) => {
      if (v === undefined) return null
      if (v > 0.2)
        return { words: `the load is high for the size, P/C ${short(v)}`, causes: { overload: 4, 'belt-tension': 2, 'light-load': 0.05 } }
      if (v < SKIDS) return { words: `the load is under the least load, P/C ${short(v)}`, causes: { overload: 0.1, 'light-load': 8 } }
      return v < 0.1
        ? { words: `the load is light for the size, P/C ${short(v)}`, causes: { overload: 0.4, 'light-load': 0.5 } }
        : { words: `the load is usual for the size, P/C ${short(v)}`, causes: { 'light-load': 0.1 } }
    },
  },
  {
    key: 'wrongType',
    ask: 'Is there thrust or tilt that this type does not carry?',
    bears: { 'wrong-type': 8 },
    factors: ({ wrongType: v }) =>
      v === undefined
        ? null
        : v
          ? { words: 'the type does not carry the thrust of this duty', causes: { 'wrong-type': 8 } }
          : { words: 'the type carries the thrust of this duty', causes: { 'wrong-type': 0.4 } },
  },
  {
    key: 'wet',
    ask: 'Does water or washdown reach it?',
    bears: { water: 3 },
    factors: ({ wet: v }) =>
      v === undefined ? null : v ? { words: 'water reaches it', causes: { water: 3 } } : { words: 'it runs dry', causes: { water: 0.4 } },
  },
  {
    key: 'dirty',
    ask: 'Does grit reach it?',
    bears: { 'hard-particles': 2 },
    factors: ({ dirty: v }) =>
      v === undefined
        ? null
        : v
          ? { words: 'dirt reaches it', causes: { 'hard-particles': 2 } }
          : { words: 'its surroundings are clean', causes: { 'hard-particles': 0.6 } },
  },
  {
    key: 'standsStill',
    ask: 'Does it stand for weeks beside running machines?',
    bears: { 'vibration-at-rest': 4 },
    factors: ({ standsStill: v }) =>
      v === undefined
        ? null
        : v
          ? { words: 'it stands for weeks', causes: { 'vibration-at-rest': 4, water: 1.3 } }
          : { words: 'it does not stand for long', causes: { 'vibration-at-rest': 0.4 } },
  },
  {
    key: 'creepMarginUm',
    ask: 'Measure the seat and compare with the grip needed against creep.',
    bears: { creep: 3 },
    factors: ({ creepMarginUm: v }) =>
      v === undefined
        ? null
        : v < 0
          ? { words: 'the grip can fall short of what holds against creep', causes: { creep: 2 } }
          : { words: 'the grip holds against creep', causes: { creep: 0.5 } },
  },
  {
    key: 'temperatureC',
    ask: 'How hot did it run?',
    bears: { starvation: 1.5 },
    factors: ({ temperatureC: v }) =>
      v === undefined || v <= 95
        ? null
        : { words: `it ran at ${short(v)} °C`, causes: { starvation: 1.5, 'lost-clearance': 1.5, overgreased: 1.3 } },
  },
]
