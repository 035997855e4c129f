import Dexie, { type Collection, type Table } from 'dexie'
import type { PlainDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { refuse, type Result } from '#core/base/result'
import type { Keeping, TrailReading } from '#core/office/defineAct'
import { perform, type ActName, type InputOf, type WrittenBy } from '#core/office/actTypes'
import type { BookFates, Indexed, IndexOf, Reading, Versioned } from '#core/office/reading'
import type { Changes, KeyOf, Removals, TableName, Tables } from '#core/office/tables'
import type { Entry } from '#core/ledger/entry'
import type { Stamp, TrailLine } from '#core/trail/trail'
import { lastBillOf } from '../bills/lastBill'
import { fatesOf, paintStrips } from '../numbers/bookFates'
import type { OfficeDb } from './db'
import type { DraftSeen } from '../drafts/drafts'
import { newestOf } from '../layouts/versions'
import { openRunsOf } from '../runs/openRuns'

/** Where locks come from: the browser's, shared by all tabs. */
type Locks = Pick<LockManager, 'request'>

/** Another tab changed the draft that an act is based on. */
class DraftChanged extends Error {}

/** Rows that are written before it is told how far it is. */
const ROWS_AT_ONCE = 500

/** The account of an index by account and number or day, and that. */
function partsOf<T>(value: string, read: (text: string) => T): [string, T] {
  const at = value.lastIndexOf(' ')
  return [value.slice(0, at), read(value.slice(at + 1))]
}

/** How each index of the core is asked for in the store. */
const finders: {
  readonly [T in Indexed]: Readonly<
    Record<IndexOf<T>, (db: OfficeDb, value: string) => Collection<Tables[T], KeyOf<T>>>
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
    uncleared: (db, id) =>
      db.payments
        .where('[accountId+state]')
        .anyOf(['issued', 'waiting', 'on paper'].map(state => [id, state]))
        .filter(p => p.state === 'issued' || p.booked === true),
  },
  numbers: {
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
  bankRules: { company: (db, id) => db.bankRules.where('companyId').equals(id) },
  runs: { open: (db, id) => openRunsOf(db, [id as Id<'book'>]) },
  owns: { layout: (db, key) => db.owns.where('layoutKey').equals(key) },
}

/**
 * The office that this browser keeps. Each act holds its lock, which all tabs share, and reads and writes
 * in one transaction over its own tables: everything is kept together with its line in the trail, or
 * nothing at all.
 */
export class StoreOffice implements Keeping {
  constructor(
    private readonly db: OfficeDb,
    private readonly locks: Locks,
    /** Hears how much of an act's rows is written, from 0 to 1. */
    private readonly tell?: (part: number) => void,
    /** The draft that acts are based on and that goes with them. */
    private readonly draft?: DraftSeen,
  ) {}

  readonly trail: TrailReading = {
    has: async key => (await this.db.trail.where('key').equals(key).count()) > 0,
    last: () => this.db.trail.orderBy('seq').last(),
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

  /** Writes rows, so many at a time where somebody hears how far it is. */
  private async write(changes: Changes): Promise<void> {
    const all = Object.values(changes).reduce((sum, rows) => sum + (rows?.length ?? 0), 0)
    const most = this.tell ? ROWS_AT_ONCE : Infinity
    let written = 0
    for (const [table, rows] of Object.entries(changes))
      for (let from = 0; from < (rows?.length ?? 0); from += most) {
        const part = (rows as readonly unknown[]).slice(from, from + most)
        await this.db.table(table).bulkPut(part)
        written += part.length
        this.tell?.(written / all)
      }
  }

  async settle<T>(
    lock: string,
    { reads, writes }: { reads: readonly TableName[]; writes: readonly TableName[] },
    work: (
      reading: Reading & { readonly trail: TrailReading },
      keep: (changes: Changes, removes: Removals, line: TrailLine) => Promise<void>,
    ) => Promise<T>,
  ): Promise<T> {
    const named = new Set<string>([...reads, ...writes, 'trail'])
    // What is known of a book from its strips goes with its numbers.
    if (named.has('numbers')) named.add('strips')
    const keep = async (changes: Changes, removes: Removals, line: TrailLine): Promise<void> => {
      for (const [table, keys] of Object.entries(removes)) await this.db.table(table).bulkDelete([...keys])
      await this.write(changes)
      if (changes.numbers?.length) await paintStrips(this.db, changes.numbers)
      await this.db.trail.add(line)
      if (this.draft) await this.db.facts.delete(this.draft.name)
    }
    if (this.draft) named.add('facts')
    // An async function of its own: by that Dexie knows that native promises are awaited in its transaction.
    return await this.locks.request(`${this.db.name} ${lock}`, () =>
      this.db.transaction('rw', [...named], async () => {
        await this.mustHoldDraft()
        return await work(this, keep)
      }),
    )
  }

  /** Throws where another tab changed the draft that this act is based on. */
  private async mustHoldDraft(): Promise<void> {
    if (!this.draft) return
    const kept = await this.db.facts.get(this.draft.name)
    if (this.draft.stale || kept?.value !== this.draft.value) throw new DraftChanged()
  }

  /**
   * Does an act; refused, with nothing changed, where the browser cannot write, or where another tab changed the
   * draft that it is based on.
   */
  async perform<N extends ActName>(
    name: N,
    input: InputOf<N>,
    stamp: Stamp,
    draft?: DraftSeen,
  ): Promise<Result<WrittenBy<N>>> {
    const office = draft ? new StoreOffice(this.db, this.locks, this.tell, draft) : this
    try {
      return await perform(office, name, input, stamp)
    } catch (error) {
      if (error instanceof DraftChanged)
        return refuse(
          'draft-changed',
          'Another tab changed this form. It now shows both changes. Check it, then try again.',
        )
      if (error instanceof Dexie.DexieError)
        return refuse('store-failed', `Nothing was changed: the browser could not save (${error.name})`)
      throw error
    }
  }
}
