import { addDays, type PlainDate } from '#core/base/dates'
import type { BankAccount } from '#core/accounts/account'
import { lastDayOf, openStatement } from '#core/bank/statement'
import { sum, zero, type Cents } from '#core/money/cents'
import { readStatements } from '../bank/bankReads'
import { db } from '../store/db'

/**
 * What a bank would have on an account where its statements go on: behind the last line of the open statement; where
 * none was begun, what the books have.
 */
export async function readOpening(
  account: BankAccount,
  today: PlainDate,
): Promise<{ from: PlainDate; opening: Cents }> {
  const statement = openStatement(await readStatements(account.id))
  if (!statement)
    return { from: today, opening: (await db.totals.get(account.cashLedgerId))?.balance ?? zero }
  const lines = await db.bankLines.where('statementId').equals(statement.id).toArray()
  const last = lastDayOf(statement)
  return {
    from: last ? addDays(last, 1) : statement.from,
    opening: sum([statement.opening, ...lines.map(l => l.amount)]),
  }
}
