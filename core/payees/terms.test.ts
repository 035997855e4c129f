import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, daysBetween, plainDate } from '../base/dates'
import { must } from '../base/result'
import { cents } from '../money/cents'
import { discountOf, dueDate, readTerms, termsText, type Terms } from './terms'

const day = (text: string) => must(plainDate(text))
const terms = fc.record(
  {
    from: fc.constantFrom('date' as const, 'month end' as const, 'day of month' as const),
    days: fc.integer({ min: 1, max: 31 }),
    discount: fc.record({
      hundredths: fc.integer({ min: 1, max: 5000 }),
      within: fc.integer({ min: 0, max: 60 }),
    }),
  },
  { requiredKeys: ['from', 'days'] },
)

describe('terms', () => {
  it('are read as they are told', () => {
    fc.assert(fc.property(terms, t => void expect(must(readTerms(termsText(t as Terms)))).toEqual(t)))
    expect(must(readTerms('2/10, net 30'))).toEqual({
      from: 'date',
      days: 30,
      discount: { hundredths: 200, within: 10 },
    })
    expect(must(readTerms(' 1.5% / 10 NET 45 '))).toMatchObject({ discount: { hundredths: 150 }, days: 45 })
    expect(must(readTerms('30'))).toEqual({ from: 'date', days: 30 })
    expect(must(readTerms(''))).toEqual({ from: 'date', days: 0 })
    for (const text of ['on receipt', 'Due on receipt', 'Due upon receipt', 'immediate', 'C.O.D.', 'cash'])
      expect(must(readTerms(text)), text).toEqual({ from: 'date', days: 0 })
    for (const text of ['net 30', 'Net30', 'n/30', '30 days', 'net 30 days', 'due in 30 days'])
      expect(must(readTerms(text)), text).toEqual({ from: 'date', days: 30 })
    for (const text of ['end of month', 'EOM', 'month end', 'E.O.M.', 'end of the month'])
      expect(must(readTerms(text)), text).toEqual({ from: 'month end', days: 0 })
    for (const text of ['eom + 10', 'month end + 10', 'net 10 EOM', 'EOM 10 days', '10 days after month end'])
      expect(must(readTerms(text)), text).toEqual({ from: 'month end', days: 10 })
    for (const text of ['15th', 'due on the 15th', 'the 15th of the month'])
      expect(must(readTerms(text)), text).toEqual({ from: 'day of month', days: 15 })
    const two = { hundredths: 200, within: 10 }
    for (const text of ['2/10', '2 % 10 days', '2% 10'])
      expect(must(readTerms(text)), text).toEqual({ from: 'date', days: 10, discount: two })
    for (const text of ['2/10, n/30', '2% 10 days, net 30', '2 %/10 net 30'])
      expect(must(readTerms(text)), text).toEqual({ from: 'date', days: 30, discount: two })
    // Words of another kind are kept beside the days that a person gives.
    const kept = must(readTerms('per contract 7', 'terms', 21))
    expect(kept).toEqual({ from: 'date', days: 21, text: 'per contract 7' })
    expect(must(readTerms(termsText(kept)))).toEqual(kept)
  })
  it.each([
    ['net', 'terms-pattern'],
    ['two ten', 'terms-pattern'],
    ['net 400', 'terms-long'],
    ['2/400 net 30', 'terms-long'],
    ['60/10 net 30', 'terms-discount'],
  ])('“%s” is refused', (text, code) => {
    expect(readTerms(text)).toMatchObject({ ok: false, refusal: { code, field: 'terms' } })
  })
  it('fall due so many days after the date, or after the end of its month, weekends as they are', () => {
    expect(dueDate({ from: 'date', days: 30 }, day('2026-11-02'))).toBe('2026-12-02')
    expect(dueDate({ from: 'month end', days: 15 }, day('2026-11-02'))).toBe('2026-12-15')
    expect(dueDate({ from: 'month end', days: 0 }, day('2026-12-31'))).toBe('2026-12-31')
    expect(dueDate({ from: 'month end', days: 1 }, day('2028-02-01'))).toBe('2028-03-01')
    expect(dueDate({ from: 'date', days: 4 }, day('2026-11-24'))).toBe('2026-11-28')
    const on = (n: number, date: string) => dueDate({ from: 'day of month', days: n }, day(date))
    expect([on(15, '2026-11-02'), on(15, '2026-11-15'), on(15, '2026-11-16')]).toEqual([
      '2026-11-15',
      '2026-11-15',
      '2026-12-15',
    ])
    expect([on(31, '2026-11-02'), on(31, '2026-01-31'), on(30, '2026-02-03')]).toEqual([
      '2026-11-30',
      '2026-01-31',
      '2026-02-28',
    ])
  })
  it('the discount is the share of the bill, rounded half up once, within its days', () => {
    fc.assert(
      fc.property(terms, fc.integer({ min: 1, max: 1e11 }), (t, amount) => {
        const date = day('2026-11-02')
        const found = discountOf(t as Terms, date, cents(amount))
        if (!t.discount) {
          expect(found).toBeUndefined()
          return
        }
        const exact = (BigInt(amount) * BigInt(t.discount.hundredths) * 2n + 10_000n) / 20_000n
        expect(BigInt(found?.amount ?? 0)).toBe(exact)
        if (found) expect(daysBetween(date, found.until)).toBe(t.discount.within)
      }),
    )
    const two: Terms = { from: 'date', days: 30, discount: { hundredths: 200, within: 10 } }
    expect(discountOf(two, day('2026-11-02'), cents(-5000))).toBeUndefined()
    expect(discountOf(two, day('2026-11-02'), cents(24))).toBeUndefined()
    expect(discountOf(two, day('2026-11-02'), cents(25))).toEqual({
      until: addDays(day('2026-11-02'), 10),
      amount: 1,
    })
  })
})
