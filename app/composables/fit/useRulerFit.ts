import { computed, ref } from 'vue'
import { deviationFrom, fitMarks, type FitMark, type Measured } from '#core/fit/fit'
import { parseLength, type Unit } from '#core/paper/length'
import type { Stock } from '#core/paper/stock'

/** The most that a mark's distance from its edge is taken for, in mm. */
const MOST = 100
const none = (): Record<FitMark, string> => ({ A: '', B: '', C: '', D: '', E: '', F: '' })

/** A fit found with a ruler: the distances of the fit sheet's marks as typed, and what they come to. */
export function useRulerFit(stock: () => Stock, unit: () => Unit) {
  const typed = ref(none())
  const tried = ref(false)
  const lengths = computed(() => {
    const of = (mark: FitMark) =>
      typed.value[mark].trim() === '' ? undefined : parseLength(typed.value[mark], unit(), mark, 0, MOST)
    return new Map(fitMarks.map(mark => [mark, of(mark)]))
  })
  const measured = computed<Measured>(() =>
    Object.fromEntries(
      fitMarks.flatMap(mark => {
        const length = lengths.value.get(mark)
        return length?.ok ? [[mark, length.value]] : []
      }),
    ),
  )
  const found = computed(() =>
    Object.keys(measured.value).length
      ? deviationFrom(measured.value, stock().sheet.w, stock().sheet.h)
      : undefined,
  )
  /** What is wrong at a mark, once something stands there or the act was tried; '' where nothing is. */
  function faultOf(mark: FitMark): string {
    const length = lengths.value.get(mark)
    if (length && !length.ok) return length.refusal.text
    const asked = tried.value || measured.value[mark] !== undefined
    if (!asked || !found.value || found.value.ok) return ''
    return found.value.refusal.field === mark ? found.value.refusal.text : ''
  }
  function forget(): void {
    typed.value = none()
    tried.value = false
  }
  return { typed, tried, found, faultOf, forget }
}
