/** How much a file or many take, as people say it: kB, MB or GB; no quantity of the core. */
export function sizeOf(bytes: number): string {
  if (bytes < 1e6) return `${Math.max(1, Math.round(bytes / 1000))} kB`
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Number((bytes / 1e9).toFixed(1))} GB`
}
