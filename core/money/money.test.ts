import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { must } from '../base/result'
import { cents, MOST_CENTS, parseAmount, payable, sum } from './cents'
import { figures } from './figures'
import { split } from './split'
import { words } from './words'

const payableCents = fc.integer({ min: 1, max: MOST_CENTS })

/** Reads an amount in words back, word by word: the slow, independent other way round. */
function numberOf(text: string): number {
  const value: Record<string, number> = { zero: 0 }
  'one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(' ').forEach((w, i) => { value[w] = i + 1 })
  'twenty thirty forty fifty sixty seventy eighty ninety'.split(' ').forEach((w, i) => { value[w] = (i + 2) * 10 })
  const m = /^(.+) and (\d\d)\/100 dollars$/.exec(text.toLowerCase())
  if (!m) throw new Error(`not an amount in words: ${text}`)
  let whole = 0
  let group = 0
  for (const word of m[1]!.split(/[ -]/)) {
    if (word === 'hundred') group *= 100
    else if (word === 'thousand' || word === 'million') { whole += group * (word === 'million' ? 1_000_000 : 1000); group = 0 }
    else if (word in value) group += value[word]!
    else throw new Error(`unknown word ${word}`)
  }
  return (whole + group) * 100 + Number(m[2])
}

describe('amount in words', () => {
  it('says what a check says', () => {
    const said = (n: number) => must(words(cents(n)))
    expect(said(123_456)).toBe('One thousand two hundred thirty-four and 56/100 dollars')
    expect(said(1)).toBe('Zero and 01/100 dollars')
    expect(said(100_000_000)).toBe('One million and 00/100 dollars')
    expect(said(1_900_000)).toBe('Nineteen thousand and 00/100 dollars')
    expect(said(MOST_CENTS)).toBe('Nine hundred ninety-nine million nine hundred ninety-nine thousand nine hundred ninety-nine and 99/100 dollars')
  })
  it('reads back as the same amount, always', () => {
    fc.assert(fc.property(payableCents, (n) => { expect(numberOf(must(words(cents(n))))).toBe(n) }), { numRuns: 3000 })
  })
  it('refuses nothing, less than nothing and too much, with a reason', () => {
    for (const [n, code] of [[0, 'amount-zero'], [-5, 'amount-negative'], [MOST_CENTS + 1, 'amount-too-large']] as const) {
      const said = words(cents(n))
      expect(said.ok ? '' : said.refusal.code).toBe(code)
      expect(payable(cents(n)).ok).toBe(false)
    }
  })
})

describe('figures and typed amounts', () => {
  it('are each other the other way round', () => {
    fc.assert(fc.property(fc.integer({ min: -MOST_CENTS, max: MOST_CENTS }), (n) => { expect(must(parseAmount(figures(cents(n))))).toBe(n) }))
  })
  it('carry sign and stars on the face of the check', () => {
    expect(figures(cents(123_456), { sign: '$', stars: 2 })).toBe('$**1,234.56')
    expect(figures(cents(-5))).toBe('-0.05')
  })
  it.each(['', '  ', '1,23.00', '12.345', '1e3', '١٢', 'abc', '1 234', '1.2.3', '--1', '999999999999'])('refuses “%s”', (text) => {
    expect(parseAmount(text).ok).toBe(false)
  })
})

describe('split', () => {
  it('adds up to the total, each part within a cent of its share', () => {
    fc.assert(fc.property(fc.integer({ min: -MOST_CENTS, max: MOST_CENTS }), fc.array(fc.nat(1000), { minLength: 1, maxLength: 12 }), (total, weights) => {
      const all = weights.reduce((a, b) => a + b, 0)
      fc.pre(all > 0)
      const parts = split(cents(total), weights)
      expect(sum(parts)).toBe(total)
      parts.forEach((part, i) => expect(Math.abs(part - total * weights[i]! / all)).toBeLessThan(1 + 1e-3))
    }))
  })
  it('throws on weights that mean nothing', () => {
    expect(() => split(cents(5), [0, 0])).toThrow(RangeError)
    expect(() => split(cents(5), [1.5])).toThrow(RangeError)
  })
})
