import { dayText, spelledDay } from '../base/dates'
import { figures } from '../money/figures'
import type { Payables } from '../accounts/account'
import { billFields, termsHint, type BillField, type BillForm, type BillRead } from './billForm'
import { needsSecond } from './enterBill'

/** How dates and amounts are shown beside the fields of a bill, and what the company asks for. */
interface HintsWith {
  readonly dayFirst: boolean
  readonly sign: string
  readonly payables: Payables | undefined
}

const discountHint = ({ discount }: BillRead, sign: string): string =>
  discount.ok && discount.value
    ? `${figures(discount.value.amount, { sign })} until ${dayText(discount.value.until)}`
    : 'none'

const approvalHint = ({ amount }: BillRead, { payables, sign }: HintsWith): string =>
  amount.ok && payables && needsSecond(amount.value, payables)
    ? `Bills above ${figures(payables.secondAbove!, { sign })} need approval by a second person before they can be paid`
    : ''

/** What is shown under the fields of a bill: what was typed, as it is understood. */
export function billHints(read: BillRead, how: HintsWith) {
  const { payee, date, due, amount } = read
  return {
    payee: [payee?.name, termsHint(payee), payee?.onHold ? 'on hold' : ''].filter(Boolean).join(', '),
    date: date.ok ? spelledDay(date.value, how.dayFirst) : '',
    due: due.ok ? spelledDay(due.value, how.dayFirst) : '',
    amount: amount.ok ? figures(amount.value, { sign: how.sign }) : '',
    discount: discountHint(read, how.sign),
    waits: approvalHint(read, how),
  }
}
/** The first field of a bill in which something is wrong. */
export const firstFault = ({ faults }: BillRead): BillField | undefined => billFields.find(f => faults[f])
/** Whether a bill has what it cannot do without: while one of these is blank, Enter goes to it. */
export const isWhole = (form: BillForm): boolean =>
  [form.payee, form.number, form.amount].every(text => text.trim() !== '')
