import type { PlainDate } from '../base/dates'
import { idOf, type Id } from '../base/id'
import { cents, type Cents } from '../money/cents'
import type { Payee } from '../payees/payee'
import type { Discount } from '../payees/terms'

/** One line of a bill: what it is for, and where it goes in the ledger. */
export interface BillLine {
  readonly ledgerId: Id<'ledger'>
  readonly amount: Cents
  readonly memo: string
  /** How many, as it is written on the bill. */
  readonly quantity?: string
  /** What one of them costs. */
  readonly unit?: Cents
  /** Job or department. */
  readonly tag?: string
}

/**
 * A bill that was typed waits for a second person where it is above the company's limit; then it is payable,
 * and paid when nothing is owed any more.
 */
export const billStages = ['draft', 'waits', 'payable', 'paid', 'cancelled'] as const
export type BillStage = (typeof billStages)[number]

/** What is told of a bill. */
export interface BillInput {
  readonly payeeId: Id<'payee'>
  /** As it stands on the paper. */
  readonly number: string
  readonly date: PlainDate
  readonly due: PlainDate
  readonly amount: Cents
  readonly discount?: Discount
  readonly lines: readonly BillLine[]
  readonly memo: string
  readonly purchaseOrder?: string
  /** The name of the payee's address that its payment goes to, where that is not the usual one. */
  readonly payTo?: string
  readonly taxForm: '1099' | 'none'
  /** Why the same number of the same payee stands here again. */
  readonly again?: string
}

/** What a company owes a payee. One below zero is a credit note. */
export interface Bill extends BillInput {
  readonly id: Id<'bill'>
  readonly companyId: Id<'company'>
  /** Payee and number without what does not tell numbers apart: the store finds namesakes by it. */
  readonly alike: string
  /** Our own running number, one a bill and company. */
  readonly ourNumber: number
  readonly hold?: { readonly kind: 'held' | 'disputed'; readonly why: string }
  readonly stage: BillStage
  readonly enteredAt: string
  readonly enteredBy: string
  readonly approvedBy?: string
  /** Who changed what is to be approved since it was entered: none of them may approve it. */
  readonly changedBy?: readonly string[]
  /** What payments in lane and on paper settle of it, discounts with it. */
  readonly promised: Cents
  /** What issued payments settled of it, discounts with it. */
  readonly settled: Cents
  /** How often it was entered in the ledger: anew after each change that the ledger tells of. */
  readonly entries: number
  /** What was told of it before it was last changed. */
  readonly was?: BillInput
  /** Who had approved what was told before: taken back, it is approved again. */
  readonly wasApprovedBy?: string
}

/** The key of the entry that stands for a bill; none where nothing is owed by it. */
export const entryIdOf = (bill: Bill): Id<'entry'> | undefined =>
  bill.stage === 'payable' || bill.stage === 'paid' ? idOf(`${bill.id}/owed/${bill.entries}`) : undefined

/** What may still be settled of a bill. */
export const open = (bill: Bill): Cents => cents(bill.amount - bill.promised - bill.settled)
/** What the ledger says is owed. */
export const owed = (bill: Bill): Cents => cents(bill.amount - bill.settled)
/** Told beside the stage: it should have been paid. */
export const isOverdue = (bill: Bill, today: PlainDate): boolean =>
  bill.stage === 'payable' && bill.amount > 0 && bill.due < today
/**
 * The discount that can be had of what is open of a bill on a day: all of it where nothing of the bill was
 * settled, none after its day. A part payment has no discount.
 */
export const discountOn = (bill: Bill, day: PlainDate): Cents =>
  bill.discount && day <= bill.discount.until && open(bill) === bill.amount ? bill.discount.amount : cents(0)

/**
 * A bill's number without case, spaces, dashes, a word before it and leading zeros: `INV-0042`, `inv 42` and
 * `42` look alike.
 */
export function numberKey(number: string): string {
  const bare = number.toLowerCase().replaceAll(/[^\p{L}\p{N}]/gu, '')
  return bare.replace(/^\p{L}+(?=\p{N})/u, '').replace(/^0+(?=.)/, '')
}
/** Under what bills that look alike stand together. */
export const alikeKey = (payeeId: Id<'payee'>, number: string): string => `${payeeId}/${numberKey(number)}`

/** Words before a number that only credit notes have: CN-1001 is not like INV-1001. */
const CREDIT_WORD = /^(?:cn|crn?|cm|credit(?: ?(?:note|memo))?)(?=[^\p{L}]|$)/iu

/** Bills of the same payee whose number is the same, and those that only look it; cancelled ones aside. */
export function namesakesOf(
  bill: Pick<Bill, 'id' | 'number'>,
  alike: readonly Bill[],
): { readonly same: Bill[]; readonly like: Bill[] } {
  const others = alike.filter(b => b.id !== bill.id && b.stage !== 'cancelled')
  const same = others.filter(b => b.number.trim() === bill.number.trim())
  const isCredit = (number: string): boolean => CREDIT_WORD.test(number.trim())
  return {
    same,
    like: others.filter(b => !same.includes(b) && isCredit(b.number) === isCredit(bill.number)),
  }
}

/** Why a bill or its payee keeps a payment out of a run; undefined where nothing does. */
export function heldBecause(payee: Payee | undefined, bills: readonly Bill[]): string | undefined {
  if (payee?.onHold) return `${payee.name} is on hold${payee.holdWhy ? `: ${payee.holdWhy}` : ''}`
  const held = bills.find(b => b.hold)
  return held?.hold && `bill ${held.number} is ${held.hold.kind}: ${held.hold.why}`
}
