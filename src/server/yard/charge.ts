import type { Query } from '../database.js'
import { works } from '../people/store.js'
import { refused } from '../problems.js'
import { setAreaCharge } from './store.js'

/** Who greases an area from now on; null for nobody. */
export async function chargeArea(query: Query, area: string, personId: number | null): Promise<void> {
  if (personId !== null && !(await works(query, personId))) throw refused('personId', 'somebody who works here')
  await setAreaCharge(query, area, personId)
}
