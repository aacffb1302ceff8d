import { defineStore } from 'pinia'
import { mayAct, type Me, type Role, type SessionState, type Theme } from '../../contract/people.js'
import { format, formatTrimmed, unitOf, type Quantity, type UnitSystem } from '../../core/units/quantities.js'
import { say } from '../../core/words/say.js'
import { call } from '../api.js'

export const useSession = defineStore('session', {
  state: () => ({
    me: null as Me | null,
    needsFirstAdministrator: false,
    demo: false,
    known: false,
    /** Set when the session ended in the middle of work; a dialog asks to sign in again. */
    expired: false,
  }),
  getters: {
    units: (state): UnitSystem => state.me?.units ?? 'metric',
    theme: (state): Theme => state.me?.theme ?? 'day',
  },
  actions: {
    take(state: SessionState) {
      this.me = state.me
      this.needsFirstAdministrator = state.needsFirstAdministrator
      this.demo = state.demo
      this.known = true
    },
    async load() {
      this.take(await call('session'))
    },
    async signIn(login: string, password: string) {
      this.take(await call('signIn', { body: { login, password } }))
      this.expired = false
    },
    async signOut() {
      await call('signOut')
      this.me = null
    },
    /** Shown at once; the choice follows the person to other machines. */
    async setUnits(units: UnitSystem) {
      if (!this.me || this.me.units === units) return
      this.me.units = units
      await call('preferences', { body: { units } }).catch(() => {})
    },
    async setTheme(theme: Theme) {
      if (!this.me || this.me.theme === theme) return
      this.me.theme = theme
      await call('preferences', { body: { theme } }).catch(() => {})
    },
    may(role: Role): boolean {
      return this.me !== null && mayAct(this.me.role, role)
    },
    show(value: number, quantity: Quantity, decimals?: number): string {
      return format(value, quantity, this.units, decimals)
    },
    /** As fine as asked for, without zeros at the end. */
    showTrimmed(value: number, quantity: Quantity, decimals?: number): string {
      return formatTrimmed(value, quantity, this.units, decimals)
    },
    /** A sentence of the card with its quantities in the person's units. */
    say(words: Parameters<typeof say>[0]): string {
      return say(words, this.units)
    },
    unit(quantity: Quantity): string {
      return unitOf(quantity, this.units)
    },
    /** Number with its unit. */
    withUnit(value: number, quantity: Quantity, decimals?: number): string {
      return `${this.show(value, quantity, decimals)} ${this.unit(quantity)}`.trimEnd()
    },
  },
})
