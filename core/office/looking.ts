import type { Id } from '../base/id'
import { good, type Result } from '../base/result'
import { bookInUse, type NumberBook } from '../numbers/book'
import { placesOf, type Made } from '../runs/print'
import { accountOn, layoutVersion, paperOfBook, plan, type PlannedCheck } from '../runs/run'
import { byId, one, printsWith, runWith, stockOf } from './lookups'
import type { Reading } from './reading'

/** The number book from which an account's next run takes its numbers. */
export async function bookOf(reading: Reading, accountId: Id<'account'>): Promise<NumberBook> {
  const book = bookInUse(
    await reading.where('books', 'account', [accountId]),
    (await one(reading, 'accounts', accountId)).bookId,
  )
  if (!book) throw new RangeError(`account ${accountId} has no number book`)
  return book
}

/** Which number goes on which sheet of a loaded run; refused where it no longer fits. */
export async function planOf(reading: Reading, runId: Id<'run'>): Promise<Result<PlannedCheck[]>> {
  const { run, account, book } = await runWith(reading, runId)
  return plan(
    run,
    await byId(reading, 'payments', run.paymentIds),
    book,
    await reading.fates(book.id),
    paperOfBook(await stockOf(reading, accountOn(account, run)), book),
    account.signing,
  )
}

/** What the PDF of a loaded run would be made of. */
export async function madeOf(reading: Reading, runId: Id<'run'>): Promise<Result<Made>> {
  const planned = await planOf(reading, runId)
  if (!planned.ok) return planned
  const { run, account, book } = await runWith(reading, runId)
  const { layout, facts, stock } = await printsWith(reading, accountOn(account, run))
  return good({
    checks: planned.value.map(p => p.facts),
    version: layoutVersion(layout, paperOfBook(stock, book), facts).id,
    places: placesOf(planned.value),
  })
}
