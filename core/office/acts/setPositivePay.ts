import type { Id } from '../../base/id'
import { setPositivePay as decide } from '../../bank/positivePay/sendFile'
import { act } from '../defineAct'
import { ofAccount, one } from '../lookups'

/** Whether, and by which layout, the bank of an account is told of its checks. */
export const setPositivePay = act({
  lock: async ({ accountId }: { accountId: Id<'account'>; layoutId: Id<'payLayout'> | null }) =>
    ofAccount(accountId),
  reads: ['accounts', 'books', 'positivePay', 'payLayouts', 'bankItems', 'numbers'],
  writes: ['positivePay', 'bankItems'],
  gather: async (reading, { accountId, layoutId }) => {
    const items = await reading.where('bankItems', 'account', [accountId])
    const issued = await reading.where('numbers', 'issued', [accountId])
    const told = await reading.many('numbers', [...new Set(items.map(i => i.numberId))])
    return {
      account: await one(reading, 'accounts', accountId),
      now: await reading.get('positivePay', accountId),
      layout: layoutId ? await reading.get('payLayouts', layoutId) : undefined,
      rows: [...new Map([...issued, ...told].map(r => [r.id, r])).values()],
      items: new Set(items.map(i => i.id)),
    }
  },
  decide: (known, input) => decide(known, input),
})
