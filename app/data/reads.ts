import { byMoment } from '#core/base/dates'
import type { Id } from '#core/base/id'
import {
  bookInUse,
  countFates,
  nextNumber,
  type CheckNumber,
  type NumberBook,
  type NumberRow,
} from '#core/numbers/book'
import { stockLeft, type StockLeft } from '#core/numbers/pace'
import { practicePrinter, practicePrinterId } from '#core/fit/practicePrinter'
import type { FitRow, Printer } from '#core/fit/printers'
import { balancesOf, type Balances } from '#core/ledger/balances'
import { zero } from '#core/money/cents'
import type { LedgerAccount } from '#core/ledger/entry'
import {
  allLayouts,
  allStocks,
  layoutOf,
  newest,
  stockNow,
  type LayoutRow,
  type OwnRow,
  type StockRow,
} from '#core/paper/versions'
import type { Paper } from '#core/office/tables'
import type { Layout } from '#core/paper/layout'
import type { Stock } from '#core/paper/stock'
import { factsOf, type BankAccount, type Company } from '#core/accounts/account'
import { sumsOfLane, type LaneSums, type Payment } from '#core/payments/payment'
import type { Payee } from '#core/payees/payee'
import type { AccountFacts, CheckFacts } from '#core/proof/facts'
import { copyId, type Run } from '#core/runs/run'
import type { BookFates } from '#core/office/reading'
import { fatesOf } from './numbers/bookFates'
import { db, type StockScan } from './store/db'
import { openRunsOf } from './runs/openRuns'
import { readPace } from './numbers/pace'
import { readLaneTotal } from './payments/laneReads'
import type { LaneTotal } from './payments/laneTotals'
import { newestOf, versionsOf } from './layouts/versions'

/** An account with everything that a screen about it needs. */
export interface AccountView {
  readonly account: BankAccount
  readonly company: Company
  /** The number book in use, and all of the account's books. */
  readonly book: NumberBook
  readonly books: readonly NumberBook[]
  readonly stock: Stock
  readonly layout: Layout
  readonly facts: AccountFacts
}

/** All bank accounts, in the order in which they were opened. */
export async function readAccounts(): Promise<AccountView[]> {
  const [accounts, companies, books, owns] = await Promise.all([
    db.accounts.toArray(),
    db.companies.toArray(),
    db.books.toArray(),
    db.owns.toArray(),
  ])
  // Only the papers that an account prints on: a library may hold many more.
  const [layouts, stocks] = await Promise.all([
    newestOf(db, 'layouts', [...new Set(accounts.map(a => a.layoutId))]),
    newestOf(db, 'stocks', [...new Set(accounts.map(a => a.stockId))]),
  ])
  return accounts.flatMap(account => {
    const company = companies.find(c => c.id === account.companyId)
    const own = books.filter(b => b.accountId === account.id).sort((a, b) => a.start - b.start)
    const book = bookInUse(own, account.bookId)
    const stock = stockNow(stocks, account.stockId)
    const layout = layoutOf(layouts, owns, account.layoutId, account.companyId)
    return company && book && stock && layout
      ? [{ account, company, book, books: own, stock, layout, facts: factsOf(account, company) }]
      : []
  })
}

/** The bank accounts of one company, in the order in which they were opened: they alone, without their papers. */
export const readAccountsOf = async (companyId: Id<'company'>): Promise<BankAccount[]> =>
  (await db.accounts.toArray()).filter(account => account.companyId === companyId)

/** The balances of an account, from sums that are kept: no payment is opened. */
export const readBalances = async (account: BankAccount): Promise<Balances> =>
  balancesWith(account, await readLaneTotal(db, account.id))
async function balancesWith(account: BankAccount, lane: LaneTotal): Promise<Balances> {
  const book = (await db.totals.get(account.cashLedgerId))?.balance ?? zero
  return balancesOf(book, sumsOfLane(lane.total, lane.booked).promised, lane.onPaper)
}

export const readLane = (accountId: Id<'account'>): Promise<Payment[]> =>
  db.payments
    .where('[accountId+state]')
    .equals([accountId, 'waiting'])
    .toArray()
    .then(list => list.toSorted((a, b) => byMoment(a.drawnAt, b.drawnAt)))

/** How many payments wait in a lane. */
export const countLane = async (accountId: Id<'account'>): Promise<number> =>
  (await readLaneTotal(db, accountId)).count

export const bookIdsOf = (accountId: Id<'account'>): Promise<Id<'book'>[]> =>
  db.books.where('accountId').equals(accountId).primaryKeys()

/** Every run of an account that is not finished, whatever its number book. */
export const readOpenRuns = async (accountId: Id<'account'>): Promise<Run[]> =>
  openRunsOf(db, await bookIdsOf(accountId)).toArray()

export const readOpenRun = (bookId: Id<'book'>): Promise<Run | undefined> => openRunsOf(db, [bookId]).first()

export const readFates = (bookId: Id<'book'>): Promise<BookFates> => fatesOf(db, bookId)

export interface AccountToday {
  readonly view: AccountView
  /** How many payments wait, and what they come to. */
  readonly waiting: number
  readonly sums: LaneSums
  readonly balances: Balances
  readonly runs: readonly Run[]
  readonly next: CheckNumber | undefined
  readonly stock: StockLeft
}

async function readAccountToday(view: AccountView): Promise<AccountToday> {
  const { account, book, books } = view
  const lane = await readLaneTotal(db, account.id)
  const [balances, runs, touched, pace] = await Promise.all([
    balancesWith(account, lane),
    openRunsOf(
      db,
      books.map(b => b.id),
    ).toArray(),
    readFates(book.id),
    readPace(book, new Date()),
  ])
  return {
    ...{ view, waiting: lane.count, sums: sumsOfLane(lane.total, lane.booked), balances, runs },
    next: nextNumber(book, touched),
    stock: stockLeft(countFates(book, touched.values()).unused, pace, lane.count),
  }
}
/**
 * What waits, account by account, and how long the number book in use will last. All in one transaction: one for
 * each of a hundred questions takes longer than the questions.
 */
export async function readToday(): Promise<AccountToday[]> {
  const views = await readAccounts()
  return db.transaction('r', [db.lanes, db.totals, db.runs, db.strips, db.numbers], async () =>
    Promise.all(views.map(readAccountToday)),
  )
}

export const readPayees = (companyId: Id<'company'>): Promise<Payee[]> =>
  db.payees.where('companyId').equals(companyId).sortBy('name')
export const readLedgers = (companyId: Id<'company'>): Promise<LedgerAccount[]> =>
  db.ledgers.where('companyId').equals(companyId).sortBy('code')
export const readRun = (id: Id<'run'>): Promise<Run | undefined> => db.runs.get(id)
export const readPayments = async (ids: readonly Id<'payment'>[]): Promise<Payment[]> =>
  (await db.payments.bulkGet([...ids])).filter((p): p is Payment => p !== undefined)

export interface CopyView {
  readonly facts: CheckFacts
  readonly account: AccountFacts
  readonly layout: Layout
  readonly stock: Stock
}

/**
 * What was printed under a number, with the layout it was printed with; undefined where it carries no check.
 */
export async function readCopy(row: NumberRow): Promise<CopyView | undefined> {
  if (!row.check) return undefined
  const [copy, run] = await Promise.all([
    db.copies.get(copyId(row.check.runId, row.number)),
    db.runs.get(row.check.runId),
  ])
  const key = copy?.version ?? run?.printedWith
  const version = key ? await db.layoutVersions.get(key) : undefined
  return copy && version
    ? { facts: copy.facts, account: version.account, layout: version.layout, stock: version.stock }
    : undefined
}

/** The stock of a layout version: what a run was printed on. */
export const readPrintedStock = async (version: string): Promise<Stock | undefined> =>
  (await db.layoutVersions.get(version))?.stock
/** The run of an account that was counted off last. */
export const readLastRun = async (accountId: Id<'account'>): Promise<Run | undefined> =>
  (
    await db.runs
      .where('accountId')
      .equals(accountId)
      .filter(r => r.state === 'counted off')
      .toArray()
  )
    .sort((a, b) => byMoment(a.printedAt, b.printedAt))
    .at(-1)

/** The checks of a printed run as they were printed, in the order of its sheets. */
export async function readRunCopies(
  run: Run,
): Promise<{ checks: CheckFacts[]; account: AccountFacts; layout: Layout; stock: Stock } | undefined> {
  const version = run.printedWith ? await db.layoutVersions.get(run.printedWith) : undefined
  if (!version) return undefined
  const copies = await db.copies.bulkGet(run.checks.map(c => copyId(run.id, c.sentAs ?? c.number)))
  return {
    checks: copies.flatMap(c => (c ? [c.facts] : [])),
    account: version.account,
    layout: version.layout,
    stock: version.stock,
  }
}

/** The kept PDF of a run, if it was made in this browser. */
export const readKeptPaper = (runId: Id<'run'>): Promise<Paper | undefined> => db.papers.get(runId)

/** How this browser was started: with the demo, empty, or not yet. */
export const readStart = async (): Promise<string> => (await db.facts.get('started'))?.value ?? ''

/**
 * The newest version of every layout and stock, those that ship among them, and what companies have of their
 * own.
 */
export interface Library {
  readonly layouts: readonly LayoutRow[]
  readonly stocks: readonly StockRow[]
  readonly owns: readonly OwnRow[]
}
export async function readLibrary(): Promise<Library> {
  const [layouts, stocks, owns] = await Promise.all([
    newestOf(db, 'layouts'),
    newestOf(db, 'stocks'),
    db.owns.toArray(),
  ])
  return { layouts: newest(allLayouts(layouts)), stocks: newest(allStocks(stocks)), owns }
}
/** Every version of one layout, oldest first, with the one that ships. */
export const readVersions = async (key: string): Promise<LayoutRow[]> =>
  allLayouts(await versionsOf(db, 'layouts', key)).filter(row => row.key === key)

export const readCompanies = (): Promise<Company[]> => db.companies.toArray()

/** The scan that lies under the layouts of a stock. */
export const readScan = (stockId: string): Promise<StockScan | undefined> => db.scans.get(stockId)

const paymentsOf = (accountId: Id<'account'>) =>
  db.payments.where('[accountId+state]').between([accountId, ''], [accountId, '\uffff'])
/** How many payments an account has, whatever became of them. */
export const countPayments = (accountId: Id<'account'>): Promise<number> => paymentsOf(accountId).count()
const MOST_SAMPLED = 400
/** Some payments of an account to try a layout with: those that wait first. */
export const readSomePayments = (accountId: Id<'account'>): Promise<Payment[]> =>
  paymentsOf(accountId).reverse().limit(MOST_SAMPLED).toArray()

/** Whether a sample was printed for an account. */
export const readSampled = async (accountId: Id<'account'>): Promise<boolean> =>
  (await db.facts.get(`sampled/${accountId}`)) !== undefined

/** When the last recorded act was done, by the clock of the browser that did it. */
export const readLastActAt = async (): Promise<string | undefined> =>
  (await db.trail.orderBy('seq').last())?.at

/** Whether any run of the office went to a printer. */
export async function anyRunPrinted(): Promise<boolean> {
  for (const { account } of await readAccounts()) if (await countPrintedRuns(account.id)) return true
  return false
}
/** How many runs of an account went to a printer. */
export const countPrintedRuns = async (accountId: Id<'account'>): Promise<number> => {
  const counts = await Promise.all(
    (await bookIdsOf(accountId)).map(id =>
      // Those that were not printed have no moment, and come before all that have one.
      db.runs.where('[bookId+printedAt]').between([id, ''], [id, '\uffff'], false).count(),
    ),
  )
  return counts.reduce((sum, n) => sum + n, 0)
}

/** Printers and all their fits. The practice printer is always among them, last. */
export async function readPrinters(): Promise<{ printers: Printer[]; fits: FitRow[] }> {
  const [kept, fits] = await Promise.all([db.printers.orderBy('id').toArray(), db.fits.toArray()])
  const own = kept.find(p => p.id === practicePrinterId)
  return { printers: [...kept.filter(p => p !== own), own ?? practicePrinter], fits }
}
export const readFit = async (id: Id<'fit'> | null | undefined): Promise<FitRow | undefined> =>
  id ? db.fits.get(id) : undefined

/** A check that was printed: which run and sheet it is on. */
export interface PrintedCheck {
  readonly number: CheckNumber
  readonly payee: string
  readonly run: Run
  readonly sheet: number
}
const MOST_PRINTED = 60
/** The checks last printed on a stock, newest first. */
export async function readPrintedOn(stockId: string): Promise<PrintedCheck[]> {
  const versions = new Set(await db.layoutVersions.filter(v => v.stock.id === stockId).primaryKeys())
  const runs = (
    await db.runs.filter(r => r.printedWith !== null && versions.has(r.printedWith)).toArray()
  ).sort((a, b) => byMoment(b.printedAt, a.printedAt))
  const found: PrintedCheck[] = []
  for (const run of runs) {
    for (const c of [...run.checks].reverse()) {
      if (c.outcome?.kind === 'never came out') continue
      if (found.length === MOST_PRINTED) return found
      found.push({
        number: c.number,
        payee: (await db.payments.get(c.paymentId))?.name ?? '',
        run,
        sheet: c.sheet,
      })
    }
  }
  return found
}

export const readPayment = (id: Id<'payment'>): Promise<Payment | undefined> => db.payments.get(id)
/** Payments that were withdrawn from a lane, newest first. */
export const readWithdrawn = (accountId: Id<'account'>): Promise<Payment[]> =>
  db.payments
    .where('[accountId+state]')
    .equals([accountId, 'cancelled'])
    .filter(p => p.withdrawn === true)
    .reverse()
    .limit(10)
    .toArray()
/** Every open run, and each account's lane. */
export const readLanes = async (): Promise<
  { view: AccountView; lane: Payment[]; run: Run | undefined; balances: Balances }[]
> =>
  Promise.all(
    (await readAccounts())
      .filter(v => v.account.forChecks)
      .map(async view => ({
        view,
        lane: await readLane(view.account.id),
        run: await readOpenRun(view.book.id),
        balances: await readBalances(view.account),
      })),
  )
