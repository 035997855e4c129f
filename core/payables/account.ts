import type { Id } from '../base/id'
import type { MicrPattern } from '../micr/pattern'
import type { AccountFacts } from '../proof/facts'

export interface Company { readonly id: Id<'company'>, readonly name: readonly string[], readonly address: readonly string[] }

/** A bank account that checks are drawn on. */
export interface BankAccount {
  readonly id: Id<'account'>
  readonly companyId: Id<'company'>
  /** What the office calls it, e.g. “Operating”. */
  readonly name: string
  readonly bank: { readonly name: string, readonly address: readonly string[] }
  readonly fraction: string
  readonly routing: string
  readonly account: string
  readonly pattern: MicrPattern
  readonly currency: { readonly sign: string, readonly name: string }
  readonly cashLedgerId: Id<'ledger'>
  readonly stockId: string
  readonly layoutId: string
}

/** What is printed of the account and its company on every check. */
export const factsOf = (account: BankAccount, company: Company): AccountFacts => ({
  company: { name: [...company.name], address: [...company.address] },
  bank: { name: account.bank.name, address: [...account.bank.address] },
  fraction: account.fraction, routing: account.routing, account: account.account, pattern: account.pattern, currency: account.currency,
})

/** The account number with all but its last four digits hidden. */
export function masked(accountNumber: string): string {
  const digits = accountNumber.replaceAll(/\D/g, '')
  return `•••• ${digits.slice(-4)}`
}
