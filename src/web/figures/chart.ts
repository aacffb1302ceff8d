import { DAY, NIGHT } from '../../core/drawing/palette.js'

/** What all charts share: our colours and letters, nothing that moves, no tools over the picture. */

const nonce = typeof document === 'undefined' ? undefined : document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content

export function chartLook(theme: string) {
  const night = theme === 'night'
  const palette = night ? NIGHT : DAY
  return {
    palette,
    chart: {
      ...{ nonce, fontFamily: 'inherit', foreColor: palette.soft, background: 'transparent', animations: { enabled: false } },
      ...{ toolbar: { show: false }, zoom: { enabled: false }, parentHeightOffset: 0 },
    },
    tooltip: night ? 'dark' : 'light',
  }
}

/** The round numbers of a decade. */
const ROUND = [1, 2, 5] as const
const place = (step: number) => 10 ** Math.floor(Math.log10(step) + 1e-9)
/** The smallest round step that is no less than this, above 0. */
function roundStep(least: number): number {
  const of = place(least)
  return (ROUND.find((r) => r * of >= least * (1 - 1e-9)) ?? 10) * of
}

/** Ends, number of steps and decimals of an axis that holds all of these in at most so many round steps. */
export function roundAxis(values: readonly number[], most = 6): { min: number; max: number; tickAmount: number; decimals: number } {
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const reach = Math.max(Math.abs(low), Math.abs(high))
  // What lies closer together than anybody can see stands in one step.
  const apart = high - low > Math.max(1e-6 * reach, 1e-6)
  let step = roundStep(apart ? (high - low) / most : Math.max(reach / 5, 0.2))
  const ends = () => [Math.floor(low / step + 1e-9), Math.max(Math.floor(low / step + 1e-9) + 1, Math.ceil(high / step - 1e-9))] as const
  while (ends()[1] - ends()[0] > most) step = roundStep(step * 1.5)
  const [from, to] = ends()
  const decimals = Math.max(0, -Math.floor(Math.log10(step) + 1e-9))
  const exactly = (n: number) => Number((n * step).toFixed(decimals))
  return { min: exactly(from), max: exactly(to), tickAmount: to - from, decimals }
}

/** The round numbers from `low` to `high`, both above 0, for an axis of logarithms. */
export function roundsBetween(low: number, high: number): number[] {
  const found: number[] = []
  for (let of = place(low); of <= high; of *= 10)
    for (const r of ROUND) if (r * of >= low * (1 - 1e-9) && r * of <= high * (1 + 1e-9)) found.push(Number((r * of).toPrecision(2)))
  return found
}

/** An axis of logarithms by whole decades that holds all of these, above 0. */
export function decadeAxis(values: readonly number[]): { min: number; max: number; tickAmount: number } {
  const min = Math.floor(Math.log10(Math.min(...values)) + 1e-9)
  const max = Math.max(min + 1, Math.ceil(Math.log10(Math.max(...values)) - 1e-9))
  return { min, max, tickAmount: max - min }
}
