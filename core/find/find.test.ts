import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readQuery, type Findable } from './find'
import { find, FindIndex } from './findIndex'

const check = (number: number, text: string, amount: number, day = '2026-11-01'): Findable => ({
  id: `n${number}`,
  text,
  number,
  amount,
  day,
})
const ids = (all: readonly Findable[], typed: string): string[] =>
  find([new FindIndex('check', all)], readQuery(typed), 50).flatMap(g => [...g.ids])

describe('find', () => {
  const all = [
    check(4055, 'cobalt rope & rigging hemp', 120_450),
    check(40_551, 'saltgrass bakery', 405_500),
    check(12, 'tidegate harbor dues berth 4055', 1204),
  ]
  it.each([
    ['4055', ['n4055', 'n40551', 'n12']],
    ['1,204.5', ['n4055']],
    ['$1,204.50', ['n4055']],
    ['1204', ['n4055']],
    ['12.04', ['n12']],
    ['rope cobalt', ['n4055']],
    ['ROPE', ['n4055']],
    ['1,2045', []],
    ['  ', []],
  ])('“%s”', (typed, found) => {
    expect(ids(all, typed)).toEqual(found)
  })
  it('finds any amount by its figures as a person writes them, and nothing that it is not', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9_999_999_99 }),
        fc.integer({ min: 0, max: 3 }),
        (amount, way) => {
          const [whole, rest] = [Math.floor(amount / 100), String(amount % 100).padStart(2, '0')]
          const grouped = whole.toLocaleString('en-US')
          const typed = [
            `${whole}.${rest}`,
            `${grouped}.${rest}`,
            `$${grouped}.${rest}`,
            `-${grouped}.${rest}`,
          ][way]!
          expect(ids([check(1, 'x', amount), check(2, 'x', amount + 1)], typed)).toEqual(['n1'])
        },
      ),
    )
  })
  it('gives the best of each kind, as a slow search over all of them would, and counts the others', () => {
    const word = fc.constantFrom('oak', 'rope', 'hemp', 'berth')
    const kinds = ['check', 'bill', 'payee'] as const
    const one = fc.record({
      kind: fc.constantFrom(...kinds),
      text: fc.array(word, { minLength: 1, maxLength: 3 }).map(w => w.join(' ')),
      day: fc.integer({ min: 10, max: 30 }).map(d => `2026-11-${d}`),
    })
    fc.assert(
      fc.property(
        fc.array(one, { maxLength: 60 }),
        word,
        fc.integer({ min: 1, max: 5 }),
        (rows, typed, most) => {
          const all = rows.map((r, i) => ({ ...r, id: String(i) }))
          const lists = kinds.map(
            kind =>
              new FindIndex(
                kind,
                all.filter(r => r.kind === kind),
              ),
          )
          for (const { kind, ids: best, count } of find(lists, readQuery(typed), most)) {
            const fits = all.filter(r => r.kind === kind && r.text.includes(typed))
            expect(count).toBe(fits.length)
            const slow = [...fits].sort((a, b) => {
              const rank = (r: Findable): number => (r.text.startsWith(typed) ? 0 : 1)
              return rank(a) - rank(b) || (a.day < b.day ? 1 : a.day > b.day ? -1 : 0)
            })
            const shown = (r: Findable | undefined) => r && [r.text.startsWith(typed), r.day]
            expect(best.map(id => shown(all[Number(id)]))).toEqual(slow.slice(0, most).map(shown))
          }
        },
      ),
    )
  })
  it('finds by digits, amounts and any words exactly what a person would point at, in several lists as in one', () => {
    const word = fc.constantFrom('oak', 'oakum', 'r4', '12', '4', 'hemp 12', '')
    const one = fc.record({
      text: fc.array(word, { maxLength: 3 }).map(w => w.filter(Boolean).join(' ')),
      number: fc.option(fc.constantFrom(1, 4, 12, 40, 120, 1204, 4055), { nil: undefined }),
      amount: fc.option(fc.constantFrom(100, 400, -400, 1200, 1204, 120_450, 12), { nil: undefined }),
    })
    const typed = fc.constantFrom(
      '4',
      '12',
      '120',
      '1204',
      '1,204.5',
      '12.0',
      'oak',
      'oak 12',
      '4 r',
      'm',
      '04',
      '-4',
    )
    fc.assert(
      fc.property(fc.array(one, { maxLength: 30 }), typed, fc.nat(30), (rows, text, at) => {
        const all = rows.map((r, i): Findable => {
          const { number, amount } = r
          const figures = { ...(number !== undefined && { number }), ...(amount !== undefined && { amount }) }
          return { id: String(i), day: '', text: r.text, ...figures }
        })
        const size = text.replace(/[-,]/g, '')
        const isFigure = /^\d+(\.\d*)?$/.test(size)
        const pointedAt = all.filter(
          r =>
            (/^\d+$/.test(text) && r.number !== undefined && String(r.number).startsWith(text)) ||
            (isFigure &&
              r.amount !== undefined &&
              (size.includes('.')
                ? (Math.abs(r.amount) / 100).toFixed(2).startsWith(size)
                : Math.floor(Math.abs(r.amount) / 100) === Number(size))) ||
            text.split(' ').every(w => r.text.includes(w)),
        )
        const lists = [new FindIndex('bill', all.slice(0, at)), new FindIndex('bill', all.slice(at))]
        const found = find(lists, readQuery(text), 50)
        const sorted = (list: readonly string[]): string[] => [...list].sort()
        expect(sorted(found.flatMap(g => [...g.ids]))).toEqual(sorted(pointedAt.map(r => r.id)))
      }),
      { numRuns: 2000 },
    )
  })
  it('costs at most twice a plain filter of the same 100,000 rows', () => {
    const many = Array.from({ length: 100_000 }, (_, i) =>
      check(1000 + i, `payee number ${i % 977} for hemp and oak ${i}`, i * 37),
    )
    const index = [new FindIndex('check', many)]
    const timed = (work: () => unknown): number => {
      work()
      const at = performance.now()
      for (let i = 0; i < 5; i++) work()
      return performance.now() - at
    }
    const ours = timed(() => find(index, readQuery('hemp 9'), 6))
    const plain = timed(() =>
      many
        .filter(r => r.text.includes('hemp') && r.text.includes('9'))
        .sort((a, b) => (a.day < b.day ? 1 : -1)),
    )
    expect(ours).toBeLessThan(plain * 2)
  })
})
