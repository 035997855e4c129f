import { howMany } from '../base/howMany'
import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import { become, type NumberRow } from '../numbers/book'
import type { Payment } from '../payments/payment'
import type { Decision, Stamp } from '../trail/trail'

/**
 * Marks issued checks of one account as paid by the bank. `rows` are what the books say of them now.
 * Refuses the whole list where one is named twice, belongs to another account, is not issued, or no longer
 * stands for its payment.
 */
export function clear(
  known: {
    accountId: Id<'account'>
    rows: readonly NumberRow[]
    payments: ReadonlyMap<Id<'payment'>, Payment>
  },
  stamp: Stamp,
): Decision<{ numbers: NumberRow[]; payments: Payment[] }> {
  if (!known.rows.length) return refuse('numbers-none', 'Choose at least one number', { field: 'number' })
  const numbers: NumberRow[] = []
  const payments: Payment[] = []
  for (const row of known.rows) {
    const payment = row.check ? known.payments.get(row.check.paymentId) : undefined
    if (row.accountId !== known.accountId)
      return refuse('number-elsewhere', `${row.number} belongs to another account`, {
        field: 'number',
        value: row.number,
      })
    if (numbers.some(n => n.id === row.id))
      return refuse('number-twice', `${row.number} is named twice`, { field: 'number', value: row.number })
    const moved = become(row, 'cleared', stamp)
    if (!moved.ok) return moved
    if (!payment || payment.state !== 'issued')
      return refuse('payment-not-issued', `the payment of ${row.number} is not issued`, {
        field: 'number',
        value: row.number,
      })
    numbers.push(moved.value)
    payments.push({ ...payment, state: 'cleared' })
  }
  return good({
    changes: { numbers, payments },
    trail: {
      act: 'Checks cleared',
      text: `The bank paid ${howMany(numbers.length, 'check')}.`,
      about: { account: known.accountId },
    },
  })
}
