import { createRouter, createWebHistory } from 'vue-router'
import { allStations } from '../core/procedure/procedures.js'
import { useSession } from './stores/session.js'

export const router = createRouter({
  history: createWebHistory(),
  // To a part of a screen that is named in the address, once it is there.
  scrollBehavior: (to) => (to.hash ? new Promise((go) => setTimeout(() => go({ el: to.hash }), 300)) : undefined),
  routes: [
    { path: '/', name: 'yard', component: () => import('./screens/Yard/YardScreen.vue'), meta: { title: 'Yard' } },
    {
      path: '/sign-in',
      name: 'sign-in',
      component: () => import('./screens/SignIn/SignInScreen.vue'),
      meta: { title: 'Sign in', open: true },
    },
    { path: '/machines', name: 'machines', component: () => import('./screens/Machines/MachinesScreen.vue'), meta: { title: 'Machines' } },
    {
      path: '/machines/:id(\\d+)',
      name: 'machine',
      component: () => import('./screens/Machine/MachineScreen.vue'),
      meta: { title: 'Machine' },
    },
    {
      path: '/machines/new',
      name: 'new-machine',
      component: () => import('./screens/LineEditor/MachineEdit.vue'),
      meta: { title: 'New machine' },
    },
    {
      path: '/machines/:id(\\d+)/edit',
      name: 'edit-machine',
      component: () => import('./screens/LineEditor/MachineEdit.vue'),
      meta: { title: 'Shaft line' },
    },
    {
      path: `/jobs/:id(\\d+)/:station(${allStations().join('|')})?`,
      name: 'card',
      component: () => import('./screens/JobCard/JobCardScreen.vue'),
      meta: { title: 'Job card' },
    },
    {
      path: '/jobs/:id(\\d+)/steps/:step(\\d+)?',
      name: 'steps',
      component: () => import('./screens/StepByStep/StepByStepScreen.vue'),
      meta: { title: 'Step by step' },
    },
    {
      path: '/greasing/:id(\\d+)',
      name: 'greasing',
      component: () => import('./screens/Greasing/GreasingScreen.vue'),
      meta: { title: 'Greasing' },
    },
    {
      path: '/lines/:id(\\d+)/visit',
      name: 'new-visit',
      component: () => import('./screens/Visit/NewVisit.vue'),
      meta: { title: 'Visit' },
    },
    { path: '/visits/:id(\\d+)', name: 'visit', component: () => import('./screens/Visit/VisitReport.vue'), meta: { title: 'Visit' } },
    { path: '/rack', name: 'rack', component: () => import('./screens/Rack/RackScreen.vue'), meta: { title: 'Rack' } },
    { path: '/bench', name: 'bench', component: () => import('./screens/Bench/BenchScreen.vue'), meta: { title: 'Identify' } },
    { path: '/compare', name: 'compare', component: () => import('./screens/Compare/CompareScreen.vue'), meta: { title: 'Compare' } },
    { path: '/parts', name: 'parts', component: () => import('./screens/Parts/PartsScreen.vue'), meta: { title: 'Parts' } },
    { path: '/parts/:name', name: 'part', component: () => import('./screens/Parts/PartsScreen.vue'), meta: { title: 'Parts' } },
    { path: '/own-data', name: 'own-data', component: () => import('./screens/OwnData/OwnDataScreen.vue'), meta: { title: 'Own data' } },
    {
      path: '/rack/:designation',
      name: 'bearing',
      component: () => import('./screens/Rack/BearingScreen.vue'),
      meta: { title: 'Bearing' },
    },
    { path: '/settings', name: 'settings', component: () => import('./screens/Settings/SettingsScreen.vue'), meta: { title: 'Settings' } },
    { path: '/:rest(.*)*', name: 'lost', component: () => import('./screens/LostScreen.vue'), meta: { title: 'Nothing here' } },
  ],
})

router.beforeEach(async (to) => {
  const session = useSession()
  if (!session.known) await session.load().catch(() => {})
  if (!session.me && !to.meta.open) return { name: 'sign-in', query: to.path === '/' ? {} : { then: to.fullPath } }
  if (session.me && to.name === 'sign-in') return { name: 'yard' }
  // What was begun there stands again as the screen is made.
  if (session.me && to.name !== 'yard') await (await import('./outbox/begun.js')).loadDrafts(session.me.id)
})

router.afterEach((to) => {
  document.title = `${String(to.meta.title)} · Yardfrost`
})
