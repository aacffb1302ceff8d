// Bare Express and node-postgres with the statements of Yardfrost: what any server on this machine could answer at most.
// Run with --import tsx, since it takes the statements from the source. Prints its port.
import express from 'express'
import pg from 'pg'
import { cardView } from '../../src/server/cards/card.ts'
import { plantName } from '../../src/server/plant/store.ts'
import { savedSearches } from '../../src/server/people/searches.ts'
import { readSession } from '../../src/server/people/store.ts'
import * as yard from '../../src/server/yard/store.ts'

const [url, cardId] = process.argv.slice(2)
const pool = new pg.Pool({ connectionString: url, max: 10, options: '-c jit=off' })

/** The statements that `work` asks, as they go to the database. */
async function statementsOf(work) {
  const asked = []
  await work({ query: (config) => (asked.push(config), pool.query(config)) })
  return asked
}
const now = new Date()
const week = new Date(now.getTime() + 7 * 24 * 3600 * 1000)
const all = { area: '', personId: null }
const session = (query) => readSession(query, 'nobody')
const ofYard = await statementsOf((query) =>
  Promise.all([
    session(query),
    plantName(query),
    yard.openJobs(query, all),
    yard.dueBefore(query, all, now, week),
    yard.listAreas(query, now, week),
    yard.listColleagues(query),
    savedSearches(query, 1, 'yard'),
  ]),
)
const ofCard = await statementsOf(async (query) => {
  await session(query)
  await cardView(query, Number(cardId), now)
})

const app = express()
const answer = (statements) => async (_req, res) => {
  const results = await Promise.all(statements.map((s) => pool.query(s)))
  res.json(results.map((r) => r.rows))
}
app.get('/yard', answer(ofYard))
app.get('/card', answer(ofCard))
const server = app.listen(0, '127.0.0.1', () => console.log(server.address().port))
