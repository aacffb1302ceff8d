import { randomUUID } from 'node:crypto'
import { Writable } from 'node:stream'
import { expect } from 'chai'
import { pino } from 'pino'
import { z } from 'zod'
import { ADDRESSES, type Address } from '../../src/contract/addresses.js'
import { fieldsOf } from '../../src/core/card/fields.js'
import { STATIONS } from '../../src/core/card/work-line.js'
import { ROUTES, type RouteSpec } from '../../src/contract/routes.js'
import { seeded } from '../../tools/seeded.mjs'
import { Client, cardOf, freshDatabase, startInstance, type Instance } from './helpers.js'

/** Bodies made of the schemas by a seed, most of them allowed, some a little beside: none is answered with a fault, and none takes long. */

const BODIES = Number(process.env.ORDEAL_BODIES ?? 1500)
const SEED = Number(process.env.ORDEAL_SEED ?? 25)
const MOST_MS = Number(process.env.ORDEAL_MOST_MS ?? 3000)

type Schema = Record<string, unknown>
const random = seeded(SEED)
const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!
const WORDS = [
  '',
  'x',
  '6312 C3',
  '6312, 320, NU 312',
  '22218 EK on H 318',
  '{68|temperature}',
  "'=1+1",
  '́',
  '蘋果',
  ' '.repeat(40),
  '-',
  '1e9',
  '2026-02-31',
  'a'.repeat(200),
]

/** A value as a schema asks for it: ends of its range as often as what lies between. */
function valueOf(schema: Schema, depth = 0): unknown {
  if ('const' in schema) return schema.const
  if (Array.isArray(schema.enum)) return pick(schema.enum)
  const either = (schema.anyOf ?? schema.oneOf) as Schema[] | undefined
  if (either) return valueOf(pick(either), depth)
  switch (schema.type) {
    case 'integer':
    case 'number': {
      const low = Number(schema.minimum ?? schema.exclusiveMinimum ?? -1e6)
      const high = Number(schema.maximum ?? schema.exclusiveMaximum ?? 1e6)
      const value = pick([low, high, 0, 1, low + random() * (high - low), 1e-9, -1].filter((v) => v >= low && v <= high))
      return schema.type === 'integer' ? Math.trunc(value) : value
    }
    case 'boolean':
      return random() < 0.5
    case 'null':
      return null
    case 'array': {
      const count = Math.min(Number(schema.maxItems ?? 4), Math.max(Number(schema.minItems ?? 0), Math.floor(random() * 5)))
      return depth > 6 ? [] : Array.from({ length: count }, () => valueOf((schema.items ?? {}) as Schema, depth + 1))
    }
    case 'object': {
      const fields = Object.entries((schema.properties ?? {}) as Record<string, Schema>)
      const needed = (schema.required ?? []) as string[]
      const entries = fields.flatMap(([name, own]): [string, unknown][] =>
        needed.includes(name) || random() < 0.6 ? [[name, valueOf(own, depth + 1)]] : [],
      )
      return Object.fromEntries(entries)
    }
    case 'string':
      if (schema.format === 'uuid') return randomUUID()
      if (schema.format === 'date-time')
        return pick(['2026-11-24T09:30:00Z', '0001-01-01T00:00:00Z', '2026-11-24T09:30:00.123Z', '9999-12-31T23:59:59Z'])
      return pick(WORDS.filter((w) => w.trim().length >= Number(schema.minLength ?? 0))).slice(0, Number(schema.maxLength ?? 400))
    default:
      return pick<unknown>([null, 1, -1, 1e300, 'x', true, [], {}, [[]], { a: null }])
  }
}

/** One part of a body beside what is allowed. */
function spoiled(body: unknown): unknown {
  if (typeof body !== 'object' || body === null) return pick<unknown>([null, [], 'x', 1e308])
  const keys = Object.keys(body)
  const key = pick(keys)
  if (key === undefined) return body
  const own = (body as Record<string, unknown>)[key]
  const other =
    random() < 0.5 && typeof own === 'object'
      ? spoiled(own)
      : pick<unknown>([null, -1, 1e308, '', 'y'.repeat(5000), [], {}, own, Array(300).fill(own)])
  return Array.isArray(body) ? body.map((v, i) => (String(i) === key ? other : v)) : { ...body, [key]: other }
}

describe('ordeal: bodies by their schemas', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  const faults: string[] = []
  before(async () => {
    db = await freshDatabase()
    const told = new Writable({ write: (line, _e, done) => (faults.push(String(line)), done()) })
    instance = await startInstance(db.url, { log: pino({ level: 'error' }, told) })
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })

  /** Writing calls that take JSON; passwords and sessions have tests of their own. */
  const OWN_TESTS = /^\/(session|invitation|first-administrator|people|backups)/
  const calls = (Object.entries(ROUTES) as [keyof typeof ADDRESSES, RouteSpec & Address & { body?: z.ZodType }][]).flatMap(
    ([name, spec]) =>
      spec.body && !OWN_TESTS.test(spec.path)
        ? [{ name, spec, schema: z.toJSONSchema(spec.body, { io: 'input', unrepresentable: 'any' }) as Schema }]
        : [],
  )
  const pathOf = (path: string) =>
    path
      .replace('/cards/:id', `/cards/${pick([4, 5, 6])}`)
      .replace(':id', String(pick([1, 2, 3, 999_999])))
      .replace(':station', pick(['select', 'fit']))
      .replace(':key', pick(['line%2Fisolate', randomUUID()]))
      .replace(':designation', pick(['6312', 'NU%20312', 'x']))
      .replace(
        ':kind',
        pick(['stock', 'letters', 'references', 'bearings', 'machines', 'greasing', 'history', 'figures', 'tools', 'instruments']),
      )

  it(`${BODIES} of them: no fault, none slower than ${MOST_MS} ms`, async function () {
    this.timeout(Math.max(120_000, BODIES * 100))
    const client = await new Client(instance.url).signIn('administrator')
    const wrong: string[] = []
    let taken = 0
    expect(calls.length).to.be.at.least(25)
    for (let n = 0; n < BODIES; n += 1) {
      const { spec, schema } = pick(calls)
      const allowed = valueOf(schema)
      const body = random() < 0.3 ? spoiled(allowed) : allowed
      const path = pathOf(spec.path)
      const before = performance.now()
      const { status } = await client.send(spec.method.toUpperCase(), path, body ?? {})
      const ms = performance.now() - before
      if (status < 300) taken += 1
      if (status >= 500 || ms > MOST_MS)
        wrong.push(`${spec.method} ${path} ${status} ${Math.round(ms)} ms ${JSON.stringify(body).slice(0, 400)}`)
    }
    expect(wrong.slice(0, 5).concat(faults.slice(0, 2)), `${wrong.length} of ${BODIES}`).to.deep.equal([])
    // One that is always refused at the door tries nothing behind it.
    expect(taken, 'taken').to.be.greaterThan(BODIES / 12)
  })

  it('answers of a card, every field with its ends and beyond, one and several at once: no fault, and the card is read again', async function () {
    this.timeout(Math.max(120_000, BODIES * 100))
    const client = await new Client(instance.url).signIn('technician')
    const wrong: string[] = []
    for (let n = 0; n < Math.ceil(BODIES / 3); n += 1) {
      const id = pick([4, 5, 6])
      const changes = Array.from({ length: pick([1, 1, 2, 5]) }, () => {
        const station = pick(STATIONS)
        const [name, field] = pick(fieldsOf(station))
        const scope =
          field.level === 'line' ? 'line' : field.level === 'position' ? pick(['p1', 'p2', 'p9']) : pick(['p1.1', 'p2.1', 'p1.9'])
        const [low, high] = field.range
        const value = pick<unknown>([
          low,
          high,
          0,
          -1,
          1e-6,
          (low + high) / 3,
          null,
          true,
          'x',
          [],
          pick(field.options.length ? field.options : ['y']),
          [1, 2, 3],
        ])
        return { scope, station, field: name, value, base: pick([0, 1, 2, 7]) }
      })
      const body = {
        key: randomUUID(),
        since: pick([0, 1, 9]),
        duty: pick([null, 1]),
        changes: random() < 0.1 ? [...changes, changes[0]] : changes,
      }
      const { status } = await client.post(`/cards/${id}/changes`, body)
      if (status >= 500) wrong.push(`card ${id} ${status} ${JSON.stringify(changes).slice(0, 500)}`)
    }
    for (const id of [4, 5, 6]) expect((await cardOf(client, id)).job.id).to.equal(id)
    expect(wrong.slice(0, 5).concat(faults.slice(0, 2)), `${wrong.length}`).to.deep.equal([])
  })
})
