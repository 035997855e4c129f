import type { Id } from '../../base/id'
import { noteLine } from '../../bank/noteLine'
import { act } from '../defineAct'
import { matchKnown, MATCHING } from '../lookupBank'
import { ofAccount, one } from '../lookups'

/** A bank line is left open with a note, or reported to the bank. */
export const noteBankLine = act({
  lock: async ({
    accountId,
  }: {
    accountId: Id<'account'>
    lineId: Id<'bankLine'>
    note: string
    isReported: boolean
  }) => ofAccount(accountId),
  reads: MATCHING,
  writes: ['bankLines'],
  gather: async (reading, { accountId, lineId }) =>
    matchKnown(reading, await one(reading, 'accounts', accountId), await reading.many('bankLines', [lineId])),
  decide: (known, input, stamp) => noteLine(known, input, stamp),
})
