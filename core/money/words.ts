import { good, refuse, type Result } from '../base/result'
import { MOST_CENTS, type Cents } from './cents'
import type { Locale } from './locale'
import { numerals } from './numerals'

/** What a currency is called in words: `dollars`, and for its hundredths where they are named (`pence`, `paise`). */
export interface CurrencyWords { readonly name: string, readonly minor?: string | undefined }

/** The word between the whole and its hundredths. */
const joint: Readonly<Record<Locale, string>> = { 'en-US': 'and', 'en-CA': 'and', 'fr-CA': 'et', 'es-US': 'con', 'en-GB': 'and', 'en-IN': 'and' }

/**
 * The amount in words as on a check: `One thousand two hundred thirty-four and 56/100 dollars`; where the hundredths have a name,
 * `One thousand two hundred and thirty-four pounds and 56 pence`, closed in India by `only`. Without `withName` the currency is left out,
 * for checks that print its name elsewhere. Zero is said too (advice only); negative and more than 999,999,999.99 are refused.
 */
export function words(amount: Cents, currency: CurrencyWords = { name: 'dollars' }, locale: Locale = 'en-US', withName = true): Result<string> {
  if (amount < 0) return refuse('amount-negative', 'less than nothing cannot be said in words', { field: 'amount', value: amount })
  if (amount > MOST_CENTS) return refuse('amount-too-large', 'the amount is more than 999,999,999.99, the most that can be written in words', { field: 'amount', value: amount, limit: MOST_CENTS })
  const whole = numerals[locale](Math.floor(amount / 100))
  const hundredths = String(amount % 100).padStart(2, '0')
  const text = withName && currency.minor
    ? `${whole} ${currency.name} ${joint[locale]} ${hundredths} ${currency.minor}`
    : `${whole} ${joint[locale]} ${hundredths}/100${withName ? ` ${currency.name}` : ''}`
  return good(text.charAt(0).toUpperCase() + text.slice(1) + (locale === 'en-IN' ? ' only' : ''))
}
