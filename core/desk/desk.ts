import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import type { Result } from '../base/result'
import { countFates, feedsRuns, type CheckNumber, type NumberBook, type NumberRow } from '../books/book'
import { giveFate, takeBack, type GiveFate, type TakeBack } from '../books/giveFate'
import { archiveBook, openBook } from '../books/keepBook'
import { layoutOf, stockNow } from '../library/library'
import type { Layout } from '../paper/layout'
import type { AccountFacts } from '../proof/facts'
import type { Stock } from '../paper/stock'
import { factsOf, type BankAccount } from '../payables/account'
import { amend, bringBack, withdraw, type Amending } from '../payables/amend'
import { closePeriod } from '../payables/closePeriod'
import { draw, type Draw, type DrawKnown } from '../payables/draw'
import { openAccount, saveAccount, twinBooks, type AccountKnown, type Opening, type Saving } from '../payables/keepAccount'
import { sameName } from '../payables/texts'
import type { Payment } from '../payables/payment'
import { cancel, type Cancelling } from '../runs/cancel'
import { clear } from '../runs/clear'
import { countOff, type CountOffAct } from '../runs/countOff'
import { drop, load, pick, switchBook, type Loading, type Picking } from '../runs/prepare'
import { placesOf, print, printAgain, type Made } from '../runs/print'
import { printCopy } from '../runs/printCopy'
import { record } from '../runs/record'
import { replace, type Ending } from '../runs/replace'
import { issueEntryId } from '../runs/issue'
import { layoutVersion, paperOfBook, plan, type CheckCopy, type PlannedCheck, type Run } from '../runs/run'
import { doneAlready, trailLine, type Decision, type Stamp, type TrailLine } from '../trail/trail'
import { tableNames, type Changes, type Snapshot, type TableName, type Tables } from './tables'

type Kept = { [T in Exclude<TableName, 'trail'>]: Map<Tables[T]['id'], Tables[T]> }

/** An office held in memory: the same acts as the store's, for the demo, for tests, and as the plain version the store is compared with. */
export class Desk {
  readonly kept = Object.fromEntries(tableNames.filter(t => t !== 'trail').map(t => [t, new Map()])) as unknown as Kept
  readonly trail: TrailLine[] = []
  /** The touched numbers of every book. */
  private readonly byBook = new Map<Id<'book'>, Map<CheckNumber, NumberRow>>()
  private readonly byPayment = new Map<Id<'payment'>, Set<Id<'number'>>>()

  /** Takes rows in without an act: companies, accounts, books, payees, entries of before. */
  put(changes: Changes): void {
    for (const [table, rows] of Object.entries(changes) as [keyof Kept, Tables[keyof Kept][]][]) {
      for (const row of rows) (this.kept[table] as Map<string, Tables[keyof Kept]>).set(row.id, row)
    }
    for (const row of changes.numbers ?? []) {
      this.rowsOf(row.bookId).set(row.number, row)
      if (!row.check) continue
      const ids = this.byPayment.get(row.check.paymentId) ?? new Set()
      this.byPayment.set(row.check.paymentId, ids.add(row.id))
    }
  }

  private settle<C extends Changes>(decision: Decision<C>, stamp: Stamp): Result<C> {
    if (stamp.key && this.trail.some(l => l.key === stamp.key)) return doneAlready()
    if (!decision.ok) return decision
    this.put(decision.value.changes)
    this.trail.push(trailLine(decision.value.trail, stamp, this.trail.at(-1)))
    return { ok: true, value: decision.value.changes }
  }

  private get<T extends keyof Kept>(table: T, id: Tables[T]['id']): Tables[T] {
    const row = (this.kept[table] as Map<Tables[T]['id'], Tables[T]>).get(id)
    if (row === undefined) throw new RangeError(`no ${id} in ${table}`)
    return row
  }

  rowsOf(bookId: Id<'book'>): Map<CheckNumber, NumberRow> {
    const rows = this.byBook.get(bookId) ?? new Map<CheckNumber, NumberRow>()
    this.byBook.set(bookId, rows)
    return rows
  }

  /** Every number that carries or carried a payment. */
  numbersOf(paymentId: Id<'payment'>): NumberRow[] {
    return [...this.byPayment.get(paymentId) ?? []].flatMap((id) => { const row = this.kept.numbers.get(id); return row?.check?.paymentId === paymentId ? [row] : [] })
  }

  bookOf(accountId: Id<'account'>): NumberBook {
    const own = [...this.kept.books.values()].filter(b => b.accountId === accountId)
    const usable = own.filter(b => feedsRuns(b) && b.kind !== 'advices')
    const book = usable.find(b => b.id === this.get('accounts', accountId).bookId) ?? usable[0] ?? own[0]
    if (!book) throw new RangeError(`account ${accountId} has no number book`)
    return book
  }

  waiting(accountId: Id<'account'>): Payment[] {
    return [...this.kept.payments.values()].filter(p => p.accountId === accountId && p.state === 'waiting')
  }

  private openRuns(bookId: Id<'book'>): Run[] {
    return [...this.kept.runs.values()].filter(r => r.bookId === bookId && (r.state === 'prepared' || r.state === 'at the printer'))
  }

  private closed(accountId: Id<'account'>): PlainDate | undefined {
    return this.get('companies', this.get('accounts', accountId).companyId).closedThrough
  }

  draw(accountId: Id<'account'>, act: Draw, stamp: Stamp): Result<unknown> {
    return this.settle(draw(this.drawing(accountId, act), act, stamp), stamp)
  }

  private drawing(accountId: Id<'account'>, act: Draw): DrawKnown {
    const account = this.get('accounts', accountId)
    const payee = this.kept.payees.get(act.payee.id)
    return {
      account, payee, payment: this.kept.payments.get(act.id), closedThrough: this.closed(accountId),
      namesakes: payee ? [] : [...this.kept.payees.values()].filter(p => p.companyId === account.companyId && sameName(p.name, act.payee.name)),
      ledgers: act.split.flatMap((s) => { const ledger = this.kept.ledgers.get(s.ledgerId); return ledger ? [ledger] : [] }),
    }
  }

  amend(ids: readonly Id<'payment'>[], act: Amending, stamp: Stamp): Result<unknown> {
    const payments = ids.map(id => this.get('payments', id))
    return this.settle(amend({ payments, closedThrough: payments[0] && this.closed(payments[0].accountId) }, act), stamp)
  }

  withdraw(id: Id<'payment'>, why: string, stamp: Stamp): Result<unknown> { return this.settle(withdraw({ payment: this.get('payments', id) }, { why }), stamp) }
  bringBack(id: Id<'payment'>, stamp: Stamp): Result<unknown> { return this.settle(bringBack({ payment: this.get('payments', id) }), stamp) }

  openBook(book: NumberBook, stamp: Stamp): Result<unknown> {
    const books = [...this.kept.books.values()]
    return this.settle(openBook({ books, twins: twinBooks({ accounts: [...this.kept.accounts.values()], books }, this.get('accounts', book.accountId)) }, book), stamp)
  }

  archiveBook(bookId: Id<'book'>, archived: boolean, stamp: Stamp): Result<unknown> {
    const book = this.get('books', bookId)
    return this.settle(archiveBook({ book, unused: countFates(book, this.rowsOf(bookId).values()).unused, open: this.openRuns(bookId).length }, { archived }), stamp)
  }

  pick(bookId: Id<'book'>, act: Picking, stamp: Stamp): Result<unknown> {
    return this.settle(pick({ book: this.get('books', bookId), run: this.kept.runs.get(act.runId), openRuns: this.openRuns(bookId), payments: this.kept.payments }, act, stamp), stamp)
  }

  giveFate(bookId: Id<'book'>, act: GiveFate, stamp: Stamp): Result<unknown> {
    return this.settle(giveFate({ book: this.get('books', bookId), rows: this.rowsOf(bookId) }, act, stamp), stamp)
  }

  takeBack(bookId: Id<'book'>, act: TakeBack, stamp: Stamp): Result<unknown> {
    return this.settle(takeBack({ book: this.get('books', bookId), rows: this.rowsOf(bookId) }, act, stamp), stamp)
  }

  load(runId: Id<'run'>, act: Loading, stamp: Stamp): Result<unknown> {
    const run = this.get('runs', runId)
    return this.settle(load({ run, book: this.get('books', run.bookId), rows: this.rowsOf(run.bookId), touched: this.rowsOf(run.bookId), stock: this.stockOf(run) }, act, stamp), stamp)
  }

  switchBook(runId: Id<'run'>, bookId: Id<'book'>, stamp: Stamp): Result<unknown> {
    const run = this.get('runs', runId)
    return this.settle(switchBook({ run, book: this.get('books', bookId), account: this.accountOf(run), openRuns: this.openRuns(bookId), payments: run.paymentIds.map(id => this.get('payments', id)) }), stamp)
  }

  drop(runId: Id<'run'>, stamp: Stamp): Result<unknown> {
    return this.settle(drop({ run: this.get('runs', runId) }), stamp)
  }

  plan(runId: Id<'run'>): Result<PlannedCheck[]> {
    const run = this.get('runs', runId)
    return plan(run, this.kept.payments, this.get('books', run.bookId), this.rowsOf(run.bookId), this.stockOf(run), this.accountOf(run).signing)
  }

  private accountOf(run: Run): BankAccount { return this.get('accounts', run.accountId) }

  private stockOf(of: { accountId: Id<'account'>, bookId?: Id<'book'> }): Stock {
    const stock = stockNow([...this.kept.stocks.values()], this.get('accounts', of.accountId).stockId)
    if (!stock) throw new RangeError(`account ${of.accountId} has no stock`)
    return of.bookId ? paperOfBook(stock, this.get('books', of.bookId)) : stock
  }

  private readonly ready = new Map<Id<'account'>, { of: readonly unknown[], layout: Layout, facts: AccountFacts }>()
  /** Layout and facts that an account prints with: the same objects as long as what they are made of is the same. */
  private printsWith(account: BankAccount): { layout: Layout, facts: AccountFacts } {
    const company = this.get('companies', account.companyId)
    const { bookId: _, ...printed } = account
    const of = [...Object.values(printed), company, this.kept.layouts.size, this.kept.owns.get(`${account.layoutId}/${account.companyId}`)]
    const before = this.ready.get(account.id)
    if (before && of.length === before.of.length && of.every((part, i) => part === before.of[i])) return before
    const layout = layoutOf([...this.kept.layouts.values()], [...this.kept.owns.values()], account.layoutId, account.companyId)
    if (!layout) throw new RangeError(`account ${account.id} has no layout`)
    const next = { of, layout, facts: factsOf(account, company) }
    this.ready.set(account.id, next)
    return next
  }

  /** What the PDF of a loaded run would be made of. */
  made(runId: Id<'run'>): Result<Made> {
    const run = this.get('runs', runId)
    const planned = this.plan(runId)
    if (!planned.ok) return planned
    const { layout, facts } = this.printsWith(this.accountOf(run))
    return { ok: true, value: { checks: planned.value.map(p => p.facts), version: layoutVersion(layout, this.stockOf(run), facts).id, places: placesOf(planned.value) } }
  }

  /** Prints a run as if its PDF had been made just now. */
  print(runId: Id<'run'>, stamp: Stamp): Result<unknown> {
    const run = this.get('runs', runId)
    const account = this.accountOf(run)
    const made = this.made(runId)
    if (!made.ok) return made
    const { layout, facts } = this.printsWith(account)
    return this.settle(print({
      run, layout, stock: this.stockOf(run), openRuns: this.openRuns(run.bookId), book: this.get('books', run.bookId), fates: this.rowsOf(run.bookId), rows: this.rowsOf(run.bookId),
      payments: this.kept.payments, account: facts, signing: account.signing,
    }, { made: made.value }, stamp), stamp)
  }

  printAgain(runId: Id<'run'>, why: string, stamp: Stamp): Result<unknown> {
    return this.settle(printAgain({ run: this.get('runs', runId) }, { why }), stamp)
  }

  countOff(runId: Id<'run'>, act: CountOffAct, stamp: Stamp): Result<unknown> {
    const run = this.get('runs', runId)
    return this.settle(countOff({
      run, book: this.get('books', run.bookId), rows: this.rowsOf(run.bookId), payments: this.kept.payments, earlier: run.checks.flatMap(c => this.numbersOf(c.paymentId)),
      copies: this.kept.copies as ReadonlyMap<string, CheckCopy>, cashLedgerId: this.accountOf(run).cashLedgerId, closedThrough: this.closed(run.accountId),
    }, act, stamp), stamp)
  }

  clear(accountId: Id<'account'>, ids: readonly Id<'number'>[], stamp: Stamp): Result<unknown> {
    return this.settle(clear({ accountId, rows: ids.map(id => this.get('numbers', id)), payments: this.kept.payments }, stamp), stamp)
  }

  /** The number that stands for a payment. */
  standing(paymentId: Id<'payment'>): NumberRow | undefined { return this.numbersOf(paymentId).find(r => ['on paper', 'issued', 'cleared'].includes(r.fate)) }

  replace(id: Id<'number'>, act: { ending: Ending, why: string }, stamp: Stamp): Result<unknown> {
    const row = this.get('numbers', id)
    if (!row.check) return { ok: false, refusal: { code: 'check-none', text: 'no check carries this number' } }
    return this.settle(replace({ row, payment: this.get('payments', row.check.paymentId) }, act, stamp), stamp)
  }

  cancel(paymentId: Id<'payment'>, act: Cancelling, stamp: Stamp): Result<unknown> {
    const payment = this.get('payments', paymentId)
    return this.settle(cancel({ payment, row: this.standing(paymentId), enteredOn: this.enteredOn(paymentId), cashLedgerId: this.get('accounts', payment.accountId).cashLedgerId, closedThrough: this.closed(payment.accountId) }, act, stamp), stamp)
  }

  /** The day on which a payment was entered in the ledger, whatever paper carries it now. */
  private enteredOn(paymentId: Id<'payment'>): PlainDate | undefined {
    return this.numbersOf(paymentId).map(r => this.kept.entries.get(issueEntryId(paymentId, r.number))?.date).find(Boolean)
  }

  printCopy(id: Id<'number'>, act: { firstSheet: string, inHouse: boolean }, stamp: Stamp): Result<unknown> {
    const row = this.get('numbers', id)
    const version = row.check && this.kept.layoutVersions.get(this.kept.runs.get(row.check.runId)?.printedWith ?? '')
    return this.settle(printCopy({ row, stock: version?.stock }, act, stamp), stamp)
  }

  record(bookId: Id<'book'>, act: { draw: Draw, number: CheckNumber }, stamp: Stamp): Result<unknown> {
    const book = this.get('books', bookId)
    const account = this.get('accounts', book.accountId)
    const { layout, facts } = this.printsWith(account)
    return this.settle(record({ drawing: this.drawing(account.id, act.draw), book, row: this.rowsOf(bookId).get(act.number), layout, facts, stock: this.stockOf(book) }, act, stamp), stamp)
  }

  private accountKnown(id: Id<'account'>, companyId: Id<'company'>): AccountKnown {
    return { account: this.kept.accounts.get(id), company: this.kept.companies.get(companyId), accounts: [...this.kept.accounts.values()], books: [...this.kept.books.values()] }
  }

  openAccount(act: Opening, stamp: Stamp): Result<unknown> { return this.settle(openAccount(this.accountKnown(act.account.id, act.company.id), act, stamp), stamp) }
  saveAccount(act: Saving, stamp: Stamp): Result<unknown> { return this.settle(saveAccount(this.accountKnown(act.to.account.id, act.to.company.id), act), stamp) }

  closePeriod(companyId: Id<'company'>, through: PlainDate | null, today: PlainDate, stamp: Stamp): Result<unknown> {
    return this.settle(closePeriod({ company: this.get('companies', companyId), today }, { through }), stamp)
  }

  snapshot(): Snapshot {
    return { ...Object.fromEntries(Object.entries(this.kept).map(([t, rows]) => [t, [...rows.values()]])), trail: [...this.trail] } as unknown as Snapshot
  }
}
