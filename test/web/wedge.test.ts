import { expect } from 'chai'
import { readSent, wedge } from '../../src/web/devices/wedge.js'

/** Feeds keys so many ms apart from a time on; what came out of them. */
function typed(feed: ReturnType<typeof wedge>, keys: readonly string[], apartMs: number, fromMs = 1000): (string | null)[] {
  return keys.map((key, i) => feed(key, fromMs + i * apartMs)).filter((sent) => sent !== null)
}

describe('a gauge that types', () => {
  it('is told from a hand by its speed, and only with Enter behind it', () => {
    expect(typed(wedge(), [...'12.345', 'Enter'], 5)).to.deep.equal(['12.345'])
    expect(typed(wedge(), [...'12.345', 'Tab'], 12)).to.deep.equal(['12.345'])
    expect(typed(wedge(), [...'12.345', 'Enter'], 120), 'a hand').to.deep.equal([])
    expect(typed(wedge(), [...'12.345'], 5), 'no end').to.deep.equal([])
    expect(typed(wedge(), ['1', 'Enter'], 5), 'too short to be a reading').to.deep.equal([])
  })
  it('a hand before it and behind it is no part of its reading', () => {
    const feed = wedge()
    typed(feed, [...'ab'], 200, 0)
    expect(typed(feed, [...'60.012', 'Enter'], 4, 5000)).to.deep.equal(['60.012'])
    expect(feed('Enter', 9000)).to.equal(null)
    expect(typed(feed, [...'60.013', 'Enter'], 4, 10_000)).to.deep.equal(['60.013'])
  })
  it('pulled out in the middle, or a clock that jumps back: nothing is taken, and the next reading comes through', () => {
    const feed = wedge()
    typed(feed, [...'60.0'], 4, 1000)
    expect(typed(feed, [...'60.020', 'Enter'], 4, 3000)).to.deep.equal(['60.020'])
    typed(feed, [...'60.0'], 4, 9000)
    expect(typed(feed, [...'60.030', 'Enter'], 4, 100)).to.deep.equal(['60.030'])
  })
  it('two gauges one behind the other are two readings', () => {
    const feed = wedge()
    expect(typed(feed, [...'60.01', 'Enter', ...'60.02', 'Enter'], 3)).to.deep.equal(['60.01', '60.02'])
  })
  // prettier-ignore
  for (const [sent, system, value] of [
    ['60.012', 'metric', 60.012], ['+60.012', 'metric', 60.012], ['- 0.004', 'metric', -0.004], ['A:60.012', 'metric', 60.012], ['60.012 mm', 'metric', 60.012],
    ['2.3627', 'inch', 60.0126], ['2.3627 in', 'metric', 60.0126], ['60,012', 'metric', 60.012],
  ] as const)
    it(`"${sent}" is a size, ${system}`, () => {
      const read = readSent(sent, 'length', system)
      expect(read.ok && read.value).to.be.closeTo(value, 1e-4)
    })
  for (const sent of ['ERR', '----', 'OFL mm', '12 °C', '60.0 60.1'])
    it(`"${sent}" is refused in its own words`, () => {
      const read = readSent(sent, 'length', 'metric')
      expect(read.ok ? '' : read.message)
        .to.contain(`"${sent}"`)
        .and.contain('nothing was taken')
    })
})
