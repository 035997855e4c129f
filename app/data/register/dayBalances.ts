import type { PlainDate } from '#core/base/dates'
import type { BankAccount } from '#core/accounts/account'
import { balanceByDay } from '#core/ledger/balances'
import { zero, type Cents } from '#core/money/cents'
import { db } from '../store/db'

/** The book balance of an account at the end of any day from one on. */
export async function readDayBalances(
  { cashLedgerId }: BankAccount,
  from: PlainDate,
): Promise<(day: PlainDate) => Cents> {
  const [total, entries] = await Promise.all([
    db.totals.get(cashLedgerId),
    db.entries
      .where('date')
      .aboveOrEqual(from)
      .filter(e => e.ledgers.includes(cashLedgerId))
      .toArray(),
  ])
  return balanceByDay(total?.balance ?? zero, entries, cashLedgerId)
}
