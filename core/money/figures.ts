import type { Cents } from './cents'

export interface FiguresStyle {
  /** Currency sign before the figures, e.g. `$`. */
  readonly sign?: string
  /** Protective asterisks before the figures. */
  readonly stars?: number
}

/** The amount in figures, grouped as in en-US: `1,234.56`; negative with a leading minus. */
export function figures(amount: Cents, style: FiguresStyle = {}): string {
  const n = Math.abs(amount)
  const whole = String(Math.floor(n / 100)).replace(/\B(?=(\d{3})+$)/g, ',')
  const text = `${whole}.${String(n % 100).padStart(2, '0')}`
  return `${amount < 0 ? '-' : ''}${style.sign ?? ''}${'*'.repeat(style.stars ?? 0)}${text}`
}
