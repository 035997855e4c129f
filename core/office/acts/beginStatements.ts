import { dayOfMoment, type PlainDate } from '../../base/dates'
import type { Id } from '../../base/id'
import { beginStatements as decide } from '../../bank/beginStatements'
import type { Cents } from '../../money/cents'
import { act } from '../defineAct'
import { ofAccount, one } from '../lookups'

/** The bank statements of an account begin on a day. */
export const beginStatements = act({
  lock: async ({ accountId }: { accountId: Id<'account'>; from: PlainDate; opening: Cents }) =>
    ofAccount(accountId),
  reads: ['accounts', 'statements', 'movements', 'payments'],
  writes: ['statements', 'movements', 'payments'],
  gather: async (reading, { accountId }) => ({
    account: await one(reading, 'accounts', accountId),
    statements: await reading.where('statements', 'account', [accountId]),
    movements: await reading.where('movements', 'open', [accountId]),
    payments: (await reading.where('payments', 'uncleared', [accountId])).filter(
      p => p.otherwise && p.state === 'issued',
    ),
  }),
  decide: (known, input, stamp) => decide({ ...known, today: dayOfMoment(stamp.at) }, input),
})
