import type { Id } from '../../base/id'
import { importQuestions } from '../../bank/questions/acts'
import { questionId, type IncomingQuestion } from '../../bank/questions/question'
import { act } from '../defineAct'
import { ofAccount, one } from '../lookups'

/** Checks about which the bank asks whether it is to pay them. */
export const importBankQuestions = act({
  lock: async ({
    accountId,
  }: {
    accountId: Id<'account'>
    file: string
    questions: readonly IncomingQuestion[]
  }) => ofAccount(accountId),
  reads: ['accounts', 'bankQuestions'],
  writes: ['bankQuestions'],
  gather: async (reading, { accountId, questions }) => {
    const ids = questions.map(q => questionId(accountId, q.reference))
    return {
      account: await one(reading, 'accounts', accountId),
      before: new Set((await reading.many('bankQuestions', ids)).map(q => q.id)),
    }
  },
  decide: (known, input, stamp) => importQuestions(known, input, stamp),
})
