import { dayText, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { cents, sum, type Cents } from '../money/cents'
import type { Language } from '../money/locale'
import type { CheckFacts, PayLine, StubLine } from '../proof/facts'
import { printedSigners, type Signing } from '../accounts/account'
import type { Settles } from '../bills/allocation'

/**
 * Life of a payment. In the lane is `waiting`; from `on paper` on only acts change it. `written back` is one whose
 * check was never cashed: what it paid stays paid, and its money went to a ledger account.
 */
export const paymentStates = [
  'waiting',
  'on paper',
  'issued',
  'cleared',
  'cancelled',
  'written back',
] as const
export type PaymentState = (typeof paymentStates)[number]

/** A line of pay as it is booked: a deduction is credited to the ledger account that it is withheld to. */
export interface PaidLine extends PayLine {
  readonly ledgerId?: Id<'ledger'>
}
/** A line of pay as it prints. */
export const printedPay = (lines: readonly PaidLine[]): PayLine[] =>
  lines.map(({ kind, name, now, yearToDate }) => ({ kind, name, now, yearToDate }))

/** What of a payment goes to a ledger account; below zero: what is withheld of pay. */
export interface PaymentPart {
  readonly ledgerId: Id<'ledger'>
  readonly amount: Cents
  /** Job or department. */
  readonly tag?: string
}

/** An obligation to pay. Its paper is a matter of the number book: one payment may use up several checks. */
export interface Payment {
  readonly id: Id<'payment'>
  readonly companyId: Id<'company'>
  readonly accountId: Id<'account'>
  readonly payeeId: Id<'payee'>
  /** Name and address as they will print on this payment. */
  readonly name: string
  readonly address: readonly string[]
  readonly date: PlainDate
  readonly amount: Cents
  readonly memo: string
  /** What it pays, for the stubs; empty: the check as a whole. */
  readonly lines: readonly StubLine[]
  /** Where it goes in the ledger; adds up to the amount together with what is paid of bills. */
  readonly split: readonly PaymentPart[]
  readonly state: PaymentState
  readonly drawnAt: string
  readonly accountWithPayee?: string
  /** What was earned and deducted, where this is pay. */
  readonly pay?: readonly PaidLine[]
  /** Paid by other means, or nothing to pay: its paper is an advice, not a check. */
  readonly advice?: boolean
  /** Whose signature images print on this payment alone, as indexes of the account's signatories. */
  readonly signers?: readonly number[]
  /** Its entry stands already: a check of it was issued before, and is being replaced. */
  readonly booked?: boolean
  /** What was seen to be wrong on the paper and waits to be put right. */
  readonly correct?: 'payee' | 'date' | 'amount' | 'memo'
  /** Taken out of the lane before any check of it was issued; it may be brought back. */
  readonly withdrawn?: boolean
  /** The bills that it pays, in whole or in part. */
  readonly settles?: Settles
  /** The day on which it enters the lane; before that it stands there greyed. */
  readonly scheduled?: PlainDate
  /** Its check is in this language, whatever that of the layout. */
  readonly language?: Language
  /** Paid without a check: how, and under what reference. No number belongs to it. */
  readonly otherwise?: { readonly way: OtherWay; readonly reference: string }
  /** The file of payment orders with which the bank was told to make this transfer. */
  readonly orderedIn?: Id<'sentFile'>
  /** As it stood before its last change in the lane, so that this can be taken back. */
  readonly was?: PaymentInput
}
/** Whether the payee has its money, or a check for it. */
export const isPaid = ({ state }: Pick<Payment, 'state'>): boolean =>
  state === 'issued' || state === 'cleared'
/** What of a payment may be changed while it waits. */
export type PaymentInput = Pick<
  Payment,
  'name' | 'address' | 'date' | 'amount' | 'memo' | 'lines' | 'split' | 'settles' | 'scheduled' | 'correct'
>
/** Ways in which a bill is paid without a check. */
export const otherWays = ['cash', 'card', 'transfer', 'direct debit'] as const
export type OtherWay = (typeof otherWays)[number]

/** Why a scheduled payment cannot be put on paper on a day; undefined where it can. */
export const notBefore = ({ scheduled }: Payment, day: PlainDate): string | undefined =>
  scheduled && scheduled > day ? `scheduled for ${dayText(scheduled)}` : undefined

/** What becomes due in the ledger with a payment: a debit above zero, a credit below, by ledger account. */
export interface Posting {
  readonly ledgerId: Id<'ledger'>
  readonly amount: Cents
}
/**
 * Where a payment goes in the ledger: its ledger accounts, and for its bills the payables account with the
 * discounts taken. Adds up to the amount that leaves the bank.
 */
export function postingsOf(payment: Pick<Payment, 'split' | 'settles'>): Posting[] {
  const { split, settles } = payment
  const own = split.map(({ ledgerId, amount }) => ({ ledgerId, amount }))
  if (!settles) return own
  const discount = sum(settles.bills.map(a => a.discount))
  const payables = sum(settles.bills.map(a => cents(a.amount + a.discount)))
  return [
    ...own,
    { ledgerId: settles.payables, amount: payables },
    { ledgerId: settles.discounts, amount: cents(-discount) },
  ].filter(p => p.amount !== 0)
}

/**
 * What stands in a lane: all of it as it goes on paper, the part whose entry stands already, and what is
 * promised by the rest.
 */
export interface LaneSums {
  readonly total: Cents
  readonly booked: Cents
  readonly promised: Cents
}
/** The sums of a lane by its total, and how much of that is booked already. */
export const sumsOfLane = (total: number, booked: number): LaneSums => ({
  ...{ total: cents(total), booked: cents(booked), promised: cents(total - booked) },
})
/** What waits in a lane comes to: the total of the checks, and what they commit of the balance. */
export function laneSums(waiting: Iterable<Payment>): LaneSums {
  let [total, booked] = [0, 0]
  for (const p of waiting) {
    total += p.amount
    if (p.booked) booked += p.amount
  }
  return sumsOfLane(total, booked)
}

/**
 * What is promised out of an account but not yet in its book balance: in the lane and on paper, less what is
 * booked already.
 */
export const promisedOf = (payments: Iterable<Payment>): Payment[] =>
  [...payments].filter(p => (p.state === 'waiting' || p.state === 'on paper') && !p.booked)

/**
 * What will be printed of a payment under a number. What the run says of signatures holds for all its
 * checks; then what the payment says, then the account.
 */
export function factsOfPayment(
  payment: Payment,
  number: number,
  signing: Signing,
  ofRun: readonly number[] | null = null,
): CheckFacts {
  const signers = ofRun ?? payment.signers ?? printedSigners(signing, payment.amount)
  return {
    number,
    date: payment.date,
    payee: payment.name,
    address: [...payment.address],
    amount: payment.amount,
    memo: payment.memo,
    lines: [...payment.lines],
    ...(payment.accountWithPayee && { accountWithPayee: payment.accountWithPayee }),
    ...(payment.pay && { pay: printedPay(payment.pay) }),
    ...(payment.advice && { advice: true }),
    ...(payment.language && { language: payment.language }),
    ...(signers.length > 0 && !payment.advice && { signers: [...signers] }),
  }
}
