import type { Id } from '../../base/id'
import { sharePayee as decide } from '../../payables/sharePayee'
import { act } from '../act'
import { one } from '../gather'
import { ofPayees } from '../gatherBills'

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
