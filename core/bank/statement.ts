import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import type { Cents } from '../money/cents'
import { sum } from '../money/cents'
import type { CheckNumber } from '../numbers/book'
import type { BankLine } from './bankLine'

/** Formats in which statements come, as they are named on the screen. */
export const bankFormats = ['CSV', 'OFX', 'camt.053', 'BAI2'] as const
export type BankFormat = (typeof bankFormats)[number]

/** A file of the bank that was imported. */
export interface BankFile {
  readonly id: Id<'bankFile'>
  readonly name: string
  readonly format: BankFormat
  readonly at: string
  readonly by: string
  /** Lines that it brought; those that were there before are not counted. */
  readonly lines: number
  /** The days that it covers. */
  readonly from: PlainDate
  readonly through: PlainDate
}
/** A balance that the bank states for the end of a day. */
export interface StatedBalance {
  readonly day: PlainDate
  readonly amount: Cents
}
/** Something that had not reached the bank when a statement was closed: a check, or money on its way. */
export interface Outstanding {
  readonly date: PlainDate
  /** As it moves the account: a check is below zero. */
  readonly amount: Cents
  readonly text: string
  readonly number?: CheckNumber
}
/** What a statement was closed with. */
interface Closing {
  readonly through: PlainDate
  /** The bank's balance at the end of that day. */
  readonly balance: Cents
  /** What the books had. */
  readonly book: Cents
  readonly outstanding: readonly Outstanding[]
  readonly at: string
  readonly by: string
}
/**
 * A statement of a bank account. An account has one open statement, which begins where the last closed one
 * ended; only the newest closed one can be reopened.
 */
export interface Statement {
  readonly id: Id<'statement'>
  readonly accountId: Id<'account'>
  /** Its first day. */
  readonly from: PlainDate
  /** The bank's balance before that day. */
  readonly opening: Cents
  readonly files: readonly BankFile[]
  /** The latest balance that a file of the bank states. */
  readonly stated?: StatedBalance
  readonly closing?: Closing
}

/** Whether a statement can still be changed. */
export const isOpen = (statement: Statement): boolean => statement.closing === undefined
/** The open statement among those of an account; undefined where statements were not begun. */
export const openStatement = (statements: readonly Statement[]): Statement | undefined =>
  statements.find(isOpen)
/** The newest closed statement of an account. */
export const lastClosed = (statements: readonly Statement[]): Statement | undefined =>
  statements
    .filter(s => s.closing)
    .sort((a, b) => (a.from < b.from ? 1 : -1))
    .at(0)
/** The bank's balance at the end of a day: the opening balance and the lines through that day. */
export const bankBalance = (
  { opening }: Pick<Statement, 'opening'>,
  lines: readonly BankLine[],
  through: PlainDate,
): Cents => sum([opening, ...lines.filter(l => l.date <= through).map(l => l.amount)])
/** The last day that the files of a statement cover; undefined where it has none. */
export const lastDayOf = ({ files }: Pick<Statement, 'files'>): PlainDate | undefined =>
  files
    .map(f => f.through)
    .sort()
    .at(-1)
