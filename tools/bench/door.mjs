// What arrives through the door, and how soon others hear of it.
import { randomUUID } from 'node:crypto'
import pg from 'pg'

const AT_ONCE = 100

/** Seconds until a device that kept so many greasings, each of another point, has sent them all, one call after the other. */
export async function outboxTime(call, databaseUrl, count) {
  const client = new pg.Client(databaseUrl)
  await client.connect()
  const { rows } = await client.query(
    `SELECT id::int AS point, grease_id::int AS "greaseId" FROM greasing_point t WHERE grease_id IS NOT NULL
       AND NOT EXISTS (SELECT 1 FROM grease_event e WHERE e.point_id = t.id AND e.at > now() - interval '2 days') ORDER BY id LIMIT $1`,
    [count],
  )
  await client.end()
  if (rows.length < count) throw new Error(`only ${rows.length} points have a grease and were not greased lately`)
  const entry = { kind: 'greased', gunId: null, strokes: null, grams: 1, looks: '', note: 'of the bench' }
  const at = new Date().toISOString()
  return sendAll(
    call,
    rows.map((of) => ({ key: randomUUID(), at, kind: 'log-greasing', body: { ...of, ...entry } })),
  )
}

/** The same of so many answers of one field of a card. */
export async function answersTime(call, card, { scope, station, field, value }, count) {
  const { answers, revision } = await call('GET', `/cards/${card}`)
  const base = answers[`${scope}/${station}.${field}`]?.version ?? 0
  const commands = Array.from({ length: count }, (_, i) => ({
    ...{ key: randomUUID(), at: new Date().toISOString(), kind: 'answer-card' },
    body: { card, since: revision + i, changes: [{ scope, station, field, value: value(i), base: base + i }] },
  }))
  return sendAll(call, commands)
}

async function sendAll(call, commands) {
  const begun = performance.now()
  for (let i = 0; i < commands.length; i += AT_ONCE) {
    const { answers } = await call('POST', '/commands', { device: 'bench', commands: commands.slice(i, i + AT_ONCE) })
    const bad = answers.find((a) => a.outcome !== 'done')
    if (bad) throw new Error(JSON.stringify(bad))
  }
  return (performance.now() - begun) / 1000
}

/** The time under which 95 of 100 of those that hear of a change have heard, ms; those that `ask` have its answer by then. */
export async function hearTime(url, cookies, streams, { change, subject, ask, asking }, rounds) {
  const stop = new AbortController()
  const heard = []
  let told = () => {}
  const open = async (i) => {
    const res = await fetch(`${url}/api/v1/stream`, { headers: { origin: url, cookie: cookies[i % cookies.length] }, signal: stop.signal })
    if (!res.ok) throw new Error(`stream: ${res.status}`)
    void (async () => {
      let text = ''
      for await (const piece of res.body) {
        text += Buffer.from(piece).toString('utf8')
        const events = text.split('\n\n')
        text = events.pop()
        for (const event of events) if (event.startsWith('data: ') && subject(JSON.parse(event.slice(6)))) told(i)
      }
    })().catch(() => {})
  }
  for (let i = 0; i < streams; i++) await open(i)
  for (let round = 0; round < rounds; round++) {
    await new Promise((done) => {
      const waiting = new Set(Array.from({ length: streams }, (_, i) => i))
      const begun = performance.now()
      told = async (i) => {
        if (!waiting.has(i)) return
        if (i < asking) await ask()
        heard.push(performance.now() - begun)
        if (waiting.delete(i) && !waiting.size) done()
      }
      void change(round)
    })
  }
  stop.abort()
  heard.sort((a, b) => a - b)
  return heard[Math.floor(heard.length * 0.95)]
}
