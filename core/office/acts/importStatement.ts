import { importStatement as decide, type IncomingStatement } from '../../bank/importStatement'
import { dayOfMoment } from '../../base/dates'
import { act } from '../defineAct'
import { incomingKnown } from '../lookupBank'
import { ofAccount } from '../lookups'

/** The lines of a file of the bank come into the open statement of an account. */
export const importStatement = act({
  lock: async ({ accountId }: IncomingStatement) => ofAccount(accountId),
  reads: ['accounts', 'books', 'statements', 'bankLines', 'numbers', 'payments'],
  writes: ['statements', 'bankLines', 'numbers', 'payments'],
  gather: (reading, input) => incomingKnown(reading, input),
  decide: (known, input, stamp) => decide({ ...known, today: dayOfMoment(stamp.at) }, input, stamp),
})
