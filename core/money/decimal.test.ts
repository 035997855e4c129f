import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  decimalText,
  exactCents,
  markProvenBy,
  readDecimal,
  roundedCents,
  sumDecimals,
  type Decimal,
} from './decimal'

const decimal = fc.record({
  units: fc.bigInt({ min: -(10n ** 11n), max: 10n ** 11n }),
  scale: fc.integer({ min: 0, max: 6 }),
})
/** Ten thousandths and smaller as a fraction of two whole numbers: the slow, obvious value. */
const same = (a: Decimal, b: Decimal): boolean =>
  a.units * 10n ** BigInt(b.scale) === b.units * 10n ** BigInt(a.scale)

describe('figures as a file holds them', () => {
  it('are read as they are written, under either mark, and say exactly what they are', () => {
    fc.assert(
      fc.property(decimal, fc.constantFrom('.' as const, ',' as const), (d, mark) => {
        const text = decimalText(d)
        const written = mark === '.' ? text : text.replaceAll(/[.,]/g, c => (c === '.' ? ',' : '.'))
        expect(same(readDecimal(written, mark)!, d)).toBe(true)
        // Where the file alone proves a mark, it is the one that was written with.
        expect(['either', undefined, mark]).toContain(markProvenBy(written))
      }),
    )
  })
  it('are rounded half away from zero, and to the cent only where that is asked', () => {
    fc.assert(
      fc.property(decimal, d => {
        const rounded = roundedCents(d)
        const [top, bottom] = [d.units * 100n, 10n ** BigInt(d.scale)]
        if (rounded === undefined) return
        const off = BigInt(rounded) * bottom - top
        const size = off < 0n ? -off : off
        expect(size * 2n <= bottom).toBe(true)
        if (size * 2n === bottom) expect(Math.abs(rounded)).toBeGreaterThan(Math.abs(Number(top / bottom)))
        const isWhole = (d.units * 100n) % 10n ** BigInt(d.scale) === 0n
        const trimmed = readDecimal(decimalText(d), '.')!
        expect(exactCents(trimmed) !== undefined).toBe(isWhole)
      }),
    )
  })
  it('add up exactly, whatever their decimals', () => {
    fc.assert(
      fc.property(fc.array(decimal, { maxLength: 20 }), list => {
        const million = list.reduce((n, d) => n + d.units * 10n ** BigInt(6 - d.scale), 0n)
        expect(same(sumDecimals(list), { units: million, scale: 6 })).toBe(true)
      }),
    )
  })
  it.each([
    ['1.234', 'either'],
    ['12.345', 'either'],
    ['0.005', '.'],
    ['.125', '.'],
    ['1234.567', '.'],
    ['1,234,567', '.'],
    ['1.234.567', ','],
    ['1.234,5', ','],
    ['12,34,567.00', '.'],
    ['12.5', '.'],
    ['7', undefined],
    ['1.2.3', undefined],
    ['x', undefined],
  ])('“%s” proves %s', (text, proof) => {
    expect(markProvenBy(text)).toBe(proof)
  })
})
