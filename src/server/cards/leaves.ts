import type { Query } from '../database.js'
import type { Finished } from './card.js'
import { leaveRolling } from './leaves-rolling.js'

/** What a finished card leaves in the records, by procedure; one that is not here leaves nothing but its document. */
export const LEAVES: Readonly<Record<string, (query: Query, finished: Finished) => Promise<void>>> = { rolling: leaveRolling }
