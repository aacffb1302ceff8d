import { expect } from 'chai'
import * as cylindrical from '../../src/core/catalogue/dimensions/cylindrical.js'
import * as inchTapered from '../../src/core/catalogue/dimensions/inch-tapered.js'
import * as insert from '../../src/core/catalogue/dimensions/insert.js'
import * as needle from '../../src/core/catalogue/dimensions/needle.js'
import * as plan from '../../src/core/catalogue/dimensions/general-plan.js'
import * as special from '../../src/core/catalogue/dimensions/special.js'
import * as tapered from '../../src/core/catalogue/dimensions/tapered.js'
import * as thrust from '../../src/core/catalogue/dimensions/thrust.js'
import { SPEED_NDM } from '../../src/core/catalogue/speed-limits.js'
import * as families from '../../src/core/bearing/families.js'
import { FORMS } from '../../src/core/bearing/construction-forms.js'
import { SERIES, SETS } from '../../src/core/catalogue/series-table.js'
import * as blocks from '../../src/core/parts/blocks.js'
import * as nuts from '../../src/core/parts/nuts.js'
import * as partRings from '../../src/core/parts/rings.js'
import * as seals from '../../src/core/parts/seals.js'
import * as sleeves from '../../src/core/parts/sleeves.js'
import * as units from '../../src/core/parts/insert-units.js'
import { adapterSleeve } from '../../src/core/catalogue/sleeves.js'
import * as clearance from '../../src/core/fits/clearance-tables.js'
import * as recommend from '../../src/core/fits/recommend-tables.js'
import { INSTRUMENTS } from '../../src/core/identify/identify.js'
import { CAUSES } from '../../src/core/inspection/causes.js'
import * as modified from '../../src/core/life/modified-life-tables.js'
import * as targets from '../../src/core/life/targets.js'
import * as lubrication from '../../src/core/lubrication/tables.js'
import { VISCOSITY_INDEX } from '../../src/core/life/viscosity-tables.js'
import { MATERIALS } from '../../src/core/materials.js'
import * as ratings from '../../src/core/ratings/tables.js'
import { MACHINE_CLASSES, RUN_LIMITS } from '../../src/core/runin/run-in.js'
import * as iso286 from '../../src/core/tolerances/iso286-tables.js'
import * as rings from '../../src/core/tolerances/ring-tables.js'
import { QUANTITIES } from '../../src/core/units/quantities.js'
import { SUMS } from './tables/sums.js'

/** Every number of a value, keys of a record among them where they are numbers. */
function numbersOf(value: unknown): number[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [value] : []
  if (typeof value === 'string' || typeof value === 'function' || !value) return []
  if (Array.isArray(value)) return value.flatMap(numbersOf)
  return Object.entries(value as object).flatMap(([key, inner]) => [
    ...(/^\d+(\.\d+)?$/.test(key) ? [Number(key)] : []),
    ...numbersOf(inner),
  ])
}

/** A table as its columns; what is no table of equal rows is one column. */
function columnsOf(value: unknown): number[][] {
  const rows = Array.isArray(value) ? value : Object.entries(value as object).map(([key, inner]) => [key, inner].flat(3))
  const width = Array.isArray(rows[0]) ? rows[0].length : 0
  const even =
    width > 0 &&
    width < 16 &&
    rows.every((row) => Array.isArray(row) && row.length === width && row.every((c) => typeof c !== 'object' || c === null))
  if (!even) return [numbersOf(value)]
  return Array.from({ length: width }, (_, i) =>
    rows.flatMap((row) => numbersOf(/^[\d.]+$/.test(String(row[i])) ? Number(row[i]) : row[i])),
  )
}

const named3 = (tables: object) => Object.fromEntries(Object.entries(tables).map(([name, table]) => [`${name} 3`, table as unknown]))
const named = (prefix: string, tables: Record<string, unknown>) =>
  Object.entries(tables)
    .filter(([, value]) => typeof value === 'object' && value !== null)
    .map(([name, value]) => [`${prefix}.${name}`, value] as const)

/** Tables of the core, each under its name; those that hold tables are taken apart. */
export const TABLES: (readonly [string, unknown])[] = [
  ...named('plan', { ...plan }).map(([name, value]) => [name, (value as { rows?: unknown }).rows ?? value] as const),
  ...named('tapered', tapered.TAPERED),
  ['cup chamfer', tapered.CUP_CHAMFER],
  ...named('thrust ball', thrust.THRUST_BALL),
  ...named('thrust spherical', thrust.THRUST_SPHERICAL),
  ...named('thrust rollers', { needles: thrust.THRUST_NEEDLES, cylinders: thrust.THRUST_CYLINDERS, double: thrust.THRUST_DOUBLE }),
  ...named('cylindrical', { ...cylindrical }),
  ...named('needle', { ...needle }),
  ...named('special', { ...special }),
  ...named('inch', { ...inchTapered }),
  ...named('insert', {
    ...insert.INSERTS,
    collar: insert.COLLAR_WIDTHS,
    inch: insert.INCH_BORES,
    blocks: insert.PILLOW_BLOCKS,
    flanges: insert.SQUARE_FLANGES,
  }),
  ...named('family', {
    mass: families.MASS_SHARE,
    speed: SPEED_NDM,
    tilt: families.TILT_DEG,
    spread: families.SPREAD,
  }),
  ['forms', FORMS],
  ['sets', SETS],
  ['series', SERIES.map(({ sizes: { plan: _plan, raceways: _raceways, ...sizes }, ...row }) => ({ ...row, sizes }))],
  [
    'sleeves',
    Array.from({ length: 500 }, (_, i) => i + 1).map(
      (boreMm) => adapterSleeve({ series: boreMm > 200 ? '230 K' : '222 K', boreMm, boreTaper: '1:12' })?.shaftMm ?? 0,
    ),
  ],
  ...named('nuts', nuts),
  ...named('sleeves', sleeves),
  ...named('part rings', partRings),
  ...named('blocks', { BLOCK_BODIES: blocks.BLOCK_BODIES }),
  ...named('units', {
    OVAL_FLANGES: units.OVAL_FLANGES,
    TAKE_UPS: units.TAKE_UPS,
    CARTRIDGES: units.CARTRIDGES,
    ...named3(units.SERIES_3),
  }),
  ...named('seals', seals),
  ...named('clearance', { ...clearance }),
  ...named('seats', { ...recommend }),
  ['instruments', INSTRUMENTS],
  ['causes', CAUSES],
  ...named('targets', { ...targets }),
  ...named('lubrication', { ...lubrication }),
  ...named('life', { ...modified }),
  ['viscosity index', VISCOSITY_INDEX],
  ['materials', MATERIALS],
  ...named('ratings', { ...ratings }),
  ['run-in', [RUN_LIMITS, MACHINE_CLASSES]],
  ...named('iso286', { ...iso286 }),
  ...named('rings', { ...rings }),
  ['quantities', QUANTITIES],
]

const sum = (numbers: number[]) => Math.round(numbers.reduce((s, n) => s + n, 0) * 1e4) / 1e4

/** What the tables add up to now, in the form of the control sums. */
export const added = (): [string, number, ...number[]][] =>
  TABLES.map(([name, value]) => [name, numbersOf(value).length, ...columnsOf(value).map(sum)] as [string, number, ...number[]]).filter(
    ([, count]) => count > 0,
  )

describe('control sums: a figure that slips is noticed wherever it stands', () => {
  for (const [name, count, ...sums] of SUMS)
    it(`${name}: ${count} figures`, () => {
      const value = TABLES.find(([table]) => table === name)![1]
      expect(numbersOf(value)).to.have.length(count)
      expect(columnsOf(value).map(sum)).to.deep.equal(sums)
    })
  it('every table has its sum', () => {
    expect(added().map(([name]) => name)).to.deep.equal(SUMS.map(([name]) => name))
  })
})

describe('laws that the general plan of ISO 15 keeps', () => {
  // B = 0.5 fB (D − d) for the width series that were laid out by it; rounded to whole millimetres.
  const FB: Record<string, number> = { '3': 1.5, '4': 2, '6': 3.6 }
  for (const [name, value] of Object.entries(plan))
    for (const width of typeof value === 'object' && 'widths' in value ? value.widths : []) {
      const factor = FB[width]
      if (!factor) continue
      it(`${name}, width series ${width}: widths follow from the section`, () => {
        const { rows, widths } = value as plan.Plan
        for (const row of rows) {
          const [d, D] = row as [number, number]
          const B = row[3 + widths.indexOf(width)]!
          if (!B || d < 12) continue
          const law = 0.5 * factor * (D - d)
          expect(Math.abs(B - law), `${d}: ${B} by ${law}`).to.be.at.most(Math.max(1.5, 0.085 * law))
        }
      })
    }
  it('outsides grow from one diameter series to the next at every bore', () => {
    const order = [plan.PLAN_8, plan.PLAN_9, plan.PLAN_0, plan.PLAN_1, plan.PLAN_2, plan.PLAN_3, plan.PLAN_4]
    const outside = (p: plan.Plan, d: number) => p.rows.find((r) => r[0] === d)?.[1]
    for (const d of [10, 25, 40, 60, 85, 100, 130, 150, 200, 240])
      order
        .flatMap((p) => outside(p, d) ?? [])
        .reduce((before, D) => {
          expect(D, `bore ${d}`).to.be.above(before)
          return D
        }, d)
  })
  it('widths grow with the width series', () => {
    for (const p of [plan.PLAN_8, plan.PLAN_9, plan.PLAN_0, plan.PLAN_1, plan.PLAN_2, plan.PLAN_3])
      for (const row of p.rows) {
        const made = p.widths.map((w, i) => [parseFloat(w), row[3 + i]!] as const).filter(([, B]) => B > 0)
        for (const [w, B] of made) for (const [w2, B2] of made) if (w2 > w) expect(B2, `${row[0]} × ${row[1]}`).to.be.at.least(B)
      }
  })
  it('a roller set lies in the middle between its raceways’ rings, near half of the section', () => {
    for (const [races, p] of [
      [cylindrical.RACEWAYS_10, plan.PLAN_0],
      [cylindrical.RACEWAYS_2, plan.PLAN_2],
      [cylindrical.RACEWAYS_3, plan.PLAN_3],
    ] as const)
      for (const [bore, [F, E]] of Object.entries(races)) {
        const d = Number(bore)
        const D = p.rows.find((r) => r[0] === d)![1]!
        expect((E + F) / 2 / ((D + d) / 2), `bore ${d}`).to.be.within(0.97, 1.05)
        expect((E - F) / (D - d), `bore ${d}`).to.be.within(0.37, 0.58)
      }
  })
})
