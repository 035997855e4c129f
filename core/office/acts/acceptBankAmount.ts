import type { Id } from '../../base/id'
import { clearWithDifference, type AcceptingDifference } from '../../bank/clearWithDifference'
import { act } from '../defineAct'
import { ENTERING, enteringKnown, matchKnown, MATCHING } from '../lookupBank'
import { ofAccount } from '../lookups'

/** What the bank paid of a check is accepted; the rest is posted to a ledger account. */
export const acceptBankAmount = act({
  lock: async ({ accountId }: AcceptingDifference & { accountId: Id<'account'> }) => ofAccount(accountId),
  reads: [...new Set([...ENTERING, ...MATCHING])],
  writes: ['entries', 'movements', 'bankLines', 'numbers', 'payments'],
  gather: async (reading, { accountId, id, ledgerId, lineId, numberId }) => {
    const known = await enteringKnown(reading, accountId, { id, ledgers: [ledgerId] })
    const lines = await reading.many('bankLines', [lineId])
    const matching = await matchKnown(reading, known.account, lines, { numbers: [numberId] })
    return { matching, entering: known }
  },
  decide: ({ matching, entering }, input, stamp) => clearWithDifference(matching, entering, input, stamp),
})
