/** Small letters, one blank between words; no unit. Source: none, it reads. */
export const lower = (text: string): string => text.toLowerCase().replace(/\s+/g, ' ').trim()
