import Dexie from 'dexie'
import type { PlainDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { refuse, type Result } from '#core/base/result'
import { countFates, jumpedBy, numberId, type CheckNumber, type NumberBook, type NumberRow } from '#core/books/book'
import { giveFate, takeBack, type GiveFate, type TakeBack } from '#core/books/giveFate'
import { archiveBook, openBook } from '#core/books/keepBook'
import type { Changes } from '#core/desk/tables'
import { addPrinter, confirmFit, keepFit, keepMicr, type Printer } from '#core/fit/printers'
import { factsOf, type BankAccount } from '#core/payables/account'
import { amend, bringBack, withdraw, type Amending } from '#core/payables/amend'
import { closePeriod } from '#core/payables/closePeriod'
import { draw, type Draw, type DrawKnown } from '#core/payables/draw'
import { openAccount, saveAccount, twinBooks, type AccountKnown, type Opening, type Saving } from '#core/payables/keepAccount'
import type { Payment } from '#core/payables/payment'
import { sameName } from '#core/payables/texts'
import { layoutOf, saveLayout, saveOwn, saveStock, stockNow } from '#core/library/library'
import type { Layout } from '#core/paper/layout'
import type { OwnSettings } from '#core/paper/own'
import type { Stock } from '#core/paper/stock'
import type { AccountFacts } from '#core/proof/facts'
import { cancel, type Cancelling } from '#core/runs/cancel'
import { clear } from '#core/runs/clear'
import { countOff, type CountOffAct } from '#core/runs/countOff'
import { drop, load, pick, switchBook, type Loading, type Picking } from '#core/runs/prepare'
import { print, printAgain, type Made } from '#core/runs/print'
import { printCopy } from '#core/runs/printCopy'
import { record } from '#core/runs/record'
import { replace, type Ending } from '#core/runs/replace'
import { copyId, paperOfBook, wayOf, type Run } from '#core/runs/run'
import { doneAlready, trailLine, type Decision, type Stamp } from '#core/trail/trail'
import { fatesOf, paintStrips } from './bookFates'
import type { OfficeDb } from './db'
import { enteredOn } from './entered'
import { openRunsOf } from './openRuns'

/** Where locks come from: the browser's, shared by all tabs. */
type Locks = Pick<LockManager, 'request'>

/**
 * The acts of the office on what this browser keeps. Each act holds the lock of its bank account, reads what it needs, lets the core
 * decide, and writes everything and its trail line in one transaction, or nothing at all.
 */
export class Acts {
  constructor(private readonly db: OfficeDb, private readonly locks: Locks, private readonly stamp: () => Stamp) {}

  /** The same acts under the key of one press: with the same key nothing is done twice. */
  under = (key: string): Acts => new Acts(this.db, this.locks, () => ({ ...this.stamp(), key }))

  private settle = <C extends Changes>(accountId: Id<'account'>, decide: (stamp: Stamp) => Promise<Decision<C>>, also?: (stamp: Stamp) => Promise<unknown>): Promise<Result<C>> =>
    this.settleUnder(`account ${accountId}`, decide, also)

  private async settleUnder<C extends Changes>(lock: string, decide: (stamp: Stamp) => Promise<Decision<C>>, also?: (stamp: Stamp) => Promise<unknown>): Promise<Result<C>> {
    try {
      return await this.locks.request(`violet-lane ${lock}`, () => this.db.transaction('rw', this.db.tables, async (): Promise<Result<C>> => {
        const stamp = this.stamp()
        if (stamp.key && await this.db.trail.where('key').equals(stamp.key).count()) return doneAlready()
        const decision = await decide(stamp)
        if (!decision.ok) return decision
        for (const [table, rows] of Object.entries(decision.value.changes)) if (rows) await this.db.table(table).bulkPut(rows as unknown[])
        const { numbers } = decision.value.changes
        if (numbers?.length) await paintStrips(this.db, numbers)
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

  /** The rows of those of the numbers that were touched before. */
  private rows = async (bookId: Id<'book'>, numbers: readonly CheckNumber[]): Promise<Map<CheckNumber, NumberRow>> =>
    new Map((await this.db.numbers.bulkGet(numbers.map(n => numberId(bookId, n)))).flatMap(r => (r ? [[r.number, r]] : [])))

  private openRuns = (bookId: Id<'book'>): Promise<Run[]> => openRunsOf(this.db, [bookId]).toArray()

  private runBook = async (runId: Id<'run'>) => {
    const run = await this.one(this.db.runs.get(runId), 'run')
    const account = await this.one(this.db.accounts.get(run.accountId), 'account')
    return { run, account, book: await this.one(this.db.books.get(run.bookId), 'number book') }
  }

  private closed = async (account: BankAccount): Promise<PlainDate | undefined> => (await this.one(this.db.companies.get(account.companyId), 'company')).closedThrough
  private stockOf = (account: BankAccount): Promise<Stock> => this.one(this.db.stocks.where('key').equals(account.stockId).toArray().then(rows => stockNow(rows, account.stockId)), 'stock')

  private payments = async (ids: readonly Id<'payment'>[]) => new Map((await this.db.payments.bulkGet([...ids])).flatMap(p => (p ? [[p.id, p]] : [])))

  private accountOfRun = async (runId: Id<'run'>): Promise<Id<'account'>> => (await this.one(this.db.runs.get(runId), 'run')).accountId

  /** Asked for each payment at once: over many keys a cursor takes several times as long. */
  private numbersOf = async (ids: readonly Id<'payment'>[]): Promise<NumberRow[]> => (await Promise.all(ids.map(id => this.db.numbers.where('check.paymentId').equals(id).toArray()))).flat()

  draw = (accountId: Id<'account'>, act: Draw) => this.settle(accountId, async (stamp) => {
    return draw(await this.drawing(accountId, act), act, stamp)
  })

  private drawing = async (accountId: Id<'account'>, act: Draw): Promise<DrawKnown> => {
    const account = await this.one(this.db.accounts.get(accountId), 'account')
    const payee = await this.db.payees.get(act.payee.id)
    const payees = payee ? [] : await this.db.payees.where('companyId').equals(account.companyId).filter(p => sameName(p.name, act.payee.name)).toArray()
    const ledgers = (await this.db.ledgers.bulkGet(act.split.map(s => s.ledgerId))).filter(l => l !== undefined)
    return { account, payee, payment: await this.db.payments.get(act.id), namesakes: payees, ledgers, closedThrough: await this.closed(account) }
  }

  amend = (accountId: Id<'account'>, ids: readonly Id<'payment'>[], act: Amending) => this.settle(accountId, async () =>
    amend({ payments: [...(await this.payments(ids)).values()], closedThrough: await this.closed(await this.one(this.db.accounts.get(accountId), 'account')) }, act))

  withdraw = (payment: Payment, why: string) => this.settle(payment.accountId, async () => withdraw({ payment: await this.one(this.db.payments.get(payment.id), 'payment') }, { why }))
  bringBack = (payment: Payment) => this.settle(payment.accountId, async () => bringBack({ payment: await this.one(this.db.payments.get(payment.id), 'payment') }))

  openBook = (book: NumberBook) => this.settle(book.accountId, async () => {
    const [accounts, books] = [await this.db.accounts.toArray(), await this.db.books.toArray()]
    return openBook({ books, twins: twinBooks({ accounts, books }, await this.one(this.db.accounts.get(book.accountId), 'account')) }, book)
  })

  archiveBook = (book: NumberBook, archived: boolean) => this.settle(book.accountId, async () => {
    const { unused } = countFates(book, (await fatesOf(this.db, book.id)).values())
    return archiveBook({ book: await this.one(this.db.books.get(book.id), 'number book'), unused, open: (await this.openRuns(book.id)).length }, { archived })
  })

  pick = (book: NumberBook, act: Picking) => this.settle(book.accountId, async stamp => pick({
    book: await this.one(this.db.books.get(book.id), 'number book'), run: await this.db.runs.get(act.runId), openRuns: await this.openRuns(book.id), payments: await this.payments(act.paymentIds),
  }, act, stamp))

  giveFate = (book: NumberBook, act: GiveFate) => this.settle(book.accountId, async stamp => giveFate({ book, rows: await this.rows(book.id, act.numbers) }, act, stamp))
  takeBack = (book: NumberBook, act: TakeBack) => this.settle(book.accountId, async stamp => takeBack({ book: await this.one(this.db.books.get(book.id), 'number book'), rows: await this.rows(book.id, act.numbers) }, act, stamp))

  load = async (runId: Id<'run'>, act: Loading) => this.settle(await this.accountOfRun(runId), async (stamp) => {
    const { run, book, account } = await this.runBook(runId)
    const [rows, stock] = [await fatesOf(this.db, book.id), paperOfBook(await this.stockOf(account), book)]
    const jumped = jumpedBy(book, rows, act.top, wayOf(stock, act.printing ?? null))
    return load({ run, book, rows, touched: await this.rows(book.id, jumped.ok ? jumped.value : []), stock }, act, stamp)
  })

  switchBook = async (runId: Id<'run'>, bookId: Id<'book'>) => this.settle(await this.accountOfRun(runId), async () => {
    const { run, account } = await this.runBook(runId)
    return switchBook({ run, account, book: await this.one(this.db.books.get(bookId), 'number book'), openRuns: await this.openRuns(bookId), payments: [...(await this.payments(run.paymentIds)).values()] })
  })

  drop = async (runId: Id<'run'>) => this.settle(await this.accountOfRun(runId), async () => drop(await this.runBook(runId)))

  private layoutFor = async (account: BankAccount): Promise<Layout | undefined> => layoutOf(
    await this.db.layouts.where('key').equals(account.layoutId).toArray(), await this.db.owns.where('layoutKey').equals(account.layoutId).toArray(), account.layoutId, account.companyId)

  private printsWith = async (account: BankAccount): Promise<{ layout: Layout, facts: AccountFacts, stock: Stock }> => ({
    layout: await this.one(this.layoutFor(account), 'layout'), facts: factsOf(account, await this.one(this.db.companies.get(account.companyId), 'company')), stock: await this.stockOf(account),
  })

  /** Prints: numbers go on paper and the PDF that was made of exactly these checks is kept, in the same transaction. */
  print = async (runId: Id<'run'>, made: Made, pdf: Uint8Array, continuation?: Uint8Array, consent = '') => this.settle(await this.accountOfRun(runId), async (stamp) => {
    const { run, book, account } = await this.runBook(runId)
    const { layout, stock, facts } = await this.printsWith(account)
    return print({
      run, book, fates: await fatesOf(this.db, book.id), rows: await this.rows(book.id, made.checks.map(c => c.number as CheckNumber)), openRuns: await this.openRuns(book.id),
      payments: await this.payments(run.paymentIds), account: facts, signing: account.signing, layout, stock: paperOfBook(stock, book),
    }, { made, ...(consent && { consent }) }, stamp)
  }, stamp => this.db.papers.put({ runId, bytes: pdf, ...(continuation && { continuation }), madeAt: stamp.at }))

  printAgain = async (runId: Id<'run'>, why: string) => this.settle(await this.accountOfRun(runId), async () => printAgain(await this.runBook(runId), { why }))

  countOff = async (runId: Id<'run'>, act: CountOffAct) => this.settle(await this.accountOfRun(runId), async (stamp) => {
    const { run, account, book } = await this.runBook(runId)
    const named = [...run.checks.map(c => c.number), ...[...act.outcomes.values()].flatMap(o => ('number' in o && o.number ? [o.number] : [])), ...(act.skipped ?? []).map(s => s.number)]
    const ids = run.checks.map(c => c.paymentId)
    const copies = new Map((await this.db.copies.bulkGet(run.checks.map(c => copyId(run.id, c.number)))).flatMap(c => (c ? [[c.id, c]] : [])))
    return countOff({
      run, book, copies, rows: await this.rows(book.id, named), payments: await this.payments(ids), earlier: await this.numbersOf(ids),
      cashLedgerId: account.cashLedgerId, closedThrough: await this.closed(account),
    }, act, stamp)
  })

  replace = (row: NumberRow, act: { ending: Ending, why: string }) => this.settle(row.accountId, async (stamp) => {
    const now = await this.one(this.db.numbers.get(row.id), 'number')
    if (!now.check) return refuse('check-none', 'no check carries this number', { field: 'number' })
    return replace({ row: now, payment: await this.one(this.db.payments.get(now.check.paymentId), 'payment') }, act, stamp)
  })

  cancel = (payment: Payment, act: Cancelling) => this.settle(payment.accountId, async (stamp) => {
    const account = await this.one(this.db.accounts.get(payment.accountId), 'account')
    const rows = await this.numbersOf([payment.id])
    const row = rows.find(r => ['on paper', 'issued', 'cleared'].includes(r.fate))
    return cancel({ row, enteredOn: await enteredOn(this.db, payment.id), payment: await this.one(this.db.payments.get(payment.id), 'payment'), cashLedgerId: account.cashLedgerId, closedThrough: await this.closed(account) }, act, stamp)
  })

  printCopy = (row: NumberRow, act: { firstSheet: string, inHouse: boolean }) => this.settle(row.accountId, async (stamp) => {
    const now = await this.one(this.db.numbers.get(row.id), 'number')
    const run = now.check ? await this.db.runs.get(now.check.runId) : undefined
    return printCopy({ row: now, stock: run?.printedWith ? (await this.db.layoutVersions.get(run.printedWith))?.stock : undefined }, act, stamp)
  })

  record = (book: NumberBook, act: { draw: Draw, number: CheckNumber }) => this.settle(book.accountId, async (stamp) => {
    const account = await this.one(this.db.accounts.get(book.accountId), 'account')
    return record({
      drawing: await this.drawing(account.id, act.draw), book: await this.one(this.db.books.get(book.id), 'number book'), row: await this.db.numbers.get(numberId(book.id, act.number)),
      ...await this.printsWith(account),
    }, act, stamp)
  })

  clear = (accountId: Id<'account'>, ids: readonly Id<'number'>[]) => this.settle(accountId, async (stamp) => {
    const now = (await this.db.numbers.bulkGet([...ids])).filter(r => r !== undefined)
    return clear({ accountId, rows: now, payments: await this.payments(now.flatMap(r => (r.check ? [r.check.paymentId] : []))) }, stamp)
  })

  closePeriod = (companyId: Id<'company'>, through: PlainDate | null, today: PlainDate) => this.settleUnder('library', async () => closePeriod({ company: await this.one(this.db.companies.get(companyId), 'company'), today }, { through }))

  private accountKnown = async (id: Id<'account'>, companyId: Id<'company'>): Promise<AccountKnown> => ({
    account: await this.db.accounts.get(id), company: await this.db.companies.get(companyId), accounts: await this.db.accounts.toArray(), books: await this.db.books.toArray(),
  })

  openAccount = (act: Opening) => this.settleUnder('accounts', async stamp => openAccount(await this.accountKnown(act.account.id, act.company.id), act, stamp))

  saveAccount = (act: Saving) => this.settleUnder('accounts', async () => saveAccount(await this.accountKnown(act.to.account.id, act.to.company.id), act))

  addPrinter = (printer: Printer) => this.settleUnder('library', async () => addPrinter({ printers: await this.db.printers.toArray() }, printer))

  keepMicr = (printer: Printer, act: Parameters<typeof keepMicr>[1]) => this.settleUnder('library', async stamp => keepMicr({ printer: await this.db.printers.get(printer.id) ?? printer }, act, stamp))

  keepFit = (fit: Parameters<typeof keepFit>[0]) => this.settleUnder('library', async stamp => keepFit(fit, stamp))

  confirmFit = (id: Id<'fit'>, worst: number) => this.settleUnder('library', async () => confirmFit({ fit: await this.one(this.db.fits.get(id), 'fit') }, { worst }))

  saveLayout = (layout: Layout, from: number) => this.settleUnder('library', async stamp => saveLayout({ rows: await this.db.layouts.toArray(), stocks: await this.db.stocks.toArray() }, { layout, from }, stamp))

  saveStock = (stock: Stock) => this.settleUnder('library', async stamp => saveStock({ rows: await this.db.stocks.where('key').equals(stock.id).toArray() }, { stock }, stamp))

  saveOwn = (layoutKey: string, companyId: Id<'company'>, own: OwnSettings) => this.settleUnder('library', async stamp => saveOwn({ layoutKey, companyId, own }, stamp))
}
