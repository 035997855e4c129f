import type { Id } from '../../base/id'
import { bringBack as decide } from '../../payments/amend'
import { act } from '../defineAct'
import { closedThrough, lockOfPayment, one } from '../lookups'

/** A payment that was withdrawn waits in the lane again. */
export const bringBack = act({
  lock: ({ paymentId }: { paymentId: Id<'payment'> }, reading) => lockOfPayment(reading, paymentId),
  reads: ['payments', 'payees', 'accounts', 'companies'],
  writes: ['payments'],
  gather: async (reading, { paymentId }) => {
    const payment = await one(reading, 'payments', paymentId)
    return {
      payment,
      payee: await reading.get('payees', payment.payeeId),
      closedThrough: await closedThrough(reading, await one(reading, 'accounts', payment.accountId)),
    }
  },
  decide: known => decide(known),
})
