import { describe, expect, it } from 'vitest'
import { plainDate, type PlainDate } from '../base/dates'
import { must } from '../base/result'
import { cents } from '../money/cents'
import { answersTo, billSums, dueWithin, inTurn, notWanted } from './billsShown'
import { billOf } from './test/bill'

const day = (text: string): PlainDate => must(plainDate(text))
const today = day('2026-11-24')
const bill = billOf({
  ...{ number: 'QZ-88', ourNumber: 77, purchaseOrder: 'PO-9', memo: 'Oak planks' },
  ...{ amount: cents(1_234_50), due: day('2026-12-01') },
})

describe('bills that are looked for', () => {
  it.each([
    ['qz-8', true],
    ['po-9', true],
    ['oak p', true],
    ['77', true],
    ['7', false],
    ['1,234.5', true],
    ['pine', false],
  ])('by “%s”: %s', (text, found) => {
    expect(answersTo(bill, text, false)).toBe(found)
    expect(answersTo(bill, text, true)).toBe(true)
    const told = found ? '' : 'not what is looked for'
    expect(notWanted(bill, { text, due: 'any' }, 'Cobalt Rope', today)).toBe(told)
    expect(notWanted(bill, { text, due: 'any' }, `Of ${text.toUpperCase()} yard`, today)).toBe('')
  })
  it.each([
    ['2026-11-23', ['', '', '', '']],
    ['2026-11-24', ['', 'not overdue', '', '']],
    ['2026-12-01', ['', 'not overdue', '', '']],
    ['2026-12-02', ['', 'not overdue', 'due later', '']],
    ['2026-12-08', ['', 'not overdue', 'due later', '']],
    ['2026-12-09', ['', 'not overdue', 'due later', 'due later']],
  ])('due on %s', (due, told) => {
    const of = { ...bill, due: day(due) }
    expect(dueWithin.map(within => notWanted(of, { text: '', due: within }, '', today))).toEqual(told)
  })
  it('stand in turn: by due date, then by our number, what is settled in the lane already last', () => {
    const of = (ourNumber: number, due: string, promised = 0) =>
      billOf({ ourNumber, due: day(due), promised: cents(promised) })
    const list = [
      of(4, '2026-11-02', 10_000),
      of(3, '2026-11-09'),
      of(2, '2026-11-09'),
      of(1, '2026-11-12', 5000),
    ]
    expect(inTurn(list).map(b => b.ourNumber)).toEqual([2, 3, 1, 4])
    expect(list.map(b => b.ourNumber)).toEqual([4, 3, 2, 1])
    const waits = { ...of(5, '2026-11-09'), stage: 'waits' as const }
    expect(billSums([...list, waits])).toEqual({ count: 5, open: 25_000 })
  })
})
