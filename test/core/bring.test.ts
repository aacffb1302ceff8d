import { expect } from 'chai'
import { say } from '../../src/core/words/say.js'
import { bringList } from '../../src/core/card/bring.js'
import { emptyAnswers } from '../../src/core/card/answers.js'
import { bareContext } from '../../src/core/card/context.js'
import { evaluateLine } from '../../src/core/card/evaluate.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { lineOfTwo, twoSupports, type Flat } from './line.js'
import { metric } from './said.js'

const row = (designation: string) => findBearing(designation)!.row

describe('what to bring', () => {
  function bring(designation: string, change: (a: Flat) => void = () => {}) {
    const a: Flat = emptyAnswers()
    Object.assign(a.identify, { designation, group: '3', groupEvidence: 'marking' })
    Object.assign(a.duty, {
      ...{ speedRpm: 1450, radialLoadN: 3000, axialLoadN: 0, shock: 'smooth', ambientC: 20, innerRingC: 60, outerRingC: 50 },
      ...{ dirt: 'clean', hoursPerDay: 16, turningRing: 'inner', loadDirection: 'still' },
    })
    a.select.target = 'motor-24h'
    change(a)
    const context = twoSupports('drive', row('6309'))
    return bringList(lineOfTwo(a, context), context)
  }
  it('a hot bearing with its nut: the part, its thread, the heater with its setting, and gloves among the cautions', () => {
    const list = bring('6312', (a) => {
      a.mount.method = 'heat'
      a.arrange.innerRight = 'nut'
    })
    expect(metric(list.parts[0])).to.contain('6312')
    expect(metric(list.parts[0])).to.contain('C3')
    expect(list.parts.map(metric).join(' ')).to.contain('lock nut KM 12 with washer MB 12, M60 × 2: read the thread')
    expect(list.tools).to.include.members(['induction heater with core', 'contact probe', 'feeler gauge'])
    expect(list.settings.map(metric).join(' ')).to.contain('Heat the bearing to')
    expect(list.cautions.map(metric).join(' ')).to.contain('Gloves rated for the heat')
    expect(new Set(list.tools.map(metric)).size, 'each once').to.equal(list.tools.length)
  })
  it('a sleeve comes with its shaft, nut and washer', () => {
    const list = bring('22212 K')
    expect(list.parts.map(metric).join(' ')).to.contain('adapter sleeve H 312').and.contain('KM 12')
    expect(list.settings).to.include('Drive it up its taper')
  })
  it('what is heavy is not lifted by hand, and nothing is brought for a card without steps', () => {
    expect(bring('22240').lifts.map(metric).join()).to.contain('22240').and.contain('kg')
    expect(bring('6312').lifts).to.deep.equal([])
    expect(bring('6312').materials).to.include.members(['thin oil for the seat', 'lint-free cloth', 'solvent'])
    expect(bring('22228 K').lifts.map(metric).join(), 'its block is heavy, the bearing is not')
      .to.contain('block SN 528 with its cap')
      .and.not.contain('22228')
    expect(bring('22213 K').lifts).to.deep.equal([])
    expect(bring('6312', (a) => (a.duty.radialLoadN = null)).tools).to.deep.equal([])
  })
  it('two places that want the same want it twice, and a tool is brought once', () => {
    const context = { ...bareContext(row('22211 K'), row('22211 K')), onCard: ['p1.1', 'p2.1'] }
    const said = Object.fromEntries(
      ['p1.1', 'p2.1'].flatMap((place) => [
        [`${place}/identify.designation`, '22211 K'],
        [`${place}/identify.group`, '3'],
      ]),
    )
    const duty = {
      'line/duty.speedRpm': 210,
      'line/duty.shock': 'smooth',
      'line/duty.turningRing': 'inner',
      'line/duty.loadDirection': 'still',
      'line/duty.hoursPerDay': 8,
      'line/select.target': 'one-shift',
      'p1/duty.radialLoadN': 3000,
      'p2/duty.radialLoadN': 3000,
      'p1/duty.axialLoadN': 0,
      'p2/duty.axialLoadN': 0,
    }
    const list = bringList(evaluateLine({ ...said, ...duty }, context), context)
    expect(metric(list.parts[0])).to.match(/^2 × .*22211 K/)
    expect(list.parts.filter((p) => say(p, 'metric').includes('adapter sleeve H 311'))).to.have.length(1)
    expect(list.tools.filter((t) => say(t, 'metric').startsWith('feeler gauge (long'))).to.have.length(1)
    expect(list.tools.map(metric).join(), 'hands are no tool').to.not.match(/(^|,)hands?(,|$)/)
  })
  it('an end plate, a snap ring and locating rings are parts too', () => {
    const list = bring('6312', (a) => {
      Object.assign(a.arrange, { innerLeft: 'cover', innerRight: 'snap-ring', outerLeft: 'locating-ring' })
    })
    for (const part of ['end plate', 'snap ring', 'locating rings']) expect(list.parts.map(metric).join(' '), part).to.contain(part)
  })
})
