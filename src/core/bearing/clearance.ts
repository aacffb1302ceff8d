/** Groups of internal clearance, the narrowest first. Source: ISO 5753-1. */
export const CLEARANCE_GROUPS = ['2', 'N', '3', '4', '5'] as const
export type ClearanceGroup = (typeof CLEARANCE_GROUPS)[number]

/** How a group is written on a bearing. Source: ISO 5753-1. */
export function groupMark(group: ClearanceGroup): string {
  return `C${group}`
}
