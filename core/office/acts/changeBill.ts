import type { Id } from '../../base/id'
import { changeBill as decide, type ChangingBill } from '../../payments/changeBill'
import { act } from '../defineAct'
import { billNow, BILLS, changeKnown, lockOfBill } from '../lookupBills'

/** What is told of a bill changes; a draft is finished by it. */
export const changeBill = act({
  lock: ({ billId }: ChangingBill & { billId: Id<'bill'> }, reading) => lockOfBill(reading, billId),
  reads: [...BILLS, 'payments'],
  writes: ['bills', 'entries', 'payments'],
  gather: async (reading, { billId, to }) => {
    return changeKnown(reading, await billNow(reading, billId), to)
  },
  decide: (known, input, stamp) => decide(known, input, stamp),
})
