import { readFileSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { expect } from 'chai'
import { shoulderAt } from '../../src/core/line/shaft.js'
import { stepPicture } from '../../src/core/drawing/step-pictures.js'
import { TAKE_OFF_WAYS } from '../../src/core/mounting/ways.js'
import { STEP_NAMES } from '../../src/core/procedure/steps.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { clearanceBand, toleranceZones } from '../../src/core/drawing/fit-charts.js'
import { DAY, shapeStyle, textStyle } from '../../src/core/drawing/palette.js'
import type { Drawing, Primitive } from '../../src/core/drawing/primitives.js'
import type { LinePosition } from '../../src/core/drawing/line-layout.js'
import { shaftLineDrawing } from '../../src/core/drawing/shaft-line.js'
import { sectionDrawing } from '../../src/core/drawing/section.js'
import { fit } from '../../src/core/fits/fit.js'
import { operatingClearance } from '../../src/core/fits/operating-clearance.js'

const row = findBearing('6312')!.row
const texts = (drawing: Drawing) => drawing.primitives.flatMap((p) => (p.kind === 'text' ? [p.text] : []))
const roles = (drawing: Drawing) => new Set(drawing.primitives.map((p) => p.role))
const section = (more: object = {}) => sectionDrawing({ row, width: 640, height: 300, held: true, lengthText: String, ...more })

/** Every coordinate of a shape. */
function points(p: Primitive): [number, number][] {
  if (p.kind === 'line')
    return [
      [p.x1, p.y1],
      [p.x2, p.y2],
    ]
  if (p.kind === 'circle')
    return [
      [p.cx - p.r, p.cy - p.r],
      [p.cx + p.r, p.cy + p.r],
    ]
  if (p.kind === 'text') return [[p.x, p.y]]
  const numbers = p.d.match(/-?\d+(\.\d+)?/g)!.map(Number)
  return numbers.flatMap((x, i) => (i % 2 ? [] : [[x, numbers[i + 1]!] as [number, number]]))
}

describe('section', () => {
  it('keeps true proportions: outside over bore, and element size, as in the table', () => {
    const { primitives } = section()
    const ring = primitives.filter((p) => p.kind === 'path' && p.role === 'ring').map(points)
    const all = ring.flat()
    const axis = primitives.find((p) => p.kind === 'line' && p.role === 'axis') as { y1: number }
    const radii = all.map(([, y]) => axis.y1 - y)
    expect(Math.max(...radii) / Math.min(...radii)).to.be.closeTo(130 / 60, 0.01)
    const width = Math.max(...all.map(([x]) => x)) - Math.min(...all.map(([x]) => x))
    expect(width / Math.max(...radii)).to.be.closeTo(31 / 65, 0.01)
    const ball = primitives.find((p) => p.kind === 'circle') as { r: number }
    expect(ball.r / Math.max(...radii)).to.be.closeTo(row.elementDiameterMm / 130, 0.01)
  })

  it('stays on its paper for every family and size of paper', () => {
    for (const designation of ['6004', '6322', 'NU 204', 'NU 322', '22308', '22222']) {
      for (const [width, height] of [
        [640, 236],
        [640, 400],
        [420, 300],
      ] as const) {
        const drawing = sectionDrawing({
          row: findBearing(designation)!.row,
          width,
          height,
          held: false,
          lengthText: String,
          error: 'both ends held',
        })
        for (const [x, y] of drawing.primitives.flatMap(points)) {
          expect(x, `${designation} on ${width}×${height}`).to.be.within(-2, width + 2)
          expect(y, `${designation} on ${width}×${height}`).to.be.within(-2, height + 2)
        }
      }
    }
  })

  it('dimensions the shaft under a sleeve, not the bore, and draws the sleeve between them', () => {
    const tapered = findBearing('22220 K')!.row
    const spec = { row: tapered, width: 640, height: 236, held: true, lengthText: (mm: number) => String(mm), shaftClass: 'h9' }
    const [on, plain] = [sectionDrawing({ ...spec, sleeveOnMm: 90 }), sectionDrawing(spec)]
    expect(texts(on)).to.include('Ø90 h9').and.not.include('Ø100 h9')
    expect(texts(plain)).to.include('Ø100 h9')
    const parts = (d: Drawing) => d.primitives.filter((p) => 'role' in p && p.role === 'part').length
    expect(parts(on)).to.equal(parts(plain) + 1)
  })
  it('keeps the words of the inner dimension clear of the outer one, in inches too', () => {
    const spec = { row, width: 640, height: 236, held: true, shaftClass: 'm6', housingClass: 'J7' }
    for (const lengthText of [(mm: number) => String(mm), (mm: number) => (mm / 25.4).toFixed(4)]) {
      const { primitives } = sectionDrawing({ ...spec, lengthText })
      const inner = primitives.find((p) => p.kind === 'text' && p.text.endsWith('m6')) as { x: number; text: string }
      const lines = primitives.flatMap((p) =>
        p.kind === 'line' && p.x1 === p.x2 && p.role === 'dimension' && p.x1 > inner.x ? [p.x1] : [],
      )
      expect(Math.min(...lines)).to.be.above(inner.x + inner.text.length * 8)
    }
  })
  it('keeps every word of its dimensions on the paper, in inches too, however wide the bearing', () => {
    for (const designation of ['6308', '6312', 'NU 2312', '22316', '7312 B', '51112'])
      for (const [width, height] of [
        [640, 400],
        [640, 236],
        [820, 420],
      ] as const) {
        const { primitives } = sectionDrawing({
          ...{ row: findBearing(designation)!.row, width, height, held: true, shaftClass: 'js6', housingClass: 'J7' },
          lengthText: (mm) => (mm / 25.4).toFixed(4),
        })
        for (const p of primitives)
          if (p.kind === 'text' && p.anchor === 'start')
            expect(p.x + p.text.length * 8.4, `${designation} ${p.text} on ${width}`).to.be.at.most(width)
      }
  })
  it('writes sizes with their classes, loads and the float in the words it is given', () => {
    expect(texts(section({ shaftClass: 'k5', housingClass: 'H7', radialText: '4.6 kN', axialText: '1.0 kN' }))).to.include.members([
      'Ø60 k5',
      'Ø130 H7',
      '31',
      '4.6 kN',
      '1.0 kN',
      'held',
    ])
    expect(texts(section({ held: false, floatMm: 1.2 }))).to.include('1.2 free')
    expect(texts(section({ held: false }))).to.include('free')
  })

  it('says in words what it shows', () => {
    expect(section().description).to.equal('Section of 6312, a deep groove ball bearing, 60 × 130 × 31 mm, outer ring held.')
    expect(section({ held: false, movesInside: true }).description).to.contain('moves inside')
    expect(section({ held: false }).scale).to.contain('gap magnified')
  })
})

describe('shaft line', () => {
  const at = (name: string, alongMm: number, held: boolean | null): LinePosition => ({
    name,
    alongMm,
    held,
    designation: '6312 C3',
    places: [{ key: name, row }],
  })
  const draw = (driveHeld: boolean | null, otherHeld: boolean | null, more: object = {}) =>
    shaftLineDrawing({
      width: 680,
      height: 280,
      positions: [at('drive end', 0, driveHeld), at('non-drive end', 310, otherHeld)],
      spanText: '310 mm',
      carries: 'impeller',
      ...more,
    })
  it('marks the held end and names the free one', () => {
    expect(texts(draw(true, false))).to.include.members(['held', 'free', '310 mm', 'coupling', 'impeller'])
    expect(draw(true, false).description).to.contain('held: drive end')
    expect(roles(draw(null, null)).has('held')).to.equal(false)
  })
  it('what sits on the shaft is drawn where it sits, and its steps where they are', () => {
    const components = (alongMm: number | null) => [
      { kind: 'gear' as const, slot: 1, alongMm },
      { kind: 'coupling' as const, slot: 0, alongMm: -80 },
    ]
    const middle = (alongMm: number | null) => {
      const { carried, at: supports } = draw(true, false, { components: components(alongMm) })
      const gear = carried.find((c) => c.index === 0)!
      return (gear.x + gear.width / 2 - supports[0]!) / (supports[1]! - supports[0]!)
    }
    expect(middle(null)).to.be.closeTo(0.5, 1e-9)
    expect(middle(62)).to.be.closeTo(0.2, 1e-9)
    const shaft = {
      leftMm: 100,
      sections: [
        { lengthMm: 300, outsideMm: 60, boreMm: 0 },
        { lengthMm: 210, outsideMm: 80, boreMm: 30 },
      ],
    }
    const plain = draw(true, false).primitives.length
    expect(roles(draw(true, false, { shaft })).has('extension'), 'a bore is dashed').to.equal(true)
    expect(draw(true, false, { shaft }).primitives.length).to.not.equal(plain)
  })
  it('lets the growth run away from the held end', () => {
    const arrow = (held: [boolean, boolean]) =>
      draw(...held, { growthText: 'grows 0.11 mm' }).primitives.find((p) => p.kind === 'line' && p.role === 'hot-line') as {
        x1: number
        x2: number
      }
    expect(arrow([true, false]).x2).to.be.above(arrow([true, false]).x1)
    expect(arrow([false, true]).x2).to.be.below(arrow([false, true]).x1)
  })
  it('says where each bearing stands, on the paper and apart', () => {
    const [a, b] = draw(true, false).places
    expect(a!.x + a!.width).to.be.below(b!.x)
    expect(a!.y).to.be.at.least(0)
    expect(b!.x + b!.width).to.be.at.most(680)
  })
  it('writes the error in red words', () => {
    expect(roles(draw(true, true, { error: 'Both ends held' })).has('error-text')).to.equal(true)
  })
  it('draws a line whose bearings are not in the catalogue', () => {
    const unknown = { ...at('drive end', 0, true), places: [{ key: 'x', row: null }], designation: 'special' }
    expect(JSON.stringify(shaftLineDrawing({ width: 680, height: 280, positions: [unknown], spanText: null, carries: 'fan' })))
      .to.contain('special')
      .and.not.match(/NaN/)
  })
  for (const [n, low] of [
    [3, false],
    [5, false],
    [5, true],
    [9, true],
  ] as const)
    it(`draws ${n} supports${low ? ', low,' : ''} in their order, none over another, all on the paper`, () => {
      const positions = Array.from({ length: n }, (_, i) => at(`block ${i + 1}`, i === 1 ? 20 : i * 2200, i === 0))
      const drawing = shaftLineDrawing({ width: 1180, height: low ? 112 : 300, positions, spanText: null, carries: 'pulleys', low })
      expect(drawing.places.map((p) => p.key)).to.deep.equal(positions.map((p) => p.name))
      drawing.places.slice(1).forEach((p, i) => expect(drawing.places[i]!.x + drawing.places[i]!.width).to.be.at.most(p.x))
      const all = drawing.primitives.flatMap(points)
      expect(Math.min(...all.map(([x]) => x))).to.be.at.least(0)
      expect(Math.max(...all.map(([x]) => x))).to.be.at.most(1180)
    })
  /** Roughly what letters cover: [left, right, top, bottom]. */
  const lettersOf = (d: ReturnType<typeof shaftLineDrawing>) =>
    d.primitives.flatMap((p) => {
      if (p.kind !== 'text' || !p.text) return []
      const wide = p.text.length * 7.2
      const left = p.anchor === 'start' ? p.x : p.anchor === 'end' ? p.x - wide : p.x - wide / 2
      return [{ text: p.text, left, right: left + wide, top: p.y - 11, bottom: p.y + 2 }]
    })
  const over = (all: ReturnType<typeof lettersOf>) =>
    all.flatMap((a, i) =>
      all
        .slice(i + 1)
        .filter((b) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom)
        .map((b) => `${a.text} over ${b.text}`),
    )
  for (const n of [1, 2, 3, 5])
    for (const upright of [false, true])
      it(`${n} supports${upright ? ' of an upright shaft' : ''}: no letters over others, all on the paper, places where the bearings are`, () => {
        const positions = Array.from({ length: n }, (_, i) => at(`block ${i + 1}`, i * 900, i === 0))
        const components = [
          { kind: 'coupling' as const, slot: 0, alongMm: -240 },
          { kind: 'impeller' as const, slot: n, alongMm: (n - 1) * 900 + 310 },
        ]
        const d = shaftLineDrawing({ width: 900, height: 420, positions, components, say: String, spanText: null, carries: '', upright })
        expect(over(lettersOf(d))).to.deep.equal([])
        const figures = texts(d).filter((t) => /^\d+$/.test(t))
        expect(figures).to.have.members(['240', ...positions.slice(1).map(() => '900'), '310'])
        const all = d.primitives.flatMap(points)
        expect(Math.min(...all.flat())).to.be.at.least(0)
        expect(Math.max(...all.map(([x]) => x))).to.be.at.most(900)
        expect(Math.max(...all.map(([, y]) => y))).to.be.at.most(420)
        const along = d.places.map((p) => (upright ? p.y : p.x))
        expect(along).to.deep.equal([...along].sort((a, b) => a - b))
        expect(new Set(d.places.map((p) => (upright ? p.x : p.y))).size, 'one axis').to.equal(1)
      })
  it('a sleeve with its nut, a block and a flange, and what turns round a standing axle are drawn; nothing of them where they are not', () => {
    const one = (place: object, more: object = {}) => {
      const own = (name: string, alongMm: number) => ({ ...at(name, alongMm, null), places: [{ key: name, row, ...place }] })
      const count = new Map<string, number>()
      const spec = { width: 680, height: 280, spanText: null, carries: '', components: [], ...more }
      for (const p of shaftLineDrawing({ ...spec, positions: [own('a', 0), own('b', 400)] }).primitives)
        if ('role' in p) count.set(p.role, (count.get(p.role) ?? 0) + 1)
      return [count.get('part') ?? 0, count.get('housing') ?? 0]
    }
    expect(one({})).to.deep.equal([0, 0])
    expect(one({ shaftSeat: { kind: 'adapter-sleeve' } })).to.deep.equal([8, 0])
    expect(one({ housingSeat: { block: 'SN 518' } })).to.deep.equal([0, 6])
    expect(one({ housingSeat: { standsIn: 'flange' } })).to.deep.equal([0, 8])
    expect(one({ row: findBearing('UC 210')!.row })).to.deep.equal([0, 6])
    const roll = [{ kind: 'roll' as const, slot: 1, alongMm: 200 }]
    expect(one({}, { components: roll, outerTurns: true })).to.deep.equal([0, 2])
    expect(one({}, { components: roll })).to.deep.equal([0, 0])
  })
  it('draws a pair side by side, each to be picked by itself, the one in hand told apart', () => {
    const pair = {
      ...at('coupling end', 0, true),
      places: [
        { key: 'a', row, tone: 'hand' as const },
        { key: 'b', row, tone: 'own' as const },
      ],
    }
    const drawing = shaftLineDrawing({ width: 680, height: 280, positions: [pair, at('far', 400, false)], spanText: null, carries: 'fan' })
    const [a, b] = drawing.places
    expect(a!.x + a!.width).to.be.closeTo(b!.x, 1e-9)
    expect(roles(drawing).has('ring-strong') && roles(drawing).has('ring-own')).to.equal(true)
  })
})

describe('fit charts', () => {
  const seat = (kind: 'shaft' | 'housing', sizeMm: number, toleranceClass: string) => {
    const grip = fit({ seat: kind, sizeMm, toleranceClass, accuracy: 'normal', family: row.family }).values
    return { toleranceClass, seatUpperUm: grip.seatUpperUm, seatLowerUm: grip.seatLowerUm, grip }
  }
  const um = (v: number) => v.toFixed(0)
  it('puts both seats on one micrometre scale', () => {
    const drawing = toleranceZones(seat('shaft', 60, 'k5'), seat('housing', 130, 'H7'), 640, 140, um)
    const heights = drawing.primitives
      .flatMap((p) => (p.kind === 'path' ? [points(p).map(([, y]) => y)] : []))
      .map((ys) => Math.max(...ys) - Math.min(...ys))
    // Zones of 15, 13, 18 and 40 µm.
    expect(heights).to.have.length(4)
    expect(heights[1]! / heights[0]!).to.be.closeTo(13 / 15, 0.02)
    expect(heights[3]! / heights[2]!).to.be.closeTo(40 / 18, 0.02)
    expect(texts(drawing)).to.include.members(['+15', '+2', '-18', '+40', 'shaft k5', 'housing H7'])
  })
  it('shows what is clamped without a ring, and no shaft where its size is not known', () => {
    const clamped = { ...seat('shaft', 60, 'h9'), grip: null }
    const zones = (drawing: ReturnType<typeof toleranceZones>) => drawing.primitives.filter((p) => p.kind === 'path').length
    expect(zones(toleranceZones(clamped, seat('housing', 130, 'H7'), 640, 140, um))).to.equal(3)
    expect(zones(toleranceZones(null, seat('housing', 130, 'H7'), 640, 140, um))).to.equal(2)
  })
  it('lets the clearance fall from as bought to hot over a line at zero', () => {
    const { stages } = operatingClearance({
      ...row,
      group: '3',
      shaft: { toleranceClass: 'k5' },
      housing: { toleranceClass: 'H7' },
      accuracy: 'normal',
      innerRingC: 70,
      outerRingC: 60,
    }).values
    const drawing = clearanceBand(stages, 500, 118, um)
    expect(texts(drawing)).to.include.members(['as bought', 'on shaft', 'in housing', 'hot', '0'])
    const bars = drawing.primitives.filter((p) => p.kind === 'line' && p.role.startsWith('band')) as { y1: number; y2: number }[]
    expect(bars).to.have.length(4)
    expect(bars[3]!.y1).to.be.above(bars[0]!.y1)
    expect(drawing.description).to.match(/^Clearance: as bought \d+ to \d+, /)
  })
})

describe('palette and letters', () => {
  it('gives every role presentation attributes and no style sheet variable', () => {
    const drawing = section({ held: false, floatMm: 1, radialText: 'x', axialText: 'y', error: 'z' })
    for (const p of drawing.primitives) {
      const style = p.kind === 'text' ? textStyle(p.role, DAY) : shapeStyle(p.role, DAY)
      expect(style.fill).to.match(/^(none|#[0-9a-f]{6})$/)
    }
  })

  it('uses only characters that the shipped fonts cover', () => {
    const css = ['sofia-sans', 'sofia-sans-condensed'].map((name) =>
      readFileSync(join('node_modules', '@fontsource-variable', name, 'wght.css'), 'utf8'),
    )
    const ranges = css.map((text) =>
      [...text.matchAll(/U\+([0-9A-F]+)(?:-([0-9A-F]+))?/gi)].map((m) => [parseInt(m[1]!, 16), parseInt(m[2] ?? m[1]!, 16)] as const),
    )
    const files = (dir: string): string[] =>
      readdirSync(dir).flatMap((name) => (statSync(join(dir, name)).isDirectory() ? files(join(dir, name)) : [join(dir, name)]))
    const missing = new Set<string>()
    for (const file of [...files('src'), 'demo/plant.json'].filter((f) => /\.(ts|vue|json)$/.test(f))) {
      for (const letter of readFileSync(file, 'utf8')) {
        const code = letter.codePointAt(0)!
        if (code > 126 && !ranges.every((list) => list.some(([from, to]) => code >= from && code <= to)))
          missing.add(`${letter} in ${file}`)
      }
    }
    expect([...missing]).to.deep.equal([])
  })
})

describe('pictures of steps', () => {
  for (const name of STEP_NAMES)
    it(`${name}: stays on its paper and says what it shows`, () => {
      for (const tapered of [false, true])
        for (const rolls of ['ball', 'roller'] as const) {
          const d = stepPicture(name, { boreMm: 60, outsideMm: 130, widthMm: 31, rolls, tapered })
          expect(d.description).to.match(/: .+\.$/)
          for (const p of d.primitives) {
            const xs = p.kind === 'line' ? [p.x1, p.x2] : p.kind === 'circle' ? [p.cx - p.r, p.cx + p.r] : p.kind === 'text' ? [p.x] : []
            const ys =
              p.kind === 'line' ? [p.y1, p.y2] : p.kind === 'circle' ? [p.cy - p.r, p.cy + p.r] : p.kind === 'text' ? [p.y - 10, p.y] : []
            for (const x of xs) expect(x, `${name} x`).to.be.within(0, d.width)
            for (const y of ys) expect(y, `${name} y`).to.be.within(0, d.height)
          }
        }
    })
  it('forbids the elements wherever force goes through a ring, and differs from step to step', () => {
    const of = (name: (typeof STEP_NAMES)[number]) =>
      stepPicture(name, { boreMm: 60, outsideMm: 130, widthMm: 31, rolls: 'ball', tapered: false })
    for (const name of ['press', 'press-both', 'outer-in', 'arbor', 'off', 'oil', 'mount'] as const)
      expect(of(name).description, name).to.contain('never through balls')
    expect(JSON.stringify(of('press'))).to.not.equal(JSON.stringify(of('press-both')))
  })
  it('an old one comes off in its own way: each has a picture of its own, on its paper', () => {
    const pictures = TAKE_OFF_WAYS.map((takeOff) =>
      stepPicture('off', { boreMm: 60, outsideMm: 130, widthMm: 31, rolls: 'ball', tapered: false, takeOff }),
    )
    expect(new Set(pictures.map((d) => JSON.stringify(d.primitives))).size).to.equal(TAKE_OFF_WAYS.length)
    for (const d of pictures)
      for (const p of d.primitives) if (p.kind === 'line') for (const x of [p.x1, p.x2]) expect(x).to.be.within(0, d.width)
  })
  it('stands on its own shaft: the shoulder as high as it is, and on its side', () => {
    const of = (shoulder: Parameters<typeof stepPicture>[1]['shoulder']) =>
      stepPicture('press', { boreMm: 60, outsideMm: 130, widthMm: 31, rolls: 'ball', tapered: false, shoulder })
    const shaft = (d: ReturnType<typeof of>) => {
      const path = d.primitives.find((p) => p.kind === 'path' && p.role === 'shaft') as { d: string }
      return [...path.d.matchAll(/[ML]([\d.]+) ([\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])] as const)
    }
    const top = (d: ReturnType<typeof of>) => Math.min(...shaft(d).map(([, y]) => y))
    expect(top(of({ side: 'left', acrossMm: 80 }))).to.be.below(top(of({ side: 'left', acrossMm: 70 })))
    // The step to the seat is 10 mm of 60 across: so many units as a third of the seat's own half.
    const seat = (d: ReturnType<typeof of>) => 268 - [...new Set(shaft(d).map(([, y]) => y))].sort((a, b) => a - b)[1]!
    const low = of({ side: 'left', acrossMm: 70 })
    expect((268 - top(low)) / seat(low)).to.be.closeTo(70 / 60, 0.01)
    const [left, right] = [of({ side: 'left', acrossMm: 70 }), of({ side: 'right', acrossMm: 70 })]
    expect(shaft(right).map(([x, y]) => [Math.round(520 - x), Math.round(y)])).to.deep.equal(
      shaft(left).map(([x, y]) => [Math.round(x), Math.round(y)]),
    )
    const pushes = (d: ReturnType<typeof of>) =>
      d.primitives.flatMap((p) => (p.kind === 'line' && p.role === 'force' ? [Math.sign(p.x2 - p.x1)] : []))
    expect([pushes(left), pushes(right)]).to.deep.equal([[-1], [1]])
    expect(of(null).primitives).to.deep.equal(of(undefined).primitives)
  })
  for (const [at, shoulder] of [
    [20, { side: 'right', acrossMm: 80 }],
    [200, null],
    [380, { side: 'left', acrossMm: 80 }],
    [430, { side: 'left', acrossMm: 60 }],
    [900, null],
  ] as const)
    it(`the shoulder beside a seat ${at} mm along: ${shoulder ? `${shoulder.acrossMm} to the ${shoulder.side}` : 'none'}`, () => {
      const shaft = {
        leftMm: 40,
        sections: [
          [80, 60],
          [320, 80],
          [60, 60],
          [40, 50],
        ].map(([lengthMm, outsideMm]) => ({ lengthMm: lengthMm!, outsideMm: outsideMm!, boreMm: 0 })),
      }
      expect(shoulderAt(shaft, at)).to.deep.equal(shoulder)
    })
  it('rings of any size have a picture', () => {
    for (const [boreMm, outsideMm, widthMm] of [
      [3, 10, 4],
      [25, 250, 12],
      [900, 1000, 40],
      [20, 24, 60],
    ] as const)
      expect(stepPicture('press', { boreMm, outsideMm, widthMm, rolls: 'ball', tapered: false }).primitives.length).to.be.above(8)
  })
})
