import type { BearingView } from '../../contract/rack.js'
import { withMakersFigures } from '../../core/catalogue/makers-figures.js'
import { findMarked } from '../../core/identify/marked.js'
import { findBearingRow } from '../bearings/store.js'
import { listJobs } from '../cards/store.js'
import type { Query } from '../database.js'
import { listStock, ownList } from '../lists/store.js'
import { plantContext } from '../plant/store.js'
import { notFound } from '../problems.js'
import { bearingUses } from '../records/lines.js'

const plainName = (text: unknown): string => {
  const designation = String(text).slice(0, 60)
  return findMarked(designation)?.row.designation ?? designation.trim().toUpperCase()
}

async function rowOf(query: Query, text: unknown) {
  const name = plainName(text)
  const computed = await findBearingRow(query, name)
  if (!computed) throw notFound('bearing')
  return { name, computed }
}

/** How the rack calls what is meant by a text. */
export const rackName = async (query: Query, text: unknown): Promise<string> => (await rowOf(query, text)).computed.designation

/** A bearing with all that the plant knows of it. */
export async function bearingView(query: Query, text: unknown): Promise<BearingView> {
  const { name, computed } = await rowOf(query, text)
  const [{ makersFigures }, usedAt, jobs, stock, references] = await Promise.all([
    plantContext(query),
    bearingUses(query, name),
    listJobs(query, { designation: name }),
    listStock(query, name),
    ownList('cross-references').entries(query, null),
  ])
  const names = references.filter((r) => findMarked(String(r.marking))?.row.designation === name).map((r) => String(r.name))
  return { row: withMakersFigures(computed, makersFigures), computed, usedAt, jobs, stock, names }
}
