import type { PlainDate } from '../../base/dates'
import type { Id } from '../../base/id'
import type { Cents } from '../../money/cents'
import type { CheckNumber } from '../../numbers/book'

/** What the office can answer when the bank asks about a check. */
export const decisions = ['pay', 'return'] as const
export type Decided = (typeof decisions)[number]

/** A check about which the bank asks whether it is to pay it. */
export interface BankQuestion {
  readonly id: Id<'bankQuestion'>
  readonly accountId: Id<'account'>
  /** The bank’s own key of the question. */
  readonly reference: string
  readonly number: CheckNumber
  readonly amount: Cents
  /** When the check was presented. */
  readonly date: PlainDate
  readonly payee?: string
  /** Why the bank asks, in its words. */
  readonly reason: string
  /** The last day on which the bank takes an answer. */
  readonly deadline: PlainDate
  /** The file that brought it. */
  readonly file: string
  readonly at: string
  readonly answer?: {
    readonly decision: Decided
    readonly why: string
    readonly at: string
    readonly by: string
  }
}
/** A question as a file brings it. */
export type IncomingQuestion = Pick<
  BankQuestion,
  'reference' | 'number' | 'amount' | 'date' | 'payee' | 'reason' | 'deadline'
>
/** The key of a question of an account: the same one comes once. */
export const questionId = (accountId: Id<'account'>, reference: string): Id<'bankQuestion'> =>
  `${accountId}?${reference}` as Id<'bankQuestion'>

/** Questions that wait for an answer first, by deadline; then the others, the newest first. */
export const inOrderOfNeed = (questions: readonly BankQuestion[]): BankQuestion[] =>
  [...questions].sort((a, b) =>
    !a.answer !== !b.answer
      ? a.answer
        ? 1
        : -1
      : a.answer
        ? a.at < b.at
          ? 1
          : -1
        : a.deadline < b.deadline
          ? -1
          : 1,
  )
