import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { must as day } from '../base/result'
import { plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { cents, sum } from '../money/cents'
import { figures } from '../money/figures'
import { company, drawKnown, payee } from '../office/test/office'
import { draw } from './draw'
import { drawOf, factsOfDraw } from './drawOf'
import { drawWithBill } from './drawWithBill'
import { needsSecond } from '../bills/enterBill'
import { postingsOf } from './payment'
import { netPay, type PayFormLine } from './payForm'
import { readDrawForm } from './readDrawForm'
import { blankDrawForm, drawFields, filledWith, type DrawForm } from './drawForm'

const today = day(plainDate('2026-11-24'))
const withWhat = { payees: [payee], today, dayFirst: false, onPad: false }
const keys = {
  payment: idOf<'payment'>('new'),
  payee: idOf<'payee'>('new payee'),
  bill: idOf<'bill'>('new bill'),
}
const wood = idOf<'ledger'>('wood')
const typed = (change: Partial<DrawForm> = {}): DrawForm => ({
  ...blankDrawForm(),
  payee: payee.name,
  address: '1 Quay\n',
  date: '11/26',
  amount: '5.00',
  ledgerId: wood,
  ...change,
})
const amounts = fc.constantFrom('900', '7', '40%', '3 x 1.50', '2.00', 'x')
const ledgerLine = fc.record({
  ledgerId: fc.constantFrom(wood, wood, null),
  amount: fc.oneof(fc.constant(''), amounts),
  memo: fc.constantFrom('', 'Oak'),
  tag: fc.constantFrom('', 'Job 4'),
})
const payLine = fc.record({
  kind: fc.constantFrom('earning' as const, 'earning' as const, 'deduction' as const),
  name: fc.constantFrom('Wages', 'Wages', 'Tax', ''),
  now: fc.constantFrom('900', '7', '2.00', 'x'),
  yearToDate: fc.constantFrom('', '5000.00'),
  ledgerId: fc.constantFrom(wood, wood, null),
})
const faultsOf = (form: DrawForm, onPad = false) =>
  Object.keys(readDrawForm(form, { ...withWhat, onPad }).faults)

describe('a payment as it is typed', () => {
  it('whatever is typed: what is read without a fault is drawn, for the very amount, in parts that add up', () => {
    const text = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom('', '5', '1,234.50', '.5', 'fri', '漢'),
    )
    const mostly = (right: fc.Arbitrary<string>) =>
      fc.oneof({ weight: 7, arbitrary: right }, { weight: 1, arbitrary: text })
    const form = fc.record({
      payee: mostly(fc.constantFrom(payee.name, payee.name.toUpperCase())),
      address: mostly(fc.constant('1 Quay')),
      date: mostly(fc.constantFrom('', '11/26', 'tomorrow', '+3')),
      amount: mostly(fc.integer({ min: 1, max: 9e7 }).map(n => figures(cents(n)))),
      memo: mostly(fc.constant('Oak')),
      ledgerId: fc.constantFrom(wood, null),
      accountWithPayee: mostly(fc.constant('')),
      advice: fc.boolean(),
      signature: fc.constantFrom('account', 'none'),
      lines: fc.array(ledgerLine, { maxLength: 3 }),
      pay: fc.oneof(fc.constant<PayFormLine[]>([]), fc.array(payLine, { maxLength: 3 })),
      newBill: fc.record({
        on: fc.boolean(),
        number: fc.constantFrom('A-7', 'A-8', 'A-9', ''),
        amount: mostly(fc.constantFrom('', '', '5', '40%')),
        date: fc.constantFrom('', '11/2', '11/3', '11/4', 'x'),
        purchaseOrder: mostly(fc.constant('')),
        memo: fc.constant(''),
        again: fc.constant(''),
      }),
    })
    const seen = { plain: 0, lines: 0, pay: 0, bill: 0 }
    fc.assert(
      fc.property(form, given => {
        const whole = typed(given)
        const read = readDrawForm(whole, withWhat)
        const asked = drawOf(whole, read, payee.companyId, keys)
        expect(asked === undefined).toBe(Object.keys(read.faults).length > 0)
        if (!asked) return
        const { draw: act, bill } = asked
        const drawing = drawKnown(read.payee ? {} : { payee: undefined, namesakes: [] })
        const billing = {
          bill: undefined,
          payee: drawing.payee,
          company,
          ledgers: drawing.ledgers,
          alike: [],
          lastNumber: 0,
        }
        const stamp = { at: '2026-11-24T10:00:00Z', by: 'Test' }
        const done = bill
          ? drawWithBill({ drawing, billing }, { draw: act, bill }, stamp)
          : draw(drawing, act, stamp)
        const waits = bill && needsSecond(bill.amount, company.payables!)
        expect(done.ok ? '' : done.refusal.code).toBe(waits ? 'bill-waits' : '')
        if (!done.ok) return
        const [payment] = done.value.changes.payments
        const parts = [...postingsOf(payment!)].map(p => p.amount)
        expect(sum(parts)).toBe(act.amount)
        const stub = factsOfDraw(whole, read, 1, today, { secondAbove: null, prints: [] }).lines
        expect(payment!.lines.map(l => l.amount)).toEqual(stub.map(l => l.amount))
        if (payment!.pay) expect(netPay(payment!.pay)).toBe(payment!.amount)
        seen[bill ? 'bill' : payment!.pay ? 'pay' : whole.lines.length ? 'lines' : 'plain']++
      }),
      { numRuns: 8000 },
    )
    expect(Math.min(...Object.values(seen))).toBeGreaterThan(5)
  })
  it('says what is wrong at each field, and asks for a number only on a pad', () => {
    expect(faultsOf(blankDrawForm())).toEqual(['payee', 'amount', 'ledger'])
    expect(faultsOf(typed())).toEqual([])
    expect(faultsOf(typed(), true)).toEqual(['number'])
    expect(faultsOf(typed({ number: '12' }), true)).toEqual([])
    const wrong = typed({
      payee: '漢',
      address: '漢',
      memo: '漢',
      date: 'x',
      amount: '0',
      ledgerId: null,
      accountWithPayee: 'x'.repeat(41),
    })
    expect(faultsOf(wrong, true)).toEqual(drawFields.filter(f => !['bills', 'pay', 'newBill'].includes(f)))
  })
  it('an advice may be for nothing, and needs no ledger account then; a check may not', () => {
    expect(faultsOf(typed({ amount: '0', advice: true, ledgerId: null }))).toEqual([])
    expect(faultsOf(typed({ amount: '0' }))).toEqual(['amount'])
  })
  it('a payee’s own shares are kept, unless another ledger account is chosen', () => {
    const rope = idOf<'ledger'>('rope')
    const shared = {
      ...payee,
      split: [
        { ledgerId: wood, weight: 2 },
        { ledgerId: rope, weight: 1 },
      ],
    }
    const partsOf = (form: DrawForm) =>
      drawOf(form, readDrawForm(form, { ...withWhat, payees: [shared] }), payee.companyId, keys)?.draw.split
    const filled = { ...filledWith(typed({ ledgerId: null }), shared, true), amount: '1.00' }
    expect(partsOf(filled)).toEqual([
      { ledgerId: wood, amount: 67 },
      { ledgerId: rope, amount: 33 },
    ])
    expect(partsOf({ ...filled, ledgerId: rope })).toEqual([{ ledgerId: rope, amount: 100 }])
  })
})
