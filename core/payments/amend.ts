import { dayText, plainDate, type PlainDate } from '../base/dates'
import { sentence } from '../base/sentence'
import { changeText } from '../trail/changeText'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import type { LedgerAccount } from '../ledger/entry'
import { mustBeOpen } from '../ledger/period'
import { cents, payable, zero, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import { split } from '../money/split'
import type { Decision } from '../trail/trail'
import type { Payables } from '../accounts/account'
import type { Allocation, Settles } from '../bills/allocation'
import type { Bill } from '../bills/bill'
import { discountInTime } from './mayAllocate'
import { isLive, type Payee } from '../payees/payee'
import type { Payment, PaymentInput } from './payment'
import { freedOf, reallocated, settledAnew } from './reallocate'
import { settlesOf } from './settleDraw'
import { addressLines, payeeName, printable } from '../faces/texts'

/** What may be changed of a payment that waits; what is left out stays. */
export interface Amending {
  readonly name?: string
  readonly address?: readonly string[]
  readonly date?: PlainDate
  readonly amount?: Cents
  readonly memo?: string
  /** What it settles of bills, all of it; the amount follows. For one payment alone. */
  readonly settles?: readonly Allocation[]
  /** The day on which it enters the lane. */
  readonly scheduled?: PlainDate
  /** What becomes of discounts whose last day is before the new date: kept with a reason, or lost. */
  readonly discounts?: { readonly keep: string } | 'lose'
}

interface AmendKnown {
  readonly closedThrough?: PlainDate | undefined
  /** The bills that the payments settle, by key. */
  readonly bills: ReadonlyMap<Id<'bill'>, Bill>
  readonly payables: Payables | undefined
  /** The ledger accounts of the payments. */
  readonly ledgers: readonly LedgerAccount[]
}

/**
 * A payment with its amount changed: its ledger accounts in the same shares, and a stub line that tells the
 * difference where there are lines.
 */
function withAmount(payment: Payment, amount: Cents): Payment {
  const shares = split(
    amount,
    payment.split.map(s => s.amount),
  )
  const more = cents(amount - payment.amount)
  return {
    ...payment,
    amount,
    split: payment.split.map((s, i) => ({ ...s, amount: shares[i] ?? s.amount })).filter(s => s.amount !== 0),
    lines: payment.lines.length
      ? [...payment.lines, { reference: 'Corrected', date: null, description: '', amount: more }]
      : [],
  }
}

/**
 * The payment with its texts changed, each through the gate. The name of a booked payment is fixed: its entry
 * says who was paid.
 */
function withTexts(payment: Payment, act: Amending): Result<Payment> {
  const name = act.name === undefined ? good(payment.name) : payeeName(act.name, 'name')
  if (!name.ok) return name
  if (payment.booked && name.value !== payment.name)
    return refuse(
      'payment-booked',
      `A check for this payment was issued to ${payment.name}. Cancel the payment and draw another`,
      { field: 'name', value: name.value },
    )
  const address = act.address === undefined ? good(payment.address) : addressLines(act.address)
  if (!address.ok) return address
  const memo = act.memo === undefined ? good(payment.memo) : printable(act.memo, 'memo')
  return memo.ok ? good({ ...payment, name: name.value, address: address.value, memo: memo.value }) : memo
}

/** Why the amount of a payment is fixed; good where it may become `amount`. */
function mayCostOther(payment: Payment, amount: Cents | undefined): Result<true> {
  const at = {
    field: amount === undefined ? 'bills' : 'amount',
    ...(amount !== undefined && { value: amount }),
  }
  if (payment.booked)
    return refuse(
      'payment-booked',
      'A check for this payment was issued for this amount. Cancel the payment and draw another',
      at,
    )
  if (payment.pay?.length)
    return refuse(
      'payment-pay',
      'The amount of pay is the total of its earnings and deductions. Withdraw the payment and draw it again',
      at,
    )
  return good(true)
}
/**
 * The parts of a payment's bills where some discount ended before its date and it is said what becomes of it:
 * kept with a reason, or lost, so that more is paid. Undefined where that is not asked for, or nothing ended.
 */
function partsInTime(
  payment: Payment,
  what: Amending['discounts'],
  bills: ReadonlyMap<Id<'bill'>, Bill>,
): Allocation[] | undefined {
  const parts = payment.settles?.bills ?? []
  const isLate = (a: Allocation): boolean => {
    const bill = bills.get(a.billId)
    return bill !== undefined && !discountInTime(bill, payment.date, a).ok
  }
  if (!what || !parts.some(isLate)) return undefined
  return parts.map(a => {
    if (!isLate(a)) return a
    return what === 'lose'
      ? { ...a, amount: cents(a.amount + a.discount), discount: zero }
      : { ...a, late: what.keep }
  })
}
/** The payment with another amount, or with other parts of bills; `next` where neither is asked for. */
function moveMoney(payment: Payment, next: Payment, act: Amending, known: AmendKnown): Result<Payment> {
  const { amount, settles } = act
  const parts = settles ?? partsInTime(next, act.discounts, known.bills)
  if (parts) {
    const may = payment.booked && !settles ? good(true as const) : mayCostOther(payment, undefined)
    return may.ok ? settledAnew(next, parts, { ...known, bills: [...known.bills.values()] }) : may
  }
  if (amount === undefined || amount === payment.amount) return good(next)
  const may = mayCostOther(payment, amount)
  if (!may.ok) return may
  if (!payment.split.length && !payment.settles)
    return refuse('payment-advice', 'This advice has no amount to change', { field: 'amount' })
  const right = payable(amount, 'amount')
  if (!right.ok) return right
  return next.settles ? reallocated(next, amount, known.bills) : good(withAmount(next, amount))
}

function amended(payment: Payment, act: Amending, known: AmendKnown): Result<Payment> {
  const { closedThrough } = known
  if (payment.state !== 'waiting')
    return refuse(
      'payment-not-waiting',
      `The payment to ${payment.name} is ${payment.state}. Only a payment in the lane can be changed`,
      { field: 'payment' },
    )
  const texts = withTexts(payment, act)
  if (!texts.ok) return texts
  let next = texts.value
  if (act.date !== undefined && act.date !== payment.date) {
    const date = plainDate(act.date)
    const open = date.ok ? mustBeOpen(date.value, closedThrough) : date
    if (!open.ok) return open
    next = { ...next, date: act.date }
  }
  if (act.scheduled !== undefined) next = { ...next, scheduled: act.scheduled }
  const moved = moveMoney(payment, next, act, known)
  if (!moved.ok) return moved
  next = moved.value
  const put =
    payment.correct &&
    {
      payee: next.name !== payment.name || next.address.join() !== payment.address.join(),
      date: next.date !== payment.date,
      amount: next.amount !== payment.amount,
      memo: next.memo !== payment.memo,
    }[payment.correct]
  if (put) {
    const { correct: _, ...right } = next
    next = right
  }
  return good(next)
}

const partsText = ({ settles }: Payment): string =>
  (settles?.bills ?? []).map(a => figures(cents(a.amount + a.discount))).join(' + ')

const laneDay = ({ scheduled }: Payment): string => (scheduled ? dayText(scheduled) : '')
/** What is other in a payment than before, each with old and new; empty where nothing is. */
function differences(old: Payment, now: Payment): string {
  return [
    changeText('payee', old.name, now.name),
    changeText('address', old.address.join(', '), now.address.join(', ')),
    changeText('date', dayText(old.date), dayText(now.date)),
    changeText('amount', figures(old.amount), figures(now.amount)),
    changeText('memo', old.memo, now.memo),
    changeText('bills', partsText(old), partsText(now)),
    changeText('day it enters the lane', laneDay(old), laneDay(now)),
  ]
    .filter(Boolean)
    .join('; ')
}

/**
 * Changes payments that wait in the lane: one, or many alike. All or none. What was seen to be wrong on paper
 * counts as put right when it changed.
 */
export function amend(
  known: AmendKnown & { readonly payments: readonly Payment[] },
  act: Amending,
): Decision<{ payments: Payment[] }> {
  if (!known.payments.length)
    return refuse('payments-none', 'Choose at least one payment', { field: 'payments' })
  if (act.settles && known.payments.length > 1)
    return refuse('payments-one', 'Choose bills for one payment at a time', { field: 'bills' })
  const payments: Payment[] = []
  const changeTexts: string[] = []
  for (const payment of known.payments) {
    const next = amended(payment, act, known)
    if (!next.ok) return next
    const other = differences(payment, next.value)
    if (!other) continue
    payments.push({ ...next.value, was: toldOf(payment) })
    changeTexts.push(`Changed the payment to ${payment.name}: ${other}.`)
  }
  const [first] = payments
  if (!first) return refuse('nothing-changed', 'Nothing was changed', { field: 'payments' })
  return good({
    changes: { payments },
    trail: {
      act: 'Payment changed',
      text: changeTexts.join(' '),
      about: { account: first.accountId, ...(payments.length === 1 && { payment: first.id }) },
    },
  })
}

const toldOf = (payment: Payment): PaymentInput => {
  const { name, address, date, amount, memo, lines, split, settles, scheduled, correct } = payment
  return {
    ...{ name, address, date, amount, memo, lines, split },
    ...(settles && { settles }),
    ...(scheduled && { scheduled }),
    ...(correct && { correct }),
  }
}
/** What a payment settles of bills once its last change is taken back; refused where it cannot any more. */
function settlesAsBefore(
  payment: Payment,
  was: PaymentInput,
  known: AmendKnown,
): Result<Settles | undefined> {
  const costs = ({ amount, split, settles }: PaymentInput): string => JSON.stringify([amount, split, settles])
  if (costs(toldOf(payment)) === costs(was)) return good(was.settles)
  const may = mayCostOther(payment, was.amount)
  if (!may.ok) return may
  const bills = freedOf([...known.bills.values()], payment)
  return settlesOf({ ...known, bills }, { payeeId: payment.payeeId, date: was.date }, was.settles?.bills)
}
/**
 * Takes the last change of a payment in the lane back, as long as nothing depends on it: refused as a change
 * is. Its stub lines and ledger parts are those of before, to the cent.
 */
export function undoAmend(
  known: AmendKnown & { readonly payment: Payment },
): Decision<{ payments: Payment[] }> {
  const { payment } = known
  const { was } = payment
  if (!was) return refuse('nothing-changed', 'There is no change to undo', { field: 'payment' })
  const { name, address, date, memo } = was
  const texts = amended(payment, { name, address, date, memo }, known)
  if (!texts.ok) return texts
  const settles = settlesAsBefore(payment, was, known)
  if (!settles.ok) return settles
  const { was: _, settles: __, scheduled: ___, ...bare } = texts.value
  const back: Payment = { ...bare, ...was, ...(settles.value && { settles: settles.value }) }
  return good({
    changes: { payments: [back] },
    trail: {
      act: 'Payment change undone',
      text: `Undid the last change to the payment to ${payment.name}: ${differences(payment, back)}.`,
      about: { account: payment.accountId, payment: payment.id },
    },
  })
}

/** Takes a payment out of the lane before any check of it was issued; it may be brought back. */
export function withdraw(
  known: { payment: Payment },
  act: { why: string },
): Decision<{ payments: Payment[] }> {
  const { payment } = known
  if (payment.state !== 'waiting')
    return refuse('payment-not-waiting', `the payment to ${payment.name} is ${payment.state}`, {
      field: 'payment',
    })
  if (payment.booked)
    return refuse(
      'payment-booked',
      'A check for this payment was issued before. Cancel the payment so that its entry is reversed',
      { field: 'payment' },
    )
  if (!act.why.trim())
    return refuse('why-blank', 'Give a reason for withdrawing the payment', { field: 'why' })
  return good({
    changes: { payments: [{ ...payment, state: 'cancelled', withdrawn: true }] },
    trail: {
      act: 'Payment withdrawn',
      text: sentence(
        `Withdrew the payment of ${figures(payment.amount)} to ${payment.name}: ${act.why.trim()}`,
      ),
      about: { account: payment.accountId, payment: payment.id },
    },
  })
}

/**
 * Brings a withdrawn payment back to the lane. Refused where its payee is no longer one, its day is in a closed
 * period, or its bills do not bear it any more: those are judged by the rules of settling, as with any act
 * that makes a payment live.
 */
export function bringBack(known: {
  readonly payment: Payment
  readonly payee: Payee | undefined
  readonly closedThrough?: PlainDate | undefined
}): Decision<{ payments: Payment[] }> {
  const { withdrawn, ...payment } = known.payment
  if (withdrawn && !(known.payee && isLive(known.payee)))
    return refuse('payee-gone', `${payment.name} is no longer a payee. Draw the payment again`, {
      field: 'payment',
    })
  const open = mustBeOpen(payment.date, known.closedThrough)
  if (withdrawn && !open.ok) return open
  if (!withdrawn)
    return refuse('payment-not-withdrawn', `The payment to ${payment.name} was not withdrawn`, {
      field: 'payment',
    })
  return good({
    changes: { payments: [{ ...payment, state: 'waiting' }] },
    trail: {
      act: 'Payment brought back',
      text: `Brought back the payment of ${figures(payment.amount)} to ${payment.name}.`,
      about: { account: payment.accountId, payment: payment.id },
    },
  })
}
