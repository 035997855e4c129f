import type { Id } from '../../base/id'
import { adjustBalance as decide, type Adjusting } from '../../accounts/adjustBalance'
import { act } from '../defineAct'
import { ofAccount, one } from '../lookups'

/** The book balance of an account is adjusted by an entry without a check. */
export const adjustBalance = act({
  lock: async ({ accountId }: Adjusting & { accountId: Id<'account'> }) => ofAccount(accountId),
  reads: ['accounts', 'companies', 'ledgers', 'entries'],
  writes: ['entries'],
  gather: async (reading, { accountId, ledgerId, id }) => {
    const account = await one(reading, 'accounts', accountId)
    const { payables, closedThrough } = await one(reading, 'companies', account.companyId)
    return {
      ...{ account, payables, closedThrough },
      ledgers: await reading.many('ledgers', [ledgerId]),
      isKnown: (await reading.get('entries', id)) !== undefined,
    }
  },
  decide: (known, input) => decide(known, input),
})
