import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import type { CheckNumber } from '../numbers/book'
import type { Cents } from '../money/cents'

/** What a line of the bank stands for in our books. */
export type LineMatch =
  | {
      readonly kind: 'check'
      readonly numberId: Id<'number'>
      readonly paymentId: Id<'payment'>
      /** What the bank paid more or less, where the bank's amount was accepted. */
      readonly differenceId?: Id<'movement'>
    }
  | { readonly kind: 'payment'; readonly paymentId: Id<'payment'> }
  | { readonly kind: 'movement'; readonly movementId: Id<'movement'> }

/** The payment that a match names; undefined for one with a movement alone. */
export const paymentOfMatch = (match: LineMatch | undefined): Id<'payment'> | undefined =>
  match && match.kind !== 'movement' ? match.paymentId : undefined
/** The movements that a match names: the one it is with, or the difference that was accepted with a check. */
export function movementsOfMatch(match: LineMatch | undefined): Id<'movement'>[] {
  if (match?.kind === 'movement') return [match.movementId]
  return match?.kind === 'check' && match.differenceId ? [match.differenceId] : []
}

/** One line of a bank statement, as the bank gave it; only `match`, `note` and `reported` are ours. */
export interface BankLine {
  readonly id: Id<'bankLine'>
  readonly accountId: Id<'account'>
  readonly statementId: Id<'statement'>
  /** The file that brought it. */
  readonly fileId: Id<'bankFile'>
  readonly date: PlainDate
  /** Above zero came in, below zero went out. */
  readonly amount: Cents
  /** The check number, where the bank gives one. */
  readonly number?: CheckNumber
  readonly text: string
  readonly payee?: string
  /** The bank's own key of the line. */
  readonly reference?: string
  readonly match?: LineMatch
  /** Why it is left open. */
  readonly note?: string
  /** When a letter about it was made for the bank, and by whom. */
  readonly reported?: { readonly at: string; readonly by: string }
}

/** A line as a file brings it: all that the bank says of it. */
export type IncomingLine = Pick<BankLine, 'date' | 'amount' | 'number' | 'text' | 'payee' | 'reference'>

/** Lines that may be the same have the same day, amount and check number. */
const alikeKey = ({ date, amount, number }: IncomingLine): string => `${date} ${amount} ${number ?? ''}`

/** Whether two lines that look alike are the same: not where the bank gave each a key of its own. */
const maySame = (a: IncomingLine, b: IncomingLine): boolean =>
  !a.reference || !b.reference || a.reference === b.reference

/**
 * Which lines of a file were imported before, by their places. A line is known by the bank's key, day, amount and
 * check number; where one of two has no key (another format brought it), by the rest alone, each known line
 * once: two fees of one day and amount are two lines. Lines of one file are never the same.
 */
export function knownBefore(known: readonly BankLine[], incoming: readonly IncomingLine[]): Set<number> {
  const left = new Map<string, BankLine[]>()
  for (const line of known) left.set(alikeKey(line), [...(left.get(alikeKey(line)) ?? []), line])
  const found = new Set<number>()
  const pass = (isSame: (a: IncomingLine, b: IncomingLine) => boolean): void => {
    for (const [at, line] of incoming.entries()) {
      const alike = left.get(alikeKey(line)) ?? []
      const same = found.has(at) ? -1 : alike.findIndex(other => isSame(line, other))
      if (same < 0) continue
      alike.splice(same, 1)
      found.add(at)
    }
  }
  pass((a, b) => Boolean(a.reference) && a.reference === b.reference)
  pass(maySame)
  return found
}
