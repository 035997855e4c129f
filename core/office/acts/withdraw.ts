import type { Id } from '../../base/id'
import { withdraw as decide } from '../../payments/amend'
import { act } from '../defineAct'
import { lockOfPayment, one } from '../lookups'

/** A payment is taken out of the lane. */
export const withdraw = act({
  lock: ({ paymentId }: { paymentId: Id<'payment'>; why: string }, reading) =>
    lockOfPayment(reading, paymentId),
  reads: ['payments'],
  writes: ['payments'],
  gather: (reading, { paymentId }) => one(reading, 'payments', paymentId),
  decide: (payment, { why }) => decide({ payment }, { why }),
})
