import type { Content } from 'pdfmake/interfaces.js'
import { LINE, keyOf, positionOf, type LineAnswers, type Scope } from '../../core/card/answers.js'
import type { LineEvaluation } from '../../core/card/evaluate.js'
import { readingsOf, runNow, type RunReading, type RunStop } from '../../core/runin/run-in.js'
import { format, unitOf, type UnitSystem } from '../../core/units/quantities.js'

/** The first hours on paper: every run with what was read at each position, with what and by whom, and why a run was stopped. */

const list = <T>(answers: LineAnswers, key: Parameters<typeof keyOf>): T[] => (answers[keyOf(...key)] ?? []) as T[]

/** Readings of a run in words; what was read with and by whom stands where it changes. */
function readWords(readings: readonly RunReading[], units: UnitSystem): string {
  const unit = unitOf('temperature', units)
  let before = ''
  return readings
    .map((r) => {
      const source = [r.with, r.by].filter(Boolean).join(', ')
      const said = source && source !== before ? ` (${source})` : ''
      before = source || before
      return `${r.minute} min ${format(r.temperatureC, 'temperature', units)} ${unit}${said}`
    })
    .join(', ')
}

/** Every run of a card as paragraphs; empty where nothing was read. */
export function runParagraphs(
  { answers, evaluation, units }: { answers: LineAnswers; evaluation: LineEvaluation; units: UnitSystem },
  nameOf: (scope: Scope) => string,
): Content[] {
  const positions = [...new Set(evaluation.order.map((o) => positionOf(o.place)))]
  const stops = list<RunStop>(answers, [LINE, 'runin', 'stops'])
  const many = runNow(stops) > 1
  return Array.from({ length: runNow(stops) }, (_, i) => i + 1).flatMap((run): Content[] => {
    const read = positions.flatMap((code) => {
      const readings = readingsOf(list<RunReading>(answers, [code, 'runin', 'readings']), run)
      const name = [many && `Run ${run}`, nameOf(code)].filter(Boolean).join(', ')
      return readings.length ? [`${name ? `${name}: ` : ''}${readWords(readings, units)}.`] : []
    })
    const stop = stops.find((s) => s.run === run)
    const ended = stop
      ? [`Run ${run} stopped${stop.by ? ` by ${stop.by}` : ''}: ${stop.why}.${stop.found ? ` Found: ${stop.found}.` : ''}`]
      : []
    return [...read.map((text): Content => ({ text })), ...ended.map((text): Content => ({ text, bold: true }))]
  })
}
