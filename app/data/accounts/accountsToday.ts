import type { Balances } from '#core/ledger/balances'
import { countFates, nextNumber, type CheckNumber } from '#core/numbers/book'
import { stockLeft, type StockLeft } from '#core/numbers/pace'
import { sumsOfLane, type LaneSums, type Payment } from '#core/payments/payment'
import type { Run } from '#core/runs/run'
import { readFates } from '../numbers/bookReads'
import { readPace } from '../numbers/pace'
import { readLaneTotal } from '../payments/laneReads'
import { readLane } from '../payments/paymentReads'
import { openRunsOf } from '../runs/openRuns'
import { readOpenRun } from '../runs/runReads'
import { db } from '../store/db'
import { readAccounts, type AccountView } from './accountReads'
import { balancesWith, readBalances } from './balances'

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
