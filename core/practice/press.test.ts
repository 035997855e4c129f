import { describe, expect, it } from 'vitest'
import { random } from '../base/random'
import { asStacked, faultKinds, faultsBySeed, feed, numbersOf, type Pack, type PressFault } from './press'
import { outcomeOf } from './report'

const pack = (more: Partial<Pack> = {}): Pack => ({
  top: 100,
  order: 'lowest on top',
  sheets: 50,
  firstPlace: 1,
  ...more,
})
const came = (pages: number, faults: readonly PressFault[], more: Partial<Pack> = {}, perSheet = 1) =>
  feed(pages, pack(more), perSheet, faults)

describe('feeding a pack', () => {
  it('any faults: pages come out in order and at most once, sheets leave the pack one after the other, each number once', () => {
    for (let seed = 1; seed <= 400; seed++) {
      const r = random(seed)
      const pages = r.between(1, 30)
      const perSheet = r.one([1, 1, 3])
      const told = pack({
        order: r.one(['lowest on top', 'highest on top']),
        sheets: r.between(0, 40),
        top: 5000,
      })
      const faults = Array.from({ length: r.between(0, 5) }, (): PressFault => ({
        kind: r.one(faultKinds),
        at: r.between(1, 35),
      }))
      const out = feed(pages, told, perSheet, faults)
      const why = `seed ${seed}`
      const printed = out.sheets.filter(s => s.came === 'printed').map(s => s.page)
      expect(printed, why).toEqual(Array.from({ length: printed.length }, (_, i) => i + 1))
      expect(
        out.sheets.map(s => s.sheet),
        why,
      ).toEqual(Array.from({ length: out.sheets.length }, (_, i) => i + 1))
      const numbers = out.sheets.flatMap(s => s.numbers)
      expect(new Set(numbers).size, why).toBe(out.sheets.length * perSheet)
      expect(out.end === 'all printed', why).toEqual(printed.length === pages)
      if (out.end === 'out of paper') expect(out.sheets.length, why).toBe(told.sheets)
      expect(asStacked(asStacked(out.sheets, 'face up'), 'face up'), why).toEqual(out.sheets)
    }
  })
  it('a jam tears a sheet and its page prints again; two at once leave one blank; a part-used sheet and a pack turned over count as they should', () => {
    expect(came(3, [{ kind: 'jam', at: 2 }]).sheets.map(s => [s.page, s.numbers[0], s.came])).toEqual([
      [1, 100, 'printed'],
      [2, 101, 'jammed'],
      [2, 102, 'printed'],
      [3, 103, 'printed'],
    ])
    expect(came(3, [{ kind: 'double feed', at: 2 }]).sheets.map(s => [s.page, s.numbers[0]])).toEqual([
      [1, 100],
      [2, 101],
      [null, 102],
      [3, 103],
    ])
    expect(came(3, [{ kind: 'stopped', at: 2 }])).toMatchObject({
      end: 'stopped',
      sheets: [{ page: 1 }, { page: 2 }],
    })
    expect(numbersOf(pack({ firstPlace: 2 }), 3, 0)).toEqual([99, 100, 101])
    expect(numbersOf(pack({ firstPlace: 2 }), 3, 1)).toEqual([102, 103, 104])
    expect(numbersOf(pack({ order: 'highest on top' }), 3, 1)).toEqual([97, 98, 99])
    expect(numbersOf(pack({ top: null }), 1, 4)).toEqual([])
    const told = (pages: number, faults: PressFault[]) => {
      const { sheets, end } = came(pages, faults)
      return outcomeOf({ sheets, state: end })
    }
    expect(told(3, [])).toEqual({ text: '3 printed', clean: true })
    expect(
      told(3, [
        { kind: 'double feed', at: 1 },
        { kind: 'jam', at: 4 },
      ]),
    ).toEqual({ text: '3 printed, 1 jammed, 1 blank', clean: false })
    expect(
      told(3, [
        { kind: 'upside down', at: 1 },
        { kind: 'stopped', at: 2 },
      ]),
    ).toEqual({ text: '2 printed, 1 upside down; stopped', clean: false })
    expect(faultsBySeed(7, 20)).toEqual(faultsBySeed(7, 20))
  })
})
