import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { builtInStocks } from './builtIn'
import { nextPanel, perforationsOf } from './ownStock'
import { ticks } from './ruler'

describe('a stock of one’s own', () => {
  it('perforates along every edge between panels, and nowhere at the sheet’s own edges', () => {
    const sheet = { w: 200, h: 300 }
    const panels = [
      { role: 'check' as const, place: 1, x: 0, y: 0, w: 200, h: 90 },
      { role: 'stub1' as const, place: 1, x: 0, y: 90, w: 120, h: 210 },
      { role: 'stub2' as const, place: 1, x: 120, y: 90, w: 80, h: 210 },
    ]
    expect(perforationsOf({ sheet, panels })).toEqual([
      { x1: 0, y1: 90, x2: 200, y2: 90 },
      { x1: 120, y1: 90, x2: 120, y2: 300 },
    ])
    for (const stock of builtInStocks)
      for (const p of perforationsOf(stock)) {
        expect(Math.min(p.x2 - p.x1, p.y2 - p.y1)).toBe(0)
        expect(Math.max(p.x2, p.y2)).toBeLessThanOrEqual(Math.max(stock.sheet.w, stock.sheet.h))
      }
  })
  it('one more panel lies on the sheet, however full it is', () => {
    const lengths = fc.record({ w: fc.integer({ min: 60, max: 400 }), h: fc.integer({ min: 60, max: 400 }) })
    fc.assert(
      fc.property(lengths, fc.integer({ min: 0, max: 400 }), (sheet, used) => {
        const first = { role: 'check' as const, place: 1, x: 0, y: 0, w: sheet.w, h: Math.min(used, sheet.h) }
        const more = nextPanel({ sheet, panels: [first] })
        expect(more.y + more.h).toBeLessThanOrEqual(sheet.h + 1e-9)
        expect([more.role, more.h >= 10]).toEqual(['stub1', true])
      }),
    )
  })
})

describe('a ruler', () => {
  it('numbers centimetres and inches, and marks no further than it is long', () => {
    const inches = ticks(25.4 * 2, 'in', 3)
    expect(inches).toHaveLength(17)
    expect(inches.filter(t => t.long).map(t => t.label)).toEqual(['0', '1', '2'])
    expect(ticks(20, 'mm', 5).map(t => t.at)).toHaveLength(21)
    expect(ticks(20, 'mm', 2).map(t => [t.at, t.label])).toEqual([
      [0, '0'],
      [5, ''],
      [10, '10'],
      [15, ''],
      [20, '20'],
    ])
  })
})
