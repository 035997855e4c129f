import type { PlainDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { carrying, enteredOn } from '#core/office/lookups'
import { db } from '../store/db'
import { StoreOffice } from '../store/storeOffice'

/**
 * The day on which a payment was entered in the ledger, whatever paper carries it now; undefined where it was
 * not. The acts ask in the same way.
 */
export async function readEnteredOn(paymentId: Id<'payment'>): Promise<PlainDate | undefined> {
  const office = new StoreOffice(db, navigator.locks)
  return enteredOn(office, paymentId, await carrying(office, [paymentId]))
}
