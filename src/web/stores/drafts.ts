/**
 * What somebody has begun and not done: a line being drawn, a walk half made, a number that is refused. It is on the page at once and lies on
 * the device, of its person, until it is done or thrown away; `outbox/begun.ts` brings it back. It knows nothing of how it is kept.
 */

const begun = new Map<string, unknown>()
type Keep = (name: string, value: unknown) => void
let keep: Keep = () => {}

export const readDraft = <T>(name: string): T | null => (begun.get(name) as T | undefined) ?? null

export function writeDraft(name: string, value: unknown): void {
  const plain: unknown = value === null ? null : JSON.parse(JSON.stringify(value))
  if (plain === null && !begun.has(name)) return
  if (plain === null) begun.delete(name)
  else begun.set(name, plain)
  keep(name, plain)
}

/** Whose drafts they are from now on, and where they are kept. */
export function takeDrafts(all: readonly (readonly [name: string, value: unknown])[], where: Keep): void {
  begun.clear()
  for (const [name, value] of all) begun.set(name, value)
  keep = where
}

/** Under which a machine and one of its lines are kept while somebody edits them. */
export const editKey = (machineId: number | null, lineId: number | null): string => `${machineId ?? 'new'}:${lineId ?? 'new'}`
