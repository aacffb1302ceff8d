import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import { nextTick } from 'vue'
import type { RackView } from '../../src/contract/rack.js'
import { ownRow } from '../../src/core/catalogue/own-row.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { standInGauge } from '../../src/web/devices/gauge.js'
import { takeDrafts } from '../../src/web/stores/drafts.js'
import { useBench } from '../../src/web/stores/bench.js'
import { useRack } from '../../src/web/stores/rack.js'
import { RACK_COLUMNS, FIRST_COLUMNS } from '../../src/web/screens/Rack/rackColumns.js'

type Listener = (event: { data: unknown; origin: string }) => void

/** The worker's own side and the page's side of one channel; what crosses is copied, as between threads. */
const workerSide = new Set<Listener>()
const pageSide = new Set<Listener>()
const send = (to: Set<Listener>) => (message: unknown) => {
  const event = { data: structuredClone(message), origin: '' }
  setImmediate(() => to.forEach((listener) => listener(event)))
}
class FakeWorker {
  postMessage = send(workerSide)
  addEventListener = (_: string, listener: Listener) => void pageSide.add(listener)
  removeEventListener = (_: string, listener: Listener) => void pageSide.delete(listener)
}

const OWN = ownRow({
  designation: 'HB 7701',
  family: 'deep-groove-ball',
  form: 'single-row-groove',
  boreMm: 38,
  outsideMm: 84,
  widthMm: 20,
  innerWidthMm: null,
  outerWidthMm: null,
  chamferMm: null,
  boreTaper: null,
  contactAngleDeg: null,
  dynamicRatingN: 31000,
  staticRatingN: null,
  fatigueLoadLimitN: null,
  massKg: null,
  greaseSpeedRpm: null,
  sheet: 'drawing 114',
})
const VIEW: RackView = {
  ownRows: [OWN],
  makersFigures: [
    {
      designation: '6312',
      dynamicRatingN: 81900,
      staticRatingN: null,
      fatigueLoadLimitN: null,
      massKg: null,
      sheet: 'data sheet',
      enteredAt: '2026-10-01T08:00:00.000Z',
      enteredBy: 'M. Thorpe',
    },
  ],
  letters: [{ letters: 'DD', feature: 'closure', value: 'contact-seals, both' }],
  crossReferences: [{ name: 'HBSTORE4411', marking: '6312 C3' }],
  stock: [
    { marking: '6312 C3', shelf: 'A-05', quantity: 2, note: '', designation: '6312', features: { clearance: '3' } },
    { marking: '6312 2Z', shelf: 'A-06', quantity: 3, note: '', designation: '6312', features: {} },
  ],
  searches: [],
}

describe('rack and bench on the page', () => {
  const kept = new Map<string, string>()
  const before_: Record<string, unknown> = {}
  let answers = 0
  before(async () => {
    const page = globalThis as unknown as Record<string, unknown>
    for (const name of ['Worker', 'localStorage', 'fetch', 'addEventListener', 'postMessage']) before_[name] = page[name]
    page.Worker = FakeWorker
    page.addEventListener = (_: string, listener: Listener) => void workerSide.add(listener)
    page.postMessage = send(pageSide)
    page.localStorage = {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
    }
    page.fetch = async () => {
      answers += 1
      return new Response(JSON.stringify(VIEW))
    }
    await import('../../src/web/workers/rack.worker.js')
    delete page.postMessage
    page.postMessage = send(pageSide)
  })
  after(() => {
    const page = globalThis as unknown as Record<string, unknown>
    for (const [name, value] of Object.entries(before_)) {
      if (value === undefined) delete page[name]
      else page[name] = value
    }
  })
  beforeEach(() => {
    kept.clear()
    takeDrafts([], () => {})
    setActivePinia(createPinia())
  })
  /** Waits until something is so. */
  async function until(so: () => boolean, what: string): Promise<void> {
    for (let i = 0; i < 400; i += 1) {
      if (so()) return
      await new Promise((resolve) => setTimeout(resolve, 10))
    }
    throw new Error(`waited for ${what}`)
  }

  it('asks the server once for the plant’s own data and lays it over the catalogue', async () => {
    const rack = useRack()
    const asked = answers
    await Promise.all([rack.ready(), rack.ready()])
    expect(answers).to.equal(asked + 1)
    const all = await rack.worker.search('')
    expect(all.map((l) => l.designation)).to.include('HB 7701')
    const line = (await rack.worker.search('6312'))[0]!
    expect(line).to.include({ designation: '6312', dynamicRatingN: 81900, entered: true, stock: 5 })
    expect(line.staticRatingN).to.equal(findBearing('6312')!.row.staticRatingN)
    await rack.reload()
    expect(answers).to.equal(asked + 2)
  })
  it('finds by sizes of own bearings and by other names', async () => {
    const rack = useRack()
    await rack.ready()
    expect((await rack.worker.search('38 84 20')).map((l) => l.designation)).to.deep.equal(['HB 7701'])
    expect((await rack.worker.search('hb-store-4411'))[0]!.designation).to.equal('6312')
    expect((await rack.worker.search('zebra')).length).to.equal(0)
  })
  it('a number with its letters, or with signs that cannot be read, finds its rows too', async () => {
    const rack = useRack()
    await rack.ready()
    const found = async (text: string) => (await rack.worker.search(text)).map((l) => l.designation)
    expect(await found('6312 2RS C3')).to.deep.equal(['6312'])
    expect(await found('22216 EK/C3')).to.deep.equal(['22216 K'])
    expect(await found('62?8')).to.include.members(['6208', '6218'])
    expect(await found('9'.repeat(90))).to.deep.equal([])
    expect(await found('bore 40..41 width<17'))
      .to.include('61808')
      .and.to.not.include('6208')
  })
  it('gives rows whole, also those of the plant', async () => {
    const rack = useRack()
    await rack.ready()
    expect((await rack.worker.row('HB 7701'))!.series).to.equal('own')
    expect(await rack.worker.row('nothing')).to.equal(null)
  })
  it('every column of the table shows and sorts every line', async () => {
    const rack = useRack()
    await rack.ready()
    const lines = await rack.worker.search('')
    expect(RACK_COLUMNS.map((c) => c.key)).to.include.members(FIRST_COLUMNS)
    for (const column of RACK_COLUMNS) {
      for (const line of lines) expect(['number', 'string'], `${column.key} ${line.designation}`).to.include(typeof column.sort(line))
      expect(Boolean(column.quantity) !== Boolean(column.words), column.key).to.equal(true)
    }
  })

  it('readings lead to candidates, a choice to its order line', async () => {
    const bench = useBench()
    await bench.start()
    expect(bench.started).to.equal(false)
    bench.state.readings.boreMm = [60.02, 60.03]
    bench.state.readings.outsideMm = [129.97]
    bench.state.readings.widthMm = [30.95]
    await until(() => (bench.found?.values.outlines.length ?? 0) > 0, 'candidates')
    expect(bench.found!.values.outlines[0]!.designations).to.include('6312')
    bench.choose('6312')
    await until(() => bench.row !== null, 'the row')
    expect(bench.order!.line).to.equal('6312')
    bench.know('clearance', '3', null)
    expect(bench.order!.line).to.equal('6312')
    bench.know('clearance', '3', 'marking')
    expect(bench.order!.line).to.equal('6312 C3')
    expect(bench.order!.open.map((o) => o.feature))
      .to.include('heat')
      .and.to.not.include('clearance')
  })
  it('another choice forgets what was known of the first', async () => {
    const bench = useBench()
    await bench.start()
    bench.choose('6312')
    bench.know('clearance', '3', 'paper')
    bench.choose('6312')
    expect(bench.state.known.clearance).to.deep.equal({ value: '3', evidence: 'paper' })
    bench.choose('6311')
    expect(bench.state.known).to.deep.equal({})
  })
  it('a marking is read with the letters of the plant and settles what it says', async () => {
    const bench = useBench()
    await bench.start()
    bench.state.marking = '6309 DD C3'
    await until(() => (bench.read?.readings.length ?? 0) > 0, 'a reading')
    bench.take(bench.read!.readings[0]!)
    await until(() => bench.row !== null, 'the row')
    expect(bench.state.known).to.deep.include({
      clearance: { value: '3', evidence: 'marking' },
      closure: { value: 'contact-seals, both', evidence: 'marking' },
    })
    expect(bench.order!.line).to.equal('6309 DD C3')
    bench.state.readings.boreMm = [50.01]
    await until(() => bench.against.length > 0, 'the contradiction')
    expect(bench.against[0]).to.contain('the number says 45 mm, the gauge says 50.01 mm')
  })
  it('a refusal of the worker keeps its field and its words', async () => {
    const bench = useBench()
    await bench.start()
    bench.state.readings.boreMm = [90]
    bench.state.readings.outsideMm = [60]
    await until(() => bench.refused !== null, 'the refusal')
    expect(bench.refused).to.deep.equal({ field: 'readings.boreMm', words: 'the bore must be smaller than the outside diameter of 60 mm' })
    bench.state.readings.outsideMm = [160]
    await until(() => bench.refused === null, 'the refusal to go')
    bench.state.marking = '6'.repeat(70)
    await until(() => bench.markingRefused !== '', 'the refusal of the marking')
    expect(bench.markingRefused).to.contain('at most 60 signs')
  })
  it('is kept on the device, cleared at a word, and taken back', async () => {
    const bench = useBench()
    await bench.start()
    bench.state.readings.boreMm = [60.02]
    bench.state.features = { shape: 'balls' }
    await nextTick()
    setActivePinia(createPinia())
    const again = useBench()
    await again.start()
    expect(again.state.readings.boreMm).to.deep.equal([60.02])
    const back = again.clear()
    expect(again.state.readings.boreMm).to.deep.equal([])
    expect(again.started).to.equal(false)
    back()
    expect(again.state.features).to.deep.equal({ shape: 'balls' })
  })

  it('the gauge sends to whoever listens, and to nobody else', () => {
    const gauge = standInGauge(3)
    const heard: number[] = []
    const stop = gauge.onReading(({ valueMm }) => heard.push(valueMm))
    gauge.trigger({ dimension: 'boreMm', instrument: 'vernier', angleDeg: 0 })
    gauge.trigger({ dimension: 'boreMm', instrument: 'vernier', angleDeg: 90 })
    stop()
    gauge.trigger({ dimension: 'boreMm', instrument: 'vernier', angleDeg: 0 })
    expect(heard).to.have.length(2)
    expect(gauge.standIn).to.equal(true)
    const { row } = gauge.reveal()
    for (const value of heard) expect(value).to.be.closeTo(row.boreMm, 0.4)
  })
})
