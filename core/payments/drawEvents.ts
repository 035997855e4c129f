import type { PlainDate } from '../base/dates'
import type { Allocation } from '../bills/allocation'
import type { Bill } from '../bills/bill'
import { isPayableNow, whollyOn } from '../bills/openBills'
import { cents, sum, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import type { Payee } from '../payees/payee'
import { blankDrawForm, filledWith, type DrawForm } from './drawForm'
import { payToBegin } from './payForm'
import type { Payment } from './payment'

/** What can happen to the form of a check besides typing into it; each gives the form as it is afterwards. */
export type DrawEvent =
  /** A payee was chosen. Their details are filled in once: what is typed over them afterwards stays. */
  | { readonly kind: 'payee'; readonly payee: Payee; readonly forPay: boolean }
  /** A payee that nothing is known of is typed; `ledgerId` is the account that was used last. */
  | { readonly kind: 'unknown payee'; readonly ledgerId: DrawForm['ledgerId'] }
  /** Another bank account: an employee begins without what is usual for pay unless it is for pay. */
  | {
      readonly kind: 'for pay'
      readonly payee: Payee | undefined
      readonly before: boolean
      readonly now: boolean
    }
  /** Another company: its payees and ledger accounts are not this one's; the date and the amount stay. */
  | { readonly kind: 'company' }
  /** These parts of bills are paid; `read` is the amount as it was understood before. */
  | { readonly kind: 'bills'; readonly bills: Allocation[]; readonly amount: Cents | undefined }
  /** The open bills as they are now: one that was paid meanwhile, or is another payee's, goes out. */
  | { readonly kind: 'open bills'; readonly open: readonly Bill[]; readonly amount: Cents | undefined }
  /** Lines of pay are asked for; they begin with those of the last payment. */
  | { readonly kind: 'pay'; readonly payee: Payee | undefined; readonly before: readonly Payment[] }
  /** With pay the amount follows from it: `net`, or nothing once the pay is taken out. */
  | { readonly kind: 'net pay'; readonly net: Cents | undefined }
  /** It was drawn: the next one begins, with this number on a pad. */
  | { readonly kind: 'drawn'; readonly number: string }

/** The amount follows the bills while it is theirs and nothing else was added to it. */
function withBills(form: DrawForm, bills: Allocation[], amount: Cents | undefined): DrawForm {
  const before = sum(form.bills.map(a => a.amount))
  const besides = amount === undefined ? 0 : amount - before
  const billed = sum(bills.map(a => a.amount))
  const total = billed + (before || amount === undefined ? Math.max(0, besides) : 0)
  const typed = total > 0 ? figures(cents(total)) : bills.length ? form.amount : ''
  return { ...form, bills, apart: '', amount: typed }
}
function onOpenBills(form: DrawForm, open: readonly Bill[], amount: Cents | undefined): DrawForm {
  const known = new Set(open.map(b => b.id))
  const left = form.bills.filter(a => known.has(a.billId))
  return left.length === form.bills.length ? form : withBills(form, left, amount)
}
/** What is filled in of pay goes and comes with the account, unless it was typed over. */
function onForPay(form: DrawForm, payee: Payee | undefined, before: boolean, now: boolean): DrawForm {
  const was = payee && filledWith(form, payee, before)
  if (!was || was.memo !== form.memo || was.ledgerId !== form.ledgerId) return form
  const { memo, ledgerId } = filledWith(form, payee, now)
  return { ...form, memo, ledgerId }
}
const withPay = (form: DrawForm, payee: Payee | undefined, before: readonly Payment[]): DrawForm => ({
  ...form,
  pay: payToBegin(before),
  memo: form.memo || (payee?.memo ?? ''),
  ledgerId: form.ledgerId ?? payee?.split[0]?.ledgerId ?? null,
})

/** The form after an event; the same object where nothing changes. */
export function onDrawEvent(form: DrawForm, event: DrawEvent): DrawForm {
  switch (event.kind) {
    case 'payee':
      return event.payee.id === form.filledFor ? form : filledWith(form, event.payee, event.forPay)
    case 'unknown payee':
      return form.ledgerId ? form : { ...form, ledgerId: event.ledgerId }
    case 'for pay':
      return onForPay(form, event.payee, event.before, event.now)
    case 'company':
      return { ...blankDrawForm(), date: form.date, amount: form.amount }
    case 'bills':
      return withBills(form, event.bills, event.amount)
    case 'open bills':
      return onOpenBills(form, event.open, event.amount)
    case 'pay':
      return withPay(form, event.payee, event.before)
    case 'net pay':
      return { ...form, amount: form.pay.length && event.net !== undefined ? figures(event.net) : '' }
    case 'drawn':
      return { ...blankDrawForm(), number: event.number }
  }
}

/** All that an owner may draw, while nothing else was begun; undefined: nothing of the kind. */
export function allOfOwner(
  form: DrawForm,
  payee: Payee | undefined,
  open: readonly Bill[],
  day: PlainDate | undefined,
): Allocation[] | undefined {
  if (payee?.kind !== 'owner' || form.amount !== '' || form.bills.length) return undefined
  const all = open.filter(isPayableNow).map(bill => whollyOn(bill, day))
  return all.length ? all : undefined
}
