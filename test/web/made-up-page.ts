import { createPinia, setActivePinia } from 'pinia'
import PrimeVue from 'primevue/config'
import { createSSRApp, defineComponent, h } from 'vue'
import { renderToString } from 'vue/server-renderer'
import { createMemoryHistory, createRouter } from 'vue-router'
import type { CardView } from '../../src/contract/cards.js'
import type { Me } from '../../src/contract/people.js'
import type { StationResult } from '../../src/core/card/station.js'
import JobCardScreen from '../../src/web/screens/JobCard/JobCardScreen.vue'
import { PANELS } from '../../src/web/screens/JobCard/panels.js'
import StationFrame from '../../src/web/screens/JobCard/StationFrame.vue'
import { useCard } from '../../src/web/stores/card.js'
import { useSession } from '../../src/web/stores/session.js'
import { twoSupports } from '../core/line.js'
import { GAP_AT, addMadeUp } from '../made-up.js'

/** The panel of the made-up station: the frame that all stations share, with a word of its own. */
const CoverStation = defineComponent(() => {
  const card = useCard()
  const result = () => (card.evaluation as unknown as Record<string, StationResult>).cover!
  return () => h(StationFrame, { result: result(), drawingTitle: 'How the cover sits' }, { entry: () => 'With a feeler.' })
})

/** The screen of a card of the made-up procedure as HTML, with a gap of 0.8 mm at its place. */
export async function renderMadeUp(): Promise<string> {
  const takeAway = addMadeUp()
  PANELS.cover = CoverStation
  const context = twoSupports('drive', null)
  const view = {
    job: {
      id: 7,
      status: 'open',
      number: '0107',
      machineName: 'Mash pump',
      machineCode: 'MP-2',
      procedure: { name: 'look-over', version: 3 },
    },
    ...{ revision: 1, plant: 'Hollin Beck Cider Works', context, dutyVersion: null, steps: [], moved: [], lineChanges: [], finished: null },
    line: { positions: context.positions.map((p) => ({ ...p, lubrication: null })), components: [] },
    answers: { [GAP_AT('p1.1')]: { version: 1, value: 0.8, savedAt: '', savedBy: '' } },
  } as unknown as CardView
  const pinia = createPinia()
  setActivePinia(pinia)
  useSession().me = { id: 1, name: 'R. Amble', role: 'technician', units: 'metric' } as Me
  useCard().take(view)
  const routes = ['yard', 'machine', 'steps'].map((name) => ({ name, path: `/${name}/:id?`, component: JobCardScreen }))
  routes.push({ name: 'card', path: '/jobs/:id/:station?', component: JobCardScreen })
  const router = createRouter({ history: createMemoryHistory(), routes })
  await router.push('/jobs/7/cover')
  globalThis.fetch = () => Promise.reject(new TypeError('nobody is there'))
  const html = await renderToString(createSSRApp(JobCardScreen).use(pinia).use(router).use(PrimeVue))
  takeAway()
  delete PANELS.cover
  return html
}
