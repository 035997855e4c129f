import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import type { Cents } from '../money/cents'

/** What moves an account without a check, and which way it goes: 1 in, -1 out, 0 either. */
export const movementKinds = {
  deposit: { title: 'Deposit', way: 1 },
  withdrawal: { title: 'Withdrawal', way: -1 },
  'bank fee': { title: 'Bank fee', way: -1 },
  interest: { title: 'Interest', way: 0 },
  'small cash': { title: 'Small cash', way: -1 },
  transfer: { title: 'Transfer', way: 0 },
  correction: { title: 'Correction', way: 0 },
  'bank difference': { title: 'Difference at the bank', way: 0 },
} as const
export type MovementKind = keyof typeof movementKinds

/** Whether money of a kind can go a way. */
export const goesWay = (kind: MovementKind, way: 1 | -1): boolean =>
  movementKinds[kind].way === 0 || movementKinds[kind].way === way
/** The kinds that a person can choose for a way; a difference at the bank is never entered by itself. */
export const kindsToChoose = (way: 1 | -1): { readonly value: MovementKind; readonly title: string }[] =>
  (Object.keys(movementKinds) as MovementKind[])
    .filter(kind => kind !== 'bank difference' && goesWay(kind, way))
    .map(value => ({ value, title: movementKinds[value].title }))

/** Where a movement stands with the bank. One `before` is on a statement from before statements were begun. */
export type MovementState = 'open' | 'cleared' | 'before' | 'reversed'

/** Where the money of a movement comes from or goes to; the parts add up to its amount. */
export interface MovementPart {
  readonly ledgerId: Id<'ledger'>
  readonly amount: Cents
}
/** A line of the register that is no check: money that came in or went out. */
export interface Movement {
  readonly id: Id<'movement'>
  readonly companyId: Id<'company'>
  readonly accountId: Id<'account'>
  readonly kind: MovementKind
  readonly date: PlainDate
  /** Above zero came in, below zero went out. */
  readonly amount: Cents
  readonly text: string
  /** Whom it comes from or goes to. */
  readonly party?: string
  readonly reference?: string
  readonly entryId: Id<'entry'>
  readonly state: MovementState
  /** The same money in the other own account, of a transfer. */
  readonly otherId?: Id<'movement'>
  /** The movement that took this one back, or that this one takes back. */
  readonly reversal?: Id<'movement'>
  /** Why it was reversed. */
  readonly why?: string
  /** The payment or bill that made it, where it was not entered by itself: it changes with that alone. */
  readonly paymentId?: Id<'payment'>
  readonly billId?: Id<'bill'>
}

/** The key of the movement that an entry makes in an account. */
export const movementId = (entryId: Id<'entry'>, accountId: Id<'account'>): Id<'movement'> =>
  `${entryId}@${accountId}` as Id<'movement'>
