import { keepPayee as decide, type KeepingPayee } from '../../payables/keepPayee'
import { act } from '../act'
import { ofPayees } from '../gatherBills'

/** A payee is written down, or what is known of one changes. */
export const keepPayee = act({
  lock: async ({ companyId }: KeepingPayee) => ofPayees(companyId),
  reads: ['payees', 'ledgers'],
  writes: ['payees'],
  gather: async (reading, { id, companyId, to }) => ({
    payee: await reading.get('payees', id),
    others: await reading.where('payees', 'company', [companyId]),
    ledgers: await reading.many(
      'ledgers',
      to.split.map(s => s.ledgerId),
    ),
  }),
  decide: (known, input, stamp) => decide(known, input, stamp),
})
