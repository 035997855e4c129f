import { dayOfMoment } from '../base/dates'
import { idOf, type Id } from '../base/id'
import { merged } from '../base/merge'
import { good, refuse, type Result } from '../base/result'
import { newBook } from '../numbers/saveBook'
import type { NumberBook } from '../numbers/book'
import { entry, type Entry, type LedgerAccount } from '../ledger/entry'
import { openDay } from '../ledger/period'
import { payablesLedgers } from '../ledger/startingChart'
import { zero, type Cents } from '../money/cents'
import { currencyFault } from '../money/currency'
import type { Decision, Stamp } from '../trail/trail'
import type { Layout } from '../paper/layout'
import { mayUse } from '../paper/versions'
import type { BankAccount, Company } from './account'

/** What a form holds of a company; all else of it is kept by other acts. */
export type CompanyForm = Pick<Company, 'id' | 'name' | 'address' | 'logo'>

/** What must be known of the office to open or change an account. */
export interface AccountKnown {
  readonly account: BankAccount | undefined
  readonly company: Company | undefined
  /** All accounts and all number books. */
  readonly accounts: readonly BankAccount[]
  readonly books: readonly NumberBook[]
  /** The layout that the account is to print with, as it is now. */
  readonly layout?: Layout | undefined
}

const bare = (text: string): string => text.replaceAll(/[^0-9A-Za-z]/g, '')
/**
 * Books of other accounts that print the same bank code and account number: to the bank they are one account.
 */
export const twinBooks = (
  known: Pick<AccountKnown, 'accounts' | 'books'>,
  account: BankAccount,
): NumberBook[] => {
  const twins = known.accounts.filter(
    a =>
      a.id !== account.id &&
      bare(account.account) !== '' &&
      bare(a.account) === bare(account.account) &&
      bare(a.routing) === bare(account.routing),
  )
  return known.books.filter(b => twins.some(a => a.id === b.accountId))
}

/**
 * The opening balance as it was typed: money there to the debit of cash, an account overdrawn to its credit;
 * none where it is nothing.
 */
function openingEntry(
  account: BankAccount,
  equity: Id<'ledger'>,
  opening: Cents,
  company: Company,
  stamp: Stamp,
): Entry[] {
  if (opening === 0) return []
  const amount = Math.abs(opening) as Cents
  const [debit, credit] = opening > 0 ? [account.cashLedgerId, equity] : [equity, account.cashLedgerId]
  const lines = [
    { ledgerId: debit, debit: amount, credit: zero },
    { ledgerId: credit, debit: zero, credit: amount },
  ]
  return [
    entry({
      id: idOf(`${account.id}/opening`),
      companyId: company.id,
      date: openDay(dayOfMoment(stamp.at), company.closedThrough),
      text: 'Opening balance',
      paymentId: null,
      lines,
    }),
  ]
}

/** An account that is opened, with its company where that is new, and the balances it begins with. */
export interface Opening {
  readonly company: CompanyForm
  readonly ledgers: readonly LedgerAccount[]
  readonly account: BankAccount
  readonly book: NumberBook
  readonly opening: Cents
  readonly equity: Id<'ledger'>
}

/**
 * Opens a bank account with its ledger accounts, number book and opening balance, and its company where
 * that is new. A company that is known keeps all that the form does not hold. Refused: an account that is
 * open already, a book that is no book, numbers that another account prints for the same bank account.
 */
export function addAccount(
  known: AccountKnown,
  act: Opening,
  stamp: Stamp,
): Decision<{
  companies: Company[]
  ledgers: LedgerAccount[]
  accounts: BankAccount[]
  books: NumberBook[]
  entries: Entry[]
}> {
  const { account } = act
  if (known.account) return refuse('account-known', 'This account already exists', { field: 'account' })
  if (!Number.isSafeInteger(act.opening))
    return refuse('amount-pattern', 'Enter an amount', { field: 'opening' })
  const odd = currencyFault(account.currency)
  if (odd) return refuse('currency-minor', odd, { field: 'currency', value: account.currency.name })
  const allowed = mayUse(known.layout, act.company.id)
  if (!allowed.ok) return allowed
  const book = newBook({ books: known.books, twins: twinBooks(known, account) }, act.book)
  if (!book.ok) return book
  const company: Company = {
    payables: { ...payablesLedgers(act.company.id), secondAbove: null },
    ...known.company,
    ...act.company,
  }
  return good({
    changes: {
      companies: [company],
      ledgers: [...act.ledgers],
      accounts: [account],
      books: [book.value],
      entries: openingEntry(account, act.equity, act.opening, company, stamp),
    },
    trail: {
      act: 'Account added',
      text: `Added account ${account.name} with check numbers ${book.value.start} to ${book.value.end}.`,
      about: { account: account.id, company: company.id },
    },
  })
}

/** What a form began from and what it holds at the end, of an account and of its company. */
export interface Saving {
  readonly from: { readonly account: BankAccount; readonly company: CompanyForm }
  readonly to: { readonly account: BankAccount; readonly company: CompanyForm }
}

function agreed<T extends object>(
  now: T,
  from: Partial<T>,
  to: Partial<T>,
): Result<{ value: T; changed: string[] }> {
  const { value, changed, conflicts } = merged(now, from, to)
  if (conflicts.length)
    return refuse(
      'changed-meanwhile',
      `Someone else changed ${conflicts.map(String).join(', ')} since you opened this form. Open it again to see the changes`,
      { field: String(conflicts[0]) },
    )
  return good({ value, changed: changed.map(String) })
}

/**
 * Changes what is known of a bank account and its company: only what differs between what the form began
 * from and what it holds. What was printed before keeps its own copy. Refused where somebody changed the
 * same thing meanwhile, and where the new numbers are another account's.
 */
export function saveAccount(
  known: AccountKnown,
  act: Saving,
): Decision<{ accounts: BankAccount[]; companies: Company[] }> {
  if (!known.account || !known.company)
    return refuse('account-gone', 'This account no longer exists', { field: 'account' })
  const account = agreed(known.account, act.from.account, act.to.account)
  if (!account.ok) return account
  const company = agreed<Company>(known.company, act.from.company, act.to.company)
  if (!company.ok) return company
  const changed = [...account.value.changed, ...company.value.changed]
  if (!changed.length) return refuse('nothing-changed', 'Nothing was changed', { field: 'account' })
  const now = account.value.value
  const odd = account.value.changed.includes('currency') ? currencyFault(now.currency) : ''
  if (odd) return refuse('currency-minor', odd, { field: 'currency', value: now.currency.name })
  const allowed = account.value.changed.includes('layoutId')
    ? mayUse(known.layout, now.companyId)
    : good(true)
  if (!allowed.ok) return allowed
  const own = known.books.filter(b => b.accountId === now.id)
  const twin = twinBooks(known, now).find(t => own.some(b => b.start <= t.end && t.start <= b.end))
  if (twin && (account.value.changed.includes('account') || account.value.changed.includes('routing')))
    return refuse(
      'account-twice',
      `Another account has this bank code and account number, with numbers ${twin.start} to ${twin.end}. The bank would see a number twice`,
      { field: 'account', value: twin.start },
    )
  return good({
    changes: { accounts: [now], companies: [company.value.value] },
    trail: {
      act: 'Account changed',
      text: `Changed account ${now.name}: ${changed.join(', ')}.`,
      about: { account: now.id, company: now.companyId },
    },
  })
}
