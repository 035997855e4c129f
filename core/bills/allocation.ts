import type { Id } from '../base/id'
import type { Cents } from '../money/cents'

/**
 * What a payment settles of a bill: what is paid, and the discount that is taken besides. Both below zero
 * where a credit note is applied.
 */
export interface Allocation {
  readonly billId: Id<'bill'>
  readonly amount: Cents
  readonly discount: Cents
  /** Why the discount is taken although its last day is over. */
  readonly late?: string
}
/** The bills of a payment, and the ledger accounts that its entry goes through. */
export interface Settles {
  readonly payables: Id<'ledger'>
  readonly discounts: Id<'ledger'>
  readonly bills: readonly Allocation[]
}
