import { addAccount as decide, type Opening } from '../../accounts/saveAccount'
import { act } from '../defineAct'
import { accountKnown, ACCOUNTS } from '../lookups'

/** A company opens an account with its first number book; a new company with it. */
export const addAccount = act({
  lock: async (_: Opening) => ACCOUNTS,
  reads: ['accounts', 'companies', 'books', 'layouts'],
  writes: ['companies', 'ledgers', 'accounts', 'books', 'entries'],
  gather: (reading, { account, company }) => accountKnown(reading, account, company.id),
  decide,
})
