/** Bore codes of ISO designations. */

const SMALL: Record<number, string> = { 10: '00', 12: '01', 15: '02', 17: '03' }
/** Bores written out behind a stroke. */
const WRITTEN = new Set([22, 28, 32])

/**
 * Bore code: 00 10, 01 12, 02 15, 03 17, from 04 the bore divided by five; /22, /28, /32 and from 500 mm written out;
 * below 10 mm the bore itself, behind a stroke after a series of three digits.
 */
export function boreCode(boreMm: number, prefix = ''): string {
  if (boreMm < 10) return /\d{3}$/.test(prefix) ? `/${boreMm}` : String(boreMm)
  if (WRITTEN.has(boreMm) || boreMm >= 500) return `/${boreMm}`
  return SMALL[boreMm] ?? String(boreMm / 5).padStart(2, '0')
}

/** Both names of an inch set: cone and cup whole, and the short one with the last figures of the cup (LM11949/10). */
export function inchNames(plain: string): string[] {
  const parts = /^(.+)\/(\D*\d+?)(\d\d)$/.exec(plain)
  return parts ? [plain, `${parts[1]}/${parts[3]}`] : [plain]
}

/** Spaces, dashes, dots and case do not matter; a stroke does (62/22 is not 6222). */
export function plainName(text: string): string {
  return text.toUpperCase().replace(/[\s\-._]/g, '')
}

/** Other heads by which rows of a series are called: 6805 is 61805, 5206 is 3206. Common use beside ISO 15. */
const OTHER_HEADS: Readonly<Record<string, readonly [RegExp, string]>> = {
  '618': [/^618\/?(?=\d)/, '68'],
  '619': [/^619\/?(?=\d)/, '69'],
  '32': [/^32(?=\d\d$)/, '52'],
  '33': [/^33(?=\d\d$)/, '53'],
}
/** Every name of a row of a series, its own plain one first. Source: common use. */
export function namesInSeries(series: string, designation: string): string[] {
  const own = plainName(designation)
  const other = OTHER_HEADS[series]
  return other && other[0].test(own) ? [own, own.replace(other[0], other[1])] : [own]
}
