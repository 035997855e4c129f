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
const entriesOf = (ledgerId: Id<'ledger'>) => db.entries.where('ledgers').equals(ledgerId)
/** The newest entries of a ledger account with the balance after each, at most so many, and whether those are all. */
export async function readLedgerLines(
  ledgerId: Id<'ledger'>,
  most: number,
): Promise<{ readonly lines: LedgerLine[]; readonly isAll: boolean }> {
  const few = most * READ_ALL
  const keys = await entriesOf(ledgerId)
    .limit(few + 1)
    .primaryKeys()
  if (keys.length <= few) {
    const lines = ledgerLines(await entriesOf(ledgerId).toArray(), ledgerId).reverse()
    return { lines: lines.slice(0, most), isAll: lines.length <= most }
  }
  const newest = await db.entries
    .orderBy('date')
    .reverse()
    .filter(e => e.ledgers.includes(ledgerId))
    .limit(most)
    .toArray()
  const total = (await db.totals.get(ledgerId))?.balance ?? zero
  return { lines: newestLedgerLines(newest, ledgerId, total), isAll: false }
}
/** How many entries a ledger account has: among hundreds of thousands that takes longer than to read the newest. */
export const countLedgerLines = (ledgerId: Id<'ledger'>): Promise<number> => entriesOf(ledgerId).count()

export const readLedgers = (companyId: Id<'company'>): Promise<LedgerAccount[]> =>
  db.ledgers.where('companyId').equals(companyId).sortBy('code')
