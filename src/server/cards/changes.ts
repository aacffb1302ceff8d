import { same } from '../../contract/same.js'
import { isDeepStrictEqual } from 'node:util'
import type pg from 'pg'
import type { ChangeConflict, ChangeReply } from '../../contract/cards.js'
import type { Me } from '../../contract/people.js'
import { changeKey, fitsLevel, schemaFor, type Change, type Changes as Sent } from '../../contract/answers.js'
import { problem, refusal } from '../../contract/problem.js'
import { LINE, positionOf, type Key } from '../../core/card/answers.js'
import { evaluateCard } from '../../core/card/procedures.js'
import { movedFigures, shownOf, type Shown } from '../../core/card/results.js'
import { fieldOf, type FieldKind } from '../../core/card/fields.js'
import { mergeLists } from '../../core/card/merge.js'
import { findMarked } from '../../core/identify/marked.js'
import type { RunReading, RunStop } from '../../core/runin/run-in.js'
import { stationsOf } from '../../core/procedure/procedures.js'
import { CORE_VERSION } from '../../core/version.js'
import { Refused, refused } from '../problems.js'
import { ownBearings } from '../bearings/store.js'
import { type Within, asOneRead, together, transaction, type Query } from '../database.js'
import { answerView, loadCard, lockedCard, mustBeOpen, resultRows, summaryOf, withOwnRows, type Card } from './card.js'
import * as answerStore from './answer-store.js'
import * as store from './store.js'

/** Changes whose key was taken at the door. */
type Changes = Omit<Sent, 'key'>

/** Each change must be of a field that there is, at the level that it belongs to, and of a position or place of this card. */
function checkChange({ context, job }: Card, change: Change): unknown {
  const { scope, station, field: name } = change
  const key = changeKey(change)
  const field = fieldOf(station, name)
  if (!field || !stationsOf(job.line.procedure).includes(station)) throw refused(key, `${station} has no such field`)
  if (!fitsLevel(field, scope)) throw refused(key, `belongs to the ${field.level}`)
  const positions = context.positions.map((p) => p.code)
  const here = scope === LINE || (scope.includes('.') ? context.onCard.includes(scope) : positions.includes(scope))
  if (!here) throw refused(key, 'a position of this line or a place of this card')
  const parsed = schemaFor(field).safeParse(change.value)
  if (!parsed.success) {
    const told = refusal(parsed.error)
    throw new Refused({ ...told, errors: told.errors?.map((e) => ({ ...e, field: key })) })
  }
  return parsed.data
}

/** Lists whose entries say who wrote them, and when. */
const STAMPED: readonly FieldKind[] = ['run', 'stops']
type Stamped = (RunReading | RunStop) & { storedAt?: string; by?: string }
const unstamped = ({ storedAt: _at, by: _by, ...said }: Stamped) => said

/** Each reading and each stop of a run carries when the server first heard of it and from whom, whatever the page says. */
function stamped(entries: readonly Stamped[], before: unknown, at: Date, me: Me): Stamped[] {
  const known = (Array.isArray(before) ? before : []) as Stamped[]
  return entries.map((given) => {
    const entry = unstamped(given)
    return known.find((k) => isDeepStrictEqual(unstamped(k), entry)) ?? ({ ...entry, storedAt: at.toISOString(), by: me.name } as Stamped)
  })
}

/** Changes as they are to be stored, or what stands against them. */
async function settle(
  query: Query,
  card: Card,
  changes: Changes,
  latest: answerStore.DutyRow | null,
  me: Me,
  at: Date,
): Promise<answerStore.NewAnswer[]> {
  const current = new Map(card.rows.map((r) => [r.key, r]))
  const settled: answerStore.NewAnswer[] = []
  const conflicts: ChangeConflict['conflicts'] = []
  const named = new Set<Key>()
  for (const change of changes.changes) {
    const key = changeKey(change)
    if (named.has(key)) throw refused(key, 'an answer once in a list')
    named.add(key)
    let value = checkChange(card, change)
    const now = current.get(key)
    if (STAMPED.includes(fieldOf(change.station, change.field)!.kind)) value = stamped(value as Stamped[], now?.value, at, me)
    if (same(now?.value, value)) continue
    if ((now?.version ?? 0) !== change.base) {
      const { scope, station, field } = change
      const kind = fieldOf(station, field)!.kind
      const before = change.base ? await answerStore.answerAt(query, card.job.line.id, scope, station, field, change.base) : []
      const merged = mergeLists(kind, before, now?.value, value)
      if (!merged) {
        conflicts.push({ key, ...(now ? answerView(now) : { version: 0, value: null, savedAt: '', savedBy: '' }) })
        continue
      }
      value = merged
    }
    settled.push({ scope: change.scope, station: change.station, field: change.field, version: (now?.version ?? 0) + 1, value })
  }
  const duty = settled.filter((s) => s.station === 'duty')
  if (
    duty.length &&
    latest &&
    latest.jobId !== card.job.line.id &&
    latest.version !== card.job.dutyVersion &&
    latest.version !== changes.duty
  )
    for (const change of duty) {
      const key = changeKey(change)
      const now = current.get(key)
      if (!same(latest.data[key], now?.value) && !same(latest.data[key], change.value))
        conflicts.push({
          key,
          version: now?.version ?? 0,
          value: latest.data[key] ?? null,
          savedAt: latest.savedAt.toISOString(),
          savedBy: latest.savedBy,
        })
    }
  if (conflicts.length) {
    const who = [...new Set(conflicts.map((c) => c.savedBy).filter((name) => name && name !== me.name))].join(', ') || 'Somebody'
    const stands: ChangeConflict = { conflicts, ...(latest ? { dutyVersion: latest.version } : {}) }
    throw new Refused(problem(409, 'Changed meanwhile', `${who} answered this meanwhile.`, { current: stands }))
  }
  return settled
}

/** How the figures read before the change: as stored, or by this core where an older one stored them. */
function shownBefore(card: Card, stored: Awaited<ReturnType<typeof answerStore.shownFigures>>): Shown {
  if (!stored.length || stored.some((r) => r.coreVersion !== CORE_VERSION))
    return shownOf(evaluateCard(card.job.line.procedure, card.answers, card.context))
  return new Map(
    stored.flatMap(({ scope, shown, figures }) =>
      Object.entries(shown).map(([key, reads]) => [`${scope}/${key}`, { reads, value: figures[key] ?? null }] as const),
    ),
  )
}

/** The context with what the changed answers make of it: what was asked anew is read, bearings of the plant's own are known. */
async function contextWith(query: Query, card: Card, settled: readonly answerStore.NewAnswer[]) {
  const { unread, ...known } = card.context
  const left = unread?.filter((u) => !settled.some((s) => s.scope === u.scope && s.station === u.station && s.field === u.field))
  const named = settled.filter((s) => s.station === 'identify' && s.field === 'designation' && s.value && !findMarked(String(s.value)))
  const added = named.length
    ? await ownBearings(
        query,
        named.map((s) => String(s.value).trim().toUpperCase()),
      )
    : []
  return { added, context: withOwnRows(left?.length ? { ...known, unread: left } : known, added) }
}

/**
 * Takes changes of single answers, each on the version that its writer saw: who answered other fields meanwhile keeps his.
 * One evaluation; what moved elsewhere is noted.
 */
export async function changeCard(pool: pg.Pool | Within, jobId: number, changes: Changes, me: Me, at: Date): Promise<ChangeReply> {
  return transaction(pool, async (query, commit) => {
    // All that is read goes out at once, behind the lock.
    const [, [card, stored, latest]] = await Promise.all([
      store.lockLines(query, { jobId }),
      asOneRead(query, (reads) =>
        Promise.all([
          loadCard(reads, jobId, null),
          answerStore.shownFigures(reads, jobId),
          changes.changes.some((c) => c.station === 'duty') ? answerStore.latestDuty(reads, jobId) : null,
        ]),
      ),
    ])
    mustBeOpen(card)
    const settled = await settle(query, card, changes, latest, me, at)
    if (!settled.length) return reply(card, changes, card.rows, await answerStore.listMoved(query, jobId))
    const before = shownBefore(card, stored)
    const { context, added } = await contextWith(query, card, settled)
    const changed = Object.fromEntries(settled.map((s) => [changeKey(s), s.value]))
    const answers = { ...card.answers, ...changed }
    const evaluation = evaluateCard(card.job.line.procedure, answers, context)
    const touched = new Set(settled.flatMap((s) => affected(s)))
    const stations = [...new Set(settled.map((s) => s.station))]
    const revision = card.job.revision + 1
    const duty = Object.fromEntries(settled.filter((s) => s.station === 'duty').map((s) => [changeKey(s), s.value]))
    const results = resultRows(answers, evaluation).filter(
      (r) =>
        touched.has(`${r.scope}/${r.station}`) ||
        Object.entries(r.shown).some(([key, reads]) => before.get(`${r.scope}/${key}`)?.reads !== reads),
    )
    const rows = [
      ...card.rows.filter((r) => !Object.hasOwn(changed, r.key)),
      ...settled.map((s): answerStore.AnswerRow => ({
        key: changeKey(s),
        version: s.version,
        value: s.value,
        revision,
        savedAt: at.toISOString(),
        savedBy: me.name,
      })),
    ]
    const mine = latest?.jobId === jobId
    const dutyVersion = Object.keys(duty).length && !mine ? (latest?.version ?? 0) + 1 : card.job.dutyVersion
    const written: answerStore.Written = {
      ...{ answers: settled, revision, summary: summaryOf(evaluation) },
      results: { list: results, coreVersion: CORE_VERSION },
    }
    // They go out together and are done in this order, the commit last.
    const [moved] = await together(query, () => {
      const writes = [
        Object.keys(duty).length ? answerStore.saveDuty(query, card.job, latest, duty, me.id, at) : null,
        answerStore.addAnswers(query, jobId, written, me.id, at),
        answerStore.saveMoved(query, jobId, movedFigures(before, evaluation, touched), stations.join(', ')),
      ]
      // Whoever edits a station looks at its figures.
      return Promise.all([answerStore.clearMoved(query, jobId, stations), ...writes, commit()])
    })
    const said = reply({ ...card, job: { ...card.job, revision, dutyVersion } }, changes, rows, moved)
    return added.length ? { ...said, ownRows: added } : said
  })
}

/** Results that a person who answers this looks at: their station where it stands and at its places. */
function affected({ scope, station }: answerStore.NewAnswer): string[] {
  return [`${scope}/${station}`, `${positionOf(scope)}/${station}`, ...(scope === LINE ? [`${LINE}/${station}`] : [])]
}

function reply(card: Card, changes: Changes, rows: readonly answerStore.AnswerRow[], moved: ChangeReply['moved']): ChangeReply {
  const sent = new Map<Key, unknown>(changes.changes.map((c) => [changeKey(c), c.value]))
  const versions: Record<Key, number> = {}
  const news: ChangeReply['news'] = {}
  for (const row of rows) {
    if (sent.has(row.key)) versions[row.key] = row.version
    // What others answered since, and what became of a list that was merged with theirs.
    const merged = sent.has(row.key) && !same(sent.get(row.key), row.value)
    if (merged || (!sent.has(row.key) && row.revision > changes.since)) news[row.key] = answerView(row)
  }
  return {
    revision: card.job.revision,
    versions,
    news,
    moved,
    dutyVersion: card.job.dutyVersion,
  }
}

export async function seenMoved(
  pool: pg.Pool | Within,
  jobId: number,
  station: Parameters<typeof answerStore.clearMoved>[2][number],
  now: Date,
) {
  return transaction(pool, async (query) => {
    const card = await lockedCard(query, jobId, now)
    mustBeOpen(card)
    return { moved: await answerStore.clearMoved(query, jobId, [station]) }
  })
}
