import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import type pg from 'pg'
import { createApp } from '../../src/server/app.js'
import { latestDay } from '../../src/contract/dates.js'
import { faultsOf } from '../../src/core/line/draft.js'
import { readLine } from '../../src/core/line/notation.js'
import { readFileSync } from 'node:fs'
import { randomUUID } from 'node:crypto'
import { expect } from 'chai'
import { pino } from 'pino'
import type { CardView } from '../../src/contract/cards.js'
import { keyOf, scopeOf } from '../../src/core/card/answers.js'
import type { Station } from '../../src/core/procedure/rolling.js'
import { readAnswers } from '../../src/contract/answers.js'
import { evaluateLine } from '../../src/core/card/evaluate.js'
import { linePlan } from '../../src/core/card/procedures.js'
import { runChart } from '../../src/core/drawing/run-chart.js'
import { hatch } from '../../src/core/drawing/primitives.js'
import { amount, phrase } from '../../src/core/words/message.js'
import { say } from '../../src/core/words/say.js'
import type { TurnedAway } from '../../src/contract/people.js'
import { sweepTurnedAway } from '../../src/server/people/turned-away.js'
import { createPool, transaction } from '../../src/server/database.js'
import { programAccount } from '../../src/server/program-account.js'
import { TooBusy, hashPassword } from '../../src/server/people/password.js'
import { looksLikeFormula, readCsv, safeCell } from '../../src/server/files/csv.js'
import {
  Client,
  NOW,
  answer,
  cardOf,
  changesOf,
  closeCard,
  doStep,
  freshDatabase,
  machineBy,
  openAt,
  startInstance,
  stepAt,
  type Instance,
} from './helpers.js'

/** A database with the demo plant and one or more instances on it; cleared behind the tests of a suite. */
function stage(options: Parameters<typeof startInstance>[1] = {}, content: 'demo' | 'empty' = 'demo') {
  const at = {} as { db: Awaited<ReturnType<typeof freshDatabase>>; instance: Instance; technician: Client; planner: Client }
  before(async () => {
    at.db = await freshDatabase(content)
    at.instance = await startInstance(at.db.url, options)
    if (content === 'empty') return
    at.technician = await new Client(at.instance.url, options.publicOrigin).signIn('technician')
    at.planner = await new Client(at.instance.url, options.publicOrigin).signIn('planner')
  })
  after(async () => {
    await at.instance.close()
    await at.db.drop()
  })
  return at
}

const statuses = (replies: { status: number }[]) => replies.map((r) => r.status).sort()
const times = <T>(n: number, make: (i: number) => T) => Array.from({ length: n }, (_, i) => make(i))

describe('values that cannot be', () => {
  const at = stage()
  const put = (station: Station, patch: object) =>
    answer(
      at.technician,
      4,
      Object.fromEntries(Object.entries(patch).map(([name, value]) => [keyOf(scopeOf(station, name, 'p1.1'), station, name), value])),
    )
  // [station, answers]
  // prettier-ignore
  const beyond: [Station, object][] = [
    ['runin', { readings: [{ minute: 1e9, temperatureC: 40 }] }], ['runin', { readings: [{ minute: -1, temperatureC: 40 }] }],
    ['runin', { readings: [{ minute: 5, temperatureC: 1e6 }] }], ['runin', { vibrationRmsMmS: 1e9 }], ['duty', { speedRpm: 1e9 }],
    ['duty', { radialLoadN: 1e12 }], ['duty', { ambientC: -300 }], ['duty', { hoursPerDay: 1e8 }], ['arrange', { spanMm: 1e9 }],
    ['arrange', { floatPresentMm: 1e9 }], ['identify', { boreReadingsMm: [1e9] }], ['lubricate', { greaseId: 1e300 }], ['lubricate', { manualIntervalH: 1e9 }],
    ['lubricate', { fillPercent: 1e9 }], ['inspect', { hoursRun: 1e9 }], ['mount', { pressRatingN: 1e12 }],
  ]
  for (const [station, patch] of beyond)
    it(`${station} refuses ${JSON.stringify(patch)}`, async () => {
      const reply = await put(station, patch)
      expect(reply.status).to.equal(422)
      expect(reply.body.errors[0].field).to.contain(Object.keys(patch)[0])
    })
  it('what is likely is still judged beside its field, and kept', async () => {
    expect((await put('duty', { speedRpm: 900_000 })).status).to.equal(200)
    expect((await put('duty', { speedRpm: 1450 })).status).to.equal(200)
  })
  it('numbers of other routes have their range too', async () => {
    for (const reply of [
      await at.technician.put(stepAt(4, 'p1.1/seat'), { version: 0, values: { seatMm: 1e300 } }),
      await at.technician.post('/cards/4/changes', {
        ...changesOf(await cardOf(at.technician, 4), { 'p1/duty.dirt': 'wet' }),
        since: 1e15,
      }),
      await at.planner.put('/bearings/6312/makers-figures', {
        dynamicRatingN: 1e15,
        staticRatingN: null,
        fatigueLoadLimitN: null,
        massKg: null,
        sheet: 'data sheet',
      }),
      await at.technician.post('/settings/guns', { name: 'Huge gun', strokesWeighed: 10, gramsWeighed: 1e8 }),
    ])
      expect(reply.status).to.equal(422)
    expect((await at.technician.get('/cards/99999999999999999999')).status).to.equal(404)
  })
  it('a run that was stored before there were ranges is drawn with a dozen ticks and kills nothing', async () => {
    const words = (c: number) => `${c} °C`
    for (const last of [90, 121, 300, 10_000, 1e9]) {
      const chart = runChart(
        [
          { minute: 0, temperatureC: 20 },
          { minute: last, temperatureC: 40 },
        ],
        { limitC: 90, ambientC: 20 },
        620,
        230,
        words,
      )
      expect(chart.primitives.length, String(last)).to.be.below(60)
    }
    const many = runChart(
      times(5000, (i) => ({ minute: i, temperatureC: 30 })),
      { limitC: 90, ambientC: 20 },
      620,
      230,
      words,
    )
    expect(many.primitives.length).to.be.below(1000)
    await at.instance.pool.query(
      `INSERT INTO answer (job_id, scope, station, field, version, value, revision, saved_at, saved_by) VALUES (4, 'p1', 'runin', 'readings', 900, $1, 1, now(), 1)`,
      [
        JSON.stringify([
          { minute: 0, temperatureC: 20 },
          { minute: 1e9, temperatureC: 40 },
        ]),
      ],
    )
    expect((await at.technician.get('/cards/4/card.pdf')).status).to.equal(200)
    await at.instance.pool.query('DELETE FROM answer WHERE version = 900')
  })
  it('a hatch draws no more lines than can be told apart, and nothing of a shape that has no end', () => {
    const d = (points: [number, number][]) => (hatch(points, 4, 1, 'extension') as { d: string }).d
    expect(
      d([
        [0, 0],
        [1e9, 0],
        [1e9, 1e9],
        [0, 1e9],
      ]).match(/M/g)!.length,
    ).to.be.at.most(601)
    expect(
      d([
        [0, 0],
        [Infinity, 0],
        [1, 1],
      ]),
    ).to.equal('')
    expect(
      d([
        [0, 0],
        [100, 0],
        [100, 100],
        [0, 100],
      ]).match(/M/g)!.length,
    ).to.be.within(45, 51)
  })
})

describe('text that enters', () => {
  const at = stage()
  const NUL = 'a\u0000b'
  const HALF = 'half \ud800 a letter'
  it('null signs and broken letters are refused wherever they stand, with the field', async () => {
    for (const bad of [NUL, HALF])
      for (const reply of [
        await at.technician.post('/cards', { places: [1], reason: bad }),
        await at.technician.post('/session', { login: bad, password: 'x' }),
        await at.technician.put(stepAt(4, 'p1.1/unpack'), { version: 0, values: { marking: bad } }),
        await at.technician.put(stepAt(4, 'p1.1/unpack'), { version: 0, values: { [bad]: 1 } }),
        await at.planner.post('/rack/stock', { entries: [{ marking: '6312', shelf: bad, quantity: 1, note: '' }] }),
        await at.technician.post('/cards/4/finish', { reason: bad }),
      ]) {
        expect(reply.status).to.equal(422)
        expect(reply.body.errors[0].allowed).to.contain('null signs')
      }
    expect((await at.technician.get('/bearings/63%0012')).status).to.equal(422)
    expect((await at.technician.get('/bearings?find=%00')).status).to.equal(422)
    const file = await at.planner.send('POST', '/rack/stock/file?apply=1', `marking,shelf,quantity,note\n6312,A\u0000,1,\n`)
    expect(file.body.errors[0]).to.include({ line: 2 })
  })
  it('a quantity that somebody typed is no quantity', () => {
    expect(say(phrase`${'{0} {2|force}'} and ${amount(1000, 'force', 1)}`, 'metric')).to.equal('{0} {2|force} and 1.0 kN')
    expect(say('{0} {__proto__} {1|force}', 'inch')).to.equal('{0} {__proto__} {1|force}')
  })
  it('names like {1|x} break no page, list or paper, and read as they were typed', async () => {
    const name = '{1|x} {5|force}'
    const grease = { name, thickener: 'lithium', baseOil: 'mineral', nlgi: '2', viscosity40: 100, viscosity100: 11, lowC: -20, highC: 120 }
    const { greases } = (await at.planner.post('/settings/greases', grease)).body
    const { id } = greases.find((g: { name: string }) => g.name === name)
    const entry = { key: randomUUID(), kind: 'changed-over', greaseId: id, gunId: null, strokes: null, grams: 12, looks: name, note: name }
    expect((await at.technician.post('/points/1/greasings', entry)).status).to.equal(201)
    const job = (await at.technician.post('/cards', { places: [1], reason: name })).body as CardView
    const { events } = (await at.technician.get('/points/1')).body
    expect(say(events[0].words, 'inch')).to.contain(`of ${name}, ${name}`)
    const { timeline } = (await at.technician.get(`/machines/${job.job.machineId}`)).body
    expect(say(timeline.find((e: { kind: string }) => e.kind === 'opened').words, 'metric')).to.contain(name)
    expect((await answer(at.technician, job.job.id, { 'p1/lubricate.greaseId': id })).status).to.equal(200)
    for (const paper of ['card.pdf', 'card.json'])
      expect((await at.technician.get(`/cards/${job.job.id}/${paper}`)).status, paper).to.equal(200)
    expect((await at.technician.get('/points/1/label.pdf')).status).to.equal(200)
  })
})

describe('signing in', () => {
  let clock = NOW
  const at = stage({ now: () => clock })
  const tryIn = (login: string, password = 'wrong-password', headers = {}) =>
    new Client(at.instance.url).send('POST', '/session', { login, password }, headers)
  beforeEach(async () => {
    clock = NOW
    await at.instance.pool.query('DELETE FROM sign_in_attempt')
  })

  it('five tries are free, then it waits; sixty at once are counted before any is checked', async () => {
    const replies = await Promise.all(times(60, () => tryIn('planner')))
    expect(replies.filter((r) => r.status === 401)).to.have.length(5)
    expect(replies.filter((r) => r.status === 429)).to.have.length(55)
  })
  it('goes on holding back however long somebody tries, and never fails itself', async () => {
    const seen = new Set<number>()
    for (let i = 0; i < 80; i += 1) {
      seen.add((await tryIn('planner')).status)
      clock = new Date(clock.getTime() + 400_000)
    }
    expect([...seen]).to.deep.equal([401])
    expect((await tryIn('planner')).status, 'the wait is five minutes by now').to.equal(401)
    expect((await tryIn('planner')).status).to.equal(429)
    await at.instance.pool.query("UPDATE sign_in_attempt SET tries = 99999 WHERE key = 'planner ::ffff:127.0.0.1' OR key LIKE 'planner %'")
    clock = new Date(clock.getTime() + 400_000)
    expect((await tryIn('planner')).status).to.equal(401)
  })
  it('a name that is held back from one address is not locked out from another, until very many have tried', async () => {
    await at.instance.pool.query("INSERT INTO sign_in_attempt VALUES ('planner 203.0.113.9', 60, $1, $2)", [
      new Date(NOW.getTime() + 250_000),
      NOW,
    ])
    expect((await tryIn('planner', 'cider-press-4')).status).to.equal(200)
    await at.instance.pool.query("INSERT INTO sign_in_attempt VALUES ('planner', 99, $1, $1)", [NOW])
    expect((await tryIn('planner')).status).to.equal(401)
    expect((await tryIn('planner')).status, 'the hundredth try by the name').to.equal(429)
  })
  it('a clock that jumps back locks nobody out for hours', async () => {
    for (let i = 0; i < 6; i += 1) await tryIn('planner')
    expect((await tryIn('planner')).status).to.equal(429)
    clock = new Date(NOW.getTime() - 6 * 3600_000)
    expect((await tryIn('planner', 'cider-press-4')).status).to.equal(200)
  })
  it('who signs in is forgotten; what was turned away is counted for an administrator, with name and address, and swept', async () => {
    await at.instance.pool.query('DELETE FROM turned_away')
    for (let n = 0; n < 3; n += 1) await tryIn('planner')
    await tryIn('Nobody-at-all')
    await tryIn('planner', 'cider-press-4')
    expect((await at.instance.pool.query("SELECT key FROM sign_in_attempt WHERE key LIKE 'planner%'")).rows).to.deep.equal([])
    expect((await at.instance.pool.query("SELECT 1 FROM audit WHERE action = 'sign-in-failed'")).rowCount).to.equal(0)
    await at.technician.get('/people')
    const admin = await new Client(at.instance.url).signIn('administrator')
    // It is written down behind the answer, and nobody waits for it.
    const noted = async (what: string): Promise<TurnedAway[]> => {
      for (let tries = 0; tries < 200; tries += 1) {
        const list = (await admin.get('/turned-away')).body as TurnedAway[]
        if (list.some((t) => t.what === what)) return list
        await new Promise((soon) => setTimeout(soon, 20))
      }
      throw new Error(`${what} was never noted`)
    }
    const seen = await noted('GET /people')
    const of = (what: string, login: string, status: number) =>
      seen.find((t) => t.what === what && t.login === login && t.status === status)
    expect(of('POST /session', 'planner', 401)).to.include({ address: '127.0.0.1' })
    expect(of('POST /session', 'planner', 401)!.times).to.be.at.least(3)
    expect(of('POST /session', 'nobody-at-all', 401)!.times).to.equal(1)
    expect(of('GET /people', 'technician', 403)!.times).to.be.at.least(1)
    expect((await at.technician.get('/turned-away')).status).to.equal(403)
    await noted('GET /turned-away')
    await sweepTurnedAway(at.instance.pool, new Date(NOW.getTime() + 31 * 24 * 3600_000))
    expect((await admin.get('/turned-away')).body).to.deep.equal([])
  })
  it('a foreign page, a page of another scheme or none at all cannot sign anybody in', async () => {
    const { host } = new URL(at.instance.url)
    for (const origin of [`https://${host}`, 'http://elsewhere.example', 'null'])
      expect((await tryIn('planner', 'cider-press-4', { origin })).status, origin).to.equal(403)
    const bare = await fetch(`${at.instance.url}/api/v1/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ login: 'planner', password: 'cider-press-4' }),
    })
    expect(bare.status).to.equal(403)
  })
  it('more hashes than are worth waiting for are refused, the others are made', async () => {
    const all = await Promise.allSettled(times(90, (i) => hashPassword(`password ${i}`)))
    const refused = all.filter((r) => r.status === 'rejected')
    expect(refused).to.have.length(58)
    for (const r of refused) expect((r as PromiseRejectedResult).reason).to.be.instanceOf(TooBusy)
  })
  it('a changed password ends every other session of the person, and this one goes on', async () => {
    const admin = await new Client(at.instance.url).signIn('administrator')
    const elsewhere = await new Client(at.instance.url).signIn('administrator')
    const self = (await admin.get('/session')).body.me
    const { cookie } = admin.headers()
    expect((await admin.patch(`/people/${self.id}`, { password: 'another-press-5' })).status).to.equal(200)
    // The one goes on under a number that nobody knew before.
    expect(admin.headers().cookie).to.not.equal(cookie)
    expect((await fetch(`${at.instance.url}/api/v1/yard`, { headers: { cookie } })).status).to.equal(401)
    expect((await elsewhere.get('/yard')).status).to.equal(401)
    expect((await admin.get('/yard')).status).to.equal(200)
    await admin.patch(`/people/${self.id}`, { password: 'cider-press-4' })
  })
  it('no answer of the API may be kept by a cache', async () => {
    for (const path of ['/yard', '/session', '/bearings/6312', '/nowhere'])
      expect((await at.technician.get(path)).headers.get('cache-control'), path).to.equal('no-store')
  })
})

describe('behind a proxy', () => {
  const at = stage({ demo: false, publicOrigin: 'https://bearings.example' }, 'empty')
  const login = { login: 'bramley', password: 'russet-russet' }
  const from = (origin: string, proto: string) => {
    const client = new Client(at.instance.url, origin)
    return { signIn: () => client.send('POST', '/session', login, { 'x-forwarded-proto': proto }), client }
  }
  it('writes count by the public address, scheme and all; the cookie travels on https only', async () => {
    await at.instance.pool.query("INSERT INTO setting (key, value) VALUES ('first-administrator-code', 'abc123')")
    const outside = new Client(at.instance.url, 'https://bearings.example')
    const made = await outside.post('/first-administrator', { ...login, name: 'A. Bramley', code: 'abc123' })
    expect(made.status).to.equal(201)
    expect((await from(at.instance.url, 'http').signIn()).status, 'the inner address').to.equal(403)
    expect((await from('http://bearings.example', 'http').signIn()).status, 'the other scheme').to.equal(403)
    const { signIn, client } = from('https://bearings.example', 'https')
    const reply = await signIn()
    expect(reply.status).to.equal(200)
    expect(reply.headers.get('set-cookie')).to.contain('Secure').and.contain('HttpOnly')
    expect((await client.send('PATCH', '/session', { units: 'inch' }, { 'x-forwarded-proto': 'https' })).status).to.equal(200)
  })
})

describe('what is logged', () => {
  const lines: string[] = []
  const at = stage({ log: pino({ level: 'info' }, { write: (line: string) => void lines.push(line) }) })
  it('holds no cookie and no password, only headers of the list', async () => {
    await at.technician.get('/yard')
    await at.technician.send('GET', '/cards/4', undefined, { authorization: 'Basic c2VjcmV0', 'x-api-key': 'secret-key' })
    await at.technician.send('GET', '/find?text=who-is-asked-for', undefined, { referer: 'http://here/find?text=who-is-asked-for' })
    const all = lines.join('')
    expect(all).to.contain('/api/v1/find').and.not.contain('who-is-asked-for')
    expect(all).to.contain('/api/v1/yard').and.contain('user-agent')
    for (const secret of ['yardfrost=', 'cookie', 'c2VjcmV0', 'secret-key', 'cider-press-4']) expect(all, secret).to.not.contain(secret)
  })
})

describe('at the same moment', () => {
  const at = stage()
  const points = async (code: string) => (await machineBy(at.technician, code)).points.map((p) => p.id)
  const cards: number[] = []

  it('two administrators who demote each other leave one, twenty times', async () => {
    const admin = await new Client(at.instance.url).signIn('administrator')
    const first = (await admin.get('/session')).body.me.id as number
    const login = { name: 'D. Pippin', login: 'pippin', role: 'administrator', password: 'russet-russet' }
    const second = (await admin.post('/people', login)).body.person.id as number
    for (let i = 0; i < 20; i += 1) {
      const [a, b] = [
        await new Client(at.instance.url).signIn('administrator'),
        await new Client(at.instance.url).signIn('pippin', 'russet-russet'),
      ]
      await Promise.all([a.patch(`/people/${second}`, { role: 'viewer' }), b.patch(`/people/${first}`, { role: 'viewer' })])
      const { rows } = await at.instance.pool.query("SELECT count(*)::int AS n FROM person WHERE role = 'administrator' AND active")
      expect(rows[0].n, `round ${i}`).to.equal(1)
      await at.instance.pool.query("UPDATE person SET role = 'administrator' WHERE id = ANY ($1)", [[first, second]])
    }
  })
  it('duty saved at both ends of a shaft is stored twice, however often', async () => {
    for (const place of ['p1.1', 'p2.1']) cards.push((await openAt(at.technician, 'MP-2', [place], 'raced')).job.id)
    for (let i = 0; i < 12; i += 1) {
      const save = (n: 0 | 1) => answer(at.technician, cards[n]!, { [`p${n + 1}/duty.radialLoadN`]: 3000.1 + i + n })
      expect(statuses(await Promise.all([save(0), save(1)]))).to.deep.equal([200, 200])
    }
  })
  it('both ends of a shaft finish at once', async () => {
    for (const [i, id] of cards.entries()) {
      const place = `p${i + 1}.1`
      const identify = { designation: '6312', group: '3', groupEvidence: 'marking' }
      const said = Object.entries(identify).map(([name, value]) => [`${place}/identify.${name}`, value])
      await answer(at.technician, id, {
        ...Object.fromEntries(said),
        'line/select.target': 'motor-24h',
        [`${place}/mount.method`]: 'heat',
        [`${place}/mount.takeOff`]: 'none',
      })
      const steps = async () => {
        const card = await cardOf(at.technician, id)
        const answers = Object.fromEntries(Object.entries(card.answers).map(([key, a]) => [key, a.value]))
        return linePlan(evaluateLine(readAnswers(answers).answers, card.context)).filter(
          (s) => (s.key.startsWith(place) && !s.key.endsWith('/turn')) || s.key === 'line/isolate',
        )
      }
      for (const step of await steps()) {
        const values = Object.fromEntries(
          step.fields.map((f) => [f.key, f.kind === 'check' ? true : f.kind === 'text' ? '6312 C3' : ((f.min ?? 0) + (f.max ?? 0)) / 2]),
        )
        expect((await doStep(at.technician, id, step.key, step.fields.length ? values : undefined)).status, step.key).to.equal(200)
      }
      await closeCard(at.technician, id, `p${i + 1}`)
    }
    const done = await Promise.all(cards.map((id) => at.technician.post(`/cards/${id}/finish`, { reason: 'both ends raced' })))
    expect(statuses(done), JSON.stringify(done.map((d) => d.body.detail))).to.deep.equal([200, 200])
  })
  it('of two people who sign one step one signs, and the other is told', async () => {
    const { id } = (await openAt(at.technician, 'MP-2', ['p1.1'], 'raced')).job
    await answer(at.technician, id, {
      'p1.1/identify.designation': '6312',
      'p1.1/identify.group': '3',
      'p1.1/identify.groupEvidence': 'marking',
    })
    await at.technician.put(stepAt(id, 'line/isolate'), { version: 0, values: { tried: true } })
    const both = await Promise.all([at.technician, at.planner].map((who) => who.post(`${stepAt(id, 'line/isolate')}/signature`)))
    expect(statuses(both)).to.deep.equal([200, 422])
    expect(both.find((r) => r.status === 422)!.body.detail).to.contain('Already signed')
  })
  it('one key at two positions: the second is told that nothing was stored; the same entry twice is one', async () => {
    const [a, b] = await points('MP-2')
    const { point } = (await at.technician.get(`/points/${a}`)).body
    const entry = {
      key: randomUUID(),
      kind: 'greased',
      greaseId: point.grease.id,
      gunId: 1,
      strokes: 10,
      grams: 12,
      looks: '',
      note: '',
    }
    expect((await at.technician.post(`/points/${a}/greasings`, entry)).status).to.equal(201)
    expect((await at.technician.post(`/points/${a}/greasings`, entry)).status).to.equal(201)
    const other = (await at.technician.get(`/points/${b}`)).body.point.grease.id
    const lost = await at.technician.post(`/points/${b}/greasings`, { ...entry, greaseId: other })
    expect(lost.status).to.equal(409)
    expect(lost.body.detail).to.contain('not stored')
  })
  it('an unknown gun, and a name that is taken, are told in plain words', async () => {
    const [a] = await points('MP-2')
    const { point } = (await at.technician.get(`/points/${a}`)).body
    const entry = {
      key: randomUUID(),
      kind: 'greased',
      greaseId: point.grease.id,
      gunId: 4711,
      strokes: 10,
      grams: 12,
      looks: '',
      note: '',
    }
    expect((await at.technician.post(`/points/${a}/greasings`, entry)).body.errors[0].field).to.equal('gunId')
    const settings = (await at.planner.get('/settings')).body
    const [g1, g2] = settings.greases
    const { id, ...rest } = g1
    expect((await at.planner.put(`/settings/greases/${id}`, { ...rest, name: g2.name })).body.errors[0]).to.include({ field: 'name' })
    const [w1, w2] = settings.guns
    expect((await at.technician.put(`/settings/guns/${w1.id}`, { name: w2.name, strokesWeighed: 10, gramsWeighed: 12 })).status).to.equal(
      422,
    )
  })
  it('a Host header that names no host is refused, not printed', async () => {
    const { hostname, port } = new URL(at.instance.url)
    const { request } = await import('node:http')
    const cookie = (at.technician as unknown as { cookie: string }).cookie
    const ask = (host: string) =>
      new Promise<number>((resolve) =>
        request({ hostname, port, path: '/api/v1/points/1/label.pdf', headers: { host, cookie } }, (res) =>
          resolve(res.resume().statusCode!),
        ).end(),
      )
    expect(await ask('a'.repeat(3000))).to.equal(400)
    expect(await ask('evil.example/<script>')).to.equal(400)
    expect(await ask(`${hostname}:${port}`)).to.equal(200)
  })
})

describe('first administrator', () => {
  const at = stage({ demo: false }, 'empty')
  it('made twice at once there is one', async () => {
    await at.instance.pool.query("INSERT INTO setting (key, value) VALUES ('first-administrator-code', 'abc123')")
    const make = (login: string) =>
      new Client(at.instance.url).post('/first-administrator', { code: 'abc123', name: login, login, password: 'russet-russet' })
    const all = statuses(await Promise.all(times(8, (i) => make(`person${i}`))))
    // Who came while it was made is told that the code has been used, who came later that this door is gone.
    expect(all.map((s) => (s === 410 ? 403 : s))).to.deep.equal([201, ...times(7, () => 403)])
    expect((await at.instance.pool.query('SELECT count(*)::int AS n FROM person')).rows[0].n).to.equal(1)
  })
})

describe('the database goes away in the middle', () => {
  const at = stage()
  it('answers 503 and goes on: what was acknowledged stays', async () => {
    const admin = await freshDatabase('empty')
    const { default: pg } = await import('pg')
    const killer = new pg.Client({ connectionString: at.db.url.replace(/\/[^/]+$/, '/postgres') })
    await killer.connect()
    const name = at.db.url.split('/').at(-1)
    const kill = () => killer.query('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1', [name])
    let acknowledged = 0
    const seen = new Set<number>()
    for (let i = 0; i < 25; i += 1) {
      const saves = times(4, async (n) => {
        const got = await at.technician.get('/cards/4')
        if (got.status !== 200) return got.status
        const key = 'p1/duty.radialLoadN'
        const reply = await at.technician.post('/cards/4/changes', changesOf(got.body, { [key]: 2000 + i * 10 + n }))
        if (reply.status === 200) acknowledged = Math.max(acknowledged, reply.body.versions[key])
        return reply.status
      })
      await new Promise((go) => setTimeout(go, i % 7))
      await kill()
      for (const status of await Promise.all(saves)) seen.add(status)
    }
    expect([...seen].filter((s) => ![200, 409, 503].includes(s))).to.deep.equal([])
    const after = await at.technician.get('/cards/4')
    expect(after.status).to.equal(200)
    expect((after.body as CardView).answers['p1/duty.radialLoadN']!.version).to.be.at.least(acknowledged)
    await killer.end()
    await admin.drop()
  })
})

describe('files that are no lists', () => {
  const bytes = (text: string) => new TextEncoder().encode(text)
  const HEAD = 'marking,shelf,quantity,note'
  // [what, content, words of the refusal]
  const heavy: [string, () => string, string][] = [
    ['newlines only', () => '\n'.repeat(5_900_000), 'empty'],
    ['quotes only', () => '"'.repeat(5_900_000), 'cell'],
    ['quotes with an odd one', () => `${HEAD}\n${'"'.repeat(5_900_001)}`, 'cell'],
    ['a million columns', () => ','.repeat(1_000_000), 'columns'],
    ['one long cell', () => `${HEAD}\n${'x'.repeat(5_000_000)}`, 'cell'],
    ['too many rows', () => [HEAD, ...times(20_005, (i) => `6312,Z-${i},1,`)].join('\n'), '20000 rows'],
  ]
  for (const [what, content, words] of heavy)
    it(`${what}: refused in passing`, async () => {
      const { errors } = await readCsv('stock', bytes(content()))
      expect(errors[0]!.message).to.contain(words)
    })
  it('twenty thousand rows come in slices, others get their turn', async () => {
    const file = bytes([HEAD, ...times(20_000, (i) => `6312 2Z C3,Z-${i},1,"note, ""quoted"""`)].join('\r\n'))
    let rows = 0
    const turns = { n: 0 }
    const counting = setInterval(() => (turns.n += 1), 0)
    rows = (await readCsv('stock', file)).entries.length
    clearInterval(counting)
    expect(rows).to.equal(20_000)
    expect(turns.n).to.be.above(20)
  })
  it('a marking with many gaps is refused before it is tried', async () => {
    const { readMarking, rackNames } = await import('../../src/core/identify/marking.js')
    const { sizes } = await import('../../src/core/catalogue/catalogue.js')
    const names = rackNames(sizes())
    for (const text of ['?????????', '*6*3*', '6*1*2*C']) expect(() => readMarking(names, text), text).to.throw('at most')
    expect(readMarking(names, '63?2 *').readings).to.not.be.empty
  })
  it('what is written out reads back as it was, whatever signs it begins with, also wide ones', () => {
    for (const text of ['=1+1', "'=1+1", "''=x", '＝1+1', '＋x', "'", "'quoted'", '-12', '@x', 'plain'])
      expect(String(safeCell(text)).replace(/^'(?='*[=@+\-＝＠＋－])/, ''), text).to.equal(text)
    for (const text of ['＝1+1', '＠x', '=1']) expect(String(safeCell(text))).to.match(/^'/)
  })
  it('what a spreadsheet would run is guarded, what is a number is not', () => {
    for (const cell of ['-2+3+cmd|x', '+1+cmd', '=1', '@sum', '-A1', '+', '-1;DROP', '\tx', '-2e', '+1-1'])
      expect(looksLikeFormula(cell), cell).to.equal(true)
    for (const cell of ['-2', '+3.5', '-1,234.5', '12+3', '-2e5', 'A-1', '6312', '-1 250', ''])
      expect(looksLikeFormula(cell), cell).to.equal(false)
  })
})

describe('cards of what is gone', () => {
  const at = stage()
  it('a place that is retired makes no card, nor does a machine that is; neither while it is being retired', async () => {
    const planner = await new Client(at.instance.url).signIn('planner')
    const technician = await new Client(at.instance.url).signIn('technician')
    const fan = await machineBy(technician, 'CF-1')
    const place = fan.shaftLines[0]!.positions[0]!.places[0]!.id
    const { pool } = at.instance
    await pool.query('UPDATE place SET retired_at = now() WHERE id = $1', [place])
    const gone = await technician.post('/cards', { places: [place], reason: 'x' })
    expect([gone.status, gone.body.detail]).to.satisfy(
      ([status, detail]: [number, string]) => status === 422 && /no longer part of this line/.test(detail),
    )
    await pool.query('UPDATE place SET retired_at = NULL WHERE id = $1', [place])
    // Both at once: either the card is there and the machine stays, or the machine is gone and there is no card.
    const [retired, opened] = await Promise.all([
      planner.put(`/machines/${fan.id}/retirement`, { retired: true, reason: 'scrapped' }),
      technician.post('/cards', { places: [place], reason: 'at once' }),
    ])
    expect([retired.status, opened.status]).to.satisfy(([r, o]: number[]) => (r === 200 && o === 422) || (r === 409 && o === 201))
    if (opened.status === 201) {
      await technician.post(`/cards/${opened.body.job.id}/cancel`, { reason: 'opened by mistake' })
      expect((await planner.put(`/machines/${fan.id}/retirement`, { retired: true, reason: 'scrapped' })).status).to.equal(200)
    }
    expect((await technician.post('/cards', { places: [place], reason: 'x' })).body.detail).to.contain('out of the lists')
  })

  it('one that stands open for no place is cancelled when the program comes up, and its machine can go', async () => {
    const { pool } = at.instance
    const planner = await new Client(at.instance.url).signIn('planner')
    const drum = await machineBy(planner, 'AG-1')
    const made = await pool.query(
      `INSERT INTO job (number, shaft_line_id, status, opened_at, opened_by, in_charge, summary) SELECT '9999', s.id, 'open', now(), min(p.id), min(p.id),
         '{"questions":0,"stops":0,"done":[],"designation":null,"designations":[],"cause":null}'::jsonb
       FROM shaft_line s, person p WHERE s.machine_id = $1 GROUP BY s.id RETURNING id`,
      [drum.id],
    )
    const retire = () => planner.put(`/machines/${drum.id}/retirement`, { retired: true, reason: 'scrapped' })
    expect((await retire()).status).to.equal(409)
    await pool.query(readFileSync('src/server/migrations/20261206000000002_cards_of_nothing.sql', 'utf8'))
    expect((await retire()).status).to.equal(200)
    expect((await planner.get(`/cards/${made.rows[0].id}`)).status).to.equal(404)
  })

  it('nothing is handed to somebody who is being switched off, whichever comes first', async () => {
    const admin = await new Client(at.instance.url).signIn('administrator')
    const technician = await new Client(at.instance.url).signIn('technician')
    const pump = await machineBy(technician, 'MP-3')
    const { body: card } = await technician.post('/cards', { places: [pump.shaftLines[0]!.positions[0]!.places[0]!.id], reason: 'x' })
    for (let n = 0; n < 6; n += 1) {
      const { body: made } = await admin.post('/people', {
        name: `P. ${n}`,
        login: `helper${n}`,
        role: 'technician',
        password: 'cider-press-4',
      })
      const [off, handed] = await Promise.all([
        admin.send('PATCH', `/people/${made.person.id}`, { active: false }),
        technician.put(`/cards/${card.job.id}/in-charge`, { personId: made.person.id }),
      ])
      expect([off.status, handed.status]).to.satisfy(([o, h]: number[]) => (o === 200 && h === 422) || (o === 409 && h === 200))
    }
    const idle = await at.instance.pool.query(
      "SELECT count(*)::int AS n FROM job j JOIN person p ON p.id = j.in_charge WHERE j.status = 'open' AND NOT p.active",
    )
    expect(idle.rows[0].n).to.equal(0)
  })
})

describe('addresses and days', () => {
  const at = stage({ webDir: 'dist/web' })
  it('numbers are figures alone, a file that is not there is no page, and the page itself bears no mark of ours', async () => {
    for (const id of ['1e1', '0x1', ' 1', '+1', '01', '1.0', '99999999999999999'])
      expect((await at.technician.get(`/machines/${encodeURIComponent(id)}`)).status, id).to.equal(404)
    expect((await at.technician.get('/machines/1')).status).to.equal(200)
    const web = (path: string) => fetch(at.instance.url + path, { redirect: 'manual' })
    for (const path of ['/robots.txt', '/main.js', '/.env']) expect((await web(path)).status, path).to.equal(404)
    expect((await web('/index.html')).status).to.equal(301)
    const page = await web('/machines')
    expect(page.status).to.equal(200)
    expect(await page.text()).to.not.contain('__CSP_NONCE__')
  })
  it('the day of somebody far in the east has come', () => {
    expect(latestDay(new Date('2026-11-30T12:30:00Z'))).to.equal('2026-12-01')
    expect(latestDay(new Date('2026-11-30T09:30:00Z'))).to.equal('2026-11-30')
    const line = readLine('6312 since 2026-12-01, 320, NU 312', 'metric').line
    const days = (at: string) => faultsOf(line, latestDay(new Date(at))).map((f) => f.code)
    expect(days('2026-11-30T12:30:00Z')).to.deep.equal([])
    expect(days('2026-11-30T01:30:00Z')).to.have.length(1)
  })
})

describe('the account of the program', () => {
  const at = stage()
  it('owns nothing: it cannot change what only grows, switch a guard off, drop a table or give itself more', async () => {
    const { url, own } = await programAccount(at.db.url)
    expect(own).to.equal(true)
    const program = createPool(url)
    // prettier-ignore
    const REFUSED = [
      "UPDATE audit SET action = 'x'", 'DELETE FROM audit', 'TRUNCATE audit', 'ALTER TABLE audit DISABLE TRIGGER ALL', 'DROP TABLE audit', 'DELETE FROM visit_check',
      "UPDATE step_reading SET value = '1'", 'DROP TABLE machine', 'DELETE FROM migration', 'CREATE TABLE own (id int)', "SET session_replication_role = 'replica'",
      'DROP FUNCTION audit_is_append_only() CASCADE', 'ALTER ROLE yardfrost_program SUPERUSER',
    ]
    for (const sql of REFUSED) {
      const error = await program.query(sql).then(
        () => null,
        (e: { code: string }) => e,
      )
      expect(error?.code, sql).to.be.oneOf(['42501', '42703'])
    }
    const may = await program.query(
      "SELECT has_table_privilege('audit', 'INSERT') AS adds, has_table_privilege('audit', 'UPDATE') AS changes, rolsuper FROM pg_roles WHERE rolname = current_user",
    )
    expect(may.rows[0]).to.deep.equal({ adds: true, changes: false, rolsuper: false })
    expect(
      (await program.query('SELECT count(*)::int AS n FROM pg_class WHERE pg_get_userbyid(relowner) = current_user')).rows[0].n,
    ).to.equal(0)
    await program.end()
  })
  it('a transaction says what failed first, not that it was aborted', async () => {
    const code = await transaction(at.instance.pool, async (query) => {
      const wrong = query.query('SELECT 1 / 0').catch(() => null)
      const behind = query.query('SELECT 1')
      await wrong
      await behind
    }).catch((error: { code: string }) => error.code)
    expect(code).to.equal('22012')
    // The connection is as it was.
    expect(await transaction(at.instance.pool, async (query) => (await query.query('SELECT 2 AS n')).rows[0].n)).to.equal(2)
  })
  it('more calls in a minute than anybody makes are held back, those of others are not', async () => {
    const small = await startInstance(at.db.url, { callsPerMinute: 20 })
    const [one, other] = [await new Client(small.url).signIn('viewer'), await new Client(small.url).signIn('planner')]
    const got = []
    for (let n = 0; n < 25; n += 1) got.push((await one.get('/yard')).status)
    expect(got.slice(0, 20).every((s) => s === 200)).to.equal(true)
    expect(got.at(-1)).to.equal(429)
    expect((await other.get('/yard')).status).to.equal(200)
    await small.close()
  })
  it('health says what cannot be written', async () => {
    const [good] = [await at.technician.get('/health')]
    expect(good.body).to.deep.equal({ ok: true, troubles: [] })
    const place = { directory: '/dev/null/place', keep: 3, programs: '' }
    const noRoom = await startInstance(at.db.url, { backups: { url: at.db.url, place } })
    expect((await new Client(noRoom.url).get('/health')).body).to.deep.equal({ ok: true, troubles: ['backups cannot be written'] })
    await noRoom.close()
    await at.instance.pool.query('REVOKE INSERT, UPDATE ON setting FROM yardfrost_program')
    const shut = await startInstance(at.db.url, {})
    await at.instance.pool.query('REVOKE INSERT, UPDATE ON setting FROM yardfrost_program')
    const reply = await new Client(shut.url).get('/health')
    expect([reply.status, reply.body.troubles]).to.deep.equal([503, ['the database cannot be written']])
    await shut.close()
  })
})

describe('a connection that breaks in the middle', () => {
  for (const message of ['Client has encountered a connection error and is not queryable', 'Connection terminated unexpectedly'])
    it(`${message}: the answer is 503 like any other`, async () => {
      const broken = () => Promise.reject(new Error(message))
      const pool = { query: broken, connect: broken, on: () => {} } as unknown as pg.Pool
      const server = createServer(createApp({ pool, now: () => NOW, sessionSecret: 'x', demo: false, publicOrigin: null }))
      await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
      const { port } = server.address() as AddressInfo
      expect((await fetch(`http://127.0.0.1:${port}/api/v1/health`)).status).to.equal(503)
      server.close()
    })
})
