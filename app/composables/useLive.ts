import { liveQuery, type Subscription } from 'dexie'
import { onScopeDispose, shallowRef, watch, type ShallowRef } from 'vue'

/** Questions to the store that are not answered yet. */
let asking = 0
/** Longest wait for the screen to follow: after it, a slow question keeps nobody from going on. */
const FOLLOWS_MS = 3000

/**
 * A value that follows the store: asked again whenever what it read is written, in this tab or another, and whenever `from` changes.
 * Undefined until the first answer.
 */
export function useLive<T>(ask: () => Promise<T> | T, from: () => unknown = () => 0): Readonly<ShallowRef<T | undefined>> {
  const value = shallowRef<T>()
  let subscription: Subscription | undefined
  const counted = async (): Promise<T> => {
    asking++
    try { return await ask() }
    finally { asking-- }
  }
  watch(from, () => {
    subscription?.unsubscribe()
    subscription = liveQuery(counted).subscribe({ next: (v) => { value.value = v }, error: (error) => { console.error(error) } })
  }, { immediate: true })
  onScopeDispose(() => subscription?.unsubscribe())
  return value
}

/** Resolves when every value that follows the store shows what was written last, or after 3 seconds. */
export async function screenFollows(): Promise<void> {
  const until = Date.now() + FOLLOWS_MS
  // The store tells of a write in a task of its own after it; what is shown then may ask for more.
  for (let turn = 0; turn < 2 || (asking > 0 && Date.now() < until); turn++) await new Promise(done => setTimeout(done))
}
