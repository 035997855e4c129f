import type { Id } from '../../base/id'
import { amend as decide, type Amending } from '../../payments/amend'
import { act } from '../defineAct'
import { changeKnown, CHANGING } from '../lookupChange'
import { ofAccount } from '../lookups'

/** Payments in the lane of an account are changed, alike. */
export const amend = act({
  lock: async ({
    accountId,
  }: {
    accountId: Id<'account'>
    paymentIds: readonly Id<'payment'>[]
    change: Amending
  }) => ofAccount(accountId),
  reads: CHANGING,
  writes: ['payments'],
  gather: async (reading, { accountId, paymentIds, change }) => {
    const payments = await reading.many('payments', paymentIds)
    return { payments, ...(await changeKnown(reading, accountId, [...payments, change])) }
  },
  decide: (known, { change }) => decide(known, change),
})
