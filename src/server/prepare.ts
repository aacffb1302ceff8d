import { runner } from 'node-pg-migrate'
import { createPool } from './database.js'
import { seedBearings } from './rack/bearings.js'

/** Brings the database to the newest shape and the base rows of the catalogue into it. Safe to run twice at once. */
export async function prepareDatabase(url: string, migrationsDir: string): Promise<void> {
  await migrate(url, migrationsDir, 60)
  const pool = createPool(url)
  try {
    await seedBearings(pool)
  } finally {
    await pool.end()
  }
}

/** Another instance may be migrating at this moment; then this one waits for it. */
async function migrate(databaseUrl: string, dir: string, triesLeft: number): Promise<void> {
  try {
    await runner({ databaseUrl, dir, direction: 'up', migrationsTable: 'migration', log: () => {} })
  } catch (error) {
    if (triesLeft === 0 || !String(error).includes('Another migration')) throw error
    await new Promise((resolve) => setTimeout(resolve, 500))
    await migrate(databaseUrl, dir, triesLeft - 1)
  }
}
