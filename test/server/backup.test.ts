import { cp, mkdtemp, readFile, readdir, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { expect } from 'chai'
import pg from 'pg'
import { BackupFailed, byTheHour, listBackups, makeBackup, readManifest, type BackupPlace } from '../../src/server/backup/backup.js'
import { differences, sumsOf } from '../../src/server/backup/manifest.js'
import { restore, type RestoreInto } from '../../src/server/backup/restore.js'
import { NewerDatabase, migrationsIn, prepareDatabase } from '../../src/server/prepare.js'
import { programsOfPostgres } from '../../tools/setup.mjs'
import { Client, NOW, blankDatabase, freshDatabase, machineBy, startInstance } from './helpers.js'

const MIGRATIONS = join(process.cwd(), 'src', 'server', 'migrations')
const HOUR = 3600 * 1000
const later = (hours: number) => new Date(NOW.getTime() + hours * HOUR)

describe('backups', () => {
  let place: BackupPlace
  const undo: (() => Promise<unknown>)[] = []
  beforeEach(async () => {
    const directory = await mkdtemp(join(tmpdir(), 'backup-'))
    undo.push(() => rm(directory, { recursive: true, force: true }))
    place = { directory, keep: 3, programs: programsOfPostgres() ?? '' }
  })
  afterEach(async () => {
    for (const back of undo.splice(0).reverse()) await back()
  })
  const demo = async () => {
    const db = await freshDatabase('demo')
    undo.push(db.drop)
    return db.url
  }
  const inside = async <T>(url: string, body: (client: pg.Client) => Promise<T>): Promise<T> => {
    const client = new pg.Client({ connectionString: url })
    await client.connect()
    try {
      return await body(client)
    } finally {
      await client.end()
    }
  }
  const served = async (url: string) => {
    const instance = await startInstance(url, { demo: false, backups: { url, place } })
    undo.push(instance.close)
    return instance
  }
  const bring = (url: string, name: string, into: RestoreInto, at = later(2)) =>
    restore(url, place, join(place.directory, name), into, migrationsIn(MIGRATIONS), at)
  const refusal = (work: Promise<unknown>) =>
    work.then(
      () => 'done',
      (error: unknown) => {
        if (!(error instanceof BackupFailed)) throw error
        return error.message
      },
    )
  /** A database beside the living one, gone at the end. */
  const beside = (url: string): RestoreInto => {
    const database = `beside_${Math.random().toString(36).slice(2, 10)}`
    undo.push(() => inside(url, (client) => client.query(`DROP DATABASE IF EXISTS "${database}" WITH (FORCE)`)))
    return { kind: 'beside', database }
  }

  it('by a button: an administrator makes one, sees its age and what lies there', async () => {
    const url = await demo()
    const admin = await new Client((await served(url)).url).signIn('administrator')
    expect((await admin.get('/backups')).body).to.deep.equal({
      ...{ directory: place.directory, keep: 3, backups: [] },
      papers: { used: 0, most: 10e9 },
    })
    const made = await admin.post('/backups', {})
    expect(made.status).to.equal(201)
    const [line] = made.body.backups
    expect([line.why, line.madeAt]).to.deep.equal(['by hand', NOW.toISOString()])
    expect(line.rows).to.be.greaterThan(1000)
    expect((await readdir(place.directory)).length).to.equal(1)
  })

  it('restored beside the living one it equals it row for row, opens, and reads the same: machine, card and paper', async () => {
    const url = await demo()
    const admin = await new Client((await served(url)).url).signIn('administrator')
    const pump = await machineBy(admin, 'MP-2')
    const PDF = Buffer.from('%PDF-1.4 the pump manual %%EOF')
    const { body: folder } = await admin.post(`/machines/${pump.id}/documents?kind=manual&name=Pump`, PDF)
    const { name } = await makeBackup(url, place, 'by hand', NOW)
    const report = await bring(url, name, beside(url))
    const [was, is] = await Promise.all([inside(url, sumsOf), inside(report.url, sumsOf)])
    expect(differences(was, is)).to.deep.equal([])
    expect(Object.keys(was).length).to.be.greaterThan(40)
    const other = await new Client((await served(report.url)).url).signIn('administrator')
    const read = async (client: Client) => {
      const machine = await machineBy(client, 'MP-2')
      const card = machine.jobs[0] && (await client.get(`/cards/${machine.jobs[0].id}`)).body
      return { machine, card, paper: (await client.get(`/documents/${folder.documents[0].id}/file`)).status }
    }
    expect(await read(other)).to.deep.equal(await read(admin))
  })

  it('never over a living plant without being asked; asked, what stood there is kept first', async () => {
    const url = await demo()
    const { name } = await makeBackup(url, place, 'by hand', NOW)
    await inside(url, (client) => client.query("UPDATE machine SET name = 'Another name' WHERE code = 'MP-2'"))
    expect(await refusal(bring(url, name, { kind: 'empty' }))).to.match(/a plant lives in this database/)
    const instance = await startInstance(url, { demo: false })
    await new Client(instance.url).get('/session')
    expect(await refusal(bring(url, name, { kind: 'over' }))).to.match(/the program runs on this database: stop it/)
    await instance.close()
    const report = await bring(url, name, { kind: 'over' })
    const nameNow = (at: string) =>
      inside(at, async (client) => (await client.query("SELECT name FROM machine WHERE code = 'MP-2'")).rows[0].name)
    expect(await nameNow(url)).to.equal('Mash pump')
    const before = await bring(url, report.before!, beside(url))
    expect(await nameNow(before.url)).to.equal('Another name')
  })

  it('into one that was only started, and then not again', async () => {
    const { name } = await makeBackup(await demo(), place, 'by hand', NOW)
    const made = (await readManifest(join(place.directory, name)))!
    const started = await freshDatabase('empty')
    undo.push(started.drop)
    const report = await bring(started.url, name, { kind: 'empty' })
    expect(report.before).to.equal(null)
    expect(differences(made.tables, await inside(started.url, sumsOf))).to.deep.equal([])
    expect(await refusal(bring(started.url, name, { kind: 'empty' }))).to.match(/a plant lives in this database/)
  })

  it('what is damaged, of a newer program, or no backup is refused before anything is touched', async () => {
    const url = await demo()
    const { name } = await makeBackup(url, place, 'by hand', NOW)
    const directory = join(place.directory, name)
    const file = join(directory, 'manifest.json')
    const kept = await readFile(file, 'utf8')
    await writeFile(file, kept.replace(/"(\d{17}_as_it_is_said)"/, '"29991231000000001_of_tomorrow"'))
    expect(await refusal(bring(url, name, beside(url)))).to.match(/newer program/)
    await writeFile(file, kept)
    const dump = join(directory, 'plant.dump')
    const bytes = await readFile(dump)
    bytes[bytes.length >> 1]! ^= 1
    await writeFile(dump, bytes)
    expect(await refusal(bring(url, name, beside(url)))).to.match(/damaged or cut short/)
    expect(await refusal(restore(url, place, '/nowhere', beside(url), [], NOW))).to.match(/there is nothing at/)
    expect(await refusal(restore(url, place, place.directory, beside(url), [], NOW))).to.match(/no backup of Yardfrost/)
    expect(await refusal(bring(url, name, { kind: 'beside', database: 'Bad Name' }))).to.not.equal('done')
  })

  it('rows that differ are found, table by table', async () => {
    const url = await demo()
    const before = await inside(url, sumsOf)
    await inside(url, (client) => client.query("UPDATE machine SET notes = notes || '!' WHERE code = 'MP-2'; DELETE FROM saved_search"))
    const found = differences(before, await inside(url, sumsOf))
    expect(found.some((d) => d.startsWith('machine: as many rows, and not the same'))).to.equal(true)
    expect(differences({ a: { rows: 1, sum: '3' } }, {})).to.deep.equal(['a: 1 rows in the backup, no table here'])
  })

  it('as many are kept as were asked for, one an hour is made, and one that fails leaves nothing behind', async () => {
    const url = await demo()
    for (let n = 0; n < 5; n += 1) await makeBackup(url, place, 'by hand', later(n))
    expect((await listBackups(place)).map((b) => b.madeAt)).to.deep.equal([4, 3, 2].map((n) => later(n).toISOString()))
    expect(await byTheHour(url, place, later(4.9))).to.equal(null)
    expect((await byTheHour(url, place, later(5.1)))!.why).to.equal('by the hour')
    expect(await refusal(makeBackup(url, { ...place, programs: '/nowhere' }, 'by hand', later(6)))).to.match(/pg_dump was not found/)
    expect(await readdir(place.directory)).to.have.length(3)
  })

  it('before a database of an older release is changed, it is kept as it was', async () => {
    const old = await blankDatabase()
    undo.push(old.drop)
    const dump = join(process.cwd(), 'test', 'server', 'dumps', 'before-shaft-lines.sql.gz')
    await old.run(gunzipSync(await readFile(dump)).toString('utf8'))
    const had = (await old.query('SELECT name FROM public.migration ORDER BY id')).rows.map((r: { name: string }) => r.name)
    const was = await inside(old.url, sumsOf)
    await prepareDatabase(old.url, MIGRATIONS, place)
    const [made] = await listBackups(place)
    expect(made!.why).to.equal('before a migration')
    const kept = (await readManifest(join(place.directory, made!.name)))!
    expect(kept.migrations).to.deep.equal(had)
    expect(differences(was, kept.tables)).to.deep.equal([])
    await prepareDatabase(old.url, MIGRATIONS, place)
    expect(await listBackups(place)).to.have.length(1)
  })

  it('a database of a newer program is refused with what to do, and stays as it is', async () => {
    const url = await demo()
    await inside(url, (client) => client.query("INSERT INTO migration (name, run_on) VALUES ('29991231000000001_of_tomorrow', now())"))
    const before = await inside(url, sumsOf)
    const refused = await prepareDatabase(url, MIGRATIONS, place).catch((error: unknown) => error)
    expect(refused).to.be.instanceOf(NewerDatabase)
    expect((refused as Error).message).to.match(/newer program.*29991231000000001_of_tomorrow.*npm run restore/)
    expect(differences(before, await inside(url, sumsOf))).to.deep.equal([])
  })

  it('a migration that fails leaves the old state, whatever it had done', async () => {
    const url = await demo()
    const dir = await mkdtemp(join(tmpdir(), 'migrations-'))
    undo.push(() => rm(dir, { recursive: true, force: true }))
    await cp(MIGRATIONS, dir, { recursive: true })
    await writeFile(join(dir, '29990101000000001_good.sql'), 'CREATE TABLE of_good (id int);')
    await writeFile(join(dir, '29990101000000002_bad.sql'), "DELETE FROM saved_search; CREATE TABLE of_bad (id int); SELECT 'x'::int;")
    const before = await inside(url, sumsOf)
    expect(await prepareDatabase(url, dir, place).catch((error: unknown) => String(error))).to.match(/invalid input syntax/)
    expect(differences(before, await inside(url, sumsOf))).to.deep.equal([])
    await prepareDatabase(url, MIGRATIONS, place)
  })
})
