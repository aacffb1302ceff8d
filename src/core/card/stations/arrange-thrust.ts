import { formOf } from '../../bearing/construction-forms.js'
import { keyOf, type LineAnswers } from '../answers.js'
import type { StationCaution } from '../station.js'
import { amount } from '../../words/message.js'
import type { LineDuty } from '../loads-of-line.js'
import type { ArrangeResult, ThrustPath } from './arrange.js'
import type { Support } from './arrange-holding.js'

/** Where the thrust of a line leaves the shaft, and whether what stands there takes it. */

/** Where thrust leaves the shaft, N: as typed at each support, else that of all that sits on the line. Source: engineering practice. */
function paths(answers: LineAnswers, arrange: ArrangeResult, supports: readonly Support[], duty: LineDuty): ThrustPath[] {
  return supports.flatMap((s): ThrustPath[] => {
    const typed = (answers[keyOf(s.code, 'duty', 'axialLoadN')] ?? null) as number | null
    const thrustN = typed ?? duty.supports[s.code]?.axialN ?? 0
    if (thrustN <= 0) return []
    const rows = s.rows.filter((row) => row !== null)
    const through = rows.length > 0 && rows.length === s.rows.length && rows.every((row) => formOf(row).thrust === 0)
    const free = arrange.holding === 'one' && arrange.sliding.includes(s.code)
    const toRight = typed === null && duty.loads ? duty.loads.thrustN > 0 : null
    return [{ to: s.code, thrustN, toRight, fault: through ? 'thrust-through' : free ? 'thrust-free' : null }]
  })
}

/** An arrangement with where its thrust leaves the shaft, N; it is marked and stopped where nothing takes it. Source: engineering practice. */
export function withThrust(arrange: ArrangeResult, answers: LineAnswers, supports: readonly Support[], duty: LineDuty): ArrangeResult {
  const thrust = paths(answers, arrange, supports, duty)
  const wrong = thrust.filter((p) => p.fault)
  const cautions = wrong.map((path): StationCaution => {
    const { name, rows } = supports.find((s) => s.code === path.to)!
    const params = { where: name, thrust: amount(path.thrustN, 'force', 1), designation: rows[0]?.designation ?? 'what stands there' }
    return { station: 'arrange', level: 'stop', code: `${path.fault}-${path.to}`, params }
  })
  return {
    ...arrange,
    thrust,
    cautions: [...arrange.cautions, ...cautions],
    ...(wrong.length > 0 && arrange.verdict.level !== 'stop' && { verdict: { word: 'thrust not taken', level: 'stop' as const } }),
  }
}
