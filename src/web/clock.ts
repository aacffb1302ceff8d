/** The time of the server, counted on from its last answer by a clock that never jumps, whatever the clock of this device says. */

let heard: { atMs: number; mark: number } | null = null

/** An answer of the server said what time it is there. */
export function hearTime(iso: string | null): void {
  const atMs = iso === null ? NaN : Date.parse(iso)
  if (Number.isFinite(atMs)) heard = { atMs, mark: performance.now() }
}

/** Milliseconds since 1970 by the server; by this device until the server has answered once. */
export const serverNow = (): number => (heard ? heard.atMs + performance.now() - heard.mark : Date.now())
