import { execute, type Query } from '../database.js'

/**
 * Keeps other writers of a shaft line and its cards waiting until the transaction ends. Whoever changes a card takes its line first,
 * several lines in the order of their numbers: so two of them never wait for each other.
 */
export async function lockLine(query: Query, lineId: number): Promise<void> {
  await execute(query, 'SELECT 1 FROM shaft_line WHERE id = $1 FOR NO KEY UPDATE', [lineId])
}
