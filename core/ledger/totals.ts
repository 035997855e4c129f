import type { Id } from '../base/id'
import { cents, type Cents } from '../money/cents'
import type { Entry } from './entry'

/** The running balance of a ledger account: debits less credits of all its entries, in minor units. */
export interface LedgerTotal {
  readonly id: Id<'ledger'>
  readonly balance: Cents
}

/**
 * The totals of all ledger accounts that `entries` touch, once these are kept in the place of those in
 * `replaced`.
 */
export function totalsAfter(
  before: Iterable<LedgerTotal>,
  entries: Iterable<Entry>,
  replaced: Iterable<Entry> = [],
): LedgerTotal[] {
  const moved = new Map<Id<'ledger'>, number>()
  const move = (of: Iterable<Entry>, sign: 1 | -1): void => {
    for (const { lines } of of) {
      for (const { ledgerId, debit, credit } of lines) {
        moved.set(ledgerId, (moved.get(ledgerId) ?? 0) + sign * (debit - credit))
      }
    }
  }
  move(entries, 1)
  move(replaced, -1)
  const known = new Map([...before].map(total => [total.id, total.balance]))
  return [...moved].map(([id, by]) => ({ id, balance: cents((known.get(id) ?? 0) + by) }))
}

/** A ledger account whose running balance is not what its entries add up to. */
export interface TotalAstray {
  readonly ledgerId: Id<'ledger'>
  readonly kept: Cents | undefined
  readonly entries: Cents
}

/**
 * Compares the totals that are kept with those that the entries come to: every ledger account that differs.
 */
function differingTotals(
  keptTotals: Iterable<LedgerTotal>,
  freshTotals: Iterable<LedgerTotal>,
): TotalAstray[] {
  const kept = new Map([...keptTotals].map(total => [total.id, total.balance]))
  const fresh = new Map([...freshTotals].map(total => [total.id, total.balance]))
  return [...new Set([...kept.keys(), ...fresh.keys()])]
    .map(ledgerId => ({ ledgerId, kept: kept.get(ledgerId), entries: fresh.get(ledgerId) ?? cents(0) }))
    .filter(({ kept, entries }) => kept !== entries)
}

/** Adds all entries up anew and compares: every ledger account that differs. */
export const totalsAstray = (totals: Iterable<LedgerTotal>, entries: Iterable<Entry>): TotalAstray[] =>
  differingTotals(totals, totalsAfter([], entries))
