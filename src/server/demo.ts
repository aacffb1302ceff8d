import { randomUUID } from 'node:crypto'
import type pg from 'pg'
import { z } from 'zod'
import source from '../../demo/plant.json'
import { OWN_KINDS } from '../contract/own-data.js'
import { ROLES, greaseInput, gunInput, schoolsInput, type Me } from '../contract/api.js'
import { answerSchemas, fillAnswers, stepValuesSchema } from '../contract/card.js'
import { emptyAnswers, STATIONS } from '../core/card/answers.js'
import { hashPassword } from './auth/password.js'
import { evaluateCard } from '../core/card/evaluate.js'
import { bareContext } from '../core/card/station.js'
import { strokesFor } from '../core/lubrication/grease.js'
import { SCHOOLS } from '../core/lubrication/regreasing.js'
import { accept, cardView, finish, openJob, saveAnswer, saveStep, sign } from './card.js'
import { bringEntries } from './own-data.js'
import { audit, one, setting, type Query } from './store/database.js'
import { addGreaseEvent, setPoint, type GreaseEvent } from './store/lubrication.js'
import { fitBearing } from './store/machines.js'
import { addPerson, findSignIn } from './store/people.js'
import { addGrease, addGun, plantContext, setSchools } from './store/plant.js'

/** One printed password for the invented people; they exist only with the demo plant, on loopback. */
export const DEMO_PASSWORD = 'cider-press-4'

const answersSchema = z.partialRecord(z.enum(STATIONS), z.record(z.string(), z.unknown()))
const end = z.enum(['drive', 'non-drive'])
/** Grease and gun by their place in the lists, from 1. Done at every interval back from the one that falls due in `dueInDays`; `missed` ones were skipped. */
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
      place: z.string(),
      notes: z.string(),
      shaftLines: z.array(
        z.strictObject({
          name: z.string(),
          spanMm: z.number(),
          shaftMaterial: z.string(),
          housingMaterial: z.string(),
          carries: z.string(),
          positions: z.array(
            z.strictObject({
              end,
              name: z.string(),
              stationMm: z.number(),
              held: z.boolean(),
              fitted: z.strictObject({ designation: z.string(), group: z.string().nullable(), daysAgo: z.number() }),
              duty: answerSchemas.duty,
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
      end,
      daysAgo: z.number(),
      by: z.string(),
      reason: z.string(),
      finish: z.boolean(),
      finishReason: z.string().default(''),
      answers: answersSchema,
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
    const positions = await loadPlant(pool, demo, now)
    await loadOwnData(pool, demo, now)
    // In the order in which it happened, so that every card finds the records of its day.
    const history = [
      ...demo.jobs.map((job) => ({
        daysAgo: job.daysAgo,
        load: () => loadJob(pool, job, positions.get(`${job.machine} ${job.end}`)!, ids, now),
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
  for (const machine of demo.machines) {
    for (const p of machine.shaftLines.flatMap((line) => line.positions)) {
      const plan = p.greasing
      if (!plan) continue
      const positionId = positions.get(`${machine.code} ${p.end}`)!
      const greaseId = ids.greases[plan.grease - 1]!
      const { school, quantityG: manualQuantityG } = plan
      const answers = fillAnswers({
        identify: { designation: p.fitted.designation },
        duty: p.duty,
        lubricate: { greaseId, school, manualIntervalH: plan.manualIntervalH ?? null },
      })
      const computed = evaluateCard(answers, { ...bareContext(p.end, null), plant: await plantContext(pool) }).lubricate
      const intervalH = computed.intervalH ?? plan.manualIntervalH!
      const intervalDays = computed.intervalDays ?? intervalH / p.duty.hoursPerDay!
      const quantityG = computed.quantityG ?? manualQuantityG!
      await setPoint(pool, positionId, { greaseId, school, intervalH, intervalDays, quantityG }, null)
      const gun = demo.guns[plan.gun - 1]!
      const strokes = strokesFor(quantityG, { gramsPerStroke: gun.gramsWeighed / gun.strokesWeighed })
      const first = intervalDays - plan.dueInDays
      for (let i = 0; first + i * intervalDays < HISTORY_DAYS || i === 0; i++) {
        const daysAgo = first + i * intervalDays
        const missed = plan.missed.includes(i)
        const event: GreaseEvent = {
          key: randomUUID(),
          positionId,
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
        events.push({ daysAgo, load: () => addGreaseEvent(pool, event) })
      }
    }
  }
  return events
}

async function loadPlant(pool: pg.Pool, demo: Demo, now: Date): Promise<Map<string, number>> {
  const ago = (days: number) => new Date(now.getTime() - days * DAY_MS)
  const people: number[] = []
  for (const person of demo.people) people.push((await addPerson(pool, { ...person, passwordHash: await hashPassword(DEMO_PASSWORD) }))!.id)
  const plantId = await insert(pool, 'INSERT INTO plant (name) VALUES ($1)', [demo.plant])
  const positions = new Map<string, number>()
  for (const machine of demo.machines) {
    const machineId = await insert(pool, 'INSERT INTO machine (plant_id, code, name, place, notes) VALUES ($1, $2, $3, $4, $5)', [
      plantId,
      machine.code,
      machine.name,
      machine.place,
      machine.notes,
    ])
    for (const line of machine.shaftLines) {
      const lineId = await insert(
        pool,
        'INSERT INTO shaft_line (machine_id, name, span_mm, shaft_material, housing_material, carries) VALUES ($1, $2, $3, $4, $5, $6)',
        [machineId, line.name, line.spanMm, line.shaftMaterial, line.housingMaterial, line.carries],
      )
      for (const [i, p] of line.positions.entries()) {
        const id = await insert(
          pool,
          'INSERT INTO position (shaft_line_id, name, shaft_end, station_mm, held) VALUES ($1, $2, $3, $4, $5)',
          [lineId, p.name, p.end, p.stationMm, p.held],
        )
        positions.set(`${machine.code} ${p.end}`, id)
        await fitBearing(pool, id, p.fitted.designation, p.fitted.group, ago(p.fitted.daysAgo))
        await insert(
          pool,
          'INSERT INTO duty (shaft_line_id, position_id, version, data, saved_at, saved_by) VALUES ($1, $2, $3, $4, $5, $6)',
          [lineId, id, i + 1, p.duty, ago(700), people[0]],
        )
      }
    }
  }
  return positions
}

/** In the order in which entries rest on each other. */
async function loadOwnData(pool: pg.Pool, { ownData }: Demo, now: Date): Promise<void> {
  const planner: Me = (await findSignIn(pool, 'planner'))!
  const at = new Date(now.getTime() - 40 * DAY_MS)
  for (const kind of OWN_KINDS) if (ownData[kind]) await bringEntries(pool, kind, ownData[kind], planner, at)
}

async function loadJob(pool: pg.Pool, job: Demo['jobs'][number], positionId: number, ids: Ids, now: Date): Promise<void> {
  const opened = new Date(now.getTime() - job.daysAgo * DAY_MS)
  const someone = async (login: string): Promise<Me> => (await findSignIn(pool, login))!
  const by = await someone(job.by)
  const { id } = (await openJob(pool, positionId, job.reason, by, opened)).job
  const empty = emptyAnswers()
  for (const station of STATIONS) {
    const given = station === 'lubricate' ? byList(job.answers.lubricate, ids) : job.answers[station]
    if (!given) continue
    const { version, data } = (await cardView(pool, id, opened)).answers[station]
    await saveAnswer(pool, id, station, version, { ...empty[station], ...(data as object | null), ...given }, by, opened)
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

/** Grease and gun of a job's answers by their place in the lists. */
function byList(given: Record<string, unknown> | undefined, ids: Ids): Record<string, unknown> | undefined {
  const of = (list: number[], place: unknown) => (typeof place === 'number' ? list[place - 1] : null)
  return given && { ...given, greaseId: of(ids.greases, given.greaseId), gunId: of(ids.guns, given.gunId) }
}
