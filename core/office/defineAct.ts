import { good, refuse, type Result } from '../base/result'
import {
  doneAlready,
  trailLine,
  type Decision,
  type Stamp,
  type RowsStated,
  type TrailDraft,
  type TrailLine,
} from '../trail/trail'
import type { Movement } from '../bank/movement'
import { bankItemId, bankItemsOf, type BankItem } from '../bank/positivePay/bankItem'
import { movementsOf, takenBack } from '../bank/movementsOf'
import { totalsAfter } from '../ledger/totals'
import { stillHere } from './handing'
import { billsAfter, billsTouched } from '../payments/settling'
import { NotThere, type Reading } from './reading'
import { byTable, digestedTables, digestOf, digestsAfter, statedRows, type TableDigest } from './rowDigests'
import type { Changes, Removals, TableName } from './tables'

/**
 * One act of the office. `gather` learns through the port all that the decision depends on; `decide` is a
 * pure function of that. The act holds `lock`, so that two tabs cannot do what excludes each other, and
 * touches no table but those it names.
 */
export interface Act<Input, Known = unknown, Out extends Changes = Changes> {
  /** What must not happen at the same time: usually the acts of one account. */
  lock(input: Input, reading: Reading): Promise<string>
  readonly reads: readonly TableName[]
  readonly writes: readonly TableName[]
  /** It may be done in an office that was handed over, where nothing else is. */
  readonly evenHandedOver?: true
  /** From this act on each line of the trail answers for all rows. */
  readonly beginsProof?: true
  gather(reading: Reading, input: Input): Promise<Known>
  decide(known: Known, input: Input, stamp: Stamp): Decision<Out>
}
/** Ties what is gathered to what is decided. */
export const act = <Input, Known, Out extends Changes>(of: Act<Input, Known, Out>): Act<Input, Known, Out> =>
  of

/** What an act needs of the trail: whether a key stands in it, its last line, and the sums of all rows beside it. */
export interface TrailReading {
  has(key: string): Promise<boolean>
  last(): Promise<TrailLine | undefined>
  /** Undefined where none are kept yet. */
  digests(): Promise<readonly TableDigest[] | undefined>
}
/** Keeps what an act changed, its line in the trail, and the sums of the tables it touched. */
export type Keep = (
  changes: Changes,
  removes: Removals,
  line: TrailLine,
  digests: readonly TableDigest[],
) => Promise<void>

/**
 * Where an office is kept. `settle` gives the work a view of the tables under the lock, and keeps what it
 * gives back as a whole, or nothing.
 */
export interface Keeping extends Reading {
  settle<T>(
    lock: string,
    tables: { reads: readonly TableName[]; writes: readonly TableName[] },
    work: (reading: Reading & { readonly trail: TrailReading }, keep: Keep) => Promise<T>,
  ): Promise<T>
}

/**
 * Running balances follow from entries, and what is open of bills from payments: where these are written,
 * those are.
 */
const withThoseThatFollow = (writes: readonly TableName[]): readonly TableName[] => [
  ...writes,
  ...(writes.includes('entries') ? (['totals', 'movements'] as const) : []),
  ...(writes.includes('payments') ? (['bills'] as const) : []),
  ...(writes.includes('numbers') ? (['bankItems'] as const) : []),
]

/** Bills as the payments leave them; a bill that the act writes itself is the one that moves on. */
async function billsThatFollow(changes: Changes, reading: Reading): Promise<Result<Changes>> {
  const { payments = [], bills = [] } = changes
  if (!payments.length) return good(changes)
  const replaced = await reading.many(
    'payments',
    payments.map(p => p.id),
  )
  const touched = billsTouched([...payments, ...replaced])
  if (!touched.length) return good(changes)
  const written = new Map(bills.map(b => [b.id, b]))
  const known = await reading.many(
    'bills',
    touched.filter(id => !written.has(id)),
  )
  const after = billsAfter([...known, ...bills], replaced, payments)
  if (!after.ok) return after
  for (const bill of after.value) written.set(bill.id, bill)
  return good({ ...changes, bills: [...written.values()] })
}

/** Movements of accounts that follow from entries, e.g. of a check that is paid into another own account. */
async function movementsThatFollow(changes: Changes, reading: Reading): Promise<Movement[]> {
  const { entries = [], payments = [], movements = [] } = changes
  const named = new Set(entries.flatMap(e => (e.paymentId ? [e.paymentId] : [])))
  const written = new Map(payments.map(p => [p.id, p]))
  const known = await reading.many(
    'payments',
    [...named].filter(id => !written.has(id)),
  )
  for (const payment of known) written.set(payment.id, payment)
  const accounts = await reading.all('accounts')
  const fresh = movementsOf(entries, accounts, written, movements)
  if (!fresh.length) return [...movements]
  const open = await reading.where('movements', 'open', [...new Set(fresh.map(m => m.accountId))])
  return [...movements, ...takenBack(fresh, open)]
}

/** What the bank is to know follows from the numbers: each issue and each end once. */
async function bankItemsThatFollow(changes: Changes, reading: Reading): Promise<BankItem[]> {
  const { numbers = [], bankItems = [] } = changes
  const tells = await reading.many('positivePay', [...new Set(numbers.map(n => n.accountId))])
  if (!tells.length) return [...bankItems]
  const ids = numbers.map(n => n.id)
  const before = new Map((await reading.many('numbers', ids)).map(n => [n.id, n]))
  const keys = ids.flatMap(id => [bankItemId(id, 'issue'), bankItemId(id, 'end')])
  const known = new Set((await reading.many('bankItems', keys)).map(item => item.id))
  return [...bankItems, ...bankItemsOf(numbers, before, new Set(tells.map(t => t.id)), known)]
}

async function balancesThatFollow(changes: Changes, reading: Reading): Promise<Changes> {
  const { entries = [] } = changes
  const replaced = await reading.many(
    'entries',
    entries.map(e => e.id),
  )
  const before = await reading.many('totals', [...new Set([...entries, ...replaced].flatMap(e => e.ledgers))])
  const movements = await movementsThatFollow(changes, reading)
  return { totals: totalsAfter(before, entries, replaced), ...(movements.length && { movements }) }
}

async function withWhatFollows(decided: Changes, reading: Reading): Promise<Result<Changes>> {
  const settled = await billsThatFollow(decided, reading)
  if (!settled.ok) return settled
  const changes = settled.value
  const bankItems = changes.numbers?.length ? await bankItemsThatFollow(changes, reading) : []
  return good({
    ...changes,
    ...(changes.entries?.length && (await balancesThatFollow(changes, reading))),
    ...(bankItems.length && { bankItems }),
  })
}

/** What goes, and the line of the trail, which names it. */
function withRemovals(decided: {
  readonly removes?: Readonly<Record<string, readonly string[]>>
  readonly trail: TrailDraft
}): { removes: Removals; trail: TrailDraft } {
  const { removes = {}, trail } = decided
  const removed = Object.entries(removes).map(([table, keys]) => `${table} ${keys.join(' ')}`)
  return {
    removes,
    trail: removed.length ? { ...trail, about: { ...trail.about, removed: removed.join('; ') } } : trail,
  }
}

interface Recorded {
  readonly digests: readonly TableDigest[]
  readonly stated?: RowsStated
}
/**
 * The sums of the rows as an act leaves them, and what its line states of them. An office whose trail is older than
 * these sums has none until its proof is begun.
 */
async function recordAfter(
  reading: Reading & { readonly trail: TrailReading },
  last: TrailLine | undefined,
  changes: Changes,
  removes: Removals,
): Promise<Recorded> {
  const kept = last && last.rows === undefined ? undefined : await reading.trail.digests()
  if (!kept) return { digests: [] }
  const before = byTable(kept)
  const digests = await digestsAfter(before, reading, changes, removes)
  return { digests, stated: statedRows(before, digests, last) }
}
/** The sums of all rows as they stand, from which on the trail answers for them. */
async function firstRecord(reading: Reading): Promise<Recorded> {
  const digests: TableDigest[] = []
  for (const id of digestedTables) digests.push(digestOf(id, await reading.all(id)))
  return { digests, stated: statedRows(byTable(digests), [], undefined) }
}

/**
 * Does an act: the only door. Refused where its key was used before, where it names what is not there, or as
 * it decides; then nothing has changed.
 */
export const perform = <Input, Known, Out extends Changes>(
  ...does: [office: Keeping, of: Act<Input, Known, Out>, input: Input, stamp: Stamp]
): Promise<Result<Out>> =>
  settled(...does).catch((error: unknown) => {
    if (error instanceof NotThere) return refuse('not-there', error.message)
    throw error
  })

async function settled<Input, Known, Out extends Changes>(
  office: Keeping,
  of: Act<Input, Known, Out>,
  input: Input,
  stamp: Stamp,
): Promise<Result<Out>> {
  const follows = [
    ...(of.writes.includes('entries') ? (['accounts', 'payments'] as const) : []),
    ...(of.writes.includes('numbers') ? (['positivePay'] as const) : []),
  ]
  const tables = {
    reads: [...of.reads, ...follows, 'settings' as const],
    writes: withThoseThatFollow(of.writes),
  }
  return office.settle(await of.lock(input, office), tables, async (reading, keep) => {
    if (stamp.key && (await reading.trail.has(stamp.key))) return doneAlready()
    const here = stillHere(of.evenHandedOver ? undefined : await reading.get('settings', 'office'))
    if (!here.ok) return here
    const last = await reading.trail.last()
    if (of.beginsProof && last?.rows !== undefined)
      return refuse('proof-begun', 'Every row is under proof already', { field: 'proof' })
    const decision = of.decide(await of.gather(reading, input), input, stamp)
    if (!decision.ok) return decision
    const changes = await withWhatFollows(decision.value.changes, reading)
    if (!changes.ok) return changes
    const { removes, trail } = withRemovals(decision.value)
    const record = of.beginsProof
      ? await firstRecord(reading)
      : await recordAfter(reading, last, changes.value, removes)
    const line = trailLine(trail, stamp, last, record.stated)
    await keep(changes.value, removes, line, record.digests)
    return { ok: true, value: decision.value.changes }
  })
}
