import type { Id } from '../../base/id'
import { amend as decide, type Amending } from '../../payables/amend'
import { billsTouched } from '../../payables/settling'
import { act } from '../act'
import { byId, closedThrough, ofAccount, one } from '../gather'

/** Payments in the lane of an account are changed, alike. */
export const amend = act({
  lock: async ({
    accountId,
  }: {
    accountId: Id<'account'>
    paymentIds: readonly Id<'payment'>[]
    change: Amending
  }) => ofAccount(accountId),
  reads: ['payments', 'accounts', 'companies', 'bills'],
  writes: ['payments'],
  gather: async (reading, { accountId, paymentIds }) => {
    const payments = await reading.many('payments', paymentIds)
    return {
      payments,
      bills: await byId(reading, 'bills', billsTouched(payments)),
      closedThrough: await closedThrough(reading, await one(reading, 'accounts', accountId)),
    }
  },
  decide: (known, { change }) => decide(known, change),
})
