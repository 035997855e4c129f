import { dayText } from '../base/dates'
import { good, refuse, type Result } from '../base/result'
import { figures } from '../money/figures'
import { become, type NumberRow } from '../numbers/book'
import type { Entry } from '../ledger/entry'
import { openDay } from '../ledger/period'
import type { Payment } from '../payments/payment'
import type { Decision, Stamp } from '../trail/trail'
import type { BankLine } from './bankLine'
import { openLine, type MatchKnown } from './matchLines'
import type { Movement } from './movement'
import { reverse, type ReverseKnown } from './reverseMovement'

/** What the match of a line is undone with. */
export type UndoKnown = MatchKnown & Pick<ReverseKnown, 'entries' | 'closedThrough'>
/** Rows as they are once a match is taken back. */
export interface Undone {
  readonly numbers: NumberRow[]
  readonly payments: Payment[]
  readonly movements: Movement[]
  readonly entries: Entry[]
}

/** What was matched is outstanding again; a difference that was accepted is reversed. */
export function undone(
  known: UndoKnown,
  match: NonNullable<BankLine['match']>,
  stamp: Stamp,
): Result<Undone> {
  const none = { numbers: [], payments: [], movements: [], entries: [] }
  if (match.kind === 'movement') {
    const movement = known.movements.get(match.movementId)!
    return good({ ...none, movements: [{ ...movement, state: 'open' }] })
  }
  const payments: Payment[] = [{ ...known.payments.get(match.paymentId)!, state: 'issued' }]
  if (match.kind === 'payment') return good({ ...none, payments })
  const row = become(known.numbers.get(match.numberId)!, 'issued', stamp, { why: 'match undone' })
  if (!row.ok) return row
  if (!match.differenceId) return good({ ...none, payments, numbers: [row.value] })
  const difference = { ...known.movements.get(match.differenceId)!, state: 'open' as const }
  const back = reverse(
    { ...known, movements: [difference] },
    'match undone',
    openDay(difference.date, known.closedThrough),
  )
  return back.ok ? good({ payments, numbers: [row.value], ...back.value }) : back
}

/** Undoes the match of a line, until its statement is closed. */
export function undoMatch(
  known: UndoKnown,
  act: { readonly lineId: BankLine['id'] },
  stamp: Stamp,
): Decision<Undone & { bankLines: BankLine[] }> {
  const line = openLine(known, act.lineId)
  if (!line.ok) return line
  const { match, ...bare } = line.value
  if (!match) return refuse('line-not-matched', 'This line is not matched', { field: 'line' })
  const back = undone(known, match, stamp)
  if (!back.ok) return back
  const { sign } = known.account.currency
  return good({
    changes: { ...back.value, bankLines: [bare] },
    trail: {
      act: 'Match undone',
      text: `Undid the match of the bank line of ${dayText(bare.date)}, ${figures(bare.amount, { sign })}.`,
      about: {
        account: known.account.id,
        ...(match.kind === 'check' && {
          number: match.numberId,
          book: known.numbers.get(match.numberId)!.bookId,
        }),
        ...(match.kind !== 'movement' && { payment: match.paymentId }),
      },
    },
  })
}
