import type { GunView, PlantSettings } from '../../contract/api.js'
import type { MakersFigures } from '../../core/catalogue/makers-figures.js'
import { FIRST_SCHOOLS, type PlantContext, type Schools } from '../../core/card/station.js'
import type { Grease } from '../../core/lubrication/grease.js'
import { one, rows, type Query } from './database.js'

const GREASE_SQL = `SELECT id, name, thickener, base_oil AS "baseOil", nlgi, viscosity_40 AS "viscosity40", viscosity_100 AS "viscosity100",
  low_c AS "lowC", high_c AS "highC" FROM grease`

export function listGreases(query: Query): Promise<Grease[]> {
  return rows(query, `${GREASE_SQL} ORDER BY name`)
}

export function findGrease(query: Query, id: number | null): Promise<Grease | null> {
  return one(query, `${GREASE_SQL} WHERE id = $1`, [id])
}

type GreaseInput = Omit<Grease, 'id'>
const greaseValues = (g: GreaseInput) => [g.name, g.thickener, g.baseOil, g.nlgi, g.viscosity40, g.viscosity100, g.lowC, g.highC]

/** Null when the name is taken. */
export async function addGrease(query: Query, grease: GreaseInput): Promise<number | null> {
  const row = await one<{ id: number }>(
    query,
    `INSERT INTO grease (name, thickener, base_oil, nlgi, viscosity_40, viscosity_100, low_c, high_c) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)
     ON CONFLICT (name) DO NOTHING RETURNING id`,
    greaseValues(grease),
  )
  return row?.id ?? null
}

export async function changeGrease(query: Query, id: number, grease: GreaseInput): Promise<boolean> {
  const done = await query.query(
    `UPDATE grease SET name = $1, thickener = $2, base_oil = $3, nlgi = $4, viscosity_40 = $5, viscosity_100 = $6, low_c = $7, high_c = $8 WHERE id = $9`,
    [...greaseValues(grease), id],
  )
  return done.rowCount === 1
}

export async function listGuns(query: Query): Promise<GunView[]> {
  const found = await rows<Omit<GunView, 'gramsPerStroke' | 'weighedAt'> & { weighedAt: Date }>(
    query,
    `SELECT g.id, g.name, g.strokes_weighed AS "strokesWeighed", g.grams_weighed AS "gramsWeighed", g.weighed_at AS "weighedAt", p.name AS "weighedBy"
     FROM grease_gun g LEFT JOIN person p ON p.id = g.weighed_by ORDER BY g.name`,
  )
  return found.map((g) => ({ ...g, weighedAt: g.weighedAt.toISOString(), gramsPerStroke: g.gramsWeighed / g.strokesWeighed }))
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

export async function weighGun(query: Query, id: number, gun: Weighing, personId: number, at: Date): Promise<boolean> {
  const done = await query.query(
    'UPDATE grease_gun SET name = $2, strokes_weighed = $3, grams_weighed = $4, weighed_at = $5, weighed_by = $6 WHERE id = $1',
    [id, gun.name, gun.strokesWeighed, gun.gramsWeighed, at, personId],
  )
  return done.rowCount === 1
}

export async function schoolsOf(query: Query): Promise<Schools> {
  const kept = await one<{ value: string }>(query, "SELECT value FROM setting WHERE key = 'schools'")
  return { ...FIRST_SCHOOLS, ...(kept ? (JSON.parse(kept.value) as Partial<Schools>) : {}) }
}

export async function setSchools(query: Query, schools: Schools): Promise<void> {
  await query.query("INSERT INTO setting (key, value) VALUES ('schools', $1) ON CONFLICT (key) DO UPDATE SET value = $1", [
    JSON.stringify(schools),
  ])
}

/** The newest entry of each designation; one that takes every figure back counts as none. */
export async function listMakersFigures(query: Query): Promise<MakersFigures[]> {
  const found = await rows<MakersFigures & { enteredAt: string | Date }>(
    query,
    `SELECT * FROM (
       SELECT DISTINCT ON (f.designation) f.designation, f.dynamic_rating_n AS "dynamicRatingN", f.static_rating_n AS "staticRatingN",
         f.fatigue_load_limit_n AS "fatigueLoadLimitN", f.mass_kg AS "massKg", f.sheet, f.entered_at AS "enteredAt", p.name AS "enteredBy"
       FROM makers_figures f JOIN person p ON p.id = f.entered_by ORDER BY f.designation, f.entered_at DESC, f.id DESC) newest
     WHERE coalesce("dynamicRatingN", "staticRatingN", "fatigueLoadLimitN", "massKg") IS NOT NULL`,
  )
  return found.map((f) => ({ ...f, enteredAt: new Date(f.enteredAt).toISOString() }))
}

export async function addMakersFigures(
  query: Query,
  designation: string,
  f: Pick<MakersFigures, 'dynamicRatingN' | 'staticRatingN' | 'fatigueLoadLimitN' | 'massKg' | 'sheet'>,
  personId: number,
  at: Date,
): Promise<void> {
  await query.query(
    `INSERT INTO makers_figures (designation, dynamic_rating_n, static_rating_n, fatigue_load_limit_n, mass_kg, sheet, entered_at, entered_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [designation, f.dynamicRatingN, f.staticRatingN, f.fatigueLoadLimitN, f.massKg, f.sheet, at, personId],
  )
}

export async function plantSettings(query: Query): Promise<PlantSettings> {
  return {
    greases: await listGreases(query),
    guns: await listGuns(query),
    schools: await schoolsOf(query),
    makersFigures: await listMakersFigures(query),
  }
}

/** What every card knows of the plant. */
export async function plantContext(query: Query): Promise<PlantContext> {
  const { greases, guns, schools, makersFigures } = await plantSettings(query)
  return { greases, guns: guns.map(({ id, name, gramsPerStroke }) => ({ id, name, gramsPerStroke })), schools, makersFigures }
}
