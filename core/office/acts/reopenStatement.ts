import type { Id } from '../../base/id'
import { reopenStatement as decide } from '../../bank/closeStatement'
import { openStatement } from '../../bank/statement'
import { act } from '../defineAct'
import { ofAccount, one } from '../lookups'

/** The newest closed statement of an account is opened again. */
export const reopenStatement = act({
  lock: async ({ statementId }: { statementId: Id<'statement'>; why: string }, reading) =>
    ofAccount((await one(reading, 'statements', statementId)).accountId),
  reads: ['accounts', 'statements', 'bankLines'],
  writes: ['statements', 'bankLines'],
  gather: async (reading, { statementId }) => {
    const { accountId } = await one(reading, 'statements', statementId)
    const statements = await reading.where('statements', 'account', [accountId])
    const open = openStatement(statements)
    return {
      account: await one(reading, 'accounts', accountId),
      statements,
      lines: open ? await reading.where('bankLines', 'statement', [open.id]) : [],
    }
  },
  decide: (known, input) => decide(known, input),
})
