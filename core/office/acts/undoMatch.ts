import type { Id } from '../../base/id'
import { undoMatch as decide } from '../../bank/undoMatch'
import { act } from '../defineAct'
import { MATCHING, undoKnown } from '../lookupBank'
import { ofAccount, one } from '../lookups'

/** The match of a bank line is undone. */
export const undoMatch = act({
  lock: async ({ accountId }: { accountId: Id<'account'>; lineId: Id<'bankLine'> }) => ofAccount(accountId),
  reads: [...MATCHING, 'companies', 'entries'],
  writes: ['bankLines', 'numbers', 'payments', 'movements', 'entries'],
  gather: async (reading, { accountId, lineId }) =>
    undoKnown(reading, await one(reading, 'accounts', accountId), await reading.many('bankLines', [lineId])),
  decide: (known, input, stamp) => decide(known, input, stamp),
})
