import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { expect } from 'chai'
import ts from 'typescript'
import { worded } from '../../src/core/card/worded.js'
import { amount, type Message } from '../../src/core/words/message.js'
import { CAUTION_WORDS, QUESTION_WORDS, askedOf, say, wordsOf } from '../../src/core/words/say.js'
import { emptyAnswers } from '../../src/core/card/answers.js'
import { lineOfTwo, twoSupports } from './line.js'
import { metric } from './said.js'

interface Said {
  at: string
  asks: boolean
  /** Codes that it may bear: the branches of a choice, a template with its changing end left out. */
  codes: string[]
  /** Names that stand in the message; null where they are made elsewhere. */
  params: string[] | null
}

const files = readdirSync('src/core', { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.ts') && !name.startsWith('words/'))
  .map((name) => join('src/core', name))

function codesOf(node: ts.Expression): string[] {
  if (ts.isStringLiteral(node)) return [node.text]
  if (ts.isTemplateExpression(node)) return [node.head.text.replace(/-$/, '')]
  if (ts.isConditionalExpression(node)) return [...codesOf(node.whenTrue), ...codesOf(node.whenFalse)]
  return []
}

/** Every place of the core that says or asks something. */
function said(): Said[] {
  return files.flatMap((file) => {
    const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true)
    const found: Said[] = []
    const visit = (node: ts.Node): void => {
      if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
        const name = node.expression.name.text
        const code = name === 'ask' ? node.arguments[0] : name === 'warn' || name === 'caution' ? node.arguments[1] : undefined
        if (code) {
          const given = node.arguments[name === 'ask' ? 1 : 2]
          const params = !given ? [] : ts.isObjectLiteralExpression(given) ? given.properties.map((p) => p.name?.getText() ?? '') : null
          found.push({ at: `${file} ${node.getText().slice(0, 60)}`, asks: name === 'ask', codes: codesOf(code), params })
        }
      }
      ts.forEachChild(node, visit)
    }
    visit(source)
    return found
  })
}

const names = (sentence: string) => [...sentence.matchAll(/\{(\w+)\}/g)].map((m) => m[1]!)
const starts = (table: object, code: string) => Object.keys(table).filter((key) => code === key || code.startsWith(`${key}-`))

describe('words of what the core says', () => {
  it('stand in the tables for every code, and every parameter of a sentence is given', () => {
    const all = said()
    expect(all.length).to.be.greaterThan(90)
    const faults = all.flatMap(({ at, asks, codes, params }) =>
      codes.flatMap((code) => {
        const table: Record<string, string | readonly string[]> = asks ? QUESTION_WORDS : CAUTION_WORDS
        const key = starts(table, code).sort((a, b) => b.length - a.length)[0]
        if (!key) return [`${at}: no sentence`]
        const left = [table[key]!]
          .flat()
          .flatMap(names)
          .filter((name) => params && !params.includes(name))
        return left.map((name) => `${at}: ${name} is not given`)
      }),
    )
    expect(faults).to.deep.equal([])
  })
  it('are in use: no sentence is left over', () => {
    const text = files.map((file) => readFileSync(file, 'utf8')).join('\n')
    const begun = (key: string) => [...key.matchAll(/-/g)].some((dash) => text.includes(`\`${key.slice(0, dash.index)}-\${`))
    const used = (key: string) => new RegExp(`['"\`]${key}['"\`-]`).test(text) || begun(key)
    expect([...Object.keys(CAUTION_WORDS), ...Object.keys(QUESTION_WORDS)].filter((key) => !used(key))).to.deep.equal([])
  })
  const hot: Message = { code: 'hardness', params: { limit: amount(150, 'temperature') } }
  it('are written in the reader’s units', () => {
    expect(say(hot, 'metric')).to.match(/^Over 150 °C /)
    expect(say(hot, 'inch')).to.match(/^Over 302 °F /)
    const sizes = { code: 'number-against-gauge', params: { designation: '6208', sizes: { sizesMm: [40, 80, 18] }, read: '6308' } }
    expect(say(sizes, 'metric')).to.contain('6208 (40 × 80 × 18 mm)')
    expect(say(sizes, 'inch')).to.contain('6208 (1.5748 × 3.1496 × 0.7087 in)')
  })
  it('never read what somebody typed', () => {
    const named = { code: 'own-class-shaft', params: { own: '{5|length} {advised}', advised: '{own}' } }
    expect(say(named, 'inch')).to.equal('{5|length} {advised} was chosen instead of the recommended {own}.')
  })
  it('stay beside the code when a card is closed, whatever the tables say later', () => {
    const answers = emptyAnswers()
    answers.identify.designation = 'NU 312'
    Object.assign(answers.duty, { radialLoadN: 4000, axialLoadN: 900, speedRpm: 1450, shock: 'smooth' })
    const line = worded(lineOfTwo(answers, twoSupports('drive', null)))
    const thrust = line.places['p1.1']!.select.cautions.find((c) => c.code === 'no-thrust')!
    expect(metric(thrust.message)).to.contain('NU 312')
    expect(metric(wordsOf({ ...thrust, code: 'a-code-that-is-gone', params: {} }))).to.equal(metric(thrust.message))
    const asked = line.places['p1.1']!.identify.questions[0]!
    expect(askedOf({ ...asked, code: 'gone' })).to.deep.equal({ text: asked.text, why: asked.why })
    expect(() => wordsOf({ code: 'gone' })).to.throw('no sentence')
  })
})
