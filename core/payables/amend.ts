import type { PlainDate } from '../base/dates'
import { good, refuse, type Result } from '../base/result'
import { mustBeOpen } from '../ledger/period'
import { cents, payable, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import { split } from '../money/split'
import type { Decision } from '../trail/trail'
import { printable } from './draw'
import type { Payment } from './payment'

/** What may be changed of a payment that waits; what is left out stays. */
export interface Amending { readonly name?: string, readonly address?: readonly string[], readonly date?: PlainDate, readonly amount?: Cents, readonly memo?: string }

/** A payment with its amount changed: its ledger accounts in the same shares, and a stub line that tells the difference where there are lines. */
function withAmount(payment: Payment, amount: Cents): Payment {
  const shares = split(amount, payment.split.map(s => s.amount))
  const more = cents(amount - payment.amount)
  return {
    ...payment, amount, split: payment.split.map((s, i) => ({ ...s, amount: shares[i] ?? s.amount })).filter(s => s.amount !== 0),
    lines: payment.lines.length ? [...payment.lines, { reference: 'Corrected', date: null, description: '', amount: more }] : [],
  }
}

function amended(payment: Payment, act: Amending, closedThrough: PlainDate | undefined): Result<Payment> {
  if (payment.state !== 'waiting') return refuse('payment-not-waiting', `the payment to ${payment.name} is ${payment.state}: only one in the lane can be changed`, { field: 'payment' })
  let next: Payment = payment
  if (act.name !== undefined) {
    const name = printable(act.name, 'name')
    if (!name.ok) return name
    if (!name.value) return refuse('payee-blank', 'say who is paid', { field: 'name' })
    next = { ...next, name: name.value }
  }
  if (act.address) {
    const address: string[] = []
    for (const line of act.address) {
      const read = printable(line, 'address')
      if (!read.ok) return read
      if (read.value) address.push(read.value)
    }
    next = { ...next, address }
  }
  if (act.memo !== undefined) {
    const memo = printable(act.memo, 'memo')
    if (!memo.ok) return memo
    next = { ...next, memo: memo.value }
  }
  if (act.date !== undefined && act.date !== payment.date) {
    const open = mustBeOpen(act.date, closedThrough)
    if (!open.ok) return open
    next = { ...next, date: act.date }
  }
  if (act.amount !== undefined && act.amount !== payment.amount) {
    if (payment.booked) return refuse('payment-booked', 'a check of this payment was issued for this amount: cancel the payment and draw another', { field: 'amount', value: act.amount })
    if (payment.pay?.length) return refuse('payment-pay', 'the amount of pay follows from its earnings and deductions: withdraw it and draw it anew', { field: 'amount' })
    if (!payment.split.length) return refuse('payment-advice', 'an advice for nothing has no amount to change', { field: 'amount' })
    const amount = payable(act.amount, 'amount')
    if (!amount.ok) return amount
    next = withAmount(next, act.amount)
  }
  const put = payment.correct && { payee: next.name !== payment.name || next.address.join() !== payment.address.join(), date: next.date !== payment.date, amount: next.amount !== payment.amount, memo: next.memo !== payment.memo }[payment.correct]
  if (put) {
    const { correct: _, ...right } = next
    next = right
  }
  return good(next)
}

/** Changes payments that wait in the lane: one, or many alike. All or none. What was seen to be wrong on paper counts as put right when it changed. */
export function amend(known: { payments: readonly Payment[], closedThrough?: PlainDate | undefined }, act: Amending): Decision<{ payments: Payment[] }> {
  if (!known.payments.length) return refuse('payments-none', 'choose at least one payment', { field: 'payments' })
  const payments: Payment[] = []
  for (const payment of known.payments) {
    const next = amended(payment, act, known.closedThrough)
    if (!next.ok) return next
    payments.push(next.value)
  }
  const [first] = payments as [Payment]
  const what = [act.name !== undefined && 'payee', act.address && 'address', act.date && `date ${act.date}`, act.amount !== undefined && `amount ${figures(act.amount)}`, act.memo !== undefined && 'memo'].filter(Boolean).join(', ')
  return good({ changes: { payments }, trail: { act: 'change in the lane', text: `${payments.length === 1 ? first.name : `${payments.length} payments`}: ${what}`, about: { account: first.accountId, ...(payments.length === 1 && { payment: first.id }) } } })
}

/** Takes a payment out of the lane before any check of it was issued; it may be brought back. */
export function withdraw(known: { payment: Payment }, act: { why: string }): Decision<{ payments: Payment[] }> {
  const { payment } = known
  if (payment.state !== 'waiting') return refuse('payment-not-waiting', `the payment to ${payment.name} is ${payment.state}`, { field: 'payment' })
  if (payment.booked) return refuse('payment-booked', 'a check of this payment was issued before: cancel the payment, so that its entry is reversed', { field: 'payment' })
  if (!act.why.trim()) return refuse('why-blank', 'say why it is withdrawn', { field: 'why' })
  return good({ changes: { payments: [{ ...payment, state: 'cancelled', withdrawn: true }] }, trail: { act: 'withdraw', text: `${figures(payment.amount)} to ${payment.name}: ${act.why.trim()}`, about: { account: payment.accountId, payment: payment.id } } })
}

/** Brings a withdrawn payment back to the lane. */
export function bringBack(known: { payment: Payment }): Decision<{ payments: Payment[] }> {
  const { withdrawn, ...payment } = known.payment
  if (!withdrawn) return refuse('payment-not-withdrawn', `the payment to ${payment.name} was not withdrawn`, { field: 'payment' })
  return good({ changes: { payments: [{ ...payment, state: 'waiting' }] }, trail: { act: 'bring back', text: `${figures(payment.amount)} to ${payment.name}`, about: { account: payment.accountId, payment: payment.id } } })
}
