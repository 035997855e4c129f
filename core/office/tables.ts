import type { Id } from '../base/id'
import type { BankLine } from '../bank/bankLine'
import type { BankRule } from '../bank/bankRule'
import type { Movement } from '../bank/movement'
import type { BankItem, PositivePay, SentFile } from '../bank/positivePay/bankItem'
import type { BankQuestion } from '../bank/questions/question'
import type { PayLayoutRow } from '../bank/positivePay/sendFile'
import type { Statement } from '../bank/statement'
import type { NumberBook, NumberRow } from '../numbers/book'
import type { FitRow, Printer } from '../fit/printers'
import type { LayoutRow, OwnRow, StockRow } from '../paper/versions'
import type { Entry, LedgerAccount } from '../ledger/entry'
import type { LedgerTotal } from '../ledger/totals'
import type { BankAccount, Company } from '../accounts/account'
import type { Payment } from '../payments/payment'
import type { Bill } from '../bills/bill'
import type { ImportedFile } from '../imports/importRows'
import type { Payee } from '../payees/payee'
import type { CheckCopy, LayoutVersion, Run } from '../runs/run'
import type { TrailLine } from '../trail/trail'
import type { OfficeSettings, ReasonList } from './settings'

/** The PDF of a run, in bytes, kept until its count-off and after. */
export interface Paper {
  readonly runId: Id<'run'>
  readonly bytes: Uint8Array
  /** Continuation sheets on plain paper, where there are any. */ readonly continuation?: Uint8Array
  readonly madeAt: string
}

/** Everything that is kept of an office, a list for each kind of thing. */
export interface Tables {
  readonly companies: Company
  readonly ledgers: LedgerAccount
  readonly accounts: BankAccount
  readonly books: NumberBook
  readonly payees: Payee
  readonly bills: Bill
  readonly payments: Payment
  readonly numbers: NumberRow
  readonly runs: Run
  readonly copies: CheckCopy
  readonly layoutVersions: LayoutVersion
  readonly layouts: LayoutRow
  readonly owns: OwnRow
  readonly stocks: StockRow
  readonly printers: Printer
  readonly fits: FitRow
  readonly entries: Entry
  /** Follow from the entries and are written with them. */
  readonly totals: LedgerTotal
  readonly papers: Paper
  readonly reasonLists: ReasonList
  readonly settings: OfficeSettings
  readonly intakes: ImportedFile
  readonly statements: Statement
  readonly bankLines: BankLine
  readonly movements: Movement
  readonly bankRules: BankRule
  readonly payLayouts: PayLayoutRow
  readonly positivePay: PositivePay
  readonly bankItems: BankItem
  readonly sentFiles: SentFile
  readonly bankQuestions: BankQuestion
  readonly trail: TrailLine
}
export type TableName = keyof Tables
/** All tables, in the order in which a backup holds them. */
export const tableNames = [
  'companies',
  'ledgers',
  'accounts',
  'books',
  'payees',
  'bills',
  'payments',
  'numbers',
  'runs',
  'copies',
  'layoutVersions',
  'layouts',
  'owns',
  'stocks',
  'printers',
  'fits',
  'entries',
  'totals',
  'papers',
  'reasonLists',
  'settings',
  'intakes',
  'statements',
  'bankLines',
  'movements',
  'bankRules',
  'payLayouts',
  'positivePay',
  'bankItems',
  'sentFiles',
  'bankQuestions',
  'trail',
] as const satisfies readonly TableName[]

/** The key of a table's rows. */
export type KeyOf<T extends TableName> = Tables[T] extends { readonly id: infer K }
  ? K
  : Tables[T] extends { readonly runId: infer K }
    ? K
    : number
/** The key of a row in its table. */
export const keyOf = (row: { readonly id: string } | { readonly runId: string }): string =>
  'id' in row ? row.id : row.runId

/** What an act writes: whole rows, by table; a row with a known key takes the place of the old one. */
export type Changes = { readonly [T in Exclude<TableName, 'trail'>]?: readonly Tables[T][] }

/** What never goes once it is written: numbers, entries and the trail. */
type Removable = Exclude<
  TableName,
  | 'numbers'
  | 'bills'
  | 'intakes'
  | 'entries'
  | 'totals'
  | 'movements'
  | 'bankItems'
  | 'sentFiles'
  | 'bankQuestions'
  | 'trail'
>
/** Keys of rows that an act removes, by table. */
export type Removals = { readonly [T in Removable]?: readonly KeyOf<T>[] }

/** All rows of an office, e.g. the demo's or a backup's. */
export type Snapshot = { readonly [T in TableName]: readonly Tables[T][] }
