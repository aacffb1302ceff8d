/** What was typed and is not on the server yet; survives a reload and a crash of the page. */

const PREFIX = 'yardfrost:'

export function readDraft<T>(key: string): T | null {
  try {
    const text = localStorage.getItem(PREFIX + key)
    return text === null ? null : (JSON.parse(text) as T)
  } catch {
    return null
  }
}

export function writeDraft(key: string, value: unknown): void {
  try {
    if (value === null) localStorage.removeItem(PREFIX + key)
    else localStorage.setItem(PREFIX + key, JSON.stringify(value))
  } catch {
    // A full or forbidden storage only loses the safety copy.
  }
}

/** Under which a machine and one of its lines are kept while somebody edits them. */
export const editKey = (machineId: number | null, lineId: number | null): string => `${machineId ?? 'new'}:${lineId ?? 'new'}`
