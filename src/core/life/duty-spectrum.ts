import { parse, type UnitSystem } from '../units/quantities.js'
import type { Message } from '../words/message.js'
import { SHOCK_NAMES, type Shock } from './targets.js'

/** How the running of a line changes: steps of time, speed, load, temperature and shock, as they are typed or read from a list. */

/** One step; what is null is as the duty says. */
export interface DutyStep {
  /** Of the running time. */
  sharePercent: number | null
  speedRpm: number | null
  /** Of the load of the duty; 100 where it is as there. */
  loadPercent: number | null
  /** Of the bearing. */
  temperatureC: number | null
  shock: Shock | null
  /** Speed and load run evenly to this step's from those of the step before. */
  ramp: boolean
}

/** Most steps of one spectrum. */
export const MOST_STEPS = 120
/** Shares may miss 100 % by this much, as they are rounded where they are written down. */
const SLACK_PERCENT = 0.1
/** A ramp is reckoned in so many parts. */
const RAMP_PARTS = 8

/** A step of which nothing has been said. Source: engineering practice. */
export const newStep = (): DutyStep => ({
  sharePercent: null,
  speedRpm: null,
  loadPercent: null,
  temperatureC: null,
  shock: null,
  ramp: false,
})

/** A stretch of even running. */
export interface Slice {
  /** Of which step, from 0. */
  step: number
  /** Of the time, 0 to 1. */
  share: number
  speedRpm: number
  loadFactor: number
  temperatureC: number | null
  shock: Shock | null
}

/** What keeps steps from being a spectrum; null where they are one. Source: shares of a whole. */
export function faultOfSteps(steps: readonly DutyStep[]): Message | null {
  const open = steps.findIndex((s) => s.sharePercent === null)
  if (open !== -1) return { code: 'spectrum-share-open', params: { number: open + 1 } }
  if (steps[0]?.ramp) return { code: 'spectrum-ramp-first' }
  const sum = steps.reduce((all, s) => all + s.sharePercent!, 0)
  return Math.abs(sum - 100) > SLACK_PERCENT ? { code: 'spectrum-sum', params: { sum: Number(sum.toFixed(1)) } } : null
}

/** Steps as stretches of even running, r/min and shares of 1; ramps in parts. Steps must be a spectrum. Source: linear ramps. */
export function slicesOf(steps: readonly DutyStep[], dutySpeedRpm: number): Slice[] {
  const speedOf = (s: DutyStep) => s.speedRpm ?? dutySpeedRpm
  const loadOf = (s: DutyStep) => (s.loadPercent ?? 100) / 100
  return steps.flatMap((s, step): Slice[] => {
    const own = { step, temperatureC: s.temperatureC, shock: s.shock }
    const share = s.sharePercent! / 100
    const before = steps[step - 1]
    if (!s.ramp || !before) return [{ ...own, share, speedRpm: speedOf(s), loadFactor: loadOf(s) }]
    return Array.from({ length: RAMP_PARTS }, (_, i) => {
      const at = (i + 0.5) / RAMP_PARTS
      const between = (from: number, to: number) => from + at * (to - from)
      return {
        ...own,
        share: share / RAMP_PARTS,
        speedRpm: between(speedOf(before), speedOf(s)),
        loadFactor: between(loadOf(before), loadOf(s)),
      }
    })
  })
}

/** Columns of a list of steps by what people call them. */
const HEADINGS: readonly (readonly [
  column: 'share' | 'hours' | 'speed' | 'load' | 'temperature' | 'shock' | 'ramp' | 'cycles',
  words: RegExp,
])[] = [
  ['cycles', /cycle|revolution|count|lastspiel/i],
  ['share', /share|%.*time|time.*%|part/i],
  ['hours', /hour|^h$|time|minute|duration/i],
  ['speed', /speed|rpm|r\/min|^n$/i],
  ['load', /load|force|torque|^%$/i],
  ['temperature', /temp|°/i],
  ['shock', /shock|impact/i],
  ['ramp', /ramp/i],
]

type Column = (typeof HEADINGS)[number][0]
/** The order of a list without headings. */
const PLAIN: readonly Column[] = ['share', 'speed', 'load', 'temperature', 'shock', 'ramp']

export interface ReadSteps {
  steps: DutyStep[]
  /** What cannot be read, with the line of the list, from 1. */
  wrong: (Message & { line: number })[]
}

/**
 * Steps from a list: a first row of headings (share or hours, speed, load in % of the duty, temperature, shock, ramp), or without one
 * in that order. Hours become shares of their sum. Counts of cycles are no time and are refused. Refuses nothing else: what
 * cannot be read is named by its line. Temperatures and speeds in the units of `system` or as written. Source: engineering practice.
 */
export function readSteps(rows: readonly (readonly string[])[], system: UnitSystem): ReadSteps {
  const filled = rows.map((cells, i) => ({ cells: cells.map((c) => c.trim()), line: i + 1 })).filter(({ cells }) => cells.some(Boolean))
  const head = filled[0]
  if (!head) return { steps: [], wrong: [{ line: 1, code: 'spectrum-empty' }] }
  const named = head.cells.some((c) => /[a-z]{2}/i.test(c)) && !head.cells.some((c) => /^\d/.test(c))
  const columns: readonly (Column | null)[] = named
    ? head.cells.map((c) => HEADINGS.find(([, words]) => words.test(c))?.[0] ?? null)
    : PLAIN
  if (columns.includes('cycles')) return { steps: [], wrong: [{ line: head.line, code: 'spectrum-cycles' }] }
  const wrong: ReadSteps['wrong'] = []
  const steps = (named ? filled.slice(1) : filled).map(({ cells, line }): DutyStep => {
    const of = (column: Column) => cells[columns.indexOf(column)] ?? ''
    const number = (column: 'share' | 'hours' | 'speed' | 'load' | 'temperature'): number | null => {
      const text = of(column).replace(/\s*%$/, '')
      if (!text || columns.indexOf(column) === -1) return null
      const quantity = column === 'speed' ? 'speed' : column === 'temperature' ? 'temperature' : 'ratio'
      const read = parse(text, quantity, system)
      if (read.ok && (column === 'temperature' || read.value >= 0)) return read.value
      wrong.push({ line, code: 'spectrum-number', params: { text, column } })
      return null
    }
    const shock = of('shock').toLowerCase()
    const known = SHOCK_NAMES.find((s) => s === shock) ?? null
    if (shock && !known) wrong.push({ line, code: 'spectrum-shock', params: { text: shock } })
    const hours = columns.includes('hours') && !columns.includes('share')
    return {
      ...{ sharePercent: number(hours ? 'hours' : 'share'), speedRpm: number('speed'), loadPercent: number('load') },
      ...{ temperatureC: number('temperature'), shock: known, ramp: /^(1|y|yes|x|ramp|true)$/i.test(of('ramp')) },
    }
  })
  if (columns.includes('hours') && !columns.includes('share')) {
    const all = steps.reduce((sum, s) => sum + (s.sharePercent ?? 0), 0)
    steps.forEach((s) => (s.sharePercent = s.sharePercent === null || all === 0 ? null : (100 * s.sharePercent) / all))
  }
  return { steps: steps.slice(0, MOST_STEPS), wrong }
}
