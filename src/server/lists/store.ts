import { keyOf, type BatchLine, type Change, type OwnEntry, type OwnKind, type StockItem } from '../../contract/own-data.js'
import { execute, one, rows, type Query } from '../database.js'
import { greasingRows, removeGreasing, writeGreasing, type GreasingRow } from './greasing.js'
import { historyRows, removeHistory, writeHistory, type HistoryRow } from './history.js'
import { peopleRows, removePeople, writePeople } from './people.js'
import { machineRows, removeMachineRows, writeMachineRows } from './machines.js'

type Entry = Record<string, unknown>

/** How one of the plant's lists lies in the database. Keys are those of `keyOf`. */
interface OwnList {
  /** What stands under these keys; null gives all. */
  entries: (query: Query, keys: readonly string[] | null) => Promise<Entry[]>
  write: (query: Query, entries: readonly Entry[], personId: number, at: Date) => Promise<void>
  remove: (query: Query, keys: readonly string[], personId: number, at: Date) => Promise<void>
}

const NEWEST_FIGURES = `
  SELECT DISTINCT ON (designation) designation, dynamic_rating_n AS "dynamicRatingN", static_rating_n AS "staticRatingN",
    fatigue_load_limit_n AS "fatigueLoadLimitN", mass_kg AS "massKg", sheet
  FROM makers_figures WHERE $1::text[] IS NULL OR designation = ANY ($1) ORDER BY designation, entered_at DESC, id DESC`

const writeFigures: OwnList['write'] = async (query, entries, personId, at) => {
  await execute(
    query,
    `INSERT INTO makers_figures (designation, dynamic_rating_n, static_rating_n, fatigue_load_limit_n, mass_kg, sheet, entered_at, entered_by)
     SELECT "designation", "dynamicRatingN", "staticRatingN", "fatigueLoadLimitN", "massKg", "sheet", $2, $3
     FROM jsonb_to_recordset($1::jsonb) AS r ("designation" text, "dynamicRatingN" numeric, "staticRatingN" numeric, "fatigueLoadLimitN" numeric, "massKg" numeric, "sheet" text)`,
    [JSON.stringify(entries), at, personId],
  )
}

/** A list whose entries lie whole under their key. */
const byName = (kind: OwnKind, table: 'tool' | 'instrument' | 'put_aside'): OwnList => ({
  entries: async (query, keys) =>
    (
      await rows<{ entry: Entry }>(query, `SELECT entry FROM ${table} WHERE $1::text[] IS NULL OR name = ANY ($1) ORDER BY name`, [keys])
    ).map((r) => r.entry),
  write: async (query, entries) =>
    void (await execute(
      query,
      `INSERT INTO ${table} (name, entry) SELECT r ->> 'key', r -> 'entry' FROM jsonb_array_elements($1::jsonb) r
       ON CONFLICT (name) DO UPDATE SET entry = excluded.entry`,
      [JSON.stringify(entries.map((entry) => ({ key: keyOf(kind, entry), entry })))],
    )),
  remove: async (query, keys) => void (await execute(query, `DELETE FROM ${table} WHERE name = ANY ($1)`, [keys])),
})

const LISTS: Record<OwnKind, OwnList> = {
  tools: byName('tools', 'tool'),
  instruments: byName('instruments', 'instrument'),
  aside: byName('aside', 'put_aside'),
  bearings: {
    entries: async (query, keys) =>
      (
        await rows<{ entry: Entry }>(
          query,
          "SELECT entry FROM bearing WHERE origin = 'plant' AND ($1::text[] IS NULL OR designation = ANY ($1)) ORDER BY designation",
          [keys],
        )
      ).map((r) => r.entry),
    write: async (query, entries) => {
      const list = entries.map(({ row, ...entry }) => ({ entry, row }))
      await execute(
        query,
        `INSERT INTO bearing (designation, family, bore_mm, outside_mm, width_mm, data, origin, entry)
         SELECT r -> 'row' ->> 'designation', r -> 'row' ->> 'family', (r -> 'row' ->> 'boreMm')::numeric, (r -> 'row' ->> 'outsideMm')::numeric,
           (r -> 'row' ->> 'widthMm')::numeric, r -> 'row', 'plant', r -> 'entry'
         FROM jsonb_array_elements($1::jsonb) r
         ON CONFLICT (designation) DO UPDATE SET family = excluded.family, bore_mm = excluded.bore_mm, outside_mm = excluded.outside_mm,
           width_mm = excluded.width_mm, data = excluded.data, entry = excluded.entry`,
        [JSON.stringify(list)],
      )
    },
    remove: async (query, keys) =>
      void (await execute(query, "DELETE FROM bearing WHERE origin = 'plant' AND designation = ANY ($1)", [keys])),
  },
  figures: {
    entries: async (query, keys) =>
      (await rows<Entry>(query, NEWEST_FIGURES, [keys])).filter(
        (f) => f.dynamicRatingN !== null || f.staticRatingN !== null || f.fatigueLoadLimitN !== null || f.massKg !== null,
      ),
    write: writeFigures,
    // Entries stand for good: taking them back is an entry that gives no figure.
    remove: (query, keys, personId, at) =>
      writeFigures(
        query,
        keys.map((designation) => ({
          designation,
          dynamicRatingN: null,
          staticRatingN: null,
          fatigueLoadLimitN: null,
          massKg: null,
          sheet: 'taken back',
        })),
        personId,
        at,
      ),
  },
  machines: { entries: machineRows, write: writeMachineRows, remove: removeMachineRows },
  greasing: {
    entries: greasingRows,
    write: (query, entries) => writeGreasing(query, entries as unknown as GreasingRow[]),
    remove: (query, keys, _personId, at) => removeGreasing(query, keys, at),
  },
  history: {
    entries: historyRows,
    write: (query, entries) => writeHistory(query, entries as unknown as HistoryRow[]),
    remove: removeHistory,
  },
  people: {
    entries: peopleRows,
    write: (query, entries, _by, at) => writePeople(query, entries as OwnEntry<'people'>[], at),
    remove: removePeople,
  },
  letters: {
    entries: (query, keys) =>
      rows<Entry>(
        query,
        'SELECT letters, feature, value, note FROM letter WHERE $1::text[] IS NULL OR letters = ANY ($1) ORDER BY letters',
        [keys],
      ),
    write: async (query, entries) =>
      void (await execute(
        query,
        `INSERT INTO letter (letters, feature, value, note)
         SELECT * FROM jsonb_to_recordset($1::jsonb) AS r (letters text, feature text, value text, note text)
         ON CONFLICT (letters) DO UPDATE SET feature = excluded.feature, value = excluded.value, note = excluded.note`,
        [JSON.stringify(entries)],
      )),
    remove: async (query, keys) => void (await execute(query, 'DELETE FROM letter WHERE letters = ANY ($1)', [keys])),
  },
  'cross-references': {
    entries: (query, keys) =>
      rows<Entry>(query, 'SELECT name, marking, note FROM cross_reference WHERE $1::text[] IS NULL OR name = ANY ($1) ORDER BY name', [
        keys,
      ]),
    write: async (query, entries) =>
      void (await execute(
        query,
        `INSERT INTO cross_reference (name, marking, note) SELECT * FROM jsonb_to_recordset($1::jsonb) AS r (name text, marking text, note text)
         ON CONFLICT (name) DO UPDATE SET marking = excluded.marking, note = excluded.note`,
        [JSON.stringify(entries)],
      )),
    remove: async (query, keys) => void (await execute(query, 'DELETE FROM cross_reference WHERE name = ANY ($1)', [keys])),
  },
  stock: {
    entries: async (query, keys) =>
      rows<Entry>(
        query,
        `SELECT marking, shelf, quantity, note FROM stock_item WHERE $1::text[] IS NULL OR marking || ' @ ' || shelf = ANY ($1) ORDER BY marking, shelf`,
        [keys],
      ),
    write: async (query, entries) =>
      void (await execute(
        query,
        `INSERT INTO stock_item (marking, shelf, designation, part, features, quantity, note)
         SELECT * FROM jsonb_to_recordset($1::jsonb) AS r (marking text, shelf text, designation text, part text, features jsonb, quantity integer, note text)
         ON CONFLICT (marking, shelf) DO UPDATE SET designation = excluded.designation, part = excluded.part, features = excluded.features, quantity = excluded.quantity, note = excluded.note`,
        [JSON.stringify(entries)],
      )),
    remove: async (query, keys) => void (await execute(query, `DELETE FROM stock_item WHERE marking || ' @ ' || shelf = ANY ($1)`, [keys])),
  },
}

export function ownList(kind: OwnKind): OwnList {
  return LISTS[kind]
}

/** What stands under the keys of these entries. */
export async function currentEntries(query: Query, kind: OwnKind, keys: readonly string[]): Promise<Map<string, Entry>> {
  return new Map((await LISTS[kind].entries(query, keys)).map((entry) => [keyOf(kind, entry), entry]))
}

/** One change of the lists at a time, on every instance, so that "before" is what stood there. */
export async function lockChanges(query: Query): Promise<void> {
  await execute(query, 'LOCK TABLE import_batch IN SHARE ROW EXCLUSIVE MODE')
}

export async function addBatch(
  query: Query,
  kind: OwnKind,
  source: string,
  changes: readonly Change[],
  personId: number,
  at: Date,
): Promise<number> {
  const row = await one<{ id: number }>(
    query,
    'INSERT INTO import_batch (kind, at, person_id, source, changes) VALUES ($1, $2, $3, $4, $5) RETURNING id',
    [kind, at, personId, source, JSON.stringify(changes)],
  )
  return row!.id
}

export async function findBatch(query: Query, id: number): Promise<{ kind: OwnKind; changes: Change[]; undoneAt: Date | null } | null> {
  return one(query, 'SELECT kind, changes, undone_at AS "undoneAt" FROM import_batch WHERE id = $1 FOR UPDATE', [id])
}

export async function markUndone(query: Query, id: number, personId: number, at: Date): Promise<void> {
  await execute(query, 'UPDATE import_batch SET undone_at = $2, undone_by = $3 WHERE id = $1', [id, at, personId])
}

export async function listBatches(query: Query): Promise<BatchLine[]> {
  const found = await rows<Omit<BatchLine, 'at' | 'undoneAt'> & { at: Date; undoneAt: Date | null }>(
    query,
    `SELECT b.id, b.kind, b.at, p.name AS by, b.source, jsonb_array_length(b.changes) AS entries, b.undone_at AS "undoneAt"
     FROM import_batch b JOIN person p ON p.id = b.person_id ORDER BY b.id DESC LIMIT 30`,
  )
  return found.map((b) => ({ ...b, at: b.at.toISOString(), undoneAt: b.undoneAt?.toISOString() ?? null }))
}

export async function listStock(query: Query, designation: string | null = null): Promise<StockItem[]> {
  return rows(
    query,
    'SELECT marking, shelf, quantity, note, coalesce(designation, part) AS designation, features FROM stock_item WHERE $1::text IS NULL OR designation = $1 OR part = $1 ORDER BY marking, shelf',
    [designation],
  )
}

/** What the columns of this plant's files of a list are called. */
export async function columnNamesOf(query: Query, kind: OwnKind): Promise<Record<string, string>> {
  return (await one<{ names: Record<string, string> }>(query, 'SELECT names FROM column_names WHERE kind = $1', [kind]))?.names ?? {}
}

export async function keepColumnNames(query: Query, kind: OwnKind, names: Record<string, string>): Promise<void> {
  await execute(query, 'INSERT INTO column_names (kind, names) VALUES ($1, $2) ON CONFLICT (kind) DO UPDATE SET names = excluded.names', [
    kind,
    names,
  ])
}
