import { computed, ref, type ComputedRef, type Ref } from 'vue'
import { paperOfBook, type Run } from '#core/runs/run'
import { readFates } from '~/data/numbers/bookReads'
import { readOpenRun } from '~/data/runs/runReads'
import { readPrintedStock } from '~/data/runs/copyReads'
import type { AccountView } from '~/data/accounts/accountReads'
import { useLive } from '../base/useLive'
import { useRunPaper } from './useRunPaper'

/** The paper and the number book of a run; one that is new has those of its account until others are chosen. */
export function useRunBook(
  account: ComputedRef<AccountView | undefined>,
  run: Readonly<Ref<Run | undefined>>,
  isNew: ComputedRef<boolean>,
) {
  const onPaper = useRunPaper(account, run)
  const { usable } = onPaper
  const bookId = ref('')
  /**
   * The number book that was chosen, else the account's, else one that belongs to the stock; a run that exists
   * has its own.
   */
  const book = computed(
    () =>
      account.value?.books.find(b => b.id === run.value?.bookId) ??
      usable.value.find(b => b.id === bookId.value) ??
      usable.value.find(b => b.id === account.value?.book.id) ??
      usable.value.find(b => b.kind !== 'advices'),
  )
  /** The stock a printed run was printed on, whatever the account's is now. */
  const printedStock = useLive(
    () => (run.value?.printedWith ? readPrintedStock(run.value.printedWith) : undefined),
    () => run.value?.printedWith,
  )
  const stockOfRun = computed(() => {
    const stock = onPaper.stock.value
    return stock && book.value ? paperOfBook(stock, book.value) : stock
  })
  /** The account with the stock and the layout of this run. */
  const view = computed<AccountView | undefined>(
    () =>
      account.value && {
        ...account.value,
        layout: onPaper.layout.value ?? account.value.layout,
        stock: printedStock.value ?? stockOfRun.value ?? account.value.stock,
      },
  )
  const rows = useLive(
    () => (book.value ? readFates(book.value.id) : undefined),
    () => book.value?.id,
  )
  const otherRun = useLive(
    () => (book.value && isNew.value ? readOpenRun(book.value.id) : undefined),
    () => [book.value?.id, isNew.value],
  )
  return { onPaper, bookId, book, view, rows, otherRun }
}
