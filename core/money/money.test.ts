import fc from 'fast-check'
import { toCardinal as enGB } from 'n2words/en-GB'
import { toCardinal as enIN } from 'n2words/en-IN'
import { toCardinal as enUS } from 'n2words/en-US'
import { toCardinal as esUS } from 'n2words/es-US'
import { toCardinal as frFR } from 'n2words/fr-FR'
import { describe, expect, it } from 'vitest'
import { must } from '../base/result'
import { cents, MOST_CENTS, parseAmount, payable, sum } from './cents'
import { figures } from './figures'
import { split } from './split'
import { locales } from './locale'
import { numerals } from './numerals'
import { words } from './words'

const payableCents = fc.integer({ min: 1, max: MOST_CENTS })

/** Reads an amount in words back, word by word: the slow, independent other way round. */
function numberOf(text: string): number {
  const value: Record<string, number> = { zero: 0 }
  'one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'
    .split(' ')
    .forEach((w, i) => {
      value[w] = i + 1
    })
  'twenty thirty forty fifty sixty seventy eighty ninety'.split(' ').forEach((w, i) => {
    value[w] = (i + 2) * 10
  })
  const m = /^(.+) and (\d\d)\/100 dollars$/.exec(text.toLowerCase())
  if (!m) throw new Error(`not an amount in words: ${text}`)
  let whole = 0
  let group = 0
  for (const word of m[1]!.split(/[ -]/)) {
    if (word === 'hundred') group *= 100
    else if (word === 'thousand' || word === 'million') {
      whole += group * (word === 'million' ? 1_000_000 : 1000)
      group = 0
    } else if (word in value) group += value[word]!
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
    expect(said(MOST_CENTS)).toBe(
      'Nine hundred ninety-nine million nine hundred ninety-nine thousand nine hundred ninety-nine and 99/100 dollars',
    )
  })
  it('reads back as the same amount, always', () => {
    fc.assert(
      fc.property(payableCents, n => {
        expect(numberOf(must(words(cents(n))))).toBe(n)
      }),
      { numRuns: 3000 },
    )
  })
  it('refuses less than nothing and too much, with a reason; nothing is said for an advice and refused for a check', () => {
    for (const [n, code] of [
      [-5, 'amount-negative'],
      [MOST_CENTS + 1, 'amount-too-large'],
    ] as const) {
      const said = words(cents(n))
      expect(said.ok ? '' : said.refusal.code).toBe(code)
      expect(payable(cents(n)).ok).toBe(false)
    }
    expect(must(words(cents(0)))).toBe('Zero and 00/100 dollars')
    expect(payable(cents(0)).ok).toBe(false)
  })
  // Written out by hand, after the grammars of the languages.
  it.each([
    ['fr-CA', 123_456, 'Mille deux cent trente-quatre et 56/100 dollars'],
    ['fr-CA', 8_000_000, 'Quatre-vingt mille et 00/100 dollars'],
    ['fr-CA', 20_000, 'Deux cents et 00/100 dollars'],
    ['fr-CA', 9_171, 'Quatre-vingt-onze et 71/100 dollars'],
    ['fr-CA', 7_100, 'Soixante et onze et 00/100 dollars'],
    ['fr-CA', 208_000_000, 'Deux millions quatre-vingt mille et 00/100 dollars'],
    ['es-US', 123_456, 'Mil doscientos treinta y cuatro con 56/100 dólares'],
    ['es-US', 3_100_000, 'Treinta y un mil con 00/100 dólares'],
    ['es-US', 2_100, 'Veintiuno con 00/100 dólares'],
    ['es-US', 10_000, 'Cien con 00/100 dólares'],
    ['es-US', 100_000_000, 'Un millón con 00/100 dólares'],
    ['en-GB', 100_100, 'One thousand and one and 00/100 dollars only'],
    ['en-GB', 123_456, 'One thousand two hundred and thirty-four and 56/100 dollars only'],
    [
      'en-IN',
      123_456_789,
      'Twelve lakh thirty-four thousand five hundred sixty-seven and 89/100 dollars only',
    ],
    [
      'en-IN',
      MOST_CENTS,
      'Ninety-nine crore ninety-nine lakh ninety-nine thousand nine hundred ninety-nine and 99/100 dollars only',
    ],
  ] as const)('in %s, %i hundredths are “%s”', (locale, n, said) => {
    expect(must(words(cents(n), { name: 'dollars' }, locale))).toBe(said)
  })
  const money = {
    pounds: { name: 'pounds', minor: 'pence' },
    rupees: { name: 'rupees', minor: 'paise' },
    dollars: { name: 'dollars', minor: 'cents' },
  }
  it.each([
    ['en-GB', 'pounds', 123_456, 'One thousand two hundred and thirty-four pounds and 56 pence only'],
    ['en-GB', 'pounds', 100, 'One pound only'],
    ['en-GB', 'pounds', 101, 'One pound and 01 penny only'],
    ['en-GB', 'pounds', 1_000_000, 'Ten thousand pounds only'],
    ['en-IN', 'rupees', 28_699, 'Rupees Two hundred eighty-six and ninety-nine paise only'],
    ['en-IN', 'rupees', 100, 'Rupee One only'],
    ['en-IN', 'rupees', 201, 'Rupees Two and one paisa only'],
    ['en-US', 'dollars', 100, 'One dollar and 00 cents'],
    ['en-US', 'rupees', 100, 'One rupee and 00 paise'],
    ['en-US', 'dollars', 201, 'Two dollars and 01 cent'],
    ['fr-CA', 'dollars', 100_000_000, 'Un million de dollars et 00 cents'],
    ['fr-CA', 'dollars', 200_000_000, 'Deux millions de dollars et 00 cents'],
    ['fr-CA', 'dollars', 200_000_100, 'Deux millions un dollars et 00 cents'],
    ['fr-CA', 'dollars', 100, 'Un dollar et 00 cents'],
    ['fr-CA', 'pounds', 2100, 'Vingt et une livres et 00 pence'],
    ['es-US', 'dollars', 100_000_000, 'Un millón de dólares con 00 centavos'],
    ['es-US', 'dollars', 2100, 'Veintiún dólares con 00 centavos'],
    ['es-US', 'dollars', 101, 'Un dólar con 01 centavo'],
    ['es-US', 'pounds', 20_100, 'Doscientas una libras con 00 peniques'],
    ['es-US', 'pounds', 220_000_000, 'Dos millones doscientas mil libras con 00 peniques'],
  ] as const)('in %s, %s named with their hundredths: %i is “%s”', (locale, name, n, said) => {
    expect(must(words(cents(n), money[name], locale))).toBe(said)
  })
  it('leaves the currency out on request, and says its name in the language of the check', () => {
    expect(must(words(cents(123_456), money.rupees, 'en-IN', false))).toBe(
      'One thousand two hundred thirty-four and fifty-six paise only',
    )
    expect(must(words(cents(123_456), { name: 'pounds' }, 'fr-CA'))).toBe(
      'Mille deux cent trente-quatre et 56/100 livres',
    )
    expect(must(words(cents(100), { name: 'Guldens', minor: 'stuivers' }, 'en-US'))).toBe(
      'One Gulden and 00 stuivers',
    )
  })
  it('whole numbers are said as an independent library says them', () => {
    const plain: Record<string, (n: number) => string> = {
      'en-US': enUS,
      'en-CA': enUS,
      'en-IN': n => enIN(n).replaceAll(' and ', ' '),
      'fr-CA': frFR,
      // The library puts “and” before a last group of thousands below a hundred, but not where units follow
      // (two million five thousand and seven): neither do we.
      'en-GB': n => enGB(n).replace(/ million and (\S+ thousand)$/, ' million $1'),
      // Before mil the library leaves uno whole, against the grammar.
      'es-US': n => esUS(n).replaceAll('veintiuno mil', 'veintiún mil').replaceAll('uno mil', 'un mil'),
    }
    fc.assert(
      fc.property(
        fc.constantFrom(...locales),
        fc.oneof(
          fc.integer({ min: 0, max: 999_999_999 }),
          fc.integer({ min: 0, max: 100_000 }),
          fc.integer({ min: 0, max: 999 }).map(n => n * 1_000_000),
        ),
        (locale, n) => {
          // The library leaves out accents in places (dieciseis millones).
          const bare = (text: string): string => text.normalize('NFD').replaceAll(/\p{M}/gu, '')
          expect(bare(numerals[locale](n))).toBe(bare(plain[locale]!(n)))
        },
      ),
      {
        numRuns: 6000,
        examples: [
          ['en-GB', 485_082_000],
          ['en-GB', 2_005_007],
        ],
      },
    )
  })
  it('in every language, no two whole amounts are said alike', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...locales),
        fc.integer({ min: 0, max: 999_999_999 }),
        fc.integer({ min: 0, max: 999_999_999 }),
        (locale, a, b) => {
          fc.pre(a !== b)
          expect(numerals[locale](a)).not.toBe(numerals[locale](b))
        },
      ),
      { numRuns: 2000 },
    )
  })
})

describe('figures and typed amounts', () => {
  it('are each other the other way round', () => {
    fc.assert(
      fc.property(fc.integer({ min: -MOST_CENTS, max: MOST_CENTS }), n => {
        expect(must(parseAmount(figures(cents(n))))).toBe(n)
      }),
    )
  })
  it('carry sign and stars on the face of the check', () => {
    expect(figures(cents(123_456), { sign: '$', stars: 2 })).toBe('$**1,234.56')
    expect(figures(cents(-5))).toBe('-0.05')
  })
  it('are grouped as their locale does', () => {
    expect(figures(cents(123_456_700), { locale: 'en-IN', sign: '₹' })).toBe('₹12,34,567.00')
    expect(figures(cents(123_456), { locale: 'fr-CA' })).toBe('1\u00a0234,56')
    expect(figures(cents(1_615_945), { locale: 'fr-CA', sign: '$', stars: 2 })).toBe(
      '**16\u00a0159,45\u00a0$',
    )
    expect(figures(cents(99_900), { locale: 'en-IN' })).toBe('999.00')
  })
  it.each(['', '  ', '1,23.00', '12.345', '1e3', '١٢', 'abc', '1 234', '1.2.3', '--1', '999999999999'])(
    'refuses “%s”',
    text => {
      expect(parseAmount(text).ok).toBe(false)
    },
  )
  it.each([
    ['.50', 50],
    ['12.', 1200],
    ['$ 1,234.50', 123_450],
    ['£5', 500],
    ['₹12,34,567.00', 123_456_700],
    ['-3.5', -350],
    ['0', 0],
  ])('understands “%s”', (text, n) => {
    expect(must(parseAmount(text))).toBe(n)
  })
  it.each(['.', '$', '-', ',5', '1,2345', '1,23,45'])('is not taken in by “%s”', text => {
    expect(parseAmount(text).ok).toBe(false)
  })
})

describe('split', () => {
  it('adds up to the total, each part within a cent of its share', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -MOST_CENTS, max: MOST_CENTS }),
        fc.array(fc.nat(1000), { minLength: 1, maxLength: 12 }),
        (total, weights) => {
          const all = weights.reduce((a, b) => a + b, 0)
          fc.pre(all > 0)
          const parts = split(cents(total), weights)
          expect(sum(parts)).toBe(total)
          parts.forEach((part, i) =>
            expect(Math.abs(part - (total * weights[i]!) / all)).toBeLessThan(1 + 1e-3),
          )
        },
      ),
    )
  })
  it('throws on weights that mean nothing', () => {
    expect(() => split(cents(5), [0, 0])).toThrow(RangeError)
    expect(() => split(cents(5), [1.5])).toThrow(RangeError)
  })
})
