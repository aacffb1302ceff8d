import { rateGeometry, loadRating } from '../ratings/load-rating.js'
import { loadFactors } from '../ratings/equivalent-load.js'
import type { ClearanceGroup } from '../fits/clearance-group.js'
import { InputError, Sheet, type Result } from '../result.js'
import { FIGURE_FIELDS, type Bearing, type Closure, type Source } from './bearing.js'
import { boreCode, plainName } from './designation.js'
import { INCH_ANGLE, INCH_TAPERED } from './dimensions/inch-tapered.js'
import { INCH_BORES, INSERTS } from './dimensions/insert.js'
import { DRAWN_CUP } from './dimensions/needle.js'
import { PLAN_2, PLAN_3 } from './dimensions/plan.js'
import { TAPERED } from './dimensions/tapered.js'
import { THRUST_BALL, THRUST_SPHERICAL } from './dimensions/thrust.js'
import { TILT_DEG, ratingSpread } from './families.js'
import { isDrawnCup, type FormName } from './forms.js'
import { SERIES, SETS, taperedSet, type SeriesRow, type SetRule } from './series.js'
import { surroundingsOf } from './surroundings.js'
import { insideOf, type Size } from './typical.js'

export type { Bearing } from './bearing.js'

/** Source of each figure of a row, by what the standard of its series fixes. */
function sourcesFor(fixed: readonly string[]): Readonly<Record<string, Source>> {
  const practice = [
    'massKg',
    'shaftShoulderMm',
    'housingShoulderMm',
    'greaseSpeedRpm',
    'oilSpeedRpm',
    'closures',
    'misalignmentDeg',
    'axialMovementMm',
  ]
  return Object.fromEntries(
    FIGURE_FIELDS.map((field) => [field, fixed.includes(field) ? 'standard' : practice.includes(field) ? 'practice' : 'computed']),
  )
}
const BOUNDARY = ['boreMm', 'outsideMm', 'widthMm', 'innerWidthMm', 'outerWidthMm', 'chamferMm', 'boreTaper', 'filletMm']
const PLAIN = sourcesFor(BOUNDARY)
const WITH_ANGLE = sourcesFor([...BOUNDARY, 'contactAngleDeg'])
const WITH_RACEWAYS = sourcesFor([...BOUNDARY, 'innerRacewayMm', 'outerRacewayMm', 'pitchDiameterMm', 'elementDiameterMm'])
const INCH = sourcesFor(['boreMm', 'outsideMm', 'widthMm', 'innerWidthMm', 'outerWidthMm'])
const WITH_INNER_RACEWAY = sourcesFor([...BOUNDARY, 'innerRacewayMm'])

/** A row before its inside and its surroundings are worked out: all that searching and identifying need. */
export type Boundary = Pick<
  Bearing,
  | 'designation'
  | 'family'
  | 'series'
  | 'form'
  | 'boreMm'
  | 'outsideMm'
  | 'widthMm'
  | 'innerWidthMm'
  | 'outerWidthMm'
  | 'chamferMm'
  | 'boreTaper'
  | 'closures'
>

interface Outline extends Boundary {
  form: FormName
  size: Size
  set: SetRule
  misalignmentDeg: number
  dimensionSource: string
  sources: Readonly<Record<string, Source>>
}

const OPEN: readonly Closure[] = ['open']

type Start = Pick<Outline, 'designation' | 'series' | 'family' | 'form' | 'size' | 'set' | 'chamferMm' | 'dimensionSource' | 'sources'>

/** What is not said is the usual: bore and width of the elements' ring, cylindrical bore, open, tilt of the family. */
function outlineOf(start: Start, more: Partial<Outline> = {}): Outline {
  const { d, D, B } = start.size
  return {
    designation: start.designation,
    family: start.family,
    series: start.series,
    form: start.form,
    boreMm: more.boreMm ?? d,
    outsideMm: D,
    widthMm: more.widthMm ?? B,
    innerWidthMm: more.innerWidthMm ?? null,
    outerWidthMm: more.outerWidthMm ?? null,
    chamferMm: start.chamferMm,
    boreTaper: more.boreTaper ?? null,
    closures: more.closures ?? OPEN,
    size: start.size,
    set: start.set,
    misalignmentDeg: more.misalignmentDeg ?? TILT_DEG[start.family],
    dimensionSource: start.dimensionSource,
    sources: start.sources,
  }
}

function rowOf(o: Outline): Bearing {
  const { elements, elementDiameterMm, pitchDiameterMm, contactAngleDeg, rows, rollerLengthMm, innerRacewayMm, outerRacewayMm } = insideOf(
    o.size,
    o.set,
  )
  const rated = rateGeometry({
    family: o.family,
    elements,
    elementDiameterMm,
    rollerLengthMm: rollerLengthMm ?? undefined,
    pitchDiameterMm,
    contactAngleDeg,
    rows,
    drawnCup: isDrawnCup(o),
  })
  const geometry = {
    designation: o.designation,
    family: o.family,
    series: o.series,
    form: o.form,
    boreMm: o.boreMm,
    outsideMm: o.outsideMm,
    widthMm: o.widthMm,
    innerWidthMm: o.innerWidthMm,
    outerWidthMm: o.outerWidthMm,
    chamferMm: o.chamferMm,
    boreTaper: o.boreTaper,
    elements,
    elementDiameterMm,
    rollerLengthMm,
    pitchDiameterMm,
    contactAngleDeg,
    rows,
    innerRacewayMm,
    outerRacewayMm,
    dynamicRatingN: rated.dynamicRatingN,
    staticRatingN: rated.staticRatingN,
    fatigueLoadLimitN: rated.fatigueLoadLimitN,
    f0: rated.f0,
    factors: loadFactors(o.family, contactAngleDeg, rows),
    closures: o.closures,
    misalignmentDeg: o.misalignmentDeg,
    dimensionSource: o.dimensionSource,
    ratingSource: `computed from typical internal geometry (ISO 281, ISO 76); ${ratingSpread(o.family)}`,
    sources: o.sources,
  }
  // Assigned, not spread: engines keep an object of forty fields fast only this way, and there are thousands.
  return Object.assign(geometry, surroundingsOf(geometry))
}

function* planRows(series: SeriesRow): Generator<Outline> {
  const { plan, width, from = 0, to = Infinity, raceways } = series.sizes
  const column = 3 + plan.widths.indexOf(width)
  const { prefix, suffix = '', closed, taper } = series
  for (const row of plan.rows) {
    const [d, D, r] = row as [number, number, number]
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
        sources: F && E ? WITH_RACEWAYS : F ? WITH_INNER_RACEWAY : series.alphaDeg ? WITH_ANGLE : PLAIN,
      },
      {
        // Without its inner ring a needle roller bearing runs on the shaft: the diameter under the rollers is its bore.
        boreMm: series.form === 'needle-without-ring' ? F! : d,
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
            sources: WITH_INNER_RACEWAY,
          },
          F <= 30 && B >= 12 ? { closures: ['open', 'contact-seals'] } : {},
        )
      }
    }
  }
}

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
        { widthMm: T, innerWidthMm: B, outerWidthMm: C },
      )
    }
  }
  for (const [cone, cup, d, D, T, B, C] of INCH_TAPERED) {
    yield outlineOf(
      {
        designation: `${cone}/${cup}`,
        series: 'inch',
        family: 'tapered-roller',
        form: 'tapered-inch',
        size: { d, D, B: C, alphaDeg: INCH_ANGLE[/\d/.exec(cone)![0]]! },
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
          // The sleeve takes five millimetres or more of the bore: no insert under 25 mm is made for one.
          if (d >= 25) yield { ...outline, boreTaper: '1:12' }
          continue
        }
        yield outline
        if (series === '3') continue
        for (const sixteenths of INCH_BORES[d] ?? [])
          yield {
            ...outline,
            designation: `${outline.designation}-${sixteenths}`,
            series: `${letters} 2 inch`,
            boreMm: Math.round(sixteenths * 25.4 * 625) / 10000,
          }
      }
    }
  }
}

/** Made when first asked for, so that opening the interface does not wait for it. */
function once<T>(make: () => T): () => T {
  let made: T | undefined
  return () => (made ??= make())
}

const outlines = once((): readonly Outline[] => [
  ...SERIES.flatMap((series) => [...planRows(series)]),
  ...drawnCups(),
  ...taperedRows(),
  ...thrustRows(),
  ...insertRows(),
])

/** Boundary dimensions of every size of the catalogue, generated from the dimension tables. */
export const sizes: () => readonly Boundary[] = outlines

/** Names by which a row is found: its own, and the short form of an inch set (LM11949/10). */
function namesOf({ designation, form }: Boundary): string[] {
  const own = plainName(designation)
  const inch = form === 'tapered-inch' && /^(.+)\/(\D+\d+?)(\d\d)$/.exec(own)
  return inch ? [own, `${inch[1]}/${inch[3]}`, own.replace('/', '')] : [own]
}

const index = once(() => new Map(outlines().flatMap((outline) => namesOf(outline).map((name) => [name, outline] as const))))
const built = new Map<Outline, Bearing>()

/** The whole row is worked out when it is first asked for: all of them at once take a tenth of a second. */
function build(outline: Outline): Bearing {
  let row = built.get(outline)
  if (!row) built.set(outline, (row = rowOf(outline)))
  return row
}

/** Every row of the catalogue, worked out. */
export const catalogue = once((): readonly Bearing[] => outlines().map(build))

/** Number without the letters that choose among rows: an angular contact bearing without its angle is read as 40°. */
const DEFAULT_LETTERS: readonly (readonly [RegExp, string])[] = [[/^7[023]\d\d$/, 'B']]

export interface Found {
  row: Bearing
  group: ClearanceGroup | null
  /** What was taken for granted to find the row. */
  assumed: string | null
}

/** The row of a designation and the clearance group written after it, or null when there is none; `own` are rows that the plant added. */
export function findBearing(designation: string, own: readonly Bearing[] = []): Found | null {
  const name = plainName(designation)
  const match = /^(.+)C([2N345])$/.exec(name)
  const tries: [string, ClearanceGroup | null][] = [[name, null]]
  if (match) tries.push([match[1]!, match[2] as ClearanceGroup])
  for (const [text, group] of tries) {
    const added = own.find((row) => plainName(row.designation) === text)
    if (added) return { row: added, group, assumed: null }
    const outline = index().get(text)
    if (outline) return { row: build(outline), group, assumed: null }
    for (const [pattern, letter] of DEFAULT_LETTERS) {
      const outline = pattern.test(text) ? index().get(text + letter) : undefined
      if (outline)
        return {
          row: build(outline),
          group,
          assumed: `No letter tells the contact angle of ${text}: 40° is assumed. 15° and 25° exist too.`,
        }
    }
  }
  return null
}

/** What is in the catalogue, in a sentence. */
export const HELD = `deep groove 618, 619, 160, 60, 62, 63, 64, 42, 43; angular contact 70, 72, 73, 32, 33; self-aligning 12, 13, 22, 23; cylindrical NU, NJ, NUP, N in 10, 2, 22, 3, 23; needle NA 48, 49, 69, HK, BK; tapered 302 to 332 and inch sets; spherical 213 to 241; toroidal C 22 to C 41; thrust 511, 512, 513, 293, 294; insert UC, UEL, UK`

/**
 * One row of the catalogue by designation, read leniently (`NU 210` = `nu210` = `NU-210`; a clearance mark may follow).
 * @throws InputError when no row bears the name. Source: ISO 15, 355, 104, 1206, 3245, 9628, ANSI/ABMA 19.2 dimensions;
 * ratings by ISO 281 and ISO 76 from typical geometry.
 */
export function bearing(input: { designation: string }): Result<Bearing> {
  if (input.designation.length > 60) throw new InputError('designation', `${input.designation.slice(0, 60)}…`, 'at most 60 characters')
  const found = findBearing(input.designation)
  if (!found) throw new InputError('designation', input.designation, `held: ${HELD}`)
  const { row, group, assumed } = found
  const sheet = new Sheet()
  if (assumed) sheet.assume(assumed)
  if (group) sheet.assume(`C${group} after the number is read as clearance group ${group}; it changes no figure of the row.`)
  sheet.assume(`Ratings are ${row.ratingSource}.`)
  sheet.step(
    'd × D × B',
    'boundary dimensions',
    'table',
    row.designation,
    `${row.boreMm} × ${row.outsideMm} × ${row.widthMm}`,
    'mm',
    row.dimensionSource,
  )
  const inside = row.rollerLengthMm ? { rollerLengthMm: row.rollerLengthMm } : {}
  sheet.include(
    loadRating({
      family: row.family,
      elements: row.elements,
      elementDiameterMm: row.elementDiameterMm,
      pitchDiameterMm: row.pitchDiameterMm,
      contactAngleDeg: row.contactAngleDeg,
      rows: row.rows,
      drawnCup: isDrawnCup(row),
      ...inside,
    }),
  )
  return sheet.result({ ...row })
}

/** The next smaller and next larger bore in the same series. */
export function neighbours(row: Bearing): { smaller: Bearing | null; larger: Bearing | null } {
  const same = outlines()
    .filter((other) => other.series === row.series)
    .sort((a, b) => a.boreMm - b.boreMm)
  const i = same.findIndex((other) => other.designation === row.designation)
  const at = (k: number) => (i >= 0 && same[k] ? build(same[k]) : null)
  return { smaller: at(i - 1), larger: at(i + 1) }
}
