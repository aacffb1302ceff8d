/**
 * How days and times read, everywhere: on a page by the clock of the device, on paper (`UTC`) by that of Greenwich. Must know
 * nothing of what they are days of.
 */

type Zone = 'UTC'
const written =
  (parts: Intl.DateTimeFormatOptions) =>
  (at: string | Date, timeZone?: Zone): string =>
    new Date(at).toLocaleString('en-GB', { ...parts, timeZone })

/** `24 Nov 2026` */
export const dayOf = written({ day: 'numeric', month: 'short', year: 'numeric' })
/** `24 Nov`, where the year stands beside it or is this one. */
export const shortDayOf = written({ day: 'numeric', month: 'short' })
/** `09:30` */
export const timeOf = written({ hour: '2-digit', minute: '2-digit' })

/** `24 Nov 2026 09:30` */
export const momentOf = (at: string | Date, zone?: Zone): string => `${dayOf(at, zone)} ${timeOf(at, zone)}`
/** `24 Nov 09:30` */
export const shortMomentOf = (at: string | Date, zone?: Zone): string => `${shortDayOf(at, zone)} ${timeOf(at, zone)}`

/** The day at Greenwich as records and files have it, `2026-11-24`. */
export const isoDay = (at: Date): string => at.toISOString().slice(0, 10)
