import type { PlainDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { readQuery, type Findable, type FindKind, type Query } from '#core/find/find'
import { find, FindIndex } from '#core/find/findIndex'
import { ofBill, ofMovement, ofNumber, ofPayee, ofPayment } from '#core/find/findables'
import { movedByDay } from '#core/ledger/balances'
import type { Cents } from '#core/money/cents'
import type { Tables } from '#core/office/tables'
import { linesLike, type TrailAsked } from '../history/trailLines'
import { db } from '../store/db'
import { FollowedTable } from './followedTable'
import { readHits, type Hit } from './hits'
import { numbersLike, type NumbersAsked } from './numberLines'
import { numbersLaidOut, trailLaidOut } from './searchBlocks'

/** What is kept of a row: what can be found by it, and the word of it that other tables are found by. */
interface Kept {
  readonly found: readonly Findable[]
  readonly word: string
}
const idOfRow = (row: { readonly id: string }): string => row.id

const payees = new FollowedTable<Tables['payees'], Kept>(
  'payees',
  async rows => rows.map(p => ({ found: ofPayee(p), word: p.name })),
  idOfRow,
)
const payments = new FollowedTable<Tables['payments'], Kept>(
  'payments',
  async rows => rows.map(p => ({ found: ofPayment(p), word: p.memo })),
  idOfRow,
)
const numbers = new FollowedTable<Tables['numbers'], Kept>(
  'numbers',
  async rows => {
    const known = await payments.whole()
    const memoOf = (id: string | undefined): string => (id && known.get(id)?.word) || ''
    return rows.map(n => ({ found: ofNumber(n, memoOf(n.check?.paymentId)), word: '' }))
  },
  idOfRow,
)
const bills = new FollowedTable<Tables['bills'], Kept>(
  'bills',
  async rows => {
    const known = await payees.whole()
    return rows.map(b => ({ found: ofBill(b, known.get(b.payeeId)?.word ?? ''), word: '' }))
  },
  idOfRow,
)
const movements = new FollowedTable<Tables['movements'], Kept>(
  'movements',
  async rows => rows.map(m => ({ found: ofMovement(m), word: '' })),
  idOfRow,
)

/** A table that is looked through, laid out for it anew when something in it was written. */
class SearchedTable<Row> {
  private made: { readonly version: number; readonly index: FindIndex } | undefined
  constructor(
    private readonly kind: FindKind,
    private readonly table: FollowedTable<Row, Kept>,
  ) {}

  get isRead(): boolean {
    return this.table.isRead
  }
  async index(): Promise<FindIndex> {
    const whole = await this.table.whole()
    const { version } = this.table
    if (this.made?.version !== version)
      this.made = {
        version,
        index: new FindIndex(
          this.kind,
          [...whole.values()].flatMap(kept => kept.found),
        ),
      }
    return this.made.index
  }
}
/** What is looked through, in the order in which it is read: what is small, or wanted by the others, first. */
const searched = [
  new SearchedTable('payee', payees),
  new SearchedTable('movement', movements),
  new SearchedTable('payment', payments),
  new SearchedTable('check', numbers),
  new SearchedTable('bill', bills),
] as const
const read = () => searched.filter(table => table.isRead)

let reading: Promise<void> | undefined
/** Reads one table after the other, once; after a failure it begins anew at the next question. */
function readAll(): Promise<void> {
  reading ??= searched
    .reduce((before, table) => before.then(async () => void (await table.index())), Promise.resolve())
    .catch((error: unknown) => {
      reading = undefined
      throw error
    })
  return reading
}
/** Resolves once more tables than so many are read. Throws where one cannot be read. */
async function readMoreThan(count: number): Promise<void> {
  const all = readAll()
  const next = searched.find(table => !table.isRead)
  if (read().length <= count && next) await Promise.race([all, next.index()])
}

/** The checks of exactly a number, found by their key: while not all are read, what is wanted most is there at once. */
async function checksOfNumber({ digits }: Query): Promise<FindIndex[]> {
  if (digits === undefined || numbers.isRead) return []
  const accounts = await db.accounts.toCollection().primaryKeys()
  const keys = accounts.map(id => [id, Number(digits)])
  const rows = await db.numbers.where('[accountId+number]').anyOf(keys).toArray()
  return [
    new FindIndex(
      'check',
      rows.flatMap(row => ofNumber(row, '')),
    ),
  ]
}

/** Results as they are shown: each with its words and its address. */
export interface FoundHits {
  readonly kind: FindKind
  readonly count: number
  readonly hits: readonly Hit[]
}
/** What was found in the tables that are read so far. */
export interface FoundSoFar {
  readonly found: readonly FoundHits[]
  readonly read: number
  readonly isAll: boolean
}
const MOST = 6

/** Which ledger account is asked about, and from which day on. */
export interface MovedAsked {
  readonly ledgerId: Id<'ledger'>
  readonly from: PlainDate
}

export const findWork = {
  /** Begins to read what can be found. */
  prepare: (): Promise<void> => readAll(),
  /** Looks through what is read, once more than `known` tables are. */
  async find(typed: string, known: number): Promise<FoundSoFar> {
    await readMoreThan(known)
    const tables = read()
    const query = readQuery(typed)
    const atOnce = await checksOfNumber(query)
    const indexes = await Promise.all(tables.map(table => table.index()))
    const groups = find([...atOnce, ...indexes], query, MOST)
    const found = await Promise.all(
      groups.map(async ({ kind, ids, count }) => ({ kind, count, hits: await readHits(kind, ids) })),
    )
    return { found, read: tables.length, isAll: tables.length === searched.length }
  },
  /** What moved a ledger account on each day from one on. */
  async moved({ ledgerId, from }: MovedAsked): Promise<[PlainDate, Cents][]> {
    return movedByDay(await db.entries.where('date').aboveOrEqual(from).toArray(), ledgerId)
  },
  /** The numbers of the lines of the trail that are asked for, newest first. */
  async lines(asked: TrailAsked, most: number): Promise<number[]> {
    const found: number[] = []
    for (const block of await trailLaidOut()) {
      if (found.length >= most) break
      found.push(...linesLike(block, asked).reverse())
    }
    return found.slice(0, most)
  },
  /** The numbers of an account that a search takes, newest first, by their keys. */
  numbers: async (asked: NumbersAsked): Promise<Id<'number'>[]> =>
    numbersLike(await numbersLaidOut(asked.accountId), asked),
}
export type FindApi = typeof findWork
