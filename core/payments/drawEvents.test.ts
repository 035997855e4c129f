import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import type { Allocation } from '../bills/allocation'
import { cents, parseAmount, zero } from '../money/cents'
import { figures } from '../money/figures'
import { payee } from '../office/test/office'
import { billOf } from '../bills/test/bill'
import { onDrawEvent } from './drawEvents'
import { blankDrawForm, type DrawForm } from './drawForm'

const part = (id: string, amount: number): Allocation => ({
  billId: idOf<'bill'>(id),
  amount: cents(amount),
  discount: zero,
})
const typed = (more: Partial<DrawForm> = {}): DrawForm => ({
  ...blankDrawForm(),
  payee: 'Saltgrass',
  ...more,
})
const amountOf = (form: DrawForm) => {
  const read = parseAmount(form.amount)
  return read.ok ? read.value : undefined
}
const choose = (form: DrawForm, ...bills: Allocation[]): DrawForm =>
  onDrawEvent(form, { kind: 'bills', bills, amount: amountOf(form) })
const figure = fc.integer({ min: 1, max: 9_999_99 })

describe('the form of a check', () => {
  it('has the amount of its bills, and keeps what was typed on top of them, in whatever order they are ticked', () => {
    fc.assert(
      fc.property(fc.array(figure, { minLength: 2, maxLength: 5 }), figure, (amounts, besides) => {
        const parts = amounts.map((a, i) => part(`b${i}`, a))
        const total = amounts.reduce((a, b) => a + b, 0)
        let form = typed()
        for (let i = 1; i <= parts.length; i++) form = choose(form, ...parts.slice(0, i))
        expect(amountOf(form)).toBe(total)
        form = { ...form, amount: figures(cents(total + besides)) }
        form = choose(form, ...parts.slice(1))
        expect(amountOf(form)).toBe(total + besides - amounts[0]!)
        expect(amountOf(choose(choose(form, ...parts), parts[0]!))).toBe(amounts[0]! + besides)
      }),
    )
    expect(choose(choose(typed(), part('a', 500))).amount).toBe('')
    // Without bills a typed amount is nobody’s: the first bill that is ticked takes its place.
    expect(amountOf(choose(typed({ amount: '70' }), part('a', 500)))).toBe(500)
  })
  it('loses a bill that is no longer open, with its part of the amount; otherwise nothing changes', () => {
    const [a, b] = [billOf({ id: idOf('a') }), billOf({ id: idOf('b') })]
    const form = choose(typed(), part('a', 500), part('b', 300))
    const event = (open: (typeof a)[]) => ({ kind: 'open bills' as const, open, amount: amountOf(form) })
    expect(onDrawEvent(form, event([a, b]))).toBe(form)
    const left = onDrawEvent(form, event([b]))
    expect([left.bills.map(x => x.billId), left.amount]).toEqual([[b.id], '3.00'])
  })
  it('is filled in once for a payee, and what is usual for pay goes and comes with the account', () => {
    const worker = { ...payee, kind: 'employee' as const, memo: 'Pay' }
    const chosen = onDrawEvent(typed(), { kind: 'payee', payee: worker, forPay: true })
    expect([chosen.memo, chosen.filledFor]).toEqual(['Pay', worker.id])
    expect(onDrawEvent(chosen, { kind: 'payee', payee: worker, forPay: true })).toBe(chosen)
    const move = (form: DrawForm, before: boolean) =>
      onDrawEvent(form, { kind: 'for pay', payee: worker, before, now: !before })
    expect(move(chosen, true)).toMatchObject({ memo: '', ledgerId: null })
    expect(move(move(chosen, true), false)).toEqual(chosen)
    const typedOver = { ...chosen, memo: 'Advance' }
    expect(move(typedOver, true)).toBe(typedOver)
  })
  it('keeps the date and the amount with another company, and the number of a pad for the next check', () => {
    const form = typed({ date: 'fri', amount: '5', memo: 'Oak', bills: [part('a', 500)] })
    expect(onDrawEvent(form, { kind: 'company' })).toEqual({ ...blankDrawForm(), date: 'fri', amount: '5' })
    expect(onDrawEvent(form, { kind: 'drawn', number: '902' })).toEqual({ ...blankDrawForm(), number: '902' })
    const known = typed({ ledgerId: idOf<'ledger'>('wood') })
    expect(onDrawEvent(known, { kind: 'unknown payee', ledgerId: null })).toBe(known)
  })
  it('has the net of its pay as its amount, and none once the pay is taken out', () => {
    const begun = onDrawEvent(typed(), { kind: 'pay', payee, before: [] })
    expect(begun.pay.length).toBeGreaterThan(0)
    expect(onDrawEvent(begun, { kind: 'net pay', net: cents(12_50) }).amount).toBe('12.50')
    expect(
      onDrawEvent({ ...begun, pay: [], amount: '12.50' }, { kind: 'net pay', net: undefined }).amount,
    ).toBe('')
  })
})
