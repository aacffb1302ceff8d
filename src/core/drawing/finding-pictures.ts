import { findingWords, type Finding } from '../inspection/findings.js'
import { outline, segment as line, type Drawing, type Point, type Primitive, type Role } from './primitives.js'

/** Small pictures of what is seen: the part in outline, what happened to it in ink. One row a finding, in a 96 × 64 field. */

const WIDTH = 96
const HEIGHT = 64

type Mark =
  | { is: 'band'; from: number; to: number; skew?: number; start?: number; end?: number }
  | { is: 'dots'; at: readonly Point[]; r: number; role?: Role }
  | { is: 'bars'; xs: readonly number[]; from: number; to: number; role?: Role }
  | { is: 'jagged'; x: number; y: number; size: number }
  | { is: 'crack'; points: readonly Point[] }
  | { is: 'wash'; role: Role; from: number; to: number }
  | { is: 'hollows'; xs: readonly number[]; rx: number; ry: number; y?: number; role?: Role }
  | { is: 'around'; ys: readonly number[] }

type Base = 'race' | 'balls' | 'rollers' | 'cage' | 'rib' | 'bore' | 'outside' | 'seal' | 'grease'

interface Picture {
  base: Base
  marks: readonly Mark[]
}

const PITCH = [18, 38, 58, 78]
const SCATTER: readonly Point[] = [
  [16, 26],
  [24, 37],
  [33, 29],
  [41, 41],
  [47, 24],
  [55, 34],
  [63, 27],
  [70, 39],
  [79, 31],
]
const fine = (n: number): number[] => Array.from({ length: n }, (_, i) => 12 + (i * 72) / (n - 1))
const stipple: readonly Point[] = Array.from({ length: 40 }, (_, i) => [12 + ((i * 29) % 73), 25 + ((i * 17) % 15)] as const)
// prettier-ignore
const PICTURES: Readonly<Record<Finding, Picture>> = {
  'band-both-rings': { base: 'race', marks: [{ is: 'band', from: 22, to: 42 }] },
  'band-one-side': { base: 'race', marks: [{ is: 'band', from: 17, to: 26 }] },
  'band-skew': { base: 'race', marks: [{ is: 'band', from: 18, to: 27, skew: 18 }] },
  'band-two-zones': { base: 'race', marks: [{ is: 'band', from: 26, to: 38, start: 10, end: 34 }, { is: 'band', from: 26, to: 38, start: 62, end: 86 }] },
  'flaking-load-zone': { base: 'race', marks: [{ is: 'band', from: 26, to: 38, start: 22, end: 76 }, { is: 'jagged', x: 42, y: 32, size: 8 }, { is: 'jagged', x: 56, y: 31, size: 6 }] },
  'flaking-one-side': { base: 'race', marks: [{ is: 'band', from: 17, to: 26 }, { is: 'jagged', x: 30, y: 21, size: 6 }, { is: 'jagged', x: 60, y: 21, size: 7 }] },
  peeling: { base: 'race', marks: [{ is: 'band', from: 24, to: 41 }, { is: 'dots', at: stipple, r: 0.9 }] },
  smearing: { base: 'race', marks: [{ is: 'band', from: 25, to: 39 }, { is: 'around', ys: [28, 31, 35] }] },
  'worn-mirror': { base: 'race', marks: [{ is: 'wash', role: 'band', from: 22, to: 42 }, { is: 'around', ys: [22, 42] }] },
  'dents-scattered': { base: 'race', marks: [{ is: 'dots', at: SCATTER, r: 1.7 }] },
  'dents-at-pitch': { base: 'race', marks: [{ is: 'hollows', xs: PITCH, rx: 3.4, ry: 7 }] },
  'scrapes-across': { base: 'race', marks: [{ is: 'bars', xs: PITCH, from: 18, to: 46, role: 'force' }] },
  washboard: { base: 'race', marks: [{ is: 'band', from: 23, to: 41 }, { is: 'bars', xs: fine(19), from: 23, to: 41, role: 'dimension' }] },
  'dull-spots-at-pitch': { base: 'race', marks: [{ is: 'hollows', xs: PITCH, rx: 6, ry: 8, role: 'band' }] },
  'etch-at-pitch': { base: 'race', marks: [{ is: 'bars', xs: PITCH.flatMap((x) => [x - 2, x + 2]), from: 18, to: 46, role: 'dimension' }] },
  rust: { base: 'race', marks: [{ is: 'dots', at: SCATTER.filter((_, i) => i % 2 === 0), r: 4 }] },
  craters: { base: 'race', marks: [{ is: 'dots', at: SCATTER, r: 2.4, role: 'part' }] },
  'heat-colours': { base: 'race', marks: [{ is: 'wash', role: 'hot', from: 16, to: 48 }] },
  'ring-cracked': { base: 'race', marks: [{ is: 'crack', points: [[50, 14], [45, 24], [52, 32], [46, 41], [50, 50]] }] },
  'elements-frosted': { base: 'balls', marks: [{ is: 'dots', at: stipple, r: 0.8 }] },
  'elements-flaked': { base: 'balls', marks: [{ is: 'jagged', x: 28, y: 30, size: 6 }, { is: 'jagged', x: 70, y: 34, size: 5 }] },
  'elements-heat': { base: 'balls', marks: [{ is: 'dots', at: [[26, 32], [70, 32]], r: 9, role: 'hot'}] },
  'roller-ends-scored': { base: 'rollers', marks: [{ is: 'bars', xs: [13, 16, 80, 83], from: 23, to: 41, role: 'dimension' }] },
  'cage-broken': { base: 'cage', marks: [{ is: 'crack', points: [[40, 14], [44, 24], [38, 34], [44, 50]] }, { is: 'wash', role: 'blank', from: 10, to: 20 }] },
  'cage-worn': { base: 'cage', marks: [{ is: 'hollows', xs: [26, 48, 70], rx: 9, ry: 11, role: 'blank' }] },
  'cage-bent': { base: 'cage', marks: [{ is: 'crack', points: [[30, 12], [44, 24], [58, 12]] }] },
  'rib-chipped': { base: 'rib', marks: [{ is: 'jagged', x: 60, y: 16, size: 8 }] },
  'rib-scored': { base: 'rib', marks: [{ is: 'around', ys: [12, 14.5, 17] }] },
  'strike-marks': { base: 'rib', marks: [{ is: 'hollows', xs: [30, 64], rx: 4, ry: 4, y: 51 }] },
  'face-rubbed': { base: 'rib', marks: [{ is: 'wash', role: 'band', from: 46, to: 56 }, { is: 'around', ys: [48, 51, 54] }] },
  'bore-turned': { base: 'bore', marks: [{ is: 'around', ys: [36, 39, 42, 45] }] },
  'outside-turned': { base: 'outside', marks: [{ is: 'around', ys: [14, 17, 20, 23] }] },
  'fretting-rust': { base: 'bore', marks: [{ is: 'dots', at: [[22, 41], [29, 43], [36, 40], [60, 42], [66, 40], [73, 43]], r: 3.4}] },
  'seal-hard': { base: 'seal', marks: [{ is: 'crack', points: [[30, 40], [34, 45], [30, 50]] }, { is: 'crack', points: [[62, 40], [58, 45], [62, 50]] }] },
  'seal-torn': { base: 'seal', marks: [{ is: 'jagged', x: 48, y: 46, size: 9 }] },
  'grease-missing': { base: 'grease', marks: [{ is: 'wash', role: 'blank', from: 0, to: 44 }] },
  'grease-black': { base: 'grease', marks: [{ is: 'dots', at: [[30, 34], [44, 26], [58, 36], [66, 30], [40, 42], [54, 44]], r: 6}] },
  'grease-milky': { base: 'grease', marks: [{ is: 'dots', at: [[34, 32], [46, 40], [58, 30], [64, 42], [42, 24]], r: 4, role: 'part'}] },
  'grease-gritty': { base: 'grease', marks: [{ is: 'dots', at: SCATTER.map(([x, y]) => [x * 0.6 + 20, y] as const), r: 1.6 }] },
  'grease-glitter': { base: 'grease', marks: [{ is: 'crack', points: [[34, 30], [38, 26]] }, { is: 'crack', points: [[48, 38], [54, 35]] }, { is: 'crack', points: [[60, 28], [64, 32]] }, { is: 'crack', points: [[42, 44], [47, 47]] }] },
  'grease-runny': { base: 'grease', marks: [{ is: 'bars', xs: [36, 48, 60], from: 46, to: 60, role: 'force' }] },
  'grease-packed': { base: 'grease', marks: [{ is: 'wash', role: 'band', from: 8, to: 56 }] },
}

const box = (x1: number, y1: number, x2: number, y2: number): string =>
  outline([
    [x1, y1],
    [x2, y1],
    [x2, y2],
    [x1, y2],
  ])
const path = (d: string, role: Role): Primitive => ({ kind: 'path', d, role })

/** Wavy blob of grease. */
const BLOB = 'M20 40C16 26 30 14 48 16C68 12 82 26 78 40C76 54 62 56 48 54C34 57 22 52 20 40Z'

const BASES: Readonly<Record<Base, readonly Primitive[]>> = {
  race: [path(box(10, 12, 86, 52), 'part'), line(10, 16, 86, 16, 'housing-hatch'), line(10, 48, 86, 48, 'housing-hatch')],
  balls: [
    { kind: 'circle', cx: 26, cy: 32, r: 17, role: 'part' },
    { kind: 'circle', cx: 70, cy: 32, r: 17, role: 'part' },
  ],
  rollers: [path(box(10, 20, 44, 44), 'part'), path(box(52, 20, 86, 44), 'part')],
  cage: [
    path(box(10, 12, 86, 20), 'part'),
    path(box(10, 44, 86, 52), 'part'),
    ...[12, 34, 56, 78].map((x) => path(box(x, 20, x + 6, 44), 'part')),
  ],
  rib: [path(box(10, 10, 86, 20), 'part'), path(box(10, 20, 86, 44), 'blank'), path(box(10, 44, 86, 58), 'part')],
  bore: [path(box(10, 14, 86, 50), 'part'), path(box(10, 33, 86, 50), 'band')],
  outside: [path(box(10, 10, 86, 46), 'part'), path(box(10, 10, 86, 27), 'band')],
  seal: [
    path(box(10, 14, 86, 26), 'part'),
    path(
      outline([
        [16, 26],
        [80, 26],
        [72, 50],
        [24, 50],
      ]),
      'part',
    ),
  ],
  grease: [path(BLOB, 'part')],
}

function drawMark(mark: Mark, base: Base): Primitive[] {
  switch (mark.is) {
    case 'band': {
      const { from, to, skew = 0, start = 10, end = 86 } = mark
      return [
        path(
          outline([
            [start, from],
            [end, from + skew],
            [end, to + skew],
            [start, to],
          ]),
          'band',
        ),
        line(start, from, end, from + skew, 'dimension'),
        line(start, to, end, to + skew, 'dimension'),
      ]
    }
    case 'dots':
      return mark.at.map(([cx, cy]) => ({ kind: 'circle' as const, cx, cy, r: mark.r, role: mark.role ?? 'dimension-head' }))
    case 'bars':
      return mark.xs.map((x) => line(x, mark.from, x, mark.to, mark.role ?? 'dimension'))
    case 'jagged': {
      const { x, y, size } = mark
      const spikes = Array.from({ length: 9 }, (_, i) => {
        const r = i % 2 ? size : size * 0.62
        const a = (i * 2 * Math.PI) / 9
        return [x + r * Math.cos(a), y + r * 0.75 * Math.sin(a)] as const
      })
      return [path(outline(spikes), 'dimension-head')]
    }
    case 'crack':
      return mark.points.slice(1).map(([x, y], i) => line(mark.points[i]![0], mark.points[i]![1], x, y, 'shaft-edge'))
    case 'wash':
      return [
        path(
          base === 'grease' && mark.role === 'band' ? BLOB.replace('M20', 'M6').replace(/78/g, '90') : box(11, mark.from, 85, mark.to),
          mark.role,
        ),
      ]
    case 'hollows': {
      const { rx, ry, y = 32, role = 'dimension-head' } = mark
      return mark.xs.map((x) => path(`M${x - rx} ${y}A${rx} ${ry} 0 1 0 ${x + rx} ${y}A${rx} ${ry} 0 1 0 ${x - rx} ${y}Z`, role))
    }
    case 'around':
      return mark.ys.map((y) => line(11, y, 85, y, 'dimension'))
  }
}

/** The picture of a finding. */
export function findingPicture(name: Finding): Drawing {
  const { base, marks } = PICTURES[name]
  return {
    width: WIDTH,
    height: HEIGHT,
    primitives: [...BASES[base], ...marks.flatMap((m) => drawMark(m, base))],
    description: findingWords(name),
  }
}
