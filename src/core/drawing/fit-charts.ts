import type { ClearanceStage } from '../fits/operating-clearance.js'
import { outline, round, text, type Drawing, type Primitive } from './primitives.js'

type Micrometres = (um: number) => string

const STAGE_WORDS: Record<ClearanceStage['name'], string> = {
  'as-bought': 'as bought',
  'on-shaft': 'on shaft',
  'in-housing': 'in housing',
  hot: 'hot',
}

/** The clearance of 19 in 20 assemblies as it falls from as bought to hot, over a line at zero; width and height in units of the drawing. */
export function clearanceBand(stages: readonly ClearanceStage[], width: number, height: number, um: Micrometres): Drawing {
  const low = Math.min(0, ...stages.map((s) => s.p025Um))
  const high = Math.max(1, ...stages.map((s) => s.p975Um))
  const [top, bottom] = [14, height - 26]
  const y = (value: number) => bottom - ((value - low) / (high - low)) * (bottom - top)
  const x = (i: number) => 44 + (i * (width - 110)) / (stages.length - 1)
  const upper = stages.map((s, i) => [x(i), y(s.p975Um)] as const)
  const lower = stages.map((s, i) => [x(i), y(s.p025Um)] as const)
  const shapes: Primitive[] = [{ kind: 'path', d: outline([...upper, ...[...lower].reverse()]), role: 'band' }]
  shapes.push({ kind: 'line', x1: 0, y1: round(y(0)), x2: width, y2: round(y(0)), role: 'dimension' }, text(0, y(0) - 5, '0', 'small'))
  stages.forEach((s, i) => {
    const last = i === stages.length - 1
    shapes.push({
      kind: 'line',
      x1: x(i),
      y1: round(y(s.p975Um)),
      x2: x(i),
      y2: round(y(s.p025Um)),
      role: last ? 'band-strong' : 'band-edge',
    })
    const together = Math.abs(y(s.p975Um) - y(s.p025Um)) < 20
    shapes.push(
      text(x(i) + 9, y(s.p975Um) + (together ? 0 : 9), um(s.p975Um), 'figure'),
      text(x(i) + 9, y(s.p025Um) + (together ? 14 : 2), um(s.p025Um), 'figure'),
    )
    shapes.push(text(x(i), height - 6, STAGE_WORDS[s.name], 'label', 'middle'))
  })
  const words = stages.map((s) => `${STAGE_WORDS[s.name]} ${um(s.p025Um)} to ${um(s.p975Um)}`)
  return { width, height, primitives: shapes, description: `Clearance: ${words.join(', ')}.` }
}

/** A seat and, where the fit holds it, its ring: limits in µm from nominal. */
export interface ZonePair {
  toleranceClass: string
  seatUpperUm: number
  seatLowerUm: number
  measuredUm?: readonly [number, number]
  grip: { ringUpperUm: number; ringLowerUm: number } | null
}

export interface ZonesDrawing extends Drawing {
  /** Where the zone of each seat stands, to be taken and moved. */
  seats: { seat: 'shaft' | 'housing'; x: number; y: number; width: number; height: number }[]
  /** µm to a unit of the paper; up is more. */
  umPerUnit: number
}

/**
 * Tolerance zones of ring and seat for shaft and housing, side by side on one micrometre scale; what is clamped shows its seat alone.
 * Width and height in units of the drawing.
 */
export function toleranceZones(shaft: ZonePair | null, housing: ZonePair, width: number, height: number, um: Micrometres): ZonesDrawing {
  const pairs = shaft ? [shaft, housing] : [housing]
  const all = [0, ...pairs.flatMap((f) => [f.seatUpperUm, f.seatLowerUm, ...(f.grip ? [f.grip.ringUpperUm, f.grip.ringLowerUm] : [])])]
  const [low, high] = [Math.min(...all), Math.max(...all)]
  const [top, bottom] = [18, height - 30]
  const y = (value: number) => bottom - ((value - low) / (high - low)) * (bottom - top)
  const shapes: Primitive[] = []
  const zone = (x: number, upper: number, lower: number, role: 'zone-ring' | 'zone-seat', label: string) => {
    shapes.push({
      kind: 'path',
      d: outline([
        [x, y(upper)],
        [x + 54, y(upper)],
        [x + 54, y(lower)],
        [x, y(lower)],
      ]),
      role,
    })
    // Nothing is written on the line at zero, which has its own 0; two edges close together stand apart.
    const apart = Math.max(0, 13 - (y(lower) - y(upper))) / 2
    if (upper !== 0) shapes.push(text(x + 58, y(upper) + 5 - apart, signedText(upper, um), 'small'))
    if (lower !== 0) shapes.push(text(x + 58, y(lower) + 5 + apart, signedText(lower, um), 'small'))
    shapes.push(text(x + 27, height - 8, label, 'label', 'middle'))
  }
  const quarter = (width - 40) / 4
  const seats: ZonesDrawing['seats'] = []
  const pair = (
    x: number,
    { toleranceClass, seatUpperUm, seatLowerUm, measuredUm, grip }: ZonePair,
    ring: string,
    seat: 'shaft' | 'housing',
  ) => {
    if (grip) zone(x, grip.ringUpperUm, grip.ringLowerUm, 'zone-ring', ring)
    zone(x + quarter, seatUpperUm, seatLowerUm, 'zone-seat', `${seat} ${toleranceClass}${measuredUm ? ', measured' : ''}`)
    const least = Math.max(16, y(seatLowerUm) - y(seatUpperUm))
    seats.push({ seat, x: x + quarter, y: (y(seatUpperUm) + y(seatLowerUm) - least) / 2, width: 54, height: least })
  }
  if (shaft) pair(30, shaft, 'inner ring', 'shaft')
  pair(40 + 2 * quarter, housing, 'outer ring', 'housing')
  shapes.push({ kind: 'line', x1: 0, y1: round(y(0)), x2: width, y2: round(y(0)), role: 'dimension' }, text(2, y(0) - 5, '0', 'small'))
  return {
    width,
    height,
    primitives: shapes,
    seats,
    umPerUnit: (high - low) / (bottom - top),
    description: `Tolerance zones: ${shaft ? `shaft ${shaft.toleranceClass}${shaft.grip ? ' against inner ring' : ''}, ` : ''}housing ${housing.toleranceClass}${housing.grip ? ' against outer ring' : ''}, one scale.`,
  }
}

function signedText(value: number, um: Micrometres): string {
  return value > 0 ? `+${um(value)}` : um(value)
}
