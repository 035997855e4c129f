import type { Id } from '../../base/id'
import { mergePayees as decide } from '../../payments/mergePayees'
import { act } from '../defineAct'
import { one } from '../lookups'
import { ofBills } from '../lookupBills'

/** One payee becomes a part of another, with bills and payments. */
export const mergePayees = act({
  lock: async ({ fromId }: { fromId: Id<'payee'>; intoId: Id<'payee'> }, reading) =>
    ofBills((await one(reading, 'payees', fromId)).companyId),
  reads: ['payees', 'bills', 'payments'],
  writes: ['payees', 'bills', 'payments'],
  gather: async (reading, { fromId, intoId }) => ({
    from: await one(reading, 'payees', fromId),
    into: await one(reading, 'payees', intoId),
    bills: await reading.where('bills', 'payee', [fromId]),
    payments: await reading.where('payments', 'payee', [fromId]),
  }),
  decide: (known, _, stamp) => decide(known, stamp),
})
