import type { Id } from '#core/base/id'
import { zero, type Cents } from '#core/money/cents'

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

/** An account with nothing in its lane. */
export const nothingIn = (id: Id<'account'>): LaneTotal => ({
  ...{ id, count: 0, total: zero, booked: zero, bookedCount: 0, onPaper: zero },
})
