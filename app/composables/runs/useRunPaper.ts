import { computed, shallowRef, type Ref } from 'vue'
import { feedsRuns, type NumberBook } from '#core/numbers/book'
import type { Layout } from '#core/paper/layout'
import type { Stock } from '#core/paper/stock'
import { isFor, layoutOf } from '#core/paper/versions'
import { otherNumbers, type Run, type RunPaper } from '#core/runs/run'
import { readLibrary } from '~/data/layouts/library'
import type { AccountView } from '~/data/accounts/accountReads'
import { useLive } from '../base/useLive'

/**
 * What a run goes on and how: the stock and the layout of its account, unless others are chosen for this run
 * alone; and the number books that belong to that stock.
 */
export function useRunPaper(
  account: Readonly<Ref<AccountView | undefined>>,
  run: Readonly<Ref<Run | undefined>>,
) {
  const library = useLive(readLibrary)
  const chosen = shallowRef<RunPaper>()
  const paper = computed(() => chosen.value ?? run.value?.paper)
  const stocks = computed(() => (library.value?.stocks ?? []).map(r => r.stock))
  const layouts = computed(() => {
    const companyId = account.value?.account.companyId
    const { layouts: rows, owns } = library.value ?? { layouts: [], owns: [] }
    if (!companyId) return []
    return rows
      .filter(r => isFor(r.layout, companyId))
      .flatMap(r => layoutOf(rows, owns, r.key, companyId) ?? [])
  })
  const stock = computed<Stock | undefined>(
    () => stocks.value.find(s => s.id === paper.value?.stockId) ?? account.value?.stock,
  )
  const layout = computed<Layout | undefined>(
    () => layouts.value.find(l => l.id === paper.value?.layoutId) ?? account.value?.layout,
  )
  /** Books that a run on this stock may take its numbers from. */
  const usable = computed<NumberBook[]>(() =>
    (account.value?.books ?? [])
      .filter(feedsRuns)
      .filter(b => !paper.value || !stock.value || !otherNumbers(b, stock.value)),
  )
  /** Stocks that can be chosen: a run that has its book keeps to the way its numbers come. */
  const choices = computed(() =>
    run.value && stock.value ? stocks.value.filter(s => s.numbered === stock.value?.numbered) : stocks.value,
  )
  const take = (next: RunPaper): void => {
    const own = account.value?.account
    const isOwn = own?.stockId === next.stockId && own.layoutId === next.layoutId
    chosen.value = isOwn && !run.value?.paper ? undefined : next
  }
  /** Takes another stock, and the account's layout where that is made for it, else one that is. */
  function takeStock(stockId: string): void {
    const own = account.value?.layout
    const made = own?.stock === stockId ? own : layouts.value.find(l => l.stock === stockId)
    const layoutId = made?.id ?? layout.value?.id
    if (layoutId) take({ stockId, layoutId })
  }
  const takeLayout = (layoutId: string): void => {
    if (stock.value) take({ stockId: stock.value.id, layoutId })
  }
  return { paper, stock, layout, stocks: choices, layouts, usable, takeStock, takeLayout }
}
