import type { Id } from '#core/base/id'
import { cents, zero, type Cents } from '#core/money/cents'
import type { LaneSums, Payment } from '#core/payments/payment'

/**
 * What an account has in its lane and on paper, in minor units: it follows from the payments and is written with
 * them, in the same transaction, so that a lane of thousands is summed up without opening its rows.
 */
export interface LaneTotal {
  readonly id: Id<'account'>
  /** How many payments wait, what their checks come to, and how much of that is booked already. */
  readonly count: number
  readonly total: Cents
  readonly booked: Cents
  /** How many of those that wait are booked: they stand for checks that were issued before. */
  readonly bookedCount: number
  /** What is on paper and not in the book balance yet. */
  readonly onPaper: Cents
}
type Counted = Pick<Payment, 'accountId' | 'state' | 'amount' | 'booked'>

/** An account with nothing in its lane. */
export const nothingIn = (id: Id<'account'>): LaneTotal => ({
  ...{ id, count: 0, total: zero, booked: zero, bookedCount: 0, onPaper: zero },
})

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

/** What waits, as screens say it. */
export const sumsOf = ({ total, booked }: LaneTotal): LaneSums => ({
  ...{ total, booked, promised: cents(total - booked) },
})
