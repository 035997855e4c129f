import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cents, sum, zero } from '../money/cents'
import { company, drawKnown, payee } from '../office/test/office'
import { draw } from './draw'
import type { Payee } from '../payees/payee'
import {
  checksToCome,
  discountsLost,
  proposal,
  settleable,
  weeksOut,
  wholly,
  type SettleManner,
} from './settleForm'
import { reallocated } from './reallocate'
import { billOf } from '../bills/test/bill'

const today = must(plainDate('2026-11-24'))
const second: Payee = { ...payee, id: idOf('p2'), name: 'Arc & Bead' }
const payees = new Map([payee, second].map(p => [p.id, p]))
const stamp = { at: '2026-11-24T10:00:00Z', by: 'Test' }
let made = 0
const how = (more: Partial<SettleManner> = {}): SettleManner => ({
  perBill: false,
  accountOf: () => idOf('acc'),
  date: today,
  newId: () => idOf(`pay ${++made}`),
  ...more,
})
const bills = fc
  .array(
    fc.record({
      amount: fc.oneof(fc.integer({ min: 1, max: 90_000 }), fc.integer({ min: -4000, max: -1 })),
      due: fc.integer({ min: -20, max: 40 }),
      off: fc.integer({ min: 0, max: 30 }),
      until: fc.integer({ min: -5, max: 20 }),
      whose: fc.constantFrom(payee.id, second.id),
      held: fc.boolean(),
    }),
    { maxLength: 12 },
  )
  .map(list =>
    list.map((b, i) =>
      billOf({
        number: `N${i}`,
        amount: cents(b.amount),
        due: addDays(today, b.due),
        payeeId: b.whose,
        ...(b.off > 0 &&
          b.off < b.amount && { discount: { until: addDays(today, b.until), amount: cents(b.off) } }),
        ...(b.held && i % 5 === 0 && { hold: { kind: 'held' as const, why: 'no goods' } }),
      }),
    ),
  )

describe('settling', () => {
  it('whatever is open: what is proposed can be drawn, each bill once, and the checks come to what was chosen', () => {
    fc.assert(
      fc.property(bills, fc.boolean(), (open, perBill) => {
        const list = settleable(open, payees, today)
        const choice = proposal(list, addDays(today, 7), today)
        const checks = checksToCome(list, choice, how({ perBill }))
        expect(checks.flatMap(c => c.bills.map(b => b.id)).sort()).toEqual([...choice.keys()].sort())
        expect(sum(checks.map(c => c.draw.amount))).toBe(
          sum([...choice.values()].map(c => cents(c.whole - c.discount))),
        )
        for (const s of list.filter(s => s.reason)) expect(choice.has(s.bill.id)).toBe(false)
        for (const c of checks) {
          if (perBill && c.draw.amount <= 0) continue
          expect(c.draw.amount).toBeGreaterThan(0)
          const drawn = draw(
            drawKnown({ payee: c.payee, bills: c.bills, payables: company.payables }),
            c.draw,
            stamp,
          )
          const [payment] = must(drawn).changes.payments
          expect(sum(payment!.lines.map(l => l.amount))).toBe(c.draw.amount)
          expect(payment!.lines.every(l => l.gross === l.amount + (l.discount ?? 0))).toBe(true)
        }
      }),
    )
  })
  it('what is held, needs approval or is a draft stands after the others with its reason, and what is in the lane last', () => {
    const list = settleable(
      [
        billOf({ number: 'A', promised: cents(10_000) }),
        billOf({ number: 'B', hold: { kind: 'disputed', why: 'short' } }),
        billOf({ number: 'C', payeeId: second.id }),
        billOf({ number: 'D', due: addDays(today, 60) }),
        billOf({ number: 'E', stage: 'paid' }),
        billOf({ number: 'F', stage: 'waits' }),
        billOf({ number: 'G', stage: 'draft' }),
      ],
      new Map([
        [payee.id, payee],
        [second.id, { ...second, onHold: true, holdWhy: 'a quarrel' }],
      ]),
      today,
    )
    expect(list.map(s => [s.bill.number, s.reason])).toEqual([
      ['D', ''],
      ['B', 'bill B is disputed: short'],
      ['C', 'Arc & Bead is on hold: a quarrel'],
      ['F', 'needs approval'],
      ['G', 'draft, finish it under Bills'],
      ['A', 'in the lane'],
    ])
  })
  it('a bill due later is proposed where its discount would be lost within a week', () => {
    const due = addDays(today, 25)
    const soon = billOf({ number: 'S', due, discount: { until: addDays(today, 7), amount: cents(200) } })
    const late = billOf({ number: 'L', due, discount: { until: addDays(today, 8), amount: cents(200) } })
    const over = billOf({ number: 'O', due, discount: { until: addDays(today, -1), amount: cents(200) } })
    const list = settleable([soon, late, over], payees, today)
    expect([...proposal(list, addDays(today, 7), today).keys()]).toEqual([soon.id])
    expect(list.map(s => wholly(s).discount)).toEqual([200, 200, 0])
    expect(discountsLost([soon, late, over], today, addDays(today, 7))).toBe(200)
  })
  it('a bill of which a part was paid has no discount any more', () => {
    const bill = billOf({ settled: cents(1), discount: { until: today, amount: cents(200) } })
    expect(settleable([bill], payees, today)[0]?.discount).toBe(0)
  })
  it('money goes out in the week it falls due, overdue bills in the first, and the balance follows', () => {
    const weeks = weeksOut(
      [-3, 0, 6, 7, 20].map(n => billOf({ number: `W${n}`, due: addDays(today, n) })),
      cents(60_000),
      today,
      3,
    )
    expect(weeks.map(w => [w.out, w.after])).toEqual([
      [30_000, 30_000],
      [10_000, 20_000],
      [10_000, 10_000],
    ])
  })
})

describe('a payment of bills with another amount', () => {
  it('takes it from the last bill on, never beyond what is open; its parts add up', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 2, max: 9000 }), fc.integer({ min: 0, max: 9000 })), {
          minLength: 1,
          maxLength: 5,
        }),
        fc.integer({ min: 1, max: 60_000 }),
        (parts, amount) => {
          const of = parts.map(([pays, more], i) =>
            billOf({ number: `R${i}`, amount: cents(pays + more), promised: cents(pays) }),
          )
          const settles = of.map((b, i) => ({ billId: b.id, amount: cents(parts[i]![0]), discount: zero }))
          const payment = must(
            draw(
              drawKnown({ bills: of.map(b => ({ ...b, promised: zero })), payables: company.payables }),
              {
                id: idOf('x'),
                payee,
                address: [],
                date: today,
                amount: sum(settles.map(a => a.amount)),
                memo: '',
                lines: [],
                split: [],
                settles,
              },
              stamp,
            ),
          ).changes.payments[0]!
          const next = reallocated(payment, cents(amount), new Map(of.map(b => [b.id, b])))
          expect(next.ok).toBe(amount <= sum(of.map(b => b.amount)))
          if (!next.ok) {
            expect(next.refusal.code).toBe('bills-less')
            return
          }
          const now = next.value.settles!.bills
          expect(sum(now.map(a => a.amount))).toBe(amount)
          expect(sum(next.value.lines.map(l => l.amount))).toBe(amount)
          for (const a of now) {
            expect(a.amount).toBeGreaterThan(0)
            expect(a.amount).toBeLessThanOrEqual(of.find(b => b.id === a.billId)!.amount)
          }
        },
      ),
    )
  })
})
