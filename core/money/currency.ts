import type { Country } from '../base/country'
import type { Language } from './locale'

/**
 * What a currency is called in words: `dollars`, and for its hundredths where they are named (`pence`,
 * `paise`).
 */
export interface CurrencyWords {
  readonly name: string
  readonly minor?: string | undefined
}

/**
 * A word for money in one language: for one of it, for many, and whether the numbers before it take the
 * feminine.
 */
export interface MoneyWord {
  readonly one: string
  readonly many: string
  readonly feminine: boolean
}
const word = (one: string, many: string, feminine = false): MoneyWord => ({ one, many, feminine })

/** Money as our accounts name it in English, in every language we print. */
const known: Readonly<Record<string, Readonly<Record<Language, MoneyWord>>>> = {
  dollars: { en: word('dollar', 'dollars'), fr: word('dollar', 'dollars'), es: word('dólar', 'dólares') },
  pounds: {
    en: word('pound', 'pounds'),
    fr: word('livre', 'livres', true),
    es: word('libra', 'libras', true),
  },
  rupees: {
    en: word('rupee', 'rupees'),
    fr: word('roupie', 'roupies', true),
    es: word('rupia', 'rupias', true),
  },
  euros: { en: word('euro', 'euros'), fr: word('euro', 'euros'), es: word('euro', 'euros') },
  cents: { en: word('cent', 'cents'), fr: word('cent', 'cents'), es: word('centavo', 'centavos') },
  pence: { en: word('penny', 'pence'), fr: word('penny', 'pence'), es: word('penique', 'peniques') },
  paise: { en: word('paisa', 'paise'), fr: word('paisa', 'paise'), es: word('paisa', 'paisas', true) },
}

/** One of something that we have no word for: its plural is told, and an ending in s goes. */
const singular = (many: string, language: Language): string =>
  language === 'es' && /[^aeiou]es$/i.test(many)
    ? many.slice(0, -2)
    : /[^s]s$/i.test(many)
      ? many.slice(0, -1)
      : many

/** The word of a currency in a language: translated where we know it, else as it was typed. */
export const moneyWord = (name: string, language: Language): MoneyWord =>
  known[name.trim().toLowerCase()]?.[language] ?? word(singular(name, language), name)
/** The word for so many of it. */
export const counted = (of: MoneyWord, n: number): string => (n === 1 ? of.one : of.many)

/**
 * Currencies whose smallest part is not a hundredth, by code, sign or name in English (ISO 4217, minor units 0
 * and 3). Names that several currencies share, with and without hundredths, are not among them.
 */
const NOT_HUNDREDTHS = new Set(
  (
    'jpy yen ¥ 円 krw won ₩ vnd dong đồng ₫ isk króna krónur clp pyg guarani guaranies guaraní guaraníes xaf xof xpf ' +
    'fcfa cfa ugx rwf djf gnf kmf bif vuv vatu kwd bhd omr jod tnd iqd lyd kd bd jd'
  ).split(' '),
)
/**
 * What is wrong with a currency: Violet Lane counts in hundredths, so that amounts, words and MICR amounts of a
 * currency without them would be wrong. Blank where nothing is.
 */
export function currencyFault({ sign, name }: { readonly sign: string; readonly name: string }): string {
  const words = [sign, ...name.split(/\s+/)].map(word => word.trim().toLowerCase())
  const odd = words.find(word => NOT_HUNDREDTHS.has(word))
  return odd
    ? `Currencies without hundredths (such as yen) or with thousandths (such as Kuwaiti dinars) are not supported: “${odd}”.`
    : ''
}

/** Currencies by their three letters (ISO 4217), where name and sign leave no doubt in an account's country. */
const codes: Readonly<Record<string, Readonly<Partial<Record<Country, string>>>>> = {
  'dollars $': { US: 'USD', CA: 'CAD' },
  'pounds £': { GB: 'GBP' },
  'rupees ₹': { IN: 'INR' },
}
/** The three letters of a currency in a country; blank where it may be another one. */
export const currencyCode = (
  { sign, name }: { readonly sign: string; readonly name: string },
  country: Country,
): string => codes[`${name.trim().toLowerCase()} ${sign.trim()}`]?.[country] ?? ''
