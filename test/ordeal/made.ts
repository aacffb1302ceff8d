import { randomUUID } from 'node:crypto'

/** Values and texts made by a seed, as schemas ask for them and a little beside. */

export type Schema = Record<string, unknown>

const WORDS = [
  '',
  'x',
  '6312 C3',
  '6312, 320, NU 312',
  '22218 EK on H 318',
  '{68|temperature}',
  "'=1+1",
  '\u0301',
  '蘋果',
  ' '.repeat(40),
  '-',
  '1e9',
  '2026-02-31',
  'a'.repeat(200),
]

/** Made by numbers from 0 to 1. */
export function makerOf(random: () => number) {
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!

  /** A value as a schema asks for it: ends of its range as often as what lies between. */
  function valueOf(schema: Schema | boolean, depth = 0): unknown {
    if (typeof schema === 'boolean') return null
    if ('const' in schema) return schema.const
    if (Array.isArray(schema.enum)) return pick(schema.enum)
    const either = (schema.anyOf ?? schema.oneOf) as Schema[] | undefined
    if (either) return valueOf(pick(either), depth)
    switch (schema.type) {
      case 'integer':
      case 'number': {
        const low = Number(schema.minimum ?? schema.exclusiveMinimum ?? -1e6)
        const high = Number(schema.maximum ?? schema.exclusiveMaximum ?? 1e6)
        const value = pick([low, high, 0, 1, low + random() * (high - low), 1e-9, -1].filter((v) => v >= low && v <= high))
        return schema.type === 'integer' ? Math.trunc(value) : value
      }
      case 'boolean':
        return random() < 0.5
      case 'null':
        return null
      case 'array': {
        if (Array.isArray(schema.prefixItems)) return schema.prefixItems.map((own: Schema) => valueOf(own, depth + 1))
        const count = Math.min(Number(schema.maxItems ?? 4), Math.max(Number(schema.minItems ?? 0), Math.floor(random() * 5)))
        return depth > 6 ? [] : Array.from({ length: count }, () => valueOf((schema.items ?? {}) as Schema, depth + 1))
      }
      case 'object': {
        const fields = Object.entries((schema.properties ?? {}) as Record<string, Schema>)
        const needed = (schema.required ?? []) as string[]
        const entries = fields.flatMap(([name, own]): [string, unknown][] =>
          needed.includes(name) || random() < 0.6 ? [[name, valueOf(own, depth + 1)]] : [],
        )
        return Object.fromEntries(entries)
      }
      case 'string':
        if (schema.format === 'uuid') return randomUUID()
        if (schema.format === 'date-time')
          return pick(['2026-11-24T09:30:00Z', '0001-01-01T00:00:00Z', '2026-11-24T09:30:00.123Z', '9999-12-31T23:59:59Z'])
        return pick(WORDS.filter((w) => w.trim().length >= Number(schema.minLength ?? 0))).slice(0, Number(schema.maxLength ?? 400))
      default:
        return pick<unknown>([null, 1, -1, 1e300, 'x', true, [], {}, [[]], { a: null }])
    }
  }

  /** One part of a body beside what is allowed. */
  function spoiled(body: unknown): unknown {
    if (typeof body !== 'object' || body === null) return pick<unknown>([null, [], 'x', 1e308])
    const keys = Object.keys(body)
    const key = pick(keys)
    if (key === undefined) return body
    const own = (body as Record<string, unknown>)[key]
    const other =
      random() < 0.5 && typeof own === 'object'
        ? spoiled(own)
        : pick<unknown>([null, -1, 1e308, '', 'y'.repeat(5000), [], {}, own, Array(300).fill(own)])
    return Array.isArray(body) ? body.map((v, i) => (String(i) === key ? other : v)) : { ...body, [key]: other }
  }

  /** A text that is odd in one of many ways: long, repeated, half a notation, signs of other scripts, digits without end. */
  function oddText(): string {
    const part = () =>
      pick([
        '6312',
        'NU 312 C3',
        '22218 EK on H 318',
        '+1 ',
        '((',
        ',',
        '320',
        'held left',
        '-',
        '9'.repeat(40),
        'é',
        '蘋',
        '\u202e',
        '%',
        "'",
        '*',
        '.',
        'UCP 210',
        ' ',
      ])
    const times = pick([1, 2, 5, 40, 300])
    return Array.from({ length: times }, part)
      .join(pick(['', ' ', ', ']))
      .slice(0, 4000)
  }

  return { pick, valueOf, spoiled, oddText }
}
