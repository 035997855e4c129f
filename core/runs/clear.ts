import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import { become, type NumberRow } from '../books/book'
import type { Payment } from '../payables/payment'
import type { Decision, Stamp } from '../trail/trail'

/** Marks issued checks of one account as paid by the bank. Refuses the whole list where one of them is not issued. */
export function clear(known: { accountId: Id<'account'>, rows: readonly NumberRow[], payments: ReadonlyMap<Id<'payment'>, Payment> }, stamp: Stamp): Decision<{ numbers: NumberRow[], payments: Payment[] }> {
  const numbers: NumberRow[] = []
  const payments: Payment[] = []
  for (const row of known.rows) {
    const payment = row.check ? known.payments.get(row.check.paymentId) : undefined
    const moved = become(row, 'cleared', stamp)
    if (!moved.ok) return moved
    if (!payment || payment.state !== 'issued') return refuse('payment-not-issued', `the payment of ${row.number} is not issued`, { field: 'number', value: row.number })
    numbers.push(moved.value)
    payments.push({ ...payment, state: 'cleared' })
  }
  return good({ changes: { numbers, payments }, trail: { act: 'clear', text: `${numbers.length} checks paid by the bank`, about: { account: known.accountId } } })
}
