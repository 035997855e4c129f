import { grouped } from '#core/base/grouped'
import type { Balances } from '#core/ledger/balances'
import { countFates, nextNumber, type CheckNumber } from '#core/numbers/book'
import { stockLeft, type StockLeft } from '#core/numbers/pace'
import { sumsOfLane, type LaneSums, type Payment } from '#core/payments/payment'
import type { Run } from '#core/runs/run'
import { fatesOfAll } from '../numbers/bookFates'
import { readPaces } from '../numbers/pace'
import { nothingIn } from '../payments/laneTotals'
import { readLane } from '../payments/paymentReads'
import { openRunsOf } from '../runs/openRuns'
import { readOpenRun } from '../runs/runReads'
import { db } from '../store/db'
import { readAccounts, type AccountView } from './accountReads'
import { balancesFrom, readBalances } from './balances'

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

/**
 * What waits, account by account, and how long the number book in use will last. Each table is asked once for all
 * accounts: a hundred questions take longer than their answers.
 */
export async function readToday(): Promise<AccountToday[]> {
  const views = await readAccounts()
  const books = views.map(v => v.book)
  const [lanes, totals, open, fates, paces] = await db.transaction(
    'r',
    [db.lanes, db.totals, db.runs, db.strips, db.numbers],
    async () =>
      Promise.all([
        db.lanes.bulkGet(views.map(v => v.account.id)),
        db.totals.bulkGet(views.map(v => v.account.cashLedgerId)),
        openRunsOf(
          db,
          views.flatMap(v => v.books.map(b => b.id)),
        ).toArray(),
        fatesOfAll(db),
        readPaces(books, new Date()),
      ]),
  )
  const runs = grouped(open, run => run.accountId)
  return views.map((view, i): AccountToday => {
    const { account, book } = view
    const lane = lanes[i] ?? nothingIn(account.id)
    const touched = fates(book.id)
    const { unused } = countFates(book, touched.values())
    return {
      ...{ view, waiting: lane.count, sums: sumsOfLane(lane.total, lane.booked) },
      balances: balancesFrom(totals[i], lane),
      runs: runs.get(account.id) ?? [],
      next: nextNumber(book, touched),
      stock: stockLeft(unused, paces.get(book.id)!, lane.count),
    }
  })
}

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
