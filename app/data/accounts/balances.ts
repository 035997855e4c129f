import type { BankAccount } from '#core/accounts/account'
import { balancesOf, type Balances } from '#core/ledger/balances'
import type { LedgerTotal } from '#core/ledger/totals'
import { zero } from '#core/money/cents'
import { sumsOfLane } from '#core/payments/payment'
import { readLaneTotal } from '../payments/laneReads'
import type { LaneTotal } from '../payments/laneTotals'
import { db } from '../store/db'

/** The balances of an account, from the sums that are kept of its cash ledger and of its lane. */
export const balancesFrom = (cash: LedgerTotal | undefined, lane: LaneTotal): Balances =>
  balancesOf(cash?.balance ?? zero, sumsOfLane(lane.total, lane.booked).promised, lane.onPaper)

/** The same, read: no payment is opened. */
export async function readBalances({ id, cashLedgerId }: BankAccount): Promise<Balances> {
  const [cash, lane] = await Promise.all([db.totals.get(cashLedgerId), readLaneTotal(db, id)])
  return balancesFrom(cash, lane)
}
