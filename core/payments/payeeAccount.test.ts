import { expect, it } from 'vitest'
import { idOf } from '../base/id'
import { cents } from '../money/cents'
import { payeeAccount } from './payeeAccount'
import { monthsPaid, yearsPaid } from './payeeYears'
import type { Payment } from './payment'
import { weightOf } from './settling'
import { billOf } from '../bills/test/bill'
import { day, paymentOf } from './test/payment'

const settling = (id: string, amount: number, discount: number, more: Partial<Payment>): Payment =>
  paymentOf(id, {
    amount: cents(amount),
    settles: {
      ...{ payables: idOf('owed'), discounts: idOf('discounts') },
      bills: [{ billId: idOf('x'), amount: cents(amount), discount: cents(discount) }],
    },
    ...more,
  })

it('what is owed to a payee follows from bills and what is paid of them, a bill before its payment of that day', () => {
  const bills = [
    billOf({ number: 'B', date: day('2026-11-10'), amount: cents(50_00) }),
    billOf({ number: 'A', date: day('2026-11-02'), amount: cents(100_00), stage: 'paid' }),
    billOf({ number: 'Draft', stage: 'draft' }),
    billOf({ number: 'Waits', stage: 'waits' }),
    billOf({ number: 'Gone', stage: 'cancelled' }),
    billOf({ number: 'Credit', date: day('2026-11-12'), amount: cents(-10_00) }),
  ]
  const on = (date: string) => ({ date: day(date) })
  const payments = [
    settling('half', 60_00, 0, { state: 'issued', ...on('2026-11-02') }),
    settling('rest', 38_00, 2_00, { state: 'waiting', booked: true, ...on('2026-11-11') }),
    settling('lane', 5_00, 0, { state: 'waiting', ...on('2026-11-12') }),
    settling('paper', 5_00, 0, { state: 'on paper', ...on('2026-11-12') }),
    settling('gone', 5_00, 0, { state: 'cancelled', ...on('2026-11-12') }),
    paymentOf('besides', { state: 'issued', ...on('2026-11-12') }),
  ]
  const lines = payeeAccount(bills, payments)
  expect(lines.map(l => [l.id, l.date, l.amount, l.balance])).toEqual([
    ['bill A', '2026-11-02', 100_00, 100_00],
    ['half', '2026-11-02', -60_00, 40_00],
    ['bill B', '2026-11-10', 50_00, 90_00],
    ['rest', '2026-11-11', -40_00, 50_00],
    ['bill Credit', '2026-11-12', -10_00, 40_00],
  ])
  expect(lines[0]!.of).toEqual({ bill: bills[1] })
  expect(lines[1]!.of).toEqual({ payment: payments[0] })
})

it('a payment weighs on its bills as promised until its entry stands, and not at all once it is cancelled', () => {
  const states = ['waiting', 'on paper', 'issued', 'cleared', 'cancelled'] as const
  expect(states.map(state => weightOf({ state }))).toEqual([
    ...['promised', 'promised', 'settled', 'settled', 'none'],
  ])
  expect(states.map(state => weightOf({ state, booked: true }))).toEqual([
    ...['settled', 'settled', 'settled', 'settled', 'none'],
  ])
})

it('what was paid stands by years, the newest first, and by months up to this one, those without a payment too', () => {
  const of = (date: string, amount: number, state: Payment['state'] = 'issued') =>
    paymentOf(date, { date: day(date), amount: cents(amount), state })
  const paid = [
    of('2025-12-31', 1),
    of('2026-01-01', 20),
    of('2026-02-28', 300, 'cleared'),
    of('2026-02-01', 4000),
    of('2026-02-02', 50_000, 'waiting'),
    of('2026-02-03', 60_000, 'cancelled'),
    of('2024-06-30', 7),
    of('2026-03-01', 9),
  ]
  expect(yearsPaid(paid)).toEqual([
    { year: '2026', count: 4, paid: 4329 },
    { year: '2025', count: 1, paid: 1 },
    { year: '2024', count: 1, paid: 7 },
  ])
  expect(monthsPaid(paid, day('2026-02-10'), 4)).toEqual([
    { month: '2025-11', paid: 0 },
    { month: '2025-12', paid: 1 },
    { month: '2026-01', paid: 20 },
    { month: '2026-02', paid: 4300 },
  ])
})
