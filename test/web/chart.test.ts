import { expect } from 'chai'
import fc from 'fast-check'
import { decadeAxis, roundAxis, roundsBetween } from '../../src/web/figures/chart.js'

/** Steps of an axis are 1, 2 or 5 of a decade. */
const isRound = (step: number) => {
  const of = 10 ** Math.floor(Math.log10(step) + 1e-9)
  return [1, 2, 5, 10].some((r) => Math.abs(step / of - r) < 1e-6)
}

describe('axes of charts', () => {
  // [values, most, min, max, steps, decimals]
  // prettier-ignore
  const rows: [number[], number, number, number, number, number][] = [
    [[18, 74], 6, 0, 80, 4, 0],
    [[18, 74], 8, 10, 80, 7, 0],
    [[2.13, 2.76], 6, 2, 2.8, 4, 1],
    [[-12, 31], 8, -20, 40, 6, 0],
    [[0, 17.2], 4, 0, 20, 4, 0],
    [[5, 5], 6, 5, 6, 1, 0], [[0, 0], 6, 0, 0.2, 1, 1],
    [[0.0121, 0.0338], 6, 0.01, 0.035, 5, 3],
  ]
  for (const [values, most, ...wanted] of rows)
    it(`${values.join(' to ')} in ${most}: ${wanted.join(', ')}`, () => {
      const a = roundAxis(values, most)
      expect([a.min, a.max, a.tickAmount, a.decimals]).to.deep.equal(wanted)
    })
  it('every axis holds its values in round steps, and no more of them than asked for', () => {
    const number = fc.double({ min: -1e6, max: 1e6, noNaN: true })
    fc.assert(
      fc.property(fc.array(number, { minLength: 2, maxLength: 6 }), fc.integer({ min: 3, max: 9 }), (values, most) => {
        const { min, max, tickAmount } = roundAxis(values, most)
        const reach = Math.max(...values.map(Math.abs), 1)
        return (
          min <= Math.min(...values) + 1e-6 * reach &&
          max >= Math.max(...values) - 1e-6 * reach &&
          tickAmount <= most &&
          isRound((max - min) / tickAmount)
        )
      }),
    )
  })
  it('between two numbers lie the round ones, decade by decade', () => {
    expect(roundsBetween(0.7, 12)).to.deep.equal([1, 2, 5, 10])
    expect(roundsBetween(500, 500)).to.deep.equal([500])
    expect(roundsBetween(690, 11_000)).to.deep.equal([1000, 2000, 5000, 10_000])
  })
  it('lives stand between whole powers of ten', () => {
    expect(decadeAxis([4300, 78_000])).to.deep.equal({ min: 3, max: 5, tickAmount: 2 })
    expect(decadeAxis([1000, 1000])).to.deep.equal({ min: 3, max: 4, tickAmount: 1 })
  })
})
