import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { cents } from '../money/cents'
import { owed, type Bill } from './bill'
import type { Payment } from './payment'

type Weight = 'none' | 'promised' | 'settled'
/** What the allocations of a payment count as: promised until its entry stands, settled from then on. */
export function weightOf({ state, booked }: Pick<Payment, 'state' | 'booked'>): Weight {
  if (state === 'cancelled') return 'none'
  return state === 'issued' || state === 'cleared' || booked ? 'settled' : 'promised'
}

/** By how much the running totals of bills move where payments change from one state to another. */
function moves(
  before: readonly Payment[],
  after: readonly Payment[],
): Map<Id<'bill'>, { promised: number; settled: number }> {
  const moved = new Map<Id<'bill'>, { promised: number; settled: number }>()
  const move = (payments: readonly Payment[], sign: 1 | -1): void => {
    for (const payment of payments) {
      const weight = weightOf(payment)
      if (weight === 'none') continue
      for (const { billId, amount, discount } of payment.settles?.bills ?? []) {
        const of = moved.get(billId) ?? { promised: 0, settled: 0 }
        of[weight] += sign * (amount + discount)
        moved.set(billId, of)
      }
    }
  }
  move(before, -1)
  move(after, 1)
  return moved
}

/** The bills that these payments settle, whichever of both they stand in. */
export const billsTouched = (payments: Iterable<Payment>): Id<'bill'>[] => [
  ...new Set([...payments].flatMap(p => p.settles?.bills.map(a => a.billId) ?? [])),
]

/** A bill with the stage that what is owed of it gives: payable and paid follow from payments. */
const standing = (bill: Bill): Bill =>
  bill.stage === 'payable' || bill.stage === 'paid'
    ? { ...bill, stage: owed(bill) === 0 ? 'paid' : 'payable' }
    : bill

/**
 * Bills after some payments changed: what is promised and settled of each, and its stage. Refused where a
 * bill would be settled beyond its amount, or is not one that may be paid.
 */
export function billsAfter(
  bills: readonly Bill[],
  before: readonly Payment[],
  after: readonly Payment[],
): Result<Bill[]> {
  const known = new Map(bills.map(b => [b.id, b]))
  const changed: Bill[] = []
  for (const [id, by] of moves(before, after)) {
    if (by.promised === 0 && by.settled === 0) continue
    const bill = known.get(id)
    const at = { field: 'bills', value: bill?.number ?? id }
    if (!bill || (bill.stage !== 'payable' && bill.stage !== 'paid'))
      return refuse('bill-not-payable', `bill ${at.value} is not one that may be paid`, at)
    const next = {
      ...bill,
      promised: cents(bill.promised + by.promised),
      settled: cents(bill.settled + by.settled),
    }
    const whole = (next.promised + next.settled) * Math.sign(bill.amount)
    if (whole < 0 || whole > Math.abs(bill.amount))
      return refuse('bill-overpaid', `less is open of bill ${bill.number} than this would settle`, at)
    changed.push(standing(next))
  }
  return good(changed)
}

/** A bill whose running totals are not what the payments add up to. */
export interface BillAstray {
  readonly billId: Id<'bill'>
  readonly kept: string
  readonly payments: string
}
/** Adds all allocations up anew and compares: every bill that differs. */
export function billsAstray(bills: readonly Bill[], payments: readonly Payment[]): BillAstray[] {
  const fresh = moves([], payments)
  const told = (promised: number, settled: number): string => `${promised} promised, ${settled} settled`
  const known = new Map(bills.map(b => [b.id, b]))
  return [...new Set([...known.keys(), ...fresh.keys()])].flatMap(billId => {
    const [bill, of] = [known.get(billId), fresh.get(billId) ?? { promised: 0, settled: 0 }]
    const kept = bill ? told(bill.promised, bill.settled) : 'no such bill'
    const right = told(of.promised, of.settled)
    return kept === right ? [] : [{ billId, kept, payments: right }]
  })
}
