import { dayOfMoment, dayText } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import { cents } from '../money/cents'
import { figures } from '../money/figures'
import type { NumberRow } from '../numbers/book'
import type { Entry } from '../ledger/entry'
import type { Payment } from '../payments/payment'
import type { Decision, Stamp } from '../trail/trail'
import { applyMatch } from './applyMatch'
import type { BankLine } from './bankLine'
import { enterMovement, type EnteringKnown } from './enterMovement'
import { openLine, type MatchKnown } from './matchLines'
import { movementId, type Movement } from './movement'

/** A check whose amount at the bank is accepted, and the ledger account that the rest is posted to. */
export interface AcceptingDifference {
  readonly lineId: Id<'bankLine'>
  readonly numberId: Id<'number'>
  readonly id: Id<'entry'>
  readonly ledgerId: Id<'ledger'>
  readonly text: string
}

/**
 * Accepts what the bank paid of a check, more or less than it is for: the check is cleared, and the difference is
 * posted to a ledger account on the bank's day, or today where that period is closed. Refused where there is no
 * difference, and as matching and entering are.
 */
export function clearWithDifference(
  known: MatchKnown,
  entering: EnteringKnown,
  act: AcceptingDifference,
  stamp: Stamp,
): Decision<{
  bankLines: BankLine[]
  numbers: NumberRow[]
  payments: Payment[]
  movements: Movement[]
  entries: Entry[]
}> {
  const line = openLine(known, act.lineId)
  if (!line.ok) return line
  const row = known.numbers.get(act.numberId)
  const payment = row?.check && known.payments.get(row.check.paymentId)
  if (!row || !payment) return refuse('target-gone', 'This check is not there any more', { field: 'line' })
  const more = cents(line.value.amount + payment.amount)
  if (more === 0) return refuse('difference-none', 'The bank paid what the check is for', { field: 'line' })
  const { closedThrough } = entering
  const isClosed = closedThrough !== undefined && line.value.date <= closedThrough
  const day = isClosed ? dayOfMoment(stamp.at) : line.value.date
  const entered = enterMovement(entering, {
    ...{ id: act.id, kind: 'bank difference', date: day, amount: more },
    ...{ parts: [{ ledgerId: act.ledgerId, amount: more }], text: act.text, party: payment.name },
  })
  if (!entered.ok) return entered
  const differenceId = movementId(act.id, known.account.id)
  const done = applyMatch(line.value, { kind: 'check', row, payment }, stamp, differenceId)
  if (!done.ok) return done
  const { sign } = known.account.currency
  return good({
    changes: {
      entries: entered.value.changes.entries,
      movements: entered.value.changes.movements.map(m => ({ ...m, state: 'cleared' })),
      bankLines: [done.value.line],
      numbers: [...done.value.numbers],
      payments: [...done.value.payments],
    },
    trail: {
      act: 'Bank amount accepted',
      text: `Accepted ${figures(cents(-line.value.amount), { sign })} that the bank paid for check ${row.number} on ${dayText(line.value.date)}; ${figures(cents(Math.abs(more)), { sign })} ${more < 0 ? 'more' : 'less'} than the check: ${act.text.trim()}.`,
      about: {
        account: known.account.id,
        ...{ number: row.id, book: row.bookId, payment: payment.id },
      },
    },
  })
}
