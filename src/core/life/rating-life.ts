import { Derivation, inRange, interpolate, short, type Result } from '../result.js'
import { hotRatingN } from './hot-ring.js'
import { A1 } from '../ratings/tables.js'

export interface RatingLifeInput {
  rollingElement: 'ball' | 'roller'
  dynamicRatingN: number
  equivalentLoadN: number
  speedRpm: number
  reliabilityPercent?: number
  aIso?: number
  /** Of the hotter ring; left out where it is not known. */
  ringTemperatureC?: number
}

export interface RatingLifeValues {
  /** Million revolutions. */
  ratingLifeMrev: number
  ratingLifeH: number
  modifiedLifeH: number
}

/**
 * Basic rating life L10 = (C/P)^p, in million revolutions and hours, and modified life a1 aISO L10h.
 * p is 3 for balls, 10/3 for rollers. Range: loads and speed above 0; reliability 90 to 99.95 %; said when P > 0.5 C, a stop above C.
 * Source: ISO 281:2007 clauses 5.3, 7.3 and 9, table 12 (a1, interpolated).
 * A ring over 150 °C counts with less than its rating (engineering practice). @throws InputError outside these ranges
 */
export function ratingLife(input: RatingLifeInput): Result<RatingLifeValues> {
  const cool = inRange('dynamicRatingN', input.dynamicRatingN, 0, 1e9, 'N', true)
  const P = inRange('equivalentLoadN', input.equivalentLoadN, 0, 1e9, 'N', true)
  const n = inRange('speedRpm', input.speedRpm, 0, 1e6, 'r/min', true)
  const reliability = inRange('reliabilityPercent', input.reliabilityPercent ?? 90, 90, 99.95, '%')
  const aIso = inRange('aIso', input.aIso ?? 1, 0, 50, '', true)
  const sheet = new Derivation()
  const C = input.ringTemperatureC === undefined ? cool : hotRatingN(cool, input.ringTemperatureC, sheet)
  const p = input.rollingElement === 'ball' ? 3 : 10 / 3
  const ratingLifeMrev = (C / P) ** p
  const ratingLifeH = (ratingLifeMrev * 1e6) / (60 * n)
  const a1 = interpolate(
    A1.map((r) => r[0]),
    A1.map((r) => r[1]),
    reliability,
  )
  const modifiedLifeH = a1 * aIso * ratingLifeH
  if (P > C) sheet.caution('stop', 'over-dynamic-rating', {}, short(P / C))
  else if (P > 0.5 * C) sheet.caution('caution', 'life-outside-range', {}, short(P / C))
  sheet.step(
    'L10',
    'basic rating life',
    p === 3 ? '(C/P)³' : '(C/P)^(10/3)',
    `(${short(C)} / ${short(P)})^${p === 3 ? '3' : '(10/3)'}`,
    ratingLifeMrev,
    'million rev',
    'ISO 281:2007 clause 5.3 / 7.3',
  )
  sheet.step(
    'L10h',
    'basic rating life in hours',
    '10^6 L10 / (60 n)',
    `10^6 · ${short(ratingLifeMrev)} / (60 · ${short(n)})`,
    ratingLifeH,
    'h',
    'ISO 281:2007',
  )
  if (a1 !== 1 || aIso !== 1)
    sheet.step(
      'Lnmh',
      'modified rating life',
      'a1 aISO L10h',
      `${short(a1)} · ${short(aIso)} · ${short(ratingLifeH)}`,
      modifiedLifeH,
      'h',
      'ISO 281:2007 clause 9',
    )
  return sheet.result({ ratingLifeMrev, ratingLifeH, modifiedLifeH })
}
