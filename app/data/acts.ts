import Dexie from 'dexie'
import { dayOfMoment } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { refuse, type Result } from '#core/base/result'
import type { CheckNumber, NumberBook, NumberRow } from '#core/books/book'
import { giveFate, type GiveFate } from '#core/books/giveFate'
import type { Changes } from '#core/desk/tables'
import { addPrinter, confirmFit, keepFit, keepMicr, type Printer } from '#core/fit/printers'
import { entry, type LedgerAccount } from '#core/ledger/entry'
import { zero, type Cents } from '#core/money/cents'
import { factsOf, type BankAccount, type Company } from '#core/payables/account'
import { draw, type Draw } from '#core/payables/draw'
import { layoutOf, saveLayout, saveOwn, saveStock, stockNow } from '#core/library/library'
import type { Layout } from '#core/paper/layout'
import type { OwnSettings } from '#core/paper/own'
import type { Stock } from '#core/paper/stock'
import { countOff } from '#core/runs/countOff'
import { drop, load, pick, type Picking } from '#core/runs/prepare'
import { print, printAgain, type Made } from '#core/runs/print'
import type { Outcome, Run } from '#core/runs/run'
import { trailLine, type Decision, type Stamp } from '#core/trail/trail'
import type { OfficeDb } from './db'

/** Where locks come from: the browser's, shared by all tabs. */
type Locks = Pick<LockManager, 'request'>

/**
 * The acts of the office on what this browser keeps. Each act holds the lock of its bank account, reads what it needs, lets the core
 * decide, and writes everything and its trail line in one transaction, or nothing at all.
 */
export class Acts {
  constructor(private readonly db: OfficeDb, private readonly locks: Locks, private readonly stamp: () => Stamp) {}

  private settle = <C extends Changes>(accountId: Id<'account'>, decide: (stamp: Stamp) => Promise<Decision<C>>, also?: (stamp: Stamp) => Promise<unknown>): Promise<Result<C>> =>
    this.settleUnder(`account ${accountId}`, decide, also)

  private async settleUnder<C extends Changes>(lock: string, decide: (stamp: Stamp) => Promise<Decision<C>>, also?: (stamp: Stamp) => Promise<unknown>): Promise<Result<C>> {
    try {
      return await this.locks.request(`violet-lane ${lock}`, () => this.db.transaction('rw', this.db.tables, async (): Promise<Result<C>> => {
        const stamp = this.stamp()
        const decision = await decide(stamp)
        if (!decision.ok) return decision
        for (const [table, rows] of Object.entries(decision.value.changes)) await this.db.table(table).bulkPut(rows as unknown[])
        await this.db.trail.add(trailLine(decision.value.trail, stamp, await this.db.trail.orderBy('seq').last()))
        await also?.(stamp)
        return { ok: true, value: decision.value.changes }
      }))
    }
    catch (error) {
      if (error instanceof Dexie.DexieError) return refuse('store-failed', `nothing was changed: the browser could not write (${error.name})`)
      throw error
    }
  }

  private async one<T>(found: Promise<T | undefined>, what: string): Promise<T> {
    const value = await found
    if (value === undefined) throw new RangeError(`there is no such ${what}`)
    return value
  }

  private rows = async (bookId: Id<'book'>): Promise<Map<CheckNumber, NumberRow>> =>
    new Map((await this.db.numbers.where('bookId').equals(bookId).toArray()).map(r => [r.number, r]))

  private openRuns = (bookId: Id<'book'>): Promise<Run[]> =>
    this.db.runs.where('[bookId+state]').anyOf([[bookId, 'prepared'], [bookId, 'at the printer']]).toArray()

  private runBook = async (runId: Id<'run'>): Promise<{ run: Run, book: NumberBook, rows: Map<CheckNumber, NumberRow> }> => {
    const run = await this.one(this.db.runs.get(runId), 'run')
    return { run, book: await this.one(this.db.books.get(run.bookId), 'number book'), rows: await this.rows(run.bookId) }
  }

  private payments = async (ids: readonly Id<'payment'>[]) => new Map((await this.db.payments.bulkGet([...ids])).flatMap(p => (p ? [[p.id, p]] : [])))

  private accountOfRun = async (runId: Id<'run'>): Promise<Id<'account'>> => (await this.one(this.db.runs.get(runId), 'run')).accountId

  draw = (accountId: Id<'account'>, act: Draw) => this.settle(accountId, async stamp =>
    draw({ account: await this.one(this.db.accounts.get(accountId), 'account'), payee: await this.db.payees.get(act.payee.id) }, act, stamp))

  pick = (book: NumberBook, act: Picking) => this.settle(book.accountId, async stamp => pick({
    book, run: await this.db.runs.get(act.runId), openRuns: await this.openRuns(book.id),
    payments: await this.db.payments.where('[accountId+state]').equals([book.accountId, 'waiting']).toArray(),
  }, act, stamp))

  giveFate = (book: NumberBook, act: GiveFate) => this.settle(book.accountId, async stamp => giveFate({ book, rows: await this.rows(book.id) }, act, stamp))

  load = async (runId: Id<'run'>, top: CheckNumber, printing: Run['printing'] = null) => this.settle(await this.accountOfRun(runId), async () => load(await this.runBook(runId), { top, printing }))

  drop = async (runId: Id<'run'>) => this.settle(await this.accountOfRun(runId), async () => drop(await this.runBook(runId)))

  private layoutFor = async (account: BankAccount): Promise<Layout | undefined> => layoutOf(
    await this.db.layouts.where('key').equals(account.layoutId).toArray(), await this.db.owns.where('layoutKey').equals(account.layoutId).toArray(), account.layoutId, account.companyId)

  /** Prints: numbers go on paper and the PDF that was made of exactly these checks is kept, in the same transaction. */
  print = async (runId: Id<'run'>, made: Made, pdf: Uint8Array, continuation?: Uint8Array) => this.settle(await this.accountOfRun(runId), async (stamp) => {
    const { run, book, rows } = await this.runBook(runId)
    const account = await this.one(this.db.accounts.get(run.accountId), 'account')
    const company = await this.one(this.db.companies.get(account.companyId), 'company')
    const layout = await this.one(this.layoutFor(account), 'layout')
    const stock = await this.one(this.db.stocks.where('key').equals(account.stockId).toArray().then(rows => stockNow(rows, account.stockId)), 'stock')
    return print({ run, book, rows, openRuns: await this.openRuns(book.id), payments: await this.payments(run.paymentIds), account: factsOf(account, company), signing: account.signing, layout, stock }, { made }, stamp)
  }, stamp => this.db.papers.put({ runId, bytes: pdf, ...(continuation && { continuation }), madeAt: stamp.at }))

  printAgain = async (runId: Id<'run'>) => this.settle(await this.accountOfRun(runId), async () => printAgain(await this.runBook(runId)))

  countOff = async (runId: Id<'run'>, outcomes: ReadonlyMap<CheckNumber, Outcome>) => this.settle(await this.accountOfRun(runId), async (stamp) => {
    const { run, rows } = await this.runBook(runId)
    const account = await this.one(this.db.accounts.get(run.accountId), 'account')
    return countOff({ run, rows, payments: await this.payments(run.paymentIds), cashLedgerId: account.cashLedgerId }, { outcomes }, stamp)
  })

  /** Opens a bank account with its company, ledger accounts, number book and opening balance. */
  openAccount = (of: { company: Company, ledgers: readonly LedgerAccount[], account: BankAccount, book: NumberBook, opening: Cents, equity: Id<'ledger'> }) => this.settle(of.account.id, async (stamp) => {
    const { account, company, opening } = of
    const lines = [{ ledgerId: account.cashLedgerId, debit: opening, credit: zero }, { ledgerId: of.equity, debit: zero, credit: opening }]
    return {
      ok: true,
      value: {
        changes: {
          companies: [company], ledgers: of.ledgers, accounts: [account], books: [of.book],
          entries: opening > 0 ? [entry({ id: `${account.id}/opening` as Id<'entry'>, companyId: company.id, date: dayOfMoment(stamp.at), text: 'Opening balance', paymentId: null, lines })] : [],
        },
        trail: { act: 'open an account', text: `${account.name}, numbers ${of.book.start} to ${of.book.end}`, about: { account: account.id, company: company.id } },
      },
    }
  })

  /** Changes what is known of a bank account and its company. What was printed before keeps its own copy. */
  saveAccount = (of: { account: BankAccount, company: Company }) => this.settle(of.account.id, async () => ({
    ok: true, value: { changes: { accounts: [of.account], companies: [of.company] }, trail: { act: 'change an account', text: of.account.name, about: { account: of.account.id, company: of.company.id } } },
  }))

  addPrinter = (printer: Printer) => this.settleUnder('library', async () => addPrinter({ printers: await this.db.printers.toArray() }, printer))

  keepMicr = (printer: Printer, act: Parameters<typeof keepMicr>[1]) => this.settleUnder('library', async stamp => keepMicr({ printer: await this.db.printers.get(printer.id) ?? printer }, act, stamp))

  keepFit = (fit: Parameters<typeof keepFit>[0]) => this.settleUnder('library', async stamp => keepFit(fit, stamp))

  confirmFit = (id: Id<'fit'>, worst: number) => this.settleUnder('library', async () => confirmFit({ fit: await this.one(this.db.fits.get(id), 'fit') }, { worst }))

  saveLayout = (layout: Layout, from: number) => this.settleUnder('library', async stamp => saveLayout({ rows: await this.db.layouts.toArray() }, { layout, from }, stamp))

  saveStock = (stock: Stock) => this.settleUnder('library', async stamp => saveStock({ rows: await this.db.stocks.where('key').equals(stock.id).toArray() }, { stock }, stamp))

  saveOwn = (layoutKey: string, companyId: Id<'company'>, own: OwnSettings) => this.settleUnder('library', async stamp => saveOwn({ layoutKey, companyId, own }, stamp))
}
