import type { Id } from '../../base/id'
import { toldOf, takeBillChangeBack as decide } from '../../payables/changeBill'
import { act } from '../act'
import { billNow, BILLS, changeKnown, lockOfBill } from '../gatherBills'

/** The last change of a bill is taken back. */
export const takeBillChangeBack = act({
  lock: ({ billId }: { billId: Id<'bill'> }, reading) => lockOfBill(reading, billId),
  reads: [...BILLS, 'payments'],
  writes: ['bills', 'entries', 'payments'],
  gather: async (reading, { billId }) => {
    const bill = await billNow(reading, billId)
    return changeKnown(reading, bill, bill.was ?? toldOf(bill))
  },
  decide: (known, _, stamp) => decide(known, stamp),
})
