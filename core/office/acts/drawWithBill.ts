import type { Id } from '../../base/id'
import type { Draw } from '../../payments/draw'
import { drawWithBill as decide } from '../../payments/drawWithBill'
import type { Entering } from '../../bills/enterBill'
import { act } from '../defineAct'
import { drawing, DRAWING, ofAccount, one } from '../lookups'
import { billKnown, BILLS } from '../lookupBills'

/** A bill is entered, and a payment that settles it drawn into the lane of an account. */
export const drawWithBill = act({
  lock: async ({ accountId }: { accountId: Id<'account'>; draw: Draw; bill: Entering }) =>
    ofAccount(accountId),
  reads: [...new Set([...DRAWING, ...BILLS])],
  writes: ['payments', 'payees', 'bills', 'entries'],
  gather: async (reading, { accountId, draw, bill }) => {
    const { companyId } = await one(reading, 'accounts', accountId)
    return {
      drawing: await drawing(reading, accountId, draw),
      billing: await billKnown(reading, companyId, bill.id, bill),
    }
  },
  decide: (known, input, stamp) => decide(known, input, stamp),
})
