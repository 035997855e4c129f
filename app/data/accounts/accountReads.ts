import { factsOf, type BankAccount, type Company } from '#core/accounts/account'
import type { Id } from '#core/base/id'
import { bookInUse, type NumberBook } from '#core/numbers/book'
import type { Layout } from '#core/paper/layout'
import type { Stock } from '#core/paper/stock'
import { layoutOf, stockNow } from '#core/paper/versions'
import type { AccountFacts } from '#core/proof/facts'
import { newestOf } from '../layouts/versions'
import { db } from '../store/db'

/** An account with everything that a screen about it needs. */
export interface AccountView {
  readonly account: BankAccount
  readonly company: Company
  /** The number book in use, and all of the account's books. */
  readonly book: NumberBook
  readonly books: readonly NumberBook[]
  readonly stock: Stock
  readonly layout: Layout
  readonly facts: AccountFacts
}

/** All bank accounts, in the order in which they were opened. */
export async function readAccounts(): Promise<AccountView[]> {
  const [accounts, companies, books, owns] = await Promise.all([
    db.accounts.toArray(),
    db.companies.toArray(),
    db.books.toArray(),
    db.owns.toArray(),
  ])
  // Only the papers that an account prints on: a library may hold many more.
  const [layouts, stocks] = await Promise.all([
    newestOf(db, 'layouts', [...new Set(accounts.map(a => a.layoutId))]),
    newestOf(db, 'stocks', [...new Set(accounts.map(a => a.stockId))]),
  ])
  return accounts.flatMap(account => {
    const company = companies.find(c => c.id === account.companyId)
    const own = books.filter(b => b.accountId === account.id).sort((a, b) => a.start - b.start)
    const book = bookInUse(own, account.bookId)
    const stock = stockNow(stocks, account.stockId)
    const layout = layoutOf(layouts, owns, account.layoutId, account.companyId)
    return company && book && stock && layout
      ? [{ account, company, book, books: own, stock, layout, facts: factsOf(account, company) }]
      : []
  })
}

/** The bank accounts of one company, in the order in which they were opened: they alone, without their papers. */
export const readAccountsOf = async (companyId: Id<'company'>): Promise<BankAccount[]> =>
  (await db.accounts.toArray()).filter(account => account.companyId === companyId)

export const readCompanies = (): Promise<Company[]> => db.companies.toArray()

/** Whether a sample was printed for an account. */
export const readSampled = async (accountId: Id<'account'>): Promise<boolean> =>
  (await db.facts.get(`sampled/${accountId}`)) !== undefined
