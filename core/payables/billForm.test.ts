import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cents, sum } from '../money/cents'
import { figures } from '../money/figures'
import { MemoryOffice } from '../office/memory'
import { perform } from '../office/acts'
import { account, company, opened, payee as bare } from '../office/test/office'
import {
  billFields,
  billTold,
  blankBillForm,
  formOfBill,
  nextBillForm,
  readBillForm,
  type BillForm,
} from './billForm'
import { blankFormLine } from './formLines'
import type { Payee } from './payee'
import { readTerms } from './terms'

const today = must(plainDate('2026-11-24'))
const payee: Payee = { ...bare, code: 'SHO', terms: must(readTerms('2/10 net 30')) }
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
  return billTold(form, readBillForm(form, withWhat))
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
  it('what is wrong stands at its field', () => {
    expect(faults({ payee: 'nobody' })).toEqual(['payee'])
    expect(faults({ number: ' ' })).toEqual(['number'])
    expect(faults({ date: 'x' })).toEqual(['date'])
    expect(faults({ due: 'x' })).toEqual(['due'])
    expect(faults({ amount: '0' })).toEqual(['amount'])
    expect(faults({ discount: '100.00' })).toEqual(['discount'])
    expect(faults({ until: 'x', memo: '漢' })).toEqual(['until', 'memo'])
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
        const bill = billTold(form, read)
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
        expect(billTold(again, readBillForm(again, withWhat))).toEqual(bill)
      }),
      { numRuns: 600 },
    )
    expect(entered).toBeGreaterThan(10)
  })
  it('the next bill begins with the last one’s date alone', () => {
    expect(nextBillForm(typed())).toEqual({ ...blankBillForm(), date: '11/2' })
  })
})
