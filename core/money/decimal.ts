import { MOST_CENTS, cents, type Cents } from './cents'

/** An exact decimal number: `units` over ten to the power of `scale`, as a file holds it before it is money. */
export interface Decimal {
  readonly units: bigint
  readonly scale: number
}
/** What stands before the decimals of a figure. */
export type DecimalMark = '.' | ','

/** More digits than any amount has; a longer text is not an amount. */
const MOST_DIGITS = 30
const MONEY_SCALE = 2
const PATTERNS: Readonly<Record<DecimalMark, RegExp>> = {
  '.': /^(\d{1,3}(?:,\d{3})+|\d{1,2}(?:,\d{2})+,\d{3}|\d*)(?:\.(\d*))?$/,
  ',': /^(\d{1,3}(?:\.\d{3})+|\d*)(?:,(\d*))?$/,
}
const CURRENCY = /[$£€₹]|USD|CAD|EUR|GBP|INR/gi
/** Spaces and apostrophes between groups of three digits. */
const GROUPING = /(?<=\d)[\s\u00a0\u202f’'](?=\d{3}(?!\d))/g

/** The figures of an amount without its currency and its sign, and whether it is below zero. */
function bareFigures(text: string): { readonly figures: string; readonly minus: boolean } {
  const bare = text.replaceAll(/C\$/gi, '').replaceAll(CURRENCY, '').trim()
  const inside = /^\((.+)\)$/.exec(bare)
  const signed = (inside?.[1] ?? bare).replaceAll('−', '-').trim()
  const minus = inside !== null || signed.startsWith('-') || signed.endsWith('-')
  const unsigned = signed.replace(/^[-+]\s*|\s*-$/g, '')
  return { figures: unsigned.replaceAll(GROUPING, ''), minus }
}

/**
 * Reads a figure as it is written in files: with a currency's sign or letters, groups of thousands, a minus
 * before or behind, or parentheses for an amount below zero. Undefined where it is not written so.
 */
export function readDecimal(text: string, mark: DecimalMark): Decimal | undefined {
  const { figures: bare, minus } = bareFigures(text)
  const m = PATTERNS[mark].exec(bare)
  if (!m || !(m[1] || m[2]) || bare.length > MOST_DIGITS) return undefined
  const decimals = (m[2] ?? '').replace(/0+$/, '')
  const units = BigInt((m[1] ?? '').replaceAll(/[.,]/g, '') + decimals)
  return { units: minus ? -units : units, scale: decimals.length }
}

/** What a figure alone proves about the decimal mark: one of them, `either` where it can be read both ways, or nothing. */
export function markProvenBy(text: string): DecimalMark | 'either' | undefined {
  const { figures: bare } = bareFigures(text)
  const readable = (['.', ','] as const).filter(mark => readDecimal(text, mark) !== undefined)
  const [only] = readable
  if (!only) return undefined
  if (readable.length === 1) return only
  const at = bare.search(/[.,]/)
  if (at < 0) return undefined
  // Both marks read it: one mark with three digits behind it. A whole part that no group begins with proves it.
  return at === 0 || bare.startsWith('0') ? (bare[at] as DecimalMark) : 'either'
}

/** The figure in minor units, or undefined where it has more decimals than money or is out of range. */
export function exactCents({ units, scale }: Decimal): Cents | undefined {
  if (scale > MONEY_SCALE) return undefined
  return withinMoney(units * 10n ** BigInt(MONEY_SCALE - scale))
}
/** The figure rounded half away from zero to minor units; undefined where it is out of range. */
export function roundedCents({ units, scale }: Decimal): Cents | undefined {
  if (scale <= MONEY_SCALE) return exactCents({ units, scale })
  const step = 10n ** BigInt(scale - MONEY_SCALE)
  const size = units < 0n ? -units : units
  const rounded = (size * 2n + step) / (step * 2n)
  return withinMoney(units < 0n ? -rounded : rounded)
}
const withinMoney = (units: bigint): Cents | undefined =>
  (units < 0n ? -units : units) > BigInt(MOST_CENTS) ? undefined : cents(Number(units))

/** The exact sum of figures of different scales. */
export function sumDecimals(list: Iterable<Decimal>): Decimal {
  let sum: Decimal = { units: 0n, scale: 0 }
  for (const one of list) {
    const scale = Math.max(sum.scale, one.scale)
    const raised = (d: Decimal): bigint => d.units * 10n ** BigInt(scale - d.scale)
    sum = { units: raised(sum) + raised(one), scale }
  }
  return sum
}

/** A decimal with at least the decimals of money and all that it has: `1,234.50`, `12.345`. */
export function decimalText({ units, scale }: Decimal): string {
  const wide = Math.max(scale, MONEY_SCALE)
  const size = (units < 0n ? -units : units) * 10n ** BigInt(wide - scale)
  const digits = size.toString().padStart(wide + 1, '0')
  const whole = digits.slice(0, -wide).replaceAll(/\B(?=(\d{3})+$)/g, ',')
  return `${units < 0n ? '-' : ''}${whole}.${digits.slice(-wide)}`
}
