import { Derivation, InputError, inRange, short, type Result } from '../result.js'

/** Lives put together: of one bearing under many loads, of many bearings in one machine, of many machines of one kind. */

export type RollingElement = 'ball' | 'roller'
/** Weibull slope of the lives of a lot. ISO 281:2007. */
export const SLOPE: Readonly<Record<RollingElement, number>> = { ball: 10 / 9, roller: 9 / 8 }
const exponentOf = (element: RollingElement) => (element === 'ball' ? 3 : 10 / 3)

export interface SpectrumStep {
  /** Share of the time, 0 to 1. */
  timeShare: number
  speedRpm: number
  equivalentLoadN: number
  aIso?: number
}

/** Shares may miss 1 by this much, as they are rounded where they are written down. */
const SHARE_SLACK = 0.001

/**
 * Life under a spectrum in hours, 1/Σ(φ/L), with the share of the damage that each step does. A step without load or standing
 * still does none. Range: shares 0 to 1 that add up to 1 within 0.001, loads and speeds from 0, aISO above 0 to 50.
 * Source: ISO 281:2007 with linear damage (Palmgren–Miner). @throws InputError outside, and where no step does any damage.
 */
export function spectrumLife(input: {
  rollingElement: RollingElement
  dynamicRatingN: number
  steps: readonly SpectrumStep[]
}): Result<{ ratingLifeH: number; meanSpeedRpm: number; damageShares: number[] }> {
  const C = inRange('dynamicRatingN', input.dynamicRatingN, 0, 1e9, 'N', true)
  if (!input.steps.length) throw new InputError('steps', 0, 'at least one step')
  const p = exponentOf(input.rollingElement)
  const damage = input.steps.map((s, i) => {
    inRange(`steps.${i}.timeShare`, s.timeShare, 0, 1)
    inRange(`steps.${i}.speedRpm`, s.speedRpm, 0, 1e6, 'r/min')
    inRange(`steps.${i}.equivalentLoadN`, s.equivalentLoadN, 0, 1e9, 'N')
    const aIso = inRange(`steps.${i}.aIso`, s.aIso ?? 1, 0, 50, '', true)
    return (s.timeShare * 60 * s.speedRpm * (s.equivalentLoadN / C) ** p) / (1e6 * aIso)
  })
  const shares = input.steps.reduce((sum, s) => sum + s.timeShare, 0)
  if (Math.abs(shares - 1) > SHARE_SLACK) throw new InputError('steps', short(shares), 'time shares that add up to 1')
  const total = damage.reduce((sum, d) => sum + d, 0)
  if (total === 0) throw new InputError('steps', 0, 'at least one step that turns under load')
  const ratingLifeH = 1 / total
  const meanSpeedRpm = input.steps.reduce((sum, s) => sum + s.timeShare * s.speedRpm, 0)
  const sheet = new Derivation()
  if (input.steps.some((s) => s.equivalentLoadN > 0.5 * C)) sheet.caution('caution', 'life-outside-range')
  sheet.step('nm', 'mean speed', 'Σ φ n', `${input.steps.length} steps`, meanSpeedRpm, 'r/min', 'linear damage')
  sheet.step('Lh', 'life under the spectrum', '1 / Σ (φ / L)', `${input.steps.length} steps`, ratingLifeH, 'h', 'Palmgren–Miner')
  return sheet.result({ ratingLifeH, meanSpeedRpm, damageShares: damage.map((d) => d / total) })
}

export interface MemberLife {
  rollingElement: RollingElement
  ratingLifeH: number
}

/**
 * Hours at which 90 of 100 machines have had no failure of any of their bearings: Σ (t/L)^slope = 1. Range: lives above 0 h,
 * 1 to 200 bearings. Source: ISO 281:2007 (Weibull slopes 10/9 and 9/8), product of the survivals. @throws InputError outside.
 */
export function systemLife(input: { bearings: readonly MemberLife[] }): Result<{ systemLifeH: number }> {
  inRange('bearings', input.bearings.length, 1, 200)
  const lives = input.bearings.map((b, i) => ({
    L: inRange(`bearings.${i}.ratingLifeH`, b.ratingLifeH, 0, 1e15, 'h', true),
    w: SLOPE[b.rollingElement],
  }))
  const spent = (t: number) => lives.reduce((sum, { L, w }) => sum + (t / L) ** w, 0)
  let [low, high] = [0, Math.min(...lives.map((b) => b.L))]
  for (let i = 0; i < 200 && high - low > 1e-13 * high; i++) {
    const middle = (low + high) / 2
    if (spent(middle) < 1) low = middle
    else high = middle
  }
  const systemLifeH = lives.length === 1 ? lives[0]!.L : (low + high) / 2
  const sheet = new Derivation()
  sheet.step(
    'Lsys',
    'life of the line',
    'Σ (t/L)^w = 1',
    lives.map((b) => short(b.L)).join(', '),
    systemLifeH,
    'h',
    'product of the survivals; slope 10/9 balls, 9/8 rollers',
  )
  return sheet.result({ systemLifeH })
}

/**
 * Share of a lot that has failed after some hours, 0 to 1, and the hours that half of it reaches. Range: life above 0 h, hours
 * from 0. Source: ISO 281:2007, Weibull with slope 10/9 (balls) and 9/8 (rollers). @throws InputError outside.
 */
export function survival(input: {
  rollingElement: RollingElement
  ratingLifeH: number
  hours: number
}): Result<{ failedShare: number; medianH: number }> {
  const L = inRange('ratingLifeH', input.ratingLifeH, 0, 1e15, 'h', true)
  const t = inRange('hours', input.hours, 0, 1e15, 'h')
  const w = SLOPE[input.rollingElement]
  const failedShare = -Math.expm1(Math.log(0.9) * (t / L) ** w)
  const medianH = L * (Math.LN2 / -Math.log(0.9)) ** (1 / w)
  const sheet = new Derivation()
  sheet.step(
    'F',
    'failed so far',
    '1 − 0.9^((t/L)^w)',
    `t ${short(t)}, L ${short(L)}, w ${short(w)}`,
    failedShare,
    '',
    'Weibull; ISO 281:2007',
  )
  sheet.step('L50', 'reached by half of them', 'L (ln 2 / −ln 0.9)^(1/w)', `L ${short(L)}`, medianH, 'h', 'Weibull; ISO 281:2007')
  return sheet.result({ failedShare, medianH })
}
