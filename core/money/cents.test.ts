import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { add, cents, MOST_CENTS, parseAmount, payable, subtract } from './cents'
import { counted, moneyWord } from './currency'

const whole = fc.integer({ min: -MOST_CENTS, max: MOST_CENTS })

describe('minor units', () => {
  it('are added and taken away exactly, and are never a fraction', () => {
    fc.assert(
      fc.property(whole, whole, (a, b) => {
        expect(add(cents(a), cents(b))).toBe(a + b)
        expect(subtract(cents(a), cents(b))).toBe(a - b)
      }),
    )
    for (const odd of [0.5, Number.NaN, Infinity, 2 ** 53]) expect(() => cents(odd)).toThrow(/whole number/)
  })
})

describe('an amount as it is typed', () => {
  it.each([
    [' 12 ', 1200],
    ['.5', 50],
    ['12.', 1200],
    ['$ 1,234.56', 123_456],
    ['-0.01', -1],
    ['12,34,567.00', 123_456_700],
    ['1,12,34,567', 1_123_456_700],
    ['999,999,999.99', MOST_CENTS],
  ])('%s is understood', (text, n) => expect(parseAmount(text)).toEqual({ ok: true, value: n }))

  it.each([
    ['', 'amount-blank', {}],
    ['  ', 'amount-blank', {}],
    ['.', 'amount-pattern', { value: '.' }],
    ['1.234', 'amount-pattern', { value: '1.234' }],
    ['1,23', 'amount-pattern', { value: '1,23' }],
    ['12,345,67', 'amount-pattern', { value: '12,345,67' }],
    ['twelve', 'amount-pattern', { value: 'twelve' }],
    ['1000000000', 'amount-too-large', { value: '1000000000', limit: MOST_CENTS }],
  ])('“%s” is refused at its field', (text, code, more) => {
    const read = parseAmount(text, 'here')
    expect(read).toMatchObject({ ok: false, refusal: { code, field: 'here', ...more } })
    expect(!read.ok && read.refusal.text).toMatch(/\w/)
    expect(parseAmount(text)).toMatchObject({ refusal: { field: 'amount' } })
  })
})

describe('an amount that a check may carry', () => {
  it.each([1, MOST_CENTS])('%s may', n => expect(payable(cents(n))).toEqual({ ok: true, value: n }))
  it.each([
    [0, 'amount-zero'],
    [-1, 'amount-negative'],
    [MOST_CENTS + 1, 'amount-too-large'],
    [Number.NaN, 'amount-pattern'],
  ])('%s may not', (n, code) => {
    const said = payable(n as never, 'net')
    expect(said).toMatchObject({ ok: false, refusal: { code, field: 'net' } })
    expect(!said.ok && said.refusal.text).toMatch(/amount|check/)
    expect(payable(n as never)).toMatchObject({ refusal: { field: 'amount' } })
  })
})

describe('the name of money', () => {
  const named = (name: string, language: 'en' | 'fr' | 'es') => {
    const word = moneyWord(name, language)
    return `${counted(word, 1)}/${counted(word, 2)}${word.feminine ? ' (f)' : ''}`
  }
  it.each([
    ['rupees', 'rupee/rupees', 'roupie/roupies (f)', 'rupia/rupias (f)'],
    [' Euros ', 'euro/euros', 'euro/euros', 'euro/euros'],
    ['pounds', 'pound/pounds', 'livre/livres (f)', 'libra/libras (f)'],
    ['pence', 'penny/pence', 'penny/pence', 'penique/peniques'],
    ['cents', 'cent/cents', 'cent/cents', 'centavo/centavos'],
    ['paise', 'paisa/paise', 'paisa/paise', 'paisa/paisas (f)'],
  ])('%s is known in every language', (name, en, fr, es) => {
    expect([named(name, 'en'), named(name, 'fr'), named(name, 'es')]).toEqual([en, fr, es])
  })
  it.each([
    ['soles', 'es', 'sol/soles'],
    ['pesetas', 'es', 'peseta/pesetas'],
    ['soles', 'fr', 'sole/soles'],
    ['crowns', 'en', 'crown/crowns'],
    ['brass', 'en', 'brass/brass'],
    ['sesame', 'en', 'sesame/sesame'],
  ] as const)('%s is unknown, and in %s it is %s', (name, language, said) => {
    expect(named(name, language)).toBe(said)
  })
})
