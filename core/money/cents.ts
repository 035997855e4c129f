import type { Brand } from '../base/brand'
import { good, refuse, type Result } from '../base/result'

/** Money in minor units (hundredths) of its currency: a whole number, exact in a double. */
export type Cents = Brand<number, 'Cents'>

/** The most that the amount in words can say: 999,999,999.99. */
export const MOST_CENTS = 99_999_999_999 as Cents

/** Brands a whole number of minor units; throws on a fraction, which would be our own mistake. */
export function cents(n: number): Cents {
  if (!Number.isSafeInteger(n)) throw new RangeError(`${n} is not a whole number of minor units`)
  return n as Cents
}

/** No money. */
export const zero = 0 as Cents
/** The sum of two amounts. */
export const add = (a: Cents, b: Cents): Cents => cents(a + b)
/** What is left of the first amount without the second. */
export const subtract = (a: Cents, b: Cents): Cents => cents(a - b)
/** The sum of any number of amounts; zero of none. */
export const sum = (list: Iterable<Cents>): Cents => {
  let total = 0
  for (const one of list) total += one
  return cents(total)
}

/**
 * Reads an amount as typed or as it stands in a file: `1234`, `1,234.5`, `$ 1,234.56`, `-12.00`, `.50`,
 * `12.`, `12,34,567.00`. Refused: blank, anything else than digits in groups (of three, or as in India) and
 * up to two decimals, and more than MOST_CENTS.
 */
export function parseAmount(text: string, field = 'amount'): Result<Cents> {
  const t = text.trim()
  if (t === '') return refuse('amount-blank', 'Enter an amount', { field })
  const m = /^(-?)(?:[$£₹€]\s?)?(\d{1,3}(?:,\d{3})+|\d{1,2}(?:,\d{2})+,\d{3}|\d*)(?:\.(\d{0,2}))?$/.exec(t)
  if (!m || !(m[2] || m[3]))
    return refuse('amount-pattern', `“${t}” is not an amount. Enter it as 1,234.56`, { field, value: t })
  const whole = Number(m[2]?.replaceAll(',', ''))
  const n = whole * 100 + Number((m[3] ?? '').padEnd(2, '0'))
  if (n > MOST_CENTS)
    return refuse('amount-too-large', `The amount cannot be more than 999,999,999.99`, {
      field,
      value: t,
      limit: MOST_CENTS,
    })
  return good(cents(m[1] === '-' ? -n : n))
}

/** An amount that a check may carry: more than zero, at most MOST_CENTS. */
export function payable(amount: Cents, field = 'amount'): Result<Cents> {
  if (!Number.isSafeInteger(amount)) return refuse('amount-pattern', 'Enter an amount', { field })
  if (amount === 0)
    return refuse('amount-zero', 'The amount must be more than zero', {
      field,
      value: amount,
    })
  if (amount < 0) return refuse('amount-negative', 'The amount cannot be negative', { field, value: amount })
  if (amount > MOST_CENTS)
    return refuse('amount-too-large', 'The amount cannot be more than 999,999,999.99', {
      field,
      value: amount,
      limit: MOST_CENTS,
    })
  return good(amount)
}
