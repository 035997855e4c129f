import type { PlainDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { issueEntryId } from '#core/runs/issue'
import type { OfficeDb } from './db'

/**
 * The day on which a payment was entered in the ledger, whatever paper carries it now; undefined where it was
 * not.
 */
export async function enteredOn(db: OfficeDb, paymentId: Id<'payment'>): Promise<PlainDate | undefined> {
  const rows = await db.numbers.where('check.paymentId').equals(paymentId).toArray()
  return (await db.entries.bulkGet(rows.map(r => issueEntryId(paymentId, r.number)))).find(
    e => e !== undefined,
  )?.date
}
