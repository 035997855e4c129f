import type { BankAccount } from '../../accounts/account'
import type { Movement } from '../../bank/movement'
import { movementsOf } from '../../bank/movementsOf'
import type { Entry } from '../../ledger/entry'
import type { Payment } from '../../payments/payment'

/** Stores before this version had no lines of the register besides checks: their entries say what they were. */
export const REGISTER_STORE = 11
/** The lines of the register that follow from the rows of such a store. */
export function registerOf(
  entries: readonly Entry[],
  accounts: readonly BankAccount[],
  payments: readonly Payment[],
): Movement[] {
  const movements = movementsOf(entries, accounts, new Map(payments.map(p => [p.id, p])), [])
  return movements.map(m => ({ ...m, kind: 'correction' }))
}

/** Stores before this version put payees on hold without a reason. */
export const HOLD_REASON_STORE = 12
/** A payee of such a store as one of now; a row that is none stays as it is. */
export function withHoldReason(row: unknown): unknown {
  const payee = row as { readonly onHold?: unknown; readonly holdWhy?: unknown } | null
  return payee?.onHold && !payee.holdWhy ? { ...payee, holdWhy: 'No reason was given' } : row
}
