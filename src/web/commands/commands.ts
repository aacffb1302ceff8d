import type { RouteLocationRaw } from 'vue-router'
import type { Yard } from '../../contract/machines.js'
import { STATIONS, STATION_TITLE } from '../../core/card/answers.js'
import { sizes } from '../../core/catalogue/catalogue.js'
import { FAMILY_LABEL } from '../../core/catalogue/families.js'
import { searchBearings } from '../../core/catalogue/search.js'
import { dueWords } from '../figures/dates.js'

/** One thing that can be reached or done by its words. */
export interface Command {
  key: string
  label: string
  hint: string
  to?: RouteLocationRaw
  run?: () => void
}

const BEARINGS_SHOWN = 5

/** Places of the plant: machines, open cards, points of the round. */
export function placesOf(yard: Yard): Command[] {
  return [
    ...yard.machines.map((m) => ({
      key: `m${m.id}`,
      label: `${m.name} ${m.code}`,
      hint: m.location,
      to: { name: 'machine', params: { id: m.id } },
    })),
    ...yard.jobs.map((j) => ({
      key: `j${j.id}`,
      label: `Card ${j.number}, ${j.machineName} ${j.machineCode}, ${j.where}`,
      hint: j.reason,
      to: { name: 'card', params: { id: j.id, station: 'identify' } },
    })),
    ...yard.due.map((d) => ({
      key: `g${d.positionId}`,
      label: `Grease ${d.machineName} ${d.machineCode}, ${d.positionName}`,
      hint: dueWords(d.dueAt, yard.now).words,
      to: { name: 'greasing', params: { id: d.positionId } },
    })),
  ]
}

export function stationsOf(jobId: number): Command[] {
  return STATIONS.map((s) => ({
    key: `s${s}`,
    label: STATION_TITLE[s],
    hint: 'station of this card',
    to: { name: 'card', params: { id: jobId, station: s } },
  }))
}

/** Commands that hold every word, in their own order; bearings of the rack come after them. */
export function findCommands(all: readonly Command[], search: string): Command[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const found = all.filter((c) => words.every((w) => `${c.label} ${c.hint}`.toLowerCase().includes(w)))
  const bearings = words.length
    ? searchBearings(sizes(), search)
        .slice(0, BEARINGS_SHOWN)
        .map((row) => ({
          key: `b${row.designation}`,
          label: row.designation,
          hint: `${FAMILY_LABEL[row.family]}, ${row.boreMm} × ${row.outsideMm} × ${row.widthMm} mm`,
          to: { name: 'bearing', params: { designation: row.designation } },
        }))
    : []
  return [...found, ...bearings]
}
