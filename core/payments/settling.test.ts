import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import { cents } from '../money/cents'
import type { Bill } from '../bills/bill'
import type { Payment } from './payment'
import { freedOf, reallocated } from './reallocate'
import { billsAfter, billsAstray, billsTouched } from './settling'
import { billOf } from '../bills/test/bill'
import { paymentOf } from './test/payment'

const [one, two] = [billOf({ number: 'B1' }), billOf({ number: 'B2', amount: cents(50_00) })]
const credit = billOf({ number: 'C1', amount: cents(-20_00) })
const part = (bill: Bill, amount: number, discount = 0) => ({
  ...{ billId: bill.id, amount: cents(amount), discount: cents(discount) },
})
const paying = (id: string, parts: readonly ReturnType<typeof part>[], more: Partial<Payment> = {}) =>
  paymentOf(id, {
    amount: cents(parts.reduce((sum, p) => sum + p.amount, 0)),
    split: [],
    settles: { payables: idOf('owed'), discounts: idOf('discounts'), bills: parts },
    ...more,
  })

describe('bills follow payments', () => {
  const after = (bills: readonly Bill[], before: readonly Payment[], now: readonly Payment[]) =>
    cameTo(billsAfter(bills, before, now))
  const a = paying('a', [part(one, 60_00), part(credit, -20_00)])
  it('from promised to settled and back, and a bill that is settled whole is paid', () => {
    expect(after([one, credit], [], [a])).toEqual([
      { ...one, promised: 60_00 },
      { ...credit, promised: -20_00 },
    ])
    const promised = { ...one, promised: cents(60_00) }
    const used = { ...credit, promised: cents(-20_00) }
    expect(after([promised, used], [a], [{ ...a, state: 'issued' }])).toEqual([
      { ...one, settled: 60_00 },
      { ...credit, settled: -20_00, stage: 'paid' },
    ])
    expect(after([promised, used], [a], [{ ...a, state: 'cancelled' }])).toEqual([one, credit])
    const paid = { ...two, settled: two.amount, stage: 'paid' as const }
    const whole = paying('w', [part(two, 50_00)], { state: 'issued' })
    expect(after([paid], [whole], [{ ...whole, state: 'cancelled' }])).toEqual([two])
    // What does not weigh on them leaves them alone.
    expect(after([promised, used], [a], [{ ...a, state: 'on paper' }])).toEqual([])
    expect(billsTouched([a, paymentOf('x'), a])).toEqual([one.id, credit.id])
  })
  it.each<[string, () => ReturnType<typeof after>]>([
    [
      'bill-overpaid (bills, B1, 10000) Only 100.00 is open on bill B1. Enter that or less.',
      () => after([one], [], [paying('a', [part(one, 100_01)])]),
    ],
    [
      'bill-overpaid (bills, B1) Bill B1 has less open than this would pay.',
      () => after([one], [paying('a', [part(one, 1)])], []),
    ],
    [
      'bill-part (bills, C1) Enter credit note C1 as a negative amount.',
      () => after([credit], [], [paying('a', [part(credit, 1)])]),
    ],
    [
      'bill-not-payable (bills, B1) Bill B1 is waiting for approval.',
      () => after([{ ...one, stage: 'waits' }], [], [paying('a', [part(one, 1)])]),
    ],
  ])('%s', (expected, done) => {
    expect(done()).toBe(expected)
  })
  it('and where a bill says other than its payments, it is named with both', () => {
    const right = [
      { ...one, promised: cents(60_00) },
      { ...credit, promised: cents(-20_00) },
    ]
    expect(billsAstray(right, [a])).toEqual([])
    expect(billsAstray([one, right[1]!], [a])).toEqual([
      { billId: one.id, kept: '0 promised, 0 settled', payments: '6000 promised, 0 settled' },
    ])
    expect(billsAstray([{ ...two, settled: cents(1) }], [])).toEqual([
      { billId: two.id, kept: '0 promised, 1 settled', payments: '0 promised, 0 settled' },
    ])
    expect(billsAstray([], [paying('z', [part(two, 1)], { state: 'issued' })])).toHaveLength(1)
  })
})

describe('a payment of bills with another amount', () => {
  const bills = new Map(
    [one, two, credit].map(bill => [bill.id, bill === one ? { ...bill, promised: cents(60_00) } : bill]),
  )
  const of = paying('a', [part(one, 58_00, 2_00), part(two, 30_00), part(credit, -20_00)])
  const held = new Map(bills).set(two.id, { ...two, promised: cents(30_00) })
  const parts = (amount: number) => must(reallocated(of, cents(amount), held)).settles!.bills
  it('takes it from the last bill that is paid, then from the one before, whose discount goes', () => {
    expect(parts(60_00)).toEqual([part(one, 58_00, 2_00), part(two, 22_00), part(credit, -20_00)])
    expect(parts(30_00)).toEqual([part(one, 50_00), part(credit, -20_00)])
    expect(parts(68_00)).toEqual(of.settles!.bills)
  })
  it('adds to the last bill as far as it is open, then to the one before with its discount', () => {
    expect(parts(88_00)).toEqual([part(one, 58_00, 2_00), part(two, 50_00), part(credit, -20_00)])
    expect(parts(130_00)).toEqual([part(one, 100_00), part(two, 50_00), part(credit, -20_00)])
    expect(cameTo(reallocated(of, cents(130_01), held))).toBe(
      'bills-less (amount, 13001) Its bills can take at most 130.00. Draw the rest as a separate payment.',
    )
    expect(must(reallocated(paymentOf('x'), cents(1), held))).toEqual(paymentOf('x'))
  })
  it('leaves its bills open by as much where it is thought away', () => {
    expect(
      freedOf(
        [
          { ...one, promised: cents(60_00) },
          { ...two, promised: cents(30_00) },
        ],
        of,
      ),
    ).toEqual([one, two])
    const other = billOf({ number: 'Other', promised: cents(7) })
    expect(freedOf([other], of)).toEqual([other])
  })
})
