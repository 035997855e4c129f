import { watchDebounced } from '@vueuse/core'
import { computed, shallowRef } from 'vue'
import { proofer } from '#core/proof/compose'
import type { Note } from '#core/proof/note'
import { useOffice } from '~/stores/office'
import type { LayoutEditor } from './useLayoutEditor'
import type { LayoutSeen } from './useLayoutSeen'

/** Notes of a layout on the table, and of the longest data there is; the worst of each field. */
export function useTableNotes(editor: LayoutEditor, { stock, facts, samples }: LayoutSeen) {
  const office = useOffice()
  const notes = shallowRef<readonly Note[]>([])
  watchDebounced(
    [() => editor.settled.value, stock, facts, samples, () => office.unit],
    ([layout, on, account, checks]) => {
      if (!layout || !on) return
      const made = proofer({ ...layout, unit: office.unit }, on, account)
      const longest = checks.at(-1)
      const all = [...made.notes, ...(longest ? made.sheet([longest.facts]).notes : [])]
      // What is wrong with any check is wrong with the longest too: it is said once.
      notes.value = [...new Map(all.map(n => [`${n.field} ${n.text}`, n])).values()]
    },
    { debounce: 120, immediate: true },
  )
  const worstBy = computed(() => {
    const warningsFirst = [...notes.value].sort(
      (a, b) => Number(a.severity !== 'warning') - Number(b.severity !== 'warning'),
    )
    return new Map(warningsFirst.map(n => [n.field, n.severity]))
  })
  return { notes, worstBy }
}
