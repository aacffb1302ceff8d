import { distance } from 'fastest-levenshtein'
import { z } from 'zod'
import type { OwnKind } from './own-kinds.js'
import { COLUMNS } from './own-columns.js'

/** What the columns of somebody's own file are here. */

/** A column of a file: what it is called there, and which of ours it is; null for one that is left out or that nobody knows yet. */
export interface Heading {
  name: string
  column: string | null
  /** Whether it is settled: named as ours, or said so here before. */
  known: boolean
}

/** What the columns of a file are called, by what they are here; an empty text for one that is left out. */
export const columnNames = z.record(z.string().max(80), z.string().max(40))

/** What plants call these columns besides; a guess that whoever reads the file confirms. */
// prettier-ignore
const ALSO: Record<string, readonly string[]> = {
  code: ['machine', 'machine code', 'machine no', 'tag', 'asset', 'equipment', 'number'],
  name: ['description', 'machine name', 'title', 'person'],
  area: ['department', 'hall', 'building', 'plant area'],
  location: ['place', 'site', 'stand'],
  line: ['shaft line', 'shaft'],
  words: ['line in words', 'bearings', 'shaft line in words'],
  machine: ['code', 'machine code', 'tag', 'asset', 'equipment'],
  support: ['position', 'end', 'point', 'bearing position'],
  grease: ['lubricant', 'grease type'],
  interval_days: ['interval', 'days', 'every', 'interval days'],
  interval_h: ['hours', 'interval hours'],
  grams: ['quantity', 'amount', 'g', 'grease quantity'],
  last: ['last done', 'last greased', 'last date', 'done', 'date'],
  designation: ['bearing', 'number', 'type', 'bearing number'],
  group: ['clearance', 'clearance group'],
  fitted: ['from', 'installed', 'fitted on', 'in', 'date'],
  taken_out: ['to', 'removed', 'replaced', 'out', 'until'],
  login: ['user', 'sign-in name', 'user name'],
  marking: ['bearing', 'item', 'part', 'number'],
  shelf: ['bin', 'place', 'location', 'rack'],
  quantity: ['pieces', 'qty', 'count', 'stock', 'amount'],
  note: ['notes', 'remark', 'comment'],
  notes: ['note', 'remark', 'comment'],
}

const plainHeading = (name: string) =>
  name
    .trim()
    .toLowerCase()
    .replace(/[\s_.-]+/g, ' ')

/** The column that a heading of somebody's own file most likely means; null where nothing comes near. */
export function likelyColumn(kind: OwnKind, heading: string): string | null {
  const name = plainHeading(heading)
  const names = COLUMNS[kind].map((c) => ({ column: c.name, all: [plainHeading(c.name), ...(ALSO[c.name] ?? [])] }))
  const exact = names.find((n) => n.all.includes(name))
  if (exact) return exact.column
  const slips = names.map((n) => ({ column: n.column, away: Math.min(...n.all.map((a) => distance(a, name))) }))
  const nearest = slips.reduce((best, s) => (s.away < best.away ? s : best))
  return nearest.away <= Math.floor(name.length / 4) ? nearest.column : null
}
