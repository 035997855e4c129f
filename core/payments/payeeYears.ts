import { cents, type Cents } from '../money/cents'
import { monthsThrough, type PlainDate } from '../base/dates'
import { isPaid, type Payment } from './payment'

/** What was paid to a payee in a year. */
export interface YearPaid {
  readonly year: string
  readonly count: number
  readonly paid: Cents
}

/** What was paid year by year, the newest first: issued and cleared payments by their date. */
export function yearsPaid(payments: readonly Payment[]): YearPaid[] {
  const years = new Map<string, { count: number; paid: number }>()
  for (const p of payments.filter(isPaid)) {
    const of = years.get(p.date.slice(0, 4)) ?? { count: 0, paid: 0 }
    years.set(p.date.slice(0, 4), { count: of.count + 1, paid: of.paid + p.amount })
  }
  return [...years]
    .sort(([a], [b]) => (a < b ? 1 : -1))
    .map(([year, { count, paid }]) => ({ year, count, paid: cents(paid) }))
}

/** What was paid in each of the last months up to that of a day, the oldest first, as `YYYY-MM`. */
export function monthsPaid(
  payments: readonly Payment[],
  today: PlainDate,
  months: number,
): { readonly month: string; readonly paid: Cents }[] {
  const sums = new Map<string, number>(monthsThrough(today, months).map(month => [month, 0]))
  for (const p of payments.filter(isPaid)) {
    const key = p.date.slice(0, 7)
    if (sums.has(key)) sums.set(key, (sums.get(key) ?? 0) + p.amount)
  }
  return [...sums].map(([key, paid]) => ({ month: key, paid: cents(paid) }))
}
