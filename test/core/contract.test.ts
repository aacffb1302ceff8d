import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { SCHEMA_FILE, schemaText } from '../../tools/schema.mjs'
import { expect } from 'chai'
import { z } from 'zod'
import { FINISHED_VERSION, finishedCard } from '../../src/contract/finished.js'
import { greasingInput } from '../../src/contract/greasing.js'
import { ROLES, mayAct, personInput } from '../../src/contract/people.js'
import { greaseInput, gunInput, schoolsInput } from '../../src/contract/plant.js'
import { makersFiguresInput } from '../../src/contract/rack.js'
import { ROUTES, type RouteSpec } from '../../src/contract/routes.js'
import { readAnswers, schemaFor } from '../../src/contract/answers.js'
import { fieldOf, fieldsOf, leadForward, shapeOf } from '../../src/core/card/fields.js'
import { problem, problemSchema, refusal } from '../../src/contract/problem.js'
import { emptyAnswers, placeAnswers } from '../../src/core/card/answers.js'
import { STATIONS } from '../../src/core/procedure/rolling.js'
import { InputError, Derivation, inRange, interpolate, short } from '../../src/core/result.js'

/** Changes to an empty answer that must not cross: [station, change]. */
const WRONG: [(typeof STATIONS)[number], object][] = [
  ['identify', { boreReadingsMm: ['60'] }],
  ['identify', { boreReadingsMm: Array(17).fill(60) }],
  ['identify', { instrument: 'eye' }],
  ['identify', { family: 'marble' }],
  ['identify', { designation: 'x'.repeat(201) }],
  ['identify', { group: '6' }],
  ['identify', { extra: 1 }],
  ['duty', { speedRpm: '1500' }],
  ['duty', { radialLoadN: Infinity }],
  ['duty', { shock: 'mild' }],
  ['duty', { turningRing: 'both' }],
  ['duty', { loadDirection: true }],
  ['select', { target: 'forever' }],
  ['select', { reliabilityPercent: 100 }],
  ['arrange', { shaftMaterial: 'wood' }],
  ['arrange', { held: 'yes' }],
  ['arrange', { spanMm: NaN }],
  ['fit', { loadBands: 'mine' }],
  ['fit', { accuracy: '9' }],
  ['fit', { split: null }],
  ['mount', { method: 'hammer' }],
  ['mount', { limitC: 20 }],
  ['mount', { limitC: 500 }],
  ['mount', { chillToC: -300 }],
  ['lubricate', { greaseId: 'blue' }],
  ['lubricate', { insideThickener: 'butter' }],
  ['lubricate', { contamination: 'muddy' }],
  ['lubricate', { school: 'habit' }],
  ['lubricate', { sealed: null }],
  ['runin', { readings: [{ minute: 0 }] }],
  ['runin', { readings: Array(121).fill({ minute: 0, temperatureC: 20 }) }],
  ['runin', { readings: [{ minute: 0, temperatureC: 20, run: 0 }] }],
  ['runin', { stops: [{ run: 1, why: '', found: null }] }],
  ['runin', { stops: [{ run: 1, why: 'hot', found: '' }] }],
  ['runin', { limitC: 500 }],
  ['runin', { machineClass: 'tiny' }],
  ['inspect', { findings: ['tired'] }],
  ['inspect', { cause: 'bad luck' }],
  ['inspect', { note: 'x'.repeat(601) }],
]

describe('what crosses HTTP', () => {
  it('accepts the empty value of every field', () => {
    for (const station of STATIONS)
      for (const [name, field] of fieldsOf(station)) expect(schemaFor(field).safeParse(field.empty).success, name).to.equal(true)
  })
  for (const [station, change] of WRONG) {
    it(`${station} does not take ${JSON.stringify(change).slice(0, 60)}`, () => {
      const [name, value] = Object.entries(change)[0]!
      const field = fieldOf(station, name)
      expect(field !== null && schemaFor(field).safeParse(value).success).to.equal(false)
    })
  }
  it('sees the answers of a place through its position and its line, and gaps as on an empty card', () => {
    const seen = placeAnswers(
      { 'line/duty.speedRpm': 1450, 'p2/duty.dirt': 'wet', 'p1/duty.dirt': 'clean', 'p2.1/fit.split': true },
      'p2.2',
      'p2.1',
    )
    expect(seen.duty).to.deep.include({ speedRpm: 1450, dirt: 'wet', radialLoadN: null })
    expect(seen.fit.split).to.equal(true)
    expect(seen.mount).to.deep.equal(emptyAnswers().mount)
  })
  it('reads stored answers one by one: a gone option and a wrong kind are told apart, an old field is passed over', () => {
    const { answers, unread } = readAnswers({
      'line/duty.speedRpm': 1450,
      'p1/duty.radialLoadN': 'much',
      'line/duty.windOnTheShaft': 3,
      'line/arrange.shaftMaterial': 'oak',
      'p1.1/mount': 'hot',
      'somewhere/fit.split': true,
    })
    expect(answers).to.deep.equal({ 'line/duty.speedRpm': 1450 })
    expect(unread).to.deep.equal([
      { scope: 'p1', station: 'duty', field: 'radialLoadN', value: 'much' },
      { scope: 'line', station: 'arrange', field: 'shaftMaterial', value: 'oak' },
    ])
  })
  it('leads a value of an earlier shape forward, step by step, and leaves one of now alone', () => {
    // A field that was a length in inches first, then in mm, and is a list of readings now.
    const field = { earlier: [(inches: unknown) => Number(inches) * 25.4, (mm: unknown) => [mm]] }
    expect(shapeOf(field)).to.equal(3)
    expect([1, 2, 3].map((shape) => leadForward(field, shape === 1 ? 2 : shape === 2 ? 50.8 : [50.8], shape))).to.deep.equal([
      [50.8],
      [50.8],
      [50.8],
    ])
  })
  it('orders the roles: each may what stands before it', () => {
    ROLES.forEach((role, i) => ROLES.forEach((wanted, j) => expect(mayAct(role, wanted), `${role} as ${wanted}`).to.equal(i >= j)))
  })
  it('people need a name, a plain sign-in name and a long password', () => {
    const person = { name: 'A. Bramley', login: 'bramley', role: 'viewer', password: 'russet-russet' }
    expect(personInput.safeParse(person).success).to.equal(true)
    for (const change of [{ name: ' ' }, { login: 'A B' }, { login: '1abc' }, { password: 'short' }, { role: 'owner' }]) {
      expect(personInput.safeParse({ ...person, ...change }).success, JSON.stringify(change)).to.equal(false)
    }
  })
  it('problems keep one shape, and values that JSON does not know are named', () => {
    const refused = refusal(new InputError('boreMm', NaN, 'allowed above 0 mm'))
    expect(problemSchema.safeParse(JSON.parse(JSON.stringify(refused))).success).to.equal(true)
    expect(refused.errors).to.deep.equal([{ field: 'boreMm', value: 'NaN', allowed: 'allowed above 0 mm' }])
    expect(problem(404, 'Not found', 'x').type).to.equal('urn:yardfrost:not-found')
  })
})

describe('a calculation sheet', () => {
  it('hands out no value that is not finite', () => {
    expect(() => new Derivation().result({ lifeH: Infinity })).to.throw(InputError, 'lifeH')
    expect(() => new Derivation().result({ lifeH: NaN })).to.throw(InputError, 'lifeH')
  })
  it('says a caution and an assumption once', () => {
    const sheet = new Derivation()
    sheet.caution('note', 'a', { said: 'first' })
    sheet.caution('stop', 'a', { said: 'second' })
    sheet.assume('x')
    sheet.assume('x')
    const other = new Derivation()
    other.include(sheet)
    other.include(sheet)
    expect(other.cautions.map((c) => c.params!.said)).to.deep.equal(['first'])
    expect(other.assumptions).to.deep.equal(['x'])
  })
  it('names the field and the range of a value that cannot be', () => {
    expect(() => inRange('spanMm', -1, 0, 100, 'mm', true)).to.throw(InputError, 'spanMm: -1 is not possible; allowed above 0 to 100 mm')
    expect(() => inRange('spanMm', 0, 0, 100, 'mm', true)).to.throw(InputError)
    expect(inRange('spanMm', 0, 0, 100)).to.equal(0)
    expect(() => inRange('n', '5' as unknown as number, 0, 9)).to.throw(InputError)
  })
  it('interpolates inside and holds outside', () => {
    const at = (x: number) => interpolate([1, 2, 4], [10, 20, 40], x)
    expect([0, 1, 1.5, 2, 3, 4, 9].map(at)).to.deep.equal([10, 10, 15, 20, 30, 40, 40])
  })
  it('shortens numbers for reading', () => {
    expect([0, 12345.678, 0.000123456, -2.5].map((v) => short(v))).to.deep.equal(['0', '12350', '0.0001235', '-2.5'])
  })
})

const GREASE = {
  name: 'Trial',
  thickener: 'clay',
  baseOil: 'mineral',
  nlgi: '2',
  viscosity40: 220,
  viscosity100: 19,
  lowC: -10,
  highC: 160,
}
const GREASING = {
  key: '6f0c1d2e-3b4a-4c5d-8e6f-7a8b9c0d1e2f',
  kind: 'greased',
  greaseId: 1,
  gunId: 1,
  strokes: 12,
  grams: 18,
  looks: '',
  note: '',
}
const SHEET = { dynamicRatingN: 45_000, staticRatingN: null, fatigueLoadLimitN: null, massKg: null, sheet: 'folder 12' }
const SCHOOLS_OF = { regreasing: 'manual', growth: 'quick', loadBands: '0.07-0.15' }

/** What settings and the round take: [name, schema, what is taken, changes that are not, by the field that is named]. */
const INPUTS: [string, z.ZodType, object, [object, string][]][] = [
  [
    'grease',
    greaseInput,
    GREASE,
    [
      [{ name: ' ' }, 'name'],
      [{ thickener: 'butter' }, 'thickener'],
      [{ viscosity100: 400 }, 'viscosity100'],
      [{ viscosity40: 1 }, 'viscosity40'],
      [{ highC: -20 }, 'highC'],
      [{ lowC: 500 }, 'lowC'],
      [{ viscosity40: null }, 'viscosity100'],
      [{ lowC: 145, highC: null }, 'highC'],
    ],
  ],
  [
    'gun',
    gunInput,
    { name: 'Press house gun', strokesWeighed: 10, gramsWeighed: 12.4 },
    [
      [{ strokesWeighed: 0 }, 'strokesWeighed'],
      [{ strokesWeighed: 2.5 }, 'strokesWeighed'],
      [{ gramsWeighed: 0 }, 'gramsWeighed'],
      [{ name: 'x'.repeat(61) }, 'name'],
    ],
  ],
  [
    'greasing',
    greasingInput,
    GREASING,
    [
      [{ key: 'seven' }, 'key'],
      [{ kind: 'filled' }, 'kind'],
      [{ at: 'yesterday' }, 'at'],
      [{ grams: -1 }, 'grams'],
      [{ strokes: 1.5 }, 'strokes'],
      [{ note: 'x'.repeat(301) }, 'note'],
    ],
  ],
  [
    'figures of a sheet',
    makersFiguresInput,
    SHEET,
    [
      [{ dynamicRatingN: 0 }, 'dynamicRatingN'],
      [{ massKg: '1 kg' }, 'massKg'],
      [{ sheet: 'x' }, 'sheet'],
    ],
  ],
  [
    'schools',
    schoolsInput,
    SCHOOLS_OF,
    [
      [{ regreasing: 'habit' }, 'regreasing'],
      [{ growth: 'by eye' }, 'growth'],
      [{ loadBands: '0.1-0.2' }, 'loadBands'],
    ],
  ],
]

describe('what was allowed, where a schema has no words of its own', () => {
  // prettier-ignore
  const SAID: [z.ZodType, unknown, string][] = [
    [z.number(), null, 'must not be empty'],
    [z.number(), undefined, 'must not be empty'],
    [z.number(), 'much', 'a number'],
    [z.number().min(2).max(10), 1, 'at least 2'],
    [z.number().min(2).max(10), 11, 'at most 10'],
    [z.number().positive(), 0, 'above 0'],
    [z.string().max(3), 'long', 'at most 3 letters'],
    [z.string().min(1, 'say who'), '', 'say who'],
    [z.array(z.string()).min(1), [], 'at least 1 entries'],
  ]
  for (const [schema, value, words] of SAID)
    it(`${JSON.stringify(value)}: ${words}`, () => expect(refusal(schema.safeParse(value).error!).errors![0]!.allowed).to.equal(words))
})

describe('settings and the round as they cross', () => {
  it('a tin that says only its name and thickener is enough', () => {
    expect(greaseInput.safeParse({ name: 'Sheet room 2', thickener: 'lithium' }).success).to.equal(true)
    expect(greaseInput.safeParse({ name: 'Sheet room 2', thickener: 'lithium', nlgi: '', lowC: null }).success).to.equal(true)
  })
  for (const [name, schema, good, changes] of INPUTS) {
    it(`takes a ${name} and nothing beside it`, () => {
      expect(schema.safeParse(good).success).to.equal(true)
      expect(schema.safeParse({ ...good, colour: 'red' }).success).to.equal(false)
    })
    for (const [change, field] of changes)
      it(`${name}: ${JSON.stringify(change).slice(0, 40)} is refused at ${field}`, () => {
        const parsed = schema.safeParse({ ...good, ...change })
        expect(parsed.success).to.equal(false)
        expect(refusal(parsed.error!).errors!.map((e) => e.field)).to.include(field)
      })
  }
})

describe('table of routes', () => {
  const routes = Object.values(ROUTES) as RouteSpec[]
  it('names each method and path once, with parameters that the server knows', () => {
    const names = routes.map((r) => `${r.method} ${r.path}`)
    expect(new Set(names).size).to.equal(names.length)
    for (const r of routes)
      for (const [, name] of r.path.matchAll(/:(\w+)/g))
        expect(name).to.be.oneOf(['id', 'station', 'key', 'kind', 'designation', 'screen', 'document', 'saying', 'name'])
  })
  it('describes every answer by the types that the code is held to', function () {
    this.timeout(60_000)
    const written = readFileSync(SCHEMA_FILE, 'utf8')
    expect(written, 'run npm run schema').to.equal(schemaText())
    const described = Object.keys(JSON.parse(written).replies)
    const silent = (Object.values(ROUTES) as RouteSpec[]).filter((r) => !described.includes(r.name) && !r.answers).map((r) => r.name)
    expect(silent).to.deep.equal(['signOut', 'signOutEverywhere'])
  })
  it('lets nobody write without a role, but for signing in and out, an invitation and the first administrator', () => {
    const open = routes.filter((r) => r.method !== 'get' && r.least === null).map((r) => r.path)
    expect(open).to.deep.equal(['/session', '/session', '/invitation', '/first-administrator'])
    expect(routes.filter((r) => r.method === 'get').every((r) => r.body === undefined)).to.equal(true)
  })
})

describe('the document of a closed card', () => {
  /** What each version of it takes, by the sum of its schema: a version is never changed once cards were closed by it. */
  const VERSIONS: Record<number, string> = { 3: '6881473859b1dd9f', 4: '579d72f508cdf154' }
  it('takes what its version takes; another schema is a new version with a step that leads the one before forward', () => {
    const schema = JSON.stringify(z.toJSONSchema(finishedCard, { unrepresentable: 'any' }))
    expect(createHash('sha256').update(schema).digest('hex').slice(0, 16)).to.equal(VERSIONS[FINISHED_VERSION])
  })
})
