import type { Id } from '#core/base/id'
import type { Bill } from '#core/bills/bill'
import type { NumberRow } from '#core/numbers/book'
import { standingNumber } from '#core/office/lookups'
import type { Payment } from '#core/payments/payment'
import { readAccounts, type AccountView } from '../accounts/accountReads'
import { db } from '../store/db'

/** A payment with all that its page shows. */
export interface PaymentView {
  readonly payment: Payment
  readonly view: AccountView
  /** Numbers that carried it, in their order. */
  readonly numbers: readonly NumberRow[]
  readonly standing: NumberRow | undefined
  readonly bills: readonly Bill[]
}
export async function readPaymentView(id: Id<'payment'>): Promise<PaymentView | undefined> {
  const payment = await db.payments.get(id)
  if (!payment) return undefined
  const [accounts, numbers, bills] = await Promise.all([
    readAccounts(),
    db.numbers.where('check.paymentId').equals(id).sortBy('number'),
    db.bills.bulkGet((payment.settles?.bills ?? []).map(a => a.billId)),
  ])
  const view = accounts.find(a => a.account.id === payment.accountId)
  if (!view) return undefined
  return {
    payment,
    view,
    numbers,
    standing: standingNumber(numbers),
    bills: bills.filter(b => b !== undefined),
  }
}
