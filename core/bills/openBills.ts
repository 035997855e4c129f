import type { PlainDate } from '../base/dates'
import { cents } from '../money/cents'
import type { Allocation } from './allocation'
import { discountOn, open, type Bill } from './bill'

/** Whether something of a bill can be paid: it is open, and nobody holds it. */
export const isPayableNow = (bill: Bill): boolean => open(bill) !== 0 && !bill.hold

/** All that is open of a bill, with the discount that stands on the day; none where the day is not known. */
export function whollyOn(bill: Bill, day: PlainDate | undefined): Allocation {
  const discount = day ? discountOn(bill, day) : cents(0)
  return { billId: bill.id, amount: cents(open(bill) - discount), discount }
}
