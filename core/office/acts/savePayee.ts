import { savePayee as decide, type KeepingPayee } from '../../payees/savePayee'
import { act } from '../defineAct'
import { ofPayees, payeeKnown } from '../lookupBills'

/** A payee is written down, or what is known of one changes, at every company that shares them. */
export const savePayee = act({
  lock: async ({ companyId }: KeepingPayee) => ofPayees(companyId),
  reads: ['payees', 'ledgers', 'companies'],
  writes: ['payees'],
  gather: (reading, input) => payeeKnown(reading, input, input.to),
  decide: (known, input, stamp) => decide(known, input, stamp),
})
