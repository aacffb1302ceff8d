import { expect } from 'chai'
import fc from 'fast-check'
import { comparedWords, fieldState, type PlanField } from '../../src/core/card/steps/plan-step.js'
import { catalogue } from '../../src/core/catalogue/catalogue.js'
import { compareMarking, compareName, type ExpectedMarking } from '../../src/core/identify/expected.js'
import { timesInDoubt } from '../../src/core/runin/run-in.js'
import { say } from '../../src/core/words/say.js'
import { metric } from './said.js'

const want = (designation: string, group: ExpectedMarking['group'] = '3'): ExpectedMarking => ({ designation, group })

describe('what is read beside what is expected', () => {
  // [wanted, group, read, state of each piece]
  // prettier-ignore
  const rows: [string, ExpectedMarking['group'], string, string][] = [
    ['6312', '3', '6312 C3', 'number same, clearance same'],
    ['6312', '3', '6312-2RS/C3', 'number same, clearance same'],
    ['6312', '3', '6312', 'number same, clearance differs'],
    ['6312', 'N', '6312', 'number same, clearance same'],
    ['6312', 'N', '6312 C3', 'number same, clearance differs'],
    ['6312', '3', '6312 C4', 'number same, clearance differs'],
    ['6312', '3', '6311 C3', 'number differs, clearance same'],
    ['6312', '3', 'banana', 'number not-read'],
    ['6312', '3', '', 'number not-read'],
    ['NU 208', '3', 'NU208 ECP C3', 'number same, clearance same'],
    ['7312 B', null, '7312 B', 'number same'],
    ['7312 B', null, '7312 AC', 'number differs'],
    ['HB 7701', '3', 'hb7701 C3', 'number same, clearance same'],
    ['HB 7701', '3', 'HB 7701', 'number same, clearance differs'],
    ['bronze sleeve 60 × 75 × 70', null, 'Bronze sleeve 60 × 75 × 70', 'number same'],
    ['bronze sleeve 60 × 75 × 70', null, '6312', 'number differs'],
  ]
  for (const [designation, group, read, words] of rows)
    it(`${designation} ${group ?? ''} wanted, "${read}" read: ${words}`, () => {
      const pieces = compareMarking(want(designation, group), read)
      expect(
        pieces
          .filter((p) => p.piece !== 'letters')
          .map((p) => `${p.piece} ${p.state}`)
          .join(', '),
      ).to.equal(words)
    })
  it('every row of the rack is the same as itself with its mark', () => {
    const some = catalogue().filter((_, i) => i % 97 === 0)
    for (const row of some) expect(compareMarking(want(row.designation, null), row.designation)[0]!.state, row.designation).to.equal('same')
  })
  it('a name is the same whatever its spaces and capitals, and only then', () => {
    expect(compareName('Wet-end calcium 2', ' WET END  CALCIUM 2')).to.equal('same')
    expect(compareName('Wet-end calcium 2', 'Wet-end calcium 1')).to.equal('differs')
  })
  it('a step does not go on with what differs, and says it piece by piece', () => {
    const field: PlanField = {
      key: 'marking',
      label: 'Marking as read',
      kind: 'text',
      quantity: 'text',
      expects: { marking: want('6312') },
    }
    expect(['6312 C3', '6312', 'banana', ' ', null].map((v) => fieldState(field, v))).to.deep.equal([
      'good',
      'outside',
      'outside',
      'missing',
      'missing',
    ])
    expect(metric(comparedWords(field, '6312'))).to.equal('number same, clearance differs (C3 wanted, CN read).')
    expect(metric(comparedWords(field, '6312 C3'))).to.equal('number same, clearance same.')
    expect(say(comparedWords(field, '{1|force}')!, 'metric'), 'what was typed is no quantity').to.contain('{1|force} read')
    const grease: PlanField = { ...field, expects: { name: 'Spindle lithium 2' } }
    expect(metric(comparedWords(grease, 'General lithium 2'))).to.contain('Spindle lithium 2 was chosen')
    expect(comparedWords({ ...field, expects: undefined }, 'x')).to.equal(null)
  })
})

describe('a run and the time in which it was written down', () => {
  const at = (minute: number, writtenMin: number | null) => ({
    minute,
    temperatureC: 40,
    ...(writtenMin === null ? {} : { storedAt: new Date(Date.UTC(2026, 10, 24) + writtenMin * 60_000).toISOString() }),
  })
  it('two hours within a minute are doubted, as they ran or a little late they are not', () => {
    expect(timesInDoubt([at(0, 0), at(120, 1)])).to.deep.equal({ claimedMin: 120, writtenMin: 1 })
    expect(timesInDoubt([at(0, 0), at(60, 61), at(120, 119)])).to.equal(null)
    expect(timesInDoubt([at(0, 0), at(30, 21)])).to.equal(null)
    expect(timesInDoubt([at(0, null), at(120, null)]), 'not known of cards of before').to.equal(null)
  })
  it('written down minute by minute no run is doubted', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 600 }), { maxLength: 20 }),
        (minutes) => timesInDoubt(minutes.map((m) => at(m, m))) === null,
      ),
    )
  })
})
