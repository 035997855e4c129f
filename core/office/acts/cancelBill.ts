import type { Id } from '../../base/id'
import { cancelBill as decide } from '../../payments/changeBill'
import { act } from '../defineAct'
import { one } from '../lookups'
import { billNow, entryOfBill, lockOfBill } from '../lookupBills'

/** A bill that nothing settles is cancelled. */
export const cancelBill = act({
  lock: ({ billId }: { billId: Id<'bill'>; why: string }, reading) => lockOfBill(reading, billId),
  reads: ['bills', 'payees', 'companies', 'entries'],
  writes: ['bills', 'entries'],
  gather: async (reading, { billId }) => {
    const bill = await billNow(reading, billId)
    return {
      bill,
      payee: (await one(reading, 'payees', bill.payeeId)).name,
      company: await one(reading, 'companies', bill.companyId),
      entry: await entryOfBill(reading, bill),
    }
  },
  decide: (known, { why }) => decide(known, { why }),
})
