import type { Id } from '#core/base/id'
import type { LedgerAccount } from '#core/ledger/entry'
import { ledgerLines, newestLedgerLines, trialBalance, type LedgerLine, type Trial } from '#core/ledger/trial'
import { zero } from '#core/money/cents'
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

/** More entries than so many times what is asked for are not read to find the newest. */
const READ_ALL = 4
/** The newest entries of a ledger account with the balance after each, at most so many, and how many it has. */
export async function readLedgerLines(
  ledgerId: Id<'ledger'>,
  most: number,
): Promise<{ readonly lines: LedgerLine[]; readonly all: number }> {
  const own = db.entries.where('ledgers').equals(ledgerId)
  const all = await own.count()
  if (all <= most * READ_ALL)
    return {
      lines: ledgerLines(await own.toArray(), ledgerId)
        .reverse()
        .slice(0, most),
      all,
    }
  const newest = await db.entries
    .orderBy('date')
    .reverse()
    .filter(e => e.ledgers.includes(ledgerId))
    .limit(most)
    .toArray()
  const total = (await db.totals.get(ledgerId))?.balance ?? zero
  return { lines: newestLedgerLines(newest, ledgerId, total), all }
}

export const readLedgers = (companyId: Id<'company'>): Promise<LedgerAccount[]> =>
  db.ledgers.where('companyId').equals(companyId).sortBy('code')
