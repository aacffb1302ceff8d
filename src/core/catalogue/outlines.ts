import { boreCode } from './designation.js'
import { INCH_ANGLE, INCH_NUMBERED, INCH_TAPERED } from './dimensions/inch-tapered.js'
import { COLLAR_WIDTHS, INCH_BORES, INSERTS, adapterInsertWidthMm, inchBoreMm } from './dimensions/insert.js'
import { DRAWN_CUP, NEEDLE_CAGES, NK, NKI } from './dimensions/needle.js'
import { LOOSE_CHAMFER } from './dimensions/cylindrical.js'
import { PLAN_2, PLAN_3, chamferOf } from './dimensions/general-plan.js'
import { CUP_CHAMFER, TAPERED } from './dimensions/tapered.js'
import { GROOVE_161, INCH_BALLS, INCH_BALLS_CLOSED, LONG_INNER, type SpecialRow } from './dimensions/special.js'
import { THRUST_BALL, THRUST_CYLINDERS, THRUST_DOUBLE, THRUST_NEEDLES, THRUST_SPHERICAL } from './dimensions/thrust.js'
import { TILT_DEG } from '../bearing/families.js'
import { FORMS, type FormName } from '../bearing/construction-forms.js'
import type { ThrustRow } from './dimensions/thrust.js'
import { SERIES, SETS, taperedSet, type SeriesRow, type SetRule } from './series-table.js'
import {
  sourcesFor,
  BOUNDARY,
  PLAIN,
  WITH_ANGLE,
  WITH_RACEWAYS,
  TYPICAL_WIDTH,
  INCH,
  WITH_INNER_RACEWAY,
  NEEDLES,
  OF_PRACTICE,
  ANGLE_OF_PRACTICE,
  type Outline,
  OPEN,
  type Start,
  outlineOf,
} from './outline.js'

/** Chamfer of the ring that comes away from a cylindrical roller bearing, where it is smaller: the inner one, of N the outer. */
function looseRing({ family, form, prefix }: SeriesRow, boreMm: number): Partial<Outline> {
  if (family !== 'cylindrical-roller') return {}
  const loose = LOOSE_CHAMFER[prefix.split(' ')[1]!]?.[boreMm]
  return loose === undefined ? {} : form === 'N' ? { outerChamferMm: loose } : { innerChamferMm: loose }
}

function* planRows(series: SeriesRow): Generator<Outline> {
  const { plan, width, from = 0, to = Infinity, raceways } = series.sizes
  const column = 3 + plan.widths.indexOf(width)
  const { prefix, suffix = '', closed, taper } = series
  for (const row of plan.rows) {
    const [d, D, planR] = row as [number, number, number]
    const r = chamferOf(plan, width, d, planR)
    const B = row[column]!
    const track = raceways?.[d]
    const written = d === 22 || d === 28 || d === 32
    // Bores of 22, 28 and 32 mm are usual in deep groove and needle roller bearings only.
    if (!B || d < from || d > to || (raceways && !track) || (written && !['deep-groove-ball', 'needle-roller'].includes(series.family)))
      continue
    const [F, E] = typeof track === 'number' ? [track, undefined] : (track ?? [])
    yield outlineOf(
      {
        designation: prefix + boreCode(d, prefix) + suffix,
        series: prefix + suffix,
        family: series.family,
        form: series.form,
        size: { d, D, B, alphaDeg: series.alphaDeg ?? 0, F, E },
        set: SETS[series.set],
        chamferMm: r,
        dimensionSource: series.family === 'needle-roller' ? 'ISO 1206 boundary dimensions' : 'ISO 15 boundary dimensions',
        sources:
          F && E
            ? WITH_RACEWAYS
            : F
              ? WITH_INNER_RACEWAY
              : series.alphaDeg && !ANGLE_OF_PRACTICE.includes(prefix + suffix)
                ? WITH_ANGLE
                : PLAIN,
      },
      {
        // Without its inner ring a needle roller bearing runs on the shaft: the diameter under the rollers is its bore.
        boreMm: series.form === 'needle-without-ring' ? F! : d,
        ...looseRing(series, d),
        boreTaper: taper ?? null,
        closures: closed && d <= closed.to ? [...OPEN, ...closed.closures] : OPEN,
        misalignmentDeg: series.tiltDeg ?? TILT_DEG[series.family],
      },
    )
  }
}

function* drawnCups(): Generator<Outline> {
  for (const [letters, form] of [
    ['HK', 'drawn-cup-open'],
    ['BK', 'drawn-cup-closed'],
  ] as const) {
    for (const [F, D, widths] of DRAWN_CUP) {
      for (const B of widths) {
        yield outlineOf(
          {
            designation: `${letters} ${String(F).padStart(2, '0')}${String(B).padStart(2, '0')}`,
            series: `${letters}, ${B} mm wide`,
            family: 'needle-roller',
            form,
            size: { d: F, D, B, alphaDeg: 0, F },
            set: SETS.HK,
            chamferMm: 0.3,
            dimensionSource: 'ISO 3245 boundary dimensions',
            sources: NEEDLES,
          },
          F <= 30 && B >= 12 ? { closures: ['open', 'contact-seals'] } : {},
        )
      }
    }
  }
}

/** Machined needle rollers in sizes that no standard fixes: without inner ring by raceway, with a loose one by bore. */
function* machinedNeedles(): Generator<Outline> {
  const dimensionSource = 'usual boundary dimensions, fixed by no standard'
  const common = { family: 'needle-roller', set: SETS['NA 49'], chamferMm: 0.3, dimensionSource, sources: OF_PRACTICE } as const
  for (const [F, D, widths] of NK)
    for (const B of widths)
      yield outlineOf({
        ...common,
        designation: `NK ${F}/${B}`,
        series: `NK, ${B} mm wide`,
        form: 'needle-without-ring',
        size: { d: F, D, B, alphaDeg: 0, F },
      })
  for (const [d, F, D, widths] of NKI)
    for (const B of widths)
      yield outlineOf({
        ...common,
        designation: `NKI ${d}/${B}`,
        series: `NKI, ${B} mm wide`,
        form: 'needle-with-ring',
        size: { d, D, B, alphaDeg: 0, F },
      })
}

function* needleCages(): Generator<Outline> {
  for (const [F, E, widths] of NEEDLE_CAGES)
    for (const B of widths)
      yield outlineOf({
        ...{ designation: `K ${F}x${E}x${B}`, series: `K, ${B} mm wide`, family: 'needle-roller', form: 'needle-cage' },
        ...{ size: { d: F, D: E, B, alphaDeg: 0, F, E }, set: SETS.K, chamferMm: 0.3 },
        ...{ dimensionSource: 'ISO 3030 boundary dimensions', sources: NEEDLES },
      })
}

/** Series that are also made steep, with a B behind their number: bores from and to, mm, and the usual angle. Engineering practice. */
const STEEP: Readonly<Record<string, readonly [fromMm: number, toMm: number]>> = { '322': [25, 85], '323': [25, 110] }
const STEEP_DEG = 20
const STEEP_SOURCES = sourcesFor(BOUNDARY.filter((field) => field !== 'outerWidthMm'))

function* taperedRows(): Generator<Outline> {
  for (const [series, list] of Object.entries(TAPERED)) {
    for (const [d, D, T, B, C, r, alphaDeg] of list) {
      yield outlineOf(
        {
          designation: series + boreCode(d),
          series,
          family: 'tapered-roller',
          form: 'tapered',
          size: { d, D, B: C, alphaDeg },
          set: taperedSet(series),
          chamferMm: r,
          dimensionSource: 'ISO 355 boundary dimensions',
          sources: WITH_ANGLE,
        },
        { widthMm: T, innerWidthMm: B, outerWidthMm: C, outerChamferMm: CUP_CHAMFER[r]! },
      )
      const steep = STEEP[series]
      if (steep && d >= steep[0] && d <= steep[1])
        yield outlineOf(
          {
            ...{ designation: `${series}${boreCode(d)} B`, series: `${series} B`, family: 'tapered-roller', form: 'tapered' },
            ...{ size: { d, D, B: C, alphaDeg: STEEP_DEG }, set: taperedSet(series), chamferMm: r, sources: STEEP_SOURCES },
            dimensionSource: 'ISO 355 boundary dimensions; contact angle and width of the cup typical, by the sheet',
          },
          { widthMm: T, innerWidthMm: B, outerWidthMm: C, outerChamferMm: CUP_CHAMFER[r]! },
        )
    }
  }
  for (const [cone, cup, d, D, T, B, C, ownAngle] of [...INCH_TAPERED, ...INCH_NUMBERED]) {
    yield outlineOf(
      {
        designation: `${cone}/${cup}`,
        series: 'inch',
        family: 'tapered-roller',
        form: 'tapered-inch',
        size: { d, D, B: C, alphaDeg: ownAngle ?? INCH_ANGLE[/\d/.exec(cone)![0]]! },
        set: SETS['322'],
        chamferMm: 1.3,
        dimensionSource: 'ANSI/ABMA 19.2 boundary dimensions; chamfer typical',
        sources: INCH,
      },
      { widthMm: T, innerWidthMm: B, outerWidthMm: C },
    )
  }
}

function* thrustRows(): Generator<Outline> {
  for (const [series, list] of Object.entries({ ...THRUST_BALL, ...THRUST_SPHERICAL })) {
    const ball = series in THRUST_BALL
    for (const [d, D, H, r] of list) {
      yield outlineOf({
        designation: series + boreCode(d),
        series,
        family: ball ? 'thrust-ball' : 'thrust-spherical-roller',
        form: ball ? 'thrust-ball' : 'thrust-spherical',
        size: { d, D, B: H, alphaDeg: ball ? 90 : 50 },
        set: SETS[series as keyof typeof SETS],
        chamferMm: r,
        dimensionSource: 'ISO 104 boundary dimensions',
        sources: ball ? WITH_ANGLE : PLAIN,
      })
    }
  }
}

/** Two of 512 or 513 back to back over one washer on the shaft; each direction is rated alone. */
function* thrustDoubleRows(): Generator<Outline> {
  for (const [series, list] of Object.entries(THRUST_DOUBLE)) {
    const single = series === '522' ? '512' : '513'
    for (const [code, [boreMm, H]] of Object.entries(list)) {
      const [d, D, one, r] = THRUST_BALL[single]!.find((row) => boreCode(row[0]) === code)!
      yield outlineOf(
        {
          ...{ designation: series + code, series, family: 'thrust-ball', form: 'thrust-ball-double', chamferMm: r },
          ...{
            size: { d, D, B: one, alphaDeg: 90 },
            set: SETS[single],
            dimensionSource: 'ISO 104 boundary dimensions',
            sources: WITH_ANGLE,
          },
        },
        { boreMm, widthMm: H },
      )
    }
  }
}

/** Rollers in the boundaries of thrust ball bearings, and needles in a cage. */
function* thrustRollerRows(): Generator<Outline> {
  const start = (designation: string, series: string, form: FormName, set: SetRule, [d, D, H, r]: ThrustRow, from: string) =>
    outlineOf({
      ...{ designation, series, form, set, family: FORMS[form].family, size: { d, D, B: H, alphaDeg: 90 } },
      ...{ chamferMm: r, dimensionSource: from, sources: WITH_ANGLE },
    })
  for (const [series, { as, from, to }] of Object.entries(THRUST_CYLINDERS))
    for (const row of THRUST_BALL[as]!.filter(([d]) => d >= from && d <= to))
      yield start(series + boreCode(row[0]), series, 'thrust-cylindrical', SETS[series as '811'], row, 'ISO 104 boundary dimensions')
  const two = (mm: number) => String(mm).padStart(2, '0')
  for (const row of THRUST_NEEDLES)
    yield start(`AXK ${two(row[0])}${two(row[1])}`, 'AXK', 'thrust-needle', SETS.AXK, row, 'ISO 3031 boundary dimensions, without washers')
}

/** Sizes outside of the general plan. */
function* specialRows(): Generator<Outline> {
  const start = ([designation, d, D, B, chamferMm]: SpecialRow, series: string, set: SetRule, dimensionSource: string): Start => ({
    ...{ designation, series, set, chamferMm, dimensionSource, family: 'deep-groove-ball', form: 'single-row-groove' },
    ...{ size: { d, D, B, alphaDeg: 0 }, sources: PLAIN },
  })
  for (const row of GROOVE_161)
    yield outlineOf(start(row, '161', SETS['60'], 'ISO 15 boundary dimensions'), { closures: [...OPEN, 'shields', 'contact-seals'] })
  for (const row of INCH_BALLS)
    yield outlineOf({ ...start(row, 'R inch', SETS['60'], 'ANSI/ABMA 20 boundary dimensions; chamfer typical'), sources: INCH })
  for (const [name, d, D, , r] of INCH_BALLS) {
    const width = INCH_BALLS_CLOSED[name]
    if (width)
      yield outlineOf(
        {
          ...start(
            [`${name} ZZ`, d, D, width, r],
            'R inch closed',
            SETS['60'],
            'ANSI/ABMA 20 boundary dimensions, shielded; chamfer typical',
          ),
          sources: INCH,
        },
        { closures: ['shields', 'contact-seals'] },
      )
  }
  for (const [series, { rows, inner }] of Object.entries(LONG_INNER))
    for (const row of rows) {
      const of = start(row, series, SETS[series === '112' ? '12' : '13'], 'ISO 15 boundary dimensions; inner ring DIN 630')
      const width = inner[row[1]]!
      yield outlineOf(
        { ...of, family: 'self-aligning-ball', form: 'self-aligning-long' },
        { widthMm: width, innerWidthMm: width, outerWidthMm: row[3], misalignmentDeg: series === '112' ? 2.5 : 3 },
      )
    }
}

function* insertRows(): Generator<Outline> {
  const forms = [
    ['UC', 'setscrew'],
    ['UEL', 'eccentric-collar'],
    ['UK', 'adapter'],
  ] as const
  for (const [letters, form] of forms) {
    for (const series of ['2', '3'] as const) {
      if (form === 'eccentric-collar' && series === '3') continue
      // Balls are those of the deep groove bearing with the same outside.
      const groove = series === '2' ? PLAN_2 : PLAN_3
      for (const [d, D, B, C, , r] of INSERTS[series]) {
        const [setBore] = groove.rows.find((row) => row[1] === D && row[0]! >= 17)!
        const outline = outlineOf(
          {
            designation: `${letters} ${series}${boreCode(d)}`,
            series: `${letters} ${series}`,
            family: 'insert-ball',
            form,
            size: { d: setBore!, D, B: C, alphaDeg: 0 },
            set: SETS[series === '2' ? '62' : '63'],
            chamferMm: r,
            dimensionSource: 'ISO 9628 boundary dimensions',
            sources: PLAIN,
          },
          { boreMm: d, widthMm: B, innerWidthMm: B, outerWidthMm: C, closures: ['contact-seals'] },
        )
        if (form === 'adapter') {
          const width = adapterInsertWidthMm(series, C)
          // The sleeve takes five millimetres or more of the bore: no insert under 25 mm is made for one.
          if (d >= 25)
            yield {
              ...outline,
              widthMm: width,
              innerWidthMm: width,
              boreTaper: '1:12',
              dimensionSource: 'ISO 9628 boundary dimensions; width of the inner ring typical, measure it',
              sources: TYPICAL_WIDTH,
            }
          continue
        }
        if (form === 'eccentric-collar') {
          const widths = COLLAR_WIDTHS[d]
          if (!widths) continue
          outline.innerWidthMm = widths[0]
          outline.widthMm = widths[1]
        }
        yield outline
        if (series === '3') continue
        for (const sixteenths of INCH_BORES[d] ?? [])
          yield {
            ...outline,
            designation: `${outline.designation}-${sixteenths}`,
            series: `${letters} 2 inch`,
            boreMm: inchBoreMm(sixteenths),
          }
      }
    }
  }
}

/** Every size of the catalogue before its inside is worked out, from the dimension tables. */
export function allOutlines(): Outline[] {
  return [
    ...SERIES.flatMap((series) => [...planRows(series)]),
    ...drawnCups(),
    ...needleCages(),
    ...machinedNeedles(),
    ...taperedRows(),
    ...thrustRows(),
    ...thrustDoubleRows(),
    ...thrustRollerRows(),
    ...specialRows(),
    ...insertRows(),
  ]
}
