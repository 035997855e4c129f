import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { cents, payable, sum, zero, type Cents } from '../money/cents'
import type { LedgerAccount } from '../ledger/entry'
import { figures } from '../money/figures'
import type { Allocation } from '../bills/allocation'
import { open, type Bill } from '../bills/bill'
import type { Payment } from './payment'
import { billStubLines, settlesOf, splitStubLines, type SettleKnown } from './settleDraw'

/** Bills as they would stand without a payment: what it settles of them is open. */
export const freedOf = (bills: readonly Bill[], payment: Payment): Bill[] =>
  bills.map(bill => {
    const own = payment.settles?.bills.find(a => a.billId === bill.id)
    return own ? { ...bill, promised: cents(bill.promised - own.amount - own.discount) } : bill
  })

/**
 * A payment that settles other parts of bills: its amount follows. Refused as drawing is, and where nothing
 * would be left.
 */
export function settledAnew(
  payment: Payment,
  parts: readonly Allocation[],
  known: SettleKnown & { readonly ledgers: readonly LedgerAccount[] },
): Result<Payment> {
  const bills = freedOf(known.bills, payment)
  const settles = settlesOf({ ...known, bills }, payment, parts)
  if (!settles.ok) return settles
  const amount = payable(sum([...parts, ...payment.split].map(a => a.amount)), 'bills')
  if (!amount.ok) return amount
  const { settles: before, ...bare } = payment
  const ownLines = payment.lines.slice(before?.bills.length ?? 0)
  // A check that was told as a whole tells what goes besides its bills.
  const besides = ownLines.length || !parts.length ? ownLines : splitStubLines(payment.split, known.ledgers)
  return good({
    ...bare,
    amount: amount.value,
    ...(settles.value && { settles: settles.value }),
    lines: [...billStubLines(bills, parts), ...besides],
  })
}

/** A part that pays so much more (or less) of its bill, as far as that goes; its discount goes. */
function moved(part: Allocation, bill: Bill, by: number): Allocation {
  const most = by > 0 ? open(bill) + part.discount : part.amount
  const step = Math.sign(by) * Math.min(Math.abs(by), most)
  return step === 0 ? part : { ...part, amount: cents(part.amount + step), discount: zero }
}

/**
 * A payment of bills with another amount: the last of its bills is paid less, or more as far as that is open,
 * then the one before. Refused where the bills do not bear it.
 */
export function reallocated(
  payment: Payment,
  amount: Cents,
  bills: ReadonlyMap<Id<'bill'>, Bill>,
): Result<Payment> {
  const { settles } = payment
  if (!settles) return good(payment)
  let left = amount - payment.amount
  const parts: Allocation[] = []
  for (const part of [...settles.bills].reverse()) {
    const bill = bills.get(part.billId)
    const next = bill && part.amount > 0 ? moved(part, bill, left) : part
    left -= next.amount - part.amount
    parts.unshift(next)
  }
  if (left !== 0)
    return refuse(
      'bills-less',
      left > 0
        ? `Its bills can take at most ${figures(cents(amount - left))}. Draw the rest as a separate payment`
        : 'This amount would pay none of its bills. Withdraw the payment instead',
      { field: 'amount', value: amount },
    )
  const kept = parts.filter(p => p.amount !== 0)
  return good({
    ...payment,
    amount,
    settles: { ...settles, bills: kept },
    lines: [...billStubLines([...bills.values()], kept), ...payment.lines.slice(settles.bills.length)],
  })
}
