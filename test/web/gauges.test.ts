import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import { INSTRUMENT_NAMES, quantityOf, type MeasuringInstrument } from '../../src/core/measuring/instruments.js'
import type { GaugeState } from '../../src/web/devices/device.js'
import { serialGauge, type SerialPortLike } from '../../src/web/devices/serial.js'
import { BEHAVIOUR, standIn, type Fault } from '../../src/web/devices/standIn.js'
import { readSent } from '../../src/web/devices/wedge.js'
import { useGauges } from '../../src/web/stores/gauges.js'

const SEAT = { quantity: 'length', min: 60.002, max: 60.015 } as const

/** So many readings of a stand-in, and what was said of its state. */
function read(
  kind: (typeof INSTRUMENT_NAMES)[number],
  fault: Fault,
  times: number,
  field: Parameters<ReturnType<typeof standIn>['trigger']>[0] = SEAT,
) {
  const gauge = standIn(kind, fault, 7)
  const [said, states]: [string[], GaugeState[]] = [[], []]
  gauge.onReading((text) => said.push(text))
  gauge.onState((state) => states.push(state))
  for (let i = 0; i < times; i++) gauge.trigger(field)
  return { said, states, values: said.map((t) => readSent(t, field.quantity, 'inch')).flatMap((r) => (r.ok ? [r.value] : [])) }
}
const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length

describe('stand-ins for instruments', () => {
  it('a sound micrometer scatters round what is there, in its own steps', () => {
    const { values } = read('micrometer', 'none', 20)
    expect(values).to.have.length(20)
    for (const v of values) {
      expect(v).to.be.within(60.002, 60.015)
      expect(Math.abs(v * 1000 - Math.round(v * 1000)), 'whole micrometres').to.be.below(1e-6)
    }
    expect(new Set(values).size, 'it scatters').to.be.above(1)
    expect(values).to.deep.equal(read('micrometer', 'none', 20).values)
  })
  it('a zero that is off moves every reading alike, wear the other way, drift more and more', () => {
    const sound = mean(read('micrometer', 'none', 12).values)
    expect(mean(read('micrometer', 'zero', 12).values) - sound).to.be.closeTo(0.012, 0.002)
    expect(mean(read('micrometer', 'worn', 12).values) - sound).to.be.closeTo(-0.006, 0.002)
    const drifting = read('micrometer', 'drift', 12).values
    expect(drifting.at(-1)! - drifting[0]!).to.be.closeTo(0.022, 0.004)
  })
  it('an empty battery warns and gives up, a loose cable breaks in the middle, and what was read stands', () => {
    const battery = read('caliper', 'battery', 6)
    expect(battery.values).to.have.length(3)
    expect(battery.states.slice(0, 3)).to.deep.equal(['low', 'low', 'low'])
    expect(battery.states.slice(3)).to.deep.equal(['gone', 'gone', 'gone'])
    expect(read('caliper', 'cable', 6).values).to.have.length(2)
  })
  it('out of its range it sends no number, and that is refused in words', () => {
    const { said, values } = read('dial', 'range', 2)
    expect([said, values]).to.deep.equal([['OFL', 'OFL'], []])
  })
  it('every kind sends readings of what it reads, with a unit that is understood in inches too', () => {
    for (const kind of INSTRUMENT_NAMES) {
      const quantity = quantityOf(kind)
      const { values } = read(kind, 'none', 5, { quantity, min: 50, max: 100 })
      expect(values, kind).to.have.length(5)
      for (const v of values)
        expect(v, kind).to.be.within(50 - 3 * BEHAVIOUR[kind][1] - BEHAVIOUR[kind][0], 100 + 3 * BEHAVIOUR[kind][1] + BEHAVIOUR[kind][0])
    }
  })
  it('feelers read the clearance of a bearing and the gap at its shoulder', () => {
    const clearance = read('feeler', 'none', 5, { quantity: 'fine', min: 30, max: 90 }).values
    for (const v of clearance) expect(v % 10, 'its blades').to.equal(0)
    for (const v of read('feeler', 'none', 5, { quantity: 'gap', min: 0, max: 0.3 }).values) expect(v).to.be.within(0, 0.31)
  })
})

/** A port that a test writes to. */
function port() {
  let control!: ReadableStreamDefaultController<Uint8Array>
  let opened = 0
  const readable = new ReadableStream<Uint8Array>({ start: (c) => void (control = c) })
  const like: SerialPortLike = { open: async ({ baudRate }) => void (opened = baudRate), close: async () => {}, readable }
  return {
    like,
    write: (text: string) => control.enqueue(new TextEncoder().encode(text)),
    pull: () => control.error(new Error('lost')),
    opened: () => opened,
  }
}
const soon = () => new Promise((done) => setTimeout(done, 5))

describe('a gauge on a cable', () => {
  it('each line is a reading, however it was cut on its way', async () => {
    const wire = port()
    const gauge = await serialGauge(wire.like)
    const said: string[] = []
    gauge.onReading((text) => said.push(text))
    wire.write('60.0')
    wire.write('08\r\n+60.009\r')
    wire.write('\n\n60.01')
    await soon()
    expect(said).to.deep.equal(['60.008', '+60.009'])
    expect(wire.opened()).to.equal(9600)
    await gauge.close()
  })
  it('pulled out: said so, and the half reading is nothing', async () => {
    const wire = port()
    const gauge = await serialGauge(wire.like)
    const [said, states]: [string[], string[]] = [[], []]
    gauge.onReading((text) => said.push(text))
    gauge.onState((state, why) => states.push(`${state} ${why}`))
    wire.write('60.01')
    await soon()
    wire.pull()
    await soon()
    expect(said).to.deep.equal([])
    expect(states.join()).to.contain('gone').and.contain('pulled out')
  })
  it('let go of by the person it is not said to be lost', async () => {
    const gauge = await serialGauge(port().like)
    const states: string[] = []
    gauge.onState((state) => states.push(state))
    await gauge.close()
    await soon()
    expect(states).to.deep.equal([])
  })
})

describe('readings of this device', () => {
  const stored = new Map<string, string>()
  before(() => {
    Object.assign(globalThis, {
      localStorage: {
        getItem: (k: string) => stored.get(k) ?? null,
        setItem: (k: string, v: string) => void stored.set(k, v),
        removeItem: (k: string) => void stored.delete(k),
      },
    })
  })
  beforeEach(() => setActivePinia(createPinia()))
  function aimed() {
    const gauges = useGauges()
    const log: string[] = []
    const letGo = gauges.aim({
      take: (text, from) => log.push(`took ${text} ${from ?? ''}`.trim()),
      back: () => log.push('back'),
      tell: (words) => log.push(words),
    })
    return { gauges, log, letGo }
  }
  it('go to who wants them, and to nobody once it is gone', () => {
    const { gauges, log, letGo } = aimed()
    gauges.sent('keys', '60.008', 1000)
    letGo()
    gauges.sent('keys', '60.009', 5000)
    expect(log).to.deep.equal(['took 60.008'])
  })
  it('of two gauges at once neither is taken, and what the first had written goes back', () => {
    const { gauges, log } = aimed()
    gauges.sent('keys', '60.008', 1000)
    gauges.sent('cable', '14.2', 1100)
    expect(log[0]).to.equal('took 60.008')
    expect(log[1]).to.equal('back')
    expect(log[2]).to.contain('Two gauges sent at once')
    gauges.sent('cable', '60.009', 1200)
    gauges.sent('cable', '60.010', 1300)
    gauges.sent('keys', '60.011', 9000)
    // A clock that jumps back is no second gauge.
    gauges.sent('cable', '60.012', 100)
    expect(log.slice(3)).to.deep.equal(['took 60.009', 'took 60.010', 'took 60.011', 'took 60.012'])
  })
  it('a stand-in says that it is one, and is let go of', async () => {
    const { gauges, log } = aimed()
    await gauges.connectStandIn('micrometer', 'none')
    gauges.press(SEAT)
    expect(log[0]).to.match(/^took 60\.0\d\d mm stand-in: micrometer$/)
    await gauges.disconnect()
    gauges.press(SEAT)
    expect(log).to.have.length(1)
    expect(gauges.gauge).to.equal(null)
  })
  it('the instrument that was taken last for a quantity is taken again, while the plant has it', () => {
    const { gauges } = aimed()
    const of = (name: string, kind: MeasuringInstrument['kind']): MeasuringInstrument => ({
      name,
      kind,
      place: '',
      step: null,
      from: null,
      to: null,
      checked: '',
      due: '',
      note: '',
    })
    const all = [of('M-3', 'micrometer'), of('C-1', 'caliper'), of('T-1', 'thermometer')]
    expect(gauges.usual(all, 'length')).to.equal(null)
    gauges.choose('length', 'C-1')
    expect([gauges.usual(all, 'length'), gauges.usual(all, 'temperature'), gauges.usual(all.slice(0, 1), 'length')]).to.deep.equal([
      'C-1',
      null,
      null,
    ])
    expect(gauges.forQuantity(all, 'length').map((i) => i.name)).to.deep.equal(['M-3', 'C-1'])
    gauges.choose('length', null)
    expect(gauges.usual(all, 'length')).to.equal(null)
  })
})
