import { expect } from 'chai'
import { catalogue, type Bearing } from '../../src/core/catalogue/catalogue.js'
import { INSTRUMENTS, identify, type Instrument } from '../../src/core/identify/identify.js'

/** A repeatable source of normal errors. */
function noise(seed: number): () => number {
  let state = seed
  const uniform = () => (state = (state * 48271) % 2147483647) / 2147483647
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
}

/** Four readings of a used ring: the bore opens, the outside shrinks, both by up to `wearMm`. */
function measured(row: Bearing, instrument: Instrument, wearMm: number, error: () => number) {
  const read = (size: number) => Array.from({ length: 4 }, () => size + error() * INSTRUMENTS[instrument] * 0.5)
  return { boreMm: read(row.boreMm + wearMm), outsideMm: read(row.outsideMm - wearMm), widthMm: read(row.widthMm - 0.05) }
}

/** How often the row is among the first three when its readings are noisy. */
function share(instrument: Instrument, wearMm: number): number {
  const error = noise(7)
  const hits = catalogue().filter((row) => {
    const { candidates } = identify({ readings: measured(row, instrument, wearMm, error), instrument, family: row.family }).values
    return candidates.slice(0, 3).some((c) => c.designation === row.designation)
  })
  return hits.length / catalogue().length
}

describe('identification of used rings', () => {
  for (const [instrument, wearMm] of [
    ['vernier', 0],
    ['vernier', 0.05],
    ['vernier', 0.1],
    ['vernier', 0.15],
    ['micrometer', 0.05],
    ['micrometer', 0.15],
    ['rule', 0],
  ] as [Instrument, number][]) {
    it(`${instrument}, ${wearMm} mm worn: in the first three at least 95 times of 100`, () => {
      expect(share(instrument, wearMm)).to.be.at.least(0.95)
    })
  }

  it('shares certainty out: probabilities never pass one', () => {
    for (const row of catalogue()) {
      const { candidates } = identify({ readings: { boreMm: [row.boreMm] }, instrument: 'vernier' }).values
      const sum = candidates.reduce((total, c) => total + c.probability, 0)
      expect(sum, row.designation).to.be.within(0.5, 1 + 1e-9)
    }
  })

  it('is surer with more readings and a finer instrument', () => {
    const readings = (n: number) => ({ boreMm: Array(n).fill(40.02), outsideMm: Array(n).fill(79.97), widthMm: Array(n).fill(17.96) })
    const sure = (n: number, instrument: Instrument) =>
      identify({ readings: readings(n), instrument, family: 'deep-groove-ball' }).values.candidates[0]!.probability
    expect(sure(4, 'rule')).to.be.at.least(sure(1, 'rule'))
    expect(sure(1, 'vernier')).to.be.at.least(sure(1, 'rule'))
  })

  it('says what the spread means and counts what was read', () => {
    const result = identify({ readings: { boreMm: [40.0, 40.4], outsideMm: [79.98] }, instrument: 'vernier' })
    expect(result.cautions.map((c) => c.code)).to.include('spread-boreMm')
    expect(result.values.estimates.map((e) => e.count)).to.deep.equal([2, 1])
    expect(result.assumptions.join()).to.contain('Only one outside diameter reading')
  })
})
