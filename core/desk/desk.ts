import type { Id } from '../base/id'
import type { Result } from '../base/result'
import type { CheckNumber, NumberBook, NumberRow } from '../books/book'
import { giveFate, type GiveFate } from '../books/giveFate'
import { layoutOf, stockNow } from '../library/library'
import type { Layout } from '../paper/layout'
import type { AccountFacts } from '../proof/facts'
import type { Stock } from '../paper/stock'
import { factsOf, type BankAccount } from '../payables/account'
import { draw, type Draw } from '../payables/draw'
import type { Payment } from '../payables/payment'
import { clear } from '../runs/clear'
import { countOff } from '../runs/countOff'
import { drop, load, pick, type Picking } from '../runs/prepare'
import { print, printAgain } from '../runs/print'
import { layoutVersion, plan, type Outcome, type PlannedCheck, type Run } from '../runs/run'
import { trailLine, type Decision, type Stamp, type TrailLine } from '../trail/trail'
import { tableNames, type Changes, type Snapshot, type TableName, type Tables } from './tables'

type Kept = { [T in Exclude<TableName, 'trail'>]: Map<Tables[T]['id'], Tables[T]> }

/** An office held in memory: the same acts as the store's, for the demo, for tests, and as the plain version the store is compared with. */
export class Desk {
  readonly kept = Object.fromEntries(tableNames.filter(t => t !== 'trail').map(t => [t, new Map()])) as unknown as Kept
  readonly trail: TrailLine[] = []

  /** Takes rows in without an act: companies, accounts, books, payees, entries of before. */
  put(changes: Changes): void {
    for (const [table, rows] of Object.entries(changes) as [keyof Kept, Tables[keyof Kept][]][]) {
      for (const row of rows) (this.kept[table] as Map<string, Tables[keyof Kept]>).set(row.id, row)
    }
  }

  private settle<C extends Changes>(decision: Decision<C>, stamp: Stamp): Result<C> {
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
    return new Map([...this.kept.numbers.values()].filter(r => r.bookId === bookId).map(r => [r.number, r]))
  }

  bookOf(accountId: Id<'account'>): NumberBook {
    const book = [...this.kept.books.values()].find(b => b.accountId === accountId)
    if (!book) throw new RangeError(`account ${accountId} has no number book`)
    return book
  }

  waiting(accountId: Id<'account'>): Payment[] {
    return [...this.kept.payments.values()].filter(p => p.accountId === accountId && p.state === 'waiting')
  }

  private openRuns(bookId: Id<'book'>): Run[] {
    return [...this.kept.runs.values()].filter(r => r.bookId === bookId && (r.state === 'prepared' || r.state === 'at the printer'))
  }

  draw(accountId: Id<'account'>, act: Draw, stamp: Stamp): Result<unknown> {
    return this.settle(draw({ account: this.get('accounts', accountId), payee: this.kept.payees.get(act.payee.id) }, act, stamp), stamp)
  }

  pick(bookId: Id<'book'>, act: Picking, stamp: Stamp): Result<unknown> {
    return this.settle(pick({ book: this.get('books', bookId), run: this.kept.runs.get(act.runId), openRuns: this.openRuns(bookId), payments: [...this.kept.payments.values()] }, act, stamp), stamp)
  }

  giveFate(bookId: Id<'book'>, act: GiveFate, stamp: Stamp): Result<unknown> {
    return this.settle(giveFate({ book: this.get('books', bookId), rows: this.rowsOf(bookId) }, act, stamp), stamp)
  }

  load(runId: Id<'run'>, top: CheckNumber, stamp: Stamp): Result<unknown> {
    const run = this.get('runs', runId)
    return this.settle(load({ run, book: this.get('books', run.bookId), rows: this.rowsOf(run.bookId) }, { top }), stamp)
  }

  drop(runId: Id<'run'>, stamp: Stamp): Result<unknown> {
    return this.settle(drop({ run: this.get('runs', runId) }), stamp)
  }

  plan(runId: Id<'run'>): Result<PlannedCheck[]> {
    const run = this.get('runs', runId)
    return plan(run, this.kept.payments, this.get('books', run.bookId), this.rowsOf(run.bookId), this.stockOf(run), this.accountOf(run).signing)
  }

  private accountOf(run: Run): BankAccount { return this.get('accounts', run.accountId) }

  private stockOf(run: Run): Stock {
    const stock = stockNow([...this.kept.stocks.values()], this.accountOf(run).stockId)
    if (!stock) throw new RangeError(`account ${run.accountId} has no stock`)
    return stock
  }

  private readonly ready = new Map<Id<'account'>, { of: readonly unknown[], layout: Layout, facts: AccountFacts }>()
  /** Layout and facts that an account prints with: the same objects as long as what they are made of is the same. */
  private printsWith(account: BankAccount): { layout: Layout, facts: AccountFacts } {
    const company = this.get('companies', account.companyId)
    const of = [account, company, this.kept.layouts.size, this.kept.owns.get(`${account.layoutId}/${account.companyId}`)]
    const before = this.ready.get(account.id)
    if (before && of.every((part, i) => part === before.of[i])) return before
    const layout = layoutOf([...this.kept.layouts.values()], [...this.kept.owns.values()], account.layoutId, account.companyId)
    if (!layout) throw new RangeError(`account ${account.id} has no layout`)
    const next = { of, layout, facts: factsOf(account, company) }
    this.ready.set(account.id, next)
    return next
  }

  /** Prints a run as if its PDF had been made just now. */
  print(runId: Id<'run'>, stamp: Stamp): Result<unknown> {
    const run = this.get('runs', runId)
    const account = this.accountOf(run)
    const planned = this.plan(runId)
    if (!planned.ok) return planned
    const { layout, facts } = this.printsWith(account)
    const stock = this.stockOf(run)
    return this.settle(print({
      run, layout, stock, openRuns: this.openRuns(run.bookId), book: this.get('books', run.bookId), rows: this.rowsOf(run.bookId),
      payments: this.kept.payments, account: facts, signing: account.signing,
    }, { made: { checks: planned.value.map(p => p.facts), version: layoutVersion(layout, stock, facts).id } }, stamp), stamp)
  }

  printAgain(runId: Id<'run'>, stamp: Stamp): Result<unknown> {
    return this.settle(printAgain({ run: this.get('runs', runId) }), stamp)
  }

  countOff(runId: Id<'run'>, outcomes: ReadonlyMap<CheckNumber, Outcome>, stamp: Stamp): Result<unknown> {
    const run = this.get('runs', runId)
    return this.settle(countOff({ run, rows: this.rowsOf(run.bookId), payments: this.kept.payments, cashLedgerId: this.accountOf(run).cashLedgerId }, { outcomes }, stamp), stamp)
  }

  clear(accountId: Id<'account'>, rows: readonly NumberRow[], stamp: Stamp): Result<unknown> {
    return this.settle(clear({ accountId, rows, payments: this.kept.payments }, stamp), stamp)
  }

  snapshot(): Snapshot {
    return { ...Object.fromEntries(Object.entries(this.kept).map(([t, rows]) => [t, [...rows.values()]])), trail: [...this.trail] } as unknown as Snapshot
  }
}
