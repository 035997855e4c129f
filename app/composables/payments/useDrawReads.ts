import type { Ref } from 'vue'
import { nextNumber, type NumberBook } from '#core/numbers/book'
import type { Payee } from '#core/payees/payee'
import { idOf } from '#core/base/id'
import { readNamesakes, readOpenBills, readPaymentsTo } from '~/data/bills/billReads'
import { readBalances } from '~/data/accounts/balances'
import { readFates } from '~/data/numbers/bookReads'
import { countLane } from '~/data/payments/paymentReads'
import { readLedgers } from '~/data/ledger/ledgerReads'
import { readPayees } from '~/data/payees/payeeReads'
import type { AccountView } from '~/data/accounts/accountReads'
import { useLive } from '../base/useLive'

/** What the store says of the account that a payment is drawn on. */
export function useDrawnOn(
  view: Readonly<Ref<AccountView | undefined>>,
  pad: Readonly<Ref<NumberBook | undefined>>,
) {
  const companyId = () => view.value?.account.companyId
  const accountId = () => view.value?.account.id
  const nextOf = (book: () => NumberBook | undefined) =>
    useLive(
      async () => {
        const of = book()
        return of && nextNumber(of, await readFates(of.id))
      },
      () => book()?.id,
    )
  return {
    payees: useLive(() => (view.value ? readPayees(view.value.account.companyId) : undefined), companyId),
    ledgers: useLive(() => (view.value ? readLedgers(view.value.account.companyId) : undefined), companyId),
    balances: useLive(() => (view.value ? readBalances(view.value.account) : undefined), accountId),
    waiting: useLive(() => (view.value ? countLane(view.value.account.id) : undefined), accountId),
    next: nextOf(() => view.value?.book),
    padNext: nextOf(() => pad.value),
  }
}

/** What the store says of the payee that is drawn to. `number`: of a bill that is taken in with the payment. */
export function useDrawnTo(payee: Readonly<Ref<Payee | undefined>>, number: () => string) {
  const id = () => payee.value?.id
  return {
    openBills: useLive(() => (payee.value ? readOpenBills(payee.value.id) : []), id),
    paidBefore: useLive(() => (payee.value ? readPaymentsTo(payee.value.id) : []), id),
    namesakes: useLive(
      () =>
        payee.value && number()
          ? readNamesakes(payee.value.id, number(), idOf('new'))
          : { same: [], like: [] },
      () => [id(), number()],
    ),
  }
}
