import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { idOf, type Id } from '../base/id'
import { must } from '../base/result'
import { open } from '../bills/bill'
import { billOf } from '../bills/test/bill'
import { cents, zero } from '../money/cents'
import { figures } from '../money/figures'
import { payee } from '../office/test/office'
import { mayAllocate } from './mayAllocate'
import { choosePart, onChoiceEvent } from './settleChoice'
import { settleable, wholly, type Choice, type Chosen } from './settleForm'

const today = must(plainDate('2026-11-24'))
const payees = new Map([[payee.id, payee]])
const none: Choice = new Map<Id<'bill'>, Chosen>()
const rowOf = (more: Parameters<typeof billOf>[0] = {}) => settleable([billOf(more)], payees, today)[0]!
const offered = { amount: cents(2_00), until: must(plainDate('2026-12-01')) }

describe('what is chosen in Settle', () => {
  it('is never more than the act allows, whatever is typed, and takes a discount with the whole bill only', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3_00, max: 900_00 }),
        fc.integer({ min: -10_00, max: 1000_00 }),
        fc.boolean(),
        (amount, typed, hasDiscount) => {
          const row = rowOf({ amount: cents(amount), ...(hasDiscount && { discount: offered }) })
          const chosen = onChoiceEvent(none, { kind: 'toggle', row })
          const next = choosePart(chosen, row, figures(cents(typed)))
          const paid = typed === amount - row.discount ? row.discount : 0
          const isAllowed = typed > 0 && typed + paid <= amount
          expect(next.ok).toBe(isAllowed)
          if (!next.ok) return
          const part = next.value.get(row.bill.id)!
          expect(part).toEqual({ whole: typed + paid, discount: paid })
          const allocation = { billId: row.bill.id, amount: cents(typed), discount: part.discount }
          expect(mayAllocate(row.bill, { payeeId: payee.id, date: today }, allocation).ok).toBe(true)
        },
      ),
    )
    expect(choosePart(none, rowOf({ amount: cents(-50_00) }), '50').ok).toBe(false)
    expect(choosePart(none, rowOf(), 'x').ok).toBe(false)
  })
  it('is ticked and unticked, with the discount or without it; a bill that is held stays out', () => {
    const row = rowOf({ discount: offered })
    const chosen = onChoiceEvent(none, { kind: 'toggle', row })
    expect(chosen.get(row.bill.id)).toEqual(wholly(row))
    expect(onChoiceEvent(chosen, { kind: 'toggle', row }).size).toBe(0)
    const without = onChoiceEvent(chosen, { kind: 'discount', row, taken: false })
    expect(without.get(row.bill.id)).toEqual({ whole: open(row.bill), discount: zero })
    expect(onChoiceEvent(without, { kind: 'discount', row, taken: true })).toEqual(chosen)
    const held = rowOf({ hold: { kind: 'held', why: 'short', at: '', by: '' } as never })
    expect(onChoiceEvent(none, { kind: 'toggle', row: held })).toBe(none)
  })
  it('follows the bills: what is no longer open, or held, goes out, and a discount that is over is not taken', () => {
    const [a, b, c] = ['a', 'b', 'c'].map(id => rowOf({ id: idOf(id), discount: offered }))
    const chosen = [a!, b!, c!].reduce((all, row) => onChoiceEvent(all, { kind: 'toggle', row }), none)
    const later = settleable(
      [{ ...a!.bill, settled: cents(60_00) }, b!.bill],
      payees,
      must(plainDate('2026-12-02')),
    )
    expect([...onChoiceEvent(chosen, { kind: 'list', list: later })]).toEqual([
      ['a', { whole: cents(40_00), discount: zero }],
      ['b', { whole: cents(100_00), discount: zero }],
    ])
  })
})
