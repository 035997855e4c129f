import type { Id } from '../../base/id'
import { enterBill as decide, type Entering } from '../../bills/enterBill'
import { act } from '../defineAct'
import { billKnown, BILLS, ofBills } from '../lookupBills'

/** A bill or a credit note is entered. */
export const enterBill = act({
  lock: async ({ companyId }: { companyId: Id<'company'>; bill: Entering }) => ofBills(companyId),
  reads: BILLS,
  writes: ['bills', 'entries'],
  gather: (reading, { companyId, bill }) => billKnown(reading, companyId, bill.id, bill),
  decide: (known, { bill }, stamp) => decide(known, bill, stamp),
})
