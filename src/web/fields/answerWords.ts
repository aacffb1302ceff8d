import type { Field } from '../../core/card/fields.js'
import type { DutyStep } from '../../core/life/duty-spectrum.js'
import { sourceOf, type LoadSource } from '../../core/loads/line-sources.js'
import type { RunReading, RunStop } from '../../core/runin/run-in.js'
import { formatTrimmed, unitOf, type Quantity, type UnitSystem } from '../../core/units/quantities.js'

/** An answer as a person reads it: quantities in own units, choices in their words, a dash where nothing is answered. */
export function answerWords(field: Field, value: unknown, units: UnitSystem): string {
  const quantity = (v: number, q: Quantity) => `${formatTrimmed(v, q, units, q === 'length' ? 3 : undefined)} ${unitOf(q, units)}`.trimEnd()
  if (value === null || value === undefined || value === '') return '—'
  switch (field.kind) {
    case 'quantity':
      return quantity(value as number, field.quantity)
    case 'readings':
      return (value as number[]).map((v) => quantity(v, field.quantity)).join(', ') || '—'
    case 'run':
      return (value as RunReading[]).map((r) => `${r.minute} min ${quantity(r.temperatureC, 'temperature')}`).join(', ') || '—'
    case 'stops':
      return (value as RunStop[]).map((s) => `run ${s.run}: ${s.why}${s.found ? `; found: ${s.found}` : ''}`).join('. ') || '—'
    case 'findings':
      return (value as string[]).map((v) => field.words[v] ?? v).join(', ') || '—'
    case 'loads':
      return (
        (value as LoadSource[])
          .map((s) => `${sourceOf(s.kind).label}${s.alongMm === null ? '' : ` at ${quantity(s.alongMm, 'length')}`}`)
          .join(', ') || '—'
      )
    case 'spectrum':
      return (value as DutyStep[]).map((s) => `${s.sharePercent ?? '?'} % at ${s.loadPercent ?? '?'} % of the load`).join(', ') || '—'
    case 'yes-no':
    case 'flag':
      return value ? 'yes' : 'no'
    case 'choice':
      return field.words[String(value)] ?? String(value).replaceAll('-', ' ')
    default:
      return String(value)
  }
}
