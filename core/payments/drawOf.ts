import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { zero } from '../money/cents'
import type { CheckFacts } from '../proof/facts'
import { printedSigners, type Signing } from '../accounts/account'
import type { Draw } from './draw'
import type { Entering } from '../bills/enterBill'
import type { Payee } from '../payees/payee'
import { printedPay } from './payment'
import { sameName } from '../faces/texts'

import type { DrawForm } from './drawForm'
import type { DrawRead } from './readDrawForm'

/** What a form asks for: the payment, and the bill that is entered with it. */
export interface DrawAsked {
  readonly draw: Draw
  readonly bill?: Entering
}
const onlyOne = <T>(of: readonly T[]): readonly T[] => (of.length === 1 ? of : [])
/** The payee that is written down with the payment: its ledger account is the one that all goes to, if it is one. */
const newPayee = (form: DrawForm, read: DrawRead, id: Id<'payee'>, companyId: Id<'company'>): Payee => ({
  id,
  companyId,
  kind: form.kind,
  name: form.payee,
  address: [],
  memo: form.memo,
  split: onlyOne([...(read.newBill?.lines ?? []), ...read.split.filter(p => p.amount > 0)]).map(l => ({
    ledgerId: l.ledgerId,
    weight: 1,
  })),
  onHold: false,
  taxForm: 'none',
  ...(form.accountWithPayee && { accountWithPayee: form.accountWithPayee }),
})

/**
 * What a form asks for; undefined where something in it is wrong. `keys` are those of the payment, and of a
 * payee and a bill that are not yet known.
 */
export function drawOf(
  form: DrawForm,
  read: DrawRead,
  companyId: Id<'company'>,
  keys: { readonly payment: Id<'payment'>; readonly payee: Id<'payee'>; readonly bill: Id<'bill'> },
): DrawAsked | undefined {
  if (Object.keys(read.faults).length || !read.date.ok || !read.amount.ok) return undefined
  const payee = read.payee ?? newPayee(form, read, keys.payee, companyId)
  const bill = read.newBill && { ...read.newBill, id: keys.bill, payeeId: payee.id }
  const settles = [
    ...form.bills.map(a => ({ ...a })),
    ...(bill ? [{ billId: bill.id, amount: bill.amount, discount: zero }] : []),
  ]
  const draw: Draw = {
    id: keys.payment,
    payee,
    address: form.address.split('\n'),
    date: read.date.value,
    amount: read.amount.value,
    memo: form.memo,
    lines: form.lines.length ? read.lines.slice(settles.length) : [],
    split: read.split,
    ...(settles.length && { settles }),
    ...(form.apart && { apart: form.apart }),
    ...(form.accountWithPayee && { accountWithPayee: form.accountWithPayee }),
    ...(read.pay.length && { pay: read.pay }),
    ...(form.advice && { advice: true }),
    ...(read.signers && { signers: read.signers }),
  }
  return { draw, ...(bill && { bill }) }
}

/** What would be printed of a form, half filled as it may be, under a number and by an account's rule of signing. */
export function factsOfDraw(
  form: DrawForm,
  read: DrawRead,
  number: number,
  today: PlainDate,
  signing: Signing,
): CheckFacts {
  const amount = read.amount.ok ? read.amount.value : undefined
  const signers = read.signers ?? (amount === undefined ? [] : printedSigners(signing, amount))
  return {
    number,
    date: read.date.ok ? read.date.value : today,
    payee: read.payee && !sameName(read.payee.name, form.payee) ? read.payee.name : form.payee,
    address: form.address.split('\n'),
    amount: amount ?? zero,
    memo: form.memo,
    lines: [...read.lines],
    ...(form.accountWithPayee && { accountWithPayee: form.accountWithPayee }),
    ...(read.pay.length && { pay: printedPay(read.pay) }),
    ...(read.payee?.language && { language: read.payee.language }),
    ...(form.advice ? { advice: true } : { signers }),
  }
}
