import type { Id } from '../base/id'
import { cents, sum, zero, type Cents } from '../money/cents'
import type { Entry, LedgerAccount } from './entry'
import type { LedgerTotal } from './totals'

/** A ledger account with its balance, on the side where it stands. */
interface TrialRow {
  readonly ledger: LedgerAccount
  readonly debit: Cents
  readonly credit: Cents
}
/** A trial balance: every ledger account with its balance, and both sums, which are equal. */
export interface Trial {
  readonly rows: readonly TrialRow[]
  readonly debit: Cents
  readonly credit: Cents
}

/**
 * The trial balance of a company: every ledger account by its number, with its balance as a debit or a credit;
 * both sides come to the same.
 */
export function trialBalance(ledgers: readonly LedgerAccount[], totals: readonly LedgerTotal[]): Trial {
  const balances = new Map(totals.map(t => [t.id, t.balance]))
  const rows = [...ledgers]
    .sort((a, b) => (a.code < b.code ? -1 : a.code > b.code ? 1 : 0))
    .map(ledger => {
      const balance = balances.get(ledger.id) ?? zero
      return { ledger, debit: balance > 0 ? balance : zero, credit: balance < 0 ? cents(-balance) : zero }
    })
  return { rows, debit: sum(rows.map(r => r.debit)), credit: sum(rows.map(r => r.credit)) }
}

/** One entry as it stands in a ledger account, with the balance after it. */
export interface LedgerLine {
  readonly id: Id<'entry'>
  readonly entry: Entry
  readonly debit: Cents
  readonly credit: Cents
  readonly balance: Cents
}

/** The entries of a ledger account by date, each with the balance after it; the newest last. */
export function ledgerLines(entries: readonly Entry[], ledgerId: Id<'ledger'>): LedgerLine[] {
  let balance = 0
  return [...entries]
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.id < b.id ? -1 : 1))
    .map(entry => {
      const own = entry.lines.filter(l => l.ledgerId === ledgerId)
      const [debit, credit] = [sum(own.map(l => l.debit)), sum(own.map(l => l.credit))]
      balance += debit - credit
      return { id: entry.id, entry, debit, credit, balance: cents(balance) }
    })
}

/**
 * The same the newest first, for entries that are the newest of a ledger account in that order (by date, then by key)
 * and may not be all of it: `total` is what all its entries come to.
 */
export function newestLedgerLines(
  entries: readonly Entry[],
  ledgerId: Id<'ledger'>,
  total: Cents,
): LedgerLine[] {
  const lines = ledgerLines(entries, ledgerId)
  const before = total - (lines.at(-1)?.balance ?? 0)
  return lines.map(line => ({ ...line, balance: cents(line.balance + before) })).reverse()
}
