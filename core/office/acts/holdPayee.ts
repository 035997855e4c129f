import type { Id } from '../../base/id'
import { holdPayee as decide } from '../../payees/savePayee'
import { act } from '../defineAct'
import { one } from '../lookups'
import { ofPayees } from '../lookupBills'

/** A payee is put on hold, or let go. */
export const holdPayee = act({
  lock: async ({ payeeId }: { payeeId: Id<'payee'>; why: string | null }, reading) =>
    ofPayees((await one(reading, 'payees', payeeId)).companyId),
  reads: ['payees'],
  writes: ['payees'],
  gather: (reading, { payeeId }) => one(reading, 'payees', payeeId),
  decide: (payee, { why }) => decide(payee, { why }),
})
