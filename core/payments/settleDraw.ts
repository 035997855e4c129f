import { good, refuse, type Result } from '../base/result'
import type { LedgerAccount } from '../ledger/entry'
import { cents } from '../money/cents'
import type { StubLine } from '../proof/facts'
import type { Payables } from '../accounts/account'
import type { Bill, BillLine } from '../bills/bill'
import type { Allocation, Settles } from '../bills/allocation'
import { mayAllocate, type Settling } from './mayAllocate'

/** What is known of the bills that a payment settles. */
export interface SettleKnown {
  readonly bills: readonly Bill[]
  readonly payables: Payables | undefined
}

/**
 * Whether a payment may settle these bills: each once, of the payee that is paid, payable, and with enough
 * open. Gives what the payment keeps of them; undefined where it settles none.
 */
export function settlesOf(
  known: SettleKnown,
  payment: Settling,
  allocations: readonly Allocation[] | undefined,
): Result<Settles | undefined> {
  if (!allocations?.length) return good(undefined)
  if (!known.payables)
    return refuse('payables-none', 'This company has no ledger account for bills yet', { field: 'bills' })
  const bills = new Map(known.bills.map(b => [b.id, b]))
  for (const allocation of allocations) {
    const may = mayAllocate(bills.get(allocation.billId), payment, allocation)
    if (!may.ok) return may
  }
  if (new Set(allocations.map(a => a.billId)).size < allocations.length)
    return refuse('bill-twice', 'A bill was chosen twice', { field: 'bills' })
  return good({
    payables: known.payables.ledgerId,
    discounts: known.payables.discountId,
    bills: allocations.map(({ billId, amount, discount, late }) => ({
      ...{ billId, amount, discount },
      ...(late?.trim() && { late: late.trim() }),
    })),
  })
}

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
