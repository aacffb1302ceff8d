import { createHash } from 'node:crypto'
import type { Writable } from 'node:stream'
import pg from 'pg'

// Counts and sizes stay well inside what a double holds exactly.
pg.types.setTypeParser(pg.types.builtins.INT8, Number)
pg.types.setTypeParser(pg.types.builtins.NUMERIC, Number)

export type Query = Pick<pg.ClientBase, 'query'>

export function createPool(url: string): pg.Pool {
  // Compiling a statement costs more here than running it.
  // One stays: whoever restores a backup sees that the program runs.
  // Statements that do not wait for each other go out together and are answered in their order.
  const pool = new pg.Pool({ connectionString: url, max: 10, min: 1, connectionTimeoutMillis: 3000, pipeline: true, options: '-c jit=off' })
  // A connection that breaks, idle or lent out, must not end the process; the query on it or the next one reports it.
  pool.on('error', () => {})
  pool.on('connect', (client) => client.on('error', () => {}))
  return pool
}

/** A transaction that is under way: who would begin one of their own takes part in it, and it ends with it. */
export class Within {
  constructor(readonly client: pg.PoolClient) {}
}

/**
 * Runs `body` in one transaction. A body that ends with a batch of writes may send `commit` along with them, which saves a trip;
 * where one of them fails, nothing is kept and the failure is raised.
 */
export async function transaction<T>(
  pool: pg.Pool | Within,
  body: (query: pg.PoolClient, commit: () => Promise<unknown>) => Promise<T>,
): Promise<T> {
  if (pool instanceof Within) return body(pool.client, () => Promise.resolve())
  const client = await pool.connect()
  const first = firstFaultOf(client)
  let broken = false
  let committed: Promise<unknown> | null = null
  const commit = () => (committed ??= client.query('COMMIT'))
  try {
    // Not waited for: what the body asks first goes out with it, and fails with it.
    const [value] = await together(client, () => {
      const begun = client.query('BEGIN')
      return Promise.all([body(client, commit), begun])
    })
    await commit()
    return value
  } catch (error) {
    await client.query('ROLLBACK').catch(() => (broken = true))
    // What failed first is the cause; whatever was asked behind it was only told that it comes too late.
    throw (error as { code?: string }).code === ABORTED ? (first.fault() ?? error) : error
  } finally {
    first.forget()
    client.release(broken)
  }
}

/** What every statement behind one that failed is answered until the transaction ends. */
const ABORTED = '25P02'

/** Remembers the first statement of a connection that fails, until it is told to forget. */
function firstFaultOf(client: pg.PoolClient): { fault: () => unknown; forget: () => void } {
  let fault: unknown = null
  const asked = client.query.bind(client) as (...args: unknown[]) => unknown
  const watched = (...args: unknown[]) => {
    const answer = asked(...args)
    if (answer instanceof Promise) answer.catch((error: unknown) => (fault ??= error))
    return answer
  }
  Object.assign(client, { query: watched })
  // What the connection itself can is found again once its own is gone.
  return { fault: () => fault, forget: () => void delete (client as Partial<pg.PoolClient>).query }
}

/**
 * Statements that are asked in the same turn leave in one write instead of one write each: half a dozen of them cost the
 * time of one.
 */
export function together<T>(query: Query, ask: () => T): T {
  const { stream } = (query as { connection?: { stream?: Writable } }).connection ?? {}
  stream?.cork()
  try {
    return ask()
  } finally {
    process.nextTick(() => stream?.uncork())
  }
}

const names = new Map<string, string>()

/** One name for each statement of the program, so that a connection plans it once. */
function nameOf(sql: string): string {
  const known = names.get(sql)
  if (known) return known
  const name = createHash('sha256').update(sql).digest('hex').slice(0, 32)
  names.set(sql, name)
  return name
}

/** Statements that were made one, by the names of their parts. */
const joined = new Map<string, string>()

/** Some reads as one: a column for each, its rows as a JSON list. */
function joinedText(parts: readonly pg.QueryConfig[]): string {
  const key = parts.map((p) => p.name).join()
  const known = joined.get(key)
  if (known) return known
  let before = 0
  const columns = parts.map(({ text, values = [] }, i) => {
    const shifted = text.replace(/\$(\d+)/g, (_, n: string) => `$${Number(n) + before}`)
    before += values.length
    return `(SELECT coalesce(json_agg(t), '[]') FROM (${shifted}) t) AS r${i}`
  })
  const text = `SELECT ${columns.join(', ')}`
  joined.set(key, text)
  return text
}

/**
 * Reads that `ask` asks in its first turn, sent as one statement: each answer of the database wakes this process once.
 * Their values are as JSON has them, so that a time is a text. Nothing that writes or locks may be asked so.
 */
export function asOneRead<T>(query: Query, ask: (reads: Query) => T): T {
  const parts: { config: pg.QueryConfig; done: (found: { rows: unknown[] }) => void; failed: (error: unknown) => void }[] = []
  let open = true
  const reads = {
    query: (config: pg.QueryConfig) => (open ? new Promise((done, failed) => parts.push({ config, done, failed })) : query.query(config)),
  } as Query
  const answer = ask(reads)
  open = false
  const configs = parts.map((p) => p.config)
  const all = one<Record<string, unknown[]>>(
    query,
    joinedText(configs),
    configs.flatMap((c) => c.values ?? []),
  )
  all.then(
    (found) => parts.forEach((p, i) => p.done({ rows: found![`r${i}`]! })),
    (error: unknown) => parts.forEach((p) => p.failed(error)),
  )
  return answer
}

export async function rows<T>(query: Query, sql: string, values: unknown[] = []): Promise<T[]> {
  return (await query.query({ name: nameOf(sql), text: sql, values })).rows as T[]
}

/** A writing statement; the number of rows that it touched. */
export async function execute(query: Query, sql: string, values: unknown[] = []): Promise<number> {
  return (await query.query({ name: nameOf(sql), text: sql, values })).rowCount ?? 0
}

export async function one<T>(query: Query, sql: string, values: unknown[] = []): Promise<T | null> {
  return (await rows<T>(query, sql, values))[0] ?? null
}

/** Writes a line that nobody can change afterwards. */
export async function audit(
  query: Query,
  at: Date,
  personId: number | null,
  action: string,
  subject: string,
  detail: object = {},
): Promise<void> {
  await execute(query, 'INSERT INTO audit (at, person_id, action, subject, detail) VALUES ($1, $2, $3, $4, $5)', [
    at,
    personId,
    action,
    subject,
    detail,
  ])
}

/** A value kept for all instances; made once by `make`. */
export async function setting(query: Query, key: string, make: () => string): Promise<string> {
  await query.query('INSERT INTO setting (key, value) VALUES ($1, $2) ON CONFLICT (key) DO NOTHING', [key, make()])
  return (await one<{ value: string }>(query, 'SELECT value FROM setting WHERE key = $1', [key]))!.value
}
