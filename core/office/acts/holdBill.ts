import type { Id } from '../../base/id'
import type { Bill } from '../../bills/bill'
import { holdBill as decide } from '../../payments/changeBill'
import { act } from '../defineAct'
import { one } from '../lookups'
import { billNow, lockOfBill } from '../lookupBills'

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
