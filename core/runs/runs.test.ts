import { describe, expect, it } from 'vitest'
import { random } from '../base/random'
import { idOf } from '../base/id'
import type { CheckNumber, NumberBook } from '../books/book'
import { stockById } from '../paper/builtIn'
import { shiftFrom } from './shift'
import { bySheets, sheetPlan, wayOf, type RunCheck } from './run'

const book: NumberBook = {
  id: idOf('b'),
  accountId: idOf('a'),
  kind: 'stationer’s stock',
  start: 101 as CheckNumber,
  end: 140 as CheckNumber,
}
const checks = (from: number, count: number): RunCheck[] =>
  Array.from({ length: count }, (_, i) => ({
    sheet: i + 1,
    place: 1,
    number: (from + i) as CheckNumber,
    paymentId: idOf(`p${i}`),
    outcome: null,
  }))
const shift = (
  list: readonly RunCheck[],
  from: number,
  actual: number,
  rows = new Map<CheckNumber, { fate: 'issued' | 'unused' }>(),
  said = new Map<CheckNumber, CheckNumber>(),
) => shiftFrom(list, said, from as CheckNumber, actual as CheckNumber, book, rows)

describe('which check goes on which sheet', () => {
  it('any count, sheet, first place and stacking: every check once, no empty place but before the first and after the last fed, and the pile reads from the first check down', () => {
    for (let seed = 1; seed <= 500; seed++) {
      const r = random(seed)
      const perSheet = r.one([1, 2, 3, 4])
      const [count, first, faceUp] = [r.between(0, 20), r.between(1, perSheet), r.next() < 0.5]
      const fed = sheetPlan(count, perSheet, first, faceUp)
      const why = JSON.stringify({ seed, count, perSheet, first, faceUp, fed })
      expect(
        fed
          .flat()
          .filter(i => i !== null)
          .sort((a, b) => a - b),
        why,
      ).toEqual(Array.from({ length: count }, (_, i) => i))
      expect(
        fed.every(s => s.length === perSheet && s.some(i => i !== null)),
        why,
      ).toBe(true)
      // Only the first sheet fed may begin later, only the last one may end sooner.
      const flat = fed.flat()
      expect(
        flat.slice(0, first - 1).every(i => i === null),
        why,
      ).toBe(true)
      const rest = flat.slice(first - 1)
      expect(
        rest.slice(0, count).every(i => i !== null),
        why,
      ).toBe(true)
      // As they come to lie: face up, the sheet fed last is on top.
      const pile = faceUp ? [...fed].reverse() : fed
      const read = pile.flat().filter(i => i !== null)
      expect(read, why).toEqual([...read].sort((a, b) => a - b))
      const back = bySheets(
        fed.flatMap((s, k) => s.flatMap((i, p) => (i === null ? [] : [{ sheet: k + 1, place: p + 1, i }]))),
        perSheet,
      )
      expect(
        back.map(s => s.map(c => c?.i ?? null)),
        why,
      ).toEqual(fed)
    }
  })
  it('a pack with its highest number on top counts down only in a printer that stacks face up', () => {
    const turned = { ...stockById('check-over-two-stubs-preprinted')!, packOrder: 'highest on top' as const }
    const printing = (stacking: 'face up' | 'face down') => ({
      printerId: idOf<'printer'>('p'),
      tray: 'T',
      fitId: null,
      stacking,
    })
    expect(wayOf(turned, printing('face up'))).toBe(-1)
    expect(wayOf(turned, printing('face down'))).toBe(1)
    expect(wayOf(stockById('check-over-two-stubs-blank')!, printing('face up'))).toBe(1)
  })
})

describe('a shift of numbers', () => {
  it('moves the sheet and all after it, and names what was skipped', () => {
    const found = shift(checks(101, 5), 103, 105)
    expect(found.ok && [...found.value.numbers]).toEqual([
      [101, 101],
      [102, 102],
      [103, 105],
      [104, 106],
      [105, 107],
    ])
    expect(found.ok && found.value.skipped).toEqual([103, 104])
  })
  it('backwards only where no sheet before carries the number; a second shift adds to the first', () => {
    const first = shift(checks(101, 5), 103, 105)
    const said = first.ok ? new Map(first.value.numbers) : new Map()
    const again = shift(checks(101, 5), 104, 110, new Map(), said)
    expect(again.ok && [...again.value.numbers.values()]).toEqual([101, 102, 105, 110, 111])
    expect(shift(checks(101, 5), 103, 102)).toMatchObject({ ok: false, refusal: { code: 'number-twice' } })
  })
  it('refuses a number outside the book, or one with a fate', () => {
    expect(shift(checks(101, 5), 101, 137)).toMatchObject({
      ok: false,
      refusal: { code: 'number-outside', value: 141 },
    })
    expect(
      shift(checks(101, 5), 101, 110, new Map([[112 as CheckNumber, { fate: 'issued' as const }]])),
    ).toMatchObject({ ok: false, refusal: { code: 'number-used', value: 112 } })
  })
})
