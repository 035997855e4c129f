import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { become, type NumberRow } from '../books/book'
import type { Entry } from '../ledger/entry'
import { firstOpen, mustBeOpen } from '../ledger/period'
import { figures } from '../money/figures'
import type { Payment } from '../payables/payment'
import type { Decision, Stamp } from '../trail/trail'
import { reversalEntry } from './issue'
import type { Ending } from './replace'

export interface CancelKnown {
  /** The standing check; undefined where the payment waits for the replacement of one. */
  readonly row: NumberRow | undefined
  readonly payment: Payment
  readonly cashLedgerId: Id<'ledger'>
  readonly closedThrough?: PlainDate | undefined
}
export interface Cancelling { readonly ending: Exclude<Ending, 'spoiled'>, readonly why: string, /** Date of the reversal; the original date where its period is open and nothing is said. */ readonly date?: PlainDate }

/** The date on which a cancelled payment is reversed: the original one, or where its period is closed, the one told, which must be open. */
export function reversalDate(known: Pick<CancelKnown, 'payment' | 'closedThrough'>, date: PlainDate | undefined): Result<PlainDate> {
  const wanted = date ?? known.payment.date
  if (!date && known.closedThrough && wanted <= known.closedThrough) return refuse('period-closed', `the period of ${wanted} is closed through ${known.closedThrough}: choose the day of the reversal, ${firstOpen(known.closedThrough)} or later`, { field: 'date', value: wanted, limit: known.closedThrough })
  return mustBeOpen(wanted, known.closedThrough)
}

/**
 * Cancels a payment that was wrong: its check is voided or stopped, its entry is reversed, on the original date or on one in the open period.
 * Refused for a check that has cleared.
 */
export function cancel(known: CancelKnown, act: Cancelling, stamp: Stamp): Decision<{ numbers: NumberRow[], payments: Payment[], entries: Entry[] }> {
  const { row, payment } = known
  if (payment.state === 'cleared' || row?.fate === 'cleared') return refuse('check-cleared', 'the bank has paid this check: it cannot be cancelled', { field: 'number' })
  const replacing = payment.state === 'waiting' && payment.booked === true
  if (payment.state !== 'issued' && !replacing) return refuse('payment-not-issued', `the payment to ${payment.name} is ${payment.state}: only an issued one can be cancelled`, { field: 'payment' })
  if (!act.why.trim()) return refuse('why-blank', 'say why it is cancelled', { field: 'why' })
  const numbers: NumberRow[] = []
  if (payment.state === 'issued') {
    if (row?.fate !== 'issued' || row.check?.paymentId !== payment.id) throw new Error(`payment ${payment.id} is issued without a standing check`)
    const ended = become(row, act.ending, stamp, { why: act.why.trim() })
    if (!ended.ok) return ended
    numbers.push(ended.value)
  }
  const date = reversalDate(known, act.date)
  if (!date.ok) return date
  const { booked: _, correct: __, ...bare } = payment
  return good({
    changes: { numbers, payments: [{ ...bare, state: 'cancelled' }], entries: payment.amount === 0 ? [] : [reversalEntry(payment, row ? String(row.number) : 'waiting', known.cashLedgerId, date.value)] },
    trail: { act: 'cancel a payment', text: `${figures(payment.amount)} to ${payment.name}${row ? `, ${row.number} ${act.ending}` : ''}, reversed on ${date.value}: ${act.why.trim()}`, about: { account: payment.accountId, payment: payment.id, ...(row && { number: row.id, book: row.bookId }) } },
  })
}
