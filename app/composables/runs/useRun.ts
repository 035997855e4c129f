import { computed, ref } from 'vue'
import { idOf } from '#core/base/id'
import { warning } from '#core/proof/note'
import { paperOfBook, plan } from '#core/runs/run'
import { readHeld, readPayeeChanges } from '~/data/bills/billReads'
import {
  readAccounts,
  readBalances,
  readFates,
  readLane,
  readOpenRun,
  readPayments,
  readPrintedStock,
  readRun,
  type AccountView,
} from '~/data/reads'
import { useLive } from '../base/useLive'
import { useRunPaper } from './useRunPaper'

/**
 * A run and all that its page shows of it, followed as the store changes: the run that the address names, or
 * a new one of the account that it names.
 */
export function useRun() {
  const route = useRoute()
  const isNew = computed(() => route.params.id === 'new')
  const runId = computed(() => idOf<'run'>(String(route.params.id)))

  const accounts = useLive(readAccounts)
  const run = useLive(
    () => (isNew.value ? undefined : readRun(runId.value)),
    () => route.params.id,
  )
  const account = computed(() =>
    accounts.value?.find(a => a.account.id === (run.value?.accountId ?? route.query.account)),
  )
  const from = () => account.value?.account.id
  const lane = useLive(() => (account.value ? readLane(account.value.account.id) : undefined), from)
  const held = useLive(
    () => (lane.value ? readHeld(lane.value) : undefined),
    () => lane.value,
  )
  const balances = useLive(() => (account.value ? readBalances(account.value.account) : undefined), from)
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
  const payments = useLive(
    () => (run.value ? readPayments(run.value.paymentIds) : undefined),
    () => run.value,
  )
  /** Which number goes on which sheet; undefined unless the run is being prepared. */
  const planned = computed(() =>
    run.value?.state === 'prepared' && view.value && payments.value && rows.value
      ? plan(
          run.value,
          new Map(payments.value.map(p => [p.id, p])),
          book.value ?? view.value.book,
          rows.value,
          view.value.stock,
          view.value.account.signing,
        )
      : undefined,
  )
  /** What is said of payees that changed, at the check that goes to them. */
  const payeeChanges = useLive(
    () => (payments.value && run.value?.state === 'prepared' ? readPayeeChanges(payments.value) : undefined),
    () => [payments.value, run.value?.state],
  )
  const payeeNotes = computed(() =>
    (planned.value?.ok ? planned.value.value : []).flatMap(({ number, payment }) => {
      const text = payeeChanges.value?.get(payment.id)
      return text ? [warning('payee-changed', 'payee', text, { check: number })] : []
    }),
  )
  return {
    isNew,
    runId,
    accounts,
    run,
    account,
    lane,
    held,
    balances,
    onPaper,
    bookId,
    book,
    view,
    rows,
    otherRun,
    payments,
    planned,
    payeeNotes,
  }
}
