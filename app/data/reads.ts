import type { Id } from '#core/base/id'
import { nextNumber, type CheckNumber, type NumberBook, type NumberRow } from '#core/books/book'
import { practicePrinterId, type FitRow, type Printer } from '#core/fit/printers'
import { balances, type Balances } from '#core/ledger/balances'
import type { LedgerAccount } from '#core/ledger/entry'
import { allLayouts, allStocks, layoutOf, stockNow, type LayoutRow, type OwnRow, type StockRow } from '#core/library/library'
import type { Layout } from '#core/paper/layout'
import type { Stock } from '#core/paper/stock'
import { factsOf, type BankAccount, type Company } from '#core/payables/account'
import type { Payee, Payment } from '#core/payables/payment'
import { practiceTrays } from '#core/practice/press'
import type { AccountFacts, CheckFacts } from '#core/proof/facts'
import { copyId, type Run } from '#core/runs/run'
import { db, type Paper, type StockScan } from './db'

/** An account with everything that a screen about it needs. */
export interface AccountView {
  readonly account: BankAccount
  readonly company: Company
  readonly book: NumberBook
  readonly stock: Stock
  readonly layout: Layout
  readonly facts: AccountFacts
}

/** All bank accounts, in the order in which they were opened. */
export async function readAccounts(): Promise<AccountView[]> {
  const [accounts, companies, books, layouts, owns, stocks] = await Promise.all([db.accounts.toArray(), db.companies.toArray(), db.books.toArray(), db.layouts.toArray(), db.owns.toArray(), db.stocks.toArray()])
  return accounts.flatMap((account) => {
    const company = companies.find(c => c.id === account.companyId)
    const book = books.find(b => b.accountId === account.id)
    const stock = stockNow(stocks, account.stockId)
    const layout = layoutOf(layouts, owns, account.layoutId, account.companyId)
    return company && book && stock && layout ? [{ account, company, book, stock, layout, facts: factsOf(account, company) }] : []
  })
}

export const readBalances = async (account: BankAccount): Promise<Balances> => balances(
  await db.entries.where('ledgers').equals(account.cashLedgerId).toArray(), account.cashLedgerId,
  await db.payments.where('[accountId+state]').anyOf([[account.id, 'waiting'], [account.id, 'on paper']]).toArray(),
)

export const readLane = (accountId: Id<'account'>): Promise<Payment[]> => db.payments.where('[accountId+state]').equals([accountId, 'waiting']).sortBy('drawnAt')

export const readOpenRun = (bookId: Id<'book'>): Promise<Run | undefined> => db.runs.where('[bookId+state]').anyOf([[bookId, 'prepared'], [bookId, 'at the printer']]).first()

export const readRows = async (bookId: Id<'book'>): Promise<Map<CheckNumber, NumberRow>> => new Map((await db.numbers.where('bookId').equals(bookId).toArray()).map(r => [r.number, r]))

export interface AccountToday { readonly view: AccountView, readonly waiting: readonly Payment[], readonly balances: Balances, readonly run: Run | undefined, readonly next: CheckNumber | undefined }

/** What waits, account by account. */
export const readToday = async (): Promise<AccountToday[]> => Promise.all((await readAccounts()).map(async view => ({
  view, waiting: await readLane(view.account.id), balances: await readBalances(view.account), run: await readOpenRun(view.book.id), next: nextNumber(view.book, await readRows(view.book.id)),
})))

export const readPayees = (): Promise<Payee[]> => db.payees.orderBy('name').toArray()
export const readLedgers = (companyId: Id<'company'>): Promise<LedgerAccount[]> => db.ledgers.where('companyId').equals(companyId).sortBy('code')
export const readRun = (id: Id<'run'>): Promise<Run | undefined> => db.runs.get(id)
export const readPayments = async (ids: readonly Id<'payment'>[]): Promise<Payment[]> => (await db.payments.bulkGet([...ids])).filter((p): p is Payment => p !== undefined)

/** The touched numbers of an account, newest number first. */
export const readNumbers = (accountId: Id<'account'>): Promise<NumberRow[]> =>
  db.numbers.where('[accountId+number]').between([accountId, -Infinity], [accountId, Infinity]).reverse().toArray()

export interface CopyView { readonly facts: CheckFacts, readonly account: AccountFacts, readonly layout: Layout, readonly stock: Stock }

/** What was printed under a number, with the layout it was printed with; undefined where it carries no check. */
export async function readCopy(row: NumberRow): Promise<CopyView | undefined> {
  if (!row.check) return undefined
  const [copy, run] = await Promise.all([db.copies.get(copyId(row.check.runId, row.number)), db.runs.get(row.check.runId)])
  const version = run?.printedWith ? await db.layoutVersions.get(run.printedWith) : undefined
  return copy && version ? { facts: copy.facts, account: version.account, layout: version.layout, stock: version.stock } : undefined
}

/** The checks of a printed run as they were printed, in the order of its sheets. */
export async function readRunCopies(run: Run): Promise<{ checks: CheckFacts[], account: AccountFacts, layout: Layout, stock: Stock } | undefined> {
  const version = run.printedWith ? await db.layoutVersions.get(run.printedWith) : undefined
  if (!version) return undefined
  const copies = await db.copies.bulkGet(run.checks.map(c => copyId(run.id, c.number)))
  return { checks: copies.flatMap(c => (c ? [c.facts] : [])), account: version.account, layout: version.layout, stock: version.stock }
}

/** The kept PDF of a run, if it was made in this browser. */
export const readKeptPaper = (runId: Id<'run'>): Promise<Paper | undefined> => db.papers.get(runId)

/** How this browser was started: with the demo, empty, or not yet. */
export const readStart = async (): Promise<string> => (await db.facts.get('started'))?.value ?? ''

/** Every version of every layout and stock, and what companies have of their own. */
export interface Library { readonly layouts: readonly LayoutRow[], readonly stocks: readonly StockRow[], readonly owns: readonly OwnRow[] }
export async function readLibrary(): Promise<Library> {
  const [layouts, stocks, owns] = await Promise.all([db.layouts.toArray(), db.stocks.toArray(), db.owns.toArray()])
  return { layouts: allLayouts(layouts), stocks: allStocks(stocks), owns }
}

export const readCompanies = (): Promise<Company[]> => db.companies.toArray()

/** The scan that lies under the layouts of a stock. */
export const readScan = (stockId: string): Promise<StockScan | undefined> => db.scans.get(stockId)

/** All payments of an account, whatever became of them. */
export const readAllPayments = (accountId: Id<'account'>): Promise<Payment[]> => db.payments.where('[accountId+state]').between([accountId, ''], [accountId, '\uffff']).toArray()

/** Whether a sample was printed for an account. */
export const readSampled = async (accountId: Id<'account'>): Promise<boolean> => (await db.facts.get(`sampled/${accountId}`)) !== undefined

/** How many runs of an account went to a printer. */
export const countPrintedRuns = (accountId: Id<'account'>): Promise<number> => db.runs.where('accountId').equals(accountId).filter(r => r.printedAt !== '').count()

const practice: Printer = { id: practicePrinterId, name: 'Practice printer', trays: practiceTrays }
/** Printers and all their fits. The practice printer is always among them, last. */
export async function readPrinters(): Promise<{ printers: Printer[], fits: FitRow[] }> {
  const [kept, fits] = await Promise.all([db.printers.orderBy('id').toArray(), db.fits.toArray()])
  const own = kept.find(p => p.id === practicePrinterId)
  return { printers: [...kept.filter(p => p !== own), own ?? practice], fits }
}
export const readFit = async (id: Id<'fit'> | null | undefined): Promise<FitRow | undefined> => (id ? db.fits.get(id) : undefined)

/** A check that was printed: which run and sheet it is on. */
export interface PrintedCheck { readonly number: CheckNumber, readonly payee: string, readonly run: Run, readonly sheet: number }
const MOST_PRINTED = 60
/** The checks last printed on a stock, newest first. */
export async function readPrintedOn(stockId: string): Promise<PrintedCheck[]> {
  const versions = new Set((await db.layoutVersions.filter(v => v.stock.id === stockId).primaryKeys()))
  const runs = (await db.runs.filter(r => r.printedWith !== null && versions.has(r.printedWith)).toArray()).sort((a, b) => (a.printedAt < b.printedAt ? 1 : -1))
  const found: PrintedCheck[] = []
  for (const run of runs) {
    for (const c of [...run.checks].reverse()) {
      if (c.outcome?.kind === 'never came out') continue
      if (found.length === MOST_PRINTED) return found
      found.push({ number: c.number, payee: (await db.payments.get(c.paymentId))?.name ?? '', run, sheet: c.sheet })
    }
  }
  return found
}
