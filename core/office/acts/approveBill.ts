import type { Id } from '../../base/id'
import { approveBill as decide } from '../../payments/changeBill'
import { act } from '../defineAct'
import { billKnown, billNow, BILLS, lockOfBill } from '../lookupBills'

/** A second person says yes to a bill. */
export const approveBill = act({
  lock: ({ billId }: { billId: Id<'bill'> }, reading) => lockOfBill(reading, billId),
  reads: BILLS,
  writes: ['bills', 'entries'],
  gather: async (reading, { billId }) => {
    const bill = await billNow(reading, billId)
    return billKnown(reading, bill.companyId, billId, bill)
  },
  decide: (known, _input, stamp) => decide(known, stamp),
})
