import { expect } from 'chai'
import { dayOrderIn, readDate, type DayOrder } from '../../src/contract/dates.js'

describe('dates as lists have them', () => {
  // text, order that the file tells, what it is; null where it is refused
  const READ: readonly (readonly [string, DayOrder, string | null])[] = [
    ['2026-11-25', null, '2026-11-25'],
    ['2026-11-25T08:30:00Z', null, '2026-11-25'],
    ['25.11.2026', null, '2026-11-25'],
    ['5.4.2026', null, '2026-04-05'],
    ['25/11/2026', null, '2026-11-25'],
    ['11/25/2026', null, '2026-11-25'],
    ['5/4/2026', null, null],
    ['5/5/2026', null, '2026-05-05'],
    ['5/4/2026', 'day-first', '2026-04-05'],
    ['5/4/2026', 'month-first', '2026-05-04'],
    ['5/4/2026 07:15', 'day-first', '2026-04-05'],
    ['5 Apr 2026', null, '2026-04-05'],
    ['5-Apr-2026', null, '2026-04-05'],
    ['April 5, 2026', null, '2026-04-05'],
    ['20260405', null, '2026-04-05'],
    ['29.2.2024', null, '2024-02-29'],
    ['29.2.2026', null, null],
    ['5/4/26', 'day-first', null],
    ['31/31/2026', null, null],
    ['1.1.0026', null, null],
    ['last spring', null, null],
    ['', null, null],
  ]
  for (const [text, order, date] of READ)
    it(`"${text}"${order ? `, ${order}` : ''}: ${date ?? 'refused'}`, () => {
      const read = readDate(text, order)
      expect('date' in read ? read.date : null).to.equal(date)
    })
  it('what can be read two ways is told with both', () => {
    expect(readDate('5/4/2026', null)).to.deep.equal({ error: '"5/4/2026" can be read two ways: write 2026-04-05 or 2026-05-04' })
  })
  const ORDERS: readonly (readonly [string, DayOrder])[] = [
    ['1/2/2026 and 25/11/2026', 'day-first'],
    ['1/2/2026 and 11/25/2026', 'month-first'],
    ['25/11/2026 and 11/25/2026', null],
    ['1/2/2026', null],
    ['1.2.2026', null],
  ]
  for (const [text, order] of ORDERS)
    it(`a file with ${text} is ${order ?? 'silent'}`, () => {
      expect(dayOrderIn(text)).to.equal(order)
    })
})
