import { find, readQuery, type Findable, type FindKind } from '#core/find/find'
import { ofBill, ofMovement, ofNumber, ofPayee, ofPayment } from '#core/find/findables'
import type { Tables } from '#core/office/tables'
import { db } from '../store/db'
import { FollowedTable } from './followedTable'
import { readHits, type Hit } from './hits'
import { numbersLike, numberLineOf, type NumbersAsked } from './numberLines'

/** The names of some payees. */
async function payeeNames(): Promise<Map<string, string>> {
  return new Map((await db.payees.toArray()).map(p => [p.id, p.name]))
}
async function memosOf(rows: readonly Tables['numbers'][]): Promise<Map<string, string>> {
  const ids = [...new Set(rows.flatMap(r => (r.check ? [r.check.paymentId] : [])))]
  return new Map((await db.payments.bulkGet(ids)).flatMap(p => (p ? [[p.id, p.memo]] : [])))
}
type Kept = readonly Findable[]
const idOfRow = (row: { readonly id: string }): string => row.id

/** Everything that can be found, by table, kept while the worker lives. */
const searched = [
  new FollowedTable<'payees', Kept>('payees', async rows => rows.map(ofPayee), idOfRow),
  new FollowedTable<'bills', Kept>(
    'bills',
    async rows => {
      const names = await payeeNames()
      return rows.map(b => ofBill(b, names.get(b.payeeId) ?? ''))
    },
    idOfRow,
  ),
  new FollowedTable<'numbers', Kept>(
    'numbers',
    async rows => {
      const memos = await memosOf(rows)
      return rows.map(n => ofNumber(n, memos.get(n.check?.paymentId ?? '') ?? ''))
    },
    idOfRow,
  ),
  new FollowedTable<'payments', Kept>('payments', async rows => rows.map(ofPayment), idOfRow),
  new FollowedTable<'movements', Kept>('movements', async rows => rows.map(ofMovement), idOfRow),
]
const numberLines = new FollowedTable('numbers', async rows => rows.map(numberLineOf), idOfRow)

/** Results as they are shown: each with its words and its address. */
export interface FoundHits {
  readonly kind: FindKind
  readonly count: number
  readonly hits: readonly Hit[]
}
const MOST = 6

function* oneByOne(tables: readonly Iterable<Kept>[]): Generator<Findable> {
  for (const table of tables) for (const found of table) yield* found
}
const everything = async (): Promise<Iterable<Findable>> =>
  oneByOne(await Promise.all(searched.map(table => table.values())))

export const findWork = {
  async find(typed: string): Promise<FoundHits[]> {
    const groups = find(await everything(), readQuery(typed), MOST)
    return Promise.all(
      groups.map(async ({ kind, ids, count }) => ({ kind, count, hits: await readHits(kind, ids) })),
    )
  },
  /** The numbers of an account that a search takes, newest first, by their keys. */
  numbers: async (asked: NumbersAsked) => numbersLike(await numberLines.values(), asked),
}
export type FindApi = typeof findWork
