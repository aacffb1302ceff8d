/** What did not change stays the same object, so that what shows it is left alone. */

const plain = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && [Object.prototype, Array.prototype].includes(Object.getPrototypeOf(value))

/** `now` with every part that equals that of `before` replaced by it; `before` itself where all of it does. Neither is changed. */
export function shared<T>(before: unknown, now: T): T {
  if (Object.is(before, now)) return now
  if (!plain(before) || !plain(now) || Array.isArray(before) !== Array.isArray(now)) return now
  const keys = Object.keys(now)
  let same = keys.length === Object.keys(before).length
  let kept = false
  const parts = keys.map((key) => {
    const part = shared(before[key], now[key])
    if (part !== before[key] || !Object.hasOwn(before, key)) same = false
    if (part !== now[key]) kept = true
    return part
  })
  if (same) return before as T
  if (!kept) return now
  return (Array.isArray(now) ? parts : Object.fromEntries(keys.map((key, i) => [key, parts[i]]))) as T
}
