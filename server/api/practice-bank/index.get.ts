import { reportOf } from '../../practice/bankOrders'
import { deskOf } from '../../practice/desk'

/** An account of the practice bank; nothing (204) where it has none of that number. */
export default defineEventHandler(event => {
  const account = deskOf(event).bank.account(String(getQuery(event).account ?? ''))
  return account ? reportOf(account) : null
})
