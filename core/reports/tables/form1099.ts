import { grouped } from '../../base/grouped'
import { howMany } from '../../base/howMany'
import type { Id } from '../../base/id'
import type { Bill } from '../../bills/bill'
import { amount, text, type ListCell } from '../../lists/list'
import { cents, sum, zero, type Cents } from '../../money/cents'
import type { NumberRow } from '../../numbers/book'
import { isLive, type Payee } from '../../payees/payee'
import { isPaid, type Payment } from '../../payments/payment'
import type { Report } from './report'

/** What the list is made from. */
export interface Form1099Known {
  readonly payments: readonly Payment[]
  readonly bills: ReadonlyMap<Id<'bill'>, Pick<Bill, 'taxForm'>>
  readonly payees: ReadonlyMap<Id<'payee'>, Payee>
  /** The checks that carry payments. */
  readonly numbers: ReadonlyMap<Id<'payment'>, Pick<NumberRow, 'number'>>
}

/**
 * Least amount of a year that is reported, in cents: 600.00, and 2,000.00 for payments after 2025 (Internal Revenue
 * Code 6041 as amended in 2025). (check)
 */
export const usualThreshold = (year: number): Cents => cents(year >= 2026 ? 200_000 : 60_000)
/** Box where a payee names none: other income is reported by their adviser's choice. */
const NO_BOX = 'none'

/**
 * What of a payment is reported: what it pays of bills that are flagged, and what it pays without a bill where the
 * payee is flagged. A discount is not paid, so it is not reported.
 */
function reportable(payment: Payment, known: Pick<Form1099Known, 'bills' | 'payees'>): Cents {
  const ofBills = (payment.settles?.bills ?? [])
    .filter(a => known.bills.get(a.billId)?.taxForm === '1099')
    .map(a => a.amount)
  const isFlagged = known.payees.get(payment.payeeId)?.taxForm === '1099'
  const direct = isFlagged ? payment.split.map(s => s.amount) : []
  return sum([...ofBills, ...direct])
}

/** How a payment is named behind a sum: its check number, else how it was paid. */
function nameOf(payment: Payment, { numbers }: Form1099Known): string {
  const row = numbers.get(payment.id)
  return row
    ? String(row.number)
    : `${payment.otherwise?.way ?? 'payment'} ${payment.otherwise?.reference ?? ''}`.trim()
}

/**
 * The 1099 list of a year by payee and box, from the flags of the bills, with the payments behind each sum. Payments
 * by card are left out: the card company reports them (form 1099-K). Those below the threshold are listed last.
 */
export function form1099(known: Form1099Known, year: number, threshold: Cents, under: string): Report {
  const paid = known.payments.filter(
    p => isPaid(p) && p.date.startsWith(String(year)) && p.otherwise?.way !== 'card',
  )
  const parts = paid
    .map(payment => ({ payment, payee: known.payees.get(payment.payeeId), due: reportable(payment, known) }))
    .filter(part => part.due !== 0 && part.payee)
  const rows = [...grouped(parts, ({ payee }) => `${payee!.id} ${payee!.taxBox ?? NO_BOX}`)].map(
    ([, list]) => {
      const payee = list[0]!.payee!
      const due = sum(list.map(part => part.due))
      return { payee, due, list, isBelow: due < threshold }
    },
  )
  rows.sort((a, b) => Number(a.isBelow) - Number(b.isBelow) || (a.payee.name < b.payee.name ? -1 : 1))
  const reported = rows.filter(r => !r.isBelow)
  const silent = [...known.payees.values()].filter(p => isLive(p) && p.taxForm === '1099' && !p.taxId)
  return {
    ...{ name: `1099 ${year}`, title: `1099 list ${year}`, under },
    columns: [
      ...[text('Payee'), text('Address'), text('Tax number'), text('Box'), amount('Amount')],
      ...[text('Payments'), text('Note')],
    ],
    rows: rows.map((r): readonly ListCell[] => [
      ...[r.payee.name, r.payee.address.join(', '), r.payee.taxId ? 'on file' : 'missing'],
      ...[r.payee.taxBox ?? '', r.due, r.list.map(part => nameOf(part.payment, known)).join(', ')],
      r.isBelow ? 'below the threshold' : '',
    ]),
    sum: [
      'To report',
      howMany(reported.length, 'payee'),
      '',
      '',
      reported.length ? sum(reported.map(r => r.due)) : zero,
      '',
      '',
    ],
    notes: [
      'From the 1099 flag of each bill; where a payment pays no bill, from the flag of its payee. Discounts taken are not counted, and payments by card are left out because the card company reports them.',
      ...(silent.length ? [`No tax number on file: ${silent.map(p => p.name).join(', ')}.`] : []),
    ],
    things: rows.map(r => ({ kind: 'payee', id: r.payee.id })),
  }
}
