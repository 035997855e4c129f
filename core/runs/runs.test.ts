import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { random } from '../base/random'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import { stockById } from '../paper/builtIn'
import type { Signing } from '../accounts/account'
import { bySheets, plan, sheetPlan, wayOf, type Run } from './run'
import { shiftFrom } from './shift'
import { book, byKey, checksOf, n, paymentOf, rowOf, rowsOf, runOf } from './test/run'

const [a, b, c] = [paymentOf('a'), paymentOf('b'), paymentOf('c')]
const stock = stockById('check-over-two-stubs-blank')!
const three = stockById('three-checks-blank')!
const signing: Signing = { secondAbove: null, prints: [0] }

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

describe('which number goes on which sheet', () => {
  const placed = (more: Partial<Run>, on = three) =>
    must(
      plan(runOf(['a', 'b', 'c'], { top: n(101), ...more }), byKey(a, b, c), book, new Map(), on, signing),
    ).map(p => `${p.payment.id} ${p.number} on ${p.sheet}/${p.place}`)
  const faceUp = { printerId: idOf<'printer'>('p'), tray: '', fitId: null, stacking: 'face up' as const }

  it('follows the payments where we print the numbers, the sheets as they are fed where the stationer did', () => {
    expect(placed({ firstPlace: 3 })).toEqual(['a 101 on 1/3', 'b 102 on 2/1', 'c 103 on 2/2'])
    expect(placed({ firstPlace: 2, printing: faceUp })).toEqual([
      'a 101 on 2/1',
      'b 102 on 1/2',
      'c 103 on 1/3',
    ])
    expect(placed({ firstPlace: 2, printing: faceUp }, { ...three, numbered: true })).toEqual([
      'a 103 on 2/1',
      'b 101 on 1/2',
      'c 102 on 1/3',
    ])
  })
  it('counts down in a pack with its highest number on top that comes to lie face up', () => {
    const pack = { ...stock, numbered: true, packOrder: 'highest on top' as const }
    expect(placed({ top: n(120), printing: faceUp }, pack)).toEqual([
      'a 118 on 3/1',
      'b 119 on 2/1',
      'c 120 on 1/1',
    ])
  })
  it('moves with the paper: what is said of one sheet holds for all fed after it', () => {
    const checks = checksOf(101, a, b, c)
    const shifted = (from: number, to: number, rows = rowsOf(), said = new Map(), of = checks) =>
      cameTo(shiftFrom(of, said, n(from), n(to), book, rows))
    expect(shifted(102, 104)).toEqual({
      numbers: new Map([
        [101, 101],
        [102, 104],
        [103, 105],
      ]),
      skipped: [102, 103],
    })
    expect(shifted(102, 101)).toBe('number-twice (number, 101) Number 101 is on an earlier sheet.')
    expect(shifted(103, 121)).toBe(
      'number-outside (number, 121) Number 121 is not in the number book, which has 101 to 120.',
    )
    expect(shifted(103, 104, rowsOf(rowOf(104, 'voided')))).toBe(
      'number-used (number, 104) Number 104 is already voided. A number can only be used once.',
    )
    expect(shifted(103, 104, rowsOf(rowOf(104, 'unused')))).toMatchObject({ skipped: [103] })
    // Its own numbers are on paper, and may stand in for one another.
    const own = rowsOf(rowOf(102, 'on paper', b), rowOf(103, 'on paper', c))
    expect(shifted(102, 103, own)).toMatchObject({ skipped: [102] })
    expect(
      shifted(
        103,
        105,
        own,
        new Map([
          [n(102), n(103)],
          [n(103), n(104)],
        ]),
      ),
    ).toMatchObject({
      numbers: new Map([
        [101, 101],
        [102, 103],
        [103, 105],
      ]),
    })
    // As they were fed, whatever order they are listed in.
    expect(shifted(102, 104, rowsOf(), new Map(), [...checks].reverse())).toEqual(shifted(102, 104))
    const onOne = checks.map((check, i) => ({ ...check, sheet: 1, place: i + 1 }))
    expect(shifted(102, 104, rowsOf(), new Map(), onOne.toReversed())).toEqual(shifted(102, 104))
  })
})
