import { defineComponent, provide, type InjectionKey, type Ref } from 'vue'

/** What a form tells its parts: what the server refused, and whether it was tried to send it; a late one shows errors only then. */
export const SENT_FORM: InjectionKey<{
  refused: Record<string, string>
  tried: Ref<boolean>
  /** Errors show only once it was sent. */
  late?: boolean
}> = Symbol('form')

/** Our fields say themselves what they hold; the kit's inputs inside of them, which hold it as text, keep out of the form. */
export const Apart = defineComponent((_props, { slots }) => {
  provide('$pcForm', null)
  provide('$pcFormField', null)
  return () => slots.default?.()
})
