import { saveAccount as decide, type Saving } from '../../accounts/saveAccount'
import { act } from '../defineAct'
import { accountKnown, ACCOUNTS } from '../lookups'

/** What was changed of an account and its company is kept. */
export const saveAccount = act({
  lock: async (_: Saving) => ACCOUNTS,
  reads: ['accounts', 'companies', 'books', 'layouts'],
  writes: ['companies', 'accounts'],
  gather: (reading, { to }) => accountKnown(reading, to.account, to.company.id),
  decide: (known, saving) => decide(known, saving),
})
