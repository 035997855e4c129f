import type { Id } from '../../base/id'
import { amend as decide, type Amending } from '../../payables/amend'
import { billsTouched } from '../../payables/settling'
import { act } from '../act'
import { byId, ofAccount, one } from '../gather'

/** Payments in the lane of an account are changed, alike. */
export const amend = act({
  lock: async ({
    accountId,
  }: {
    accountId: Id<'account'>
    paymentIds: readonly Id<'payment'>[]
    change: Amending
  }) => ofAccount(accountId),
  reads: ['payments', 'accounts', 'companies', 'bills', 'ledgers'],
  writes: ['payments'],
  gather: async (reading, { accountId, paymentIds, change }) => {
    const payments = await reading.many('payments', paymentIds)
    const { companyId } = await one(reading, 'accounts', accountId)
    const { closedThrough, payables } = await one(reading, 'companies', companyId)
    const asked = (change.settles ?? []).map(a => a.billId)
    const touched = [...new Set([...billsTouched(payments), ...asked])]
    const parts = payments.flatMap(p => p.split.map(s => s.ledgerId))
    const ledgers = await reading.many('ledgers', [...new Set(parts)])
    return { payments, ledgers, bills: await byId(reading, 'bills', touched), closedThrough, payables }
  },
  decide: (known, { change }) => decide(known, change),
})
