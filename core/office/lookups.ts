import { isLive } from '../payees/payee'
import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { isStanding } from '../numbers/fates'
import { numberId, type CheckNumber, type NumberBook, type NumberRow } from '../numbers/book'
import { layoutNow, layoutOf, stockNow } from '../paper/versions'
import type { Layout } from '../paper/layout'
import type { Stock } from '../paper/stock'
import { factsOf, type BankAccount } from '../accounts/account'
import type { Draw, DrawKnown } from '../payments/draw'
import type { Payment } from '../payments/payment'
import type { AccountKnown } from '../accounts/saveAccount'
import { sameName } from '../faces/texts'
import type { AccountFacts } from '../proof/facts'
import { issueEntryId } from '../payments/issueEntry'
import type { Run } from '../runs/run'
import { NotThere, type Reading } from './reading'
import { usualSettings, type OfficeSettings } from './settings'
import type { KeyOf, TableName, Tables } from './tables'

/** The lock of an account: whatever takes numbers or money of it comes one after the other. */
export const ofAccount = (id: Id<'account'>): string => `account ${id}`
/** The lock of what all accounts share: companies, layouts, stocks, printers. */
export const LIBRARY = 'library'

const nouns: Partial<Record<TableName, string>> = {
  books: 'number book',
  numbers: 'number',
  companies: 'company',
  entries: 'entry',
}

/** A row that must be there; `NotThere` where it is not, which refuses the act. */
export async function one<T extends TableName>(reading: Reading, table: T, id: KeyOf<T>): Promise<Tables[T]> {
  const row = await reading.get(table, id)
  if (row === undefined) throw new NotThere(`there is no such ${nouns[table] ?? table.replace(/s$/, '')}`)
  return row
}

/** What the office set for itself, or what is usual. */
export const settingsOf = async (reading: Reading): Promise<OfficeSettings> =>
  (await reading.get('settings', 'office')) ?? usualSettings

/** Tables whose rows are asked for by key. */
type Keyed = 'payments' | 'copies' | 'payees' | 'bills' | 'numbers' | 'movements' | 'entries' | 'statements'
/** Rows by their keys. */
export async function byId<T extends Keyed>(
  reading: Reading,
  table: T,
  ids: readonly KeyOf<T>[],
): Promise<Map<KeyOf<T>, Tables[T]>> {
  return new Map((await reading.many(table, ids)).map(row => [row.id as KeyOf<T>, row]))
}

/** The rows of those of these numbers of a book that were touched before. */
export async function touched(
  reading: Reading,
  bookId: Id<'book'>,
  numbers: readonly CheckNumber[],
): Promise<Map<CheckNumber, NumberRow>> {
  return new Map(
    (
      await reading.many(
        'numbers',
        numbers.map(n => numberId(bookId, n)),
      )
    ).map(row => [row.number, row]),
  )
}

/** All numbers that carry or carried these payments. */
export const carrying = (reading: Reading, payments: readonly Id<'payment'>[]): Promise<NumberRow[]> =>
  reading.where('numbers', 'payment', payments)
/** The number that stands for a payment, among those that ever carried it. */
export const standingNumber = (rows: readonly NumberRow[]): NumberRow | undefined =>
  rows.find(r => isStanding(r.fate))

/** The checks that stand for payments, by payment; a payment without one is left out. */
export async function standingChecks(
  reading: Reading,
  payments: readonly Id<'payment'>[],
): Promise<Map<Id<'payment'>, NumberRow>> {
  const rows = await carrying(reading, payments)
  return new Map(
    rows.flatMap(row => (row.check && standingNumber([row]) ? [[row.check.paymentId, row]] : [])),
  )
}

/** The runs of a number book that are not finished. */
export const openRuns = (reading: Reading, bookId: Id<'book'>): Promise<Run[]> =>
  reading.where('runs', 'open', [bookId])

/** A run with its account and its number book. */
export async function runWith(
  reading: Reading,
  id: Id<'run'>,
): Promise<{ run: Run; account: BankAccount; book: NumberBook }> {
  const run = await one(reading, 'runs', id)
  return {
    run,
    account: await one(reading, 'accounts', run.accountId),
    book: await one(reading, 'books', run.bookId),
  }
}
/** The lock that acts on a run wait for: its account’s. */
export const lockOfRun = async (reading: Reading, id: Id<'run'>): Promise<string> =>
  ofAccount((await one(reading, 'runs', id)).accountId)
/** The lock that acts on a number book wait for: its account’s. */
export const lockOfBook = async (reading: Reading, id: Id<'book'>): Promise<string> =>
  ofAccount((await one(reading, 'books', id)).accountId)
/** The lock that acts on a payment wait for: its account’s. */
export const lockOfPayment = async (reading: Reading, id: Id<'payment'>): Promise<string> =>
  ofAccount((await one(reading, 'payments', id)).accountId)
/** The lock that acts on a check number wait for: its account’s. */
export const lockOfNumber = async (reading: Reading, id: Id<'number'>): Promise<string> =>
  ofAccount((await one(reading, 'numbers', id)).accountId)

/** The last day of the account's closed periods. */
export const closedThrough = async (reading: Reading, account: BankAccount): Promise<PlainDate | undefined> =>
  (await one(reading, 'companies', account.companyId)).closedThrough

/** The stock an account prints on now. */
export const stockOf = async (reading: Reading, account: BankAccount): Promise<Stock> =>
  stockAmong(await reading.newest('stocks', [account.stockId]), account)

function stockAmong(rows: readonly Tables['stocks'][], account: BankAccount): Stock {
  const stock = stockNow(rows, account.stockId)
  if (!stock) throw new RangeError(`account ${account.id} has no stock`)
  return stock
}

/** All that the checks of an account are drawn from. */
export interface PrintsWith {
  readonly layout: Layout
  readonly facts: AccountFacts
  readonly stock: Stock
}
/**
 * What was made of which rows: the key of a version is dear where pictures are in it, and comes from the same
 * objects at no cost.
 */
const ready = new WeakMap<BankAccount, { readonly of: readonly unknown[]; readonly made: PrintsWith }>()

/** All that an account prints with now. */
export async function printsWith(reading: Reading, account: BankAccount): Promise<PrintsWith> {
  const { layoutId, companyId, stockId } = account
  const company = await one(reading, 'companies', companyId)
  const [layouts, owns] = [
    await reading.newest('layouts', [layoutId]),
    await reading.where('owns', 'layout', [layoutId]),
  ]
  const stocks = await reading.newest('stocks', [stockId])
  const of = [company, ...layouts, ...owns, ...stocks]
  const before = ready.get(account)
  if (before && before.of.length === of.length && of.every((row, i) => row === before.of[i]))
    return before.made
  const layout = layoutOf(layouts, owns, layoutId, companyId)
  if (!layout) throw new RangeError(`account ${account.id} has no layout`)
  const made = { layout, facts: factsOf(account, company), stock: stockAmong(stocks, account) }
  ready.set(account, { of, made })
  return made
}
/** Tables that printing reads beside the account. */
export const PRINTS_WITH = ['layouts', 'owns', 'stocks', 'companies'] as const

/** What drawing must know. */
export async function drawing(reading: Reading, accountId: Id<'account'>, draw: Draw): Promise<DrawKnown> {
  const account = await one(reading, 'accounts', accountId)
  const payee = await reading.get('payees', draw.payee.id)
  const others = payee ? [] : await reading.where('payees', 'company', [account.companyId])
  const company = await one(reading, 'companies', account.companyId)
  return {
    account,
    payee,
    payment: await reading.get('payments', draw.id),
    namesakes: others.filter(p => isLive(p) && sameName(p.name, draw.payee.name)),
    ledgers: await reading.many(
      'ledgers',
      draw.split.map(s => s.ledgerId),
    ),
    closedThrough: company.closedThrough,
    bills: await reading.many(
      'bills',
      (draw.settles ?? []).map(a => a.billId),
    ),
    payables: company.payables,
  }
}
/** Tables that drawing a payment reads. */
export const DRAWING = ['accounts', 'companies', 'payees', 'payments', 'ledgers', 'bills'] as const

/**
 * The day on which a payment was entered in the ledger, whatever paper carries it now; undefined where it was
 * not.
 */
export async function enteredOn(
  reading: Reading,
  payment: Payment['id'],
  rows: readonly NumberRow[],
): Promise<PlainDate | undefined> {
  return (
    await reading.many(
      'entries',
      [...rows.map(r => r.number), 'otherwise' as const].map(n => issueEntryId(payment, n)),
    )
  )[0]?.date
}

/** The lock of opening and changing accounts: their books are held against those of all others. */
export const ACCOUNTS = 'accounts'
/** What opening or changing an account must know. */
export async function accountKnown(
  reading: Reading,
  { id, layoutId }: Pick<BankAccount, 'id' | 'layoutId'>,
  companyId: Id<'company'>,
): Promise<AccountKnown> {
  return {
    account: await reading.get('accounts', id),
    company: await reading.get('companies', companyId),
    accounts: await reading.all('accounts'),
    books: await reading.all('books'),
    layout: layoutNow(await reading.newest('layouts', [layoutId]), layoutId),
  }
}
