import { createPinia } from 'pinia'
import PrimeVue from 'primevue/config'
import { createApp } from 'vue'
import { z } from 'zod'
import App from './App.vue'
import { router } from './router.js'
import { preset } from './theme/preset.js'
import './theme/theme.css'

// The content security policy forbids evaluated script.
z.config({ jitless: true })

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content
createApp(App)
  .use(createPinia())
  .use(router)
  .use(PrimeVue, { theme: { preset, options: { darkModeSelector: '.night' } }, csp: { nonce } })
  // The autofocus attribute counts only while a page loads; a field that appears later asks for itself.
  .directive('focus', { mounted: (element: HTMLElement, { value }: { value?: unknown }) => value !== false && element.focus() })
  .mount('#app')
