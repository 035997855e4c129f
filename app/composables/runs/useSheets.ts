import { computed, shallowRef, watch, type Ref } from 'vue'
import type { Result } from '#core/base/result'
import { spans } from '#core/numbers/spans'
import { checksPerSheet } from '#core/paper/stock'
import type { CheckFacts } from '#core/proof/facts'
import { placesOf } from '#core/runs/print'
import { bySheets, layoutVersion, type PlannedCheck, type Printing } from '#core/runs/run'
import type { AccountView } from '~/data/accounts/accountReads'

/**
 * What the PDF of a planned run is made of, the same lists as long as the facts are the same, so that it is
 * made once. `changed` is called when they no longer are: what was approved of the old ones no longer
 * counts.
 */
export function useSheets(
  planned: Readonly<Ref<Result<PlannedCheck[]> | undefined>>,
  view: Readonly<Ref<AccountView | undefined>>,
  printing: () => Printing | null | undefined,
  changed: () => void,
) {
  const checks = shallowRef<readonly CheckFacts[]>([])
  /** Which check is on which sheet, in the order in which they are fed. */
  const sheets = shallowRef<(number | null)[][]>([])
  const places = shallowRef<string[]>([])
  let before = ''
  watch([planned, () => view.value?.layout, () => view.value?.stock, printing], ([now]) => {
    const of = view.value
    const list = now?.ok ? now.value : []
    const facts = list.map(c => c.facts)
    const key = JSON.stringify(
      of && {
        facts,
        version: layoutVersion(of.layout, of.stock, of.facts).id,
        printing: printing(),
        places: placesOf(list),
      },
    )
    if (key === before) return
    before = key
    const placed = list.map((c, i) => ({ sheet: c.sheet, place: c.place, i }))
    sheets.value = of
      ? bySheets(placed, checksPerSheet(of.stock)).map(sheet => sheet.map(c => c?.i ?? null))
      : []
    places.value = placesOf(list)
    checks.value = facts
    changed()
  })
  /** The numbers of the run, whatever order its sheets are fed in. */
  const numbers = computed(() => spans(checks.value.map(c => c.number)))
  return { checks, sheets, places, numbers }
}
