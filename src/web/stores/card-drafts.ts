import { same } from '../../contract/same.js'
import type { StepValues } from '../../contract/answers.js'
import type { CardView, ChangeConflict, ChangeReply } from '../../contract/cards.js'
import type { CommandBody } from '../../contract/commands.js'
import type { AnswerView } from '../../contract/card-parts.js'
import type { Kept } from '../outbox/shelf.js'
import { readPreference, writePreference } from './preferences.js'
import { emptyAnswers, keyOf, partsOf, positionOf, scopeOf, type Key, type Scope } from '../../core/card/answers.js'
import type { Station } from '../../core/procedure/rolling.js'

/** What is typed on a card and not on its server yet, and how a page of the release before kept it. */

/** One answer that is not on the server yet, on the version that the person was looking at. */
export interface Draft {
  base: number
  value: unknown
}

export interface Drafts {
  answers: Record<Key, Draft>
  steps: Record<Key, StepValues>
}

/** As a command says it. */
export type AnswerCard = CommandBody<'answer-card'>

/** Commands by which what is typed on a card goes out. */
export const isTyping = ({ kind, body }: Kept, card: number): boolean =>
  (kind === 'answer-card' || kind === 'write-step') && (body as { card: number }).card === card

/** What is typed, as the command that sends it. */
export function answerCard(drafts: Record<Key, Draft>, card: number, since: number, duty: number | null): AnswerCard {
  const changes = Object.entries(drafts).map(([key, { base, value }]) => {
    const { scope, station, name } = partsOf(key)!
    return { scope, station, field: name, value, base }
  })
  return { card, since, duty, changes }
}

/** Drafts out of commands that a page that is gone was writing, or that were not taken, oldest first. */
export function draftsOf(left: readonly Kept[]): Drafts {
  const drafts: Drafts = { answers: {}, steps: {} }
  for (const { kind, body } of left)
    if (kind === 'answer-card')
      for (const { scope, station, field, value, base } of (body as AnswerCard).changes)
        drafts.answers[keyOf(scope, station, field)] = { base, value }
    else {
      const { step, values } = body as CommandBody<'write-step'>
      drafts.steps[step] = values
    }
  return drafts
}

/** A card and its drafts after some of them were taken. What was typed on meanwhile stays a draft, on the new version. */
export function taken(
  view: CardView,
  drafts: Record<Key, Draft>,
  sent: AnswerCard,
  reply: ChangeReply,
  me: string,
): [CardView, Record<Key, Draft>] {
  const answers: Record<Key, AnswerView> = { ...view.answers }
  const left = { ...drafts }
  for (const { scope, station, field, value } of sent.changes) {
    const key = keyOf(scope, station, field)
    const version = reply.versions[key] ?? 0
    answers[key] = { version, value, savedAt: new Date().toISOString(), savedBy: me }
    const draft = left[key]
    if (draft && same(draft.value, value)) delete left[key]
    else if (draft) left[key] = { ...draft, base: version }
  }
  Object.assign(answers, reply.news)
  const { plant } = view.context
  const context = reply.ownRows?.length
    ? { ...view.context, plant: { ...plant, ownRows: [...plant.ownRows, ...reply.ownRows] } }
    : view.context
  return [{ ...view, answers, context, moved: reply.moved, dutyVersion: reply.dutyVersion }, left]
}

/** After a conflict: of each answer one's own over the other's, or theirs. */
export function resolved(
  view: CardView,
  drafts: Record<Key, Draft>,
  conflict: ChangeConflict,
  choices: Readonly<Record<Key, 'mine' | 'theirs'>>,
): [CardView, Record<Key, Draft>] {
  const left = { ...drafts }
  const answers = { ...view.answers }
  for (const { key, ...theirs } of conflict.conflicts) {
    // A duty that another card of the line wrote stands there and not on this card.
    if (theirs.version > (answers[key]?.version ?? 0)) answers[key] = theirs
    const base = answers[key]?.version ?? 0
    if (choices[key] === 'mine') left[key] = { base, value: left[key]!.value }
    else if (same(answers[key]?.value, theirs.value)) delete left[key]
    else left[key] = { base, value: theirs.value }
  }
  return [{ ...view, answers }, left]
}

/** What two hands wrote on one step from the same start: both where they wrote other fields, null where they wrote the same one. */
export function bothOf(before: StepValues, mine: StepValues, theirs: StepValues): StepValues | null {
  const changed = (values: StepValues) => Object.keys({ ...before, ...values }).filter((f) => !same(values[f] ?? null, before[f] ?? null))
  if (changed(mine).some((f) => changed(theirs).includes(f) && !same(mine[f] ?? null, theirs[f] ?? null))) return null
  return { ...theirs, ...Object.fromEntries(changed(mine).map((f) => [f, mine[f]!])) }
}

/** As pages of the release before kept it: a whole station at a time, of one bearing at one of two ends. */
export interface OldDrafts {
  stations?: Partial<Record<Station, { base: number; data: Record<string, unknown> }>>
  steps?: Record<string, StepValues>
}

/** What pages of the releases before kept in local storage; the older of them did not say whose it was. It is taken from there. */
export function oldDraftsOf(view: CardView, person: number | null): Drafts | null {
  for (const place of [`card:${view.job.id}:${person ?? ''}`, `card:${view.job.id}`]) {
    const old = readPreference<Drafts & OldDrafts>(place)
    if (!old) continue
    writePreference(place, null)
    return old.stations ? readOldDrafts(old, view) : old
  }
  return null
}

/** Drafts of a page of the release before as changes of single answers; what the server has already is left out. */
function readOldDrafts(old: OldDrafts, view: CardView): Drafts {
  const place = view.context.onCard[0] ?? 'p1.1'
  const answers: Record<Key, Draft> = {}
  for (const [station, { data }] of Object.entries(old.stations ?? {}) as [Station, { data: Record<string, unknown> }][])
    for (const [name, value] of Object.entries(data)) {
      const key = oldKey(station, name, data, place)
      if (!key || same(view.answers[key]?.value ?? emptyOf(key), value)) continue
      answers[key] = { base: view.answers[key]?.version ?? 0, value }
    }
  const lineSteps = ['isolate', 'guards', 'release']
  const positionSteps = ['fill', 'clean-out']
  const steps = Object.entries(old.steps ?? {}).map(([key, values]) => {
    const scope = lineSteps.includes(key) ? 'line' : positionSteps.includes(key) ? positionOf(place) : place
    return [`${scope}/${key}`, values] as const
  })
  return { answers, steps: Object.fromEntries(steps) }
}

function oldKey(station: Station, name: string, data: Record<string, unknown>, place: Scope): Key | null {
  if (station === 'arrange' && name === 'driveEndHeld') return keyOf('p1', 'arrange', 'held')
  if (station === 'arrange' && name === 'nonDriveEndHeld') return keyOf('p2', 'arrange', 'held')
  if (station === 'arrange' && name === 'floatPresentMm') return keyOf(data.driveEndHeld === false ? 'p1' : 'p2', 'arrange', name)
  const key = keyOf(scopeOf(station, name, place), station, name)
  return partsOf(key) ? key : null
}

/** What an answer is on a card on which nothing has been entered. */
export function emptyOf(key: Key): unknown {
  const { station, name } = partsOf(key)!
  return (emptyAnswers()[station] as unknown as Record<string, unknown>)[name]
}
