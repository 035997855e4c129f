import { dayText, type PlainDate } from '../base/dates'
import { good, refuse, type Result } from '../base/result'
import { figures } from '../money/figures'
import type { Allocation } from '../bills/allocation'
import { open, type Bill } from '../bills/bill'
import type { Payment } from './payment'

/** What of a payment decides whether it may settle a bill. */
export type Settling = Pick<Payment, 'payeeId' | 'date'>
const at = (bill: Bill) => ({ field: 'bills', value: bill.number })

/** Refuses a bill of another payee. */
export function sameBillPayee(bill: Bill | undefined, { payeeId }: Pick<Payment, 'payeeId'>): Result<true> {
  return bill?.payeeId === payeeId
    ? good(true)
    : refuse('bill-elsewhere', 'A chosen bill belongs to another payee', { field: 'bills' })
}

/** Refuses a discount on a day after its last, where nobody gave a reason to take it all the same. */
export function discountInTime(bill: Bill, date: PlainDate, { discount, late }: Allocation): Result<true> {
  if (!discount || !bill.discount || date <= bill.discount.until || late?.trim()) return good(true)
  const until = dayText(bill.discount.until)
  return refuse(
    'discount-late',
    `The discount on bill ${bill.number} ended on ${until}. Give a reason to keep it, or pay the bill without it.`,
    { ...at(bill), limit: bill.discount.amount },
  )
}

/** Refuses a discount that the bill does not grant, or that is taken on a part: only the whole bill has one. */
function discountGranted(bill: Bill, { amount, discount }: Allocation): Result<true> {
  const most = bill.amount > 0 ? (bill.discount?.amount ?? 0) : 0
  if (discount < 0 || discount > most)
    return refuse(
      'bill-discount',
      most
        ? `Bill ${bill.number} has a discount of at most ${figures(bill.discount!.amount)}`
        : `Bill ${bill.number} has no discount`,
      { ...at(bill), limit: most },
    )
  const isWhole = amount > 0 && amount + discount === bill.amount && open(bill) === bill.amount
  return discount === 0 || isWhole
    ? good(true)
    : refuse(
        'discount-part',
        `The discount on bill ${bill.number} only applies if it is paid in full.`,
        at(bill),
      )
}

/** Refuses more than is open of a bill, nothing, or the other sign: in the form and in the act. */
export function partIsOpen(bill: Bill, { amount, discount }: Allocation): Result<true> {
  const sign = Math.sign(bill.amount)
  if (![amount, discount].every(Number.isSafeInteger) || amount * sign < 0 || amount + discount === 0)
    return refuse(
      'bill-part',
      sign > 0
        ? `Enter the amount to pay of bill ${bill.number}`
        : `Enter credit note ${bill.number} as a negative amount`,
      at(bill),
    )
  return (amount + discount) * sign <= open(bill) * sign
    ? good(true)
    : refuse(
        'bill-overpaid',
        `Only ${figures(open(bill))} is open on bill ${bill.number}. Enter that or less`,
        { ...at(bill), limit: open(bill) },
      )
}

/**
 * The one rule of settling: whether a payment may settle this part of a bill. `bill` is as it is without the
 * payment. Refused: another payee's bill, one that is not payable, more than is open, a discount that is not
 * granted, on a part, or after its last day without a reason.
 */
export function mayAllocate(bill: Bill | undefined, payment: Settling, part: Allocation): Result<true> {
  const own = sameBillPayee(bill, payment)
  if (!own.ok || !bill) return own
  if (bill.stage !== 'payable')
    return refuse('bill-not-payable', `bill ${bill.number} is ${stageText[bill.stage]}`, at(bill))
  for (const rule of [partIsOpen, discountGranted]) {
    const may = rule(bill, part)
    if (!may.ok) return may
  }
  return discountInTime(bill, payment.date, part)
}

/** A bill's stage, after “is” and on its own. */
export const stageText = {
  draft: 'a draft',
  waits: 'waiting for approval',
  payable: 'payable',
  paid: 'paid',
  cancelled: 'cancelled',
} as const
