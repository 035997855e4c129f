import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { must } from '../base/result'
import { drawKnown, drawOf } from '../office/test/office'
import { cents } from '../money/cents'
import { amend, bringBack, takeAmendBack, withdraw, type Amending } from './amend'
import { closePeriod } from './closePeriod'
import { draw } from './draw'
import type { Payment } from './payment'

const stamp = { at: '2026-11-24T10:00:00Z', by: 'Test' }
const day = (text: string) => must(plainDate(text))
const payment = (more: Partial<Payment> = {}): Payment => ({
  ...must(draw(drawKnown(), drawOf('a', 10_001), stamp)).changes.payments[0]!,
  ...more,
})
const code = (of: Payment, act: Amending, closed = '2026-10-31') => {
  const r = amend(
    { payments: [of], closedThrough: day(closed), bills: new Map(), payables: undefined, ledgers: [] },
    act,
  )
  return r.ok ? r.value.changes.payments[0]! : r.refusal.code
}

describe('a payment in the lane', () => {
  it('is changed whole or not at all; an amount keeps the shares of its ledger accounts and tells the difference on the stub', () => {
    const two = payment({
      split: [
        { ledgerId: 'x' as never, amount: cents(3334) },
        { ledgerId: 'y' as never, amount: cents(6667) },
      ],
      lines: [{ reference: 'B1', date: null, description: '', amount: cents(10_001) }],
    })
    const next = code(two, { amount: cents(9000) }) as Payment
    expect(next.split.map(s => s.amount)).toEqual([3000, 6000])
    expect(next.lines.map(l => l.amount)).toEqual([10_001, -1001])
    expect(code(two, { amount: cents(0) })).toBe('amount-zero')
    expect(code(two, { date: day('2026-10-31') })).toBe('period-closed')
    expect(code(two, { name: '  ' })).toBe('payee-blank')
    expect(code(payment({ booked: true }), { amount: cents(5) })).toBe('payment-booked')
    expect(code(payment({ booked: true }), { name: 'Somebody Else' })).toBe('payment-booked')
    expect(
      code(payment({ booked: true }), { name: ' Shoreline  Timber ', address: ['New Road'] }),
    ).toMatchObject({ address: ['New Road'] })
    expect(code(payment(), { address: Array.from({ length: 50 }, (_, i) => `line ${i}`) })).toBe(
      'address-lines',
    )
    expect(code(payment(), { memo: payment().memo })).toBe('nothing-changed')
    expect(code(payment({ state: 'issued' }), { memo: 'x' })).toBe('payment-not-waiting')
    expect(
      amend(
        {
          payments: [payment(), payment({ state: 'on paper' })],
          bills: new Map(),
          payables: undefined,
          ledgers: [],
        },
        { memo: 'x' },
      ).ok,
    ).toBe(false)
  })
  it('the trail tells old and new of what changed, and nothing else', () => {
    const told = amend(
      {
        payments: [payment({ memo: 'Larch' }), payment({ id: 'b' as never, memo: 'Oak' })],
        bills: new Map(),
        payables: undefined,
        ledgers: [],
      },
      { memo: 'Oak', name: 'Shoreline Timber' },
    )
    expect(must(told).trail.text).toBe('Shoreline Timber: memo “Larch” to “Oak”')
    expect(must(told).changes.payments).toHaveLength(1)
  })
  it('what was wrong on the paper counts as put right only when that very thing changed', () => {
    const wrong = payment({ correct: 'date' })
    expect((code(wrong, { memo: 'other' }) as Payment).correct).toBe('date')
    expect((code(wrong, { date: day('2026-11-30') }) as Payment).correct).toBeUndefined()
  })
  it('stands as before its last change once that is taken back, to its stub lines and what was wrong on the paper', () => {
    const before = payment({ correct: 'amount', memo: 'Larch' })
    const back = (of: Payment, closed = '2026-10-31') =>
      takeAmendBack({
        payment: of,
        closedThrough: day(closed),
        bills: new Map(),
        payables: undefined,
        ledgers: [],
      })
    const changed = code(before, {
      amount: cents(9000),
      memo: 'Oak',
      date: day('2026-11-30'),
      address: ['New Road'],
    }) as Payment
    const done = must(back(changed))
    expect(done.changes.payments).toEqual([before])
    expect(done.trail.text).toContain('memo “Oak” to “Larch”')
    const refusedAs = (of: Payment, closed?: string) => {
      const r = back(of, closed)
      return r.ok ? r.value : r.refusal.code
    }
    expect(refusedAs(before)).toBe('nothing-changed')
    expect(refusedAs({ ...changed, state: 'on paper' })).toBe('payment-not-waiting')
    expect(refusedAs({ ...changed, booked: true })).toBe('payment-booked')
    expect(refusedAs(changed, '2026-11-28')).toBe('period-closed')
  })
  it('is withdrawn with a reason and brought back; one that was booked is cancelled instead', () => {
    const out = must(withdraw({ payment: payment() }, { why: 'drawn twice' })).changes.payments[0]!
    expect(out).toMatchObject({ state: 'cancelled', withdrawn: true })
    expect(must(bringBack({ payment: out })).changes.payments[0]).toEqual(payment())
    expect(withdraw({ payment: payment({ booked: true }) }, { why: 'x' })).toMatchObject({
      refusal: { code: 'payment-booked' },
    })
    expect(withdraw({ payment: payment() }, { why: ' ' })).toMatchObject({ refusal: { code: 'why-blank' } })
  })
  it('a period is closed only when it has passed, and the trail tells when one is opened again', () => {
    const company = { id: 'c' as never, name: ['Co'], address: [] }
    expect(closePeriod({ company, today: day('2026-11-24') }, { through: day('2026-11-24') })).toMatchObject({
      refusal: { code: 'period-ahead' },
    })
    const closed = must(closePeriod({ company, today: day('2026-11-24') }, { through: day('2026-10-31') }))
      .changes.companies[0]!
    expect(
      must(closePeriod({ company: closed, today: day('2026-11-24') }, { through: null })).trail.act,
    ).toBe('open a period again')
  })
})
