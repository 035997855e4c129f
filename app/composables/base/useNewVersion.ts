import { computed, type ComputedRef } from 'vue'
import { readInHand } from '~/data/runs/inHand'
import { useLive } from './useLive'

/**
 * A newer version of the program that was fetched: `offered` while nothing is in hand, `waits` while a run is
 * open or a form is filled in.
 */
export function useNewVersion(): {
  offered: ComputedRef<boolean>
  waits: ComputedRef<boolean>
  takeUp: () => void
} {
  const { $pwa } = useNuxtApp()
  const isHere = computed(() => $pwa?.needRefresh === true)
  const inHand = useLive(
    () => (isHere.value ? readInHand() : undefined),
    () => isHere.value,
  )
  return {
    offered: computed(() => inHand.value === false),
    waits: computed(() => inHand.value === true),
    takeUp: () => void $pwa?.updateServiceWorker(),
  }
}
