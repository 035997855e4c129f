import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { inOrder, type Column } from './rowTable'

interface Row {
  readonly id: string
  readonly name: string
  readonly amount: number
}
const columns: readonly Column<Row>[] = [
  { key: 'name', title: 'Name', sort: r => r.name },
  { key: 'amount', title: 'Amount', sort: r => r.amount },
  { key: 'memo', title: 'Memo' },
]
const rows = fc.uniqueArray(
  fc.record({
    id: fc.uuid(),
    name: fc.constantFrom('Åse', 'azure', 'Zebra', ''),
    amount: fc.integer({ min: -9, max: 9 }),
  }),
  { selector: r => r.id },
)

describe('the order of a list', () => {
  it('is by the column that was asked for, loses no row, and keeps those that are alike as they came', () => {
    fc.assert(
      fc.property(rows, fc.boolean(), (list, down) => {
        const found = inOrder(list, columns, { key: 'amount', down })
        expect([...found].sort((a, b) => a.id.localeCompare(b.id))).toEqual(
          [...list].sort((a, b) => a.id.localeCompare(b.id)),
        )
        found.forEach((row, i) => {
          const next = found[i + 1]
          if (!next) return
          const step = (next.amount - row.amount) * (down ? -1 : 1)
          expect(step).toBeGreaterThanOrEqual(0)
          if (step === 0) expect(list.indexOf(row)).toBeLessThan(list.indexOf(next))
        })
      }),
    )
  })
  it('is the one it came in where nothing sorts', () => {
    fc.assert(
      fc.property(rows, list => {
        expect(inOrder(list, columns, undefined)).toBe(list)
        expect(inOrder(list, columns, { key: 'memo', down: true })).toBe(list)
      }),
    )
  })
})
