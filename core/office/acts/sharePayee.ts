import type { Id } from '../../base/id'
import { sharePayee as decide } from '../../payees/sharePayee'
import { act } from '../defineAct'
import { one } from '../lookups'
import { ofPayees } from '../lookupBills'

/** A payee is shared with another company. */
export const sharePayee = act({
  lock: async ({ companyId }: { payeeId: Id<'payee'>; companyId: Id<'company'>; id: Id<'payee'> }) =>
    ofPayees(companyId),
  reads: ['payees', 'companies'],
  writes: ['payees'],
  gather: async (reading, { payeeId, companyId }) => ({
    payee: await one(reading, 'payees', payeeId),
    company: await one(reading, 'companies', companyId),
    there: await reading.where('payees', 'company', [companyId]),
  }),
  decide: (known, input, stamp) => decide(known, input, stamp),
})
