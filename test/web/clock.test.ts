import { expect } from 'chai'
import { hearTime, serverNow } from '../../src/web/clock.js'

describe('the time of the server in the browser', () => {
  const AT = '2026-03-01T08:00:00.000Z'
  it('counts on from the last answer, and a clock of the device that jumps changes nothing', async () => {
    hearTime(AT)
    const real = Date.now
    try {
      Date.now = () => 0
      expect(serverNow() - Date.parse(AT)).to.be.within(0, 200)
      const before = serverNow()
      await new Promise((done) => setTimeout(done, 30))
      expect(serverNow() - before).to.be.within(20, 500)
    } finally {
      Date.now = real
    }
  })
  it('an answer without a time, or with one that is none, changes nothing', () => {
    hearTime(AT)
    hearTime(null)
    hearTime('soon')
    expect(serverNow() - Date.parse(AT)).to.be.within(0, 200)
  })
})
