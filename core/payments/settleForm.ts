import { addDays, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { cents, sum, zero, type Cents } from '../money/cents'
import type { Allocation } from '../bills/allocation'
import { discountOn, heldBecause, open, type Bill } from '../bills/bill'
import type { Draw } from './draw'
import { addressOf, type Payee } from '../payees/payee'

/** What is to be paid of a bill, as a clerk chose it: nothing where it is left out. */
export interface Chosen {
  /** What is settled of it, discount with it. */
  readonly whole: Cents
  readonly discount: Cents
}
export type Choice = ReadonlyMap<Id<'bill'>, Chosen>

/** A bill with what keeps it from being settled, if anything, and what its discount comes to on that day. */
export interface Settleable {
  readonly bill: Bill
  readonly payee: Payee | undefined
  readonly reason: string
  readonly discount: Cents
}

const byDue = (a: Bill, b: Bill): number => (a.due < b.due ? -1 : a.due > b.due ? 1 : 0)

/** Why a bill is not settled now; blank where it can be. */
function reasonOf(bill: Bill, payee: Payee | undefined): string {
  if (bill.stage === 'draft') return 'draft, finish it under Bills'
  if (bill.stage === 'waits') return 'needs approval'
  return open(bill) === 0 ? IN_LANE : (heldBecause(payee, [bill]) ?? '')
}
const IN_LANE = 'in the lane'
/** First what can be settled, then what somebody must do something about, last what is paid by the lane. */
const placeOf = ({ reason }: Settleable): number => (reason === '' ? 0 : reason === IN_LANE ? 2 : 1)
/**
 * The bills of a company that ask for payment as they stand for settling on a day, by due date; those that
 * cannot be settled last, with their reason: drafts, bills that need approval, held and disputed ones.
 */
export const settleable = (
  bills: readonly Bill[],
  payees: ReadonlyMap<Id<'payee'>, Payee>,
  day: PlainDate,
): Settleable[] =>
  bills
    .filter(b => ['payable', 'waits', 'draft'].includes(b.stage))
    .map(bill => {
      const payee = payees.get(bill.payeeId)
      return { bill, payee, reason: reasonOf(bill, payee), discount: discountOn(bill, day) }
    })
    .sort((a, b) => placeOf(a) - placeOf(b) || byDue(a.bill, b.bill))

/** All that is open of a bill, with its discount. */
export const wholly = ({ bill, discount }: Settleable): Chosen => ({ whole: open(bill), discount })

/**
 * What is proposed: bills due by a day, and those whose discount would be lost before the next week; credit
 * notes of the same payees as far as they leave something to pay. Who is usually paid by other means is left out.
 */
export function proposal(list: readonly Settleable[], by: PlainDate, day: PlainDate): Choice {
  const choice = new Map<Id<'bill'>, Chosen>()
  const able = list.filter(s => !s.reason && s.payee?.way !== 'otherwise')
  const left = new Map<Id<'payee'>, number>()
  const take = (s: Settleable): void => {
    const part = wholly(s)
    choice.set(s.bill.id, part)
    left.set(s.bill.payeeId, (left.get(s.bill.payeeId) ?? 0) + part.whole - part.discount)
  }
  for (const s of able) {
    const losing = s.discount > 0 && (s.bill.discount?.until ?? day) <= addDays(day, 7)
    if (s.bill.amount > 0 && (s.bill.due <= by || losing)) take(s)
  }
  for (const s of able) if (s.bill.amount < 0 && (left.get(s.bill.payeeId) ?? 0) + open(s.bill) > 0) take(s)
  return choice
}

/** How chosen bills become checks. */
export interface SettleManner {
  readonly perBill: boolean
  /** The account that a payee is paid from. */
  readonly accountOf: (payee: Payee) => Id<'account'>
  readonly date: PlainDate
  readonly newId: () => Id<'payment'>
  /** The day on which the payments enter the lane, where that is later than today. */
  readonly scheduled?: PlainDate
}
/** A check that will come of what was chosen. */
export interface CheckToCome {
  readonly accountId: Id<'account'>
  readonly draw: Draw
  readonly payee: Payee
  readonly bills: readonly Bill[]
}

const allocationOf = (bill: Bill, { whole, discount }: Chosen): Allocation => ({
  billId: bill.id,
  amount: cents(whole - discount),
  discount,
})

function checkOf(payee: Payee, part: readonly Settleable[], choice: Choice, how: SettleManner): CheckToCome {
  const settles = part.map(s => allocationOf(s.bill, choice.get(s.bill.id)!))
  const bills = part.map(s => s.bill)
  return {
    accountId: how.accountOf(payee),
    payee,
    bills,
    draw: {
      id: how.newId(),
      payee,
      address: addressOf(payee, bills[0]?.payTo),
      date: how.date,
      amount: sum(settles.map(a => a.amount)),
      memo: payee.memo,
      lines: [],
      split: [],
      settles,
      ...(payee.way === 'advice' && { advice: true }),
      ...(payee.accountWithPayee && { accountWithPayee: payee.accountWithPayee }),
      ...(how.scheduled && { scheduled: how.scheduled }),
    },
  }
}

/**
 * The checks that will come of what was chosen: one a payee and address, or one a bill. A credit note goes with the other
 * bills of its payee even where each bill has a check of its own: it is taken off the largest.
 */
export function checksToCome(list: readonly Settleable[], choice: Choice, how: SettleManner): CheckToCome[] {
  const piles = new Map<string, { payee: Payee; chosen: Settleable[] }>()
  for (const s of list) {
    if (!s.payee || s.reason || !choice.has(s.bill.id)) continue
    const key = `${s.payee.id} ${s.bill.payTo ?? ''}`
    const pile = piles.get(key) ?? { payee: s.payee, chosen: [] }
    pile.chosen.push(s)
    piles.set(key, pile)
  }
  return [...piles.values()].flatMap(({ payee, chosen }) =>
    (how.perBill ? apart(chosen, choice) : [chosen]).map(part => checkOf(payee, part, choice, how)),
  )
}
function apart(chosen: readonly Settleable[], choice: Choice): Settleable[][] {
  const wholeOf = (s: Settleable): number => choice.get(s.bill.id)?.whole ?? 0
  const [bills, credits] = [chosen.filter(s => s.bill.amount > 0), chosen.filter(s => s.bill.amount < 0)]
  const largest = [...bills].sort((a, b) => wholeOf(b) - wholeOf(a))[0]
  const parts = bills.map(s => (s === largest ? [s, ...credits] : [s]))
  return parts.length ? parts : [[...credits]]
}

/** Money going out in a week, and what is left after it. */
export interface WeekOut {
  readonly from: PlainDate
  readonly out: Cents
  readonly after: Cents
}
/**
 * Money going out by week, counted from a day: what is open by due date, overdue bills in the first week, with
 * the cash that is left after each.
 */
export function weeksOut(bills: readonly Bill[], cash: Cents, today: PlainDate, weeks: number): WeekOut[] {
  let left: number = cash
  return Array.from({ length: weeks }, (_, i) => {
    const [from, to] = [addDays(today, 7 * i), addDays(today, 7 * (i + 1))]
    const out = sum(
      bills.filter(b => b.stage === 'payable' && (i === 0 || b.due >= from) && b.due < to).map(b => open(b)),
    )
    left -= out
    return { from, out, after: cents(left) }
  })
}

/** The discounts that can still be had on bills, and would be lost after a day. */
export const discountsLost = (bills: readonly Bill[], today: PlainDate, by: PlainDate): Cents =>
  sum(
    bills.map(b =>
      b.stage === 'payable' && b.discount && b.discount.until <= by ? discountOn(b, today) : zero,
    ),
  )
