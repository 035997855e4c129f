import { formatDate } from '../base/dates'
import { good, refuse, type Result } from '../base/result'
import { figures } from '../money/figures'
import type { NumberRow } from '../numbers/book'
import type { Payment } from '../payments/payment'
import type { AccountFacts } from '../proof/facts'
import { adviceKinds, warningOf, wayText, type AdviceKind } from '../reports/remittance'

/** A message as it is written, before its attachment. */
export interface MailWords {
  readonly to: string
  readonly subject: string
  readonly text: string
}
const MOST_LETTERS = 120

/** An e-mail address as a person types it: something at something with a point; no spaces, brackets or quotes. */
export function mailAddress(text: string, field: string): Result<string> {
  const t = text.trim()
  if (t.length <= MOST_LETTERS && /^[^\s@<>"(),:;\\[\]]+@[^\s@<>"(),:;\\[\]]+\.[^\s@<>"(),:;\\[\]]+$/.test(t))
    return good(t)
  return refuse('email-pattern', `“${t.slice(0, MOST_LETTERS)}” is not an e-mail address`, {
    field,
    value: t,
  })
}

/** What is written to a payee with the advice or receipt of a payment. */
export function adviceWords(
  kind: AdviceKind,
  payment: Payment,
  row: Pick<NumberRow, 'number' | 'fate'> | undefined,
  facts: AccountFacts,
  to: string,
): MailWords {
  const from = facts.company.name[0] ?? ''
  const amount = figures(payment.amount, { sign: facts.currency.sign })
  const title = adviceKinds[kind]
  const warning = warningOf(payment, row)
  const way = wayText(payment, row)
  const bills = payment.lines.map(l => l.reference).filter(Boolean)
  return {
    to,
    subject: `${title} from ${from}: ${amount}`,
    text: [
      `Dear ${payment.name},`,
      '',
      `Attached is the ${title.toLowerCase()} for our payment of ${amount}, dated ${formatDate(payment.date, 'MMMM D, YYYY')} (${way.charAt(0).toLowerCase()}${way.slice(1)}).`,
      ...(bills.length ? ['', `It pays: ${bills.join(', ')}.`] : []),
      ...(warning ? ['', warning] : []),
      '',
      from,
      ...facts.company.address,
    ].join('\n'),
  }
}
