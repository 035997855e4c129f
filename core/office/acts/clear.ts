import type { Id } from '../../base/id'
import { clear as decide } from '../../checks/clear'
import { act } from '../defineAct'
import { byId, ofAccount } from '../lookups'

/** The bank has paid these checks of an account. */
export const clear = act({
  lock: async ({ accountId }: { accountId: Id<'account'>; numberIds: readonly Id<'number'>[] }) =>
    ofAccount(accountId),
  reads: ['numbers', 'payments'],
  writes: ['numbers', 'payments'],
  gather: async (reading, { accountId, numberIds }) => {
    const rows = await reading.many('numbers', numberIds)
    return {
      accountId,
      rows,
      payments: await byId(
        reading,
        'payments',
        rows.flatMap(r => (r.check ? [r.check.paymentId] : [])),
      ),
    }
  },
  decide: (known, _, stamp) => decide(known, stamp),
})
