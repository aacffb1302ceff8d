import { rows, type Query } from '../database.js'
import { Wrong } from './wrong.js'

/** How a list names a support: by machine, line and the name of the support, or its number from the left. */
export interface At {
  machine: string
  line: string
  support: string
}

export interface Support extends At {
  positionId: number
  /** From the left, from 1. */
  number: number
  placeIds: number[]
}

const plain = (text: string) => text.trim().toUpperCase().replace(/\s+/g, ' ')

/** Supports of lines that are not retired; one whose name its line has twice, or that has none, goes by its number. */
export const SUPPORTS_SQL = `
  SELECT p.id AS "positionId", m.code AS machine, s.name AS line, row_number() OVER (PARTITION BY s.id ORDER BY p.along_mm, p.code)::int AS number,
    CASE WHEN p.name = '' OR count(*) OVER (PARTITION BY s.id, upper(p.name)) > 1
      THEN (row_number() OVER (PARTITION BY s.id ORDER BY p.along_mm, p.code))::text ELSE p.name END AS support
  FROM position p JOIN shaft_line s ON s.id = p.shaft_line_id JOIN machine m ON m.id = s.machine_id
  WHERE p.retired_at IS NULL AND s.retired_at IS NULL AND m.retired_at IS NULL`

/** Every support of the plant, found by what a list calls it. */
export class Supports {
  private readonly ofMachine = new Map<string, Support[]>()

  constructor(all: readonly Support[]) {
    for (const s of all) {
      const key = plain(s.machine)
      this.ofMachine.set(key, [...(this.ofMachine.get(key) ?? []), s])
    }
  }

  static async load(query: Query): Promise<Supports> {
    return new Supports(
      await rows<Support>(
        query,
        `SELECT a.*, (SELECT coalesce(json_agg(x.id ORDER BY x.number), '[]') FROM place x WHERE x.position_id = a."positionId" AND x.retired_at IS NULL) AS "placeIds"
         FROM (${SUPPORTS_SQL}) a`,
      ),
    )
  }

  /** @throws Wrong where no support goes by that, or several do */
  find(at: At): Support {
    const machine = this.ofMachine.get(plain(at.machine))
    if (!machine) throw new Wrong('machine', `no machine has the code ${at.machine}`)
    const lines = [...new Set(machine.map((s) => s.line))]
    if (!at.line && lines.length > 1) throw new Wrong('line', `${at.machine} has several shaft lines: ${lines.join(', ')}`)
    const line = machine.filter((s) => !at.line || plain(s.line) === plain(at.line))
    if (!line.length) throw new Wrong('line', `${at.machine} has no shaft line ${at.line}; it has ${lines.join(', ')}`)
    const found = line.filter((s) => plain(s.support) === plain(at.support) || String(s.number) === at.support.trim())
    if (found.length !== 1)
      throw new Wrong(
        'support',
        `${at.machine} has ${found.length ? 'several' : 'no'} ${at.support}; its supports are ${line.map((s) => s.support).join(', ')}`,
      )
    return found[0]!
  }
}

export const atOf = ({ machine, line, support }: Support): At => ({ machine, line, support })
