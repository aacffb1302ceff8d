import { wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { markRaw, shallowRef } from 'vue'
import type { RackView } from '../../contract/rack.js'
import type { SavedSearch } from '../../contract/yard.js'
import type { IdentifyInput } from '../../core/identify/identify.js'
import type { SelectInput } from '../../core/select/select.js'
import type { OperatingClearanceInput } from '../../core/fits/operating-clearance.js'
import type { UnitSystem } from '../../core/units/quantities.js'
import { call } from '../api.js'
import type { DistributionInput } from '../../core/distribution/load-distribution.js'
import type { RackWorker } from '../workers/rack.worker.js'

let worker: Remote<RackWorker> | null = null
/** The whole rack lives in a worker: thousands of rows are worked out and searched there, never in the way of a hand. */
function rackWorker(): Remote<RackWorker> {
  worker ??= wrap<RackWorker>(new Worker(new URL('../workers/rack.worker.ts', import.meta.url), { type: 'module', name: 'rack' }))
  return worker
}

/** The plant's own data over the catalogue, and the worker that searches both. */
export const useRack = defineStore('rack', () => {
  const view = shallowRef<RackView | null>(null)
  let loading: Promise<void> | null = null

  async function load(): Promise<void> {
    const next = await call('rack')
    const { ownRows, makersFigures, letters, crossReferences, stock } = next
    await rackWorker().take({ ownRows, makersFigures, letters, crossReferences, stock })
    view.value = markRaw(next)
  }
  /** Loads once; screens that change the plant's data load again. */
  function ready(): Promise<void> {
    loading ??= load().catch((failure) => {
      loading = null
      throw failure
    })
    return loading
  }
  function reload(): Promise<void> {
    loading = null
    return ready()
  }
  function tookSearches(searches: SavedSearch[]): void {
    if (view.value) view.value = markRaw({ ...view.value, searches })
  }
  // The worker's own face must not go into the store: it answers to every name and would be taken for a ref.
  const worker = {
    search: (text: string) => rackWorker().search(text),
    answer: (text: string, system: UnitSystem) => rackWorker().answer(text, system),
    identify: (input: IdentifyInput) => rackWorker().identify(input),
    select: (input: SelectInput) => rackWorker().select(input),
    assemble: (input: OperatingClearanceInput) => rackWorker().assemble(input),
    distribution: (input: DistributionInput) => rackWorker().distribution(input),
    read: (marking: string) => rackWorker().read(marking),
    parts: (text: string) => rackWorker().parts(text),
    row: (designation: string) => rackWorker().row(designation),
  }
  return { view, worker, ready, reload, tookSearches }
})
