/** Writes one value after the other under each name, and of those that come meanwhile only the newest: who types is never far ahead. */
export function newest<T>(write: (name: string, value: T) => Promise<unknown>): (name: string, value: T) => Promise<void> {
  const next = new Map<string, { value: T }>()
  const busy = new Map<string, Promise<void>>()
  const run = async (name: string) => {
    for (let now = next.get(name); now; now = next.get(name)) {
      next.delete(name)
      await write(name, now.value).catch(() => {})
    }
    busy.delete(name)
  }
  return (name, value) => {
    next.set(name, { value })
    const under = busy.get(name)
    if (under) return under
    const begun = run(name)
    busy.set(name, begun)
    return begun
  }
}
