import type { Id } from '../../base/id'
import type { Bill } from '../../payables/bill'
import { holdBill as decide } from '../../payables/changeBill'
import { act } from '../act'
import { one } from '../gather'
import { billNow, lockOfBill } from '../gatherBills'

/** A bill is held, or let go. */
export const holdBill = act({
  lock: ({ billId }: { billId: Id<'bill'>; hold: NonNullable<Bill['hold']> | null }, reading) =>
    lockOfBill(reading, billId),
  reads: ['bills', 'payees'],
  writes: ['bills'],
  gather: async (reading, { billId }) => {
    const bill = await billNow(reading, billId)
    return { bill, payee: (await one(reading, 'payees', bill.payeeId)).name }
  },
  decide: (known, { hold }) => decide(known, { hold }),
})
