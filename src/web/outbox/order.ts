import type { ChangeReply } from '../../contract/cards.js'
import type { CommandAnswer, CommandBody, CommandKind } from '../../contract/commands.js'
import { changeKey } from '../../contract/answers.js'
import type { Kept } from './shelf.js'

/** What of the commands that wait may go out together, and what one of them changes of the next. */

/** What a command writes on the version that was seen of it; of others nothing is asked. */
function subjectOf({ kind, body }: Pick<Kept, 'kind' | 'body'>): string | null {
  const { card, step } = body as { card?: number; step?: string }
  const of: Partial<Record<CommandKind, string>> = { 'answer-card': `card ${card}`, 'write-step': `card ${card} step ${step}` }
  return of[kind] ?? null
}

/** The first of them, up to one that must know what became of an earlier one. */
export function goTogether(waiting: readonly Kept[], most: number): Kept[] {
  const known = new Set<string>()
  const next: Kept[] = []
  for (const kept of waiting.slice(0, most)) {
    const subject = subjectOf(kept)
    if (subject && known.has(subject)) break
    if (subject) known.add(subject)
    next.push(kept)
  }
  return next
}

/** A command that was made over another one that is now taken, as it stands on what that one made; null where nothing changes. */
export function rebased(later: Kept, { kind, body }: Pick<Kept, 'kind' | 'body'>, { changed }: CommandAnswer): Kept | null {
  const subject = subjectOf(later)
  if (!subject || subject !== subjectOf({ kind, body }) || !changed) return null
  if (kind === 'write-step') {
    const { step } = changed as { step: { version: number } | null }
    return step && { ...later, body: { ...(later.body as CommandBody<'write-step'>), version: step.version } }
  }
  const { versions } = changed as ChangeReply
  const { changes, ...rest } = later.body as CommandBody<'answer-card'>
  return { ...later, body: { ...rest, changes: changes.map((c) => ({ ...c, base: Math.max(c.base, versions[changeKey(c)] ?? 0) })) } }
}
