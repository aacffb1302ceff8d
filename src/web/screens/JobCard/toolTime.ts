import type { ToolOffer } from '../../../core/mounting/tools.js'

/** How long a tool takes from fetching it, and what that costs in the plant's own money; empty where neither is listed. */
export function toolTime({ minutes, cost }: Pick<ToolOffer, 'minutes' | 'cost'>): string {
  return [minutes !== null && `${Math.round(minutes)} min`, cost !== null && `costs ${cost.toFixed(0)}`].filter(Boolean).join(', ')
}
