/** What no text of this program may hold: a null sign, which the database refuses, or half of a pair of signs. */
const NULL_SIGN = /\u0000/

/** Whether a text can be stored and shown as it is. */
export function goodText(text: string): boolean {
  return !NULL_SIGN.test(text) && text.isWellFormed()
}

const DEEPEST = 40

/** Path of the first text in a value that cannot be kept (`fields.note`), names of fields among them; null when all is good. */
export function badTextIn(value: unknown, path = '', deep = 0): string | null {
  if (typeof value === 'string') return goodText(value) ? null : path || 'text'
  if (!value || typeof value !== 'object') return null
  if (deep > DEEPEST) return path || 'body'
  for (const [key, inner] of Object.entries(value)) {
    const at = path ? `${path}.${key}` : key
    if (!goodText(key)) return path || 'name of a field'
    const found = badTextIn(inner, at, deep + 1)
    if (found) return found
  }
  return null
}
