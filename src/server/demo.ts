import { randomUUID } from 'node:crypto'
import type pg from 'pg'
import { z } from 'zod'
import source from '../../demo/plant.json'
import { OWN_KINDS } from '../contract/own-data.js'
import { lineDraft } from '../contract/lines.js'
import { ROLES, type Me } from '../contract/people.js'
import { greaseInput, gunInput, schoolsInput } from '../contract/plant.js'
import { readAnswers, schemaFor, stepValuesSchema } from '../contract/answers.js'
import { asLineAnswers, keyOf, partsOf } from '../core/card/answers.js'
import { hashPassword } from './people/password.js'
import { bareContext } from '../core/card/context.js'
import { evaluateLine } from '../core/card/evaluate.js'
import { fieldsOf, type Level } from '../core/card/fields.js'
import { COMPONENT_KINDS } from '../core/line/draft.js'
import { HOLDING_NOT_RECORDED, SHAFT_ORIENTATIONS, SHAFT_SEATS, withOuterHeld } from '../core/line/records.js'
import { strokesFor } from '../core/lubrication/grease.js'
import { ROLLING } from '../core/procedure/rolling.js'
import type { RunReading } from '../core/runin/run-in.js'
import { SCHOOLS } from '../core/lubrication/regreasing.js'
import { openCard } from './cards/open.js'
import { changeCard } from './cards/changes.js'
import { finish } from './cards/finish.js'
import { accept, saveStep, sign } from './cards/steps.js'
import { bringEntries } from './lists/bring.js'
import { audit, one, setting, transaction, type Query } from './database.js'
import { findPoint, pointOfPosition, setWant } from './greasing/points.js'
import { addGreasing } from './greasing/store.js'
import { fitBearing } from './records/lines.js'
import { addPerson, findSignIn } from './people/store.js'
import { addGrease, addGun, plantContext, setSchools } from './plant/store.js'

/** One printed password for the invented people; they exist only with the demo plant, on loopback. */
export const DEMO_PASSWORD = 'cider-press-4'

/** Answers of some fields of one station at one level. */
const answersAt = (level: Level) =>
  z
    .strictObject(
      Object.fromEntries(
        fieldsOf('duty')
          .filter(([, field]) => field.level === level)
          .map(([name, field]) => [name, schemaFor(field)]),
      ),
    )
    .partial()
const place = z.strictObject({
  designation: z.string(),
  group: z.string().nullable(),
  daysAgo: z.number(),
  shaftSeat: z.strictObject({ kind: z.enum(SHAFT_SEATS), sleeve: z.string() }).optional(),
})
/** Grease and gun by their number in the lists, from 1. Done at every interval back from the one that falls due in `dueInDays`; `missed` ones were skipped. */
const greasing = z.strictObject({
  grease: z.int(),
  gun: z.int(),
  school: z.enum(SCHOOLS),
  manualIntervalH: z.number().optional(),
  /** From the machine manual, where the catalogue does not hold the bearing. */
  quantityG: z.number().optional(),
  dueInDays: z.number(),
  missed: z.array(z.int()).default([]),
})
const demoSchema = z.strictObject({
  plant: z.string(),
  people: z.array(z.strictObject({ name: z.string(), login: z.string(), role: z.enum(ROLES) })),
  greases: z.array(greaseInput),
  guns: z.array(gunInput.extend({ daysAgo: z.number() })),
  schools: schoolsInput,
  /** The plant's lists over the catalogue, entered by the planner. */
  ownData: z.partialRecord(z.enum(OWN_KINDS), z.array(z.record(z.string(), z.unknown()))),
  machines: z.array(
    z.strictObject({
      code: z.string(),
      name: z.string(),
      area: z.string(),
      location: z.string(),
      notes: z.string(),
      shaftLines: z.array(
        z.strictObject({
          name: z.string(),
          orientation: z.enum(SHAFT_ORIENTATIONS),
          shaftMaterial: z.string(),
          housingMaterial: z.string(),
          carries: z.string(),
          components: z.array(z.strictObject({ kind: z.enum(COMPONENT_KINDS), slot: z.int() })),
          shaft: lineDraft.shape.shaft,
          duty: answersAt('line'),
          positions: z.array(
            z.strictObject({
              name: z.string(),
              alongMm: z.number(),
              held: z.boolean(),
              set: z.enum(['back-to-back', 'face-to-face', 'tandem']).optional(),
              places: z.array(place),
              duty: answersAt('position'),
              greasing: greasing.optional(),
            }),
          ),
        }),
      ),
    }),
  ),
  jobs: z.array(
    z.strictObject({
      machine: z.string(),
      places: z.array(z.string()),
      daysAgo: z.number(),
      by: z.string(),
      reason: z.string(),
      finish: z.boolean(),
      finishReason: z.string().default(''),
      answers: z.record(z.string(), z.unknown()),
      steps: z.array(
        z.strictObject({
          key: z.string(),
          values: stepValuesSchema,
          accept: z.strictObject({ by: z.string(), reason: z.string() }).optional(),
        }),
      ),
    }),
  ),
})
type Demo = z.output<typeof demoSchema>

const DAY_MS = 24 * 3600 * 1000
const STEP_MS = 20 * 60 * 1000
const LOCK = 20261124

/** Loads the invented plant into an empty database; figures are computed here by the core, never typed. True when the demo plant is there. */
export async function loadDemo(pool: pg.Pool, now: Date): Promise<boolean> {
  const client = await pool.connect()
  try {
    await client.query('SELECT pg_advisory_lock($1)', [LOCK])
    if (await one(client, 'SELECT 1 FROM plant')) return (await one(client, "SELECT 1 FROM setting WHERE key = 'demo'")) !== null
    const demo = demoSchema.parse(source)
    const ids = await loadSettings(pool, demo, now)
    const { positions, places: placeIds } = await loadPlant(pool, demo, now)
    await loadOwnData(pool, demo, now)
    // In the order in which it happened, so that every card finds the records of its day.
    const history = [
      ...demo.jobs.map((job) => ({
        daysAgo: job.daysAgo,
        load: () =>
          loadJob(
            pool,
            job,
            job.places.map((code) => placeIds.get(`${job.machine} ${code}`)!),
            ids,
            now,
          ),
      })),
      ...(await greasings(pool, demo, positions, ids, now)),
    ].sort((a, b) => b.daysAgo - a.daysAgo)
    for (const event of history) await event.load()
    await setting(client, 'demo', () => 'yes')
    await audit(client, now, null, 'load-demo', demo.plant)
    return true
  } finally {
    await client.query('SELECT pg_advisory_unlock($1)', [LOCK]).catch(() => {})
    client.release()
  }
}

async function insert(query: Query, sql: string, values: unknown[]): Promise<number> {
  return (await one<{ id: number }>(query, `${sql} RETURNING id`, values))!.id
}

interface Ids {
  greases: number[]
  guns: number[]
}

async function loadSettings(pool: pg.Pool, demo: Demo, now: Date): Promise<Ids> {
  const ids: Ids = { greases: [], guns: [] }
  for (const grease of demo.greases) ids.greases.push((await addGrease(pool, grease))!)
  for (const gun of demo.guns) ids.guns.push((await addGun(pool, gun, null, new Date(now.getTime() - gun.daysAgo * DAY_MS)))!)
  await setSchools(pool, demo.schools)
  return ids
}

/** Two years of greasing at every point, reckoned back from the date it falls due. */
const HISTORY_DAYS = 730
const LOOKS = ['', 'clean', 'dark at the lip', '', 'a little watery', 'clean']

async function greasings(pool: pg.Pool, demo: Demo, positions: Map<string, number>, ids: Ids, now: Date) {
  const person = (await findSignIn(pool, 'technician'))!
  const events: { daysAgo: number; load: () => Promise<unknown> }[] = []
  const plant = await plantContext(pool)
  for (const machine of demo.machines) {
    for (const { line, p, code } of machine.shaftLines.flatMap((l) =>
      l.positions.map((at, i) => ({ line: l, p: at, code: `p${i + 1}` })),
    )) {
      const plan = p.greasing
      if (!plan) continue
      const positionId = positions.get(`${machine.code} ${code}`)!
      const greaseId = ids.greases[plan.grease - 1]!
      const { school, quantityG: manualQuantityG } = plan
      const place = 'p1.1'
      const { answers } = readAnswers(
        asLineAnswers(
          {
            identify: { designation: p.places[0]!.designation },
            duty: { ...line.duty, ...p.duty },
            lubricate: {
              greaseId,
              school,
              manualIntervalH: plan.manualIntervalH ?? null,
              orientation: line.orientation === 'vertical' ? 'vertical' : 'horizontal',
            },
          },
          place,
        ),
      )
      const computed = evaluateLine(answers, { ...bareContext(), plant }).places[place]!.lubricate
      const hoursPerDay = Number(line.duty.hoursPerDay)
      const intervalH = computed.intervalH ?? plan.manualIntervalH!
      const intervalDays = computed.intervalDays ?? intervalH / hoursPerDay
      const quantityG = computed.quantityG ?? manualQuantityG!
      await setWant(pool, positionId, { greaseId, school, intervalH, intervalDays, quantityG }, null)
      const { point } = (await findPoint(pool, (await pointOfPosition(pool, positionId))!))!
      const gun = demo.guns[plan.gun - 1]!
      const strokes = strokesFor(quantityG, { gramsPerStroke: gun.gramsWeighed / gun.strokesWeighed })
      const first = intervalDays - plan.dueInDays
      for (let i = 0; first + i * intervalDays < HISTORY_DAYS || i === 0; i++) {
        const daysAgo = first + i * intervalDays
        const missed = plan.missed.includes(i)
        const event: Parameters<typeof addGreasing>[2] = {
          key: randomUUID(),
          at: new Date(now.getTime() - daysAgo * DAY_MS),
          personId: person.id,
          kind: missed ? 'skipped' : 'greased',
          greaseId: missed ? null : greaseId,
          gunId: missed ? null : ids.guns[plan.gun - 1]!,
          strokes: missed ? null : strokes,
          grams: missed ? null : (strokes * gun.gramsWeighed) / gun.strokesWeighed,
          looks: missed ? '' : LOOKS[(i + positionId) % LOOKS.length]!,
          note: missed ? 'not reached in the season' : '',
        }
        events.push({ daysAgo, load: () => transaction(pool, (query) => addGreasing(query, point, event)) })
      }
    }
  }
  return events
}

interface Loaded {
  positions: Map<string, number>
  places: Map<string, number>
}

async function loadPlant(pool: pg.Pool, demo: Demo, now: Date): Promise<Loaded> {
  const ago = (days: number) => new Date(now.getTime() - days * DAY_MS)
  const people: number[] = []
  const passwordHash = await hashPassword(DEMO_PASSWORD)
  for (const person of demo.people) people.push((await addPerson(pool, { ...person, passwordHash }))!.id)
  const plantId = await insert(pool, 'INSERT INTO plant (name) VALUES ($1)', [demo.plant])
  const loaded: Loaded = { positions: new Map(), places: new Map() }
  for (const machine of demo.machines) {
    const machineId = await insert(
      pool,
      'INSERT INTO machine (plant_id, code, name, area, location, notes) VALUES ($1, $2, $3, $4, $5, $6)',
      [plantId, machine.code, machine.name, machine.area, machine.location, machine.notes],
    )
    for (const line of machine.shaftLines) {
      const lineId = await insert(
        pool,
        'INSERT INTO shaft_line (machine_id, name, orientation, shaft_material, housing_material, carries, shaft) VALUES ($1, $2, $3, $4, $5, $6, $7)',
        [machineId, line.name, line.orientation, line.shaftMaterial, line.housingMaterial, line.carries, line.shaft],
      )
      for (const [i, c] of line.components.entries())
        await pool.query('INSERT INTO component (shaft_line_id, number, kind, slot) VALUES ($1, $2, $3, $4)', [
          lineId,
          i + 1,
          c.kind,
          c.slot,
        ])
      const duty: Record<string, unknown> = Object.fromEntries(
        Object.entries(line.duty).map(([name, value]) => [keyOf('line', 'duty', name), value]),
      )
      for (const [i, p] of line.positions.entries()) {
        const code = `p${i + 1}`
        const positionId = await insert(pool, 'INSERT INTO position (shaft_line_id, code, name, along_mm) VALUES ($1, $2, $3, $4)', [
          lineId,
          code,
          p.name,
          p.alongMm,
        ])
        loaded.positions.set(`${machine.code} ${code}`, positionId)
        if (p.set) await pool.query('INSERT INTO place_set (position_id, code, arrangement) VALUES ($1, $2, $3)', [positionId, 's1', p.set])
        for (const [n, fitted] of p.places.entries()) {
          const placeId = await insert(
            pool,
            'INSERT INTO place (position_id, number, set_code, holding, shaft_seat) VALUES ($1, $2, $3, $4, $5)',
            [
              positionId,
              n + 1,
              p.set ? 's1' : null,
              withOuterHeld(HOLDING_NOT_RECORDED, p.held),
              fitted.shaftSeat ?? { kind: 'not-recorded' },
            ],
          )
          loaded.places.set(`${machine.code} ${code}.${n + 1}`, placeId)
          await fitBearing(pool, placeId, fitted.designation, fitted.group, ago(fitted.daysAgo))
        }
        for (const [name, value] of Object.entries(p.duty)) duty[keyOf(code, 'duty', name)] = value
      }
      await insert(pool, 'INSERT INTO duty (shaft_line_id, version, data, saved_at, saved_by) VALUES ($1, 1, $2, $3, $4)', [
        lineId,
        duty,
        ago(700),
        people[0],
      ])
    }
  }
  return loaded
}

/** In the order in which entries rest on each other. */
async function loadOwnData(pool: pg.Pool, { ownData }: Demo, now: Date): Promise<void> {
  const planner: Me = (await findSignIn(pool, 'planner'))!
  const at = new Date(now.getTime() - 40 * DAY_MS)
  for (const kind of OWN_KINDS) if (ownData[kind]) await bringEntries(pool, kind, ownData[kind], planner, at)
}

async function loadJob(pool: pg.Pool, job: Demo['jobs'][number], placeIds: number[], ids: Ids, now: Date): Promise<void> {
  const opened = new Date(now.getTime() - job.daysAgo * DAY_MS)
  const someone = async (login: string): Promise<Me> => (await findSignIn(pool, login))!
  const by = await someone(job.by)
  const {
    job: line,
    answers,
    revision,
  } = await openCard(pool, { places: placeIds, reason: job.reason, procedure: ROLLING.name }, by, opened)
  const { id } = line
  const changes = Object.entries(job.answers).map(([key, value]) => {
    const { scope, station, name } = partsOf(key)!
    return { scope, station, field: name, value: byList(name, value, ids), base: answers[key]?.version ?? 0 }
  })
  const isRun = (c: (typeof changes)[number]) => c.station === 'runin' && c.field === 'readings'
  const send = (list: typeof changes, at: Date) => changeCard(pool, id, { since: revision, duty: null, changes: list }, by, at)
  const others = changes.filter((c) => !isRun(c))
  if (others.length) await send(others, opened)
  // A run is written down as it runs.
  for (const run of changes.filter(isRun)) {
    const readings = run.value as RunReading[]
    for (const [i, { minute }] of readings.entries())
      await send([{ ...run, value: readings.slice(0, i + 1), base: run.base + i }], new Date(opened.getTime() + minute * 60_000))
  }
  for (const [i, step] of job.steps.entries()) {
    const at = new Date(opened.getTime() + (i + 4) * STEP_MS)
    if (Object.keys(step.values).length) await saveStep(pool, id, step.key, 0, step.values, by, at)
    if (step.accept) await accept(pool, id, step.key, step.accept.reason, await someone(step.accept.by), at)
    await sign(pool, id, step.key, by, at)
  }
  if (job.finish) await finish(pool, id, job.finishReason, by, new Date(opened.getTime() + (job.steps.length + 5) * STEP_MS))
  // What moved while the plant was loaded is no news to anybody.
  await pool.query('DELETE FROM moved_figure WHERE job_id = $1', [id])
}

/** Grease and gun of a job's answers by their number in the lists. */
function byList(name: string, value: unknown, ids: Ids): unknown {
  const list = name === 'greaseId' ? ids.greases : name === 'gunId' ? ids.guns : null
  return list && typeof value === 'number' ? list[value - 1] : value
}
