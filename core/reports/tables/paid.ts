import { dayText, monthsBetween, monthsThrough, type PlainDate } from '../../base/dates'
import { grouped } from '../../base/grouped'
import { howMany } from '../../base/howMany'
import type { Id } from '../../base/id'
import { amount, number, text, within, type Days } from '../../lists/list'
import { cents, sum, type Cents } from '../../money/cents'
import type { Payee } from '../../payees/payee'
import { isPaid, type Payment } from '../../payments/payment'
import type { Report } from './report'

type Payees = ReadonlyMap<Id<'payee'>, Payee>
/** The payee that a payment counts for: the one that theirs was merged into. */
function payeeOf(payment: Payment, payees: Payees): { id: Id<'payee'>; name: string } {
  const seen = new Set<string>()
  let id = payment.payeeId
  for (let of = payees.get(id); of?.became && !seen.has(id); of = payees.get(id)) {
    seen.add(id)
    id = of.became
  }
  return { id, name: payees.get(id)?.name ?? payment.name }
}

const MOST_MONTHS = 24
/** The months of some payments up to the last one, as `YYYY-MM`, without a gap. */
function monthsOf(payments: readonly Payment[]): string[] {
  const all = payments.map(p => p.date.slice(0, 7)).sort()
  const [first, last] = [all[0], all.at(-1)]
  if (!first || !last) return []
  return monthsThrough(last, Math.min(MOST_MONTHS, monthsBetween(first, last) + 1))
}
const monthName = (month: string): string => {
  const [name, , year] = dayText(`${month}-01` as PlainDate).split(' ')
  return `${name} ${year}`
}

/** What was paid to each payee in each year: issued and cleared payments by their date, the largest payee first. */
export function paidReport(payments: readonly Payment[], payees: Payees, under: string, days: Days): Report {
  const paid = payments.filter(p => isPaid(p) && within(days, p.date))
  const total = (list: readonly Payment[]): Cents => sum(list.map(p => p.amount))
  const byPayee = [...grouped(paid, p => payeeOf(p, payees).id)].sort(([, a], [, b]) => total(b) - total(a))
  const rows = byPayee.flatMap(([id, own]) =>
    [...grouped(own, p => p.date.slice(0, 4))]
      .sort(([a], [b]) => (a < b ? 1 : -1))
      .map(([year, list]) => ({ id, name: payeeOf(list[0]!, payees).name, year, list })),
  )
  const months = monthsOf(paid)
  return {
    ...{ name: 'payments by payee', title: 'Payments by payee and year', under },
    columns: [text('Payee'), text('Year'), number('Payments'), amount('Paid')],
    rows: rows.map(r => [r.name, r.year, r.list.length, total(r.list)]),
    sum: [howMany(byPayee.length, 'payee'), '', paid.length, total(paid)],
    things: rows.map(r => ({ kind: 'payee', id: r.id })),
    ...(months.length > 1 && {
      chart: {
        title: 'Paid by month',
        labels: months.map(monthName),
        bars: months.map(m => total(paid.filter(p => p.date.startsWith(m)))),
      },
    }),
  }
}

/** Pay by employee and line: what was earned and deducted within the days, and in the year of the last one through it. */
export function payReport(
  payments: readonly Payment[],
  payees: Payees,
  under: string,
  of: { readonly from: PlainDate | ''; readonly to: PlainDate },
): Report {
  const paid = payments.filter(p => p.pay && isPaid(p))
  const year = of.to.slice(0, 4)
  const lines = paid
    .filter(p => p.date <= of.to && p.date.startsWith(year))
    .flatMap(p => p.pay!.map(line => ({ line, p })))
  const sign = (kind: string): 1 | -1 => (kind === 'earning' ? 1 : -1)
  const rows = [...grouped(lines, ({ p, line }) => `${payeeOf(p, payees).id} ${line.kind} ${line.name}`)].map(
    ([, list]) => {
      const { p, line } = list[0]!
      const sumOf = (some: typeof list): Cents => cents(sign(line.kind) * sum(some.map(l => l.line.now)))
      const now = sumOf(list.filter(l => within(of, l.p.date)))
      return { payee: payeeOf(p, payees), kind: line.kind, name: line.name, now, year: sumOf(list) }
    },
  )
  rows.sort((a, b) =>
    a.payee.name === b.payee.name ? b.kind.localeCompare(a.kind) : a.payee.name < b.payee.name ? -1 : 1,
  )
  return {
    ...{ name: 'pay', title: 'Pay with its year to date', under },
    columns: [
      text('Employee'),
      text('Kind'),
      text('Line'),
      amount('In these days'),
      amount(`Year to date ${year}`),
    ],
    rows: rows.map(r => [r.payee.name, r.kind, r.name, r.now, r.year]),
    sum: ['', '', 'Net', sum(rows.map(r => r.now)), sum(rows.map(r => r.year))],
    notes: ['Deductions are below zero. The year to date is summed over the payments issued here.'],
    things: rows.map(r => ({ kind: 'payee', id: r.payee.id })),
  }
}
