import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { cents } from '../money/cents'
import { owed, type Bill } from '../bills/bill'
import { discountInTime, mayAllocate, sameBillPayee } from './mayAllocate'
import { isPaid, type Payment } from './payment'

type Weight = 'none' | 'promised' | 'settled'
/** What the allocations of a payment count as: promised until its entry stands, settled from then on. */
export function weightOf({ state, booked }: Pick<Payment, 'state' | 'booked'>): Weight {
  if (state === 'cancelled') return 'none'
  return isPaid({ state }) || state === 'written back' || booked ? 'settled' : 'promised'
}

/** What payments promise and settle of bills. */
function allocated(payments: readonly Payment[]): Map<Id<'bill'>, { promised: number; settled: number }> {
  const found = new Map<Id<'bill'>, { promised: number; settled: number }>()
  for (const payment of payments) {
    const weight = weightOf(payment)
    if (weight === 'none') continue
    for (const { billId, amount, discount } of payment.settles?.bills ?? []) {
      const of = found.get(billId) ?? { promised: 0, settled: 0 }
      of[weight] += amount + discount
      found.set(billId, of)
    }
  }
  return found
}

/** The bills that these payments settle, whichever of both they stand in. */
export const billsTouched = (payments: Iterable<Payment>): Id<'bill'>[] => [
  ...new Set([...payments].flatMap(p => p.settles?.bills.map(a => a.billId) ?? [])),
]

/** A bill with the stage that what is owed of it gives: payable and paid follow from payments. */
const restaged = (bill: Bill): Bill =>
  bill.stage === 'payable' || bill.stage === 'paid'
    ? { ...bill, stage: owed(bill) === 0 ? 'paid' : 'payable' }
    : bill

/** Bills as a payment leaves them: what it settles is added, or taken off again. */
function shift(bills: Map<Id<'bill'>, Bill>, payment: Payment, sign: 1 | -1): void {
  const weight = weightOf(payment)
  if (weight === 'none') return
  for (const { billId, amount, discount } of payment.settles?.bills ?? []) {
    const bill = bills.get(billId)
    if (bill)
      bills.set(billId, restaged({ ...bill, [weight]: cents(bill[weight] + sign * (amount + discount)) }))
  }
}
const partsText = ({ settles }: Payment): string => JSON.stringify(settles?.bills ?? [])

/**
 * Judges what a payment settles by the rules of settling, as far as the act moved it: all of them where it
 * becomes live or settles other parts, its payee where that is another, the last day of discounts where its
 * date moved. `bills` are as they are without it.
 */
function judged(bills: ReadonlyMap<Id<'bill'>, Bill>, old: Payment | undefined, now: Payment): Result<true> {
  if (weightOf(now) === 'none') return good(true)
  const isAnew = !old || weightOf(old) === 'none' || partsText(old) !== partsText(now)
  for (const part of now.settles?.bills ?? []) {
    const bill = bills.get(part.billId)
    const may = isAnew
      ? mayAllocate(bill, now, part)
      : old.payeeId !== now.payeeId
        ? sameBillPayee(bill, now)
        : bill && old.date !== now.date
          ? discountInTime(bill, now.date, part)
          : good(true as const)
    if (!may.ok) return may
  }
  return good(true)
}

/**
 * Bills after some payments changed: what is promised and settled of each, and its stage. Whatever act changed
 * them, each payment that became live or settles something else is judged by the rules of settling; refused
 * where it breaks one, or where a bill would be settled beyond its amount.
 */
export function billsAfter(
  bills: readonly Bill[],
  before: readonly Payment[],
  after: readonly Payment[],
): Result<Bill[]> {
  const [then, now] = [new Map(bills.map(b => [b.id, b])), new Map(bills.map(b => [b.id, b]))]
  const old = new Map(before.map(p => [p.id, p]))
  for (const payment of before) shift(now, payment, -1)
  for (const payment of after) {
    const may = judged(now, old.get(payment.id), payment)
    if (!may.ok) return may
    shift(now, payment, 1)
  }
  const changed: Bill[] = []
  for (const bill of now.values()) {
    const was = then.get(bill.id)!
    if (was.promised === bill.promised && was.settled === bill.settled) continue
    const at = { field: 'bills', value: bill.number }
    if (bill.stage !== 'payable' && bill.stage !== 'paid')
      return refuse('bill-not-payable', `Bill ${bill.number} cannot be paid`, at)
    const whole = (bill.promised + bill.settled) * Math.sign(bill.amount)
    if (whole < 0 || whole > Math.abs(bill.amount))
      return refuse('bill-overpaid', `Bill ${bill.number} has less open than this would pay`, at)
    changed.push(bill)
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
  const fresh = allocated(payments)
  const shownAs = (promised: number, settled: number): string => `${promised} promised, ${settled} settled`
  const known = new Map(bills.map(b => [b.id, b]))
  return [...new Set([...known.keys(), ...fresh.keys()])].flatMap(billId => {
    const [bill, of] = [known.get(billId), fresh.get(billId) ?? { promised: 0, settled: 0 }]
    if (bill?.promised === of.promised && bill.settled === of.settled) return []
    const kept = bill ? shownAs(bill.promised, bill.settled) : 'This bill does not exist'
    return [{ billId, kept, payments: shownAs(of.promised, of.settled) }]
  })
}
