import { dayOfMoment } from '../../base/dates'
import type { Id } from '../../base/id'
import { sendTransfers as decide, type SendingTransfers } from '../../bank/pain/sendTransfers'
import { act } from '../defineAct'
import { byId, ofAccount, one } from '../lookups'

/** The file that orders the bank of an account to make transfers. */
export const sendTransfers = act({
  lock: async ({ accountId }: SendingTransfers & { accountId: Id<'account'> }) => ofAccount(accountId),
  reads: ['accounts', 'companies', 'payments', 'payees', 'sentFiles'],
  writes: ['payments', 'sentFiles'],
  gather: async (reading, { accountId, paymentIds, fileId }) => {
    const account = await one(reading, 'accounts', accountId)
    const payments = await reading.many('payments', paymentIds)
    return {
      ...{ account, payments },
      company: await one(reading, 'companies', account.companyId),
      payees: await byId(
        reading,
        'payees',
        payments.map(p => p.payeeId),
      ),
      isKnown: (await reading.get('sentFiles', fileId)) !== undefined,
    }
  },
  decide: (known, input, stamp) => decide({ ...known, today: dayOfMoment(stamp.at) }, input, stamp),
})
