import type { Id } from '../../base/id'
import { undoPayeeChange as decide } from '../../payees/savePayee'
import { act } from '../defineAct'
import { one } from '../lookups'
import { ofPayees, payeeKnown } from '../lookupBills'

/** The last change of a payee is taken back. */
export const undoPayeeChange = act({
  lock: async ({ payeeId }: { payeeId: Id<'payee'> }, reading) =>
    ofPayees((await one(reading, 'payees', payeeId)).companyId),
  reads: ['payees', 'ledgers', 'companies'],
  writes: ['payees'],
  gather: async (reading, { payeeId }) => {
    const payee = await one(reading, 'payees', payeeId)
    return payeeKnown(reading, payee, payee.was ?? payee)
  },
  decide: (known, _, stamp) => decide(known, stamp),
})
