import type { Id } from '../../base/id'
import { toldOf, undoBillChange as decide } from '../../payments/changeBill'
import { act } from '../defineAct'
import { billNow, BILLS, changeKnown, lockOfBill } from '../lookupBills'

/** The last change of a bill is taken back. */
export const undoBillChange = act({
  lock: ({ billId }: { billId: Id<'bill'> }, reading) => lockOfBill(reading, billId),
  reads: [...BILLS, 'payments'],
  writes: ['bills', 'entries', 'payments'],
  gather: async (reading, { billId }) => {
    const bill = await billNow(reading, billId)
    return changeKnown(reading, bill, bill.was ?? toldOf(bill))
  },
  decide: (known, _, stamp) => decide(known, stamp),
})
