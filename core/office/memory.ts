import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import type { CheckNumber, NumberRow } from '../numbers/book'
import type { Entry } from '../ledger/entry'
import type { TrailLine } from '../trail/trail'
import type { Keep, Keeping, TrailReading } from './defineAct'
import { indexes, type BookFates, type Indexed, type IndexOf, type Reading, type Versioned } from './reading'
import { digestedTables, digestOf, type TableDigest } from './rowDigests'
import {
  keyOf,
  type Changes,
  type Removals,
  type KeyOf,
  type Snapshot,
  type TableName,
  type Tables,
} from './tables'

type Row = Parameters<typeof keyOf>[0]
type Kept = { [T in Exclude<TableName, 'trail'>]: Map<KeyOf<T>, Tables[T]> }
const kinds = digestedTables
const indexOf = (table: TableName): [string, (row: never) => string | undefined][] =>
  Object.entries((indexes as Record<string, Record<string, (row: never) => string | undefined>>)[table] ?? {})

/**
 * An office held in memory: for the demo, for tests, for the command line, and as the plain version the store
 * is compared with.
 */
export class MemoryOffice implements Keeping {
  readonly kept = Object.fromEntries(kinds.map(t => [t, new Map()])) as unknown as Kept
  readonly trail: TrailLine[] = []
  private readonly keys = new Set<string>()
  private readonly under = new Map<string, Map<string, Set<string>>>()
  private readonly lastBills = new Map<Id<'company'>, number>()
  /** The touched numbers of every book. */
  private readonly byBook = new Map<Id<'book'>, Map<CheckNumber, NumberRow>>()
  /** The sums of all rows; not known while rows came in without an act. */
  private sums: Map<TableDigest['id'], TableDigest> | undefined
  /** The act under way: the next one waits for it. */
  private turn: Promise<unknown> = Promise.resolve()

  /** `isProved`: whether its trail answers for its rows from the first act on; else from where its proof is begun. */
  constructor(private readonly isProved = true) {}

  /** Takes rows in without an act: what was there before, e.g. a snapshot. */
  put(changes: Changes): void {
    this.sums = undefined
    this.take(changes)
  }

  private take(changes: Changes): void {
    for (const [table, rows] of Object.entries(changes) as unknown as [
      Exclude<TableName, 'trail'>,
      readonly Row[],
    ][])
      for (const row of rows) this.putRow(table, row)
    for (const { companyId, ourNumber } of changes.bills ?? [])
      this.lastBills.set(companyId, Math.max(ourNumber, this.lastBills.get(companyId) ?? 0))
    for (const row of changes.numbers ?? []) this.rowsOf(row.bookId).set(row.number, row)
  }

  private putRow(table: Exclude<TableName, 'trail'>, row: Row): void {
    const rows = this.kept[table] as unknown as Map<string, unknown>
    const id = keyOf(row)
    const before = rows.get(id)
    for (const [name, valueOf] of indexOf(table)) {
      const index = this.index(table, name)
      const [was, is] = [before === undefined ? undefined : valueOf(before as never), valueOf(row as never)]
      if (was !== undefined && was !== is) index.get(was)?.delete(id)
      if (is !== undefined) index.set(is, (index.get(is) ?? new Set()).add(id))
    }
    rows.set(id, row)
  }

  private digests(): readonly TableDigest[] {
    this.sums ??= new Map(kinds.map(id => [id, digestOf(id, this.kept[id].values())]))
    return [...this.sums.values()]
  }

  private remove(removes: Removals): void {
    for (const [table, keys] of Object.entries(removes) as [
      Exclude<TableName, 'trail'>,
      readonly string[],
    ][]) {
      const rows = this.kept[table] as unknown as Map<string, unknown>
      for (const id of keys) {
        const row = rows.get(id)
        if (row === undefined) continue
        for (const [name, valueOf] of indexOf(table))
          this.index(table, name)
            .get(valueOf(row as never) ?? '')
            ?.delete(id)
        rows.delete(id)
      }
    }
  }

  private index(table: string, name: string): Map<string, Set<string>> {
    const key = `${table}.${name}`
    const index = this.under.get(key) ?? new Map<string, Set<string>>()
    this.under.set(key, index)
    return index
  }

  get = async <T extends TableName>(table: T, id: KeyOf<T>): Promise<Tables[T] | undefined> =>
    (this.kept[table as Exclude<T, 'trail'>] as unknown as Map<KeyOf<T>, Tables[T]>).get(id)

  many = async <T extends TableName>(table: T, ids: readonly KeyOf<T>[]): Promise<Tables[T][]> => {
    const rows = this.kept[table as Exclude<T, 'trail'>] as unknown as Map<KeyOf<T>, Tables[T]>
    return ids.flatMap(id => {
      const row = rows.get(id)
      return row === undefined ? [] : [row]
    })
  }

  where = async <T extends Indexed>(
    table: T,
    index: IndexOf<T>,
    values: readonly string[],
  ): Promise<Tables[T][]> => this.found(table, index, values)

  /** The same at once, for who holds the office in hand. */
  found<T extends Indexed>(table: T, index: IndexOf<T>, values: readonly string[]): Tables[T][] {
    const rows = this.kept[table] as unknown as Map<string, Tables[T]>
    return values.flatMap(value => [...(this.index(table, index).get(value) ?? [])].map(id => rows.get(id)!))
  }

  newest = async <T extends Versioned>(table: T, keys?: readonly string[]): Promise<Tables[T][]> => {
    const found = new Map<string, Tables[T]>()
    for (const row of this.kept[table].values() as Iterable<Tables[T]>) {
      const before = found.get(row.key)
      if (!before || before.revision < row.revision) found.set(row.key, row)
    }
    return keys ? keys.flatMap(key => found.get(key) ?? []) : [...found.values()]
  }

  all = async <T extends TableName>(table: T): Promise<Tables[T][]> =>
    (table === 'trail'
      ? [...this.trail]
      : [...this.kept[table as Exclude<T, 'trail'>].values()]) as unknown as Tables[T][]
  lastBill = async (companyId: Id<'company'>): Promise<number> => this.lastBills.get(companyId) ?? 0
  fates = async (bookId: Id<'book'>): Promise<BookFates> => this.rowsOf(bookId)
  entriesAfter = async (ledgerId: Id<'ledger'>, day: PlainDate): Promise<Entry[]> =>
    [...this.kept.entries.values()].filter(e => e.date > day && e.ledgers.includes(ledgerId))

  rowsOf(bookId: Id<'book'>): Map<CheckNumber, NumberRow> {
    const rows = this.byBook.get(bookId) ?? new Map<CheckNumber, NumberRow>()
    this.byBook.set(bookId, rows)
    return rows
  }

  settle<T>(
    _lock: string,
    { reads, writes }: { reads: readonly TableName[]; writes: readonly TableName[] },
    work: (reading: Reading & { readonly trail: TrailReading }, keep: Keep) => Promise<T>,
  ): Promise<T> {
    const named = new Set<TableName>([...reads, ...writes])
    const must = <T extends TableName>(table: T, among: readonly TableName[] | ReadonlySet<TableName>): T => {
      if (![...among].includes(table)) throw new RangeError(`the act does not name ${table}`)
      return table
    }
    const reading: Reading & { readonly trail: TrailReading } = {
      get: (table, id) => this.get(must(table, named), id),
      many: (table, ids) => this.many(must(table, named), ids),
      where: (table, index, values) => this.where(must(table, named), index, values),
      newest: (table, keys) => this.newest(must(table, named), keys),
      lastBill: id => this.lastBill(must('bills', named) && id),
      all: table => this.all(must(table, named)),
      fates: id => this.fates(must('numbers', named) && id),
      entriesAfter: (id, day) => this.entriesAfter(must('entries', named) && id, day),
      trail: {
        has: async key => this.keys.has(key),
        last: async () => this.trail.at(-1),
        digests: async () => (this.isProved || this.sums ? this.digests() : undefined),
      },
    }
    const mine = this.turn.then(() =>
      work(reading, async (changes, removes, line, digests) => {
        for (const [table, rows] of Object.entries(changes))
          if (rows?.length) must(table as TableName, writes)
        for (const table of Object.keys(removes)) must(table as TableName, writes)
        this.remove(removes)
        this.take(changes)
        if (digests.length) this.sums ??= new Map()
        for (const digest of digests) this.sums?.set(digest.id, digest)
        this.trail.push(line)
        if (line.key) this.keys.add(line.key)
      }),
    )
    this.turn = mine.catch(() => {})
    return mine
  }

  snapshot(): Snapshot {
    return {
      ...Object.fromEntries(kinds.map(t => [t, [...this.kept[t].values()]])),
      trail: [...this.trail],
    } as unknown as Snapshot
  }
}
