import { cents, type Cents } from './cents'

/**
 * Splits a total by whole-number weights so that the parts add up to it exactly (largest remainder; on
 * equal remainders the earlier part gets the cent). Each part differs from its exact share by less than one
 * minor unit. Throws where there is no weight above zero, or one below: that is misuse.
 */
export function split(total: Cents, weights: readonly number[]): Cents[] {
  const all = weights.reduce((a, b) => a + b, 0)
  if (all <= 0 || weights.some(w => w < 0 || !Number.isInteger(w)))
    throw new RangeError('weights must be whole numbers, not negative, and not all zero')
  const size = BigInt(Math.abs(total))
  const shares = weights.map(w => size * BigInt(w))
  const parts = shares.map(s => Number(s / BigInt(all)))
  const byRemainder = shares
    .map((s, i) => ({ i, rest: s % BigInt(all) }))
    .sort((a, b) => (a.rest === b.rest ? a.i - b.i : a.rest > b.rest ? -1 : 1))
  const left = Number(size) - parts.reduce((a, b) => a + b, 0)
  for (const { i } of byRemainder.slice(0, left)) parts[i] = (parts[i] ?? 0) + 1
  return parts.map(p => cents(total < 0 && p !== 0 ? -p : p))
}
