import { dayText, dayOfMoment, type PlainDate } from '../base/dates'
import { sentence } from '../base/sentence'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { become, type NumberRow } from '../numbers/book'
import type { Entry } from '../ledger/entry'
import { firstOpen, mustBeOpen } from '../ledger/period'
import { figures } from '../money/figures'
import type { Payment } from '../payments/payment'
import type { Decision, Stamp } from '../trail/trail'
import { isEntered, reversalEntry } from '../payments/issueEntry'
import type { Ending } from './replace'

/** What must be known before a payment is cancelled: its check, its entries, and the period that is open. */
export interface CancelKnown {
  /** The standing check; undefined where the payment waits for the replacement of one. */
  readonly row: NumberRow | undefined
  readonly payment: Payment
  /**
   * The day of the entry that is to be reversed: that of the first check, whatever paper took over since;
   * undefined where nothing was entered.
   */
  readonly enteredOn: PlainDate | undefined
  readonly cashLedgerId: Id<'ledger'>
  readonly closedThrough?: PlainDate | undefined
}
/** How a check ends when its payment is cancelled, with the reason. */
export interface Cancelling {
  readonly ending: Exclude<Ending, 'spoiled'>
  readonly why: string
  /** Date of the reversal; the original date where its period is open and nothing is said. */ readonly date?: PlainDate
}

/**
 * The day on which a cancelled payment is reversed: that of its entry, or where that period is closed, the
 * one told. Never before the entry, in a closed period, or later than today (for a post-dated check: than
 * its entry).
 */
export function reversalDate(
  known: {
    readonly payment: Pick<Payment, 'date'>
    readonly enteredOn: PlainDate | undefined
    readonly closedThrough?: PlainDate | undefined
  },
  date: PlainDate | undefined,
  today: PlainDate,
): Result<PlainDate> {
  const entered = known.enteredOn ?? known.payment.date
  const wanted = date ?? entered
  if (!date && known.closedThrough && wanted <= known.closedThrough)
    return refuse(
      'period-closed',
      `The books are closed through ${dayText(known.closedThrough)}. Enter a reversal date of ${dayText(firstOpen(known.closedThrough) ?? wanted)} or later`,
      { field: 'date', value: wanted, limit: known.closedThrough },
    )
  if (wanted < entered)
    return refuse(
      'reversal-early',
      `The payment was entered on ${dayText(entered)} and cannot be reversed before that`,
      {
        field: 'date',
        value: wanted,
        limit: entered,
      },
    )
  const last = entered > today ? entered : today
  if (wanted > last)
    return refuse('reversal-late', `Choose a day up to ${dayText(last)}`, {
      field: 'date',
      value: wanted,
      limit: last,
    })
  return mustBeOpen(wanted, known.closedThrough)
}

/**
 * Cancels a payment that was wrong: its check is voided or stopped, its entry is reversed, on the original
 * date or on one in the open period. Refused for a check that has cleared.
 */
export function cancel(
  known: CancelKnown,
  act: Cancelling,
  stamp: Stamp,
): Decision<{ numbers: NumberRow[]; payments: Payment[]; entries: Entry[] }> {
  const { row, payment } = known
  if (payment.state === 'cleared' || row?.fate === 'cleared')
    return refuse('check-cleared', 'The bank has paid this check, so it cannot be cancelled', {
      field: 'number',
    })
  const replacing = payment.state === 'waiting' && payment.booked === true
  if (payment.state !== 'issued' && !replacing)
    return refuse(
      'payment-not-issued',
      `The payment to ${payment.name} is ${payment.state}. Only an issued payment can be cancelled`,
      { field: 'payment' },
    )
  if (!act.why.trim())
    return refuse('why-blank', 'Give a reason for cancelling the payment', { field: 'why' })
  const numbers: NumberRow[] = []
  if (payment.state === 'issued' && !payment.otherwise) {
    if (row?.fate !== 'issued' || row.check?.paymentId !== payment.id)
      throw new Error(`payment ${payment.id} is issued without a standing check`)
    const ended = become(row, act.ending, stamp, { why: act.why.trim() })
    if (!ended.ok) return ended
    numbers.push(ended.value)
  }
  const date = reversalDate(known, act.date, dayOfMoment(stamp.at))
  if (!date.ok) return date
  const { booked: _, correct: __, ...bare } = payment
  return good({
    changes: {
      numbers,
      payments: [{ ...bare, state: 'cancelled' }],
      entries: !isEntered(payment)
        ? []
        : [
            reversalEntry(
              payment,
              payment.otherwise ? 'otherwise' : row ? String(row.number) : 'waiting',
              known.cashLedgerId,
              date.value,
            ),
          ],
    },
    trail: {
      act: 'Payment cancelled',
      text: sentence(
        `Cancelled the payment of ${figures(payment.amount)} to ${payment.name}${row ? `, check ${row.number} ${act.ending}` : ''}, reversed on ${dayText(date.value)}: ${act.why.trim()}`,
      ),
      about: {
        account: payment.accountId,
        payment: payment.id,
        ...(row && { number: row.id, book: row.bookId }),
      },
    },
  })
}
