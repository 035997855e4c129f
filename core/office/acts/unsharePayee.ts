import { isLive } from '../../payees/payee'
import type { Id } from '../../base/id'
import { unsharePayee as decide } from '../../payees/sharePayee'
import { act } from '../defineAct'
import { one } from '../lookups'
import { ofPayees } from '../lookupBills'

/** A company's payee is shared with others no more. */
export const unsharePayee = act({
  lock: async ({ payeeId }: { payeeId: Id<'payee'> }, reading) =>
    ofPayees((await one(reading, 'payees', payeeId)).companyId),
  reads: ['payees', 'companies'],
  writes: ['payees'],
  gather: async (reading, { payeeId }) => {
    const payee = await one(reading, 'payees', payeeId)
    const companies = payee.shared ? await reading.all('companies') : []
    const all = await reading.where(
      'payees',
      'company',
      companies.map(c => c.id),
    )
    return { payee, linked: all.filter(p => p.shared === payee.shared && p.id !== payee.id && isLive(p)) }
  },
  decide: known => decide(known),
})
