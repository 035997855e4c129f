import { computed, type ComputedRef, type Ref } from 'vue'
import type { NumberBook, Rows } from '#core/numbers/book'
import { warning } from '#core/proof/note'
import { plan, type Run } from '#core/runs/run'
import { readPayeeChanges } from '~/data/bills/billReads'
import { readPayments } from '~/data/payments/paymentReads'
import type { AccountView } from '~/data/accounts/accountReads'
import { useLive } from '../base/useLive'

interface RunBook {
  readonly view: ComputedRef<AccountView | undefined>
  readonly book: ComputedRef<NumberBook | undefined>
  readonly rows: Readonly<Ref<Rows | undefined>>
}

/** The payments of a run, which number goes on which sheet, and what is said of payees that changed. */
export function useRunPlan(run: Readonly<Ref<Run | undefined>>, { view, book, rows }: RunBook) {
  const payments = useLive(
    () => (run.value ? readPayments(run.value.paymentIds) : undefined),
    () => run.value,
  )
  const isPrepared = computed(() => run.value?.state === 'prepared')
  /** Undefined unless the run is being prepared: afterwards its checks say it. */
  const planned = computed(() =>
    isPrepared.value && run.value && view.value && payments.value && rows.value
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
  const payeeChanges = useLive(
    () => (payments.value && isPrepared.value ? readPayeeChanges(payments.value) : undefined),
    () => [payments.value, isPrepared.value],
  )
  /** A change of a payee is said at the check that goes to them. */
  const payeeNotes = computed(() =>
    (planned.value?.ok ? planned.value.value : []).flatMap(({ number, payment }) => {
      const text = payeeChanges.value?.get(payment.id)
      return text ? [warning('payee-changed', 'payee', text, { check: number })] : []
    }),
  )
  return { payments, planned, payeeNotes }
}
