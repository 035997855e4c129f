import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import type { LedgerAccount } from '../ledger/entry'
import { cents } from '../money/cents'
import { figures } from '../money/figures'
import type { StubLine } from '../proof/facts'
import type { Payables } from './account'
import { open, type Bill, type BillLine } from './bill'
import type { Allocation, Settles } from './allocation'

/** What is known of the bills that a payment settles. */
export interface SettleKnown {
  readonly bills: readonly Bill[]
  readonly payables: Payables | undefined
}

/** Refuses an allocation that its bill does not bear; the bill's number is the value of the refusal. */
function bears(bill: Bill, { amount, discount }: Allocation): Result<true> {
  const at = { field: 'bills', value: bill.number }
  const sign = Math.sign(bill.amount)
  if (![amount, discount].every(Number.isSafeInteger) || amount * sign < 0 || amount + discount === 0)
    return refuse(
      'bill-part',
      sign > 0
        ? `say how much of bill ${bill.number} is paid: more than nothing`
        : `credit note ${bill.number} is taken off: less than nothing`,
      at,
    )
  const most = sign > 0 ? (bill.discount?.amount ?? 0) : 0
  if (discount < 0 || discount > most)
    return refuse(
      'bill-discount',
      most
        ? `bill ${bill.number} grants a discount of ${figures(cents(most))} at most`
        : `${bill.number} grants no discount`,
      { ...at, limit: most },
    )
  if ((amount + discount) * sign > open(bill) * sign)
    return refuse(
      'bill-overpaid',
      `only ${figures(open(bill))} is open of bill ${bill.number}: somebody may have paid it meanwhile`,
      { ...at, limit: open(bill) },
    )
  return good(true)
}

/**
 * Whether a payment may settle these bills: each once, of the payee that is paid, payable, and with enough
 * open. Gives what the payment keeps of them; undefined where it settles none.
 */
export function settlesOf(
  known: SettleKnown,
  payeeId: Id<'payee'>,
  allocations: readonly Allocation[] | undefined,
): Result<Settles | undefined> {
  if (!allocations?.length) return good(undefined)
  if (!known.payables)
    return refuse('payables-none', 'the company has no ledger account for bills yet', { field: 'bills' })
  const bills = new Map(known.bills.map(b => [b.id, b]))
  for (const allocation of allocations) {
    const bill = bills.get(allocation.billId)
    if (bill?.payeeId !== payeeId)
      return refuse('bill-elsewhere', 'a bill chosen is not one of this payee', { field: 'bills' })
    if (bill.stage !== 'payable')
      return refuse('bill-not-payable', `bill ${bill.number} is ${stageTold[bill.stage]}`, {
        field: 'bills',
        value: bill.number,
      })
    const may = bears(bill, allocation)
    if (!may.ok) return may
  }
  if (new Set(allocations.map(a => a.billId)).size < allocations.length)
    return refuse('bill-twice', 'a bill was chosen twice', { field: 'bills' })
  return good({
    payables: known.payables.ledgerId,
    discounts: known.payables.discountId,
    bills: allocations.map(({ billId, amount, discount }) => ({ billId, amount, discount })),
  })
}

/** A bill's stage, after “is” and on its own. */
export const stageTold = {
  draft: 'a draft',
  waits: 'waiting for a second person',
  payable: 'payable',
  paid: 'paid',
  cancelled: 'cancelled',
} as const

/** What a bill's lines say of quantities, where it has but one. */
const quantityOf = ({ lines }: Bill): string | undefined =>
  lines.length === 1 && lines[0]?.quantity ? lines[0].quantity : undefined

/** The lines of the stub that tell what is paid of bills: derived, never typed twice. */
export const billStubLines = (bills: readonly Bill[], allocations: readonly Allocation[]): StubLine[] =>
  allocations.flatMap(({ billId, amount, discount }) => {
    const bill = bills.find(b => b.id === billId)
    if (!bill) return []
    const quantity = quantityOf(bill)
    return [
      {
        reference: bill.number,
        date: bill.date,
        description: bill.memo,
        amount,
        gross: cents(amount + discount),
        ...(discount && { discount }),
        ourNumber: String(bill.ourNumber),
        ...(bill.purchaseOrder && { purchaseOrder: bill.purchaseOrder }),
        ...(quantity && { quantity }),
      },
    ]
  })

/** The lines of the stub that tell what goes to ledger accounts besides the bills. */
export const splitStubLines = (
  parts: readonly (Pick<BillLine, 'ledgerId' | 'amount'> & Partial<BillLine>)[],
  ledgers: readonly LedgerAccount[],
): StubLine[] =>
  parts.map(({ ledgerId, amount, memo, quantity, tag }) => ({
    reference: '',
    date: null,
    description: memo || (ledgers.find(l => l.id === ledgerId)?.name ?? ''),
    amount,
    ...(quantity && { quantity }),
    ...(tag && { ledger: tag }),
  }))
