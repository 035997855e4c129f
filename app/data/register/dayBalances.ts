import type { PlainDate } from '#core/base/dates'
import type { BankAccount } from '#core/accounts/account'
import { balanceByDay } from '#core/ledger/balances'
import { zero, type Cents } from '#core/money/cents'
import { findMoved } from '../find/find'
import { db } from '../store/db'

/**
 * The book balance of an account at the end of any day from one on. Its entries are read beside the page; any new one
 * changes the total, which is read here.
 */
export async function readDayBalances(
  { cashLedgerId }: BankAccount,
  from: PlainDate,
): Promise<(day: PlainDate) => Cents> {
  const total = await db.totals.get(cashLedgerId)
  const moved = await Promise.resolve(findMoved({ ledgerId: cashLedgerId, from }))
  return balanceByDay(total?.balance ?? zero, moved)
}
