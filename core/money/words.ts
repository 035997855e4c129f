import { good, refuse, type Result } from '../base/result'
import { MOST_CENTS, type Cents } from './cents'
import { counted, moneyWord, type CurrencyWords } from './currency'
import { languageOf, type Locale } from './locale'
import { beforeNoun, numerals } from './numerals'

/** The word between the whole and its hundredths. */
const joint: Readonly<Record<Locale, string>> = {
  'en-US': 'and',
  'en-CA': 'and',
  'fr-CA': 'et',
  'es-US': 'con',
  'en-GB': 'and',
  'en-IN': 'and',
}
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/**
 * The amount in words as on a check: `One thousand two hundred thirty-four and 56/100 dollars`. Where the
 * hundredths have a name: `One thousand two hundred and thirty-four pounds and 56 pence only`, in India
 * `Rupees Two hundred eighty-six and ninety-nine paise only`; the names are in the language of the check
 * and agree in number. Without `withName` the currency is left out, for checks that print its name
 * elsewhere. Zero is said too (advice only); negative and more than 999,999,999.99 are refused.
 */
export function words(
  amount: Cents,
  currency: CurrencyWords = { name: 'dollars' },
  locale: Locale = 'en-US',
  withName = true,
): Result<string> {
  if (amount < 0)
    return refuse('amount-negative', 'The amount cannot be negative', {
      field: 'amount',
      value: amount,
    })
  if (!(amount <= MOST_CENTS))
    return refuse('amount-too-large', 'The amount cannot be more than 999,999,999.99', {
      field: 'amount',
      value: amount,
      limit: MOST_CENTS,
    })
  const [whole, rest] = [Math.floor(amount / 100), amount % 100]
  const only = locale === 'en-IN' || locale === 'en-GB' ? ' only' : ''
  if (currency.minor && locale === 'en-IN') return good(`${indian(whole, rest, currency, withName)} only`)
  if (withName && currency.minor) return good(`${named(whole, rest, currency, locale)}${only}`)
  const name = withName ? ` ${moneyWord(currency.name, languageOf(locale)).many}` : ''
  return good(
    `${capital(numerals[locale](whole))} ${joint[locale]} ${String(rest).padStart(2, '0')}/100${name}${only}`,
  )
}

/**
 * As in India: the name first, unless it is printed elsewhere, and the hundredths in words; nothing of none.
 */
function indian(whole: number, rest: number, currency: CurrencyWords, withName: boolean): string {
  const [name, minor] = [moneyWord(currency.name, 'en'), moneyWord(currency.minor ?? '', 'en')]
  const said = `${capital(numerals['en-IN'](whole))}${rest ? ` and ${numerals['en-IN'](rest)} ${counted(minor, rest)}` : ''}`
  return withName ? `${capital(counted(name, whole))} ${said}` : said
}

/** The amount with its hundredths named, before any closing word. */
function named(whole: number, rest: number, currency: CurrencyWords, locale: Locale): string {
  const language = languageOf(locale)
  const [name, minor] = [moneyWord(currency.name, language), moneyWord(currency.minor ?? '', language)]
  const first = capital(`${beforeNoun(whole, locale, name.feminine)} ${counted(name, whole)}`)
  // In Britain nothing is said of no pence: the word “only” closes the amount.
  if (locale === 'en-GB' && rest === 0) return first
  return `${first} ${joint[locale]} ${String(rest).padStart(2, '0')} ${counted(minor, rest)}`
}
