import type { Id } from '../../base/id'
import { amend as decide, type Amending } from '../../payables/amend'
import { act } from '../act'
import { closedThrough, ofAccount, one } from '../gather'

/** Payments in the lane of an account are changed, alike. */
export const amend = act({
  lock: async ({
    accountId,
  }: {
    accountId: Id<'account'>
    paymentIds: readonly Id<'payment'>[]
    change: Amending
  }) => ofAccount(accountId),
  reads: ['payments', 'accounts', 'companies'],
  writes: ['payments'],
  gather: async (reading, { accountId, paymentIds }) => ({
    payments: await reading.many('payments', paymentIds),
    closedThrough: await closedThrough(reading, await one(reading, 'accounts', accountId)),
  }),
  decide: (known, { change }) => decide(known, change),
})
