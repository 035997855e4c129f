import Dexie, { RangeSet, type ObservabilitySet } from 'dexie'
import { find, readQuery, type Findable, type FindKind, type FoundGroup } from '#core/find/find'
import { ofBill, ofMovement, ofNumber, ofPayee, ofPayment } from '#core/find/findables'
import type { KeyOf, Tables } from '#core/office/tables'
import { db } from '../store/db'
import { readHits, type Hit } from './hits'

/** The tables that are looked through, and what can be found in a row of each. */
type Searched = 'payees' | 'numbers' | 'payments' | 'bills' | 'movements'
const searched: readonly Searched[] = ['payees', 'bills', 'numbers', 'payments', 'movements']
/** More changed rows than this are not read one by one: the table is read anew. */
const MOST_CHANGED = 2000

/** The names of some payees. */
async function payeeNames(): Promise<Map<string, string>> {
  return new Map((await db.payees.toArray()).map(p => [p.id, p.name]))
}
async function memosOf(rows: readonly Tables['numbers'][]): Promise<Map<string, string>> {
  const ids = [...new Set(rows.flatMap(r => (r.check ? [r.check.paymentId] : [])))]
  return new Map((await db.payments.bulkGet(ids)).flatMap(p => (p ? [[p.id, p.memo]] : [])))
}
/** What can be found in some rows of a table, by the key of the row. */
const findablesOf: {
  readonly [T in Searched]: (rows: readonly Tables[T][]) => Promise<[KeyOf<T>, Findable[]][]>
} = {
  payees: async rows => rows.map(p => [p.id, ofPayee(p)]),
  payments: async rows => rows.map(p => [p.id, ofPayment(p)]),
  movements: async rows => rows.map(m => [m.id, ofMovement(m)]),
  bills: async rows => {
    const names = await payeeNames()
    return rows.map(b => [b.id, ofBill(b, names.get(b.payeeId) ?? '')])
  },
  numbers: async rows => {
    const memos = await memosOf(rows)
    return rows.map(n => [n.id, ofNumber(n, memos.get(n.check?.paymentId ?? '') ?? '')])
  },
}

/** Everything that can be found, by table and key, kept while the worker lives. */
const known = new Map<Searched, Map<string, readonly Findable[]>>()
/** Keys of rows that were written since they were read; `all`: the table is to be read anew. */
const changed = new Map<Searched, Set<string> | 'all'>(searched.map(t => [t, 'all']))

/** The keys of a table that some writes touched; `all` where they are told as a range. */
function keysIn(parts: ObservabilitySet, table: Searched): string[] | 'all' {
  const keys: string[] = []
  for (const part of ['', ':dels']) {
    const tree = parts[`idb://${db.name}/${table}/${part}`]
    for (const { from, to } of tree ? RangeSet(tree) : []) {
      if (from !== to || typeof from !== 'string') return 'all'
      keys.push(from)
    }
  }
  return keys
}
function note(parts: ObservabilitySet): void {
  for (const table of searched) {
    const [before, now] = [changed.get(table), keysIn(parts, table)]
    if (before === 'all') continue
    const keys = new Set([...(before ?? []), ...now])
    changed.set(table, now === 'all' || keys.size > MOST_CHANGED ? 'all' : keys)
  }
}
Dexie.on('storagemutated', note)

async function readAgain<T extends Searched>(table: T): Promise<void> {
  const what = changed.get(table) ?? 'all'
  changed.set(table, new Set())
  const rows = db.table<Tables[T], KeyOf<T>>(table)
  const of: Map<string, readonly Findable[]> = what === 'all' ? new Map() : (known.get(table) ?? new Map())
  known.set(table, of)
  if (what !== 'all') for (const key of what) of.delete(key)
  const read =
    what === 'all'
      ? await rows.toArray()
      : (await rows.bulkGet([...what] as KeyOf<T>[])).filter(row => row !== undefined)
  for (const [key, found] of await findablesOf[table](read)) if (found.length) of.set(String(key), found)
}
/** Reads what was written since the last question. */
async function follow(): Promise<void> {
  for (const table of searched) {
    const what = changed.get(table)
    if (what === 'all' || what?.size) await readAgain(table)
  }
}
function* everything(): Generator<Findable> {
  for (const of of known.values()) for (const found of of.values()) yield* found
}

/** Results as they are shown: each with its words and its address. */
export interface FoundHits {
  readonly kind: FindKind
  readonly count: number
  readonly hits: readonly Hit[]
}
const MOST = 6
/** Questions wait for one another, so that a table is not read twice at once. */
let turn: Promise<unknown> = Promise.resolve()

export const findWork = {
  async find(typed: string): Promise<FoundHits[]> {
    const mine = turn.then(follow)
    turn = mine.catch(() => {})
    await mine
    const groups: FoundGroup[] = find(everything(), readQuery(typed), MOST)
    return Promise.all(
      groups.map(async ({ kind, ids, count }) => ({ kind, count, hits: await readHits(kind, ids) })),
    )
  },
}
export type FindApi = typeof findWork
