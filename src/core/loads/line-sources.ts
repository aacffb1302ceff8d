import { short, type Derivation } from '../result.js'
import type { Quantity } from '../units/quantities.js'
import { parts } from './plane.js'
import { beltPull, gearForces, unbalanceForce } from './sources.js'

/**
 * What sits on a shaft line and acts on it, kind by kind: what is asked of each, in which range, and the forces that follow.
 * mm, N, kg, kW, degrees across the shaft (0 level to the right, 90 up, 270 down); along the shaft positive to the right.
 */

/** A force at one point of the shaft; `turns` with it, or stands still in space. */
export interface Acting {
  positionMm: number
  radialN: number
  angleDeg: number
  axialN: number
  momentNmm: number
  momentAngleDeg: number
  turns: boolean
}

export interface SourceField {
  name: string
  label: string
  quantity: Quantity
  decimals?: number
  range: readonly [min: number, max: number]
  /** What is taken where nobody has said anything; null must be said. */
  usual: number | null
  /** What a number stands for, where it is one of a few. */
  options?: readonly { value: number; label: string }[]
}

export interface KindOfSource {
  label: string
  /** What it is: several ways to know one thing have this in common. */
  of: string
  fields: readonly SourceField[]
  /** Whether it pushes along the shaft, so that it must be said to which side. */
  along: boolean
  /** An estimate, with what to measure to be sure. */
  estimate: string | null
  act: (v: Readonly<Record<string, number>>, ctx: Surroundings, sheet: Derivation) => Partial<Acting>[]
}

/** How the shaft lies and turns. */
export interface Surroundings {
  speedRpm: number
  /** Of the shaft against the horizontal, degrees: 0 level, 90 upright. */
  leanDeg: number
  /** The end that lies higher; null where nobody has said. */
  upperEnd: 'left' | 'right' | null
  /** +1 to the right, -1 to the left: where what acts along the shaft pushes it. */
  toward: number
}

const GRAVITY = 9.80665
export const DOWN_DEG = 270
const rad = (deg: number) => (deg * Math.PI) / 180

const number = (
  name: string,
  label: string,
  quantity: Quantity,
  range: readonly [number, number],
  usual: number | null = null,
  decimals?: number,
): SourceField => ({ name, label, quantity, range, usual, ...(decimals !== undefined && { decimals }) })
const mass = number('massKg', 'Mass', 'mass', [0, 1e6], null, 1)
const power = number('powerKw', 'Power', 'power', [0, 1e6])
const pitch = number('pitchDiameterMm', 'Pitch diameter', 'length', [1, 20_000], null, 0)
const toward = (label: string, usual: number) => number('angleDeg', label, 'angle', [-360, 720], usual, 0)
const pressureAngle = number('pressureAngleDeg', 'Pressure angle', 'angle', [1, 45], 20, 0)
const wrap = number('wrapDeg', 'Wrap', 'angle', [1, 360], 170, 0)
const belts = number('belts', 'Belts', 'text', [1, 100], 1)
const span = number('spanMm', 'Free span', 'length', [1, 100_000], null, 0)

/** Which way it turns, and whether it drives: together they say to which side its teeth pull across. 0: nobody has said. */
const turns: SourceField = {
  ...number('turns', 'Turns, seen from the left end', 'ratio', [-1, 1], 0, 0),
  options: [{ value: 1, label: 'against the clock' }, { value: -1, label: 'with the clock' }, { value: 0, label: 'not said' }],
} // prettier-ignore
const drives: SourceField = {
  ...number('drives', 'In this mesh it', 'ratio', [-1, 1], 0, 0),
  options: [{ value: 1, label: 'drives' }, { value: -1, label: 'is driven' }, { value: 0, label: 'not said' }],
} // prettier-ignore
const hand: SourceField = {
  ...number('hand', 'Hand of its spiral', 'ratio', [-1, 1], 0, 0),
  options: [{ value: 1, label: 'right' }, { value: -1, label: 'left' }, { value: 0, label: 'not said' }],
} // prettier-ignore
/** What a belt stands: its pull over the driving force, at most. Engineering practice. */
const BELT_STANDS = [
  { value: 0, label: 'not said', most: 2.5 },
  { value: 1, label: 'classical V-belt', most: 2.5 },
  { value: 2, label: 'narrow V-belt', most: 1.7 },
  { value: 3, label: 'toothed belt', most: 1.5 },
  { value: 4, label: 'flat belt with idler', most: 2.5 },
  { value: 5, label: 'flat belt', most: 4 },
] as const
const beltKind: SourceField = { ...number('beltKind', 'Kind of belt', 'ratio', [0, 5], 0, 0), options: BELT_STANDS }
/** A belt that is tightened past what its kind stands: said with what it costs the bearing beside it. */
function overTight(v: Readonly<Record<string, number>>, sheet: Derivation): void {
  const kind = BELT_STANDS.find((k) => k.value === v.beltKind) ?? BELT_STANDS[0]
  if (v.pullFactor! <= kind.most + 1e-9) return
  const left = Math.round(100 * (kind.most / v.pullFactor!) ** 3)
  sheet.caution(
    'caution',
    'belt-tight',
    { factor: short(v.pullFactor!, 2), kind: kind.value === 0 ? 'a belt' : `a ${kind.label}`, most: short(kind.most, 2), left },
    short(v.pullFactor!, 2),
  )
}

/** +1 where the teeth pull to 90° on from where they push apart, -1 to the other side: a driver is held back at its mesh, a driven one pulled along. */
const sense = (v: Readonly<Record<string, number>>) => (v.turns! * v.drives! < 0 ? -1 : 1)

/** Tangential force, N, from power: 2000 T / d with T = 30 000 P / (π n). Source: mechanics. */
function tangential(v: Readonly<Record<string, number>>, diameterMm: number, n: number, sheet: Derivation): number {
  const force = (2000 * 30_000 * v.powerKw!) / (Math.PI * n * diameterMm)
  sheet.step(
    'Ft',
    'tangential force',
    '2000 T / d',
    `P ${short(v.powerKw!)} kW, n ${short(n)}, d ${short(diameterMm)}`,
    force,
    'N',
    'mechanics',
  )
  return force
}

/** A wheel with teeth: pushed away along the line of centres, pulled across it, and along the shaft with its moment. */
function teeth(
  separating: number,
  across: number,
  along: number,
  v: Readonly<Record<string, number>>,
  diameterMm: number,
): Partial<Acting>[] {
  const angleDeg = v.angleDeg!
  return [
    { radialN: separating, angleDeg, axialN: along, momentNmm: (along * diameterMm) / 2, momentAngleDeg: angleDeg },
    { radialN: across, angleDeg: angleDeg + 90 * sense(v) },
  ]
}

const pull = (shaftPullN: number, v: Readonly<Record<string, number>>): Partial<Acting>[] => [
  { radialN: shaftPullN, angleDeg: v.angleDeg! },
]

function strands(tensionN: number, v: Readonly<Record<string, number>>, sheet: Derivation): Partial<Acting>[] {
  const force = 2 * tensionN * Math.sin(rad(v.wrapDeg! / 2)) * v.belts!
  sheet.step(
    'Fs',
    'pull on the shaft',
    '2 T sin(wrap/2) · belts',
    `2 · ${short(tensionN)} · sin ${short(v.wrapDeg! / 2)}° · ${short(v.belts!)}`,
    force,
    'N',
    'statics',
  )
  return pull(force, v)
}

/** Friction of worm teeth, by its angle against the pressure angle. Engineering practice: 0.05 in oil. */
const wormFriction = (v: Readonly<Record<string, number>>) => Math.atan(v.friction! / Math.cos(rad(v.pressureAngleDeg!)))

// prettier-ignore
export const SOURCES = {
  weight: { label: 'weight', of: 'weight', along: false, estimate: null, fields: [mass],
    act: (v, { leanDeg, upperEnd }, sheet) => {
      const weight = GRAVITY * v.massKg!
      sheet.step('G', 'weight', 'm g', `${short(v.massKg!)} · ${GRAVITY}`, weight, 'N', 'mechanics')
      // Down the slope: to the right where the left end is the upper one.
      const along = weight * Math.sin(rad(leanDeg)) * (upperEnd === 'right' ? -1 : 1)
      return [{ radialN: weight * Math.cos(rad(leanDeg)), angleDeg: DOWN_DEG, axialN: along }]
    } },
  belt: { label: 'belt, by power', of: 'belt', along: false,
    estimate: 'The pull of a belt by power and factor is an estimate: measure the frequency of a free span, or the force that bends it, to be sure.',
    fields: [power, pitch, number('pullFactor', 'Pull over tangential force', 'ratio', [0.5, 10], 1.8, 1), beltKind, toward('Pulls toward', 90)],
    act: (v, { speedRpm }, sheet) => {
      overTight(v, sheet)
      const found = beltPull({ powerKw: v.powerKw!, speedRpm, pitchDiameterMm: v.pitchDiameterMm!, pullFactor: v.pullFactor! })
      sheet.include({ ...found, assumptions: [] })
      return pull(found.values.shaftPullN, v)
    } },
  'belt-frequency': { label: 'belt, by frequency', of: 'belt', along: false, estimate: null,
    fields: [span, number('beltKgPerM', 'Mass of one metre of belt', 'mass', [0.001, 100], null, 3), number('frequencyHz', 'Frequency of the span', 'frequency', [0.1, 10_000]), wrap, belts, toward('Pulls toward', 90)],
    act: (v, _ctx, sheet) => {
      const T = 4 * v.beltKgPerM! * (v.spanMm! / 1000) ** 2 * v.frequencyHz! ** 2
      sheet.step('T', 'tension of one strand', '4 m L² f²', `4 · ${short(v.beltKgPerM!)} · ${short(v.spanMm! / 1000)}² · ${short(v.frequencyHz!)}²`, T, 'N', 'vibrating string')
      return strands(T, v, sheet)
    } },
  'belt-deflection': { label: 'belt, by deflection', of: 'belt', along: false, estimate: null,
    fields: [span, number('forceN', 'Force in the middle', 'force', [0, 1e5], null, 3), number('deflectionMm', 'Bends by', 'length', [0.1, 1000], null, 1), wrap, belts, toward('Pulls toward', 90)],
    act: (v, _ctx, sheet) => {
      const T = (v.forceN! * v.spanMm!) / (4 * v.deflectionMm!)
      sheet.step('T', 'tension of one strand', 'F L / (4 f)', `${short(v.forceN!)} · ${short(v.spanMm!)} / (4 · ${short(v.deflectionMm!)})`, T, 'N', 'statics of a string; the stiffness of the belt left out')
      return strands(T, v, sheet)
    } },
  chain: { label: 'chain', of: 'chain', along: false, estimate: null,
    fields: [power, pitch, number('pullFactor', 'Pull over tangential force', 'ratio', [1, 3], 1.4, 2), toward('Pulls toward', 90)],
    act: (v, { speedRpm }, sheet) => {
      const force = v.pullFactor! * tangential(v, v.pitchDiameterMm!, speedRpm, sheet)
      sheet.step('Fs', 'pull on the shaft', 'f Ft', `f ${short(v.pullFactor!)}`, force, 'N', 'engineering practice: 1.25 to 1.5')
      return pull(force, v)
    } },
  gear: { label: 'gear, spur or helical', of: 'gear', along: true, estimate: null,
    fields: [power, pitch, number('helixDeg', 'Helix', 'angle', [0, 60], 0, 0), pressureAngle, toward('Pushed toward', 90), turns, drives],
    act: (v, { speedRpm, toward: way }, sheet) => {
      const found = gearForces({ powerKw: v.powerKw!, speedRpm, pitchDiameterMm: v.pitchDiameterMm!, helixAngleDeg: v.helixDeg!, normalPressureAngleDeg: v.pressureAngleDeg! })
      sheet.include(found)
      const { tangentialN, radialN, axialN } = found.values
      return teeth(radialN, tangentialN, way * axialN, v, v.pitchDiameterMm!)
    } },
  bevel: { label: 'bevel gear', of: 'bevel', along: true, estimate: null,
    fields: [power, { ...pitch, label: 'Mean diameter' }, number('coneDeg', 'Pitch cone angle', 'angle', [0, 90], 45, 0), pressureAngle, number('spiralDeg', 'Spiral', 'angle', [0, 50], 0, 0), hand, toward('Pushed toward', 90), turns, drives],
    act: (v, { speedRpm, toward: way }, sheet) => {
      const Ft = tangential(v, v.pitchDiameterMm!, speedRpm, sheet)
      const [delta, beta] = [rad(v.coneDeg!), rad(v.spiralDeg!)]
      // Which face of a spiral tooth carries: by its hand, whether it drives, and how it turns seen from its large end.
      const face = beta === 0 ? 0 : v.hand! * v.drives! * (v.turns! * (way < 0 ? 1 : -1))
      const [apart, screw] = [(Ft * Math.tan(rad(v.pressureAngleDeg!))) / Math.cos(beta), face * Ft * Math.tan(beta)]
      const [across, along] = [apart * Math.cos(delta) - screw * Math.sin(delta), apart * Math.sin(delta) + screw * Math.cos(delta)]
      if (beta > 0 && face === 0) sheet.assume('Hand, turning and driving of the spiral bevel are not all said: its screw is left out, and its thrust may be far more, or the other way.')
      sheet.step('Fr', 'separating force', beta ? '(Ft / cos β) (tan α cos δ − f sin β sin δ)' : 'Ft tan α cos δ', `α ${short(v.pressureAngleDeg!)}°, δ ${short(v.coneDeg!)}°${beta ? `, β ${short(v.spiralDeg!)}°` : ''}`, across, 'N', 'bevel gears')
      sheet.step('Fa', 'thrust away from the apex', beta ? '(Ft / cos β) (tan α sin δ + f sin β cos δ)' : 'Ft tan α sin δ', `α ${short(v.pressureAngleDeg!)}°, δ ${short(v.coneDeg!)}°${beta ? `, β ${short(v.spiralDeg!)}°` : ''}`, along, 'N', 'bevel gears')
      return teeth(across, Ft, way * along, v, v.pitchDiameterMm!)
    } },
  worm: { label: 'worm', of: 'worm', along: true, estimate: null,
    fields: [power, pitch, number('leadDeg', 'Lead angle', 'angle', [1, 45], null, 1), pressureAngle, number('friction', 'Friction of the teeth', 'ratio', [0.01, 0.3], 0.05, 3), toward('Pushed toward', 90), turns, drives],
    act: (v, { speedRpm, toward: way }, sheet) => {
      const Ft = tangential(v, v.pitchDiameterMm!, speedRpm, sheet)
      const rho = wormFriction(v)
      const slope = rad(v.leadDeg!) + rho
      const along = Ft / Math.tan(slope)
      const apart = (Ft * Math.cos(rho) * Math.tan(rad(v.pressureAngleDeg!))) / Math.sin(slope)
      sheet.step('Fa', 'thrust of the worm', 'Ft / tan(γ + ρ)', `γ ${short(v.leadDeg!)}°, ρ ${short((rho * 180) / Math.PI)}°`, along, 'N', 'worm gears')
      sheet.step('Fr', 'separating force', 'Ft cos ρ tan αn / sin(γ + ρ)', `αn ${short(v.pressureAngleDeg!)}°`, apart, 'N', 'worm gears')
      return teeth(apart, Ft, way * along, v, v.pitchDiameterMm!)
    } },
  'worm-wheel': { label: 'worm wheel', of: 'worm-wheel', along: true, estimate: null,
    fields: [power, pitch, number('leadDeg', 'Lead angle of the worm', 'angle', [1, 45], null, 1), pressureAngle, number('friction', 'Friction of the teeth', 'ratio', [0.01, 0.3], 0.05, 3), toward('Pushed toward', 90), turns, drives],
    act: (v, { speedRpm, toward: way }, sheet) => {
      const Ft = tangential(v, v.pitchDiameterMm!, speedRpm, sheet)
      const rho = wormFriction(v)
      const slope = rad(v.leadDeg!) + rho
      const along = Ft * Math.tan(slope)
      const apart = (Ft * Math.cos(rho) * Math.tan(rad(v.pressureAngleDeg!))) / Math.cos(slope)
      sheet.step('Fa', 'thrust of the wheel', 'Ft tan(γ + ρ)', `γ ${short(v.leadDeg!)}°, ρ ${short((rho * 180) / Math.PI)}°`, along, 'N', 'worm gears')
      sheet.step('Fr', 'separating force', 'Ft cos ρ tan αn / cos(γ + ρ)', `αn ${short(v.pressureAngleDeg!)}°`, apart, 'N', 'worm gears')
      return teeth(apart, Ft, way * along, v, v.pitchDiameterMm!)
    } },
  coupling: { label: 'coupling out of line', of: 'coupling', along: false,
    estimate: 'What a coupling pulls when it stands out of line is an estimate: read the alignment with the machine hot to be sure.',
    fields: [power, { ...pitch, label: 'Diameter of its bolts' }, number('sharePercent', 'Share of the driving force', 'percent', [0, 100], 20), toward('Pulls toward', 270)],
    act: (v, { speedRpm }, sheet) => {
      const force = (v.sharePercent! / 100) * tangential(v, v.pitchDiameterMm!, speedRpm, sheet)
      sheet.step('Fk', 'pull of a coupling out of line', 'share · Ft', `${short(v.sharePercent!)} %`, force, 'N', 'engineering practice: 10 to 30 %')
      return pull(force, v)
    } },
  pump: { label: 'pump impeller', of: 'pump', along: true,
    estimate: 'Thrust and side force of an impeller are estimates: the pump maker states them, and the pressures at suction and discharge tell how near they are.',
    fields: [number('pressureMpa', 'Pressure it makes', 'pressure', [0, 100], null, 1), number('eyeMm', 'Eye of the impeller', 'length', [1, 5000], null, 0), number('shaftMm', 'Shaft or hub in it', 'length', [0, 5000], null, 0), number('outsideMm', 'Impeller', 'length', [1, 10_000], null, 0), number('widthMm', 'Its width at the rim', 'length', [0, 2000], null, 0), number('flowPercent', 'Flow, of the best', 'percent', [0, 150], 100), toward('Pushed toward', 270)],
    act: (v, { toward: way }, sheet) => {
      const along = (v.pressureMpa! * Math.PI * Math.max(0, v.eyeMm! ** 2 - v.shaftMm! ** 2)) / 4
      const side = 0.36 * Math.abs(1 - (v.flowPercent! / 100) ** 2) * v.pressureMpa! * v.outsideMm! * v.widthMm!
      sheet.step('Fa', 'thrust toward the suction', 'p π (de² − ds²) / 4', `${short(v.pressureMpa!)} MPa, ${short(v.eyeMm!)} and ${short(v.shaftMm!)} mm`, along, 'N', 'engineering practice: pressure over the eye')
      sheet.step('Fr', 'side force off the best flow', '0.36 |1 − q²| p D b', `q ${short(v.flowPercent! / 100)}, ${short(v.outsideMm!)} · ${short(v.widthMm!)} mm`, side, 'N', 'engineering practice: volute casing')
      return [{ radialN: side, angleDeg: v.angleDeg!, axialN: way * along }]
    } },
  fan: { label: 'fan wheel', of: 'fan', along: true,
    estimate: 'The thrust of a fan is an estimate: the fan maker states it, and the pressure at its inlet tells how near it is.',
    fields: [number('pressurePa', 'Pressure it makes, Pa', 'text', [0, 200_000]), number('inletMm', 'Inlet', 'length', [1, 10_000], null, 0)],
    act: (v, { toward: way }, sheet) => {
      const along = ((v.pressurePa! / 1e6) * Math.PI * v.inletMm! ** 2) / 4
      sheet.step('Fa', 'thrust toward the inlet', 'p π d² / 4', `${short(v.pressurePa!)} Pa, ${short(v.inletMm!)} mm`, along, 'N', 'engineering practice: pressure over the inlet')
      return [{ axialN: way * along }]
    } },
  unbalance: { label: 'unbalance', of: 'unbalance', along: false, estimate: null,
    fields: [mass, number('gradeMmS', 'Balance grade', 'velocity', [0, 10_000], 6.3, 1)],
    act: (v, { speedRpm }, sheet) => {
      const found = unbalanceForce({ massKg: v.massKg!, balanceGradeMmS: v.gradeMmS!, speedRpm })
      sheet.include(found)
      return [{ radialN: found.values.forceN, turns: true }]
    } },
  magnetic: { label: 'magnetic pull', of: 'magnetic', along: false,
    estimate: 'The pull of an uneven air gap is an estimate: measure the gap at four points around the rotor to be sure.',
    fields: [number('rotorMm', 'Rotor', 'length', [10, 10_000], null, 0), number('stackMm', 'Length of its iron', 'length', [10, 20_000], null, 0), number('fluxT', 'Flux density in the gap, T', 'ratio', [0.1, 1.5], 0.7, 2), number('offPercent', 'Off centre, of the gap', 'percent', [0, 50], 10), toward('Pulls toward', 270)],
    act: (v, _ctx, sheet) => {
      const stress = v.fluxT! ** 2 / (4 * 4e-7 * Math.PI) / 1e6
      const force = Math.PI * v.rotorMm! * v.stackMm! * stress * (v.offPercent! / 100)
      sheet.step('Fm', 'pull of the uneven gap', 'π D L B² e / (4 µ0 g)', `${short(v.rotorMm!)} · ${short(v.stackMm!)} mm, ${short(v.fluxT!)} T, e/g ${short(v.offPercent! / 100)}`, force, 'N', 'pull of a magnetic field; windings left out')
      return pull(force, v)
    } },
  force: { label: 'force', of: 'force', along: true, estimate: null,
    fields: [number('radialN', 'Across the shaft', 'force', [0, 1e8], 0, 3), toward('Toward', 270), number('axialN', 'Push along it', 'force', [0, 1e8], 0, 3)],
    act: (v, { toward: way }) => [{ radialN: v.radialN!, angleDeg: v.angleDeg!, axialN: way * v.axialN! }] },
} as const satisfies Record<string, KindOfSource>
export type SourceKind = keyof typeof SOURCES
export const SOURCE_KINDS = Object.keys(SOURCES) as SourceKind[]
/** What a kind is, its ranges in the units of its fields. Source: the table above. */
export const sourceOf = (kind: SourceKind): KindOfSource => SOURCES[kind]

/** One thing on the shaft, as it is answered: what nobody has said yet is null. */
export interface LoadSource {
  /** Tells it from its like; stays when it is moved or changed. */
  id: string
  kind: SourceKind
  /** From the left end of the line, as its supports. */
  alongMm: number | null
  /** To which side it pushes the shaft, where it does. */
  toward: 'left' | 'right' | null
  values: Record<string, number | null>
  /** Names of the values that nobody has said: guessed from power and speed. */
  assumed?: string[]
}

/** Most sources of one line. */
export const MOST_SOURCES = 24

/** A source of a kind as it begins, at a place along the shaft in mm. Source: engineering practice for the usual values. */
export function newSource(kind: SourceKind, id: string, alongMm: number | null): LoadSource {
  const { fields, along } = sourceOf(kind)
  return { id, kind, alongMm, toward: along ? 'right' : null, values: Object.fromEntries(fields.map((f) => [f.name, f.usual])) }
}

/** What counts of values that were not asked when the source was put there. */
const unsaid = (kind: SourceKind) => Object.fromEntries(sourceOf(kind).fields.flatMap((f) => (f.usual === null ? [] : [[f.name, f.usual]])))

/** Whether nobody has said to which side the teeth of a source pull. Source: its choices. */
export const eitherWay = (source: LoadSource): boolean =>
  sourceOf(source.kind).fields.some((f) => f.name === 'turns') && !((source.values.turns ?? 0) * (source.values.drives ?? 0))

/** A source whose teeth pull to the other side. Source: as `eitherWay`. */
export const turnedOver = (source: LoadSource): LoadSource => ({ ...source, values: { ...source.values, turns: 1, drives: -1 } })

/** What a thing on the shaft is called: by what it is, with its number where there are several of it. No unit. Source: the table of kinds. */
export function sourceName(source: LoadSource, among: readonly LoadSource[]): string {
  const label = (s: LoadSource) => sourceOf(s.kind).label.split(',')[0]!.toLowerCase()
  const alike = among.filter((s) => label(s) === label(source))
  return alike.length > 1 ? `${label(source)} ${alike.findIndex((s) => s === source || s.id === source.id) + 1}` : label(source)
}

/** The first field that is still open of a source, with its label; null where it can be worked out. Source: the fields of its kind. */
export function openFieldOf(source: LoadSource): { name: string; label: string } | null {
  if (source.alongMm === null) return { name: 'along', label: 'Along the shaft' }
  const { fields, along } = sourceOf(source.kind)
  const values = { ...unsaid(source.kind), ...source.values }
  const open = fields.find((f) => (values[f.name] ?? null) === null)
  return open ?? (along && source.toward === null ? { name: 'toward', label: 'Pushes the shaft' } : null)
}

/** What is still open of a source in a word; null where it can be worked out. Source: as `openFieldOf`. */
export const openOf = (source: LoadSource): string | null => openFieldOf(source)?.label ?? null

/**
 * The forces of a source on its shaft, N, mm, with their working. Speed above 0 r/min. Sources: mechanics, involute, bevel and worm gears, ISO
 * 21940-11, engineering practice where a step says so. @throws InputError where a value lies outside of what its calculation takes.
 */
export function forcesOf(source: LoadSource, around: Omit<Surroundings, 'toward'>, sheet: Derivation): Acting[] {
  const { act, estimate } = sourceOf(source.kind)
  const values = { ...unsaid(source.kind), ...source.values } as Record<string, number>
  if (estimate) sheet.assume(estimate)
  return act(values, { ...around, toward: source.toward === 'left' ? -1 : 1 }, sheet).map((f) => ({
    ...{ radialN: 0, angleDeg: 0, axialN: 0, momentNmm: 0, momentAngleDeg: 0, turns: false },
    ...f,
    positionMm: source.alongMm!,
  }))
}

/** Size and direction of several forces across the shaft taken together, N and degrees. Source: geometry. */
export function togetherOf(forces: readonly Pick<Acting, 'radialN' | 'angleDeg'>[]): [x: number, y: number] {
  return forces.reduce<[number, number]>(
    ([x, y], f) => {
      const [dx, dy] = parts(f.radialN, f.angleDeg)
      return [x + dx, y + dy]
    },
    [0, 0],
  )
}
