/** Limits that a page knows without the schemas that hold to them. */

/** Commands in one call at most; a device sends the rest behind them. */
export const MOST_COMMANDS = 100
