import type { Locale } from './locale'

/** A whole number from 0 to 999,999,999 in words, small letters. */
type Numerals = (n: number) => string

const join = (...parts: readonly string[]): string => parts.filter(Boolean).join(' ')

/** Cuts a number into thousands, millions …: `[units, thousands, millions]`. */
const groupsOf = (n: number): [number, number, number] => [
  n % 1000,
  Math.floor(n / 1000) % 1000,
  Math.floor(n / 1_000_000),
]

const enSmall = [
  '',
  ...'one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(
    ' ',
  ),
]
const enTens = ['', '', ...'twenty thirty forty fifty sixty seventy eighty ninety'.split(' ')]
const enBelowHundred = (n: number): string =>
  n < 20 ? (enSmall[n] ?? '') : `${enTens[Math.floor(n / 10)]}${n % 10 ? `-${enSmall[n % 10]}` : ''}`
/** `and` stands before the last two digits in British use. */
const enBelowThousand = (n: number, and: string): string =>
  join(
    n >= 100 ? `${enSmall[Math.floor(n / 100)]} hundred` : '',
    n >= 100 && n % 100 ? and : '',
    enBelowHundred(n % 100),
  )

function english(and: string): Numerals {
  return n => {
    const [units, thousands, millions] = groupsOf(n)
    return (
      join(
        millions ? `${enBelowThousand(millions, and)} million` : '',
        thousands ? `${enBelowThousand(thousands, and)} thousand` : '',
        n >= 1000 && units > 0 && units < 100 ? and : '',
        enBelowThousand(units, and),
      ) || 'zero'
    )
  }
}

/** Crore (10,000,000) and lakh (100,000), as in India. */
const indian: Numerals = n =>
  join(
    n >= 10_000_000 ? `${enBelowHundred(Math.floor(n / 10_000_000))} crore` : '',
    n % 10_000_000 >= 100_000 ? `${enBelowHundred(Math.floor((n % 10_000_000) / 100_000))} lakh` : '',
    n % 100_000 >= 1000 ? `${enBelowHundred(Math.floor((n % 100_000) / 1000))} thousand` : '',
    enBelowThousand(n % 1000, ''),
  ) || 'zero'

const frSmall = [
  '',
  ...'un deux trois quatre cinq six sept huit neuf dix onze douze treize quatorze quinze seize dix-sept dix-huit dix-neuf'.split(
    ' ',
  ),
]
const frTens = [
  '',
  '',
  'vingt',
  'trente',
  'quarante',
  'cinquante',
  'soixante',
  'soixante',
  'quatre-vingt',
  'quatre-vingt',
]
/** `last` says that nothing follows in the number: only then do cents and quatre-vingts take their s. */
function frBelowHundred(n: number, last: boolean): string {
  if (n < 20) return frSmall[n] ?? ''
  const ten = Math.floor(n / 10)
  const rest = ten === 7 || ten === 9 ? n % 20 : n % 10
  if (n === 80) return last ? 'quatre-vingts' : 'quatre-vingt'
  if (rest === 0) return frTens[ten] ?? ''
  return (rest === 1 || rest === 11) && ten < 8
    ? `${frTens[ten]} et ${frSmall[rest]}`
    : `${frTens[ten]}-${frSmall[rest]}`
}
function frBelowThousand(n: number, last: boolean): string {
  const hundreds = Math.floor(n / 100)
  const rest = n % 100
  return join(
    hundreds === 0
      ? ''
      : hundreds === 1
        ? 'cent'
        : `${frSmall[hundreds]} cent${rest === 0 && last ? 's' : ''}`,
    frBelowHundred(rest, last),
  )
}
const french: Numerals = n => {
  const [units, thousands, millions] = groupsOf(n)
  return (
    join(
      millions ? `${frBelowThousand(millions, true)} million${millions > 1 ? 's' : ''}` : '',
      thousands === 1 ? 'mille' : thousands ? `${frBelowThousand(thousands, false)} mille` : '',
      frBelowThousand(units, true),
    ) || 'zéro'
  )
}

const esSmall = [
  '',
  ...'uno dos tres cuatro cinco seis siete ocho nueve diez once doce trece catorce quince dieciséis diecisiete dieciocho diecinueve veinte veintiuno veintidós veintitrés veinticuatro veinticinco veintiséis veintisiete veintiocho veintinueve'.split(
    ' ',
  ),
]
const esTens = ['', '', '', ...'treinta cuarenta cincuenta sesenta setenta ochenta noventa'.split(' ')]
const esHundreds = [
  '',
  ...'ciento doscientos trescientos cuatrocientos quinientos seiscientos setecientos ochocientos novecientos'.split(
    ' ',
  ),
]
/** Before mil, millón and millones, uno is shortened. */
const esShort = (text: string): string => text.replace(/veintiuno$/, 'veintiún').replace(/uno$/, 'un')
function esBelowThousand(n: number): string {
  if (n === 100) return 'cien'
  const rest = n % 100
  return join(
    esHundreds[Math.floor(n / 100)] ?? '',
    rest < 30
      ? (esSmall[rest] ?? '')
      : `${esTens[Math.floor(rest / 10)]}${rest % 10 ? ` y ${esSmall[rest % 10]}` : ''}`,
  )
}
const spanish: Numerals = n => {
  const [units, thousands, millions] = groupsOf(n)
  return (
    join(
      millions === 1 ? 'un millón' : millions ? `${esShort(esBelowThousand(millions))} millones` : '',
      thousands === 1 ? 'mil' : thousands ? `${esShort(esBelowThousand(thousands))} mil` : '',
      esBelowThousand(units),
    ) || 'cero'
  )
}

/** The numerals of each locale. */
export const numerals: Readonly<Record<Locale, Numerals>> = {
  'en-US': english(''),
  'en-CA': english(''),
  'en-GB': english('and'),
  'en-IN': indian,
  'fr-CA': french,
  'es-US': spanish,
}

/** French and Spanish say “million of” where nothing follows the millions. */
const roundMillions = (n: number): boolean => n >= 1_000_000 && n % 1_000_000 === 0
/** The feminine of Spanish numbers: una, doscientas; millones stay as they are. */
const esFeminine = (text: string): string =>
  text
    .replaceAll(/(?<!i)cientos\b/g, 'cientas')
    .replaceAll('quinientos', 'quinientas')
    .replace(/veintiuno$/, 'veintiuna')
    .replace(/\buno$/, 'una')

/**
 * A whole number in words as it stands before what is counted: `un dólar`, `veintiún dólares`, `un million
 * de`, `une livre`.
 */
export function beforeNoun(n: number, locale: Locale, feminine: boolean): string {
  const text = numerals[locale](n)
  const of = roundMillions(n) ? ' de' : ''
  switch (locale) {
    case 'fr-CA':
      return (feminine ? text.replace(/\bun$/, 'une') : text) + of
    case 'es-US':
      return (feminine ? feminineOf(n) : esShort(text)) + of
    default:
      return text
  }
}
/** Thousands and units take the feminine, millions do not. */
const feminineOf = (n: number): string => {
  const [millions, below] = [Math.floor(n / 1_000_000), n % 1_000_000]
  const small = below || !millions ? numerals['es-US'](below) : ''
  return join(millions ? numerals['es-US'](millions * 1_000_000) : '', small && esFeminine(small))
}
