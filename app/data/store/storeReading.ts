import type { Table } from 'dexie'
import type { PlainDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import type { TrailReading } from '#core/office/defineAct'
import type { BookFates, Indexed, IndexOf, Reading, Versioned } from '#core/office/reading'
import type { KeyOf, TableName, Tables } from '#core/office/tables'
import type { Entry } from '#core/ledger/entry'
import { lastBillOf } from '../bills/lastBill'
import { newestOf } from '../layouts/versions'
import { fatesOf, numbersInFates } from '../numbers/bookFates'
import { unclearedOf } from '../payments/laneReads'
import { openRunsOf } from '../runs/openRuns'
import type { OfficeDb } from './db'

/** The account of an index by account and number or day, and that. */
function partsOf<T>(value: string, read: (text: string) => T): [string, T] {
  const at = value.lastIndexOf(' ')
  return [value.slice(0, at), read(value.slice(at + 1))]
}

/** How each index of the core is asked for in the store. */
const finders: {
  readonly [T in Indexed]: Readonly<
    Record<IndexOf<T>, (db: OfficeDb, value: string) => { toArray(): PromiseLike<Tables[T][]> }>
  >
} = {
  payees: { company: (db, id) => db.payees.where('companyId').equals(id) },
  books: { account: (db, id) => db.books.where('accountId').equals(id) },
  bills: {
    payee: (db, id) => db.bills.where('payeeId').equals(id),
    alike: (db, key) => db.bills.where('alike').equals(key),
  },
  payments: {
    waiting: (db, id) => db.payments.where('[accountId+state]').equals([id, 'waiting']),
    payee: (db, id) => db.payments.where('payeeId').equals(id),
    uncleared: (db, id) => ({ toArray: () => unclearedOf(db, id as Id<'account'>) }),
  },
  numbers: {
    issued: (db, id) => ({ toArray: () => numbersInFates(db, [id as Id<'account'>], ['issued']) }),
    payment: (db, id) => db.numbers.where('check.paymentId').equals(id),
    account: (db, of) => db.numbers.where('[accountId+number]').equals(partsOf(of, Number)),
  },
  statements: { account: (db, id) => db.statements.where('accountId').equals(id) },
  bankLines: {
    statement: (db, id) => db.bankLines.where('statementId').equals(id),
    day: (db, of) => db.bankLines.where('[accountId+date]').equals(partsOf(of, String)),
    file: (db, id) => db.bankLines.where('fileId').equals(id),
    payment: (db, id) => db.bankLines.where('match.paymentId').equals(id),
    movement: (db, id) => db.bankLines.where('match.movementId').equals(id),
  },
  movements: { open: (db, id) => db.movements.where('[accountId+state]').equals([id, 'open']) },
  payLayouts: { company: (db, id) => db.payLayouts.where('companyId').equals(id) },
  bankItems: {
    waiting: (db, id) => db.bankItems.where('[accountId+state]').equals([id, 'waiting']),
    account: (db, id) => db.bankItems.where('[accountId+state]').between([id, ''], [id, '\uffff']),
  },
  bankQuestions: { account: (db, id) => db.bankQuestions.where('accountId').equals(id) },
  sentFiles: { account: (db, id) => db.sentFiles.where('accountId').equals(id) },
  bankRules: { company: (db, id) => db.bankRules.where('companyId').equals(id) },
  runs: { open: (db, id) => openRunsOf(db, [id as Id<'book'>]) },
  owns: { layout: (db, key) => db.owns.where('layoutKey').equals(key) },
}

/** The office that this browser keeps, to be read as acts read it; screens that do not act load no more than this. */
export class StoreReading implements Reading {
  constructor(protected readonly db: OfficeDb) {}

  readonly trail: TrailReading = {
    has: async key => (await this.db.trail.where('key').equals(key).count()) > 0,
    last: () => this.db.trail.orderBy('seq').last(),
    digests: () => this.db.digests.toArray(),
  }

  private table = <T extends TableName>(name: T): Table<Tables[T], KeyOf<T>> => this.db.table(name)

  get = <T extends TableName>(table: T, id: KeyOf<T>): Promise<Tables[T] | undefined> =>
    this.table(table).get(id)
  many = async <T extends TableName>(table: T, ids: readonly KeyOf<T>[]): Promise<Tables[T][]> =>
    (await this.table(table).bulkGet([...ids])).filter(row => row !== undefined)
  all = <T extends TableName>(table: T): Promise<Tables[T][]> => this.table(table).toArray()
  newest = <T extends Versioned>(table: T, keys?: readonly string[]): Promise<Tables[T][]> =>
    newestOf(this.db, table, keys)
  lastBill = (companyId: Id<'company'>): Promise<number> => lastBillOf(this.db, companyId)
  fates = (bookId: Id<'book'>): Promise<BookFates> => fatesOf(this.db, bookId)
  entriesAfter = (ledgerId: Id<'ledger'>, day: PlainDate): Promise<Entry[]> =>
    this.db.entries
      .where('date')
      .above(day)
      .filter(e => e.ledgers.includes(ledgerId))
      .toArray()

  /**
   * Each value is asked for by itself, all at once: over many values a cursor takes several times as long.
   */
  where = async <T extends Indexed>(
    table: T,
    index: IndexOf<T>,
    values: readonly string[],
  ): Promise<Tables[T][]> =>
    (await Promise.all(values.map(value => finders[table][index](this.db, value).toArray()))).flat()
}
