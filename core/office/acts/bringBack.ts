import type { Id } from '../../base/id'
import { bringBack as decide } from '../../payables/amend'
import { act } from '../act'
import { lockOfPayment, one } from '../gather'

/** A payment that was withdrawn waits in the lane again. */
export const bringBack = act({
  lock: ({ paymentId }: { paymentId: Id<'payment'> }, reading) => lockOfPayment(reading, paymentId),
  reads: ['payments'],
  writes: ['payments'],
  gather: (reading, { paymentId }) => one(reading, 'payments', paymentId),
  decide: payment => decide({ payment }),
})
