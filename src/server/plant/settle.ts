import type { z } from 'zod'
import type { Me } from '../../contract/people.js'
import type { PlantSettings, greaseInput, gunInput, schoolsInput } from '../../contract/plant.js'
import type { Query } from '../database.js'
import { taken } from '../http/route.js'
import { conflict, notFound } from '../problems.js'
import * as plant from './store.js'

/** Greases, guns, the school of intervals: what the plant settles for all its cards, each on the version of it that was seen. */

/** What stands there now, in words. */
const said = (value: unknown) =>
  typeof value === 'object' && value !== null
    ? Object.entries(value)
        .filter(([key, v]) => key !== 'id' && v !== null && typeof v !== 'object')
        .map(([key, v]) => `${key} ${String(v)}`)
        .join(', ')
    : String(value)

/** What PostgreSQL says of a second row with the same name. */
const UNIQUE = '23505'

/** Nobody else settles anything meanwhile; what somebody changed since it was seen is not written over. */
async function settle(
  query: Query,
  change: () => Promise<unknown>,
  seen?: string,
  of: (s: PlantSettings) => readonly [string | undefined, unknown] = () => [undefined, null],
): Promise<void> {
  await plant.lockSettings(query)
  const [version, current] = of(await plant.plantSettings(query))
  if (seen !== undefined && version !== undefined && version !== seen)
    throw conflict(`Somebody else has changed this meanwhile: ${said(current)}. Look again before you write.`, current)
  await change()
}

/** Two things of one name cannot be told apart. */
async function named<T>(name: string, change: () => Promise<T>): Promise<T> {
  try {
    return await change()
  } catch (error) {
    throw (error as { code?: string }).code === UNIQUE ? taken('name', name) : error
  }
}

type Grease = z.output<typeof greaseInput>
type Gun = z.output<typeof gunInput>

export const name = (query: Query, called: string, seen?: string): Promise<void> =>
  settle(
    query,
    () => plant.namePlant(query, called),
    seen,
    (s) => [s.versions.name, s.name],
  )

export const addGrease = (query: Query, grease: Grease): Promise<void> =>
  settle(query, async () => {
    if ((await plant.addGrease(query, grease)) === null) throw taken('name', grease.name)
  })

export const changeGrease = (query: Query, id: number, grease: Grease, seen?: string): Promise<void> =>
  settle(
    query,
    async () => {
      if (!(await named(grease.name, () => plant.changeGrease(query, id, grease)))) throw notFound('grease')
    },
    seen,
    (s) => [s.versions.greases[id], s.greases.find((g) => g.id === id)],
  )

export const addGun = (query: Query, gun: Gun, me: Me, at: Date): Promise<void> =>
  settle(query, async () => {
    if ((await plant.addGun(query, gun, me.id, at)) === null) throw taken('name', gun.name)
  })

export const weighGun = (query: Query, id: number, gun: Gun, me: Me, at: Date, seen?: string): Promise<void> =>
  settle(
    query,
    async () => {
      if (!(await named(gun.name, () => plant.weighGun(query, id, gun, me.id, at)))) throw notFound('grease gun')
    },
    seen,
    (s) => [s.versions.guns[id], s.guns.find((g) => g.id === id)],
  )

export const schools = (query: Query, wanted: z.output<typeof schoolsInput>, seen?: string): Promise<void> =>
  settle(
    query,
    () => plant.setSchools(query, wanted),
    seen,
    (s) => [s.versions.schools, s.schools],
  )
