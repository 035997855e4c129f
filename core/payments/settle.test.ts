import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import { cents } from '../money/cents'
import { account, drawKnown, drawOf, payee, payeeOf } from '../office/test/office'
import type { Draw } from './draw'
import { settle } from './settle'
import { billOf } from '../bills/test/bill'
import { paymentOf, stamp } from './test/payment'

const rope = payeeOf('p2', 'Cobalt Rope')
const theirs = billOf({ number: 'T1', payeeId: rope.id, amount: cents(30_00) })
const ours = billOf({ number: 'O1', amount: cents(120_00) })
const of = (id: string, amount: number, bill = ours, to = payee): Draw => ({
  ...{ ...drawOf(id, amount), payee: to, split: [] },
  settles: [{ billId: bill.id, amount: cents(amount), discount: cents(0) }],
})
const one = drawKnown({ bills: [ours] })
const two = drawKnown({ payee: rope, bills: [theirs] })

describe('bills that are settled at once', () => {
  it('are payments in the lane, all of them, with one line in the trail', () => {
    const { changes, trail } = must(
      settle([one, two], [of('a', 120_00), of('b', 30_00, theirs, rope)], stamp),
    )
    expect(changes.payments.map(p => [p.id, p.name, p.amount, p.state])).toEqual([
      ['a', payee.name, 120_00, 'waiting'],
      ['b', rope.name, 30_00, 'waiting'],
    ])
    expect(trail).toEqual({
      act: 'Bills settled',
      text: 'Drew 2 payments for 2 bills, 150.00: Shoreline Timber 120.00, Cobalt Rope 30.00.',
      about: { account: account.id },
    })
    const elsewhere = { ...two, account: { ...account, id: idOf<'account'>('other') } }
    const both = settle([one, elsewhere], [of('a', 120_00), of('b', 30_00, theirs, rope)], stamp)
    expect(must(both).trail.about).toEqual({})
    expect(must(settle([one], [of('a', 120_00)], stamp)).trail.text).toBe(
      'Drew 1 payment for 1 bill, 120.00: Shoreline Timber 120.00.',
    )
  })
  it.each<[string, () => ReturnType<typeof settle>]>([
    ['bills-none (bills) Choose at least one bill.', () => settle([], [], stamp)],
    [
      'payment-known (payment) A payment is listed twice.',
      () => settle([one, one], [of('a', 1), of('a', 1)], stamp),
    ],
    [
      'payee-gone (payee) Shoreline Timber no longer exists.',
      () => settle([{ ...one, payee: undefined }], [of('a', 1)], stamp),
    ],
    [
      'payment-known (payment) Shoreline Timber: This payment was already drawn.',
      () => settle([{ ...one, payment: paymentOf('a') }], [of('a', 1)], stamp),
    ],
    [
      'bill-overpaid (bills, O1, 5000) Only 50.00 is open on bill O1. Enter that or less.',
      () => settle([one, one], [of('a', 70_00), of('b', 60_00)], stamp),
    ],
  ])('%s', (expected, done) => {
    expect(cameTo(done())).toBe(expected)
  })
})
