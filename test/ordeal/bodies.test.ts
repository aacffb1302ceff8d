import { randomUUID } from 'node:crypto'
import { Writable } from 'node:stream'
import { expect } from 'chai'
import { pino } from 'pino'
import { z } from 'zod'
import { ADDRESSES, type Address } from '../../src/contract/addresses.js'
import { fieldsOf } from '../../src/core/card/fields.js'
import { STATIONS } from '../../src/core/procedure/rolling.js'
import { ROUTES, type RouteSpec } from '../../src/contract/routes.js'
import { seeded } from '../../tools/seeded.mjs'
import { CALCULATIONS } from '../../src/contract/calculations/registry.js'
import { Client, cardOf, freshDatabase, openAt, startInstance, type Instance } from '../server/helpers.js'
import { makerOf, type Schema } from './made.js'

/** Bodies made of the schemas by a seed, most of them allowed, some a little beside: none is answered with a fault, and none takes long. */

const BODIES = Number(process.env.ORDEAL_BODIES ?? 1500)
const SEED = Number(process.env.ORDEAL_SEED ?? 25)
const MOST_MS = Number(process.env.ORDEAL_MOST_MS ?? 3000)
const ODD_MS = Number(process.env.ORDEAL_ODD_MS ?? 1500)
const ODD = Math.min(BODIES, 2600)

const { pick, valueOf, spoiled, oddText } = makerOf(seeded(SEED))
const random = seeded(SEED + 1)

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

  it('answers of a card, every field with its ends and beyond, one and several at once: no fault, and the card is read again', async function () {
    this.timeout(Math.max(120_000, BODIES * 100))
    const client = await new Client(instance.url).signIn('technician')
    const ids = [4, 5, (await openAt(client, 'MP-2', ['p2.1'])).job.id]
    const wrong: string[] = []
    for (let n = 0; n < Math.ceil(BODIES / 3); n += 1) {
      const id = pick(ids)
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
    for (const id of ids) expect((await cardOf(client, id)).job.id).to.equal(id)
    expect(wrong.slice(0, 5).concat(faults.slice(0, 2)), `${wrong.length}`).to.deep.equal([])
  })

  it(`${BODIES} of them: no fault, none slower than ${MOST_MS} ms`, async function () {
    this.timeout(Math.max(120_000, BODIES * 100))
    const client = await new Client(instance.url).signIn('administrator')
    const wrong: string[] = []
    let [taken, worst] = [0, 0]
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
      worst = Math.max(worst, ms)
      if (status >= 500 || ms > MOST_MS)
        wrong.push(`${spec.method} ${path} ${status} ${Math.round(ms)} ms ${JSON.stringify(body).slice(0, 400)}`)
    }
    expect(wrong.slice(0, 5).concat(faults.slice(0, 2)), `${wrong.length} of ${BODIES}`).to.deep.equal([])
    console.log(`      the slowest took ${Math.round(worst)} ms, ${taken} were taken`)
    // One that is always refused at the door tries nothing behind it.
    expect(taken, 'taken').to.be.greaterThan(BODIES / 12)
  })

  it(`${ODD} odd texts and figures at every door that reads them: no fault, none slower than ${ODD_MS} ms`, async function () {
    this.timeout(Math.max(120_000, ODD * 200))
    const client = await new Client(instance.url).signIn('planner')
    const wrong: string[] = []
    let worst = { ms: 0, what: '' }
    const FINDS = ['/find', '/machines', '/bearings', '/bearings.csv', '/parts']
    for (let n = 0; n < ODD; n += 1) {
      const calculation = pick(CALCULATIONS)
      const text = oddText()
      const line = () => client.post('/machines', { code: `ODD-${n}`, name: text.slice(0, 100), area: text.slice(0, 100), words: text })
      const lists = () =>
        client.post('/rack/machines', {
          entries: [
            {
              code: `ODD ${n}`,
              name: 'Odd',
              area: '',
              location: '',
              notes: '',
              line: 'x',
              shaftMaterial: '',
              housingMaterial: '',
              words: text,
            },
          ],
        })
      const finds = () => client.get(`${pick(FINDS)}?find=${encodeURIComponent(text.toWellFormed().slice(0, 1500))}`)
      const figures = () => {
        const schema = z.toJSONSchema(calculation.input, { io: 'input', unrepresentable: 'any' }) as Schema
        const body = valueOf(schema)
        return client.post(`/calculations/${calculation.name}`, random() < 0.4 ? spoiled(body) : body)
      }
      const since = performance.now()
      const { status } = await pick([finds, finds, figures, figures, lists, line])()
      const ms = performance.now() - since
      if (ms > worst.ms) worst = { ms, what: `${calculation.name}, ${text.slice(0, 60)}` }
      if (status >= 500 || ms > ODD_MS)
        wrong.push(`${status} ${Math.round(ms)} ms ${calculation.name} ${JSON.stringify(text).slice(0, 300)}`)
    }
    console.log(`      the slowest took ${Math.round(worst.ms)} ms`)
    expect(wrong.slice(0, 5).concat(faults.slice(0, 2)), `${wrong.length} of ${ODD}; slowest ${worst.what}`).to.deep.equal([])
  })
})
