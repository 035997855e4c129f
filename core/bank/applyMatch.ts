import { dayText } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { become, type NumberRow } from '../numbers/book'
import type { Payment } from '../payments/payment'
import type { Stamp } from '../trail/trail'
import type { BankLine, LineMatch } from './bankLine'
import type { Movement } from './movement'

/** What a line is matched with, as the books have it now. */
export type MatchTarget =
  | { readonly kind: 'check'; readonly row: NumberRow; readonly payment: Payment }
  | { readonly kind: 'payment'; readonly payment: Payment }
  | { readonly kind: 'movement'; readonly movement: Movement }

/** Rows that a match changes. */
export interface Matched {
  readonly line: BankLine
  readonly numbers: readonly NumberRow[]
  readonly payments: readonly Payment[]
  readonly movements: readonly Movement[]
}
const AT = { field: 'line' }

/** What stands in a number's history: the bank's day and its key of the line. */
const paidText = ({ date, reference }: BankLine): string =>
  `paid by the bank on ${dayText(date)}${reference ? `, reference ${reference}` : ''}`

function matchCheck(
  line: BankLine,
  row: NumberRow,
  payment: Payment,
  differenceId: Id<'movement'> | undefined,
  stamp: Stamp,
): Result<Matched> {
  if (row.accountId !== line.accountId)
    return refuse('line-elsewhere', `Check ${row.number} belongs to another account`, AT)
  if (row.check?.paymentId !== payment.id || payment.state !== 'issued')
    return refuse('payment-not-issued', `The payment of check ${row.number} is ${payment.state}`, AT)
  if (payment.amount !== -line.amount && !differenceId)
    return refuse('amount-differs', `The amount of check ${row.number} is not the bank’s`, AT)
  const cleared = become(row, 'cleared', stamp, { why: paidText(line) })
  if (!cleared.ok) return cleared
  const match: LineMatch = {
    ...{ kind: 'check', numberId: row.id, paymentId: payment.id },
    ...(differenceId && { differenceId }),
  }
  return good({
    line: { ...line, match },
    numbers: [cleared.value],
    payments: [{ ...payment, state: 'cleared' }],
    movements: [],
  })
}

function matchPayment(line: BankLine, payment: Payment): Result<Matched> {
  if (payment.accountId !== line.accountId)
    return refuse('line-elsewhere', 'This payment belongs to another account', AT)
  if (!payment.otherwise || payment.state !== 'issued')
    return refuse('payment-not-issued', `The payment to ${payment.name} is ${payment.state}`, AT)
  if (payment.amount !== -line.amount)
    return refuse('amount-differs', `The payment to ${payment.name} has another amount`, AT)
  const match: LineMatch = { kind: 'payment', paymentId: payment.id }
  return good({
    line: { ...line, match },
    numbers: [],
    payments: [{ ...payment, state: 'cleared' }],
    movements: [],
  })
}

function matchMovement(line: BankLine, movement: Movement): Result<Matched> {
  if (movement.accountId !== line.accountId)
    return refuse('line-elsewhere', 'This entry belongs to another account', AT)
  if (movement.state !== 'open')
    return refuse('movement-not-open', `“${movement.text}” is not open any more`, AT)
  if (movement.amount !== line.amount)
    return refuse('amount-differs', `“${movement.text}” has another amount`, AT)
  const match: LineMatch = { kind: 'movement', movementId: movement.id }
  return good({
    line: { ...line, match },
    numbers: [],
    payments: [],
    movements: [{ ...movement, state: 'cleared' }],
  })
}

/**
 * Matches a line of the bank with what it is in the books: the one rule for all matches. Refused: a line that is
 * matched, another account, another amount (but for a check with `differenceId`, which holds the rest), and
 * what is not issued or open. Pure.
 */
export function applyMatch(
  line: BankLine,
  target: MatchTarget,
  stamp: Stamp,
  differenceId?: Id<'movement'>,
): Result<Matched> {
  if (line.match) return refuse('line-matched', 'This line is already matched', AT)
  switch (target.kind) {
    case 'check':
      return matchCheck(line, target.row, target.payment, differenceId, stamp)
    case 'payment':
      return matchPayment(line, target.payment)
    case 'movement':
      return matchMovement(line, target.movement)
  }
}
