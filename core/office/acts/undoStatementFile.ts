import type { Id } from '../../base/id'
import { openStatement } from '../../bank/statement'
import { undoFile } from '../../bank/undoFile'
import { act } from '../defineAct'
import { MATCHING, undoKnown } from '../lookupBank'
import { ofAccount, one } from '../lookups'

/** The import of a file of the bank is taken back. */
export const undoStatementFile = act({
  lock: async ({ accountId }: { accountId: Id<'account'>; fileId: Id<'bankFile'> }) => ofAccount(accountId),
  reads: [...MATCHING, 'companies', 'entries'],
  writes: ['bankLines', 'statements', 'numbers', 'payments', 'movements', 'entries'],
  gather: async (reading, { accountId, fileId }) => {
    const account = await one(reading, 'accounts', accountId)
    const lines = await reading.where('bankLines', 'file', [fileId])
    return {
      ...(await undoKnown(reading, account, lines)),
      statement: openStatement(await reading.where('statements', 'account', [accountId])),
    }
  },
  decide: (known, input, stamp) => undoFile(known, input, stamp),
})
