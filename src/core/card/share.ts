import type { Bearing } from '../bearing/bearing.js'
import { movesInside } from '../bearing/construction-forms.js'
import { isThrust } from '../bearing/families.js'
import { keyOf, type LineAnswers, type Scope } from './answers.js'
import { leadOf, setOf, type LineContext } from './context.js'
import type { DutyResult } from './stations/duty.js'
import type { Takes } from './takes.js'

/** How bearings that stand side by side at one support share its load: what each can bear, unless somebody says otherwise. Engineering practice. */

/** A bearing or set of a support. */
export interface Neighbour {
  lead: Scope
  row: Bearing | null
  count: number
  /** As somebody said; null: by its kind. */
  said: Takes | null
}

export interface Share {
  takes: Takes
  /** Share of the load across the shaft and of the thrust that it takes, 0 to 1. */
  across: number
  thrust: number
  /** Designation of the one that takes the thrust in its place; null where none does. */
  instead: string | null
}

/** By its kind: a thrust bearing beside others takes the thrust, and what moves inside or has one beside it none. */
function byKind({ row }: Neighbour, others: readonly Neighbour[]): Takes {
  if (!row) return 'all'
  if (isThrust(row.family)) return others.some((o) => o.row && !isThrust(o.row.family)) ? 'thrust' : 'all'
  const holds = others.some((o) => o.row && (isThrust(o.row.family) || (movesInside(row) && !movesInside(o.row))))
  return holds ? 'across' : 'all'
}

/** By so much the hardest pressed of several alike is over its even part: their play and seats are never the same. Engineering practice. */
const UNEVEN = 1.2

/** What counts as alike: the same ring so many times. */
const like = (a: Neighbour, b: Neighbour) => a.row !== null && a.row.designation === b.row?.designation && a.count === b.count

/**
 * What each bearing of a support takes of its load, as shares from 0 to 1: thrust goes to the thrust bearing, nothing along the shaft to what moves
 * inside. Alike ones share what goes across, the one that carries most with a fifth over its even part; thrust only a matched set would share, so
 * that each is counted with all of it, as are unlike ones with all that they can take: play and seats decide who carries. Source: engineering
 * practice.
 */
export function sharesOf(neighbours: readonly Neighbour[]): Map<Scope, Share> {
  const taken = neighbours.map((own) => ({
    own,
    takes:
      own.said ??
      byKind(
        own,
        neighbours.filter((o) => o !== own),
      ),
  }))
  const alike = (own: Neighbour) => taken.filter((t) => t.takes !== 'thrust' && like(t.own, own)).length
  return new Map(
    taken.map(({ own, takes }) => {
      const thrusts = taken.find((t) => t.own !== own && t.takes !== 'across')?.own.row?.designation ?? null
      return [
        own.lead,
        {
          takes,
          across: takes === 'thrust' ? 0 : Math.min(1, UNEVEN / Math.max(1, alike(own))),
          thrust: takes === 'across' ? 0 : 1,
          instead: takes === 'across' ? thrusts : null,
        },
      ]
    }),
  )
}

/** What each bearing of a support of the line takes, by its first place. `rowAt` is what goes in there. Source: as `sharesOf`. */
export function sharesAt(
  answers: LineAnswers,
  context: Pick<LineContext, 'positions'>,
  code: Scope,
  rowAt: (place: Scope) => Bearing | null,
): Map<Scope, Share> {
  const places = context.positions.find((p) => p.code === code)?.places ?? []
  const leads = [...new Set(places.map((x) => leadOf(context, x.code)))]
  const neighbours = leads.map((lead) => ({
    ...{ lead, row: rowAt(lead), count: setOf(context, lead).length },
    said: (answers[keyOf(lead, 'select', 'takes')] ?? null) as Takes | null,
  }))
  return leads.length > 1 ? sharesOf(neighbours) : new Map()
}

/** The loads of a support as one of its bearings takes them, N. Source: as `sharesOf`. */
export const withShare = <D extends Pick<DutyResult, 'radialN' | 'axialN'>>(duty: D, share: Share | undefined): D =>
  !share || (share.across === 1 && share.thrust === 1)
    ? duty
    : {
        ...duty,
        radialN: duty.radialN === null ? null : duty.radialN * share.across,
        axialN: duty.axialN === null ? null : duty.axialN * share.thrust,
      }
