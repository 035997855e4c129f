import { onMounted, onScopeDispose, ref, type Ref } from 'vue'

/** Does something once the browser has nothing more urgent to do; gives what calls it off. */
export function whenIdle(act: () => void): () => void {
  // Not every browser tells when it is idle.
  if (!('requestIdleCallback' in window)) {
    const timer = setTimeout(act, 60)
    return () => clearTimeout(timer)
  }
  const handle = requestIdleCallback(act, { timeout: 300 })
  return () => cancelIdleCallback(handle)
}

/** False at first, true once the page stands: for what stands beside the list that a person came for. */
export function useLater(): Readonly<Ref<boolean>> {
  const isTime = ref(false)
  let off = (): void => {}
  onMounted(() => {
    off = whenIdle(() => {
      isTime.value = true
    })
  })
  onScopeDispose(() => off())
  return isTime
}
