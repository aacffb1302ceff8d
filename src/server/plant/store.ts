import { createHash } from 'node:crypto'
import { wholeGrease, type GunView, type PlantSettings } from '../../contract/plant.js'
import { FIRST_SCHOOLS, type PlantContext, type Schools } from '../../core/card/context.js'
import type { Grease } from '../../core/lubrication/grease.js'
import type { Tin } from '../../core/lubrication/grease-words.js'
import { execute, one, type Query } from '../database.js'

/** Columns of a grease as JSON; the tables of a statement call it g. */
export const GREASE_JSON = `json_build_object('id', g.id, 'name', g.name, 'thickener', g.thickener, 'baseOil', g.base_oil, 'nlgi', g.nlgi,
  'viscosity40', g.viscosity_40, 'viscosity100', g.viscosity_100, 'lowC', g.low_c, 'highC', g.high_c)::jsonb
  || CASE WHEN g.usual = '{}' THEN '{}'::jsonb ELSE jsonb_build_object('usual', g.usual) END`

export async function findGrease(query: Query, id: number | null): Promise<Grease | null> {
  return (await one<{ grease: Grease }>(query, `SELECT ${GREASE_JSON} AS grease FROM grease g WHERE g.id = $1`, [id]))?.grease ?? null
}

/** The columns of a grease; what its tin does not say is taken as usual, and marked. */
function greaseValues(tin: Tin) {
  const g = wholeGrease(tin)
  return [g.name, g.thickener, g.baseOil, g.nlgi, g.viscosity40, g.viscosity100, g.lowC, g.highC, g.usual ?? []]
}

export async function namePlant(query: Query, name: string): Promise<void> {
  const done = await execute(query, 'UPDATE plant SET name = $1 WHERE id = (SELECT min(id) FROM plant)', [name])
  if (!done) await execute(query, 'INSERT INTO plant (name) VALUES ($1)', [name])
}

export async function plantName(query: Query): Promise<string> {
  return (await one<{ name: string }>(query, 'SELECT name FROM plant ORDER BY id LIMIT 1'))?.name || 'No plant yet'
}

export async function countMachines(query: Query): Promise<number> {
  return (await one<{ n: number }>(query, 'SELECT count(*) AS n FROM machine WHERE retired_at IS NULL'))!.n
}

/** Null when the name is taken. */
export async function addGrease(query: Query, grease: Tin): Promise<number | null> {
  const row = await one<{ id: number }>(
    query,
    `INSERT INTO grease (name, thickener, base_oil, nlgi, viscosity_40, viscosity_100, low_c, high_c, usual) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)
     ON CONFLICT (name) DO NOTHING RETURNING id`,
    greaseValues(grease),
  )
  return row?.id ?? null
}

export async function changeGrease(query: Query, id: number, grease: Tin): Promise<boolean> {
  const done = await execute(
    query,
    `UPDATE grease SET name = $1, thickener = $2, base_oil = $3, nlgi = $4, viscosity_40 = $5, viscosity_100 = $6, low_c = $7, high_c = $8, usual = $9 WHERE id = $10`,
    [...greaseValues(grease), id],
  )
  return done === 1
}

export interface Weighing {
  name: string
  strokesWeighed: number
  gramsWeighed: number
}

/** Null when the name is taken. */
export async function addGun(query: Query, gun: Weighing, personId: number | null, at: Date): Promise<number | null> {
  const row = await one<{ id: number }>(
    query,
    `INSERT INTO grease_gun (name, strokes_weighed, grams_weighed, weighed_at, weighed_by) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (name) DO NOTHING RETURNING id`,
    [gun.name, gun.strokesWeighed, gun.gramsWeighed, at, personId],
  )
  return row?.id ?? null
}

export async function findGun(query: Query, id: number): Promise<boolean> {
  return (await one(query, 'SELECT 1 FROM grease_gun WHERE id = $1', [id])) !== null
}

export async function weighGun(query: Query, id: number, gun: Weighing, personId: number, at: Date): Promise<boolean> {
  const done = await execute(
    query,
    'UPDATE grease_gun SET name = $2, strokes_weighed = $3, grams_weighed = $4, weighed_at = $5, weighed_by = $6 WHERE id = $1',
    [id, gun.name, gun.strokesWeighed, gun.gramsWeighed, at, personId],
  )
  return done === 1
}

export async function setSchools(query: Query, schools: Schools): Promise<void> {
  await execute(query, "INSERT INTO setting (key, value) VALUES ('schools', $1) ON CONFLICT (key) DO UPDATE SET value = $1", [
    JSON.stringify(schools),
  ])
}

/** Every list as JSON, in one statement, since every card reads them all. Of maker's figures the newest of a designation counts; one that takes all back is none. */
const SETTINGS_SQL = `
  SELECT coalesce((SELECT name FROM plant ORDER BY id LIMIT 1), '') AS name,
    (SELECT coalesce(json_agg(${GREASE_JSON} ORDER BY g.name), '[]') FROM grease g) AS greases,
    (SELECT coalesce(json_agg(json_build_object('id', w.id, 'name', w.name, 'strokesWeighed', w.strokes_weighed, 'gramsWeighed', w.grams_weighed,
       'weighedAt', w.weighed_at, 'weighedBy', p.name) ORDER BY w.name), '[]') FROM grease_gun w LEFT JOIN person p ON p.id = w.weighed_by) AS guns,
    (SELECT value::json FROM setting WHERE key = 'schools') AS schools,
    (SELECT coalesce(json_agg(json_build_object('designation', f.designation, 'dynamicRatingN', f.dynamic_rating_n, 'staticRatingN', f.static_rating_n,
       'fatigueLoadLimitN', f.fatigue_load_limit_n, 'massKg', f.mass_kg, 'sheet', f.sheet, 'enteredAt', f.entered_at, 'enteredBy', f.name)
       ORDER BY f.designation), '[]')
     FROM (SELECT DISTINCT ON (m.designation) m.*, p.name FROM makers_figures m JOIN person p ON p.id = m.entered_by
           ORDER BY m.designation, m.entered_at DESC, m.id DESC) f
     WHERE coalesce(f.dynamic_rating_n, f.static_rating_n, f.fatigue_load_limit_n, f.mass_kg) IS NOT NULL) AS "makersFigures",
    (SELECT coalesce(json_agg(b.data ORDER BY b.designation), '[]') FROM bearing b WHERE b.origin = 'plant'
       AND (EXISTS (SELECT FROM installation i WHERE i.designation = b.designation)
         OR EXISTS (SELECT FROM job j WHERE j.summary -> 'designations' ? b.designation))) AS "ownRows",
    (SELECT coalesce(json_agg(entry ORDER BY name), '[]') FROM tool) AS tools,
    (SELECT coalesce(json_agg(entry ORDER BY name), '[]') FROM instrument) AS instruments`

const iso = (text: string) => new Date(text).toISOString()

export async function plantSettings(query: Query): Promise<PlantSettings> {
  type Row = Omit<PlantSettings, 'guns' | 'schools' | 'versions'> & {
    guns: Omit<GunView, 'gramsPerStroke'>[]
    schools: Partial<Schools> | null
  }
  const row = (await one<Row>(query, SETTINGS_SQL))!
  const schools = { ...FIRST_SCHOOLS, ...row.schools }
  return {
    ...row,
    guns: row.guns.map((g) => ({ ...g, weighedAt: iso(g.weighedAt), gramsPerStroke: g.gramsWeighed / g.strokesWeighed })),
    schools,
    makersFigures: row.makersFigures.map((f) => ({ ...f, enteredAt: iso(f.enteredAt) })),
    versions: { name: versionOf(row.name), schools: versionOf(schools), greases: versionsOf(row.greases), guns: versionsOf(row.guns) },
  }
}

/** The same for the same, whoever wrote it. */
const versionOf = (value: unknown) => createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 12)
const versionsOf = (list: readonly { id: number }[]) => Object.fromEntries(list.map((item) => [item.id, versionOf(item)]))

/** Nobody else settles anything until the transaction ends. */
export async function lockSettings(query: Query): Promise<void> {
  await execute(query, 'LOCK TABLE grease, grease_gun, plant IN SHARE ROW EXCLUSIVE MODE')
}

/** What every card knows of the plant. */
export async function plantContext(query: Query): Promise<PlantContext> {
  const { guns, name: _name, versions: _versions, ...settings } = await plantSettings(query)
  return { ...settings, guns: guns.map(({ id, name, gramsPerStroke }) => ({ id, name, gramsPerStroke })) }
}
