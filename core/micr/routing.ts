import type { Country } from '../base/country'
import { good, refuse, type Result } from '../base/result'
import { DASH } from './symbols'

/** First two digits in use, ABA routing number policy (check). */
const inUse = (prefix: number): boolean =>
  prefix <= 12 || (prefix >= 21 && prefix <= 32) || (prefix >= 61 && prefix <= 72) || prefix === 80

/**
 * The check digit that completes the first eight digits of a US routing number, weights 3-7-1 (ANSI
 * X9.100-160).
 */
export function routingCheckDigit(eight: string): number {
  const weights = [3, 7, 1, 3, 7, 1, 3, 7]
  const total = weights.reduce((s, w, i) => s + w * Number(eight[i]), 0)
  return (10 - (total % 10)) % 10
}

/**
 * A US routing number: nine digits, a first pair in use, and its check digit. Says which digit was expected.
 */
export function routingNumber(text: string, field = 'routing'): Result<string> {
  const t = text.trim()
  if (!/^\d{9}$/.test(t))
    return refuse('routing-digits', `A routing number has nine digits, not “${t}”`, {
      field,
      value: t,
      limit: 9,
    })
  if (/^0+$/.test(t))
    return refuse('routing-range', 'Nine zeros are not a routing number', { field, value: t })
  if (!inUse(Number(t.slice(0, 2))))
    return refuse('routing-range', `no bank's routing number begins with ${t.slice(0, 2)}`, {
      field,
      value: t,
    })
  const digit = routingCheckDigit(t)
  if (digit !== Number(t[8]))
    return refuse(
      'routing-check-digit',
      `The check digit of ${t} is wrong. After ${t.slice(0, 8)} it would be ${digit}`,
      { field, value: t },
    )
  return good(t)
}

/** What names a bank and branch, by country, and how it is written. */
export const routingHelp: Readonly<
  Record<Country, { readonly name: string; readonly how: string; readonly sample: string }>
> = {
  US: { name: 'Routing number', how: 'Nine digits, between the transit symbols', sample: '123456780' },
  CA: {
    name: 'Transit and institution number',
    how: 'Five digits for the branch, a dash, three for the institution',
    sample: '01234-567',
  },
  IN: { name: 'MICR code', how: 'Nine digits: city, bank, branch', sample: '400123004' },
  GB: { name: 'Sort code', how: 'Six digits in pairs', sample: '12-34-56' },
}

/**
 * Checks the bank's code of a country and gives it in the form that is kept: US and India nine digits, Canada
 * `01234-567`, United Kingdom `12-34-56`.
 */
export function bankCode(country: Country, text: string, field = 'routing'): Result<string> {
  const t = text.trim()
  const wrong = (): Result<string> =>
    refuse(
      'routing-digits',
      `“${t}” is not a ${routingHelp[country].name.toLowerCase()}. Enter it as ${routingHelp[country].sample}`,
      { field, value: t },
    )
  switch (country) {
    case 'US':
      return routingNumber(t, field)
    case 'CA':
      return /^\d{5}[- ]?\d{3}$/.test(t) ? good(`${t.slice(0, 5)}-${t.slice(-3)}`) : wrong()
    case 'IN':
      return /^\d{9}$/.test(t) ? good(t) : wrong()
    case 'GB':
      return /^\d{2}[- ]?\d{2}[- ]?\d{2}$/.test(t)
        ? good(t.replaceAll(/\D/g, '').replace(/(..)(..)(..)/, '$1-$2-$3'))
        : wrong()
  }
}

/** The parts of a bank's code that a MICR pattern may name. */
export function codeParts(
  country: Country,
  routing: string,
): Readonly<Record<'routing' | 'transit' | 'institution' | 'sort', string>> {
  const digits = routing.replaceAll(/\D/g, '')
  return {
    routing: digits,
    transit: country === 'CA' ? digits.slice(0, 5) : '',
    institution: country === 'CA' ? digits.slice(5) : '',
    sort: country === 'GB' ? `${digits.slice(0, 2)}${DASH}${digits.slice(2)}` : '',
  }
}
