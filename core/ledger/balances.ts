import type { Id } from '../base/id'
import { cents, sum, type Cents } from '../money/cents'
import type { Entry } from './entry'

/** What an account has, what is promised out of it, and what is left: all in minor units. */
export interface Balances { readonly book: Cents, readonly committed: Cents, readonly free: Cents }

/** Debits less credits of one ledger account. */
export function ledgerBalance(entries: Iterable<Entry>, ledgerId: Id<'ledger'>): Cents {
  let total = 0
  for (const e of entries) for (const line of e.lines) if (line.ledgerId === ledgerId) total += line.debit - line.credit
  return cents(total)
}

/** Book balance from the entries of the account's cash ledger; committed from its payments in the lane and on paper. */
export function balances(entries: Iterable<Entry>, cashLedger: Id<'ledger'>, promised: Iterable<{ readonly amount: Cents }>): Balances {
  const book = ledgerBalance(entries, cashLedger)
  const committed = sum([...promised].map(p => p.amount))
  return { book, committed, free: cents(book - committed) }
}
