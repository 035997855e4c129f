import { liveQuery, type Subscription } from 'dexie'
import { onScopeDispose, shallowRef, watch, type ShallowRef } from 'vue'

/**
 * A value that follows the store: asked again whenever what it read is written, in this tab or another, and whenever `from` changes.
 * Undefined until the first answer.
 */
export function useLive<T>(ask: () => Promise<T> | T, from: () => unknown = () => 0): Readonly<ShallowRef<T | undefined>> {
  const value = shallowRef<T>()
  let subscription: Subscription | undefined
  watch(from, () => {
    subscription?.unsubscribe()
    subscription = liveQuery(ask).subscribe({ next: (v) => { value.value = v }, error: (error) => { console.error(error) } })
  }, { immediate: true })
  onScopeDispose(() => subscription?.unsubscribe())
  return value
}
