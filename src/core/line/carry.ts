import { usualNames, type DraftBearing, type DraftPosition, type LineDraft } from './draft.js'

/**
 * A line that was typed anew laid over the one that stands: what is still the same bearing in the same order keeps its code,
 * its own name, its seats as measured and what words do not say. Words say where things stand to each other; without anything
 * left of the first support the line stays where it stood on its shaft.
 */
export function carryOver(before: LineDraft, typed: LineDraft): LineDraft {
  const partner = pairUp(before.positions, typed.positions)
  const usualBefore = usualNames(before)
  const usual = usualNames(typed)
  const anchored = typed.components.some((c) => c.slot === 0 && c.alongMm !== null)
  const shift = anchored ? 0 : (before.positions[0]?.alongMm ?? 0) - (typed.positions[0]?.alongMm ?? 0)
  return {
    ...typed,
    components: typed.components.map((c) => (c.alongMm === null ? c : { ...c, alongMm: c.alongMm + shift })),
    positions: typed.positions.map((p, i): DraftPosition => {
      const at = partner[i]
      const own = at === null || at === undefined ? null : before.positions[at]!
      const alongMm = p.alongMm + shift
      if (!own) return { ...p, alongMm }
      const kept = p.name === usual[i] && own.name !== usualBefore[at!] && !/:/.test(own.name) ? own.name : p.name
      return { ...p, code: own.code, name: kept, alongMm, bearings: p.bearings.map((b, n) => carryBearing(own.bearings[n], b)) }
    }),
  }
}

function carryBearing(before: DraftBearing | undefined, typed: DraftBearing): DraftBearing {
  if (!before) return typed
  const { measuredMm, measurings } = before.shaftSeat
  const { block: _block, standsIn: _standsIn, ...housing } = before.housingSeat
  const { block, standsIn } = typed.housingSeat
  const sameSeat = before.shaftSeat.kind === typed.shaftSeat.kind
  return {
    ...typed,
    places: before.places.slice(0, typed.count),
    housingSeat: { ...housing, ...(block && { block }), ...(standsIn && { standsIn }) },
    shaftSeat: sameSeat && measuredMm ? { ...typed.shaftSeat, measuredMm, ...(measurings && { measurings }) } : typed.shaftSeat,
    since: typed.since ?? (before.designation === typed.designation ? before.since : null),
  }
}

const says = (p: DraftPosition) => p.bearings.map((b) => `${b.count}×${b.designation}`).join('+')

/** For each typed support the one before that it is: in order, the same bearings first; what lies between goes by its turn. */
function pairUp(before: readonly DraftPosition[], typed: readonly DraftPosition[]): (number | null)[] {
  if (before.length === typed.length) return typed.map((_, i) => i)
  const longest = before.map(() => typed.map(() => 0))
  const at = (i: number, j: number) => longest[i]?.[j] ?? 0
  for (let i = before.length - 1; i >= 0; i -= 1)
    for (let j = typed.length - 1; j >= 0; j -= 1)
      longest[i]![j] = says(before[i]!) === says(typed[j]!) ? 1 + at(i + 1, j + 1) : Math.max(at(i + 1, j), at(i, j + 1))
  const partner: (number | null)[] = typed.map(() => null)
  for (let i = 0, j = 0; i < before.length && j < typed.length;)
    if (says(before[i]!) === says(typed[j]!)) partner[j++] = i++
    else if (at(i + 1, j) >= at(i, j + 1)) i += 1
    else j += 1
  return partner
}
