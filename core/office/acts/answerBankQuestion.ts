import type { Id } from '../../base/id'
import { answerQuestion } from '../../bank/questions/acts'
import type { Decided } from '../../bank/questions/question'
import { act } from '../defineAct'
import { ofAccount, one } from '../lookups'
import { inAccount } from '../reading'

/** The bank is told to pay a check, or to return it. */
export const answerBankQuestion = act({
  lock: async ({ questionId }: { questionId: Id<'bankQuestion'>; decision: Decided; why: string }, reading) =>
    ofAccount((await one(reading, 'bankQuestions', questionId)).accountId),
  reads: ['accounts', 'bankQuestions', 'numbers'],
  writes: ['bankQuestions'],
  gather: async (reading, { questionId }) => {
    const question = await one(reading, 'bankQuestions', questionId)
    const { accountId, number } = question
    const [row] = await reading.where('numbers', 'account', [inAccount(accountId, number)])
    return {
      ...{ question, account: await one(reading, 'accounts', accountId) },
      ...(row && { numberId: row.id }),
    }
  },
  decide: (known, input, stamp) => answerQuestion(known, input, stamp),
})
