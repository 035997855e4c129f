import type { PlainDate } from '../base/dates'
import { cents, sum, type Cents } from '../money/cents'
import type { Bill } from '../bills/bill'
import type { Payment } from './payment'
import { weightOf } from './settling'

/** A bill, or a payment of bills, as it moves what is owed to a payee. */
export interface PayeeLine {
  readonly id: string
  readonly date: PlainDate
  /** Above zero: owed from now on; below: paid, discounts with it. */
  readonly amount: Cents
  readonly balance: Cents
  readonly of: { readonly bill: Bill } | { readonly payment: Payment }
}

/**
 * What is owed to a payee after each bill and each payment of bills, the oldest first: it ends at what the
 * bills say is owed. Payments in the lane and on paper are not in it, nor those that pay no bill.
 */
export function payeeAccount(bills: readonly Bill[], payments: readonly Payment[]): PayeeLine[] {
  const moves = [
    ...bills
      .filter(b => b.stage === 'payable' || b.stage === 'paid')
      .map(bill => ({ id: bill.id as string, date: bill.date, amount: bill.amount as number, of: { bill } })),
    ...payments
      .filter(p => p.settles && weightOf(p) === 'settled')
      .map(payment => ({
        id: payment.id as string,
        date: payment.date,
        amount: -sum((payment.settles?.bills ?? []).map(a => cents(a.amount + a.discount))),
        of: { payment },
      })),
  ].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : b.amount - a.amount))
  let balance = 0
  return moves.map(({ amount, ...move }) => {
    balance += amount
    return { ...move, amount: cents(amount), balance: cents(balance) }
  })
}
