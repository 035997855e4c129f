import type { Id } from '#core/base/id'
import { cents, type Cents } from '#core/money/cents'
import type { Reading } from '#core/office/reading'
import type { Payment } from '#core/payments/payment'
import type { OfficeDb } from '../store/db'
import { nothingIn, type LaneTotal } from './laneTotals'

type Counted = Pick<Payment, 'accountId' | 'state' | 'amount' | 'booked'>

/** Totals with payments counted in, or out again. */
function counted(totals: Map<Id<'account'>, LaneTotal>, payments: Iterable<Counted>, sign: 1 | -1): void {
  for (const { accountId, state, amount, booked } of payments) {
    if (state !== 'waiting' && state !== 'on paper') continue
    const now = totals.get(accountId) ?? nothingIn(accountId)
    const by = (to: Cents, takes: boolean): Cents => cents(to + (takes ? sign * amount : 0))
    const waits = state === 'waiting'
    totals.set(accountId, {
      id: accountId,
      count: now.count + (waits ? sign : 0),
      total: by(now.total, waits),
      booked: by(now.booked, waits && booked === true),
      bookedCount: now.bookedCount + (waits && booked ? sign : 0),
      onPaper: by(now.onPaper, !waits && !booked),
    })
  }
}

/** The totals of accounts once payments are as in `after`; `known` are the totals while they were as in `before`. */
export function laneTotalsAfter(
  known: readonly LaneTotal[],
  before: Iterable<Counted>,
  after: Iterable<Counted>,
): LaneTotal[] {
  const totals = new Map(known.map(t => [t.id, t]))
  counted(totals, before, -1)
  counted(totals, after, 1)
  return [...totals.values()]
}

/** Brings the totals along with payments that are written or removed; within the transaction, before that is done. */
export async function followLanes(
  db: OfficeDb,
  reading: Pick<Reading, 'many'>,
  written: readonly Payment[],
  removed: readonly Id<'payment'>[],
): Promise<void> {
  const before = await reading.many('payments', [...written.map(p => p.id), ...removed])
  const accounts = [...new Set([...before, ...written].map(p => p.accountId))]
  const known = (await db.lanes.bulkGet(accounts)).filter(t => t !== undefined)
  await db.lanes.bulkPut(laneTotalsAfter(known, before, written))
}
