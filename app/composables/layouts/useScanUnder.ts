import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import type { SnapLines } from '#core/paper/arrange'
import type { Stock } from '#core/paper/stock'
import { readScan } from '~/data/layouts/library'
import { marksOfScan } from '~/data/layouts/straightenScan'
import { useLive } from '../base/useLive'

/** The scan of a stock that lies under the sheet: its picture's address, '' without one, and the lines found in it. */
export function useScanUnder(stock: Readonly<Ref<Stock | undefined>>) {
  const row = useLive(
    () => (stock.value ? readScan(stock.value.id) : undefined),
    () => stock.value?.id,
  )
  const url = ref('')
  const lines = shallowRef<SnapLines>()
  watch(row, now => {
    if (url.value) URL.revokeObjectURL(url.value)
    url.value = now ? URL.createObjectURL(now.picture) : ''
    lines.value = undefined
    if (now)
      void marksOfScan(now.picture).then(found => {
        if (row.value === now) lines.value = found
      })
  })
  /** How much of the scan shows, in per cent. */
  const fade = ref(35)
  return { url: computed(() => url.value), lines: computed(() => lines.value), fade }
}
