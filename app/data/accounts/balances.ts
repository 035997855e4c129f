import type { BankAccount } from '#core/accounts/account'
import { balancesOf, type Balances } from '#core/ledger/balances'
import { zero } from '#core/money/cents'
import { sumsOfLane } from '#core/payments/payment'
import { readLaneTotal } from '../payments/laneReads'
import type { LaneTotal } from '../payments/laneTotals'
import { db } from '../store/db'

/** The balances of an account, from sums that are kept: no payment is opened. */
export const readBalances = async (account: BankAccount): Promise<Balances> =>
  balancesWith(account, await readLaneTotal(db, account.id))

/** The same where what waits and what is on paper is known already. */
export async function balancesWith(account: BankAccount, lane: LaneTotal): Promise<Balances> {
  const book = (await db.totals.get(account.cashLedgerId))?.balance ?? zero
  return balancesOf(book, sumsOfLane(lane.total, lane.booked).promised, lane.onPaper)
}
