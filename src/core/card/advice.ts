import type { Bearing } from '../bearing/bearing.js'
import { speedLimitRpm } from '../catalogue/speed-limits.js'
import { FAMILY_LABEL } from '../bearing/families.js'
import { clearanceFrom } from '../fits/clearance-group.js'
import { CLEARANCE_GROUPS, groupMark, type ClearanceGroup } from '../bearing/clearance.js'
import { suitability, suits } from '../select/suitability.js'
import { amount, type Message } from '../words/message.js'
import type { CardAnswers } from './answers.js'
import type { Station } from '../procedure/rolling.js'
import type { DutyResult } from './stations/duty.js'

/** What this duty asks of the bearing beyond its size: clearance group, seals, kind. Taken, or left with a reason. */

export interface Advice extends Message {
  /** What is answered when it is taken; null where another bearing has to be looked for. */
  takes: { station: Station; name: string; value: string } | null
}

/** From so much of a difference between the rings the next group is wanted, and the one after it, K. Engineering practice. */
const WARM_K = { one: 15, two: 30 }
/** An inner ring that runs so hot takes clearance whatever the difference, °C. Engineering practice. */
const HOT_C = 85
/** Sealed bearings are greased for life up to here, °C. Engineering practice. */
const SEAL_HOT_C = 100

function ofClearance(answers: CardAnswers, row: Bearing, group: ClearanceGroup | null): Advice[] {
  if (clearanceFrom(row) !== 'table') return []
  const { innerRingC, outerRingC, shock } = answers.duty
  const warmer = innerRingC !== null && outerRingC !== null ? innerRingC - outerRingC : 0
  const [wanted, code, params] =
    warmer >= WARM_K.two
      ? (['4', 'advise-group-warm', { by: amount(warmer, 'rise') }] as const)
      : warmer >= WARM_K.one
        ? (['3', 'advise-group-warm', { by: amount(warmer, 'rise') }] as const)
        : (innerRingC ?? 0) >= HOT_C
          ? (['3', 'advise-group-hot', { at: amount(innerRingC!, 'temperature') }] as const)
          : shock === 'heavy'
            ? (['3', 'advise-group-shock', {}] as const)
            : ([null, '', {}] as const)
  const has = answers.fit.group ?? group
  if (!wanted || (has && CLEARANCE_GROUPS.indexOf(has) >= CLEARANCE_GROUPS.indexOf(wanted))) return []
  return [{ code, params: { ...params, group: groupMark(wanted) }, takes: { station: 'fit', name: 'group', value: wanted } }]
}

function ofClosure({ duty }: CardAnswers, row: Bearing): Advice[] {
  const dirty = duty.dirt === 'dirty' || duty.dirt === 'wet'
  if (!dirty || !row.closures.includes('contact-seals')) return []
  const hot = Math.max(duty.innerRingC ?? 0, duty.outerRingC ?? 0)
  if ((duty.speedRpm ?? 0) > speedLimitRpm(row, 'grease', 'contact-seals'))
    return [{ code: 'advise-seal-fast', params: { speed: amount(duty.speedRpm!, 'speed') }, takes: null }]
  if (hot > SEAL_HOT_C) return [{ code: 'advise-seal-hot', params: { at: amount(hot, 'temperature') }, takes: null }]
  return [{ code: 'advise-seal', takes: null }]
}

function ofKind(answers: CardAnswers, row: Bearing, duty: DutyResult): Advice[] {
  const { speedRpm, shock, dirt } = answers.duty
  if (!speedRpm || !shock || duty.radialN === null || duty.axialN === null) return []
  const asked = {
    ...{ radialN: duty.radialN, axialN: duty.axialN, speedRpm, shock, boreMm: row.boreMm, outsideMm: row.outsideMm },
    ...{ tiltDeg: duty.slopeArcmin ? duty.slopeArcmin / 60 : null, mustFloat: answers.arrange.held === false, wet: dirt === 'wet' },
  }
  const own = suits(row.family, asked)
  if (own.verdict !== 'not') return []
  // The fitting ones stand first.
  const better = suitability(asked)
    .filter((k) => k.verdict !== 'not')
    .slice(0, 2)
  if (!better.length) return []
  return [
    { code: 'advise-kind', params: { why: own.reasons[0]!, kinds: better.map((k) => FAMILY_LABEL[k.family]).join(' or ') }, takes: null },
  ]
}

/**
 * Advice on clearance group, seals and kind of a bearing under its duty, nothing where nothing speaks for a change. Temperatures °C,
 * loads N. Source: engineering practice.
 */
export function adviceOn(answers: CardAnswers, row: Bearing | null, group: ClearanceGroup | null, duty: DutyResult): Advice[] {
  return row ? [...ofKind(answers, row, duty), ...ofClearance(answers, row, group), ...ofClosure(answers, row)] : []
}
