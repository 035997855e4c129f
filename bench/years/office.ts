import { addDays, dayOfMoment } from '../../core/base/dates'
import { idOf, type Id } from '../../core/base/id'
import type { BankAccount, Company } from '../../core/accounts/account'
import type { LedgerAccount } from '../../core/ledger/entry'
import { totalsAfter } from '../../core/ledger/totals'
import type { CheckNumber, NumberBook } from '../../core/numbers/book'
import { byTable, digestsOf, statedRows } from '../../core/office/rowDigests'
import type { Snapshot } from '../../core/office/tables'
import { builtInLayouts } from '../../core/paper/builtIn'
import type { LayoutRow } from '../../core/paper/versions'
import type { Payee } from '../../core/payees/payee'
import type { Payment } from '../../core/payments/payment'
import { trailLine, type TrailLine } from '../../core/trail/trail'
import { demoOffice } from '../../demo/scenario'
import { paidBill, runsOf, type PaidFrom } from './paidBill'

/** What ten years come to: the figures of the office that is measured. */
export const YEARS = {
  ...{ checks: 100_000, perRun: 46, outstanding: 60, payees: 5000, waiting: 3000, accounts: 20 },
  ...{ layouts: 60, versions: 30, lines: 200_000 },
}
type Size = typeof YEARS
const DAYS = 3650
/** The first number of the large book. */
const FIRST = 200_001
const BY = 'Bench'

const payeesOf = (like: Payee, { payees }: Size): Payee[] =>
  Array.from({ length: payees }, (_, i) => {
    const { code: _code, ...rest } = like
    return {
      ...rest,
      id: idOf<'payee'>(`years-payee-${i}`),
      name: `Payee ${i} & Company`,
      address: ['1 Quay'],
    }
  })

/** More accounts of the company, each with its ledger account and its number book, and nothing in it. */
function moreAccounts(like: BankAccount, known: number, wanted: number) {
  const accounts: BankAccount[] = []
  const ledgers: LedgerAccount[] = []
  const books: NumberBook[] = []
  for (let i = known; i < wanted; i++) {
    const [id, cash, bookId] = [
      idOf<'account'>(`years-account-${i}`),
      idOf<'ledger'>(`years-cash-${i}`),
      idOf<'book'>(`years-book-${i}`),
    ]
    accounts.push({
      ...like,
      id,
      name: `Branch ${i}`,
      account: String(70_000_000 + i),
      cashLedgerId: cash,
      bookId,
    })
    ledgers.push({
      id: cash,
      companyId: like.companyId,
      code: String(1800 + i),
      name: `Cash, branch ${i}`,
      kind: 'asset',
    })
    books.push({
      id: bookId,
      accountId: id,
      kind: 'printed by us',
      start: 1 as CheckNumber,
      end: 9999 as CheckNumber,
    })
  }
  return { accounts, ledgers, books }
}

/** Layouts with many versions each, as a design office would leave them. */
const layoutsOf = (savedAt: string, { layouts, versions }: Size): LayoutRow[] =>
  Array.from({ length: layouts }, (_, i) => {
    const like = builtInLayouts()[0]!
    const key = `years-layout-${i}`
    const layout = { ...like, id: key, code: `Y${i}` }
    return Array.from({ length: versions }, (_v, v) => ({
      ...{ id: `${key}@${v + 1}`, key, revision: v + 1, savedAt, by: BY, layout },
    }))
  }).flat()

/** Payments that wait in one lane, like one that waits in the demo office, but of no bill. */
const waitingOf = (
  { settles: _settles, ...like }: Payment,
  payees: readonly Payee[],
  ledgerId: Id<'ledger'>,
  { waiting }: Size,
): Payment[] =>
  Array.from({ length: waiting }, (_, i) => {
    const payee = payees[i % payees.length]!
    const split = [{ ledgerId, amount: like.amount }]
    return { ...like, id: idOf<'payment'>(`years-waiting-${i}`), payeeId: payee.id, name: payee.name, split }
  })

/** A trail of so many lines that chain, whose last states the sums of all rows. */
function trailOf(at: string, rows: Omit<Snapshot, 'trail'>, { lines, checks }: Size): TrailLine[] {
  const trail: TrailLine[] = []
  for (let n = 1; n < lines; n++) {
    const about = { account: 'operating', bill: `years-bill-${n % checks}` }
    const line = { act: 'Bill entered', text: `Entered bill Y-${n % checks}.`, about }
    trail.push(trailLine(line, { at, by: BY }, trail.at(-1)))
  }
  const stated = statedRows(byTable(digestsOf(rows as Snapshot)), [], undefined)
  const line = { act: 'Proof begun', text: 'The record begins to answer for all rows.', about: {} }
  trail.push(trailLine(line, { at, by: BY }, trail.at(-1), stated))
  return trail
}

/**
 * The demo office as it were after ten years: the same companies and accounts, with a hundred thousand bills, checks,
 * copies and twice as many entries and lines of the trail. `now` is the moment up to which it is told. The same
 * moment gives the same rows. Takes about a minute, and two gigabytes; a smaller `size` is the same office with less.
 */
export async function tenYears(now: string, size: Size = YEARS): Promise<Snapshot> {
  const demo = await demoOffice(now)
  const account = demo.accounts.find(a => a.id === 'operating')!
  const company = demo.companies.find(c => c.id === account.companyId)!
  const like = demo.payees.find(p => p.companyId === company.id && p.kind === 'supplier')!
  const payees = payeesOf(like, size)
  const ledgerId = demo.ledgers.find(l => l.companyId === company.id && l.kind === 'expense')!.id
  const book: NumberBook = {
    ...{ id: idOf('years-book'), accountId: account.id, kind: 'printed by us', start: FIRST as CheckNumber },
    end: (FIRST + size.checks + 9999) as CheckNumber,
  }
  const from: PaidFrom = { company, account, book, ledgerId, perRun: size.perRun }
  const [today, first] = [dayOfMoment(now), addDays(dayOfMoment(now), -DAYS)]
  const paid = Array.from({ length: size.checks }, (_, n) =>
    paidBill(from, {
      ...{ n, payee: payees[n % payees.length]!, number: (FIRST + n) as CheckNumber },
      day: addDays(first, Math.floor((n * DAYS) / size.checks)),
      fate: n < size.checks - size.outstanding ? 'cleared' : 'issued',
    }),
  )
  const more = moreAccounts({ ...account, bookId: book.id }, demo.accounts.length, size.accounts)
  const third: Company = { ...company, id: idOf('years-company'), name: ['Third Company'] }
  const { payables: _payables, logo: _logo, ...bare } = third
  const waiting = demo.payments.find(p => p.accountId === account.id && p.state === 'waiting')!
  const entries = [...demo.entries, ...paid.flatMap(p => p.entries)]
  const rows = {
    ...demo,
    companies: [...demo.companies, bare as Company],
    ledgers: [...demo.ledgers, ...more.ledgers],
    accounts: [...demo.accounts.map(a => (a === account ? { ...a, bookId: book.id } : a)), ...more.accounts],
    books: [...demo.books, book, ...more.books],
    payees: [...demo.payees, ...payees],
    bills: [...demo.bills, ...paid.map(p => p.bill)],
    payments: [...demo.payments, ...paid.map(p => p.payment), ...waitingOf(waiting, payees, ledgerId, size)],
    numbers: [...demo.numbers, ...paid.map(p => p.row)],
    copies: [...demo.copies, ...paid.map(p => p.copy)],
    runs: [...demo.runs, ...runsOf(from, paid)],
    layouts: [...demo.layouts, ...layoutsOf(now, size)],
    ...{ entries, totals: totalsAfter([], entries) },
  }
  return { ...rows, trail: trailOf(`${today}T10:00:00.000-05:00`, rows, size) }
}
