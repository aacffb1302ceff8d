import type { Bearing } from '../../catalogue/catalogue.js'
import { FAMILY_LABEL } from '../../catalogue/families.js'
import { formOf } from '../../catalogue/forms.js'
import { clearanceFrom, groupMark, type ClearanceGroup } from '../../fits/clearance-group.js'
import { fit, type FitValues } from '../../fits/fit.js'
import { operatingClearance, type OperatingClearanceValues } from '../../fits/operating-clearance.js'
import { recommendFit, type RecommendValues } from '../../fits/recommend.js'
import { Sheet, short, type Result } from '../../result.js'
import { q } from '../../units/quantities.js'
import type { CardAnswers } from '../answers.js'
import { StationBuilder, type StationResult, type Verdict } from '../station.js'
import type { ArrangeResult } from './arrange.js'
import type { DutyResult } from './duty.js'
import type { SelectResult } from './select.js'

export interface FitStationResult extends StationResult {
  recommended: RecommendValues | null
  shaft: (FitValues & { toleranceClass: string }) | null
  housing: (FitValues & { toleranceClass: string }) | null
  clearance: OperatingClearanceValues | null
  group: ClearanceGroup | null
  /** Loosest likely grip less what holds against creep; null where the inner ring is not swept. */
  creepMarginUm: number | null
}

/** Interference below which the inner ring creeps, µm. Engineering practice; the switch lies at 0.3 C0. */
function creepLimit(row: Bearing, radialN: number, innerRingC: number, ambientC: number): Result<{ neededUm: number }> {
  const { boreMm: d, widthMm: B } = row
  const sheet = new Sheet()
  const light = radialN <= 0.3 * row.staticRatingN
  const load = light ? 0.08 * Math.sqrt((d * radialN) / B) : (0.02 * radialN) / B
  const heat = 0.0015 * d * Math.max(0, innerRingC - ambientC)
  const neededUm = load + heat + 2
  sheet.step(
    'U1',
    'lost to the load',
    light ? '0.08 sqrt(d Fr / B)' : '0.02 Fr / B',
    light ? `0.08 sqrt(${d} · ${short(radialN)} / ${B})` : `0.02 · ${short(radialN)} / ${B}`,
    load,
    'µm',
    'engineering practice, against creep',
  )
  sheet.step(
    'U2',
    'lost to warmth',
    '0.0015 d ΔT',
    `0.0015 · ${d} · ${short(Math.max(0, innerRingC - ambientC))}`,
    heat,
    'µm',
    'engineering practice: ring against shaft, from bearing to ambient',
  )
  sheet.step(
    'U',
    'needed against creep',
    'U1 + U2 + smoothing',
    `${short(load)} + ${short(heat)} + 2`,
    neededUm,
    'µm',
    'sum of the steps above',
  )
  return sheet.result({ neededUm })
}

const range = (a: number, b: number): readonly [number, number] => [a, b]

/** Seat classes with their reason, the fit they give, and what clearance is left when hot. */
export function fitStation(
  answers: CardAnswers,
  row: Bearing | null,
  knownGroup: ClearanceGroup | null,
  duty: DutyResult,
  select: SelectResult,
  arrange: ArrangeResult,
): FitStationResult {
  const station = new StationBuilder('fit')
  const none = {
    recommended: null,
    shaft: null,
    housing: null,
    clearance: null,
    group: answers.fit.group ?? knownGroup,
    creepMarginUm: null,
  }
  const waiting = (reason: string): FitStationResult => ({
    ...station.close(reason, { word: 'waiting', level: 'open' }, null, '—'),
    ...none,
  })
  if (!row) return waiting('Choose the bearing at Identify first.')
  if (!duty.innerRingLoad || !duty.outerRingLoad) return waiting('Enter at Duty which ring turns and whether the load stands still.')
  if (select.loadRatio === null) return waiting('Select must rate the load first: it decides how tight the ring sits.')
  if (formOf(row).innerRing === false) {
    station.ask(
      'shaft-raceway',
      'The rollers run on the shaft: is it hardened and ground as the maker’s sheet asks?',
      'A soft or rough shaft wears through in days; the seats of this card do not apply to it.',
    )
    return waiting(
      'This bearing has no inner ring: the shaft is its raceway, and its size and the press seat of the outer ring come from the maker’s sheet.',
    )
  }
  const f = answers.fit
  const recommended = station.attempt(() =>
    recommendFit({
      family: row.family,
      boreMm: row.boreMm,
      outsideMm: row.outsideMm,
      innerRingLoad: duty.innerRingLoad!,
      outerRingLoad: duty.outerRingLoad!,
      loadRatio: Math.min(1, select.loadRatio!),
      options: {
        outerMustSlide: arrange.thisSlides,
        split: f.split,
        sleeve: row.boreTaper !== null,
        thinWall: f.thinWall,
        lightAlloy: f.lightAlloy,
        heatThroughShaft: f.heatThroughShaft,
        precise: f.precise,
        loadBands: f.loadBands,
      },
    }),
  )
  if (!recommended) return waiting('A value is refused.')
  const shaftClass = f.shaftClass ?? recommended.values.shaftClass
  const housingClass = f.housingClass ?? recommended.values.housingClass
  const common = { accuracy: f.accuracy, family: row.family }
  const shaft = station.attempt(() => fit({ ...common, seat: 'shaft', sizeMm: row.boreMm, toleranceClass: shaftClass }), {
    toleranceClass: 'shaftClass',
    sizeMm: 'accuracy',
  })
  const housing = station.attempt(() => fit({ ...common, seat: 'housing', sizeMm: row.outsideMm, toleranceClass: housingClass }), {
    toleranceClass: 'housingClass',
    sizeMm: 'accuracy',
  })
  if (!shaft || !housing) return waiting('A tolerance class is refused; choose another.')
  if (f.shaftClass && f.shaftClass !== recommended.values.shaftClass)
    station.warn(
      'note',
      'shaft-own',
      `${f.shaftClass} was chosen instead of the recommended ${recommended.values.shaftClass}.`,
      f.shaftClass,
    )
  if (f.housingClass && f.housingClass !== recommended.values.housingClass)
    station.warn(
      'note',
      'housing-own',
      `${f.housingClass} was chosen instead of the recommended ${recommended.values.housingClass}.`,
      f.housingClass,
    )

  const group = f.group ?? knownGroup
  const { innerRingC, outerRingC, ambientC } = answers.duty
  const from = clearanceFrom(row)
  // Fit takes clearance from a cylindrical bore; a tapered one loses it by how far it is driven up.
  const byFit = from === 'table' && !row.boreTaper
  const clearance =
    byFit && group && innerRingC !== null && outerRingC !== null
      ? station.attempt(() =>
          operatingClearance({
            ...row,
            group,
            shaft: { toleranceClass: shaftClass },
            housing: { toleranceClass: housingClass },
            accuracy: f.accuracy,
            innerRingC,
            outerRingC,
            shaftMaterial: answers.arrange.shaftMaterial ?? undefined,
            housingMaterial: answers.arrange.housingMaterial ?? undefined,
          }),
        )
      : null
  const c = clearance?.values ?? null
  const hero = station.figure(
    'clearance',
    'Clearance left when hot, 19 in 20 assemblies',
    c ? range(c.p025Um, c.p975Um) : null,
    'fine',
    clearance,
  )
  const limit = (um: number) => (um > 0 ? '+' : '') + q(um, 'fine')
  const seat = (v: FitValues) => `${limit(v.seatUpperUm)} / ${limit(v.seatLowerUm)}`
  station.figure('shaftClass', `Shaft seat Ø${q(row.boreMm, 'length', 0)}`, shaftClass, 'text', recommended, { note: seat(shaft.values) })
  station.figure(
    'shaftInterference',
    'Inner ring grip',
    range(shaft.values.minInterferenceUm, shaft.values.maxInterferenceUm),
    'fine',
    shaft,
    { note: words(shaft.values) },
  )
  station.figure('housingClass', `Housing seat Ø${q(row.outsideMm, 'length', 0)}`, housingClass, 'text', recommended, {
    note: seat(housing.values),
  })
  station.figure(
    'housingInterference',
    'Outer ring in housing',
    range(housing.values.minInterferenceUm, housing.values.maxInterferenceUm),
    'fine',
    housing,
    { note: words(housing.values) },
  )
  let creepMarginUm: number | null = null
  if (duty.innerRingLoad === 'rotating' && duty.radialN !== null && innerRingC !== null) {
    const creep = creepLimit(row, duty.radialN, innerRingC, ambientC ?? 20)
    creepMarginUm = shaft.values.probableMinInterferenceUm - creep.values.neededUm
    station.figure('creepUm', 'Needed against creep', creep.values.neededUm, 'fine', creep)
    if (creepMarginUm < 0)
      station.warn(
        'note',
        'creep',
        `The loosest likely grip of ${q(shaft.values.probableMinInterferenceUm, 'fine')} is under the ${q(creep.values.neededUm, 'fine')} that holds against creep: aim for the upper half of the shaft tolerance.`,
        Math.round(shaft.values.probableMinInterferenceUm),
      )
  }
  if (c)
    station.figure('shareBelowZero', 'Assemblies that run without clearance', c.shareBelowZero * 100, 'ratio', clearance, {
      decimals: 0,
      note: 'of 100',
    })
  if (arrange.thisSlides && housing.values.minInterferenceUm > 0)
    station.warn('stop', 'free-ring-tight', 'This end must let the ring slide, but the housing seat grips it.', housingClass)
  if (row.boreTaper)
    station.ask(
      'drive-up',
      'How much clearance is left once it is driven up? Measure with feelers before and after.',
      'On a taper the drive-up takes the clearance, not the fit: too little and it creeps, too much and it seizes.',
    )
  else if (from === 'sheet')
    station.ask(
      'clearance-sheet',
      `No clearance table is held for this ${FAMILY_LABEL[row.family]}: what is left by the maker’s sheet?`,
      'Fit and heat take clearance away; without the range nobody knows what is left.',
    )
  if (from === 'setting')
    station.warn('note', 'clearance-set', 'Its clearance is set against its partner when it is mounted: by the machine maker’s manual.')
  if (!group && from !== 'setting')
    station.ask('fit-group', 'Which clearance group goes in?', 'Fit and heat take clearance away; the group decides what is left.')

  const reason = `${recommended.values.shaftReason} ${recommended.values.housingReason}`
  const verdict: Verdict = !c
    ? from === 'setting'
      ? { word: 'set when mounted', level: 'good' }
      : { word: row.boreTaper ? 'drive-up open' : byFit ? 'group or temperatures open' : 'clearance open', level: 'open' }
    : c.medianUm < 0
      ? { word: 'runs without clearance', level: 'stop' }
      : c.p025Um < 0
        ? { word: `tight in ${Math.max(1, Math.round(c.shareBelowZero * 100))} of 100`, level: 'caution' }
        : { word: 'runs free', level: 'good' }
  const closed = station.close(
    reason,
    verdict,
    hero,
    `${shaftClass} / ${housingClass}${group && group !== 'N' ? ` ${groupMark(group)}` : ''}`,
  )
  return {
    ...closed,
    recommended: recommended.values,
    shaft: { ...shaft.values, toleranceClass: shaftClass },
    housing: { ...housing.values, toleranceClass: housingClass },
    clearance: c,
    group,
    creepMarginUm,
  }
}

function words(v: FitValues): string {
  if (v.minInterferenceUm >= 0) return 'tight'
  return v.maxInterferenceUm <= 0 ? 'loose' : 'tight or loose'
}
