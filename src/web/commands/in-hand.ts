import { shallowRef } from 'vue'
import type { ProcedureName } from '../../core/procedure/procedures.js'

/** By which procedure the card in hand is worked through, for the one box, which knows no card; null until one was opened. */
export const procedureInHand = shallowRef<ProcedureName | null>(null)
