import type { Scope } from './answers.js'
import type { PlaceRecord } from './context.js'
import { valueWords } from '../identify/letters.js'
import type { IdentifyResult } from './stations/identify.js'

/** A set must be whole and alike: what is missing is asked, what differs stops. */
export function judgeSet(
  set: readonly PlaceRecord[],
  places: Readonly<Record<Scope, { identify: Pick<IdentifyResult, 'questions' | 'cautions' | 'row' | 'pairing'> }>>,
): void {
  if (set.length < 2) return
  const first = places[set[0]!.code]?.identify
  if (!first) return
  const missing = set.filter((p) => !places[p.code])
  if (missing.length)
    first.questions.push({
      code: 'set-incomplete',
      station: 'identify',
      params: { all: set.length, worked: set.length - missing.length },
    })
  const { arrangement } = set[0]!.set!
  for (const { code } of set) {
    const own = places[code]?.identify
    if (own?.row && own.pairing && own.pairing !== 'any' && own.pairing !== arrangement)
      own.cautions.push({
        level: 'stop',
        code: 'pair-faces-otherwise',
        station: 'identify',
        params: { designation: own.row.designation, letters: valueWords('pairing', own.pairing), arrangement },
      })
  }
  const rows = set.flatMap((p) => places[p.code]?.identify.row ?? [])
  const names = [...new Set(rows.map((r) => r.designation))]
  if (names.length > 1)
    first.cautions.push({
      level: 'stop',
      code: 'set-differs',
      station: 'identify',
      params: { names: names.join(' and ') },
    })
}
