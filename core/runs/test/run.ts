import { idOf, type Id } from '../../base/id'
import { unusedRow, type CheckNumber, type CheckOnPaper, type NumberRow } from '../../numbers/book'
import type { Fate } from '../../numbers/fates'
import { account, bookOf } from '../../office/test/office'
import type { Payment } from '../../payments/payment'
import type { Run, RunCheck } from '../run'

export { day, paymentOf, stamp } from '../../payments/test/payment'

export const n = (number: number) => number as CheckNumber
/** Numbers 101 to 120, printed by us. */
export const book = bookOf(20)
export const runId = idOf<'run'>('run')

export const byKey = <K extends string, T extends { readonly id: Id<K> }>(...rows: readonly T[]) =>
  new Map(rows.map(row => [row.id, row] as const))

/** What a number of the run says of the check it carries. */
export const paperOf = (payment: Payment, more: Partial<CheckOnPaper> = {}): CheckOnPaper => ({
  ...{ paymentId: payment.id, runId, sheet: 1, place: 1 },
  ...{ payee: payment.name, date: payment.date, amount: payment.amount },
  ...more,
})
/** A number with a fate, and the check it carries where it has one. */
export const rowOf = (number: number, fate: Fate, payment?: Payment): NumberRow => ({
  ...unusedRow(book, n(number)),
  fate,
  ...(payment && { check: paperOf(payment) }),
})
export const rowsOf = (...rows: readonly NumberRow[]) => new Map(rows.map(row => [row.number, row] as const))

/** A run of some payments that is being prepared, with what is told of it. */
export const runOf = (ids: readonly string[], more: Partial<Run> = {}): Run => ({
  id: runId,
  accountId: account.id,
  bookId: book.id,
  state: 'prepared',
  order: 'as drawn',
  paymentIds: ids.map(id => idOf<'payment'>(id)),
  top: null,
  signers: null,
  printing: null,
  checks: [],
  printedWith: null,
  copies: 0,
  preparedAt: '2026-11-24T09:30:00-05:00',
  printedAt: '',
  countedAt: '',
  ...more,
})
/** The checks of a run at the printer, one a sheet, from a number on. */
export const checksOf = (from: number, ...payments: readonly Payment[]): RunCheck[] =>
  payments.map((payment, i) => ({
    sheet: i + 1,
    place: 1,
    number: n(from + i),
    paymentId: payment.id,
    outcome: null,
  }))
