import type { Bearing } from '../../catalogue/catalogue.js'
import { formOf } from '../../bearing/construction-forms.js'
import { clearanceFrom } from '../../fits/clearance-group.js'
import type { ClearanceGroup } from '../../bearing/clearance.js'
import { expansionPerK } from '../../materials.js'
import { housingPress } from '../../mounting/housing-press.js'
import { pressForce } from '../../mounting/press-force.js'
import { coarsePitchMm, screwTorque } from '../../mounting/screw-torque.js'
import { keyMmOf, setScrewTorque } from '../../mounting/set-screws.js'
import { chilling, heatingTemperature, type HeatingValues } from '../../mounting/temperatures.js'
import { chillWindow, coolingWindow, housingHeating, infraredReading, seatWindow } from '../../mounting/warmth.js'
import { COUPLING, isSet, startSettingC, timeIn } from '../../mounting/heaters.js'
import { toolWords } from '../../mounting/tools.js'
import { sweating } from '../../mounting/handling.js'
import { RINGS_APART_K, twoRings } from '../../mounting/two-rings.js'
import type { Heater, OuterWay } from '../../mounting/ways.js'
import { short } from '../../result.js'
import { amount, phrase } from '../../words/message.js'
import type { CardAnswers, MountMethod } from '../answers.js'
import type { StepContext } from '../steps/step.js'
import type { Figure, StationBuilder } from '../station.js'
import { boughtUm } from './fit-drive-up.js'
import { hollowIn, type FitSeat } from './fit-seats.js'
import type { heaterOf } from './mount-tools.js'

/** Forces, temperatures and torques of mounting, as figures of the card. */

/** Smoothing of a ground seat, taken off before the press force is reckoned. Engineering practice. */
const SMOOTHING_UM = 2

/** Force, temperature and cold that the seat asks for. */
export function waysOn(station: StationBuilder, answers: CardAnswers, row: Bearing, shaft: FitSeat, asAdvised: boolean) {
  const m = answers.mount
  const ambient = answers.duty.ambientC ?? 20
  const U = Math.max(0, shaft.grip!.maxInterferenceUm)
  const press = station.attempt(() => {
    const found = pressForce({
      boreMm: row.boreMm,
      racewayDiameterMm: row.innerRacewayMm,
      widthMm: row.innerWidthMm ?? row.widthMm,
      interferenceUm: Math.max(0, U - SMOOTHING_UM),
      shaftMaterial: answers.arrange.shaftMaterial ?? undefined,
      shaftBoreMm: hollowIn(answers, row),
    })
    // What the advised class gives is meant so: no word against it.
    return asAdvised ? { ...found, cautions: [] } : found
  })
  // Heat and cold carry cautions that count only when that method is chosen; a too hot ring is said in its offer.
  const heat = heatingTemperature({
    boreMm: row.boreMm,
    interferenceUm: U,
    shaftTemperatureC: Math.min(150, Math.max(-60, ambient)),
    limitC: m.limitC,
  })
  const chill = station.attempt(
    () => ({
      ...chilling({
        diameterMm: row.boreMm,
        material: answers.arrange.shaftMaterial ?? 'carbon-steel',
        fromC: ambient,
        toC: m.chillToC,
        interferenceUm: U,
      }),
      cautions: [],
    }),
    { toC: 'chillToC' },
  )
  return { press, heat, chill }
}

export type Ways = ReturnType<typeof waysOn>

/** The figures of all three ways, by way. */
export function figuresOf(station: StationBuilder, { press, heat, chill }: Ways, m: CardAnswers['mount']): Record<MountMethod, Figure> {
  const temperature = station.figure('setTemperatureC', 'Ring temperature to set', heat.values.setC, 'temperature', heat, {
    note: phrase`limit ${amount(m.limitC, 'temperature')}`,
  })
  const force = station.figure('pressForceN', 'Cold press force', press?.values.forceN ?? null, 'force', press, { decimals: 1 })
  station.figure('hoopStressMPa', 'Stress in the ring', press?.values.hoopStressMPa ?? null, 'stress', press)
  const cold = station.figure(
    'chillClearanceUm',
    phrase`Room with shaft at ${amount(m.chillToC, 'temperature')}`,
    chill?.values.clearanceUm ?? null,
    'fine',
    chill,
  )
  return { heat: temperature, press: force, chill: cold, oil: force }
}

/** Emissivity of a ground ring. Engineering practice: 0.1 to 0.3. */
const SHINY = 0.2
/** Carrying a ring from its heater to the shaft takes so long, s. Engineering practice. */
const CARRY_S = 15

/** Heaters whose flux goes through the bore: the inner ring is hot first. */
const THROUGH_BORE: readonly Heater[] = ['induction', 'coil']

/** How far the rings are apart while such a heater runs, and whether the clearance takes it. */
function throughBore(
  station: StationBuilder,
  row: Bearing,
  { setC, ambientC, powerW, heater }: { setC: number; ambientC: number; powerW: number; heater: Heater },
  group: ClearanceGroup | null,
): void {
  // Rings that come apart are heated one by one.
  if (!THROUGH_BORE.includes(heater) || formOf(row).separable) return
  const { boreMm, outsideMm, widthMm, massKg } = row
  const input = { boreMm, outsideMm, widthMm, massKg, powerW, efficiency: COUPLING[heater], fromC: ambientC, toC: setC }
  const found = station.attempt(() => ({ ...twoRings(input), cautions: [] }), { powerW: 'heaterKw' })
  if (!found) return
  const { differenceK, growthUm, gentleW } = found.values
  station.figure('ringsApartK', 'Inner ring over outer, on the way', differenceK, 'rise', found, {
    note: phrase`at most ${amount(gentleW / 1000, 'power', 1)} keeps it gentle`,
  })
  const has = group && clearanceFrom(row) === 'table' ? (boughtUm(row, group)?.minUm ?? null) : null
  if (has !== null && growthUm > has)
    station.warn(
      'caution',
      'rings-squeeze',
      { grows: amount(growthUm, 'fine'), has: amount(has, 'fine'), gentle: amount(gentleW / 1000, 'power', 1) },
      Math.round(growthUm),
    )
  else if (differenceK > RINGS_APART_K) station.warn('caution', 'rings-apart', { is: amount(differenceK, 'rise') }, Math.round(differenceK))
}

/** Time in the heater, seconds until the ring must be on and until it grips once it is over its seat, and what a camera would show of it; at what an oven or a plate is set to begin with, °C, null of others. */
export function heatFigures(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  shaft: FitSeat,
  { setC, clearanceLeftUm }: HeatingValues,
  { heater, kw, tool }: ReturnType<typeof heaterOf>,
  group: ClearanceGroup | null,
): number | null {
  const ambientC = roomOf(answers)
  if (setC <= ambientC) return null
  const { boreMm, outsideMm, widthMm, massKg } = row
  const job = { heater, powerKw: kw, setC: answers.mount.heaterSetC, boreMm, outsideMm, widthMm, massKg, toC: setC, roomC: ambientC }
  const start = startSettingC(job)
  const time = station.attempt(() => timeIn(job), { powerW: 'heaterKw', setC: 'heaterSetC' })
  const how =
    start === null
      ? phrase`with ${tool ? toolWords(tool) : amount(kw, 'power')}`
      : phrase`set to ${amount(answers.mount.heaterSetC ?? start, 'temperature')}`
  station.figure('heatMin', 'Time in the heater, about', time && time.values.seconds / 60, 'minutes', time, { decimals: 1, note: how })
  if (isSet(heater) && (answers.mount.heaterSetC ?? start!) > answers.mount.limitC)
    station.warn(
      'caution',
      'heater-over-limit',
      { set: amount(answers.mount.heaterSetC ?? start!, 'temperature'), limit: amount(answers.mount.limitC, 'temperature') },
      answers.mount.heaterSetC ?? start!,
    )
  throughBore(station, row, { setC, ambientC, powerW: kw * 1000, heater }, group)
  const touchC = ambientC + Math.max(0, shaft.grip!.maxInterferenceUm) / (1000 * expansionPerK('bearing-steel') * row.boreMm)
  const window =
    touchC > ambientC
      ? station.attempt(() => ({ ...coolingWindow({ boreMm, outsideMm, widthMm, massKg, fromC: setC, touchC, ambientC }), cautions: [] }))
      : null
  const left = window && window.values.seconds - CARRY_S
  station.figure('windowS', 'Until it must be on', left === null ? null : Math.max(0, left), 'seconds', window, {
    note: `in still air, ${CARRY_S} s of carrying taken off`,
  })
  if (left !== null && left <= 0) station.warn('stop', 'window-gone', { carry: CARRY_S })
  overItsSeat(station, row, { setC, ambientC, clearanceLeftUm })
  const camera = station.attempt(() => ({ ...infraredReading({ trueC: setC, emissivity: SHINY, roomC: ambientC }), cautions: [] }))
  station.figure('infraredC', 'A camera shows of the shiny ring', camera?.values.apparentC ?? null, 'temperature', camera, {
    note: 'tape or a probe tells the truth',
  })
  return start
}

/** Steel, kg/mm³. */
const STEEL_KG_MM3 = 7.85e-6
/** Once it is over its seat: seconds at most until it grips, the inner ring up to its raceway alone, with the least clearance that is left. */
function overItsSeat(
  station: StationBuilder,
  row: Bearing,
  { setC, ambientC, clearanceLeftUm }: { setC: number; ambientC: number; clearanceLeftUm: number },
): void {
  const widthMm = row.innerWidthMm ?? row.widthMm
  const ringMassKg = (Math.PI / 4) * (row.innerRacewayMm ** 2 - row.boreMm ** 2) * widthMm * STEEL_KG_MM3
  if (clearanceLeftUm <= 0 || ringMassKg <= 0) return
  const found = station.attempt(() => ({
    ...seatWindow({ boreMm: row.boreMm, widthMm, ringMassKg, ringC: setC, shaftC: ambientC, clearanceUm: clearanceLeftUm }),
    cautions: [],
  }))
  station.figure('seatS', 'Once over its seat, at most', found?.values.seconds ?? null, 'seconds', found, {
    note: 'heat goes through the narrow air of the seat: one straight push, no stop on the way',
  })
}

/** Seconds until what was chilled must be in place, carrying taken off, as a figure under a name. */
function chilledFor(station: StationBuilder, name: string, input: Parameters<typeof chillWindow>[0]): void {
  if (input.interferenceUm <= 0 || input.fromC >= input.roomC) return
  const found = station.attempt(() => ({ ...chillWindow(input), cautions: [] }), { fromC: 'chillToC' })
  const left = found && found.values.seconds - CARRY_S
  station.figure(name, 'Until it must be in place', left === null ? null : Math.max(0, left), 'seconds', found, {
    note: `${CARRY_S} s of carrying taken off; over its seat it grips within seconds`,
  })
  if (found && found.values.seconds > 0 && left! <= 0) station.warn('stop', 'window-gone', { carry: CARRY_S })
}

/** Seconds until a ring grips its chilled shaft. Source: `chillWindow`. */
export function shaftChilled(station: StationBuilder, answers: CardAnswers, row: Bearing, shaft: FitSeat): void {
  chilledFor(station, 'windowS', {
    ...{ diameterMm: row.boreMm, innerMm: hollowIn(answers, row) ?? 0, lengthMm: row.innerWidthMm ?? row.widthMm, ring: false },
    ...{ material: answers.arrange.shaftMaterial ?? 'carbon-steel', fromC: answers.mount.chillToC, roomC: roomOf(answers) },
    interferenceUm: Math.max(0, shaft.grip!.maxInterferenceUm),
  })
}
/** What the room can be for a ring that is carried through it, °C. */
const roomOf = ({ duty }: CardAnswers) => Math.min(60, Math.max(-30, duty.ambientC ?? 20))

/** Press force, warmth of the housing, or cold of the ring, where the housing grips its outer ring. */
export function outerFigures(station: StationBuilder, answers: CardAnswers, row: Bearing, housing: FitSeat, way: OuterWay) {
  const none = { outerForceN: null, housingC: null }
  const U = housing.grip?.maxInterferenceUm ?? 0
  if (way === 'push' || U <= 0) return none
  const material = answers.arrange.housingMaterial ?? 'cast-iron'
  const ringC = roomOf(answers)
  if (way === 'warm') {
    const found = station.attempt(() => housingHeating({ outsideMm: row.outsideMm, interferenceUm: U, ringC, material }))
    station.figure('housingC', 'Housing warmed to', found?.values.housingC ?? null, 'temperature', found)
    if (found && found.values.housingC > HOUSING_LIMIT_C)
      station.warn('caution', 'housing-hot', { is: amount(found.values.housingC, 'temperature') }, Math.round(found.values.housingC))
    return { ...none, housingC: found?.values.housingC ?? null }
  }
  if (way === 'chill') {
    const found = station.attempt(
      () =>
        chilling({ diameterMm: row.outsideMm, material: 'bearing-steel', fromC: ringC, toC: answers.mount.chillToC, interferenceUm: U }),
      { toC: 'chillToC' },
    )
    station.figure(
      'outerChillUm',
      phrase`Room with the ring at ${amount(answers.mount.chillToC, 'temperature')}`,
      found?.values.clearanceUm ?? null,
      'fine',
      found,
    )
    // The outer ring alone, which warms soonest.
    if (found && found.values.clearanceUm > 0)
      chilledFor(station, 'outerWindowS', {
        ...{ diameterMm: row.outsideMm, innerMm: row.outerRacewayMm, lengthMm: row.outerWidthMm ?? row.widthMm, ring: true },
        ...{ material: 'bearing-steel', fromC: answers.mount.chillToC, roomC: ringC, interferenceUm: U },
      })
    return none
  }
  const found = station.attempt(() =>
    housingPress({
      ...{
        outsideMm: row.outsideMm,
        racewayMm: row.outerRacewayMm,
        widthMm: row.outerWidthMm ?? row.widthMm,
        interferenceUm: Math.max(0, U - SMOOTHING_UM),
        material,
      },
      housingOutsideMm: answers.fit.housingOutsideMm ?? THICK * row.outsideMm,
    }),
  )
  station.figure('outerForceN', 'Press force of the outer ring', found?.values.forceN ?? null, 'force', found, { decimals: 1 })
  return { ...none, outerForceN: found?.values.forceN ?? null }
}
/** A housing whose wall nobody measured: so many outside diameters across. A warmed one stays under its paint and seals. Engineering practice. */
const THICK = 1.5
const HOUSING_LIMIT_C = 120

/** The air of a shop where nobody has said it, °C: not that around the machine. Engineering practice. */
const SHOP_C = 20

/** How long a bearing from a cold store stays wrapped, minutes; null where store or moisture are not known, or it does not sweat. */
export function comesCold(station: StationBuilder, answers: CardAnswers, row: Bearing): number | null {
  const { storeC, humidityPercent } = answers.mount
  if (storeC === null || humidityPercent === null) return null
  const { boreMm, outsideMm, widthMm, massKg } = row
  const roomC = answers.mount.shopC ?? SHOP_C
  const found = station.attempt(() => sweating({ boreMm, outsideMm, widthMm, massKg, storeC, roomC, humidityPercent }))
  station.figure('dewC', 'Dew point of the shop', found?.values.dewC ?? null, 'temperature', found, {
    note: found?.values.sweats
      ? phrase`it sweats: leave it wrapped for ${amount(Math.ceil(found.values.waitMin), 'minutes')}`
      : 'it stays dry',
  })
  return found?.values.sweats ? Math.ceil(found.values.waitMin) : null
}

/** Torque of set screws by the key that fits them, Nm; null while nobody has said which. Source: `setScrewTorque`. */
export function setScrewOf(station: StationBuilder, { setScrewKey }: CardAnswers['mount']): number | null {
  if (!setScrewKey) {
    station.ask('set-screw')
    return null
  }
  const found = station.attempt(() => setScrewTorque({ keyMm: keyMmOf(setScrewKey) }))
  return station.figure('setScrewNm', 'Torque of the set screws', found?.values.torqueNm ?? null, 'torque', found, { decimals: 1 })
    .value as number | null
}

/** Torque of the bolts of an end plate, Nm; null while their size or class is not known. */
export function endBoltOf(station: StationBuilder, { endBoltMm, endBoltClass }: CardAnswers['mount']): StepContext['endBolt'] {
  if (endBoltMm === null || !endBoltClass) {
    station.ask('end-bolt')
    return null
  }
  const found = station.attempt(() => screwTorque({ threadMm: endBoltMm, pitchMm: coarsePitchMm(endBoltMm), class: endBoltClass }), {
    threadMm: 'endBoltMm',
  })
  station.figure('endBoltNm', `Torque of M${short(endBoltMm)}, class ${endBoltClass}`, found?.values.torqueNm ?? null, 'torque', found, {
    decimals: 0,
  })
  return found && { name: `M${short(endBoltMm)} ${endBoltClass}`, torqueNm: found.values.torqueNm }
}
