import { sentence } from '../base/sentence'
import { good, refuse } from '../base/result'
import type { Decision, Stamp } from '../trail/trail'
import {
  become,
  bookName,
  inBook,
  unusedRow,
  type CheckNumber,
  type NumberBook,
  type NumberRow,
} from './book'
import { spans } from './spans'

/** The fates that a person may give to unused numbers. */
export const givenFates = ['missing', 'spoiled', 'set aside'] as const
export type GivenFate = (typeof givenFates)[number]

/** Unused numbers and what became of them: missing, spoiled, or set aside, with the reason. */
export interface GiveFate {
  readonly numbers: readonly CheckNumber[]
  readonly fate: GivenFate
  readonly why: string
}

/**
 * Gives unused numbers of one book a fate, with a reason; numbers that are on paper get theirs by the
 * count-off. `rows` are the touched numbers of the book.
 */
export function giveFate(
  known: { book: NumberBook; rows: ReadonlyMap<CheckNumber, NumberRow> },
  act: GiveFate,
  stamp: Stamp,
): Decision<{ numbers: NumberRow[] }> {
  if (!act.numbers.length) return refuse('numbers-none', 'Choose at least one number', { field: 'numbers' })
  if (!act.why.trim()) return refuse('why-blank', 'Give a reason', { field: 'why' })
  const numbers: NumberRow[] = []
  for (const number of act.numbers) {
    if (!inBook(known.book, number))
      return refuse('number-outside', `Number ${number} is not in the number book`, {
        field: 'numbers',
        value: number,
      })
    const present = known.rows.get(number) ?? unusedRow(known.book, number)
    if (present.fate !== 'unused')
      return refuse(
        'number-used',
        `Number ${number} is ${present.fate}. Only an unused number can be given a fate`,
        { field: 'numbers', value: number },
      )
    const row = become(present, act.fate, stamp, { why: act.why.trim(), check: null })
    if (!row.ok) return row
    numbers.push(row.value)
  }
  return good({
    changes: { numbers },
    trail: {
      act: 'Fate set',
      text: sentence(`Marked ${spans(act.numbers)} as ${act.fate}: ${act.why.trim()}`),
      about: { account: known.book.accountId, book: known.book.id },
    },
  })
}

/** What a number that was set aside or missing becomes when it is found: unused again, or set aside. */
export const foundFates = ['unused', 'set aside'] as const
/** Numbers whose fate was given by mistake, with the reason. */
export interface UndoFate {
  readonly numbers: readonly CheckNumber[]
  readonly to?: (typeof foundFates)[number]
  /** Wanted where a number was missing. */ readonly why?: string
}

/**
 * Takes numbers that were set aside back among the unused, or numbers that were missing and are found back
 * among the unused or aside. Refused: any other number, a missing one without a reason, and a book that was
 * put away, in which nothing may be unused.
 */
export function undoFate(
  known: { book: NumberBook; rows: ReadonlyMap<CheckNumber, NumberRow> },
  act: UndoFate,
  stamp: Stamp,
): Decision<{ numbers: NumberRow[] }> {
  const { book } = known
  const to = act.to ?? 'unused'
  const why = act.why?.trim() ?? ''
  if (!act.numbers.length) return refuse('numbers-none', 'Choose at least one number', { field: 'numbers' })
  if (book.archived && to === 'unused')
    return refuse('book-put-away', `“${bookName(book)}” is archived. Unarchive it first`, { field: 'book' })
  const numbers: NumberRow[] = []
  for (const number of act.numbers) {
    const present = known.rows.get(number)
    if (present?.fate !== 'missing' && (present?.fate !== 'set aside' || to === 'set aside'))
      return refuse(
        'number-not-aside',
        `Number ${number} is ${present?.fate ?? 'unused'}. Only a number that is set aside or missing can be made unused again`,
        { field: 'numbers', value: number },
      )
    if (present.fate === 'missing' && !why)
      return refuse('why-blank', `Enter how number ${number} was found`, { field: 'why', value: number })
    const row = become(present, to, stamp, { ...(why && { why }) })
    if (!row.ok) return row
    numbers.push(row.value)
  }
  return good({
    changes: { numbers },
    trail: {
      act: 'Fate undone',
      text: sentence(
        `Marked ${spans(act.numbers)} as ${to === 'unused' ? 'unused again' : to}${why && `: ${why}`}`,
      ),
      about: { account: book.accountId, book: book.id },
    },
  })
}
