import { expect } from 'chai'
import { instrumentNotes, asQuantity, INSTRUMENT_KINDS, type MeasuringInstrument } from '../../src/core/measuring/instruments.js'
import {
  NEEDS,
  NEED_NAMES,
  TOOL_KINDS,
  TOOL_LABEL,
  meanKw,
  minutesWith,
  shortOf,
  toolOffers,
  toolWords,
  type Tool,
} from '../../src/core/mounting/tools.js'
import { say } from '../../src/core/words/say.js'
import { cautionsOf, filledCard, type Patch } from './line.js'
import { metric } from './said.js'

const tool = (name: string, kind: Tool['kind'], more: Partial<Tool> = {}): Tool => ({
  ...{ name, kind, place: '', forceN: null, powerKw: null, onS: null, offS: null, fromMm: null, toMm: null, torqueNm: null },
  ...{ toC: null, massKg: null, setupMin: null, costHour: null, costUse: null, note: '' },
  ...more,
})
const PRESS = tool('Press 10 t', 'press', { forceN: 100_000, toMm: 300, setupMin: 15, costHour: 60 })
const COIL = tool('Coil 1 kW', 'coil', { powerKw: 1, onS: 20, offS: 60, fromMm: 40, toMm: 90 })
const PLATE = tool('Plate 230', 'plate', { powerKw: 1.5, toMm: 230, toC: 150 })

describe('tools of the plant', () => {
  // prettier-ignore
  for (const [name, of, wanted, words] of [
    ['a press within its rating', PRESS, { forceN: 60_000, outsideMm: 130 }, ''],
    ['a press over its rating', PRESS, { forceN: 120_000 }, 'Reaches 100.0 kN, 120.0 kN is wanted.'],
    ['a ring that does not go under it', PRESS, { forceN: 1000, outsideMm: 320 }, 'Takes up to 300 mm; it is a ring of 320 mm.'],
    ['a coil for a small bore', COIL, { boreMm: 60, atC: 110 }, ''],
    ['a coil for a large one', COIL, { boreMm: 100 }, 'Takes 40 mm to 90 mm; it is a bore of 100 mm.'],
    ['a plate that gets hot enough', PLATE, { atC: 110, outsideMm: 130 }, ''],
    ['a plate that does not', PLATE, { atC: 180 }, 'Goes to 150 °C, 180 °C is wanted.'],
    ['a freezer that is not cold enough', tool('Freezer', 'cold-box', { toC: -25 }), { atC: -78 }, 'Goes to −25 °C, −78 °C is wanted.'],
    ['dry ice that is', tool('Dry ice', 'cold-box', { toC: -78 }), { atC: -78 }, ''],
    ['a hammer on a sleeve', tool('Sleeves', 'sleeves'), { forceN: 9000 }, 'Reaches 8.0 kN'],
    ['gear that lifts too little', tool('Hoist', 'lifting', { massKg: 250 }), { massKg: 300 }, 'Takes 250.0 kg, 300.0 kg is wanted.'],
    ['a torque spanner that is too small', tool('T', 'torque-spanner', { torqueNm: 200 }), { torqueNm: 280 }, 'Turns 200.0 Nm, 280.0 Nm is wanted.'],
    ['a spanner for another nut', tool('S', 'nut-spanner', { fromMm: 80, toMm: 90 }), { nutMm: 98 }, 'it is a nut of 98 mm'],
    ['one whose ratings nobody listed', tool('Old press', 'press'), { forceN: 1e7 }, ''],
  ] as const)
    it(name, () => {
      const why = shortOf(of, wanted)
      if (words === '') expect(why).to.equal(null)
      else expect(say(why!, 'metric')).to.contain(words)
    })
  it('a coil that rests gives its power only while it is on: 20 of 80 s of 1 kW', () => {
    expect(meanKw(COIL)).to.equal(0.25)
    // 2 kg by 60 K over half of 250 W, 15 W/(m² K) of its surface lost on the way.
    const ring = { massKg: 2, boreMm: 60, outsideMm: 130, widthMm: 31, atC: 80, roomC: 20 }
    const area = (Math.PI * (190 * 31 + (130 ** 2 - 60 ** 2) / 2)) / 1e6
    const lost = 15 * area
    expect(minutesWith(COIL, ring)).to.be.closeTo((-((2 * 460) / lost) * Math.log(1 - (lost * 60) / 125)) / 60, 1e-6)
    expect(minutesWith(tool('x', 'oven'), ring)).to.equal(null)
    // What loses what it gets is not offered, and says what would do.
    const heavy = toolOffers([{ ...COIL, toMm: null }], 'heater', {
      massKg: 200,
      boreMm: 260,
      outsideMm: 480,
      widthMm: 130,
      atC: 110,
      roomC: 20,
    })[0]!
    expect([heavy.fits, heavy.minutes]).to.deep.equal([false, null])
    expect(metric(heavy.why)).to.match(/at least \d+ W/)
  })
  it('the quickest that will do comes first, with what it costs: 20 min at 60 an hour', () => {
    const slow = tool('Slow press', 'press', { forceN: 200_000, setupMin: 60 })
    const small = tool('Small press', 'press', { forceN: 20_000 })
    const offers = toolOffers([slow, small, PRESS, COIL], 'press', { forceN: 60_000 })
    expect(offers.map((o) => [o.name, o.fits])).to.deep.equal([
      ['Press 10 t', true],
      ['Slow press', true],
      ['Small press', false],
    ])
    expect(offers[0]).to.include({ minutes: 20, cost: 20 })
    expect(offers[1]!.cost).to.equal(null)
  })
  it('every kind has a name and serves a need', () => {
    for (const kind of TOOL_KINDS) {
      expect(TOOL_LABEL[kind]).to.be.a('string')
      expect(
        NEED_NAMES.some((need) => NEEDS[need].kinds.includes(kind)),
        kind,
      ).to.equal(true)
    }
  })
  it('is said in one piece, whatever its name: commas part tools in a step', () => {
    expect(say(toolWords({ ...COIL, name: 'Coil, small', place: 'bay 3, left' }), 'metric')).to.equal(
      'Coil, small (1.0 kW; 20 s on and 60 s off; at bay 3, left)',
    )
  })
})

describe('a card and the tools of its plant', () => {
  const card = (tools: Tool[], mount: Patch['mount'] = {}) => filledCard('6312', { mount }, { tools })
  const need = (e: ReturnType<typeof card>, name: string) => e.mount.tools!.find((n) => n.need === name)!
  const codes = (e: ReturnType<typeof card>) => cautionsOf(e).map((c) => c.code)

  it('a plant that has listed none is told nothing, and its card is as before', () => {
    const e = card([])
    expect(e.mount.tools).to.deep.equal([])
    expect(codes(e)).to.not.include('tool-missing')
  })
  it('what will do is offered for each way, and named in its step', () => {
    const e = card([PRESS, PLATE], { method: 'heat' })
    expect(need(e, 'heater')).to.include({ counts: true, picked: 'Plate 230' })
    expect(need(e, 'press')).to.include({ counts: false, picked: 'Press 10 t' })
    expect(
      e.mount.plan
        .find((s) => s.key === 'heat')!
        .tools.map((t) => say(t, 'metric'))
        .join(),
    ).to.contain('Plate 230')
    expect(need(e, 'heater').offers[0]!.minutes).to.be.above(1)
  })
  it('what is missing for the chosen way is said before the shaft is out, and why', () => {
    const missing = card([PRESS], { method: 'heat' })
    expect(codes(missing)).to.include('tool-missing')
    const small = card([tool('Tiny coil', 'coil', { powerKw: 0.3, toMm: 30 })], { method: 'heat' })
    expect(codes(small)).to.include('tool-missing')
    expect(codes(card([PLATE], { method: 'heat' }))).to.not.include('tool-missing')
  })
  it('a press that was chosen over its rating stops, a heater that is too small warns', () => {
    const weak = tool('Weak press', 'press', { forceN: 1000 })
    expect(cautionsOf(card([weak, PRESS], { method: 'press', pressTool: 'Weak press' })).find((c) => c.code === 'tool-short')).to.include({
      level: 'stop',
    })
    const coil = tool('Small coil', 'coil', { powerKw: 1, toMm: 40 })
    expect(cautionsOf(card([coil, PLATE], { method: 'heat', heaterTool: 'Small coil' })).find((c) => c.code === 'tool-short')).to.include({
      level: 'caution',
    })
    expect(codes(card([PRESS], { method: 'press', pressTool: 'Gone press' }))).to.include('tool-gone')
  })
  it('the rating of the listed presses counts, not the one of the empty card', () => {
    const weak = card([tool('Weak press', 'press', { forceN: 1000 })])
    expect(weak.mount.offers.find((o) => o.method === 'press')!.possible).to.equal(false)
    expect(card([PRESS]).mount.offers.find((o) => o.method === 'press')!.possible).to.equal(true)
  })
  it('the time in the heater is that of the heater that is picked', () => {
    const minutes = (e: ReturnType<typeof card>) => e.mount.figures.find((f) => f.key === 'mount.heatMin')!.value as number
    const [plate, coil] = [card([PLATE], { method: 'heat' }), card([COIL, PLATE], { method: 'heat', heaterTool: 'Coil 1 kW' })]
    // A plate heats one face, whatever its watts; a coil by what its rests leave of them.
    expect(minutes(plate)).to.be.within(4, 40)
    expect(minutes(coil)).to.be.within(4, 40)
    expect(minutes(card([PLATE], { method: 'heat', heater: 'induction', heaterKw: 4 })), 'typed by hand').to.be.below(minutes(plate) / 4)
  })
  it('an oven is set 20 K over as a start, and one that is set too low never gets there', () => {
    const oven = card([], { method: 'heat', heater: 'oven' })
    const wanted = oven.mount.figures.find((f) => f.key === 'mount.setTemperatureC')!.value as number
    expect(oven.mount.heaterSetC).to.equal(wanted + 20)
    expect(metric(card([], { method: 'heat', heater: 'oven', heaterSetC: wanted }).mount.fieldErrors.heaterSetC)).to.contain('never gets')
    expect(codes(card([], { method: 'heat', heater: 'oven', heaterSetC: 180 }))).to.include('heater-over-limit')
    expect(card([], { method: 'heat' }).mount.heaterSetC).to.equal(undefined)
  })
})

describe('instruments of the plant', () => {
  const micrometer: MeasuringInstrument = {
    name: 'M-12',
    kind: 'micrometer',
    place: '',
    step: 0.001,
    from: 50,
    to: 75,
    checked: '2026-09-01',
    due: '2027-09-01',
    note: '',
  }
  const seat = { quantity: 'length', min: 60.002, max: 60.015 } as const
  const words = (i: Partial<MeasuringInstrument>, field: Parameters<typeof instrumentNotes>[1] = seat, today = '2026-11-26') =>
    instrumentNotes({ ...micrometer, ...i }, field, today)
      .map((n) => say(n.words, 'metric'))
      .join(' ')

  it('one that will do is said to be checked', () => expect(words({})).to.equal('Checked 2026-09-01, due 2027-09-01.'))
  it('one past its day is said so, on the day itself not yet', () => {
    expect(words({ due: '2026-11-25' })).to.contain('was to be checked by 2026-11-25')
    expect(words({ due: '2026-11-26' })).to.not.contain('was to be checked')
  })
  it('a caliper is too coarse for a seat of 13 µm, and for its width it is not', () => {
    expect(words({ kind: 'caliper', step: 0.02 })).to.contain('too coarse')
    expect(words({ kind: 'caliper', step: 0.02, from: 0, to: 150 }, { quantity: 'length', min: 30, max: 31 })).to.not.contain('coarse')
  })
  it('feelers in micrometres against a gap in millimetres', () => {
    const feeler = { kind: 'feeler', step: 10, from: 30, to: 500 } as const
    expect(words(feeler, { quantity: 'gap', min: 0, max: 0.03 })).to.contain('tells 0.010 mm apart, the tolerance is 0.030 mm wide')
    expect(words(feeler, { quantity: 'fine', min: 30, max: 90 })).to.not.contain('coarse')
    expect([asQuantity(1, 'length', 'fine'), asQuantity(30, 'fine', 'gap'), asQuantity(1, 'force', 'gap')]).to.deep.equal([
      1000,
      0.03,
      null,
    ])
  })
  it('out of its range, and a camera at shiny steel', () => {
    expect(words({ from: 0, to: 25 })).to.contain('60.01 mm is out of its range')
    expect(words({ kind: 'infrared', step: 0.1, from: -20, to: 400 }, { quantity: 'temperature', min: 95, max: 110 })).to.contain(
      'mirrors the room',
    )
  })
  it('every kind reads something', () => {
    for (const { label, reads } of Object.values(INSTRUMENT_KINDS)) expect(label.length * reads.length).to.be.above(0)
  })
})
