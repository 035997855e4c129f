import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { cents, type Cents } from '../money/cents'
import type { Entry } from './entry'

/**
 * What an account has by its entries, what is promised out of it (waiting and on paper, less what is booked
 * already), the part of that which is on paper, and what is left when all of it is paid: all in minor
 * units. Every screen tells these and works out none of its own.
 */
export interface Balances {
  readonly book: Cents
  readonly committed: Cents
  readonly onPaper: Cents
  readonly free: Cents
}

/** Balances from the book balance, and what is promised in the lane and on paper. */
export const balancesOf = (book: Cents, waiting: Cents, onPaper: Cents): Balances => ({
  book,
  committed: cents(waiting + onPaper),
  onPaper,
  free: cents(book - waiting - onPaper),
})

/** The balances when `amount` more is promised, and when it is paid at once. */
export const promising = (now: Balances, amount: Cents): Balances => ({
  ...now,
  committed: cents(now.committed + amount),
  free: cents(now.free - amount),
})
/** The balances after a check of this amount is issued at once. */
export const paying = (now: Balances, amount: Cents): Balances => ({
  ...now,
  book: cents(now.book - amount),
  free: cents(now.free - amount),
})
/** The balances when `amount` of what is on paper is issued. */
export const issuing = (now: Balances, amount: Cents): Balances => ({
  ...now,
  book: cents(now.book - amount),
  committed: cents(now.committed - amount),
  onPaper: cents(now.onPaper - amount),
})
/**
 * What the account has left once what is on paper and `amount` of the lane are paid, the rest of the lane
 * left aside.
 */
export const afterRun = (now: Balances, amount: Cents): Cents => cents(now.book - now.onPaper - amount)

/** What entries moved of a ledger account on each of their days, debits above zero, by day. Minor units. */
export function movedByDay(entries: readonly Entry[], ledgerId: Id<'ledger'>): [PlainDate, Cents][] {
  const moved = new Map<PlainDate, number>()
  for (const { date, lines } of entries)
    for (const line of lines)
      if (line.ledgerId === ledgerId) moved.set(date, (moved.get(date) ?? 0) + line.debit - line.credit)
  return [...moved].map(([day, amount]): [PlainDate, Cents] => [day, cents(amount)]).sort()
}
/**
 * The balance of a ledger account at the end of days, from what it has now and what was moved on each day after the
 * earliest of these, the earliest first. Minor units.
 */
export function balanceByDay(
  now: Cents,
  moved: readonly (readonly [PlainDate, Cents])[],
): (day: PlainDate) => Cents {
  /** What was moved on each of these days and after it. */
  const since = moved.map(([, amount]): number => amount)
  for (let i = since.length - 2; i >= 0; i--) since[i]! += since[i + 1]!
  return day => {
    let [low, high] = [0, moved.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if (moved[middle]![0] > day) high = middle
      else low = middle + 1
    }
    return cents(now - (since[low] ?? 0))
  }
}
