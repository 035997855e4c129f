import type { Id } from '#core/base/id'
import { ledgerLines, trialBalance, type LedgerLine, type Trial } from '#core/ledger/trial'
import { db } from '../store/db'

/** The trial balance of a company, from the running balances. */
export async function readTrial(companyId: Id<'company'>): Promise<Trial> {
  const ledgers = await db.ledgers.where('companyId').equals(companyId).toArray()
  const totals = await db.totals.bulkGet(ledgers.map(l => l.id))
  return trialBalance(
    ledgers,
    totals.filter(t => t !== undefined),
  )
}

/** The entries of a ledger account with the balance after each, the newest first. */
export const readLedgerLines = async (ledgerId: Id<'ledger'>): Promise<LedgerLine[]> =>
  ledgerLines(await db.entries.where('ledgers').equals(ledgerId).toArray(), ledgerId).reverse()
