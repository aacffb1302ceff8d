/** Work: what is to be done in the plant or was, whatever it is written on. Source: engineering practice. */

export const WORK_KINDS = ['card', 'round', 'visit', 'inspection', 'errand'] as const
export type WorkKind = (typeof WORK_KINDS)[number]
export const WORK_KIND_LABEL: Record<WorkKind, string> = {
  card: 'job card',
  round: 'greasing round',
  visit: 'visit check',
  inspection: 'inspection',
  errand: 'errand',
}

/** What it came of: somebody said so, a greasing that was skipped, something that was seen and flagged, a wish on a card. */
export const WORK_ORIGINS = ['person', 'skip', 'flag', 'wish'] as const
export type WorkOrigin = (typeof WORK_ORIGINS)[number]
export const WORK_ORIGIN_LABEL: Record<WorkOrigin, string> = {
  person: 'asked for',
  skip: 'a greasing was skipped',
  flag: 'seen and flagged',
  wish: 'a wish',
}

export const WORK_STATES = ['wanted', 'open', 'done', 'dropped'] as const
export type WorkState = (typeof WORK_STATES)[number]

/** Ends that somebody gives it by hand; a card ends its own. */
export const WORK_ENDS = ['done', 'dropped'] as const

/** How much later than its window it is, whole days; null while it is not late or has none. */
export function lateDays(wantedTo: string | null, today: string): number | null {
  if (!wantedTo || wantedTo >= today) return null
  return Math.round((Date.parse(today) - Date.parse(wantedTo)) / 86_400_000)
}
