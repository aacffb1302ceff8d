import { spawnSync } from 'node:child_process'
import { expect } from 'chai'
import { ROLES } from '../../src/contract/people.js'
import { CALCULATIONS } from '../../src/contract/calculations/registry.js'
import { ADDRESSES } from '../../src/contract/addresses.js'
import { ROUTES, type RouteSpec } from '../../src/contract/routes.js'
import { isGuessed } from '../../src/server/people/weak.js'
import { TooBusy, checkPassword, costsTooLittle, hashPassword } from '../../src/server/people/password.js'
import { DEMO_PASSWORD } from '../../src/server/demo.js'
import { seeded } from '../../tools/seeded.mjs'
import { Client, NOW, freshDatabase, startInstance, type Instance } from './helpers.js'

/** Every route of the table that needs a sign-in, with addresses of the demo plant. */
const GUARDED = (Object.entries(ROUTES) as [string, RouteSpec][]).flatMap(([name, spec]) =>
  spec.least
    ? [
        {
          name,
          method: spec.method.toUpperCase(),
          least: spec.least,
          path: spec.path
            .replace('/cards/:id', '/cards/4')
            .replace(':id', '1')
            .replace(':station', 'select')
            .replace(':key', 'line%2Fisolate')
            .replace(':designation', '6312')
            .replace(':kind', 'stock'),
        },
      ]
    : [],
)

describe('access', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let clock = NOW
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url, { now: () => clock })
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })

  it('every route against every role', async () => {
    const nobody = new Client(instance.url)
    expect(GUARDED.length).to.be.at.least(30)
    for (const { method, path } of GUARDED)
      expect((await nobody.send(method, path, method === 'GET' ? undefined : {})).status, `${method} ${path}`).to.equal(401)
    for (const role of ROLES) {
      const client = await new Client(instance.url).signIn(role)
      for (const { method, path, least } of GUARDED) {
        // An unreadable body shows that the role was let through to the next check and changes nothing.
        const status = (await client.send(method, path, method === 'GET' ? undefined : { nonsense: true })).status
        if (path === ADDRESSES.signOutEverywhere.path) await client.signIn(role)
        const forbidden = ROLES.indexOf(role) < ROLES.indexOf(least)
        expect(status, `${role} ${method} ${path}`).to.not.equal(500)
        // Whose list a change is decides: tested with the lists.
        if (['storekeeper', 'technician'].includes(role) && path.endsWith('/undo')) continue
        expect(status === 403, `${role} ${method} ${path} gave ${status}`).to.equal(forbidden)
      }
    }
  })

  it('takes writes only from its own pages', async () => {
    const client = await new Client(instance.url).signIn('technician')
    const foreign = await client.send('PATCH', '/session', { units: 'inch' }, { origin: 'http://elsewhere.example' })
    expect(foreign.status).to.equal(403)
    expect((await client.patch('/session', { units: 'inch' })).body.me.units).to.equal('inch')
  })

  it('slows down repeated failures, on every instance, and recovers', async () => {
    const other = await startInstance(db.url, { now: () => clock })
    const client = new Client(instance.url)
    for (let i = 0; i < 5; i++) expect((await client.post('/session', { login: 'planner', password: `wrong ${i}` })).status).to.equal(401)
    const blocked = await new Client(other.url).post('/session', { login: 'planner', password: 'cider-press-4' })
    expect(blocked.status).to.equal(429)
    clock = new Date(NOW.getTime() + 10 * 60_000)
    expect((await new Client(other.url).post('/session', { login: 'planner', password: 'cider-press-4' })).status).to.equal(200)
    clock = NOW
    await other.close()
  })

  it('keeps cookies and pages strict', async () => {
    const client = new Client(instance.url)
    const reply = await client.post('/session', { login: 'technician', password: 'cider-press-4' })
    expect(reply.headers.get('set-cookie'))
      .to.match(/HttpOnly/)
      .and.match(/SameSite=Strict/)
    expect(reply.headers.get('content-security-policy')).to.equal("default-src 'none';frame-ancestors 'none'")
    expect(reply.headers.get('strict-transport-security')).to.equal(null)
    expect(reply.body).to.not.have.nested.property('me.passwordHash')
  })

  it('people: added, changed and switched off by an administrator; somebody stays administrator', async () => {
    const admin = await new Client(instance.url).signIn('administrator')
    const added = await admin.post('/people', { name: 'T. Quill', login: 'quill', role: 'technician', password: 'apple-pulp-77' })
    expect(added.status).to.equal(201)
    expect(
      (await admin.post('/people', { name: 'T. Quill', login: 'quill', role: 'technician', password: 'apple-pulp-77' })).status,
    ).to.equal(422)
    expect((await admin.post('/people', { name: 'X', login: 'x9', role: 'technician', password: 'short' })).body.errors[0].field).to.equal(
      'password',
    )
    const quill = await new Client(instance.url).signIn('quill', 'apple-pulp-77')
    await admin.patch(`/people/${added.body.person.id}`, { active: false })
    expect((await quill.get('/yard')).status).to.equal(401)
    const self = (await admin.get('/people')).body.find((p: { login: string }) => p.login === 'administrator')
    expect((await admin.patch(`/people/${self.id}`, { role: 'viewer' })).status).to.equal(422)
  })

  it('calculations need no sign-in; unknown names are 404, refused values 422', async () => {
    const client = new Client(instance.url)
    const good = await client.post('/calculations/tolerance', { sizeMm: 60, toleranceClass: 'k5' })
    expect(good.body.values).to.deep.equal({ upperUm: 15, lowerUm: 2 })
    expect((await client.post('/calculations/horoscope', {})).status).to.equal(404)
    const refused = await client.post('/calculations/tolerance', { sizeMm: -1, toleranceClass: 'k5' })
    expect(refused.status).to.equal(422)
    expect(refused.body.errors[0].field).to.equal('sizeMm')
    expect((await client.get('/calculations')).body).to.have.length(CALCULATIONS.length)
  })

  it('answers nonsense plainly: unknown addresses, huge bodies, broken JSON', async () => {
    const client = await new Client(instance.url).signIn('technician')
    expect((await client.get('/machines/abc')).status).to.equal(404)
    expect((await client.get('/cards/999999')).status).to.equal(404)
    expect((await client.get('/nowhere')).status).to.equal(404)
    expect((await client.post('/cards', { places: [1], reason: 'x'.repeat(300_000) })).status).to.equal(413)
    const broken = await fetch(`${instance.url}/api/v1/calculations/tolerance`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"sizeMm":',
    })
    expect(broken.status).to.equal(400)
    expect(await broken.json()).to.have.property('title', 'Unreadable request')
  })
})

describe('invitations and one’s own password', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let admin: Client
  let now = NOW
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url, { now: () => now })
    admin = await new Client(instance.url).signIn('administrator')
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })
  const take = (login: string, code: string, password = 'cox-orange-1') =>
    new Client(instance.url).post('/invitation', { login, code, password })
  const invited = async (login: string) =>
    (await admin.post('/people', { name: 'O. Pippin', login, role: 'technician' })).body as {
      person: { id: number; invited: boolean }
      code: string
    }

  it('somebody without a password cannot sign in until the code is taken, once', async () => {
    const { person, code } = await invited('pippin')
    expect(person.invited).to.equal(true)
    expect(code).to.match(/^([a-z2-9]{4}-){2}[a-z2-9]{4}$/)
    expect((await new Client(instance.url).post('/session', { login: 'pippin', password: '' })).status).to.equal(401)
    expect((await take('pippin', 'aaaa-bbbb-cccc')).status).to.equal(401)
    expect((await take('pippin', code, 'short')).status).to.equal(422)
    expect((await take('pippin', ` ${code.toUpperCase().replaceAll('-', ' ')}`)).status).to.equal(200)
    await new Client(instance.url).signIn('pippin', 'cox-orange-1')
    expect((await take('pippin', code)).status).to.equal(401)
    const stored = JSON.stringify((await instance.pool.query("SELECT * FROM person WHERE login = 'pippin'")).rows)
    expect(stored).to.not.contain(code)
  })

  it('a code runs out after a week; a new one ends the one before, and the old password counts until it is taken', async () => {
    const first = await invited('russet')
    now = new Date(NOW.getTime() + 8 * 24 * 3600 * 1000)
    expect((await take('russet', first.code)).status).to.equal(401)
    const second = (await admin.post(`/people/${first.person.id}/invitation`)).body as { code: string }
    expect((await take('russet', first.code)).status).to.equal(401)
    expect((await take('russet', second.code)).status).to.equal(200)
    const person = await new Client(instance.url).signIn('russet', 'cox-orange-1')
    const third = (await admin.post(`/people/${first.person.id}/invitation`)).body as { code: string }
    expect((await person.get('/yard')).status).to.equal(200)
    expect((await take('russet', third.code, 'cox-orange-3')).status).to.equal(200)
    expect((await person.get('/yard')).status, 'whoever was signed in is so no more').to.equal(401)
    now = NOW
  })

  it('one’s own password: the old one is asked for, other sign-ins end; signing out everywhere ends them all', async () => {
    const [here, there] = [await new Client(instance.url).signIn('technician'), await new Client(instance.url).signIn('technician')]
    expect((await here.put('/session/password', { old: 'wrong', password: 'russet-russet' })).body.errors[0].field).to.equal('old')
    expect((await here.put('/session/password', { old: DEMO_PASSWORD, password: 'russet-russet' })).status).to.equal(200)
    expect([(await here.get('/yard')).status, (await there.get('/yard')).status]).to.deep.equal([200, 401])
    await there.signIn('technician', 'russet-russet')
    expect((await here.delete('/session/everywhere')).status).to.equal(204)
    expect([(await here.get('/yard')).status, (await there.get('/yard')).status]).to.deep.equal([401, 401])
  })
})

describe('nobody locked out', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let admin: Client
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url)
    admin = await new Client(instance.url).signIn('administrator')
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })

  // prettier-ignore
  const GUESSED: [string, boolean][] = [
    ['1234567890', true], ['qwertyuiop', true], ['password123', true], ['Passw0rd123', true], ['iloveyou12', true], ['liverpool1', true], ['aaaaaaaaaaaa', true],
    ['abababababab', true], ['z.pippin12', true], ['pippin1234', true], ['0123456789012345', true], ['russet-russet', false], ['cider-mill-4', false],
    ['correct horse battery', false],
  ]
  for (const [password, guessed] of GUESSED)
    it(`"${password}" ${guessed ? 'is one that others guess' : 'may be chosen'}`, () => {
      expect(isGuessed(password, ['z.pippin', 'Z. Pippin'])).to.equal(guessed)
    })
  it('one that others guess is refused at every door, beside its field', async () => {
    const { me } = (await admin.get('/session')).body
    const made = await admin.post('/people', { name: 'Z. Pippin', login: 'z.pippin', role: 'viewer', password: 'z.pippin12' })
    const changed = await admin.patch(`/people/${me.id}`, { password: 'qwertyuiop' })
    const own = await admin.put('/session/password', { old: 'cider-press-4', password: 'password123' })
    const taken = await new Client(instance.url).post('/invitation', { login: 'nobody.here', code: 'x', password: 'nobody.here' })
    for (const reply of [made, changed, own, taken]) expect([reply.status, reply.body.errors?.[0].field]).to.deep.equal([422, 'password'])
  })
  it('looking whether it is guessed takes less than 200 ms, whatever is typed', () => {
    const random = seeded(1)
    const SIGNS = ['4@8(6953!10$7+2z', 'abcdefghij0123456789-_!$@', 'asdfghjkl', '20261201']
    for (let n = 0; n < 300; n += 1) {
      const signs = SIGNS[n % SIGNS.length]!
      const typed = Array.from({ length: 200 }, () => signs[Math.floor(random() * signs.length)]).join('')
      const since = performance.now()
      isGuessed(typed, ['administrator'])
      expect(performance.now() - since, typed.slice(0, 30)).to.be.below(200)
    }
  })
  it('a hash from when they cost less still counts, and is made anew when its password is known', async () => {
    const before = (await hashPassword('russet-russet', '', 10)).split('$')
    const old = ['scrypt', ...(await hashPassword('russet-russet', '', 14)).split('$').slice(2)].join('$')
    expect(await checkPassword('russet-russet', old)).to.equal(true)
    expect(await checkPassword('russet-russex', old)).to.equal(false)
    expect(costsTooLittle(before.join('$'))).to.equal(true)
    await admin.post('/people', { name: 'O. Old', login: 'o.old', role: 'viewer', password: 'russet-russet-7' })
    await instance.pool.query("UPDATE person SET password_hash = $1 WHERE login = 'o.old'", [before.join('$')])
    await new Client(instance.url).signIn('o.old', 'russet-russet')
    const { rows } = await instance.pool.query("SELECT password_hash FROM person WHERE login = 'o.old'")
    expect(rows[0].password_hash.split('$')[1]).to.equal('12')
    await new Client(instance.url).signIn('o.old', 'russet-russet')
  })
  it('outside of tests a hash takes 2^17', () => {
    const said = "import('./src/server/people/password.ts').then((p) => console.log(p.COST))"
    const run = spawnSync(process.execPath, ['--import', 'tsx', '-e', said], {
      env: { ...process.env, NODE_ENV: 'production' },
      encoding: 'utf8',
    })
    expect(run.stdout.trim(), run.stderr).to.equal('17')
  })

  it('the last administrator who can sign in cannot go: one who is only invited does not count, by form or by file', async () => {
    const added = await admin.post('/people', { name: 'N. Invited', login: 'invited', role: 'administrator', password: null })
    expect(added.status).to.equal(201)
    const { me } = (await admin.get('/session')).body
    const away = await admin.send('PATCH', `/people/${me.id}`, { role: 'planner' })
    expect([away.status, away.body.detail]).to.deep.equal([422, 'Somebody must stay administrator.'])
    expect((await admin.send('PATCH', `/people/${me.id}`, { active: false })).status).to.equal(422)
    const file = 'login,name,role,active\nadministrator,J. Lund,viewer,yes\n'
    const read = await admin.post('/rack/people/file?name=own.csv&apply=1', file)
    expect([read.status, read.body.detail]).to.deep.equal([422, 'Somebody must stay administrator.'])
    // With a password of the other one it may.
    const code = (await admin.post(`/people/${added.body.person.id}/invitation`, {})).body.code
    await new Client(instance.url).post('/invitation', { login: 'invited', code, password: 'russet-russet-2' })
    expect((await admin.send('PATCH', `/people/${me.id}`, { role: 'planner' })).status).to.equal(200)
  })

  it('a flood of sign-ins from one address holds back nobody but itself: the queue keeps room for others', async () => {
    const flood = Array.from({ length: 40 }, () =>
      checkPassword('x', `scrypt$00$${'00'.repeat(32)}`, '10.9.9.9').catch((error: unknown) => error),
    )
    const [other] = await Promise.all([checkPassword('russet', await hashPassword('russet', '10.1.1.1'), '10.1.1.1'), ...flood])
    expect(other).to.equal(true)
    const refusedOf = (await Promise.all(flood)).filter((r) => r instanceof TooBusy)
    expect(refusedOf.length).to.be.greaterThan(20)
  })

  it('from one address only so many tries go on, with whatever names', async () => {
    const anyone = new Client(instance.url)
    const statuses = []
    for (let n = 0; n < 64; n += 1) statuses.push((await anyone.post('/session', { login: `nobody${n}`, password: 'x' })).status)
    expect(statuses.slice(0, 50)).to.deep.equal(Array.from({ length: 50 }, () => 401))
    expect(statuses.at(-1)).to.equal(429)
  })
})

describe('first start', () => {
  it('an empty database makes its first administrator with the printed code, once', async () => {
    const db = await freshDatabase('empty')
    const instance = await startInstance(db.url, { demo: false })
    await instance.pool.query("INSERT INTO setting (key, value) VALUES ('first-administrator-code', 'abc123')")
    const client = new Client(instance.url)
    expect((await client.get('/session')).body).to.deep.equal({ me: null, needsFirstAdministrator: true, demo: false })
    const person = { name: 'A. Bramley', login: 'bramley', password: 'russet-russet' }
    expect((await client.post('/first-administrator', { ...person, code: 'wrong' })).status).to.equal(403)
    expect((await client.post('/first-administrator', { ...person, code: 'abc123' })).status).to.equal(201)
    expect((await client.post('/first-administrator', { ...person, login: 'other', code: 'abc123' })).status).to.equal(410)
    await client.signIn('bramley', 'russet-russet')
    expect((await client.get('/yard')).body).to.deep.include({ plant: 'No plant yet', jobs: [], due: [], areas: [] })
    await instance.close()
    await db.drop()
  })

  it('says that the database is away instead of showing a fault', async () => {
    const db = await freshDatabase()
    const instance = await startInstance(db.url)
    const client = await new Client(instance.url).signIn('technician')
    await db.drop()
    const reply = await client.get('/yard')
    expect(reply.status).to.equal(503)
    expect(reply.body.detail).to.contain('kept')
    await instance.close()
  })
})
