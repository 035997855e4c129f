import type { Country } from '../base/country'
import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import type { MicrPattern } from '../micr/pattern'
import type { Cents } from '../money/cents'
import type { Picture } from '../paper/picture'
import type { AccountFacts, Signatory } from '../proof/facts'

/** The days of a journal that was sent, both with it; from the beginning where no day is told. */
export interface SentJournal {
  readonly from?: PlainDate
  readonly through: PlainDate
}
/** A company whose accounts, payees and books are kept here; an office may have several. */
export interface Company {
  readonly id: Id<'company'>
  readonly name: readonly string[]
  readonly address: readonly string[]
  readonly logo?: Picture
  /** Last day of the closed period, YYYY-MM-DD: nothing is entered on or before it. */ readonly closedThrough?: PlainDate
  readonly payables?: Payables
  /** The last journal that was sent to who keeps its books. */
  readonly journal?: SentJournal
}

/** How a company keeps its bills. */
export interface Payables {
  /** What is owed on bills stands here. */
  readonly ledgerId: Id<'ledger'>
  /** Discounts taken stand here. */
  readonly discountId: Id<'ledger'>
  /** A bill above this waits until a second person says yes; null: none does. */
  readonly secondAbove: Cents | null
  /** Books are kept elsewhere: what no ledger account was told for goes here. */
  readonly unplaced?: Id<'ledger'>
}

/**
 * Who signs: how many, above what amount a second one is wanted, and whose signature images print, as indexes
 * of the signatories.
 */
export interface Signing {
  readonly secondAbove: Cents | null
  readonly prints: readonly number[]
}

/** A bank account. One that is not for checks is kept for the ledger's sake, and nothing is drawn on it. */
export interface BankAccount {
  readonly id: Id<'account'>
  readonly companyId: Id<'company'>
  /** What the office calls it, e.g. “Operating”. */
  readonly name: string
  readonly forChecks: boolean
  readonly country: Country
  readonly bank: { readonly name: string; readonly address: readonly string[]; readonly logo?: Picture }
  readonly fraction: string
  readonly routing: string
  readonly account: string
  readonly part: string
  readonly code: string
  readonly pattern: MicrPattern
  readonly micrShapes?: NonNullable<AccountFacts['micrShapes']>
  readonly currency: { readonly sign: string; readonly name: string; readonly minor?: string }
  readonly signatories: readonly Signatory[]
  readonly signing: Signing
  readonly cashLedgerId: Id<'ledger'>
  readonly stockId: string
  readonly layoutId: string
  /** The number book that was loaded last. */
  readonly bookId?: Id<'book'>
}

/** What is printed of the account and its company on every check. */
export const factsOf = (account: BankAccount, company: Company): AccountFacts => ({
  country: account.country,
  company: {
    name: [...company.name],
    address: [...company.address],
    ...(company.logo && { logo: company.logo }),
  },
  bank: {
    name: account.bank.name,
    address: [...account.bank.address],
    ...(account.bank.logo && { logo: account.bank.logo }),
  },
  fraction: account.fraction,
  routing: account.routing,
  account: account.account,
  part: account.part,
  code: account.code,
  pattern: account.pattern,
  ...(account.micrShapes && { micrShapes: account.micrShapes }),
  currency: account.currency,
  signatories: [...account.signatories],
})

/**
 * Whose signature images print on a check of that amount: the second one only above the limit, where there is
 * one.
 */
export const printedSigners = (signing: Signing, amount: Cents): number[] =>
  signing.prints.filter((_, i) => i === 0 || signing.secondAbove === null || amount > signing.secondAbove)

/** The digits of an account number or a bank’s code, without dashes and spaces. */
export const digitsOf = (text: string): string => text.replaceAll(/\D/g, '')
/** The account number with all but its last four digits hidden. */
export const masked = (accountNumber: string): string => `•••• ${digitsOf(accountNumber).slice(-4)}`

/** Whose signature images may print, to choose from: each one's, and any two together. By places, `0` or `0 1`. */
export function signatureChoices(
  signatories: BankAccount['signatories'],
): { readonly title: string; readonly value: string }[] {
  const able = signatories.flatMap((s, i) => (s.picture ? [{ title: s.name, value: String(i) }] : []))
  const pairs = able.flatMap((a, i) =>
    able.slice(i + 1).map(b => ({ title: `${a.title} and ${b.title}`, value: `${a.value} ${b.value}` })),
  )
  return [...able, ...pairs]
}
