import { expect } from 'chai'
import fc from 'fast-check'
import { wasText } from '../../src/core/card/figure-text.js'
import { QUANTITIES, decimalsOf, format, parse, sensible, type Quantity, type UnitSystem } from '../../src/core/units/quantities.js'
import { amount, nominal, phrase } from '../../src/core/words/message.js'
import { say } from '../../src/core/words/say.js'

/** [typed, quantity, system, core value] */
const READ: [string, Quantity, UnitSystem, number][] = [
  ['60', 'length', 'metric', 60],
  ['2.3622 in', 'length', 'metric', 59.99988],
  ['2.3622', 'length', 'inch', 59.99988],
  ['5/16 in', 'length', 'metric', 7.9375],
  ['2 5/16"', 'length', 'metric', 58.7375],
  ['1.5 thou', 'fine', 'metric', 38.1],
  ['38.1', 'fine', 'metric', 38.1],
  ['0.0015 in', 'fine', 'inch', 38.1],
  ['40 µm', 'fine', 'inch', 40],
  ['203 °F', 'temperature', 'metric', 95],
  ['203F', 'temperature', 'metric', 95],
  ['-40 °F', 'temperature', 'metric', -40],
  ['95 °C', 'temperature', 'inch', 95],
  ['−25', 'temperature', 'metric', -25],
  ['9 °F', 'rise', 'metric', 5],
  ['4.2', 'force', 'metric', 4200],
  ['1 500 N', 'force', 'metric', 1500],
  ['1000 lbf', 'force', 'metric', 4448.2216],
  ['12,5', 'length', 'metric', 12.5],
  ['0.5 m', 'length', 'metric', 500],
  ['1470 rpm', 'speed', 'metric', 1470],
  ['16', 'hours', 'metric', 16],
  ['1450 psi', 'stress', 'metric', 9.9974],
  ['22 lb', 'mass', 'metric', 9.979032],
  ['20', 'grams', 'metric', 20],
  ['1 oz', 'grams', 'metric', 28.349523],
  ['0.7', 'grams', 'inch', 19.844666],
  ['0.1 in/s', 'velocity', 'metric', 2.54],
  ['2.8', 'velocity', 'metric', 2.8],
  ['90', 'minutes', 'metric', 90],
  ['1.5 h', 'minutes', 'metric', 90],
  ['40', 'percent', 'inch', 40],
]

/** What the last decimal shown is worth in core units, and a little for rounding. */
function shownStep(quantity: Quantity, system: UnitSystem): number {
  const last = 10 ** -decimalsOf(quantity, system)
  return Math.abs(parseOk(String(last), quantity, system) - parseOk('0', quantity, system)) * 0.5 + 1e-6
}

function parseOk(text: string, quantity: Quantity, system: UnitSystem): number {
  const parsed = parse(text, quantity, system)
  if (!parsed.ok) throw new Error(parsed.message)
  return parsed.value
}

describe('units at the edge', () => {
  for (const [typed, quantity, system, wanted] of READ) {
    it(`"${typed}" as ${quantity} (${system})`, () => {
      const parsed = parse(typed, quantity, system)
      expect(parsed.ok && parsed.value).to.be.closeTo(wanted, Math.abs(wanted) * 1e-6)
    })
  }
  for (const [typed, quantity] of [
    ['abc', 'length'],
    ['', 'length'],
    ['60 °C', 'length'],
    ['1/0 in', 'length'],
    ['12 12', 'length'],
    ['5 mm', 'temperature'],
    ['60 furlongs', 'length'],
    ['1e5', 'length'],
  ] as [string, Quantity][]) {
    it(`does not guess at "${typed}" as ${quantity}`, () => {
      expect(parse(typed, quantity, 'metric').ok).to.equal(false)
    })
  }
  it('reads back what it shows, in both systems', () => {
    const quantities = (Object.keys(QUANTITIES) as Quantity[]).filter((q) => q !== 'text' && q !== 'hours')
    fc.assert(
      fc.property(
        fc.constantFrom(...quantities),
        fc.constantFrom<UnitSystem>('metric', 'inch'),
        fc.double({ min: -250, max: 5000, noNaN: true }),
        (quantity, system, value) => {
          const parsed = parse(format(value, quantity, system), quantity, system)
          return parsed.ok && Math.abs(parsed.value - value) <= shownStep(quantity, system)
        },
      ),
    )
  })
  it('groups thousands, keeps true minus, and does not pretend to know a life to the hour', () => {
    expect(format(51435, 'hours', 'metric')).to.equal('51\u2009000')
    expect(format(16, 'hours', 'metric')).to.equal('16')
    expect(format(-0.004, 'length', 'metric')).to.equal('0.00')
    expect(format(-12, 'fine', 'metric')).to.equal('−12')
    expect(format(-5, 'temperature', 'inch')).to.equal('23')
    expect(format(-40, 'temperature', 'inch')).to.equal('−40')
    expect(sensible(51435, 'length')).to.equal(51435)
  })
  it('writes the quantities of a sentence in the reader’s units', () => {
    const sentence = phrase`Heat to ${amount(110, 'temperature')}, room ${amount(24.4, 'fine')}, bore ${amount(60, 'length', 0)}, life ${amount(51435, 'hours')}.`
    expect(say(sentence, 'metric')).to.equal('Heat to 110 °C, room 24 µm, bore 60 mm, life 51\u2009000 h.')
    expect(say(sentence, 'inch')).to.equal('Heat to 230 °F, room 0.96 thou, bore 2.3622 in, life 51\u2009000 h.')
    expect(say('a drop of −5 and {braces} stay', 'inch')).to.equal('a drop of −5 and {braces} stay')
    expect(say(amount(-78, 'temperature'), 'inch')).to.equal('−108 °F')
  })
  it('a nominal size keeps the decimals that it has, and what a figure was before reads in the units of whoever looks', () => {
    expect([40, 19.05, 45.237, 63.5].map((mm) => say(nominal(mm), 'metric'))).to.deep.equal(['40 mm', '19.05 mm', '45.237 mm', '63.5 mm'])
    expect(say(nominal(19.05), 'inch')).to.equal('0.7500 in')
    const was = (value: number | string | [number, number] | null, quantity: Quantity, units: UnitSystem) =>
      wasText({ before: '12.50', was: value }, { quantity }, units)
    expect(was(12_500, 'force', 'inch')).to.equal('2810 lbf')
    expect(was([-3, 24], 'fine', 'metric')).to.equal('−3 … 24 µm')
    expect(was([20, 60], 'temperature', 'inch')).to.equal('68 … 140 °F')
    expect(was('swept by the load', 'text', 'inch')).to.equal('swept by the load')
    expect(was(null, 'force', 'inch'), 'only how it read was kept').to.equal('12.50 in metric units')
  })
  it('a unit that does not fit is answered in the units of whoever typed it', () => {
    const wanted = (units: UnitSystem) => parse('12 kg', 'length', units)
    expect(wanted('metric')).to.deep.equal({ ok: false, message: '"kg" does not fit here; wanted mm.' })
    expect(wanted('inch')).to.deep.equal({ ok: false, message: '"kg" does not fit here; wanted in.' })
  })
})
