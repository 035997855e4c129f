import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { must as day } from '../base/result'
import { plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { cents, sum } from '../money/cents'
import { figures } from '../money/figures'
import { drawKnown, payee } from '../office/test/office'
import { draw } from './draw'
import {
  blankDrawForm,
  drawFields,
  drawOf,
  factsOfDraw,
  filledWith,
  isBlankDraw,
  ledgersToChoose,
  readDrawForm,
  type DrawForm,
} from './drawForm'

const today = day(plainDate('2026-11-24'))
const withWhat = { payees: [payee], today, dayFirst: false, onPad: false }
const keys = { payment: idOf<'payment'>('new'), payee: idOf<'payee'>('new payee') }
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
const faultsOf = (form: DrawForm, onPad = false) =>
  Object.keys(readDrawForm(form, { ...withWhat, onPad }).faults)

describe('a payment as it is typed', () => {
  it('whatever is typed: what is read without a fault is drawn, for the very amount, in parts that add up', () => {
    const text = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom('', '5', '1,234.50', '.5', 'fri', '漢'),
    )
    const form = fc.record({
      payee: fc.oneof(fc.constantFrom(payee.name, payee.name.toUpperCase()), text),
      address: text,
      date: fc.oneof(fc.constantFrom('', '11/26', 'tomorrow', '+3'), text),
      amount: fc.oneof(
        fc.integer({ min: 1, max: 9e7 }).map(n => figures(cents(n))),
        text,
      ),
      memo: text,
      ledgerId: fc.constantFrom(wood, null),
      accountWithPayee: text,
      advice: fc.boolean(),
      signature: fc.constantFrom('account', 'none'),
    })
    let drawn = 0
    fc.assert(
      fc.property(form, given => {
        const whole = typed(given)
        const read = readDrawForm(whole, withWhat)
        const act = drawOf(whole, read, payee.companyId, keys)
        expect(act === undefined).toBe(Object.keys(read.faults).length > 0)
        if (!act) return
        const known = read.payee ? {} : { payee: undefined, namesakes: [] }
        const done = draw(drawKnown(known), act, { at: '2026-11-24T10:00:00Z', by: 'Test' })
        expect(done.ok ? '' : done.refusal.text).toBe('')
        expect(sum(act.split.map(s => s.amount))).toBe(act.amount)
        drawn++
      }),
      { numRuns: 600 },
    )
    expect(drawn).toBeGreaterThan(60)
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
    expect(faultsOf(wrong, true)).toEqual(drawFields.filter(f => f !== 'bills'))
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
      drawOf(form, readDrawForm(form, { ...withWhat, payees: [shared] }), payee.companyId, keys)?.split
    const filled = { ...filledWith(typed({ ledgerId: null }), shared), amount: '1.00' }
    expect(partsOf(filled)).toEqual([
      { ledgerId: wood, amount: 67 },
      { ledgerId: rope, amount: 33 },
    ])
    expect(partsOf({ ...filled, ledgerId: rope })).toEqual([{ ledgerId: rope, amount: 100 }])
  })
  it('shows what would print, half filled as it may be', () => {
    const form = { ...blankDrawForm(), payee: 'Somebody', advice: true }
    const shown = factsOfDraw(form, readDrawForm(form, withWhat), 12, today, {
      secondAbove: null,
      prints: [0],
    })
    expect(shown).toMatchObject({ number: 12, date: today, payee: 'Somebody', amount: 0, advice: true })
    const check = typed()
    const signed = factsOfDraw(check, readDrawForm(check, withWhat), 12, today, {
      secondAbove: null,
      prints: [0],
    })
    expect(signed).toMatchObject({ amount: 500, signers: [0] })
    expect([isBlankDraw(blankDrawForm()), isBlankDraw(check)]).toEqual([true, false])
  })
  it('offers what money is spent on first, the office’s cash last, and never the account itself', () => {
    const ledger = (id: string, kind: 'asset' | 'expense', code: string) => ({
      id: idOf<'ledger'>(id),
      companyId: payee.companyId,
      code,
      name: id,
      kind,
    })
    const all = [ledger('cash', 'asset', '1'), ledger('till', 'asset', '2'), ledger('van', 'asset', '3')]
    const found = ledgersToChoose(
      [...all, ledger('rope', 'expense', '9'), ledger('wood', 'expense', '4')],
      new Set(['cash', 'till']),
      idOf('cash'),
    )
    expect(found.map(l => l.id)).toEqual(['wood', 'rope', 'van', 'till'])
  })
})
