import { expect } from 'chai'
import { asLineAnswers, emptyAnswers } from '../../src/core/card/answers.js'
import { bareContext } from '../../src/core/card/context.js'
import { evaluateLine } from '../../src/core/card/evaluate.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { identifyStation } from '../../src/core/card/stations/identify.js'
import { groupIn, saidIntervalH, saidLimit, saidSpeed, type Saying } from '../../src/core/line/sayings.js'
import { metric } from './said.js'

const said = (subject: Saying['subject'], words: string, amount: number | null = null): Saying => ({
  ...{ subject, words, amount },
  ...{ document: 'Pump manual', page: 12 },
})

describe('what the papers of a machine say', () => {
  const GROUPS = [
    ['C3', '3'],
    ['clearance c4', '4'],
    ['6312 2Z C 2', '2'],
    ['normal clearance', 'N'],
    ['CN', 'N'],
    ['C33', null],
    ['AC3', null],
    ['as delivered', null],
  ] as const
  for (const [words, group] of GROUPS)
    it(`"${words}" names ${group ?? 'no group'}`, () => {
      expect(groupIn(words)).to.equal(group)
    })

  it('of several intervals the shortest counts, of none nothing', () => {
    expect(saidIntervalH([said('interval', 'monthly', 720), said('interval', 'every 500 h', 500), said('grease', 'lithium')])).to.equal(500)
    expect(saidIntervalH([])).to.equal(null)
    expect(saidIntervalH()).to.equal(null)
  })

  const CARDS = [
    // chosen, group on the card, sayings, cautions
    ['6312', '3', [said('designation', '6312 C3')], []],
    ['6312', 'N', [said('designation', '6312 C3')], ['paper-other-group']],
    ['6311', '3', [said('designation', '6312 C3')], ['paper-other-bearing']],
    ['NU 312', '3', [said('designation', '6312 C3'), said('designation', 'NU 312 C3')], []],
    ['6312', '3', [said('clearance', 'C4')], ['paper-other-group']],
    ['6312', '3', [said('designation', 'see drawing'), said('clearance', 'by the maker')], []],
    ['6312', '3', [said('interval', 'every 500 h', 500)], []],
  ] as const
  for (const [designation, group, says, codes] of CARDS)
    it(`${designation} group ${group} against ${says.map((s) => s.words).join(', ')}: ${codes.join() || 'nothing'}`, () => {
      const answers = { ...emptyAnswers().identify, designation, group, groupEvidence: 'marking' as const }
      const cautions = identifyStation(answers, [], [], says).cautions.filter((c) => c.code.startsWith('paper-'))
      expect(cautions.map((c) => c.code)).to.deep.equal(codes)
      for (const c of cautions) expect(c.params).to.deep.include({ document: 'Pump manual' })
    })

  const LIMITS: [words: string, limitC: number | null][] = [
    ['95 °C at the housing', 95],
    ['not over 200 °F', (168 * 5) / 9],
    ['at most 92,5 C', 92.5],
    ['hand warm', null],
    ['3 bar', null],
  ]
  for (const [words, limitC] of LIMITS)
    it(`"${words}" limits to ${limitC === null ? 'nothing' : limitC.toFixed(1)} °C`, () => {
      const found = saidLimit([said('limit', words), said('fit', '120 °C')])
      if (limitC === null) expect(found).to.equal(null)
      else expect(found!.limitC).to.be.closeTo(limitC, 1e-9)
    })
  it('the lowest limit and the lowest speed count, with their paper', () => {
    expect(saidLimit([said('limit', '95 °C'), { ...said('limit', '85 °C'), document: 'Plate' }])).to.deep.equal({
      limitC: 85,
      document: 'Plate',
    })
    expect(saidSpeed([said('speed', '3600', 3600), said('speed', '3000', 3000)])).to.deep.equal({ speedRpm: 3000, document: 'Pump manual' })
    expect(saidSpeed([said('speed', 'slow')])).to.equal(null)
  })

  const papers = (says: Saying[], runin: object = {}) => {
    const context = bareContext(null, findBearing('NU 312')!.row)
    context.positions[0]!.past.says = says
    const a = emptyAnswers()
    const duty = {
      ...a.duty,
      speedRpm: 1450,
      radialLoadN: 3000,
      axialLoadN: 0,
      shock: 'smooth' as const,
      innerRingC: 60,
      outerRingC: 50,
      turningRing: 'inner' as const,
      loadDirection: 'still' as const,
    }
    const identify = { ...a.identify, designation: '6312', group: 'N' as const, groupEvidence: 'marking' as const }
    const answers = asLineAnswers({ ...a, duty, identify, mount: { ...a.mount, method: 'heat' }, runin: { ...a.runin, ...runin } }, 'p1.1')
    return evaluateLine(answers, context).places['p1.1']!
  }
  it('the highest speed of the papers governs the guidance where it is lower', () => {
    const guidance = (says: Saying[]) => papers(says).select.figures.find((f) => f.key === 'select.speedLimitRpm')!
    const plain = guidance([]).value as number
    expect(guidance([said('speed', '1500 r/min', 1500)])).to.deep.include({ value: 1500, note: 'by Pump manual' })
    expect(guidance([said('speed', 'much', plain + 1000)]).value).to.equal(plain)
  })
  it('their limit is that of the run in, and one set above it is said', () => {
    const of = (limitC: number) => papers([said('limit', '95 °C')], { limitC })
    expect(metric(of(95).runin.figures.find((f) => f.key === 'runin.lastC')!.note)).to.contain('by Pump manual')
    expect(of(95).runin.cautions.map((c) => c.code)).to.not.include('limit-over-paper')
    expect(of(100).runin.cautions.map((c) => c.code)).to.include('limit-over-paper')
  })
  it('their direction is seen before the release is signed', () => {
    const release = (says: Saying[]) => papers(says).runin.plan.find((s) => s.key === 'release')!
    expect(release([]).fields).to.deep.equal([])
    expect(release([said('direction', 'clockwise from the coupling')]).fields.map((f) => [f.kind, f.label])).to.deep.equal([
      ['check', 'It turns as Pump manual says: clockwise from the coupling'],
    ])
  })
})
