import type { PlainDate } from '../../core/base/dates'
import { idOf, type Id } from '../../core/base/id'
import type { BankAccount, Company } from '../../core/accounts/account'
import { alikeKey, type Bill } from '../../core/bills/bill'
import { billEntry } from '../../core/bills/billEntry'
import type { Entry } from '../../core/ledger/entry'
import { cents } from '../../core/money/cents'
import { numberId, type CheckNumber, type NumberBook, type NumberRow } from '../../core/numbers/book'
import { issueEntry } from '../../core/payments/issueEntry'
import type { Payee } from '../../core/payees/payee'
import type { Payment } from '../../core/payments/payment'
import { copyId, type CheckCopy, type Run } from '../../core/runs/run'

/** Whose bills are paid from where, and how many checks go on a run. */
export interface PaidFrom {
  readonly company: Company
  readonly account: BankAccount
  readonly book: NumberBook
  readonly ledgerId: Id<'ledger'>
  readonly perRun: number
}
/** One of the paid bills: the how-manyeth, with which number its check was issued, when, and what became of it. */
export interface PaidAs {
  readonly n: number
  readonly payee: Payee
  readonly number: CheckNumber
  readonly day: PlainDate
  readonly fate: 'issued' | 'cleared'
}
const BY = 'Bench'
const runIdOf = (n: number, { perRun }: PaidFrom): Id<'run'> => idOf(`years-run-${Math.floor(n / perRun)}`)

/** A bill, its payment, the check that paid it, its copy and both entries, as the acts leave them. */
export function paidBill(from: PaidFrom, { n, payee, number, day, fate }: PaidAs) {
  const { company, account, book, ledgerId } = from
  const payables = company.payables!
  const at = `${day}T10:00:00.000-05:00`
  const amount = cents(1000 + ((n * 7919) % 90_000))
  const bare: Bill = {
    ...{ id: idOf<'bill'>(`years-bill-${n}`), companyId: company.id, payeeId: payee.id, number: `Y-${n}` },
    ...{ alike: alikeKey(payee.id, `Y-${n}`), ourNumber: 100_000 + n, date: day, due: day, amount, memo: '' },
    ...{ lines: [{ ledgerId, amount, memo: '' }], taxForm: 'none', stage: 'draft' },
    ...{ enteredAt: at, enteredBy: BY, promised: cents(0), settled: cents(0), entries: 0 },
  }
  const owed = billEntry(bare, payee.name, company, payables)
  const payment: Payment = {
    ...{ id: idOf<'payment'>(`years-${n}`), companyId: company.id, accountId: account.id, payeeId: payee.id },
    ...{ name: payee.name, address: payee.address, date: day, amount, memo: `Y-${n}`, lines: [], split: [] },
    ...{ state: fate, drawnAt: at },
    settles: {
      ...{ payables: payables.ledgerId, discounts: payables.discountId },
      bills: [{ billId: bare.id, amount, discount: cents(0) }],
    },
  }
  const runId = runIdOf(n, from)
  const row: NumberRow = {
    ...{ id: numberId(book.id, number), bookId: book.id, accountId: account.id, number, fate, why: '', at },
    check: {
      ...{ paymentId: payment.id, runId, sheet: (n % from.perRun) + 1, place: 1 },
      ...{ payee: payment.name, date: payment.date, amount },
    },
    life: [
      { at, by: BY, fate: 'issued' },
      ...(fate === 'cleared' ? [{ at, by: BY, fate: 'cleared' as const }] : []),
    ],
  }
  const facts = { number, date: payment.date, payee: payment.name, address: payment.address, amount }
  const copy: CheckCopy = { id: copyId(runId, number), runId, facts: { ...facts, memo: '', lines: [] } }
  const entries: Entry[] = [owed.entry, issueEntry(payment, number, account.cashLedgerId, payment.date)]
  return { bill: { ...owed.bill, stage: 'paid', settled: amount } as Bill, payment, row, copy, entries }
}
export type PaidBill = ReturnType<typeof paidBill>

/** The runs on which paid bills were printed, counted off. */
export function runsOf(from: PaidFrom, paid: readonly PaidBill[]): Run[] {
  const runs: Run[] = []
  for (let at = 0; at < paid.length; at += from.perRun) {
    const of = paid.slice(at, at + from.perRun)
    const { number, at: moment, check } = of[0]!.row
    runs.push({
      ...{ id: check!.runId!, accountId: from.account.id, bookId: from.book.id, state: 'counted off' },
      ...{ order: 'as drawn', paymentIds: of.map(p => p.payment.id), top: number, signers: null },
      ...{ printing: null, printedWith: null, copies: 1 },
      ...{ preparedAt: moment, printedAt: moment, countedAt: moment, countedBy: BY },
      checks: of.map(({ row, payment }) => ({
        ...{ sheet: row.check!.sheet!, place: 1, number: row.number, paymentId: payment.id },
        outcome: { kind: 'good' },
      })),
    } as Run)
  }
  return runs
}
