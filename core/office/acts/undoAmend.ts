import type { Id } from '../../base/id'
import { undoAmend as decide } from '../../payments/amend'
import { act } from '../defineAct'
import { changeKnown, CHANGING } from '../lookupChange'
import { ofAccount, one } from '../lookups'

/** The last change of a payment in the lane is taken back. */
export const undoAmend = act({
  lock: async ({ paymentId }: { paymentId: Id<'payment'> }, reading) =>
    ofAccount((await one(reading, 'payments', paymentId)).accountId),
  reads: CHANGING,
  writes: ['payments'],
  gather: async (reading, { paymentId }) => {
    const payment = await one(reading, 'payments', paymentId)
    const named = payment.was ? [payment, payment.was] : [payment]
    return { payment, ...(await changeKnown(reading, payment.accountId, named)) }
  },
  decide: known => decide(known),
})
