import Dexie, { RangeSet, type ObservabilitySet } from 'dexie'
import { oneAfterOther } from '#core/base/oneAfterOther'
import { db } from '../store/db'
import { eachPage } from '../store/pages'

/** So many rows are read at once. */
const PAGE = 5000
/** More changed rows than this are not read one by one: the table is read anew. */
const MOST_CHANGED = 2000

type Key = string | number
const isKey = (value: unknown): value is Key => typeof value === 'string' || typeof value === 'number'
/** The keys of a table that some writes touched; `all` where they are told as a range. */
function keysIn(parts: ObservabilitySet, table: string): Key[] | 'all' {
  const keys: Key[] = []
  for (const part of ['', ':dels']) {
    const tree = parts[`idb://${db.name}/${table}/${part}`]
    for (const { from, to } of tree ? RangeSet(tree) : []) {
      if (from !== to || !isKey(from)) return 'all'
      keys.push(from)
    }
  }
  return keys
}

/**
 * What is kept in memory of each row of a table: read once when it is first asked for, and then row by row as they
 * are written, in whatever tab.
 */
export class FollowedTable<Row, V> {
  private known = new Map<Key, V>()
  /** Keys of rows that were written since they were read; `all`: the table is to be read anew. */
  private changed: Set<Key> | 'all' = 'all'
  /** Questions wait for one another, so that a table is not read twice at once. */
  private readonly inTurn = oneAfterOther()
  /** How often what is kept was changed; 0 until it was read. */
  private changes = 0

  constructor(
    private readonly table: string,
    /** What is kept of some rows; undefined: nothing. */
    private readonly of: (rows: readonly Row[]) => Promise<readonly (V | undefined)[]>,
    private readonly keyOf: (row: Row) => Key,
  ) {
    Dexie.on('storagemutated', parts => this.note(parts))
  }

  private note(parts: ObservabilitySet): void {
    if (this.changed === 'all') return
    const now = keysIn(parts, this.table)
    const keys = new Set([...this.changed, ...now])
    this.changed = now === 'all' || keys.size > MOST_CHANGED ? 'all' : keys
  }
  private async keep(rows: readonly Row[], known: Map<Key, V>): Promise<void> {
    const kept = await this.of(rows)
    rows.forEach((row, i) => {
      const value = kept[i]
      if (value !== undefined) known.set(this.keyOf(row), value)
    })
  }
  /** Reads every row, a page at a time. */
  private async readAll(): Promise<void> {
    const known = new Map<Key, V>()
    await eachPage<Row>(this.table, PAGE, page => this.keep(page, known))
    this.known = known
  }
  private async follow(): Promise<void> {
    const what = this.changed
    if (what !== 'all' && !what.size) return
    this.changed = new Set()
    if (what === 'all') await this.readAll()
    else {
      const rows = await db.table<Row, Key>(this.table).bulkGet([...what])
      for (const key of what) this.known.delete(key)
      await this.keep(
        rows.filter(row => row !== undefined),
        this.known,
      )
    }
    this.changes++
  }
  /** Whether it was read; what was written since may be missing. */
  get isRead(): boolean {
    return this.changes > 0
  }
  /** Changes whenever what is kept does. */
  get version(): number {
    return this.changes
  }
  /** What is kept of every row, by its key, as the table is now. */
  async whole(): Promise<ReadonlyMap<Key, V>> {
    await this.inTurn(() =>
      this.follow().catch((error: unknown) => {
        this.changed = 'all'
        throw error
      }),
    )
    return this.known
  }
}
