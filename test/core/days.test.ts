import { expect } from 'chai'
import { dayOf, isoDay, momentOf, shortDayOf, shortMomentOf, timeOf } from '../../src/contract/days.js'

describe('days and times as they read', () => {
  const at = '2026-11-04T09:05:00Z'
  // prettier-ignore
  const ROWS: [string, string, string][] = [
    ['a day', dayOf(at, 'UTC'), '4 Nov 2026'], ['a day of this year', shortDayOf(at, 'UTC'), '4 Nov'], ['a time', timeOf(at, 'UTC'), '09:05'],
    ['a moment', momentOf(new Date(at), 'UTC'), '4 Nov 2026 09:05'], ['a moment of this year', shortMomentOf(at, 'UTC'), '4 Nov 09:05'],
    ['the last minute of a day', momentOf('2026-12-31T23:59:59Z', 'UTC'), '31 Dec 2026 23:59'], ['as records have it', isoDay(new Date(at)), '2026-11-04'],
  ]
  for (const [what, got, wanted] of ROWS) it(what, () => expect(got).to.equal(wanted))
})
