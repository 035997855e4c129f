import type { Cents } from './cents'
import type { Locale } from './locale'

/** How an amount is written in figures. */
export interface FiguresStyle {
  /** Currency sign before the figures, e.g. `$`. */
  readonly sign?: string
  /** Protective asterisks before the figures. */
  readonly stars?: number
  /** Grouping and decimal sign; en-US where none is given. */
  readonly locale?: Locale
}

const threes = /\B(?=(\d{3})+$)/g
/** Three, then twos: 12,34,567. */
const lakhs = /\B(?=(\d{2})*\d{3}$)/g
const NO_BREAK_SPACE = '\u00a0'

/**
 * The amount in figures as its locale writes them: `$1,234.56`; `1 234,56 $` (with no-break spaces);
 * `12,34,567.00`. Negative with a leading minus.
 */
export function figures(amount: Cents, style: FiguresStyle = {}): string {
  const n = Math.abs(amount)
  const whole = String(Math.floor(n / 100))
  const rest = String(n % 100).padStart(2, '0')
  const text =
    style.locale === 'fr-CA'
      ? `${whole.replace(threes, NO_BREAK_SPACE)},${rest}`
      : `${whole.replace(style.locale === 'en-IN' ? lakhs : threes, ',')}.${rest}`
  const starred = `${'*'.repeat(style.stars ?? 0)}${text}`
  const signed =
    style.locale === 'fr-CA' && style.sign
      ? `${starred}${NO_BREAK_SPACE}${style.sign}`
      : `${style.sign ?? ''}${starred}`
  return `${amount < 0 ? '-' : ''}${signed}`
}

/** The amount as files for machines hold it: no sign of a currency, no groups, two decimals, e.g. `-1234.50`. */
export const plainFigures = (amount: number): string => {
  const n = Math.abs(amount)
  return `${amount < 0 ? '-' : ''}${Math.floor(n / 100)}.${String(n % 100).padStart(2, '0')}`
}
