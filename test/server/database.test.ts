import { expect } from 'chai'
import { catalogue } from '../../src/core/catalogue/catalogue.js'
import { prepareDatabase } from '../../src/server/prepare.js'
import { loadDemo } from '../../src/server/demo.js'
import { NOW, freshDatabase, startInstance, type Instance } from './helpers.js'

/** What the database itself refuses: [name, statement, SQLSTATE]. */
const REFUSED: [string, string, string][] = [
  ['a role that does not exist', "INSERT INTO person (name, login, role, password_hash) VALUES ('A', 'ab', 'king', 'x')", '23514'],
  ['a sign-in name with capitals', "INSERT INTO person (name, login, role, password_hash) VALUES ('A', 'Ab', 'viewer', 'x')", '23514'],
  ['a sign-in name twice', "INSERT INTO person (name, login, role, password_hash) VALUES ('A', 'planner', 'viewer', 'x')", '23505'],
  ['a machine code twice', "INSERT INTO machine (plant_id, code, name) VALUES (1, 'MP-2', 'copy')", '23505'],
  ['a machine of no plant', "INSERT INTO machine (plant_id, code, name) VALUES (99, 'ZZ-9', 'lost')", '23503'],
  [
    'a span of nothing',
    "INSERT INTO shaft_line (machine_id, name, span_mm, shaft_material, housing_material, carries) VALUES (1, 'x', 0, 'a', 'b', 'c')",
    '23514',
  ],
  [
    'a position without a code of its own kind',
    "INSERT INTO position (shaft_line_id, name, code, along_mm) VALUES (1, 'x', 'middle', 1)",
    '23514',
  ],
  ['two positions of one code', "INSERT INTO position (shaft_line_id, name, code, along_mm) VALUES (1, 'x', 'p1', 1)", '23505'],
  ['two places of one number', 'INSERT INTO place (position_id, number) VALUES (1, 1)', '23505'],
  ['a place of a set that there is not', "INSERT INTO place (position_id, number, set_code) VALUES (1, 9, 's9')", '23503'],
  [
    'a bearing with its bore outside',
    "INSERT INTO bearing (designation, family, bore_mm, outside_mm, width_mm, data) VALUES ('X1', 'f', 80, 40, 10, '{}')",
    '23514',
  ],
  [
    'a second open job at one place',
    'INSERT INTO job_place (job_id, place_id, open) SELECT 1, place_id, true FROM job_place WHERE open',
    '23505',
  ],
  [
    'a finished job without its time',
    "INSERT INTO job (number, shaft_line_id, status, opened_at, opened_by, in_charge) VALUES ('y', 1, 'finished', now(), 1, 1)",
    '23514',
  ],
  [
    'a cancelled job without its time',
    "INSERT INTO job (number, shaft_line_id, status, opened_at, opened_by, in_charge) VALUES ('z', 1, 'cancelled', now(), 1, 1)",
    '23514',
  ],
  [
    'an answer of nowhere',
    "INSERT INTO answer (job_id, scope, station, field, version, value, revision, saved_at, saved_by) VALUES (4, 'left', 'fit', 'x', 1, '1', 1, now(), 1)",
    '23514',
  ],
  ['an answer twice', 'INSERT INTO answer SELECT * FROM answer LIMIT 1', '23505'],
  ['a version twice', 'INSERT INTO answer_version SELECT * FROM answer_version LIMIT 1', '23505'],
  [
    'a duty version twice on a shaft line',
    'INSERT INTO duty (shaft_line_id, version, data, saved_at, saved_by) SELECT shaft_line_id, version, data, saved_at, saved_by FROM duty LIMIT 1',
    '23505',
  ],
  [
    'a signature without what it rests on',
    "INSERT INTO step (job_id, key, version, signed_by, signed_at) VALUES (4, 'isolate', 1, 1, now())",
    '23514',
  ],
  ['an acceptance without a reason', "INSERT INTO step (job_id, key, version, accepted_by) VALUES (4, 'isolate', 1, 1)", '23514'],
  ['a change of the audit', "UPDATE audit SET action = 'x'", 'P0001'],
  ['a deletion from the audit', 'DELETE FROM audit', 'P0001'],
  ['an emptied audit', 'TRUNCATE audit', 'P0001'],
]

describe('database', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url)
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })

  for (const [name, statement, code] of REFUSED) {
    it(`refuses ${name}`, async () => {
      let got = 'accepted'
      await instance.pool.query(statement).catch((error) => (got = error.code))
      expect(got).to.equal(code)
    })
  }

  it('holds every base row of the core, and preparing or loading twice changes nothing', async () => {
    const count = async (table: string) => (await instance.pool.query(`SELECT count(*)::int AS n FROM ${table}`)).rows[0].n
    expect(await count("bearing WHERE origin = 'base'")).to.equal(catalogue().length)
    const before = [await count('job'), await count('answer'), await count('person')]
    await Promise.all([prepareDatabase(db.url, 'src/server/migrations'), prepareDatabase(db.url, 'src/server/migrations')])
    expect(await loadDemo(instance.pool, NOW)).to.equal(true)
    expect([await count('job'), await count('answer'), await count('person')]).to.deep.equal(before)
  })

  it('two instances loading the demo at once load it once', async () => {
    const fresh = await freshDatabase('empty')
    const both = await Promise.all([startInstance(fresh.url), startInstance(fresh.url)])
    const jobs = await both[0].pool.query('SELECT count(*)::int AS n FROM job')
    expect(jobs.rows[0].n).to.equal(5)
    for (const one of both) await one.close()
    await fresh.drop()
  })

  it('the demo plant holds no size that is kept out of examples', async () => {
    const fitted = (await instance.pool.query('SELECT DISTINCT designation FROM installation')).rows.map((r) => r.designation)
    expect(fitted).to.not.be.empty
    for (const row of catalogue().filter((r) => fitted.includes(r.designation))) {
      expect([row.boreMm, row.outsideMm, row.widthMm].join('x')).to.not.be.oneOf(['25x52x15', '50x110x27'])
    }
  })
})
