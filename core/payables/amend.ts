import { plainDate, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { mustBeOpen } from '../ledger/period'
import { cents, payable, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import { split } from '../money/split'
import type { Decision } from '../trail/trail'
import type { Bill } from './bill'
import type { Payment } from './payment'
import { reallocated } from './reallocate'
import { addressLines, payeeName, printable } from './texts'

/** What may be changed of a payment that waits; what is left out stays. */
export interface Amending {
  readonly name?: string
  readonly address?: readonly string[]
  readonly date?: PlainDate
  readonly amount?: Cents
  readonly memo?: string
  /** The day on which it enters the lane. */
  readonly scheduled?: PlainDate
}

interface AmendKnown {
  readonly closedThrough?: PlainDate | undefined
  /** The bills that the payments settle, by key. */
  readonly bills: ReadonlyMap<Id<'bill'>, Bill>
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
      `a check of this payment was issued to ${payment.name}: cancel the payment and draw another`,
      { field: 'name', value: name.value },
    )
  const address = act.address === undefined ? good(payment.address) : addressLines(act.address)
  if (!address.ok) return address
  const memo = act.memo === undefined ? good(payment.memo) : printable(act.memo, 'memo')
  return memo.ok ? good({ ...payment, name: name.value, address: address.value, memo: memo.value }) : memo
}

function amended(payment: Payment, act: Amending, known: AmendKnown): Result<Payment> {
  const { closedThrough } = known
  if (payment.state !== 'waiting')
    return refuse(
      'payment-not-waiting',
      `the payment to ${payment.name} is ${payment.state}: only one in the lane can be changed`,
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
  if (act.amount !== undefined && act.amount !== payment.amount) {
    if (payment.booked)
      return refuse(
        'payment-booked',
        'a check of this payment was issued for this amount: cancel the payment and draw another',
        { field: 'amount', value: act.amount },
      )
    if (payment.pay?.length)
      return refuse(
        'payment-pay',
        'the amount of pay follows from its earnings and deductions: withdraw it and draw it anew',
        { field: 'amount' },
      )
    if (!payment.split.length && !payment.settles)
      return refuse('payment-advice', 'an advice for nothing has no amount to change', { field: 'amount' })
    const amount = payable(act.amount, 'amount')
    if (!amount.ok) return amount
    const other = next.settles
      ? reallocated(next, act.amount, known.bills)
      : good(withAmount(next, act.amount))
    if (!other.ok) return other
    next = other.value
  }
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

/** What is other in a payment than before, each with old and new; empty where nothing is. */
function differences(old: Payment, now: Payment): string {
  const told = (what: string, before: string, after: string): string =>
    before === after ? '' : `${what} “${before}” to “${after}”`
  return [
    told('payee', old.name, now.name),
    told('address', old.address.join(', '), now.address.join(', ')),
    told('date', old.date, now.date),
    told('amount', figures(old.amount), figures(now.amount)),
    told('memo', old.memo, now.memo),
    told('in the lane from', old.scheduled ?? '', now.scheduled ?? ''),
  ]
    .filter(Boolean)
    .join(', ')
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
    return refuse('payments-none', 'choose at least one payment', { field: 'payments' })
  const payments: Payment[] = []
  const told: string[] = []
  for (const payment of known.payments) {
    const next = amended(payment, act, known)
    if (!next.ok) return next
    const other = differences(payment, next.value)
    if (!other) continue
    payments.push(next.value)
    told.push(`${payment.name}: ${other}`)
  }
  const [first] = payments
  if (!first) return refuse('nothing-changed', 'everything is as it was', { field: 'payments' })
  return good({
    changes: { payments },
    trail: {
      act: 'change in the lane',
      text: told.join('; '),
      about: { account: first.accountId, ...(payments.length === 1 && { payment: first.id }) },
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
      'a check of this payment was issued before: cancel the payment, so that its entry is reversed',
      { field: 'payment' },
    )
  if (!act.why.trim()) return refuse('why-blank', 'say why it is withdrawn', { field: 'why' })
  return good({
    changes: { payments: [{ ...payment, state: 'cancelled', withdrawn: true }] },
    trail: {
      act: 'withdraw',
      text: `${figures(payment.amount)} to ${payment.name}: ${act.why.trim()}`,
      about: { account: payment.accountId, payment: payment.id },
    },
  })
}

/** Brings a withdrawn payment back to the lane. */
export function bringBack(known: { payment: Payment }): Decision<{ payments: Payment[] }> {
  const { withdrawn, ...payment } = known.payment
  if (!withdrawn)
    return refuse('payment-not-withdrawn', `the payment to ${payment.name} was not withdrawn`, {
      field: 'payment',
    })
  return good({
    changes: { payments: [{ ...payment, state: 'waiting' }] },
    trail: {
      act: 'bring back',
      text: `${figures(payment.amount)} to ${payment.name}`,
      about: { account: payment.accountId, payment: payment.id },
    },
  })
}
