import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { expect } from 'chai'
import ts from 'typescript'

/** Rooms of the core whose functions answer for a figure: they name where it comes from. */
const COMPUTING = [
  'arrangement',
  'distribution',
  'fits',
  'inspection',
  'life',
  'loads',
  'lubrication',
  'mounting',
  'ratings',
  'runin',
  'tolerances',
]
const SOURCE = /\b(Sources?|ISO|DIN|ANSI|ABMA|engineering practice)\b/i
const UNIT =
  /(^|[^\w])(mm|µm|m|kN|N|Nm|kW|MPa|GPa|K|°C|°|1\/K|r\/min|h|hours|days|minutes|min|s|ms|kg|g|cm³|mm²\/s|mm\/s|%|percent|degrees|radians|units?|bits|shares?|number of|index)([^\w]|$)/

interface PublicFunction {
  name: string
  doc: string
  numbers: boolean
  throws: boolean
}

const numeric = (type: ts.TypeNode | undefined) => /^number$|^number \| null$|^readonly \[number, number\]/.test(type?.getText() ?? '')

/** Functions that a file of the core gives to others, each with its docstring. */
function publicFunctions(file: string, text = readFileSync(file, 'utf8')): PublicFunction[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true)
  const found: PublicFunction[] = []
  const add = (name: string, at: ts.Node, run: ts.FunctionLikeDeclaration) => {
    const doc = ts.getJSDocCommentsAndTags(at).filter(ts.isJSDoc)
    found.push({
      name,
      doc: doc.map((d) => d.getText().replace(/\s*\n\s*\* ?/g, ' ')).join(' '),
      numbers: run.parameters.some((p) => numeric(p.type)) || numeric(run.type),
      throws: /\bthrow new InputError\b|\binRange\(/.test(run.getText()),
    })
  }
  for (const statement of source.statements) {
    const exported = ts.canHaveModifiers(statement) && ts.getModifiers(statement)?.some((m) => m.kind === ts.SyntaxKind.ExportKeyword)
    if (!exported) continue
    if (ts.isFunctionDeclaration(statement)) add(statement.name!.text, statement, statement)
    if (ts.isVariableStatement(statement))
      for (const { name, initializer } of statement.declarationList.declarations)
        if (initializer && ts.isArrowFunction(initializer)) add(name.getText(), statement, initializer)
  }
  return found
}

/** What a docstring leaves out. */
function missing(file: string, { doc, numbers, throws }: PublicFunction): string[] {
  const room = file.split('/')[2]!
  return [
    ...(doc ? [] : ['a docstring']),
    ...(numbers && !UNIT.test(doc) ? ['the unit of its numbers'] : []),
    ...(throws && !/@throws|[Rr]efuse/.test(doc) ? ['what it refuses'] : []),
    ...(COMPUTING.includes(room) && !SOURCE.test(doc) ? ['its source'] : []),
  ]
}

const files = readdirSync('src/core', { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.ts'))
  .map((name) => join('src/core', name))

describe('docstrings of the core', () => {
  it('say of every public function what it is, its units, what it refuses, and where its figures come from', () => {
    const faults = files.flatMap((file) =>
      publicFunctions(file).flatMap((f) => missing(file, f).map((what) => `${file} ${f.name}: ${what}`)),
    )
    expect(faults).to.deep.equal([])
  })
  it('are missed where they are not there', () => {
    const at = 'src/core/fits/planted.ts'
    const faults = (text: string) => publicFunctions(at, text).flatMap((f) => missing(at, f))
    expect(faults('export function growth(lengthMm: number): number { return inRange(lengthMm) }')).to.have.length(4)
    expect(
      faults('/** Growth, mm. ISO 286-1. @throws InputError under 0 */ export const growth = (l: number): number => inRange(l)'),
    ).to.deep.equal([])
  })
})
