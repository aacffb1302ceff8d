import type { FieldKind } from './fields.js'

/** What makes two elements of a list the same: of a run its number and minute, of a stop its run, of loads their mark, of others the value itself. */
const KEY_OF: Partial<Record<FieldKind, (element: unknown) => string>> = {
  loads: (source) => (source as { id: string }).id,
  run: (reading) => `${(reading as { run?: number }).run ?? 1}/${(reading as { minute: number }).minute}`,
  stops: (stop) => String((stop as { run: number }).run),
  findings: String,
  readings: String,
}

/** Lists whose elements have a name of their own, so that one may be changed. */
const NAMED: readonly FieldKind[] = ['run', 'stops', 'loads']

const isList = (value: unknown): value is readonly unknown[] => Array.isArray(value)

/** How often each key stands in a list. */
function counted(list: readonly unknown[], key: (element: unknown) => string): Map<string, number> {
  const counts = new Map<string, number>()
  for (const element of list) counts.set(key(element), (counts.get(key(element)) ?? 0) + 1)
  return counts
}

/**
 * A list that two people changed at once: what either added is in it, what either took out is not. `before` is what both
 * started from. Null where the field is no list, or both changed the same element of it.
 */
export function mergeLists(kind: FieldKind, before: unknown, theirs: unknown, mine: unknown): unknown[] | null {
  const key = KEY_OF[kind]
  const [from, there, here] = [before ?? [], theirs ?? [], mine]
  if (!key || !isList(from) || !isList(there) || !isList(here)) return null
  const [old, now] = [counted(from, key), counted(there, key)]
  // When and from whom a reading was heard is no difference between two of them.
  const plain = (list: readonly unknown[], k: string) =>
    JSON.stringify(
      list.filter((e) => key(e) === k),
      (name, value: unknown) => (name === 'storedAt' || name === 'by' ? undefined : value),
    )
  const same = (a: readonly unknown[], b: readonly unknown[], k: string) => plain(a, k) === plain(b, k)
  const wanted = counted(here, key)
  for (const k of new Set([...wanted.keys(), ...now.keys()]))
    if (!same(from, here, k) && !same(from, there, k) && !same(here, there, k) && NAMED.includes(kind)) return null
  const result: unknown[] = []
  const rest = new Map<string, number>()
  for (const k of new Set([...old.keys(), ...now.keys(), ...wanted.keys()])) {
    const was = old.get(k) ?? 0
    rest.set(k, Math.max(0, (now.get(k) ?? 0) + (wanted.get(k) ?? 0) - was))
  }
  for (const element of [...there, ...here]) {
    const k = key(element)
    const left = rest.get(k) ?? 0
    if (left === 0) continue
    // Where only I changed an element that both lists hold, mine counts.
    const mineOfIt = here.find((e) => key(e) === k)
    result.push(NAMED.includes(kind) && mineOfIt !== undefined && !same(from, here, k) ? mineOfIt : element)
    rest.set(k, left - 1)
  }
  return kind === 'run' ? result.sort((a, b) => (a as { minute: number }).minute - (b as { minute: number }).minute) : result
}
