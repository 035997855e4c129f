import type { Id } from '../base/id'
import type { CheckNumber, NumberBook, Rows } from '../numbers/book'
import type { Fate } from '../numbers/fates'
import type { Bill } from '../bills/bill'
import type { PlainDate } from '../base/dates'
import type { Entry } from '../ledger/entry'
import type { Run } from '../runs/run'
import type { KeyOf, TableName, Tables } from './tables'

/** The value of an index by account and a number or day of it. */
export const inAccount = (accountId: Id<'account'>, of: number | PlainDate): string => `${accountId} ${of}`

/** A run that is not finished: no other may be begun on its number book. */
const isOpen = (run: Run): boolean => run.state === 'prepared' || run.state === 'at the printer'

/**
 * What rows are found by besides their keys: each index tells under what a row stands, undefined where under
 * nothing.
 */
export const indexes = {
  payees: { company: (row: Tables['payees']) => row.companyId },
  books: { account: (row: NumberBook) => row.accountId },
  bills: {
    payee: (row: Bill) => row.payeeId,
    alike: (row: Bill) => row.alike,
  },
  payments: {
    waiting: (row: Tables['payments']) => (row.state === 'waiting' ? row.accountId : undefined),
    payee: (row: Tables['payments']) => row.payeeId,
    /** In the books, and not with the bank yet. */
    uncleared: (row: Tables['payments']) =>
      row.state === 'issued' || (row.booked && row.state !== 'cancelled') ? row.accountId : undefined,
  },
  numbers: {
    issued: (row: Tables['numbers']) => (row.fate === 'issued' ? row.accountId : undefined),
    payment: (row: Tables['numbers']) => row.check?.paymentId,
    /** By account and number, as `inAccount` writes them. */
    account: (row: Tables['numbers']) => inAccount(row.accountId, row.number),
  },
  statements: { account: (row: Tables['statements']) => row.accountId },
  bankLines: {
    statement: (row: Tables['bankLines']) => row.statementId,
    /** By account and day, as `inAccount` writes them. */
    day: (row: Tables['bankLines']) => inAccount(row.accountId, row.date),
    file: (row: Tables['bankLines']) => row.fileId,
    payment: ({ match }: Tables['bankLines']) =>
      match && 'paymentId' in match ? match.paymentId : undefined,
    movement: ({ match }: Tables['bankLines']) =>
      match && 'movementId' in match ? match.movementId : undefined,
  },
  movements: {
    open: (row: Tables['movements']) => (row.state === 'open' ? row.accountId : undefined),
  },
  payLayouts: { company: (row: Tables['payLayouts']) => row.companyId },
  bankItems: {
    waiting: (row: Tables['bankItems']) => (row.state === 'waiting' ? row.accountId : undefined),
    account: (row: Tables['bankItems']) => row.accountId,
  },
  bankQuestions: { account: (row: Tables['bankQuestions']) => row.accountId },
  sentFiles: { account: (row: Tables['sentFiles']) => row.accountId },
  bankRules: { company: (row: Tables['bankRules']) => row.companyId },
  runs: { open: (row: Run) => (isOpen(row) ? row.bookId : undefined) },
  owns: { layout: (row: Tables['owns']) => row.layoutKey },
} as const satisfies {
  readonly [T in TableName]?: Readonly<Record<string, (row: Tables[T]) => string | undefined>>
}
export type Indexed = keyof typeof indexes
export type IndexOf<T extends Indexed> = keyof (typeof indexes)[T] & string

/** Tables whose rows are versions: each key has several, and mostly its newest is wanted. */
export type Versioned = 'layouts' | 'stocks'

/** The fate of every touched number of a book, lowest number first. */
export type BookFates = ReadonlyMap<CheckNumber, { readonly fate: Fate }> & Rows

/** How an act looks at the office: the only way, in memory and in the store alike. */
export interface Reading {
  get<T extends TableName>(table: T, id: KeyOf<T>): Promise<Tables[T] | undefined>
  /** The rows of these keys, in their order; those that there are. */
  many<T extends TableName>(table: T, ids: readonly KeyOf<T>[]): Promise<Tables[T][]>
  /** The rows that stand under one of these values in an index. */
  where<T extends Indexed>(table: T, index: IndexOf<T>, values: readonly string[]): Promise<Tables[T][]>
  /** The newest version of these keys, or of all; the keys that have none are left out. */
  newest<T extends Versioned>(table: T, keys?: readonly string[]): Promise<Tables[T][]>
  /** The highest running number of a company's bills; 0 where it has none. */
  lastBill(companyId: Id<'company'>): Promise<number>
  all<T extends TableName>(table: T): Promise<Tables[T][]>
  /** The fates of the touched numbers of a book, lowest first, without opening their rows. */
  fates(bookId: Id<'book'>): Promise<BookFates>
  /** The entries of a ledger account that are dated after a day. */
  entriesAfter(ledgerId: Id<'ledger'>, day: PlainDate): Promise<Entry[]>
}

/** Thrown where an act names what is not there: `perform` makes a refusal of it. */
export class NotThere extends Error {}
