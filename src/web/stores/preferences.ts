/** What this browser remembers of how somebody likes to work; nothing of it is lost work where it is gone. */

const PREFIX = 'yardfrost:'

export function readPreference<T>(key: string): T | null {
  try {
    const text = localStorage.getItem(PREFIX + key)
    return text === null ? null : (JSON.parse(text) as T)
  } catch {
    return null
  }
}

export function writePreference(key: string, value: unknown): void {
  try {
    if (value === null) localStorage.removeItem(PREFIX + key)
    else localStorage.setItem(PREFIX + key, JSON.stringify(value))
  } catch {
    // Full or forbidden: it is asked again next time.
  }
}
