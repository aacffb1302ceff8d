import type { OwnEntry } from '../../contract/own-data.js'
import type { Bearing } from '../../core/bearing/bearing.js'
import { findMarked } from '../../core/identify/marked.js'
import { execute, rows, type Query } from '../database.js'
import { SUPPORTS_SQL, atOf, type Supports } from './supports.js'
import { Wrong } from './wrong.js'

/** What was fitted where, from when to when, as one of the plant's lists: replacements of years before. */

type Entry = OwnEntry<'history'>
export interface HistoryRow extends Entry {
  placeId: number
}

/** What stands or will stand at each place, so that no two are there at once. */
export type Spans = Map<number, { from: string; to: string; designation: string }[]>

export async function spansOf(query: Query): Promise<Spans> {
  const spans: Spans = new Map()
  const found = await rows<{ placeId: number; from: string; to: string; designation: string }>(
    query,
    `SELECT place_id AS "placeId", coalesce(to_char(lower(fitted) AT TIME ZONE 'UTC', 'YYYY-MM-DD'), '') AS from,
       coalesce(to_char(upper(fitted) AT TIME ZONE 'UTC', 'YYYY-MM-DD'), '') AS to, designation FROM installation`,
  )
  for (const { placeId, ...span } of found) spans.set(placeId, [...(spans.get(placeId) ?? []), span])
  return spans
}

const END = '9999'

/** An entry by the names that the records have. @throws Wrong where its place is not known, its days cannot be, or another is there */
export function settleHistory(entry: Entry, supports: Supports, spans: Spans, own: readonly Bearing[], today: string): HistoryRow {
  const at = supports.find(entry)
  const placeId = at.placeIds[entry.place - 1]
  if (placeId === undefined)
    throw new Wrong(
      'place',
      `${entry.machine} ${at.support} has ${at.placeIds.length === 1 ? 'one bearing' : `${at.placeIds.length} bearings`}`,
    )
  if (entry.from > today) throw new Wrong('from', `${entry.from} is still to come`)
  if (entry.to && entry.to > today) throw new Wrong('to', `${entry.to} is still to come; leave it empty for what is still fitted`)
  if (entry.to && entry.to <= entry.from) throw new Wrong('to', `${entry.to} is not behind ${entry.from}`)
  const marked = findMarked(entry.designation, own)
  const whole: HistoryRow = {
    ...{ ...entry, ...atOf(at), placeId },
    designation: marked?.row.designation ?? entry.designation.trim(),
    group: entry.group || marked?.group || '',
  }
  const there = (spans.get(placeId) ?? []).filter((s) => s.from !== entry.from)
  const other = there.find((s) => entry.from < (s.to || END) && s.from < (entry.to || END))
  if (other)
    throw new Wrong(
      other.to ? 'from' : 'to',
      `${other.designation} is there ${other.from ? `from ${other.from}` : 'as far back as is known'} ${other.to ? `to ${other.to}` : 'until today'}: two bearings at once`,
    )
  spans.set(placeId, [...there, { from: entry.from, to: entry.to, designation: whole.designation }])
  return whole
}

const PLACES = `SELECT a.*, x.id AS "placeId", row_number() OVER (PARTITION BY a."positionId" ORDER BY x.number)::int AS place
  FROM (${SUPPORTS_SQL}) a JOIN place x ON x.position_id = a."positionId" AND x.retired_at IS NULL`
const DAY = (column: string) => `to_char(${column} AT TIME ZONE 'UTC', 'YYYY-MM-DD')`

/** What has no beginning, since nobody knows it, is no entry of the list. */
export async function historyRows(query: Query, keys: readonly string[] | null): Promise<Entry[]> {
  return rows(
    query,
    `SELECT * FROM (SELECT p.machine, p.line, p.support, p.place, i.designation, coalesce(i.clearance_group, '') AS "group", ${DAY('lower(i.fitted)')} AS from,
         coalesce(${DAY('upper(i.fitted)')}, '') AS to, p.number
       FROM (${PLACES}) p JOIN installation i ON i.place_id = p."placeId" WHERE NOT lower_inf(i.fitted)) h
     WHERE $1::text[] IS NULL OR upper(machine || ' / ' || line || ' / ' || support || ' / ' || place || ' / ' || "from") = ANY ($1)
     ORDER BY machine, line, number, place, "from"`,
    [keys],
  ).then((found) => (found as (Entry & { number: number })[]).map(({ number: _n, ...entry }) => entry))
}

const GIVEN = `jsonb_to_recordset($1::jsonb) AS r ("placeId" bigint, designation text, "group" text, "from" text, "to" text)`

/** What stands from the same day is written over and keeps its hour; everything else is new. */
export async function writeHistory(query: Query, entries: readonly HistoryRow[]): Promise<void> {
  const list = JSON.stringify(entries)
  await execute(
    query,
    `UPDATE installation i SET designation = r.designation, clearance_group = nullif(r."group", ''),
       fitted = tstzrange(lower(i.fitted), CASE WHEN ${DAY('upper(i.fitted)')} = r."to" THEN upper(i.fitted) ELSE nullif(r."to", '')::timestamptz END)
     FROM ${GIVEN} WHERE i.place_id = r."placeId" AND ${DAY('lower(i.fitted)')} = r."from"`,
    [list],
  )
  await execute(
    query,
    `INSERT INTO installation (place_id, designation, clearance_group, fitted)
     SELECT r."placeId", r.designation, nullif(r."group", ''), tstzrange(r."from"::timestamptz, nullif(r."to", '')::timestamptz) FROM ${GIVEN}
     WHERE NOT EXISTS (SELECT FROM installation i WHERE i.place_id = r."placeId" AND ${DAY('lower(i.fitted)')} = r."from")`,
    [list],
  )
}

export async function removeHistory(query: Query, keys: readonly string[]): Promise<void> {
  await execute(
    query,
    `DELETE FROM installation i USING (${PLACES}) p WHERE i.place_id = p."placeId" AND NOT lower_inf(i.fitted)
       AND upper(p.machine || ' / ' || p.line || ' / ' || p.support || ' / ' || p.place || ' / ' || ${DAY('lower(i.fitted)')}) = ANY ($1)`,
    [keys],
  )
}
