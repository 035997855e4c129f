import { readTypedDate, type DateTyping, type Lean, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Refusal, type Result } from '../base/result'
import { cents, parseAmount, sum, zero, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import { split } from '../money/split'
import type { Bill, BillLine, BillInput } from './bill'
import { formLinesOf, readFormLines, type FormLine } from './formLines'
import { MOST_BILL_NUMBER } from './enterBill'
import { payeeTyped } from '../payees/findPayee'
import type { Payee } from '../payees/payee'
import { discountOf, dueDate, termsText, type Discount, type Terms } from '../payees/terms'
import { printable } from '../faces/texts'

/** A bill as it is typed: texts, until they are read. */
export interface BillForm {
  payee: string
  number: string
  date: string
  amount: string
  /** Blank: by the terms. */
  due: string
  /** An amount, or a share as `2%`; blank: by the terms; 0: none. */
  discount: string
  /** Blank: by the terms. */
  until: string
  memo: string
  purchaseOrder: string
  /** Blank: the address that payments to the payee usually go to. */
  payTo: string
  /** Blank: as the payee has it. */
  taxForm: '' | '1099' | 'none'
  /** None: the payee's own shares. */
  lines: FormLine[]
  again: string
}
/** The form of a bill with nothing filled in. */
export const blankBillForm = (): BillForm => ({
  payee: '',
  number: '',
  date: '',
  amount: '',
  due: '',
  discount: '',
  until: '',
  memo: '',
  purchaseOrder: '',
  payTo: '',
  taxForm: '',
  lines: [],
  again: '',
})
/** Whether nothing is filled in that would be lost; dates and a ledger account alone do not count. */
export const isBlankBill = (f: BillForm): boolean =>
  !f.payee && !f.number && !f.amount && !f.memo && !f.lines.length

/** The form for the next bill: it begins with the dates of the last one. */
export const nextBillForm = (last: BillForm): BillForm => ({ ...blankBillForm(), date: last.date })

/** Fields of the form in the order in which they stand on the screen: the first wrong one gets the focus. */
export const billFields = [
  'payee',
  'number',
  'date',
  'amount',
  'due',
  'discount',
  'until',
  'memo',
  'purchaseOrder',
  'payTo',
  'lines',
  'again',
] as const
export type BillField = (typeof billFields)[number]
/** Whether a refusal names a field of this form. */
export const isBillField = (field: string | undefined): field is BillField =>
  (billFields as readonly (string | undefined)[]).includes(field)

/** With what a bill is read. */
export interface BillReadWith extends DateTyping {
  readonly payees: readonly Payee[]
  /** Where it goes what nobody placed, where books are kept elsewhere. */
  readonly unplaced?: Id<'ledger'> | undefined
}
/** A bill as it was understood, and what is wrong, by field. */
export interface BillRead {
  readonly payee: Payee | undefined
  readonly date: Result<PlainDate>
  readonly due: Result<PlainDate>
  readonly amount: Result<Cents>
  readonly discount: Result<Discount | undefined>
  readonly lines: Result<BillLine[]>
  /** What is not yet placed in lines. */
  readonly left: Cents
  readonly faults: Readonly<Partial<Record<BillField, Refusal>>>
}

const ON_RECEIPT: Terms = { from: 'date', days: 0 }

function readDiscount(form: BillForm, terms: Terms, date: PlainDate, amount: Cents, until: PlainDate) {
  const byTerms = discountOf(terms, date, amount)
  const typed = form.discount.trim()
  if (!typed)
    return good(byTerms && { until: form.until.trim() ? until : byTerms.until, amount: byTerms.amount })
  const percent = /^(\d{1,2}(?:\.\d{1,2})?) ?%$/.exec(typed)
  const off = percent
    ? good(
        discountOf(
          { ...terms, discount: { hundredths: Math.round(Number(percent[1]) * 100), within: 0 } },
          date,
          amount,
        )?.amount ?? zero,
      )
    : parseAmount(typed, 'discount')
  if (!off.ok) return off
  if (off.value === 0) return good(undefined)
  if (off.value < 0 || off.value >= amount)
    return refuse('discount-size', 'The discount must be more than zero and less than the bill', {
      field: 'discount',
    })
  return good({ until, amount: off.value })
}

/** The payee's own shares of the whole: what a bill is placed in where nothing else is typed. */
export const sharesOf = (payee: Payee | undefined, amount: Cents, memo: string): BillLine[] => {
  if (!payee?.split.length || amount === 0) return []
  const parts = split(
    amount,
    payee.split.map(s => s.weight),
  )
  return payee.split.flatMap(({ ledgerId }, i) => (parts[i] ? [{ ledgerId, amount: parts[i], memo }] : []))
}

/** Reads the lines: those that are typed, or the payee's own shares. */
function readLines(
  form: BillForm,
  payee: Payee | undefined,
  amount: Cents,
  unplaced: BillReadWith['unplaced'],
): Result<BillLine[]> {
  if (form.lines.length) return readFormLines(form.lines, amount, 'lines')
  const shares = sharesOf(payee, amount, '')
  if (!shares.length && unplaced && amount !== 0) return good([{ ledgerId: unplaced, amount, memo: '' }])
  return shares.length || !payee || amount === 0
    ? good(shares)
    : refuse('lines-none', 'This payee has no default ledger account. Choose one', { field: 'lines' })
}

/** Reads the date, or takes another where nothing is typed. */
const dateOr = (
  text: string,
  other: PlainDate,
  how: DateTyping,
  field: string,
  lean: Lean = 'ahead',
): Result<PlainDate> => {
  if (!text.trim() && !(field === 'date' && how.clockBehind)) return good(other)
  const read = readTypedDate(text, how, lean)
  return read.ok ? read : { ok: false, refusal: { ...read.refusal, field } }
}

/** Reads a bill as it is typed. Never refuses as a whole: what is wrong stands at its field. */
export function readBillForm(form: BillForm, withWhat: BillReadWith): BillRead {
  const payee = payeeTyped(withWhat.payees, form.payee)
  const terms = payee?.terms ?? ON_RECEIPT
  const date = dateOr(form.date, withWhat.today, withWhat, 'date', 'back')
  const day = date.ok ? date.value : withWhat.today
  const due = dateOr(form.due, dueDate(terms, day), withWhat, 'due')
  const parsed = parseAmount(form.amount)
  const amount: Result<Cents> =
    parsed.ok && parsed.value === 0
      ? refuse('amount-zero', 'The amount cannot be zero. Enter a credit note as a negative amount', {
          field: 'amount',
        })
      : parsed
  const whole = amount.ok ? amount.value : zero
  const until = dateOr(form.until, due.ok ? due.value : day, withWhat, 'until')
  const discount = readDiscount(form, terms, day, whole, until.ok ? until.value : day)
  const lines = readLines(form, payee, whole, withWhat.unplaced)
  const left = lines.ok ? cents(whole - sum(lines.value.map(l => l.amount))) : zero
  const number = printable(form.number, 'number', MOST_BILL_NUMBER)
  const read: Record<BillField, Result<unknown>> = {
    payee: payee
      ? good(payee)
      : refuse(
          'payee-unknown',
          form.payee.trim() ? 'No payee has this code or name. Add the payee first' : 'Enter the payee',
          { field: 'payee' },
        ),
    number:
      number.ok && !number.value
        ? refuse('number-blank', 'Enter the bill number', { field: 'number' })
        : number,
    date,
    amount,
    due,
    discount,
    until,
    memo: printable(form.memo, 'memo'),
    payTo: good(form.payTo),
    purchaseOrder: printable(form.purchaseOrder, 'purchaseOrder', MOST_BILL_NUMBER),
    lines:
      lines.ok && left !== 0 && form.lines.length
        ? refuse('lines-differ', `${figures(left)} is not assigned to a ledger account yet`, {
            field: 'lines',
            value: left,
          })
        : lines,
    again: good(form.again),
  }
  const faults = Object.fromEntries(
    billFields.flatMap(field => {
      const result = read[field]
      return result.ok ? [] : [[field, result.refusal]]
    }),
  )
  return { payee, date, due, amount, discount, lines, left, faults }
}

/** What a form tells of a bill; undefined where something in it is wrong. */
export function billInput(form: BillForm, read: BillRead): BillInput | undefined {
  const { payee, date, due, amount, discount, lines } = read
  if (Object.keys(read.faults).length || !payee || !date.ok || !due.ok || !amount.ok) return undefined
  if (!discount.ok || !lines.ok) return undefined
  return {
    payeeId: payee.id,
    number: form.number.trim(),
    date: date.value,
    due: due.value,
    amount: amount.value,
    ...(discount.value && { discount: discount.value }),
    lines: lines.value,
    memo: form.memo.trim(),
    ...(form.purchaseOrder.trim() && { purchaseOrder: form.purchaseOrder.trim() }),
    ...(payee.others?.some(other => other.name === form.payTo) && { payTo: form.payTo }),
    taxForm: form.taxForm || payee.taxForm,
    ...(form.again.trim() && { again: form.again.trim() }),
  }
}

/** A bill as a form holds it, to be changed. */
export const formOfBill = (bill: Bill, payee: Payee): BillForm => ({
  payee: payee.name,
  number: bill.number,
  date: bill.date,
  amount: figures(bill.amount),
  due: bill.due,
  discount: bill.discount ? figures(bill.discount.amount) : '0',
  until: bill.discount?.until ?? '',
  memo: bill.memo,
  purchaseOrder: bill.purchaseOrder ?? '',
  payTo: bill.payTo ?? '',
  taxForm: bill.taxForm,
  lines: formLinesOf(bill.lines, figures),
  again: bill.again ?? '',
})

/** The terms of a payee as a hint beside the date. */
export const termsHint = (payee: Payee | undefined): string => (payee?.terms ? termsText(payee.terms) : '')
