import { dayOfMoment, dayText, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import { sentence } from '../base/sentence'
import { mayPost, type PostKnown } from '../accounts/mayPost'
import { entry, sided, type Entry } from '../ledger/entry'
import { mustBeOpen } from '../ledger/period'
import { cents } from '../money/cents'
import { figures } from '../money/figures'
import { become, type NumberRow } from '../numbers/book'
import { isEntered } from '../payments/issueEntry'
import type { Payment } from '../payments/payment'
import type { Decision, Stamp } from '../trail/trail'

/** A check that was never cashed, as it is written back. */
export interface WritingBack {
  /** Where the money goes: unclaimed property, other income. */
  readonly ledgerId: Id<'ledger'>
  readonly why: string
  readonly date: PlainDate
}

/**
 * Writes a check back that was never cashed: its number is voided, its money comes back into the account and goes to a
 * ledger account. What it paid stays paid. Refused: a check that is not issued, no reason, a date before the check,
 * later than today or in a closed period, a ledger account that cannot be posted to.
 */
export function writeBack(
  known: PostKnown & {
    readonly payment: Payment
    readonly row: NumberRow | undefined
    readonly closedThrough?: PlainDate | undefined
  },
  act: WritingBack,
  stamp: Stamp,
): Decision<{ numbers: NumberRow[]; payments: Payment[]; entries: Entry[] }> {
  const { payment, row, account } = known
  if (row?.fate !== 'issued' || payment.state !== 'issued' || payment.otherwise)
    return refuse('check-not-issued', 'Only an issued check that was not cashed can be written back', {
      field: 'number',
    })
  const why = act.why.trim()
  if (!why) return refuse('why-blank', 'Give a reason for writing the check back', { field: 'why' })
  const post = mayPost(known, act.ledgerId)
  if (!post.ok) return post
  const today = dayOfMoment(stamp.at)
  if (act.date < payment.date || act.date > today)
    return refuse('date-outside', `Choose a day from ${dayText(payment.date)} to ${dayText(today)}`, {
      field: 'date',
      value: act.date,
    })
  const open = mustBeOpen(act.date, known.closedThrough)
  if (!open.ok) return open
  const ended = become(row, 'voided', stamp, { why: `written back: ${why}` })
  if (!ended.ok) return ended
  const ledger = known.ledgers.find(l => l.id === act.ledgerId)
  const entries = isEntered(payment)
    ? [
        entry({
          ...{ id: `${payment.id}/written-back` as Id<'entry'>, companyId: payment.companyId },
          ...{ date: act.date, text: `Written back: ${payment.name}`, paymentId: payment.id },
          lines: [sided(account.cashLedgerId, payment.amount), sided(act.ledgerId, cents(-payment.amount))],
        }),
      ]
    : []
  return good({
    changes: { numbers: [ended.value], payments: [{ ...payment, state: 'written back' }], entries },
    trail: {
      act: 'Check written back',
      text: sentence(
        `Wrote back check ${row.number} to ${payment.name}, ${figures(payment.amount, { sign: account.currency.sign })}, on ${dayText(act.date)} to ${ledger?.code} ${ledger?.name}: ${why}`,
      ),
      about: { account: payment.accountId, payment: payment.id, number: row.id, book: row.bookId },
    },
  })
}
