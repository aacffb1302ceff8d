import { expect } from 'chai'
import { asLineAnswers, type CardAnswers, type LineAnswers } from '../../src/core/card/answers.js'
import { bareContext, type LineContext, type PlaceRecord } from '../../src/core/card/context.js'
import { evaluateLine, type LineEvaluation } from '../../src/core/card/evaluate.js'
import { linePlan } from '../../src/core/card/procedures.js'
import { stepName, type LineStep } from '../../src/core/card/line-step.js'
import { formOf } from '../../src/core/bearing/construction-forms.js'
import { rollsOnBalls } from '../../src/core/bearing/families.js'
import { findMarked } from '../../src/core/identify/marked.js'
import type { Grease } from '../../src/core/lubrication/grease.js'
import { HUB_LOCKS, INNER_WAYS, OUTER_WAYS, STANDS_IN, TAKE_OFF_ANSWERS } from '../../src/core/mounting/ways.js'
import { joined } from '../../src/core/words/message.js'
import type { StationResult } from '../../src/core/card/station.js'
import { askedOf, say, wordsOf } from '../../src/core/words/say.js'
import { figuresOf } from './line.js'
import { seeded } from '../../tools/seeded.mjs'

/** Laws that every card and its plan keep, held against ten thousand made-up situations: family, seat, housing, clamp, lubricant, places, what comes off. */

const GREASE: Grease = {
  id: 1,
  name: 'Press house lithium 2',
  thickener: 'lithium',
  baseOil: 'mineral',
  viscosity40: 110,
  viscosity100: 11,
  nlgi: '2',
  lowC: -20,
  highC: 120,
} as Grease
const BEARINGS = [
  '6309',
  '6206-2RS',
  '6311-2Z C3',
  '7308 B',
  '7014 C',
  '3208',
  'QJ 210',
  '1208',
  '1208 K',
  '2310',
  '11208',
  'NU 210',
  'NJ 2212',
  'NUP 312',
  'N 212',
  'NN 3012 K',
  'NA 4908',
  'RNA 4908',
  'NK 24/20',
  'HK 2016',
  'K 25x29x13',
  '30208',
  '32210',
  'LM11949/LM11910',
  '22212',
  '22212 K',
  '23124 K',
  '24024 K30',
  'C 2212',
  'C 2212 K',
  '51210',
  '81210',
  '29412',
  'UC 208',
  'UEL 208',
  'UK 210',
  '52308',
  '999 XYZ',
] as const
const INNER_ENDS = ['shoulder', 'nut', 'cover', 'snap-ring', 'free', null] as const
const OUTER_ENDS = ['shoulder', 'cover', 'locating-ring', 'free', null] as const
const SEATS = [
  undefined,
  undefined,
  { kind: 'taper' },
  { kind: 'adapter-sleeve' },
  { kind: 'withdrawal-sleeve', sleeve: 'AH 312', nominalMm: 55 },
  { kind: 'clamp-collar' },
  { kind: 'cylindrical', toleranceClass: 'g6' },
] as const

interface Drawn {
  evaluation: LineEvaluation
  plan: LineStep[]
  answers: LineAnswers
  context: LineContext
}

/** Answers by station; what is not there is as on an empty card. */
type Said = Parameters<typeof asLineAnswers>[0]

/** What a single place of a situation is asked for, whatever its bearing. */
function answersOf(
  pick: <T>(from: readonly T[]) => T,
  name: string,
  whole: Pick<CardAnswers['duty'], 'turningRing' | 'speedRpm' | 'atRest'>,
): Said {
  const a = { identify: {}, duty: {}, select: {}, arrange: {}, fit: {}, mount: {}, lubricate: {} }
  Object.assign(a.identify, { designation: name, group: pick(['N', '3'] as const), groupEvidence: 'marking' })
  Object.assign(a.duty, {
    radialLoadN: pick([3000, 9000]),
    axialLoadN: pick([0, 800]),
    shock: 'smooth',
    ambientC: 20,
    innerRingC: 60,
    outerRingC: 50,
    dirt: 'clean',
    hoursPerDay: 16,
    loadDirection: pick(['still', 'turns', 'unknown'] as const),
    ...whole,
  })
  Object.assign(a.select, { target: 'full-shift' })
  Object.assign(a.arrange, {
    spanMm: 300,
    shaftMaterial: 'carbon-steel',
    housingMaterial: pick(['cast-iron', 'aluminium'] as const),
    assemblyC: 20,
    shaftHotC: 60,
    housingHotC: 45,
    innerLeft: pick(INNER_ENDS),
    innerRight: pick(INNER_ENDS),
    outerLeft: pick(OUTER_ENDS),
    outerRight: pick(OUTER_ENDS),
  })
  Object.assign(a.fit, {
    split: pick([true, false, false]),
    shaftRemedy: pick([null, null, null, 'compound'] as const),
    housingRemedy: pick([null, null, null, 'compound'] as const),
  })
  Object.assign(a.mount, {
    takeOff: pick([null, null, ...TAKE_OFF_ANSWERS]),
    method: pick([null, ...INNER_WAYS]),
    outerMethod: pick([null, ...OUTER_WAYS]),
    standsIn: pick([null, ...STANDS_IN]),
    hydraulic: pick([true, false]),
    hubLock: pick([null, ...HUB_LOCKS]),
    hubPitchMm: 1.5,
    hubSlots: 6,
    handled: pick([null, null, 'dropped'] as const),
  })
  const lubricants = [
    { greaseId: 1 },
    { greaseId: 1, insideThickener: 'polyurea-conventional', insideOil: 'mineral' },
    { greaseId: null },
    { sealed: true },
    { filledBy: 'central system' },
    { greaseId: null, lubricant: 'oil', oilViscosity40: 68 },
    { greaseId: null, lubricant: 'oil' },
  ] as const
  Object.assign(a.lubricate, pick<object>(lubricants))
  return a as Said
}

/** A line of one to three supports, some with two places or a pair, some on the card, some with what stood there before. */
function situation(seed: number): Drawn {
  const random = seeded(seed)
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!
  const count = pick([1, 2, 2, 3])
  const names = Array.from({ length: count }, () => pick(BEARINGS))
  const adjusted = pick([false, false, true])
  if (adjusted)
    names.splice(
      0,
      2,
      ...(pick([
        ['30208', '30207'],
        ['7308 B', '7308 B'],
      ] as const) as never as typeof names),
    )
  const whole = {
    turningRing: pick(['inner', 'inner', 'outer'] as const),
    speedRpm: pick([900, 900, 900, 900, 0]),
    atRest: 'stands' as const,
  }
  const bare = bareContext(...names.map((n) => findMarked(n)?.row ?? null))
  const answers: Record<string, unknown> = {}
  const positions = bare.positions.slice(0, names.length).map((p, i) => {
    const stood = pick([true, false])
    const twice = names.length < 3 && !adjusted && pick([true, false, false, false])
    const set = twice ? { code: `s${i}`, arrangement: 'back-to-back' as const } : null
    const places: PlaceRecord[] = (twice ? [1, 2] : [1]).map((n) => ({
      ...p.places[0]!,
      ...{
        code: `${p.code}.${n}`,
        designation: stood ? names[i]! : null,
        row: stood ? p.places[0]!.row : null,
        set,
        shaftSeat: pick(SEATS) as never,
      },
    }))
    for (const place of places) Object.assign(answers, asLineAnswers(answersOf(pick, names[i]!, whole), place.code))
    answers[`${p.code}/arrange.held`] = adjusted ? true : pick([true, false, null])
    return { ...p, places }
  })
  if (adjusted) answers['line/arrange.facing'] = pick(['back-to-back', 'face-to-face'])
  for (const [key, value] of Object.entries(whole)) answers[`line/duty.${key}`] = value
  const all = positions.flatMap((p) => p.places.map((x) => x.code))
  const context: LineContext = {
    ...bare,
    ...{
      positions,
      plant: { ...bare.plant, greases: [GREASE] },
      onCard: pick([true, true, false]) ? all : all.slice(0, positions[0]!.places.length),
    },
    line: { ...bare.line, orientation: pick(['horizontal', 'horizontal', 'vertical'] as const) },
  }
  const evaluation = evaluateLine(answers as LineAnswers, context)
  return { evaluation, plan: linePlan(evaluation), answers: answers as LineAnswers, context }
}

const of = (plan: readonly LineStep[], scope: string) => plan.filter((s) => s.scope === scope || s.scope.startsWith(`${scope}.`))
const named = (steps: readonly LineStep[]) => steps.map((s) => stepName(s.key))
/** Of those that stand in a list: each before all that follow it. */
function inOrder(names: readonly string[], ...wanted: string[]): string | null {
  let last = -1
  for (const name of wanted) {
    const first = names.indexOf(name)
    if (first < 0) continue
    if (first < last) return `${name} comes too soon in ${names.join(' ')}`
    last = names.lastIndexOf(name)
  }
  return null
}

/** Steps by which a bearing, or its first ring, comes to its place. */
const ONTO = [
  'push',
  'press',
  'press-both',
  'slide-on',
  'slide',
  'bond',
  'slip',
  'oil',
  'drive',
  'arbor',
  'shaft-in',
  'inner-cone',
  'outer-cone',
  'mount',
]
/** What is done at a bearing, and only once it is there. */
const AT_IT = [
  'shoulder',
  'nut',
  'end-plate',
  'snap-ring',
  'rest',
  'swivel',
  'lock',
  'setting',
  'nut-lock',
  'pin',
  'cured',
  'join',
  'turn',
  'hub-cap',
]
/** Inside a housing, and so before its cap. */
const INSIDE = [
  'base',
  'rings',
  'fill',
  'press',
  'push',
  'drive',
  'lock',
  'slide',
  'shoulder',
  'nut',
  'nut-lock',
  'snap-ring',
  'end-plate',
  'clean-out',
  'rest',
  'before',
]
/** What each step needs before it, where both are. */
const BEFORE: readonly (readonly string[])[] = [
  ['mark', 'off', 'keep', 'clean-out', 'base', 'seat', 'unpack', 'order', 'heat', 'push', 'shoulder', 'nut'],
  ['unpack', 'before', 'zero', 'drive', 'rest', 'lock', 'turn'],
  ['unpack', 'chill', 'slip', 'shoulder'],
  ['bore', 'outer-in', 'join', 'turn'],
  ['raceway', 'shaft-in', 'turn'],
  ['arbor', 'shaft-in'],
  ['outer-in', 'fill', 'inner-cone', 'seal', 'hub-on', 'outer-cone', 'setting', 'pin', 'hub-cap', 'turn'],
  ['setting', 'nut-lock', 'turn'],
  ['drain', 'off'],
]

const LAWS: Readonly<Record<string, (d: Drawn) => string | null>> = {
  'one lock, first; guards and release last, and nothing by hand between a lock-off and the next lock': ({ plan }) => {
    const names = named(plan)
    if (!names.length) return null
    if (names.filter((n) => n === 'isolate').length !== 1 || names[0] !== 'isolate') return `isolation in ${names.join(' ')}`
    const off = names.indexOf('guards')
    if (off < 0) return null
    const tail = names.slice(off + 1).join(' ')
    return /^(lock-again( hot| level)+ guards-again )?release$/.test(tail) ? null : `after the lock-off: ${tail}`
  },
  'no start with a position that is not lubricated': ({ plan, evaluation, context }) => {
    const names = named(plan)
    if (!names.includes('guards')) return null
    for (const p of context.positions.map((x) => x.code)) {
      const own = of(plan, p)
      if (!own.some((s) => ONTO.includes(stepName(s.key)))) continue
      const place = evaluation.order.find((o) => o.place.startsWith(`${p}.`))!.place
      const { identify, lubricate } = evaluation.places[place]!
      const comes =
        lubricate.verdict.word === 'sealed for life' ||
        identify.row?.family === 'insert-ball' ||
        (identify.closure && identify.closure !== 'open')
      if (!comes && !own.some((s) => ['fill', 'oil-fill'].includes(stepName(s.key))) && !names.includes('oil-fill'))
        return `${p} is dry: ${names.join(' ')}`
    }
    return null
  },
  'nothing is done at a bearing before it is there, nor inside a housing once its cap is on': ({ plan, evaluation }) => {
    for (const { place, lead } of evaluation.order) {
      if (place !== lead) continue
      const own = named(of(plan, place))
      const on = own.findIndex((n) => ONTO.includes(n))
      const early = own.find((n, i) => AT_IT.includes(n) && (on < 0 || i < on))
      if (early && evaluation.places[place]!.mount.hub === null) return `${early} before it is on: ${own.join(' ')}`
      const position = named(of(plan, place.split('.')[0]!))
      const cap = position.indexOf('cap')
      const late = cap < 0 ? undefined : position.slice(cap).find((n) => INSIDE.includes(n))
      if (late) return `${late} under a closed cap: ${position.join(' ')}`
    }
    return null
  },
  'setting comes before locking, and every step after what it needs': ({ plan, context }) => {
    for (const p of context.positions.map((x) => x.code))
      for (const place of context.positions.find((x) => x.code === p)!.places.map((x) => x.code)) {
        const own = named(plan.filter((s) => s.scope === place || s.scope === p))
        for (const order of BEFORE) {
          const wrong = inOrder(own, ...order)
          if (wrong) return wrong
        }
      }
    return null
  },
  'no key stands twice, and a step that can be signed says what to do with what': ({ plan }) => {
    const keys = plan.map((s) => s.key)
    if (new Set(keys).size !== keys.length) return `twice: ${keys.filter((k, i) => keys.indexOf(k) !== i).join(' ')}`
    const silent = plan.find((s) => !s.title || !s.doing || !s.tools.length)
    return silent ? `${silent.key} says nothing` : null
  },
  'no sentence speaks of a part that the situation does not have': ({ plan, evaluation, answers, context }) => {
    const partsAt = (place: string): [RegExp, boolean][] => {
      const { identify, mount, fit } = evaluation.places[place]!
      const { row } = identify
      if (!row) return []
      const a = (name: string) => answers[`${place}/${name}` as never] ?? answers[`${place.split('.')[0]!}/${name}` as never]
      const hold = fit.hold
      const tapered = hold === 'sleeve' || hold === 'taper'
      const split = (a('mount.standsIn') ?? (a('fit.split') ? 'split' : 'machine')) === 'split'
      return [
        [/\bnuts?\b/i, tapered || mount.hub !== null || [a('arrange.innerLeft'), a('arrange.innerRight')].includes('nut')],
        [/locating ring/i, [a('arrange.outerLeft'), a('arrange.outerRight')].includes('locating-ring')],
        [/\bcap\b/i, split || mount.hub !== null],
        [/\bhub\b/i, mount.hub !== null],
        [/\bcones?\b/i, row.family === 'tapered-roller'],
        [/\bcups?\b/i, row.family === 'tapered-roller' || row.form.startsWith('drawn-cup')],
        [/\brollers?\b/i, !rollsOnBalls(row.family)],
        [/\bballs?\b/i, rollsOnBalls(row.family)],
        [/adapter sleeve|withdrawal sleeve/i, tapered],
        [/\bcollar\b/i, hold === 'collar' || hold === 'clamp'],
        [/\binner ring\b/i, formOf(row).innerRing !== false],
        [/upright/i, context.line.orientation === 'vertical'],
        [/\bset screws?\b|\bboth screws\b/i, hold === 'screws' || hold === 'collar'],
      ]
    }
    const known = new Map<string, [RegExp, boolean][]>()
    for (const s of plan) {
      if (s.scope === 'line') continue
      const place = s.place
      const parts = known.get(place) ?? partsAt(place)
      known.set(place, parts)
      // What comes off is what stood there, of which less is known.
      if (['mark', 'off', 'keep'].includes(stepName(s.key))) continue
      const said = say(joined([s.title, s.doing, ...s.fields.map((f) => f.label), s.caution ?? '']), 'metric')
      for (const [part, there] of parts)
        if (!there && part.test(said))
          return `${place} ${evaluation.places[place]!.identify.row!.designation} ${s.key}: ${part.exec(said)![0]} in "${said}"`
    }
    return null
  },
  'in inches no sentence keeps a metric figure, and every one is said': ({ plan, evaluation }) => {
    const steps = plan.flatMap((s) => [s.title, s.doing, ...s.tools, s.caution ?? '', ...s.fields.map((f) => f.label)])
    const stations = Object.values(evaluation.places).flatMap((e) =>
      Object.values(e!).flatMap((r: StationResult) => [
        ...[r.reason, r.headline, r.verdict.word, ...Object.values(r.fieldErrors), ...(r.missing ?? []).map((m) => m.label)],
        ...r.figures.flatMap((f) => [f.label, f.note ?? '', typeof f.value === 'string' ? f.value : '']),
        ...r.cautions.map(wordsOf),
        ...r.questions.flatMap((x) => Object.values(askedOf(x))),
      ]),
    )
    const said = say(joined([...steps, ...stations], ' · '), 'inch')
    return said.split(' · ').find((text) => METRIC.test(text) || text.includes('[object')) ?? null
  },
  'every number has its working, in few digits and without a mark of ours': ({ evaluation }) => {
    const places = Object.entries(evaluation.places).flatMap(([place, e]) => [...figuresOf(e!).values()].map((f) => ({ place, f })))
    const bare = places.find(({ f }) => f.value !== null && typeof f.value !== 'string' && !f.working.length)
    if (bare) return `${bare.place} ${bare.f.key} says a number and not how it came about`
    for (const { place, f } of places) {
      const assumed = f.assumptions.find((a) => UNREADABLE.test(a))
      if (assumed) return `${place} ${f.key} assumes: ${assumed}`
      for (const { name, formula, substituted, unit, source, value } of f.working) {
        const text = [name, formula, substituted, unit, source, typeof value === 'string' ? value : ''].join(' ')
        if (UNREADABLE.test(text)) return `${place} ${f.key}: ${text}`
      }
    }
    return null
  },
}

/** What a working must not print: a mark of ours around a quantity, and more digits than anybody measures. */
const UNREADABLE = /\{[^}]*\|[^}]*\}|\d\.\d{9,}|NaN|Infinity|undefined|null/

/** A figure in a unit that nobody who measures in inches reads; viscosity has one unit for all. */
const METRIC = /\d\s?(mm(?!²)|cm|µm|°C|kg|kN|MPa|bar|kW|Nm)(?![\w·])/

const SITUATIONS = 10_000
const SHARE = 1000

describe('laws of every card and its plan', () => {
  const broken = new Map<string, string[]>()
  let withPlan = 0
  for (let from = 0; from < SITUATIONS; from += SHARE)
    it(`situations ${from + 1} to ${from + SHARE} are made and judged`, () => {
      for (let seed = from; seed < from + SHARE; seed += 1) {
        const drawn = situation(seed)
        if (drawn.plan.length) withPlan += 1
        for (const [law, broke] of Object.entries(LAWS)) {
          const what = broke(drawn)
          if (what) broken.set(law, [...(broken.get(law) ?? []), `${seed}: ${what}`])
        }
      }
    })
  it('nearly all of them have a plan to judge', () => expect(withPlan).to.be.above(0.85 * SITUATIONS))
  for (const law of Object.keys(LAWS))
    it(law, () => {
      const found = broken.get(law) ?? []
      expect(found.slice(0, 3), `${found.length} situations`).to.deep.equal([])
    })
})
