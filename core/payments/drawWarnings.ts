import { howMany } from '../base/howMany'
import { sentence } from '../base/sentence'
import { dayText, daysBetween, type PlainDate } from '../base/dates'
import type { Balances } from '../ledger/balances'
import { cents, sum, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import { open, type Bill } from '../bills/bill'
import type { Payee } from '../payees/payee'
import { changedSince, payeeChangeText } from './payeeChange'
import type { Payment } from './payment'

/** A thing to look at before drawing; never a refusal. */
export interface DrawWarning {
  readonly code:
    | 'on-hold'
    | 'below-zero'
    | 'like-another'
    | 'far-date'
    | 'open-bills'
    | 'employee'
    | 'ourselves'
    | 'changed-payee'
  readonly text: string
  /** The payment that it tells of, if one. */
  readonly payment?: Payment
}
/** What a draw is held against for warnings; none of them refuses it. */
export interface DrawWarnKnown {
  readonly payee: Payee | null
  readonly balances: Balances
  /** What was paid to this payee or waits for them, the newest first. */
  readonly paid: readonly Payment[]
  readonly openBills: readonly Bill[]
  readonly today: PlainDate
  /** Currency sign of the account. */
  readonly sign: string
}
/** What is about to be drawn, as far as it is understood. */
export interface DrawLook {
  readonly amount: Cents | null
  readonly date: PlainDate | null
  /** Whether it pays some of the bills, or it was said what it is instead. */
  readonly explained: boolean
  /** Whether it is pay: on an account for it, or by its lines. */
  readonly isPay: boolean
}

const FAR_DAYS = 60
/** Another payment of the same amount within so many days is pointed out. */
const LIKE_DAYS = 60

function likeAnother({ paid, sign }: DrawWarnKnown, { amount, date }: DrawLook): DrawWarning[] {
  const like = paid.find(
    p =>
      p.amount === amount &&
      p.state !== 'cancelled' &&
      Math.abs(daysBetween(p.date, date ?? p.date)) <= LIKE_DAYS,
  )
  if (!like) return []
  const what = like.state === 'waiting' ? 'is already waiting' : `was drawn before (${like.state})`
  return [
    {
      code: 'like-another',
      text: `${figures(like.amount, { sign })} to ${like.name} ${what}, dated ${dayText(like.date)}`,
      payment: like,
    },
  ]
}

function aboutPayee(known: DrawWarnKnown, { isPay }: DrawLook): DrawWarning[] {
  const { payee, paid } = known
  if (!payee) return []
  const found: DrawWarning[] = []
  if (payee.onHold)
    found.push({
      code: 'on-hold',
      text: `${payee.name} is on hold${payee.holdWhy ? `: ${payee.holdWhy}` : ''}. The payment is held back from runs until you release the payee`,
    })
  if (payee.kind === 'employee' && !isPay)
    found.push({
      code: 'employee',
      text: `${payee.name} is an employee. This is right for expenses; pay them on a paycheck`,
    })
  if (payee.kind === 'ourselves')
    found.push({
      code: 'ourselves',
      text: 'This is a check to yourself. Choose the ledger account the money goes to. A check made out to cash can be cashed by anyone',
    })
  const before = changedSince(payee, paid.find(p => p.state !== 'cancelled')?.drawnAt)
  if (before && paid.length)
    found.push({
      code: 'changed-payee',
      text: payeeChangeText(payee, before),
    })
  return found
}

/**
 * What a clerk should know before drawing: payee on hold, an employee, or changed since they were last paid;
 * their open bills; a like payment; an account that would go below zero; a date far off.
 */
export function drawWarnings(known: DrawWarnKnown, look: DrawLook): DrawWarning[] {
  const { openBills, sign, balances, today } = known
  const { amount, date } = look
  const found = aboutPayee(known, look)
  if (openBills.length && !look.explained)
    found.push({
      code: 'open-bills',
      text: `This payee has ${howMany(openBills.length, 'open bill')}, ${figures(sum(openBills.map(open)), { sign })}`,
    })
  found.push(...likeAnother(known, look))
  if (amount !== null && balances.free - amount < 0)
    found.push({
      code: 'below-zero',
      text: `This is ${figures(cents(amount - balances.free), { sign })} more than is free in the account`,
    })
  const off = date === null ? 0 : daysBetween(today, date)
  if (Math.abs(off) > FAR_DAYS)
    found.push({
      code: 'far-date',
      text: `the date is ${Math.abs(off)} days ${off < 0 ? 'ago' : 'from now'}`,
    })
  return found.map(w => ({ ...w, text: sentence(w.text) }))
}
