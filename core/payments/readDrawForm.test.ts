import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { cents } from '../money/cents'
import { drawKnown, payee } from '../office/test/office'
import { blankDrawForm, filledWith, isBlankDraw, isDrawField, type DrawForm } from './drawForm'
import { drawOf, factsOfDraw } from './drawOf'
import { blankFormLine } from '../bills/formLines'
import { blankPayLine, payToBegin, type PayFormLine } from './payForm'
import { readDrawForm, type DrawnWith, type DrawRead } from './readDrawForm'
import { billOf } from '../bills/test/bill'
import { day, paymentOf } from './test/payment'

const [wood, rope] = [idOf<'ledger'>('wood'), idOf<'ledger'>('rope')]
const today = day('2026-11-24')
const bill = billOf({ number: 'B7', amount: cents(100_00), memo: 'Larch' })
const credit = billOf({ number: 'C1', amount: cents(-20_00) })
const part = (of: typeof bill, amount: number, discount = 0) => ({
  ...{ billId: of.id, amount: cents(amount), discount: cents(discount) },
})
const typed = (more: Partial<DrawForm> = {}): DrawForm => ({
  ...blankDrawForm(),
  ...{ payee: payee.name, address: '1 Quay\n', date: '11/26', amount: '120.00', ledgerId: wood },
  ...more,
})
const newBill = (more: Partial<DrawForm['newBill']> = {}): DrawForm['newBill'] => ({
  ...{ on: true, number: ' A-7 ', amount: '', date: '', purchaseOrder: '', memo: '', again: '' },
  ...more,
})
const line = (amount: string, more: object = {}) => ({ ...blankFormLine(), ledgerId: wood, amount, ...more })
const owed = idOf<'ledger'>('owed')
const tax = (amount: string) => pay(amount, { kind: 'deduction', name: 'Tax', ledgerId: owed })
const pay = (amount: string, more: Partial<PayFormLine> = {}) => ({
  ...{ ...blankPayLine('earning'), name: 'Wages', now: amount },
  ...more,
})
const withWhat = (more: Partial<DrawnWith> = {}): DrawnWith => ({
  ...{ payees: [payee], today, dayFirst: false, onPad: false, bills: [bill, credit] },
  ledgers: drawKnown().ledgers,
  ...more,
})
const read = (form: Partial<DrawForm>, more: Partial<DrawnWith> = {}): DrawRead =>
  readDrawForm(typed(form), withWhat(more))
const faults = (form: Partial<DrawForm>, more: Partial<DrawnWith> = {}): string[] =>
  Object.entries(read(form, more).faults).map(([field, fault]) => {
    expect(fault.field).toBe(field)
    return `${field}: ${fault.code}: ${fault.text}`
  })

describe('what is wrong of a payment that is typed stands at its field, in words', () => {
  it.each<[string, Partial<DrawForm>, Partial<DrawnWith>?]>([
    ['number: number-blank: Enter a check number.', {}, { onPad: true }],
    ['payee: payee-blank: Enter the payee.', { payee: ' ' }],
    ['address: address-lines: An address can have at most 6 lines.', { address: 'x\n'.repeat(7) }],
    ['memo: text-too-long: Enter at most 80 characters (now 81).', { memo: 'x'.repeat(81) }],
    [
      'accountWithPayee: text-too-long: Enter at most 40 characters (now 41).',
      { accountWithPayee: 'x'.repeat(41) },
    ],
    ['ledger: ledger-blank: Choose a ledger account.', { ledgerId: null }],
    ['ledger: lines-differ: 20.00 is not assigned yet.', { lines: [line('100')] }],
    ['ledger: lines-differ: -5.00 is not assigned yet.', { lines: [line('125')] }],
    ['ledger: split-nothing: A ledger line cannot be zero.', { lines: [line('130'), line('-10')] }],
    [
      'ledger: ledger-blank: Line 1: choose its ledger account.',
      { lines: [line('120', { ledgerId: null })] },
    ],
    [
      'bills: bill-overpaid: Only 100.00 is open on bill B7. Enter that or less.',
      { bills: [part(bill, 99_00, 1_01)] },
    ],
    ['bills: bill-part: Enter the amount to pay of bill B7.', { bills: [part(bill, -1)] }],
    [
      'bills: bill-overpaid: Only -20.00 is open on bill C1. Enter that or less.',
      { bills: [part(bill, 100_00), part(credit, -20_01)] },
    ],
    [
      'bills: bill-part: Enter credit note C1 as a negative amount.',
      { bills: [part(bill, 50_00), part(credit, 1)] },
    ],
    [
      'bills: bill-overpaid: A chosen bill is no longer open. Remove it.',
      { bills: [part(bill, 10_00)] },
      { bills: [] },
    ],
    [
      'bills: bills-more: The chosen bills add up to 100.00, which is more than the amount.',
      { bills: [part(bill, 100_00)], amount: '99.99' },
    ],
    ['pay: pay-name: Enter what is earned or deducted.', { pay: [pay('5', { name: ' ' })] }],
    ['pay: pay-below-zero: Wages: Enter an amount above zero.', { pay: [pay('-5')] }],
    [
      'pay: pay-year: Wages: The year to date cannot be less than this pay, 5.00.',
      { pay: [pay('5', { yearToDate: '4.99' })] },
    ],
    [
      'pay: pay-ledger: Tax: Choose the ledger account of the deduction.',
      { pay: [pay('5'), pay('4', { kind: 'deduction', name: 'Tax' })] },
    ],
    [
      'pay: pay-nothing: The net pay is zero. A check must be for more than zero.',
      { pay: [pay('5'), tax('5')] },
    ],
    [
      'pay: pay-nothing: The deductions are 1.00 more than the earnings.',
      { pay: [pay('5'), tax('6')], advice: true },
    ],
    ['newBill: number-blank: Enter the bill number.', { newBill: newBill({ number: ' ' }) }],
    [
      'newBill: bill-nothing: There is nothing left for this bill. Remove it, or enter a larger amount.',
      { newBill: newBill(), bills: [part(bill, 100_00)], amount: '100' },
    ],
    [
      'newBill: text-too-long: Enter at most 40 characters (now 41).',
      { newBill: newBill({ number: 'x'.repeat(41) }) },
    ],
    [
      'newBill: text-too-long: Enter at most 40 characters (now 41).',
      { newBill: newBill({ purchaseOrder: 'x'.repeat(41) }) },
    ],
    [
      'newBill: text-too-long: Enter at most 80 characters (now 81).',
      { newBill: newBill({ memo: 'x'.repeat(81) }) },
    ],
  ])('%s', (fault, form, more) => {
    expect(faults(form, more)).toEqual([fault])
  })
  it('a date of a new bill that is none is told at the bill', () => {
    expect(faults({ newBill: newBill({ date: 'x' }) })).toEqual([expect.stringMatching(/^newBill: date/)])
  })
  it.each<[string, Partial<DrawForm>, Partial<DrawnWith>?]>([
    ['all of a bill with its discount', { bills: [part(bill, 98_00, 2_00)] }],
    ['a credit taken whole', { bills: [part(bill, 100_00), part(credit, -20_00)] }],
    ['bills alone, without a ledger account', { bills: [part(bill, 100_00)], amount: '100', ledgerId: null }],
    ['a number on a pad', { number: '12' }, { onPad: true }],
    ['nothing placed, where books are kept elsewhere', { ledgerId: null }, { unplaced: rope }],
    ['an advice of pay that leaves nothing', { advice: true, pay: [pay('5'), tax('5')] }],
  ])('%s is right', (_, form, more) => {
    expect(faults(form, more)).toEqual([])
  })
})

describe('what was understood of a payment that is typed', () => {
  it('is the payee, the day, the amount, whose signature prints, and where it goes', () => {
    expect(read({ amount: '120', number: '7' })).toEqual({
      payee,
      date: { ok: true, value: '2026-11-26' },
      amount: { ok: true, value: 120_00 },
      number: { ok: true, value: 7 },
      ...{ signers: undefined, billed: 0, left: 120_00, unplaced: 0, pay: [], newBill: undefined },
      ...{ split: [{ ledgerId: wood, amount: 120_00 }], lines: [], faults: {} },
    })
    expect([read({ signature: 'none' }).signers, read({ signature: '1' }).signers]).toEqual([[], [1]])
    expect(read({ ledgerId: null }, { unplaced: rope }).split).toEqual([{ ledgerId: rope, amount: 120_00 }])
  })
  it('is what goes besides the bills, with what the stub tells of both', () => {
    const some = read({
      bills: [part(bill, 90_00)],
      lines: [line('10', { memo: 'Nails', tag: 'Job 4' }), line('15')],
    })
    expect([some.billed, some.left, some.unplaced]).toEqual([90_00, 30_00, 5_00])
    expect(some.split).toEqual([
      { ledgerId: wood, amount: 10_00, tag: 'Job 4' },
      { ledgerId: wood, amount: 15_00 },
    ])
    expect(some.lines.map(l => [l.reference, l.description, l.amount])).toEqual([
      ['B7', 'Larch', 90_00],
      ['', 'Nails', 10_00],
      ['', 'Materials', 15_00],
    ])
    expect(read({ lines: [line('120')] }).lines).toHaveLength(1)
    expect(read({ bills: [part(bill, 100_00)], amount: '90' }).left).toBe(0)
    expect(read({ bills: [part(bill, 100_00)], amount: 'x' }).left).toBe(0)
  })
  it('is a bill that is entered with it: all that is left, dated as the payment where nothing is said', () => {
    const told = { ...{ number: 'A-7', date: '2026-11-26', due: '2026-11-26', amount: 120_00 }, memo: 'Oak' }
    const lines = [{ ledgerId: wood, amount: 120_00, memo: '' }]
    const one = read({ newBill: newBill({ memo: ' Oak ' }) })
    expect(one.newBill).toEqual({ ...told, lines, taxForm: 'none' })
    expect(one.lines).toEqual([{ reference: 'A-7', date: '2026-11-26', description: 'Oak', amount: 120_00 }])
    const more = { date: '11/2', purchaseOrder: ' P1 ', again: ' sent twice ', memo: 'Oak' }
    const all = read({ newBill: newBill(more) }, { payees: [{ ...payee, taxForm: '1099' }] })
    expect(all.newBill).toEqual({
      ...{ ...told, lines, taxForm: '1099', date: '2026-11-02', due: '2026-11-02' },
      ...{ purchaseOrder: 'P1', again: 'sent twice' },
    })
    expect(all.lines[0]).toMatchObject({ purchaseOrder: 'P1' })
    expect(read({ payee: 'Somebody', newBill: newBill() }).newBill?.taxForm).toBe('none')
  })
})

describe('what is asked for by a form', () => {
  const keys = { payment: idOf<'payment'>('k'), payee: idOf<'payee'>('kp'), bill: idOf<'bill'>('kb') }
  const asked = (form: Partial<DrawForm>, more: Partial<DrawnWith> = {}) =>
    drawOf(typed(form), read(form, more), payee.companyId, keys)
  const plain = {
    ...{ id: 'k', payee, address: ['1 Quay', ''], date: '2026-11-26', amount: 120_00, memo: '', lines: [] },
    split: [{ ledgerId: wood, amount: 120_00 }],
  }
  it('is the payment, with no more than what was told', () => {
    expect(asked({})).toEqual({ draw: plain })
    expect(asked({ memo: '漢' })).toBeUndefined()
    const all = asked({
      apart: 'a deposit',
      accountWithPayee: '77',
      advice: true,
      signature: '0',
      pay: [pay('120')],
    })
    expect(all?.draw).toMatchObject({
      ...{ apart: 'a deposit', accountWithPayee: '77', advice: true, signers: [0] },
      pay: [{ kind: 'earning', name: 'Wages', now: 120_00, yearToDate: 120_00 }],
    })
    const bills = asked({ bills: [part(bill, 90_00)], lines: [line('30')] })
    expect(bills?.draw.settles).toEqual([part(bill, 90_00)])
    expect(bills?.draw.lines.map(l => l.amount)).toEqual([30_00])
    expect(asked({ bills: [part(bill, 90_00)] })?.draw.lines).toEqual([])
  })
  it('is a payee that is written down with it, with one ledger account where there is one', () => {
    const who = { payee: 'Saltgrass Bakery', kind: 'owner' as const, memo: 'bread' }
    expect(asked({ ...who, accountWithPayee: '77' })?.draw.payee).toEqual({
      ...{ id: 'kp', companyId: payee.companyId, kind: 'owner', name: 'Saltgrass Bakery', address: [] },
      ...{ memo: 'bread', split: [{ ledgerId: wood, weight: 1 }], onHold: false, taxForm: 'none' },
      accountWithPayee: '77',
    })
    const two = asked({ ...who, lines: [line('60'), line('60', { ledgerId: rope })] })
    expect(two?.draw.payee.split).toEqual([])
    expect(two?.draw.payee).not.toHaveProperty('accountWithPayee')
  })
  it('is a bill that the payment settles whole', () => {
    const both = asked({ newBill: newBill(), bills: [part(bill, 20_00)] })
    expect(both?.bill).toMatchObject({ id: 'kb', payeeId: payee.id, number: 'A-7', amount: 100_00 })
    expect(both?.draw.settles).toEqual([part(bill, 20_00), { billId: 'kb', amount: 100_00, discount: 0 }])
    expect([both?.draw.split, both?.draw.lines]).toEqual([[], []])
  })
  it('of a bill, a new bill and a ledger line is a row each, with an amount of its own, on the stub too', () => {
    const form = {
      ...{ amount: '196.80', bills: [part(bill, 85_70)], newBill: newBill({ memo: 'Oak' }), ledgerId: rope },
      lines: [line('55.55', { memo: 'Freight' })],
    }
    const all = asked(form)
    expect([all?.bill?.amount, all?.bill?.lines]).toEqual([
      55_55,
      [{ ledgerId: rope, amount: 55_55, memo: '' }],
    ])
    expect(all?.draw.split).toEqual([{ ledgerId: wood, amount: 55_55 }])
    expect(all?.draw.lines.map(l => [l.description, l.amount])).toEqual([['Freight', 55_55]])
    const told = (more: Partial<DrawForm>) =>
      read({ ...form, ...more }).lines.map(l => [l.reference || l.description, l.amount])
    expect(told({})).toEqual([
      ['B7', 85_70],
      ['A-7', 55_55],
      ['Freight', 55_55],
    ])
    // Whichever row is blank takes what the others leave; a share is one of what the bills leave.
    expect(told({ newBill: newBill({ amount: '11.10' }), lines: [line('', { memo: 'Freight' })] })).toEqual([
      ['B7', 85_70],
      ['A-7', 11_10],
      ['Freight', 100_00],
    ])
    expect(told({ newBill: newBill({ amount: '40%' }), lines: [line('')] })[1]).toEqual(['A-7', 44_44])
    // A row that is not whole yet does not take the others away.
    expect(told({ newBill: newBill({ amount: '11.10' }), lines: [line('', { ledgerId: null })] })[1]).toEqual(
      ['A-7', 11_10],
    )
    expect(faults({ ...form, newBill: newBill({ amount: '55.54' }) })).toEqual([
      'ledger: lines-differ: 0.01 is not assigned yet.',
    ])
    expect(faults({ ...form, lines: [line('')] })).toContain(
      'ledger: lines-blank: Only one line can be without an amount. It takes the rest.',
    )
    expect(faults({ newBill: newBill({ amount: '100' }) })).toEqual([
      'ledger: lines-differ: 20.00 is not assigned yet.',
    ])
  })
  it('of pay is its earnings in wages, and each deduction in the account it is withheld to', () => {
    const dues = pay('5', { kind: 'deduction', name: 'Dues', ledgerId: rope })
    const all = asked({ pay: [pay('100'), pay('20', { name: 'Overtime' }), tax('30'), dues], memo: 'Pay' })
    expect(all?.draw).toMatchObject({ amount: 85_00, lines: [] })
    expect(all?.draw.split).toEqual([
      { ledgerId: wood, amount: 120_00 },
      { ledgerId: owed, amount: -30_00 },
      { ledgerId: rope, amount: -5_00 },
    ])
    const elsewhere = { pay: [pay('100'), { ...tax('30'), ledgerId: null }], ledgerId: null }
    expect(asked(elsewhere, { unplaced: rope })?.draw.split.map(s => [s.ledgerId, s.amount])).toEqual([
      [rope, 100_00],
      [rope, -30_00],
    ])
    expect(read({ pay: [pay('100'), tax('30')], lines: [line('60'), line('')] }).split[1]?.amount).toBe(40_00)
  })
  it('prints as it will, half filled as it may be', () => {
    const signing = { secondAbove: cents(100_00), prints: [0, 1] }
    const shown = (form: Partial<DrawForm>, more: Partial<DrawnWith> = {}) =>
      factsOfDraw(typed(form), read(form, more), 9, today, signing)
    expect(shown({ accountWithPayee: '77' }, { payees: [{ ...payee, language: 'es' }] })).toEqual({
      ...{ number: 9, date: '2026-11-26', payee: payee.name, address: ['1 Quay', ''], amount: 120_00 },
      ...{ memo: '', lines: [], accountWithPayee: '77', language: 'es', signers: [0, 1] },
    })
    const coded = { payees: [{ ...payee, code: 'SHOR' }] }
    expect(shown({ payee: 'shor' }, coded).payee).toBe(payee.name)
    expect(shown({ payee: 'SHORELINE timber' }, coded).payee).toBe('SHORELINE timber')
    expect(shown({ amount: '99' }).signers).toEqual([0])
    expect(shown({ signature: 'none' }).signers).toEqual([])
    expect(shown({ amount: 'x', date: 'x' })).toMatchObject({ amount: 0, date: today, signers: [] })
    expect(shown({ advice: true })).not.toHaveProperty('signers')
    expect(shown({ pay: [pay('5')] }).pay).toHaveLength(1)
  })
})

describe('the form of a payment', () => {
  it('is blank until something of it is typed', () => {
    expect(isBlankDraw(blankDrawForm())).toBe(true)
    const told: Partial<DrawForm>[] = [
      ...[{ payee: 'x' }, { address: 'x' }, { amount: '1' }, { memo: 'x' }, { accountWithPayee: 'x' }],
      ...[{ advice: true }, { lines: [line('1')] }, { pay: [pay('1')] }, { newBill: newBill() }],
    ]
    for (const more of told) expect(isBlankDraw({ ...blankDrawForm(), ...more })).toBe(false)
    expect(isBlankDraw({ ...blankDrawForm(), date: 'fri' })).toBe(true)
    expect([isDrawField('bills'), isDrawField('row'), isDrawField(undefined)]).toEqual([true, false, false])
  })
  it('is filled with what is known of a payee; what was typed for another one goes', () => {
    const known = { ...payee, accountWithPayee: '77', way: 'advice' as const }
    const before = {
      lines: [line('1')],
      pay: [pay('1')],
      newBill: newBill(),
      apart: 'x',
      bills: [part(bill, 1)],
    }
    const first = filledWith(typed({ ...before, ledgerId: rope }), known, true)
    expect(first).toMatchObject({
      ...{ filledFor: payee.id, address: payee.address.join('\n'), memo: 'Larch', accountWithPayee: '77' },
      ...{ ledgerId: wood, advice: true, bills: [], apart: '', lines: before.lines, pay: before.pay },
      newBill: before.newBill,
    })
    const next = filledWith(first, { ...payee, id: idOf('other'), split: [] }, true)
    expect(next).toMatchObject({ lines: [], pay: [], accountWithPayee: '', advice: false, ledgerId: wood })
    expect(next.newBill).toEqual(blankDrawForm().newBill)
    expect(filledWith(typed({ advice: true }), payee, true).advice).toBe(true)
    const employee = { ...payee, kind: 'employee' as const }
    expect(filledWith(typed(), employee, false)).toMatchObject({ memo: '', ledgerId: null })
    expect(filledWith(typed(), employee, true)).toMatchObject({ memo: 'Larch', ledgerId: wood })
  })
  it('of pay begins with the lines of the last pay, or with what every pay has', () => {
    const told = [
      {
        ...{ kind: 'deduction' as const, name: 'Tax', now: cents(7_00), yearToDate: cents(70_00) },
        ledgerId: owed,
      },
    ]
    const paid = [
      paymentOf('z'),
      paymentOf('y', { pay: told, state: 'cancelled' }),
      paymentOf('x', { pay: told }),
    ]
    expect(payToBegin(paid)).toEqual([
      { kind: 'deduction', name: 'Tax', now: '7.00', yearToDate: '', ledgerId: owed },
    ])
    expect(payToBegin(paid.slice(0, 2))).toEqual([
      { kind: 'earning', name: 'Wages', now: '', yearToDate: '', ledgerId: null },
      { kind: 'deduction', name: '', now: '', yearToDate: '', ledgerId: null },
    ])
    const tax = { ...pay('5', { kind: 'deduction', name: ' Tax ', ledgerId: owed }) }
    const counted = (form: Partial<DrawForm>) =>
      read({ pay: [pay('100'), tax, pay('', { name: '' })], ...form }, { paid }).pay.map(l => l.yearToDate)
    expect(counted({})).toEqual([100_00, 75_00])
    expect(counted({ date: '1/2/2027' })).toEqual([100_00, 5_00])
    expect(counted({ pay: [pay('100'), { ...tax, kind: 'earning' }] })).toEqual([100_00, 5_00])
    expect(counted({ pay: [pay('100', { yearToDate: '900' })] })).toEqual([900_00])
  })
})
