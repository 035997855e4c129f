import type { Id } from '../../base/id'
import { withdraw as decide } from '../../payables/amend'
import { act } from '../act'
import { lockOfPayment, one } from '../gather'

/** A payment is taken out of the lane. */
export const withdraw = act({
  lock: ({ paymentId }: { paymentId: Id<'payment'>; why: string }, reading) =>
    lockOfPayment(reading, paymentId),
  reads: ['payments'],
  writes: ['payments'],
  gather: (reading, { paymentId }) => one(reading, 'payments', paymentId),
  decide: (payment, { why }) => decide({ payment }, { why }),
})
