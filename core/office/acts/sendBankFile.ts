import { dayOfMoment } from '../../base/dates'
import type { Id } from '../../base/id'
import { checkFiles } from '../../bank/positivePay/bankItem'
import { sendBankFile as decide } from '../../bank/positivePay/sendFile'
import { act } from '../defineAct'
import { ofAccount, one } from '../lookups'

/** The file of all that the bank of an account is to know since the last one. */
export const sendBankFile = act({
  lock: async ({ accountId }: { accountId: Id<'account'>; fileId: Id<'sentFile'>; shorten: boolean }) =>
    ofAccount(accountId),
  reads: ['accounts', 'positivePay', 'payLayouts', 'bankItems', 'numbers', 'sentFiles'],
  writes: ['bankItems', 'sentFiles'],
  gather: async (reading, { accountId }) => {
    const account = await one(reading, 'accounts', accountId)
    const chosen = await reading.get('positivePay', accountId)
    const waiting = await reading.where('bankItems', 'waiting', [accountId])
    const rows = await reading.many('numbers', [...new Set(waiting.map(i => i.numberId))])
    return {
      ...{ account, waiting, rows: new Map(rows.map(r => [r.id, r])) },
      layout: chosen && (await reading.get('payLayouts', chosen.layoutId))?.layout,
      count: checkFiles(await reading.where('sentFiles', 'account', [accountId])).length,
    }
  },
  decide: (known, input, stamp) => decide({ ...known, today: dayOfMoment(stamp.at) }, input, stamp),
})
