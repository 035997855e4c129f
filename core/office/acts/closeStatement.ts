import { dayOfMoment, type PlainDate } from '../../base/dates'
import type { Id } from '../../base/id'
import { closeStatement as decide } from '../../bank/closeStatement'
import type { Cents } from '../../money/cents'
import { act } from '../defineAct'
import { reconcileKnown, RECONCILING } from '../lookupBank'
import { one, ofAccount } from '../lookups'

/** The open statement of an account is closed through a day. */
export const closeStatement = act({
  lock: async (
    { statementId }: { statementId: Id<'statement'>; through: PlainDate; balance: Cents },
    reading,
  ) => ofAccount((await one(reading, 'statements', statementId)).accountId),
  reads: RECONCILING,
  writes: ['statements', 'bankLines'],
  gather: async (reading, { statementId, through }) => {
    const statement = await one(reading, 'statements', statementId)
    const account = await one(reading, 'accounts', statement.accountId)
    return reconcileKnown(reading, account, statement, through)
  },
  decide: (known, input, stamp) => decide({ ...known, today: dayOfMoment(stamp.at) }, input, stamp),
})
