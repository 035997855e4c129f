import { useElementSize } from '@vueuse/core'
import { computed, ref, type Ref } from 'vue'
import type { Stock } from '#core/paper/stock'
import { useScreenScale } from './useScreenScale'

/** White kept around the sheet, in pixels, and the least scale, in pixels of the screen to the mm. */
const AROUND = 34
const LEAST = 1.2
const [SMALLEST, LARGEST, STEP] = [25, 400, 5]

/** How large a sheet is shown: as it fits the room, or so many per cent of its real size. */
export function useSheetZoom(
  room: Readonly<Ref<HTMLElement | undefined>>,
  stock: Readonly<Ref<Stock | undefined>>,
) {
  const screen = useScreenScale()
  const { width, height } = useElementSize(room)
  const zoom = ref<'fit' | number>('fit')
  const scale = computed(() => {
    if (zoom.value !== 'fit') return (screen.pxPerMm.value * zoom.value) / 100
    const sheet = stock.value?.sheet ?? { w: 216, h: 279 }
    const wide = (width.value - AROUND) / sheet.w
    const whole = Math.max((height.value - AROUND) / sheet.h, (width.value - AROUND - 6) / sheet.w)
    return Math.max(LEAST, Math.min(wide, whole))
  })
  const percent = computed(() => Math.round((scale.value / screen.pxPerMm.value) * 100))
  /** Asked of the person: that the screen be measured first. */
  const measuring = ref(false)
  return {
    zoom,
    scale,
    percent,
    measuring,
    fit(): void {
      zoom.value = 'fit'
    },
    by(factor: number): void {
      const wanted = Math.round((percent.value * factor) / STEP) * STEP
      zoom.value = Math.max(SMALLEST, Math.min(LARGEST, wanted))
    },
    realSize(): void {
      measuring.value = !screen.isMeasured.value
      zoom.value = 100
    },
  }
}
export type SheetZoom = ReturnType<typeof useSheetZoom>
