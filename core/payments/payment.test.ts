import { expect, it } from 'vitest'
import { idOf } from '../base/id'
import { cents } from '../money/cents'
import { heldBecause, isOverdue, owed } from '../bills/bill'
import { isPayableNow, whollyOn } from '../bills/openBills'
import { PayeeIndex } from '../payees/payeeIndex'
import { factsOfPayment, laneSums, notBefore, postingsOf, promisedOf } from './payment'
import { payee, payeeOf } from '../office/test/office'
import { billOf } from '../bills/test/bill'
import { day, paymentOf } from './test/payment'

it('what is printed of a payment is what was told of it, signed as it, its run or its account says', () => {
  const signing = { secondAbove: cents(100_00), prints: [0, 1] }
  const plain = { number: 7, date: '2026-11-24', payee: payee.name, address: payee.address, amount: 120_00 }
  expect(factsOfPayment(paymentOf('a'), 7, signing)).toEqual({
    ...plain,
    memo: '',
    lines: [],
    signers: [0, 1],
  })
  const pay = [{ kind: 'earning' as const, name: 'Wages', now: cents(1), yearToDate: cents(1) }]
  const told = { accountWithPayee: '77', pay, language: 'es' as const, signers: [2] }
  expect(factsOfPayment(paymentOf('a', told), 7, signing)).toMatchObject(told)
  // The run's word wins, also where it says that nobody's signature prints.
  expect(factsOfPayment(paymentOf('a', told), 7, signing, [3]).signers).toEqual([3])
  expect(factsOfPayment(paymentOf('a', told), 7, signing, [])).not.toHaveProperty('signers')
  expect(factsOfPayment(paymentOf('a'), 7, signing, [3]).signers).toEqual([3])
  expect(factsOfPayment(paymentOf('a'), 7, signing, [])).not.toHaveProperty('signers')
  expect(factsOfPayment(paymentOf('a', { amount: cents(1) }), 7, signing).signers).toEqual([0])
  const advice = factsOfPayment(paymentOf('a', { advice: true }), 7, signing)
  expect([advice.advice, 'signers' in advice]).toEqual([true, false])
})

it('where a payment goes in the ledger adds up to what leaves the bank', () => {
  const settles = {
    ...{ payables: idOf<'ledger'>('owed'), discounts: idOf<'ledger'>('discounts') },
    bills: [
      { billId: idOf<'bill'>('x'), amount: cents(90_00), discount: cents(2_00) },
      { billId: idOf<'bill'>('y'), amount: cents(-10_00), discount: cents(0) },
    ],
  }
  const split = [{ ledgerId: idOf<'ledger'>('wood'), amount: cents(5_00), tag: 'Job 4' }]
  expect(postingsOf({ split, settles })).toEqual([
    { ledgerId: 'wood', amount: 5_00 },
    { ledgerId: 'owed', amount: 82_00 },
    { ledgerId: 'discounts', amount: -2_00 },
  ])
  expect(postingsOf({ split })).toEqual([{ ledgerId: 'wood', amount: 5_00 }])
  const whole = { ...settles, bills: [settles.bills[1]!] }
  expect(postingsOf({ split: [], settles: whole })).toEqual([{ ledgerId: 'owed', amount: -10_00 }])
})

it('what is promised waits or is on paper, and is not booked; what is scheduled is not before its day', () => {
  const of = (id: string, amount: number, more = {}) => paymentOf(id, { amount: cents(amount), ...more })
  const list = [
    ...[of('a', 1), of('b', 20, { booked: true }), of('c', 300, { state: 'on paper' })],
    ...[of('d', 4000, { state: 'issued' }), of('e', 50_000, { state: 'cancelled' })],
  ]
  expect(promisedOf(list).map(p => p.id)).toEqual(['a', 'c'])
  expect(laneSums(list.slice(0, 2))).toEqual({ total: 21, booked: 20, promised: 1 })
  const later = paymentOf('a', { scheduled: day('2026-11-25') })
  expect(notBefore(later, day('2026-11-24'))).toBe('scheduled for Nov 25, 2026')
  expect([notBefore(later, day('2026-11-25')), notBefore(paymentOf('a'), day('2026-11-24'))]).toEqual([
    undefined,
    undefined,
  ])
})

it('a bill is overdue after its day, paid whole with its discount while that stands, and not while it is held', () => {
  const bill = billOf({ due: day('2026-11-24'), settled: cents(10_00), promised: cents(20_00) })
  const on = (date: string, more = {}) => isOverdue({ ...bill, ...more }, day(date))
  expect([on('2026-11-24'), on('2026-11-25'), on('2026-11-25', { stage: 'paid' })]).toEqual([
    false,
    true,
    false,
  ])
  expect(on('2026-11-25', { amount: cents(-1) })).toBe(false)
  expect(owed(bill)).toBe(90_00)
  expect(whollyOn(bill, day('2026-11-10'))).toEqual({ billId: bill.id, amount: 70_00, discount: 0 })
  const early = billOf({ discount: { until: day('2026-11-10'), amount: cents(2_00) } })
  expect(whollyOn(early, day('2026-11-10'))).toEqual({ billId: early.id, amount: 98_00, discount: 2_00 })
  expect(whollyOn(early, day('2026-11-11')).discount).toBe(0)
  expect(whollyOn(early, undefined)).toEqual({ billId: early.id, amount: 100_00, discount: 0 })
  const hold = { kind: 'held' as const, why: 'short' }
  expect([
    isPayableNow(bill),
    isPayableNow({ ...bill, hold }),
    isPayableNow({ ...bill, settled: cents(80_00) }),
  ]).toEqual([...[true, false, false]])
  const held = billOf({ number: 'B7', hold })
  expect(heldBecause(payee, [bill, held])).toBe('bill B7 is held: short')
  expect(heldBecause({ ...payee, onHold: true }, [held])).toBe('Shoreline Timber is on hold')
  expect(heldBecause({ ...payee, onHold: true, holdWhy: 'x' }, [])).toBe('Shoreline Timber is on hold: x')
  expect(heldBecause(undefined, [bill])).toBeUndefined()
})

it('a payee is found by code before name, whatever the case and spaces; one that became another is not', () => {
  const rope = { ...payeeOf('r', 'Cobalt Rope'), code: 'Timber' }
  const timber = payeeOf('t', 'Timber')
  const index = new PayeeIndex([payee, rope, timber])
  index.add({ ...payeeOf('gone', 'Gone'), code: 'G', became: rope.id })
  expect([index.typed(' TIMBER '), index.typed('cobalt  ROPE'), index.named('timber')]).toEqual([
    rope,
    rope,
    timber,
  ])
  expect([index.coded(undefined), index.coded('g'), index.named('gone'), index.typed('')]).toEqual([
    ...[undefined, undefined, undefined, undefined],
  ])
})
