import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import type { LedgerAccount } from '../ledger/entry'
import type { BankAccount, Payables } from './account'

/** What is known where money of an account goes to ledger accounts. */
export interface PostKnown {
  readonly account: BankAccount
  readonly payables: Payables | undefined
  /** The ledger accounts that the act names. */
  readonly ledgers: readonly LedgerAccount[]
}
/**
 * Whether money of an account may go to a ledger account, or come from it, without a bill. Refused at `ledger`: one
 * of another company, what is owed on bills, the account itself.
 */
export function mayPost({ account, payables, ledgers }: PostKnown, ledgerId: Id<'ledger'>): Result<true> {
  const at = { field: 'ledger' }
  if (ledgers.find(l => l.id === ledgerId)?.companyId !== account.companyId)
    return refuse('ledger-elsewhere', 'This ledger account does not belong to the paying company', at)
  if (ledgerId === payables?.ledgerId)
    return refuse(
      'ledger-payables',
      'Accounts payable can only change through bills. Choose a bill to pay, or another ledger account.',
      at,
    )
  if (ledgerId === account.cashLedgerId)
    return refuse('ledger-itself', 'An account cannot pay itself. Choose another ledger account', at)
  return good(true)
}
