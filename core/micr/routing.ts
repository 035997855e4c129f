import { good, refuse, type Result } from '../base/result'

/** First two digits in use, ABA routing number policy (check). */
const inUse = (prefix: number): boolean => prefix <= 12 || (prefix >= 21 && prefix <= 32) || (prefix >= 61 && prefix <= 72) || prefix === 80

/** The check digit that completes the first eight digits of a US routing number, weights 3-7-1 (ANSI X9.100-160). */
export function routingCheckDigit(eight: string): number {
  const weights = [3, 7, 1, 3, 7, 1, 3, 7]
  const total = weights.reduce((s, w, i) => s + w * Number(eight[i]), 0)
  return (10 - total % 10) % 10
}

/** A US routing number: nine digits, a first pair in use, and its check digit. Says which digit was expected. */
export function routingNumber(text: string, field = 'routing'): Result<string> {
  const t = text.trim()
  if (!/^\d{9}$/.test(t)) return refuse('routing-digits', `a routing number has nine digits, this has “${t}”`, { field, value: t, limit: 9 })
  if (!inUse(Number(t.slice(0, 2)))) return refuse('routing-range', `no bank's routing number begins with ${t.slice(0, 2)}`, { field, value: t })
  const digit = routingCheckDigit(t)
  if (digit !== Number(t[8])) return refuse('routing-check-digit', `the check digit of ${t} does not agree: after ${t.slice(0, 8)} it would be ${digit}`, { field, value: t })
  return good(t)
}
