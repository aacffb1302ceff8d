import { createInterface } from 'node:readline'
import { problem } from '../problem.js'
import { calculate, describeCalculations, type Answer } from './registry.js'

const USAGE = "usage: npm run -s calc -- --list | --batch | <name> '<json>' | <name> -"

/** Text to answer: bad JSON is a problem like any other. */
function answerText(name: string, text: string): Answer {
  let input: unknown
  try {
    input = JSON.parse(text)
  } catch {
    return { ok: false, problem: problem(400, 'Unreadable JSON', 'The input is not valid JSON.') }
  }
  return calculate(name, input)
}

/** One line of a batch: {"name": …, "input": …}. */
function answerLine(line: string): Answer {
  let row: unknown
  try {
    row = JSON.parse(line)
  } catch {
    return { ok: false, problem: problem(400, 'Unreadable JSON', 'The line is not valid JSON.') }
  }
  const { name, input } = (row ?? {}) as { name?: unknown; input?: unknown }
  if (typeof name !== 'string') return { ok: false, problem: problem(422, 'Refused value', 'name: a line names its calculation') }
  return calculate(name, input)
}

async function standardInput(): Promise<string> {
  const chunks: Buffer[] = []
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks).toString('utf8')
}

async function batch(): Promise<number> {
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    if (line.trim()) process.stdout.write(`${JSON.stringify(answerLine(line))}\n`)
  }
  return 0
}

/** The command line door. Returns the exit code: 0 answered, 2 refused. Source of the format: docs/methods.md. */
export async function calc(args: string[]): Promise<number> {
  const [name, text] = args
  if (name === '--list') {
    process.stdout.write(`${JSON.stringify(describeCalculations(), null, 2)}\n`)
    return 0
  }
  if (name === '--batch') return batch()
  if (!name || text === undefined) {
    process.stderr.write(`${JSON.stringify(problem(400, 'Usage', USAGE))}\n`)
    return 2
  }
  const answer = answerText(name, text === '-' ? await standardInput() : text)
  if (answer.ok) process.stdout.write(`${JSON.stringify(answer.result, null, 2)}\n`)
  else process.stderr.write(`${JSON.stringify(answer.problem)}\n`)
  return answer.ok ? 0 : 2
}
