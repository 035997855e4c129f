import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cents, sum } from '../money/cents'
import { figures } from '../money/figures'
import { MemoryOffice } from '../office/memory'
import { perform } from '../office/actTypes'
import { account, company, opened, payee as bare } from '../office/test/office'
import {
  billFields,
  billInput,
  blankBillForm,
  formOfBill,
  isBillField,
  isBlankBill,
  nextBillForm,
  readBillForm,
  sharesOf,
  termsHint,
  type BillForm,
} from './billForm'
import { blankFormLine } from './formLines'
import type { Payee } from '../payees/payee'
import { billOf } from './test/bill'

const today = must(plainDate('2026-11-24'))
const terms = { from: 'date' as const, days: 30, discount: { hundredths: 200, within: 10 } }
const payee: Payee = { ...bare, code: 'SHO', terms }
const withWhat = { payees: [payee], today, dayFirst: false }
const typed = (more: Partial<BillForm> = {}): BillForm => ({
  ...blankBillForm(),
  payee: 'sho',
  number: 'INV-7',
  date: '11/2',
  amount: '100.00',
  ...more,
})
const told = (more: Partial<BillForm> = {}) => {
  const form = typed(more)
  return billInput(form, readBillForm(form, withWhat))
}
const faults = (more: Partial<BillForm>) => Object.keys(readBillForm(typed(more), withWhat).faults)
const wood = idOf<'ledger'>('wood')
const line = (amount: string, more = {}) => ({ ...blankFormLine(), ledgerId: wood, amount, ...more })

describe('a bill as it is typed', () => {
  it('four fields are enough: due date and discount follow from the terms, lines from the payee’s shares', () => {
    expect(told()).toEqual({
      payeeId: payee.id,
      number: 'INV-7',
      date: '2026-11-02',
      due: '2026-12-02',
      amount: 10_000,
      discount: { until: '2026-11-12', amount: 200 },
      lines: [{ ledgerId: wood, amount: 10_000, memo: '' }],
      memo: '',
      taxForm: 'none',
    })
    expect(told({ discount: '0' })?.discount).toBeUndefined()
    expect(told({ discount: '3%', until: '11/20' })?.discount).toEqual({ until: '2026-11-20', amount: 300 })
    expect(told({ discount: '5.00' })?.discount).toEqual({ until: '2026-12-02', amount: 500 })
    expect(told({ amount: '-64.00' })).toMatchObject({ amount: -6400, lines: [{ amount: -6400 }] })
  })
  it('lines take figures, shares, a quantity at a price, and one takes what is left', () => {
    const lines = [line('3 x 12.50'), line('40%'), line('', { tag: 'berth 4' })]
    expect(told({ lines })?.lines).toEqual([
      { ledgerId: wood, amount: 3750, quantity: '3', unit: 1250, memo: '' },
      { ledgerId: wood, amount: 4000, memo: '' },
      { ledgerId: wood, amount: 2250, memo: '', tag: 'berth 4' },
    ])
    expect(faults({ lines: [line('99.00')] })).toEqual(['lines'])
    expect(faults({ lines: [line(''), line('')] })).toEqual(['lines'])
    expect(faults({ lines: [line('5.00', { ledgerId: null }), line('')] })).toEqual(['lines'])
  })
  it.each<[string, Partial<BillForm>]>([
    ['payee: payee-unknown: Enter the payee.', { payee: ' ' }],
    ['payee: payee-unknown: No payee has this code or name. Add the payee first.', { payee: 'nobody' }],
    ['number: number-blank: Enter the bill number.', { number: ' ' }],
    ['number: text-too-long: Enter at most 40 characters (now 41).', { number: 'x'.repeat(41) }],
    [
      'amount: amount-zero: The amount cannot be zero. Enter a credit note as a negative amount.',
      { amount: '0' },
    ],
    [
      'discount: discount-size: The discount must be more than zero and less than the bill.',
      { discount: '100' },
    ],
    [
      'discount: discount-size: The discount must be more than zero and less than the bill.',
      { discount: '-1' },
    ],
    ['memo: text-too-long: Enter at most 80 characters (now 81).', { memo: 'x'.repeat(81) }],
    [
      'purchaseOrder: text-too-long: Enter at most 40 characters (now 41).',
      { purchaseOrder: 'x'.repeat(41) },
    ],
    ['lines: lines-differ: 1.00 is not assigned to a ledger account yet.', { lines: [line('99.00')] }],
    [
      'lines: lines-blank: Only one line can be without an amount. It takes the rest.',
      { lines: [line(''), line('')] },
    ],
    [
      'lines: ledger-blank: Line 2: choose its ledger account.',
      { lines: [line('5'), line('', { ledgerId: null })] },
    ],
    [
      'lines: text-too-long: Enter at most 80 characters (now 81).',
      { lines: [line('', { memo: 'x'.repeat(81) })] },
    ],
    [
      'lines: text-too-long: Enter at most 30 characters (now 31).',
      { lines: [line('', { tag: 'x'.repeat(31) })] },
    ],
  ])('%s', (fault, more) => {
    const found = Object.entries(readBillForm(typed(more), withWhat).faults)
    expect(found.map(([field, { code, text }]) => `${field}: ${code}: ${text}`)).toEqual([fault])
    expect(found[0]![1].field).toBe(found[0]![0])
  })
  it('a day or an amount that is none is told at its own field', () => {
    for (const field of ['date', 'due', 'until', 'amount', 'discount'] as const) {
      const { faults } = readBillForm(typed({ [field]: 'x' }), withWhat)
      expect(Object.entries(faults).map(([at, fault]) => [at, fault.field])).toEqual([[field, field]])
    }
    for (const amount of ['x', '1 x z', '101 %x'])
      expect(faults({ lines: [line(amount), line('')] }), amount).toEqual(['lines'])
  })
  it('a payee without shares must be placed, unless books are kept elsewhere', () => {
    const bare = { ...payee, split: [], terms: undefined as never, taxForm: '1099' as const }
    const read = (more: object = {}, form: Partial<BillForm> = {}) =>
      readBillForm(typed(form), { ...withWhat, payees: [bare], ...more })
    expect(read().faults.lines?.text).toBe('This payee has no default ledger account. Choose one.')
    expect(read({}, { amount: '0' }).faults.lines).toBeUndefined()
    expect(read({ unplaced: idOf('else') }).lines).toEqual({
      ok: true,
      value: [{ ledgerId: 'else', amount: 10_000, memo: '' }],
    })
    // Without terms a bill is due on its day, and has no discount.
    const placed = read({ unplaced: idOf('else') })
    expect([placed.due, placed.discount]).toEqual([
      { ok: true, value: '2026-11-02' },
      { ok: true, value: undefined },
    ])
    expect(billInput(typed(), placed)?.taxForm).toBe('1099')
    expect(billInput(typed({ taxForm: 'none' }), placed)?.taxForm).toBe('none')
  })
  it('keeps what is told beside the four fields, without spaces around', () => {
    const more = { number: ' INV-7 ', memo: ' Oak ', purchaseOrder: ' P1 ', again: ' sent twice ' }
    expect(told({ ...more, due: '12/24', discount: '', until: '11/20' })).toMatchObject({
      ...{ number: 'INV-7', memo: 'Oak', purchaseOrder: 'P1', again: 'sent twice', due: '2026-12-24' },
      discount: { until: '2026-11-20', amount: 200 },
    })
    expect(told()).not.toHaveProperty('purchaseOrder')
    const split = [...payee.split, { ledgerId: idOf<'ledger'>('rope'), weight: 2 }]
    expect(sharesOf({ ...payee, split }, cents(90), 'x')).toEqual([
      { ledgerId: wood, amount: 30, memo: 'x' },
      { ledgerId: 'rope', amount: 60, memo: 'x' },
    ])
    expect(sharesOf({ ...payee, split }, cents(1), '')).toHaveLength(1)
    expect([sharesOf(undefined, cents(90), ''), sharesOf(payee, cents(0), '')]).toEqual([[], []])
  })
  it('a bill stands in the form as it was told, and a form is blank until something is typed', () => {
    const bill = billOf({ number: 'B7', amount: cents(37_50), purchaseOrder: 'P1', again: 'x' })
    const lines = [
      { ledgerId: wood, amount: cents(37_50), quantity: '3', unit: cents(12_50), memo: 'Oak', tag: 'Job 4' },
    ]
    const discount = { until: must(plainDate('2026-11-20')), amount: cents(1_00) }
    expect(formOfBill({ ...bill, lines, discount }, payee)).toEqual({
      ...{ payee: payee.name, number: 'B7', date: bill.date, amount: '37.50', due: bill.due },
      ...{ discount: '1.00', until: '2026-11-20', memo: bill.memo, purchaseOrder: 'P1', taxForm: 'none' },
      ...{
        payTo: '',
        lines: [{ ledgerId: wood, amount: '3 x 12.50', memo: 'Oak', tag: 'Job 4' }],
        again: 'x',
      },
    })
    expect(formOfBill(billOf(), payee)).toMatchObject({
      discount: '0',
      until: '',
      purchaseOrder: '',
      again: '',
    })
    expect(formOfBill(billOf(), payee).lines[0]).toMatchObject({ amount: '100.00', tag: '' })
    expect([isBlankBill(blankBillForm()), isBlankBill({ ...blankBillForm(), date: '11/2' })]).toEqual([
      true,
      true,
    ])
    for (const more of [
      { payee: 'x' },
      { number: 'x' },
      { amount: '1' },
      { memo: 'x' },
      { lines: [line('')] },
    ])
      expect(isBlankBill({ ...blankBillForm(), ...more })).toBe(false)
    expect([isBillField('until'), isBillField('x'), isBillField(undefined)]).toEqual([true, false, false])
    expect([termsHint(payee), termsHint(bare), termsHint(undefined)]).toEqual(['2/10 net 30', '', ''])
  })
  it('whatever is typed: what is read without a fault is entered, and read again from the bill it is the same', async () => {
    const text = fc.constantFrom('', '5', '1,234.50', '.5', 'fri', '漢', '2%', '3 x 4.10', '-7')
    const some = fc.record({
      number: fc.oneof(fc.stringMatching(/^[A-Z0-9-]{1,8}$/), text),
      date: fc.oneof(fc.constantFrom('', '11/2', '-20'), text),
      amount: fc.oneof(
        fc.integer({ min: -9e6, max: 9e7 }).map(n => figures(cents(n))),
        text,
      ),
      due: fc.constantFrom('', '', '', 'fri', 'x'),
      discount: fc.constantFrom('', '', '2%', '.5', 'x'),
      until: fc.constantFrom('', '', '+3', 'x'),
      lines: fc.array(
        fc.record({
          ledgerId: fc.constantFrom(wood, wood, wood, null),
          amount: text,
          memo: text,
          tag: fc.constant(''),
        }),
        { maxLength: 3 },
      ),
    })
    let entered = 0
    await fc.assert(
      fc.asyncProperty(some, async given => {
        const form = typed(given)
        const read = readBillForm(form, withWhat)
        const bill = billInput(form, read)
        expect(bill === undefined).toBe(billFields.some(f => read.faults[f]))
        if (!bill) return
        entered++
        expect(sum(bill.lines.map(l => l.amount))).toBe(bill.amount)
        const office = new MemoryOffice()
        office.put({ ...opened(1), payees: [payee], accounts: [account] })
        const at = { at: '2026-11-24T10:00:00Z', by: 'Test' }
        const done = await perform(
          office,
          'enterBill',
          { companyId: company.id, bill: { ...bill, id: idOf<'bill'>('b') } },
          at,
        )
        const kept = must(done).bills[0]!
        const again = formOfBill(kept, payee)
        expect(billInput(again, readBillForm(again, withWhat))).toEqual(bill)
      }),
      { numRuns: 600 },
    )
    expect(entered).toBeGreaterThan(10)
  })
  it('the next bill begins with the last one’s date alone', () => {
    expect(nextBillForm(typed())).toEqual({ ...blankBillForm(), date: '11/2' })
  })
})
