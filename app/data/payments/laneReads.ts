import type { Id } from '#core/base/id'
import type { Payment } from '#core/payments/payment'
import type { OfficeDb } from '../store/db'
import { nothingIn, type LaneTotal } from './laneTotals'

/** What an account has in its lane and on paper. */
export const readLaneTotal = async (db: OfficeDb, id: Id<'account'>): Promise<LaneTotal> =>
  (await db.lanes.get(id)) ?? nothingIn(id)

/**
 * Payments of an account that are in the books and not at the bank: issued, or booked while the check is
 * printed anew. A lane in which nothing is booked is not opened.
 */
export async function unclearedOf(db: OfficeDb, id: Id<'account'>): Promise<Payment[]> {
  const inState = (state: Payment['state']): Promise<Payment[]> =>
    db.payments.where('[accountId+state]').equals([id, state]).toArray()
  const { bookedCount } = await readLaneTotal(db, id)
  const [issued, onPaper, waiting] = await Promise.all([
    inState('issued'),
    inState('on paper'),
    bookedCount ? inState('waiting') : [],
  ])
  return [...issued, ...[...onPaper, ...waiting].filter(p => p.booked)]
}
