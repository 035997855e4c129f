import type { Id } from '../base/id'
import type { PlainDate } from '../base/dates'
import { good, refuse } from '../base/result'
import { become, bookName, unusedRow, type CheckNumber, type NumberBook, type NumberRow } from '../books/book'
import type { Entry } from '../ledger/entry'
import { mustBeOpen } from '../ledger/period'
import { figures } from '../money/figures'
import type { Layout } from '../paper/layout'
import type { Stock } from '../paper/stock'
import type { BankAccount } from '../payables/account'
import { draw, type Draw } from '../payables/draw'
import { factsOfPayment, type Payee, type Payment } from '../payables/payment'
import type { AccountFacts } from '../proof/facts'
import type { Decision, Stamp } from '../trail/trail'
import { issueEntry } from './issue'
import { byHand, copyId, layoutVersion, type CheckCopy, type LayoutVersion } from './run'

export interface RecordKnown {
  readonly account: BankAccount
  readonly payee: Payee | undefined
  readonly book: NumberBook
  readonly row: NumberRow | undefined
  readonly facts: AccountFacts
  readonly layout: Layout
  readonly stock: Stock
  readonly closedThrough?: PlainDate | undefined
}

/**
 * Records a check written by hand: drawn and issued in one act, under a number of a pad. Its frozen copy is kept like that of a printed one, so a
 * copy of its stub can be made. Refused where drawing would be refused, and where the number is not an unused one of a pad.
 */
export function record(known: RecordKnown, act: { draw: Draw, number: CheckNumber }, stamp: Stamp): Decision<{ payments: Payment[], payees: Payee[], numbers: NumberRow[], entries: Entry[], copies: CheckCopy[], layoutVersions: LayoutVersion[] }> {
  const { book, account } = known
  if (book.kind !== 'handwritten pad' || book.accountId !== account.id || book.archived) return refuse('book-unfit', `“${bookName(book)}” is not a handwritten pad of this account`, { field: 'book' })
  if (act.number < book.start || act.number > book.end) return refuse('number-outside', `${act.number} is not in the pad: it holds ${book.start} to ${book.end}`, { field: 'number', value: act.number })
  const row = known.row ?? unusedRow(book, act.number)
  if (row.fate !== 'unused') return refuse('number-used', `${act.number} is ${row.fate}${row.check ? `, ${row.check.payee}` : ''}: a number is never used twice`, { field: 'number', value: act.number })
  const open = mustBeOpen(act.draw.date, known.closedThrough)
  if (!open.ok) return open
  if (act.draw.advice) return refuse('advice-by-hand', 'an advice is no check', { field: 'advice' })
  const drawn = draw({ account, payee: known.payee, closedThrough: known.closedThrough }, act.draw, stamp)
  if (!drawn.ok) return drawn
  const [payment] = drawn.value.changes.payments as [Payment]
  const issued = become(row, 'issued', stamp, { check: { paymentId: payment.id, runId: byHand(book.id), sheet: 1, place: 1, payee: payment.name, date: payment.date, amount: payment.amount } })
  if (!issued.ok) return issued
  const version = layoutVersion(known.layout, known.stock, known.facts)
  return good({
    changes: {
      payments: [{ ...payment, state: 'issued' }], payees: drawn.value.changes.payees, numbers: [issued.value],
      entries: [issueEntry(payment, act.number, account.cashLedgerId, payment.date)],
      copies: [{ id: copyId(byHand(book.id), act.number), runId: byHand(book.id), facts: factsOfPayment(payment, act.number, account.signing), version: version.id }], layoutVersions: [version],
    },
    trail: { act: 'record by hand', text: `${act.number}, ${figures(payment.amount)} to ${payment.name}`, about: { account: account.id, book: book.id, payment: payment.id as Id<'payment'>, number: row.id } },
  })
}
