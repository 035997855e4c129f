import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cents } from '../money/cents'
import { company, payee } from '../office/test/office'
import type { Bill } from '../bills/bill'
import { billStubLines, settlesOf, splitStubLines } from './settleDraw'

const date = must(plainDate('2026-11-14'))
const wood = idOf<'ledger'>('wood')
const bill = (id: string, amount: number, more: Partial<Bill> = {}): Bill => ({
  id: idOf(id),
  companyId: company.id,
  payeeId: payee.id,
  number: id.toUpperCase(),
  alike: id,
  ourNumber: 7,
  date,
  due: date,
  amount: cents(amount),
  lines: [{ ledgerId: wood, amount: cents(amount), memo: '' }],
  memo: 'Larch',
  taxForm: 'none',
  stage: 'payable',
  enteredAt: '',
  enteredBy: '',
  promised: cents(0),
  settled: cents(0),
  entries: 1,
  ...more,
})
const part = (id: string, amount: number, discount = 0) => ({
  billId: idOf<'bill'>(id),
  amount: cents(amount),
  discount: cents(discount),
})
const bills = [
  bill('a', 10_000, { discount: { until: date, amount: cents(200) } }),
  bill('half', 10_000, { promised: cents(3000), settled: cents(2000) }),
  bill('credit', -1200),
  bill('theirs', 100, { payeeId: idOf('p2') }),
  bill('draft', 100, { stage: 'draft' }),
  bill('waits', 100, { stage: 'waits' }),
  bill('paid', 100, { stage: 'paid' }),
]
const settle = (...parts: ReturnType<typeof part>[]): string => {
  const done = settlesOf({ bills, payables: company.payables }, { payeeId: payee.id, date }, parts)
  return done.ok ? 'done' : `${done.refusal.code}: ${done.refusal.text}`
}

describe('a payment of bills', () => {
  it.each([
    [[part('a', 10_000)], 'done'],
    [[part('a', 9800, 200), part('credit', -1200)], 'done'],
    [[part('a', 9799, 201)], 'bill-discount: Bill A has a discount of at most 2.00.'],
    [[part('a', 9801, 200)], 'bill-overpaid: Only 100.00 is open on bill A. Enter that or less.'],
    [[part('a', 0, 200)], 'discount-part: The discount on bill A only applies if it is paid in full.'],
    [[part('a', 5000, 100)], 'discount-part: The discount on bill A only applies if it is paid in full.'],
    [[part('a', 9900, 100)], 'done'],
    [[part('a', 0)], 'bill-part: Enter the amount to pay of bill A.'],
    [[part('a', -1)], 'bill-part: Enter the amount to pay of bill A.'],
    [[part('a', 5000, -1)], 'bill-discount: Bill A has a discount of at most 2.00.'],
    [[part('half', 5000)], 'done'],
    [[part('half', 5001)], 'bill-overpaid: Only 50.00 is open on bill HALF. Enter that or less.'],
    [[part('half', 4999, 1)], 'bill-discount: Bill HALF has no discount.'],
    [[part('credit', 1)], 'bill-part: Enter credit note CREDIT as a negative amount.'],
    [[part('credit', -1201)], 'bill-overpaid: Only -12.00 is open on bill CREDIT. Enter that or less.'],
    [[part('theirs', 100)], 'bill-elsewhere: A chosen bill belongs to another payee.'],
    [[part('nowhere', 100)], 'bill-elsewhere: A chosen bill belongs to another payee.'],
    [[part('draft', 100)], 'bill-not-payable: Bill DRAFT is a draft.'],
    [[part('waits', 100)], 'bill-not-payable: Bill WAITS is waiting for approval.'],
    [[part('paid', 100)], 'bill-not-payable: Bill PAID is paid.'],
    [[part('a', 100), part('a', 100)], 'bill-twice: A bill was chosen twice.'],
  ])('%j: %s', (parts, expected) => {
    expect(settle(...parts)).toBe(expected)
  })
  it('keeps where they go; without one there is nothing to keep, without a ledger account it is refused', () => {
    const parts = [part('a', 9800, 200)]
    expect(
      must(settlesOf({ bills, payables: company.payables }, { payeeId: payee.id, date }, parts)),
    ).toEqual({
      payables: 'owed',
      discounts: 'discounts',
      bills: parts,
    })
    expect(must(settlesOf({ bills, payables: undefined }, { payeeId: payee.id, date }, []))).toBeUndefined()
    const without = settlesOf({ bills, payables: undefined }, { payeeId: payee.id, date }, parts)
    expect(without.ok || without.refusal.code).toBe('payables-none')
  })
  it('tells each on the stub: its number, day, memo and ours, discount and order where there are some', () => {
    const ordered = bill('o', 500, {
      purchaseOrder: 'P 1',
      lines: [{ ledgerId: wood, amount: cents(500), memo: '', quantity: '5' }],
    })
    const parts = [part('a', 9800, 200), part('o', 500), part('nowhere', 1)]
    const line = { date, description: 'Larch', ourNumber: '7' }
    expect(billStubLines([...bills, ordered], parts)).toEqual([
      { ...line, reference: 'A', amount: 9800, gross: 10_000, discount: 200 },
      { ...line, reference: 'O', amount: 500, gross: 500, purchaseOrder: 'P 1', quantity: '5' },
    ])
    const ledger = {
      id: wood,
      companyId: company.id,
      code: '6120',
      name: 'Materials',
      kind: 'expense',
    } as const
    const amount = cents(5)
    expect(
      splitStubLines(
        [
          { ledgerId: wood, amount },
          { ledgerId: idOf('gone'), amount, memo: '', tag: 'Hull 7' },
          { ledgerId: wood, amount, memo: 'Oak', quantity: '2' },
        ],
        [ledger],
      ),
    ).toEqual([
      { reference: '', date: null, description: 'Materials', amount },
      { reference: '', date: null, description: '', amount, ledger: 'Hull 7' },
      { reference: '', date: null, description: 'Oak', amount, quantity: '2' },
    ])
  })
})
