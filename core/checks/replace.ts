import { good, refuse } from '../base/result'
import { become, type NumberRow } from '../numbers/book'
import { figures } from '../money/figures'
import type { Payment } from '../payments/payment'
import type { Decision, Stamp } from '../trail/trail'

/**
 * How the old paper ends: voided (in hand or destroyed), stopped (out of the house, the bank is asked to stop
 * it), spoiled (found so after the count-off).
 */
export const endings = ['voided', 'stopped', 'spoiled'] as const
export type Ending = (typeof endings)[number]

/**
 * Replaces an issued check: the payment stands, its paper does not. The number ends, the payment goes back
 * to the lane with its entry standing, so bills, entries, pay and balances stay as they are. Refused for a
 * check that has cleared, or was never issued.
 */
export function replace(
  known: { row: NumberRow; payment: Payment },
  act: { ending: Ending; why: string },
  stamp: Stamp,
): Decision<{ numbers: NumberRow[]; payments: Payment[] }> {
  const { row, payment } = known
  if (row.fate === 'cleared')
    return refuse('check-cleared', `The bank has paid check ${row.number}, so it cannot be replaced`, {
      field: 'number',
      value: row.number,
    })
  if (row.fate !== 'issued' || payment.state !== 'issued' || row.check?.paymentId !== payment.id)
    return refuse(
      'check-not-issued',
      `Check ${row.number} is ${row.fate}. Only an issued check can be replaced`,
      {
        field: 'number',
        value: row.number,
      },
    )
  if (!act.why.trim()) return refuse('why-blank', 'Give a reason for replacing the check', { field: 'why' })
  const ended = become(row, act.ending, stamp, { why: act.why.trim() })
  if (!ended.ok) return ended
  return good({
    changes: { numbers: [ended.value], payments: [{ ...payment, state: 'waiting', booked: true }] },
    trail: {
      act: 'Check replaced',
      text: `Replaced check ${row.number} (${act.ending}: ${act.why.trim()}). The payment of ${figures(payment.amount)} to ${payment.name} is back in the lane.`,
      about: { account: payment.accountId, book: row.bookId, payment: payment.id, number: row.id },
    },
  })
}
