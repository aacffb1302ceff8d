import { expect } from 'chai'
import { ESLint } from 'eslint'

/** [file that would be in the wrong, what it imports, allowed?] */
const CASES: [string, string, boolean][] = [
  ['src/core/fits/planted.ts', '../../contract/problem.js', false],
  ['src/core/fits/planted.ts', 'node:fs', false],
  ['src/core/fits/planted.ts', 'vue', false],
  ['src/core/fits/planted.ts', '../result.js', true],
  ['src/contract/planted.ts', '../server/main.js', false],
  ['src/contract/planted.ts', '../core/result.js', true],
  ['src/server/planted.ts', '../web/main.js', false],
  ['src/web/planted.ts', '../server/main.js', false],
  ['src/web/screens/planted.ts', '../../core/result.js', true],
]

describe('boundaries between the rooms', () => {
  const eslint = new ESLint()
  for (const [filePath, target, allowed] of CASES) {
    it(`${filePath} ${allowed ? 'may' : 'may not'} import ${target}`, async () => {
      const [report] = await eslint.lintText(`import * as planted from '${target}'\nexport default planted\n`, { filePath })
      const caught = report!.messages.some((m) => m.ruleId === 'no-restricted-imports')
      expect(caught).to.equal(!allowed)
    })
  }
})
