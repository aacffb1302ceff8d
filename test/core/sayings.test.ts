import { expect } from 'chai'
import { emptyAnswers } from '../../src/core/card/answers.js'
import { identifyStation } from '../../src/core/card/stations/identify.js'
import { groupIn, saidIntervalH, type Saying } from '../../src/core/line/sayings.js'

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
})
