import { round, segment as line, text, type Drawing, type Primitive } from './primitives.js'

/** Minutes between two ticks: half hours and hours where they fit, and never more than a dozen ticks however long the run. */
function tickStep(lastMinute: number): number {
  const usual = [30, 60, 120, 240, 720, 1440]
  return usual.find((step) => lastMinute / step <= MOST_TICKS) ?? lastMinute / MOST_TICKS
}
const MOST_TICKS = 12
/** More points than this cannot be told apart on paper; the newest are drawn. */
const MOST_POINTS = 200

/**
 * Temperatures of a run-in against time, with the limit and the air around drawn; `temperature` words a value in the
 * reader's units. Height and width in paper units.
 */
export function runChart(
  readings: readonly { minute: number; temperatureC: number }[],
  limits: { limitC: number; ambientC: number },
  width: number,
  height: number,
  temperature: (c: number) => string,
): Drawing {
  const run = [...readings].sort((a, b) => a.minute - b.minute).slice(-MOST_POINTS)
  const lastMinute = Math.max(120, ...run.map((r) => r.minute))
  const low = Math.min(limits.ambientC, ...run.map((r) => r.temperatureC)) - 5
  const high = Math.max(limits.limitC, ...run.map((r) => r.temperatureC)) + 8
  const [left, right, top, bottom] = [14, width - 30, 18, height - 30]
  const x = (minute: number) => left + (minute / lastMinute) * (right - left)
  const y = (c: number) => bottom - ((c - low) / (high - low)) * (bottom - top)
  const shapes: Primitive[] = [
    line(left, bottom, right, bottom, 'dimension'),
    line(left, top, left, bottom, 'dimension'),
    line(left, y(limits.limitC), right, y(limits.limitC), 'error'),
    text(right, y(limits.limitC) - 6, `limit ${temperature(limits.limitC)}`, 'error-text', 'end'),
    line(left, y(limits.ambientC), right, y(limits.ambientC), 'extension'),
    text(right, y(limits.ambientC) - 5, `air ${temperature(limits.ambientC)}`, 'small', 'end'),
  ]
  const step = tickStep(lastMinute)
  for (let minute = 0; minute <= lastMinute; minute += step)
    shapes.push(
      line(x(minute), bottom, x(minute), bottom + 5, 'dimension'),
      text(x(minute), height - 8, minute + step > lastMinute ? `${Math.round(minute)} min` : `${Math.round(minute)}`, 'small', 'middle'),
    )
  run.slice(1).forEach((r, i) => shapes.push(line(x(run[i]!.minute), y(run[i]!.temperatureC), x(r.minute), y(r.temperatureC), 'hot-line')))
  run.forEach((r, i) => {
    shapes.push({ kind: 'circle', cx: round(x(r.minute)), cy: round(y(r.temperatureC)), r: 4.5, role: 'hot' })
    if (i === run.length - 1 || run.length < 8)
      shapes.push(text(x(r.minute) + (i ? 0 : 6), y(r.temperatureC) - 10, temperature(r.temperatureC), 'figure', i ? 'middle' : 'start'))
  })
  const words = run.map((r) => `${temperature(r.temperatureC)} at ${r.minute} min`)
  return {
    width,
    height,
    primitives: shapes,
    description: `Temperatures of the run-in: ${words.join(', ') || 'none yet'}. Limit ${temperature(limits.limitC)}.`,
  }
}
