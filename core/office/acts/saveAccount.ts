import { saveAccount as decide, type Saving } from '../../payables/keepAccount'
import { act } from '../act'
import { accountKnown, ACCOUNTS } from '../gather'

/** What was changed of an account and its company is kept. */
export const saveAccount = act({
  lock: async (_: Saving) => ACCOUNTS,
  reads: ['accounts', 'companies', 'books', 'layouts'],
  writes: ['companies', 'accounts'],
  gather: (reading, { to }) => accountKnown(reading, to.account, to.company.id),
  decide: (known, saving) => decide(known, saving),
})
