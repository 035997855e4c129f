import { formatDate } from '../base/dates'
import { endings } from '../checks/replace'
import { figures } from '../money/figures'
import type { NumberRow } from '../numbers/book'
import type { Payment } from '../payments/payment'
import type { AccountFacts } from '../proof/facts'
import type { ListPaper } from './listPages'

/** What a payment is told by: an advice that comes with it, or a receipt of it later. */
export const adviceKinds = { advice: 'Remittance advice', receipt: 'Payment receipt' } as const
export type AdviceKind = keyof typeof adviceKinds

/** How a payment is made, in words. */
export function wayText(payment: Payment, row: Pick<NumberRow, 'number' | 'fate'> | undefined): string {
  if (payment.otherwise)
    return [payment.otherwise.way, payment.otherwise.reference].filter(Boolean).join(', ')
  if (row) return `Check ${row.number}`
  return payment.advice ? 'Deposit' : 'Check, not printed yet'
}
/** What speaks against a payment, so that nobody takes its advice for money; undefined where nothing does. */
export function warningOf(
  payment: Payment,
  row: Pick<NumberRow, 'number' | 'fate'> | undefined,
): string | undefined {
  if (payment.state === 'cancelled') return 'This payment was cancelled.'
  if (payment.state === 'written back') return 'This check was never cashed and has been written back.'
  if (payment.state === 'waiting')
    return payment.booked
      ? 'The check of this payment is being replaced.'
      : 'This payment has not been made yet.'
  if (row && (endings as readonly string[]).includes(row.fate)) return `Check ${row.number} was ${row.fate}.`
  return undefined
}

/** What a payment paid, for the payee: to be sent with it, or as a receipt of it. Never negotiable. */
export function remittance(
  kind: AdviceKind,
  payment: Payment,
  row: Pick<NumberRow, 'number' | 'fate'> | undefined,
  facts: AccountFacts,
): ListPaper {
  const { sign } = facts.currency
  const warning = warningOf(payment, row)
  const total = figures(payment.amount, { sign })
  return {
    title: adviceKinds[kind],
    under: formatDate(payment.date, 'MMMM D, YYYY'),
    facts: [
      ['From', [...facts.company.name, ...facts.company.address].join(', ')],
      ['To', [payment.name, ...payment.address].join(', ')],
      ...(payment.accountWithPayee ? [['Our account with you', payment.accountWithPayee] as const] : []),
      ['Paid by', wayText(payment, row)],
      ['Date', formatDate(payment.date, 'MMMM D, YYYY')],
      ['Amount', total],
      ...(payment.memo ? [['Memo', payment.memo] as const] : []),
    ],
    words: [...(warning ? [warning] : []), 'This is not a check.'],
    columns: [
      ...[
        { title: 'Reference', share: 1.3 },
        { title: 'Description', share: 2.4 },
      ],
      ...['Before discount', 'Discount', 'Paid'].map(title => ({ title, share: 1, right: true })),
    ],
    rows: payment.lines.map(l => [
      ...[l.reference, l.description, l.gross === undefined ? '' : figures(l.gross)],
      ...[l.discount ? figures(l.discount) : '', figures(l.amount)],
    ]),
    sum: ['', 'Total', '', '', total],
  }
}
