import type { Found } from '../../contract/yard.js'
import { FAMILY_LABEL } from '../../core/bearing/families.js'
import { sizes } from '../../core/catalogue/catalogue.js'
import { plainName } from '../../core/catalogue/designation.js'
import { PART_LABEL } from '../../core/parts/parts.js'
import { searchParts } from '../../core/parts/search.js'
import { searchRack } from '../../core/identify/search-rack.js'
import { ownBearings } from '../bearings/store.js'
import { asOneRead, rows, type Query } from '../database.js'
import { holds, patternsOf } from '../machines/page.js'

/** Of each kind no more than this. */
const EACH = 8
const BEARINGS = 5
const PARTS = 4

/** Parts that were named, or that belong to what was named. */
function partsFound(text: string): Found[] {
  const { parts, heard } = searchParts(text)
  const named = heard.length > 0 || parts.length <= EACH
  return (named ? parts.slice(0, PARTS) : []).map((p): Found => ({
    kind: 'part',
    id: p.name,
    label: p.name,
    hint: PART_LABEL[p.kind],
    sizesMm: p.sizes.map(([what, mm]) => ({ what, mm })),
  }))
}

/** Machines, cards, positions, bearings and people that hold every word of a text; what it names exactly comes first. */
export async function find(query: Query, text: string): Promise<Found[]> {
  const patterns = patternsOf(text)
  if (!patterns.length) return []
  const exact = text.trim().toLowerCase()
  const [machines, cards, positions, people, own] = await asOneRead(query, (reads) =>
    Promise.all([
      rows<{ id: number; code: string; name: string; where: string }>(
        reads,
        `SELECT id, code, name, concat_ws(', ', nullif(area, ''), nullif(location, '')) AS where FROM machine
         WHERE retired_at IS NULL AND ${holds('words', patterns, 2)} ORDER BY lower(code) <> $1, code LIMIT ${EACH}`,
        [exact, ...patterns],
      ),
      rows<{ id: number; number: string; machine: string; reason: string; status: string }>(
        reads,
        `SELECT j.id, j.number, m.name || ' ' || m.code AS machine, j.reason, j.status FROM job j
         JOIN shaft_line s ON s.id = j.shaft_line_id JOIN machine m ON m.id = s.machine_id
         WHERE j.number = $1 OR j.status = 'open' AND 'card ' || j.number || ' ' || m.words || ' ' || lower(j.reason) || ' ' ||
           lower(coalesce(j.summary ->> 'designations', '')) LIKE ALL ($2)
         ORDER BY j.number <> $1, j.opened_at DESC LIMIT ${EACH}`,
        [exact.replace(/^card\s+/, ''), patterns],
      ),
      rows<{ id: number; machineId: number; machine: string; name: string; fitted: string }>(
        reads,
        `SELECT p.id, m.id AS "machineId", m.name || ' ' || m.code AS machine, p.name, coalesce((SELECT string_agg(i.designation || coalesce(' C' || nullif(i.clearance_group, 'N'), ''), ', ' ORDER BY x.number)
           FROM place x JOIN installation i ON i.place_id = x.id AND upper_inf(i.fitted) WHERE x.position_id = p.id AND x.retired_at IS NULL), '') AS fitted
         FROM (SELECT id FROM position WHERE retired_at IS NULL AND ${holds('words', patterns, 1)} LIMIT ${4 * EACH}) f JOIN position p ON p.id = f.id
         JOIN shaft_line s ON s.id = p.shaft_line_id JOIN machine m ON m.id = s.machine_id
         WHERE m.retired_at IS NULL ORDER BY m.code, p.along_mm LIMIT ${EACH}`,
        patterns,
      ),
      rows<{ id: number; name: string; role: string; jobs: number }>(
        reads,
        `SELECT id, name, role, (SELECT count(*) FROM job WHERE status = 'open' AND in_charge = person.id) AS jobs FROM person
         WHERE active AND lower(name) LIKE ALL ($1) ORDER BY name LIMIT ${EACH}`,
        [patterns],
      ),
      ownBearings(reads),
    ]),
  )
  const bearings = searchRack([...sizes(), ...own], text, own).slice(0, BEARINGS)
  // A number in full means the bearing itself before all that has it.
  const meant = (b: (typeof bearings)[number]) => plainName(b.designation) === plainName(text)
  const bearing = (b: (typeof bearings)[number]): Found => ({
    kind: 'bearing',
    id: b.designation,
    label: b.designation,
    hint: FAMILY_LABEL[b.family],
    sizesMm: [b.boreMm, b.outsideMm, b.widthMm].map((mm) => ({ what: '', mm })),
  })
  return [
    ...machines.map((m): Found => ({ kind: 'machine', id: m.id, label: `${m.name} ${m.code}`, hint: m.where })),
    ...cards.map((c): Found => ({
      kind: 'card',
      id: c.id,
      label: `Card ${c.number}, ${c.machine}`,
      hint: c.status === 'open' ? c.reason : c.status,
    })),
    ...bearings.filter(meant).map(bearing),
    ...positions.map((p): Found => ({
      kind: 'position',
      id: p.id,
      machineId: p.machineId,
      label: `${p.machine}, ${p.name}`,
      hint: p.fitted,
    })),
    ...bearings.filter((b) => !meant(b)).map(bearing),
    ...partsFound(text),
    ...people.map((p): Found => ({ kind: 'person', id: p.id, label: p.name, hint: p.jobs ? `${p.role}, ${p.jobs} open` : p.role })),
  ]
}
