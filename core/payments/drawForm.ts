import type { Id } from '../base/id'
import type { Allocation } from '../bills/allocation'
import type { FormLine } from '../bills/formLines'
import type { Payee, PayeeKind } from '../payees/payee'
import type { PayFormLine } from './payForm'

/** A payment as it is typed: texts, until they are read. */
export interface DrawForm {
  payee: string
  /** What an unknown payee is. */
  kind: PayeeKind
  /** Lines, as they print. */
  address: string
  date: string
  amount: string
  memo: string
  ledgerId: Id<'ledger'> | null
  accountWithPayee: string
  advice: boolean
  /** Whose signature prints: as the `account` says, `none`, or the places of signatories, with a space between. */
  signature: string
  /** Number of a check written by hand. */
  number: string
  /** Key of the payee whose details were filled in. */
  filledFor: string
  /** What is paid of the payee's open bills. */
  bills: Allocation[]
  /** Why none of them is paid: what this is instead. */
  apart: string
  /** Where it goes besides the bills; none: one ledger account, or the payee's own shares. */
  lines: FormLine[]
  /** What was earned and deducted; the amount follows from it. */
  pay: PayFormLine[]
  newBill: NewBillForm
}
/** A bill that is entered with the payment, which pays all of it. */
export interface NewBillForm {
  on: boolean
  number: string
  /** As the amount of a ledger line is typed; blank: what the other rows leave. */
  amount: string
  /** Blank: that of the payment. */
  date: string
  purchaseOrder: string
  memo: string
  /** Why the same number comes again. */
  again: string
}
const noBill: NewBillForm = {
  ...{ on: false, number: '', amount: '', date: '', purchaseOrder: '', memo: '', again: '' },
}
/** The form of a check with nothing filled in. */
export const blankDrawForm = (): DrawForm => ({
  payee: '',
  kind: 'supplier',
  address: '',
  date: '',
  amount: '',
  memo: '',
  ledgerId: null,
  accountWithPayee: '',
  advice: false,
  signature: 'account',
  number: '',
  filledFor: '',
  bills: [],
  apart: '',
  lines: [],
  pay: [],
  newBill: { ...noBill },
})
/** Whether nothing is filled in that would be lost. */
export const isBlankDraw = (f: DrawForm): boolean =>
  !f.payee &&
  !f.address &&
  !f.amount &&
  !f.memo &&
  !f.accountWithPayee &&
  !f.advice &&
  !f.lines.length &&
  !f.pay.length &&
  !f.newBill.on

/** Fields of the form in which something can be wrong, in its order. */
export const drawFields = [
  'number',
  'payee',
  'address',
  'date',
  'amount',
  'pay',
  'bills',
  'newBill',
  'memo',
  'ledger',
  'accountWithPayee',
] as const
export type DrawField = (typeof drawFields)[number]
/** Whether a refusal names a field of this form. */
export const isDrawField = (field: string | undefined): field is DrawField =>
  (drawFields as readonly (string | undefined)[]).includes(field)

const payBlank = (payee: Payee, forPay: boolean): boolean => payee.kind === 'employee' && !forPay
/**
 * What a payee's page says of how they are paid, filled in where they are chosen. What is said of an employee is
 * said of their pay: on an account for other payments they begin without it.
 */
export const filledWith = (form: DrawForm, payee: Payee, forPay: boolean): DrawForm => ({
  ...form,
  // What was typed for another payee goes; what was typed before there was one stays.
  ...(form.filledFor && { lines: [], pay: [], newBill: { ...noBill } }),
  filledFor: payee.id,
  bills: [],
  apart: '',
  address: payee.address.join('\n'),
  memo: payBlank(payee, forPay) ? '' : payee.memo,
  accountWithPayee: payee.accountWithPayee ?? '',
  ledgerId: payBlank(payee, forPay) ? null : (payee.split[0]?.ledgerId ?? form.ledgerId),
  advice: payee.way === 'advice' || (form.advice && form.filledFor === ''),
})
