import { good, refuse, type Result } from '../base/result'
import {
  become,
  bookName,
  inBook,
  unusedRow,
  type CheckNumber,
  type NumberBook,
  type NumberRow,
} from '../numbers/book'
import type { Entry } from '../ledger/entry'
import { figures } from '../money/figures'
import type { Layout } from '../paper/layout'
import type { Stock } from '../paper/stock'
import { draw, type Draw, type DrawKnown } from '../payments/draw'
import { factsOfPayment, type Payment } from '../payments/payment'
import type { Payee } from '../payees/payee'
import type { AccountFacts } from '../proof/facts'
import type { Decision, Stamp } from '../trail/trail'
import { issueEntry } from '../payments/issueEntry'
import { byHand, copyId, layoutVersion, type CheckCopy, type LayoutVersion } from '../runs/run'

/** What must be known before a handwritten check is recorded. */
export interface RecordKnown {
  /** What drawing must know: the account, the payee and its namesakes, the ledger accounts. */
  readonly drawing: DrawKnown
  readonly book: NumberBook
  readonly row: NumberRow | undefined
  readonly facts: AccountFacts
  readonly layout: Layout
  readonly stock: Stock
}

/** The pad's number, unused so far; refused where it is none of an open pad of this account. */
function numberOfPad({ book, row, drawing }: RecordKnown, number: CheckNumber): Result<NumberRow> {
  const at = { field: 'number', value: number }
  if (book.kind !== 'handwritten pad' || book.accountId !== drawing.account.id || book.archived)
    return refuse('book-unfit', `“${bookName(book)}” is not a handwritten pad of this account`, {
      field: 'book',
    })
  if (!inBook(book, number))
    return refuse(
      'number-outside',
      `Number ${number} is not in the pad, which has ${book.start} to ${book.end}`,
      at,
    )
  const found = row ?? unusedRow(book, number)
  if (found.fate === 'unused') return good(found)
  const whose = found.check ? `, ${found.check.payee}` : ''
  return refuse(
    'number-used',
    `Number ${number} is already ${found.fate}${whose}. A number can only be used once`,
    at,
  )
}

/**
 * Records a check written by hand: drawn and issued in one act, under a number of a pad. Its frozen copy is
 * kept like that of a printed one, so a copy of its stub can be made. Refused where drawing would be
 * refused, and where the number is not an unused one of a pad.
 */
export function record(
  known: RecordKnown,
  act: { draw: Draw; number: CheckNumber },
  stamp: Stamp,
): Decision<{
  payments: Payment[]
  payees: Payee[]
  numbers: NumberRow[]
  entries: Entry[]
  copies: CheckCopy[]
  layoutVersions: LayoutVersion[]
}> {
  const { book } = known
  const { account } = known.drawing
  const row = numberOfPad(known, act.number)
  if (!row.ok) return row
  if (act.draw.advice) return refuse('advice-by-hand', 'An advice is not a check', { field: 'advice' })
  if (act.draw.scheduled)
    return refuse('by-hand-later', 'A handwritten check cannot be scheduled', { field: 'scheduled' })
  const drawn = draw(known.drawing, act.draw, stamp)
  if (!drawn.ok) return drawn
  const [payment] = drawn.value.changes.payments as [Payment]
  const runId = byHand(book.id)
  const { name: payee, date, amount } = payment
  const check = { paymentId: payment.id, runId, sheet: 1, place: 1, payee, date, amount }
  const issued = become(row.value, 'issued', stamp, { check })
  if (!issued.ok) return issued
  const version = layoutVersion(known.layout, known.stock, known.facts)
  const facts = factsOfPayment(payment, act.number, account.signing)
  return good({
    changes: {
      payments: [{ ...payment, state: 'issued' }],
      payees: drawn.value.changes.payees,
      numbers: [issued.value],
      entries: [issueEntry(payment, act.number, account.cashLedgerId, payment.date)],
      copies: [{ id: copyId(runId, act.number), runId, facts, version: version.id }],
      layoutVersions: [version],
    },
    trail: {
      act: 'Handwritten check recorded',
      text: `Recorded handwritten check ${act.number}: ${figures(payment.amount)} to ${payment.name}.`,
      about: { account: account.id, book: book.id, payment: payment.id, number: row.value.id },
    },
  })
}
