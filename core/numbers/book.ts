import type { Brand } from '../base/brand'
import type { PlainDate } from '../base/dates'
import { howMany } from '../base/howMany'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import type { Cents } from '../money/cents'
import type { Stamp } from '../trail/trail'
import { fates, mayBecome, type Fate } from './fates'

/** A check number: 1 to 12 digits. */
export type CheckNumber = Brand<number, 'CheckNumber'>
/** Twelve digits: the longest number that a MICR line has room for. */
export const MOST_CHECK_NUMBER = 999_999_999_999

/** Reads a check number as typed; leading zeros are only for show. */
export function checkNumber(text: string, field = 'number'): Result<CheckNumber> {
  const t = text.trim()
  if (t === '') return refuse('number-blank', 'Enter a check number', { field })
  if (!/^\d{1,12}$/.test(t) || Number(t) < 1)
    return refuse('number-pattern', `“${t}” is not a check number. Enter 1 to 12 digits`, { field, value: t })
  return good(Number(t) as CheckNumber)
}

/** An advice book numbers advices that print on plain paper, so that none uses up a check. */
export const bookKinds = ['stationer’s stock', 'printed by us', 'handwritten pad', 'advices'] as const
export type BookKind = (typeof bookKinds)[number]

/**
 * A range of check numbers of one bank account. Its next number is never stored: it follows from the fates.
 */
export interface NumberBook {
  readonly id: Id<'book'>
  readonly accountId: Id<'account'>
  readonly kind: BookKind
  readonly start: CheckNumber
  readonly end: CheckNumber
  /** What the office calls it, e.g. “Box of March”; empty: its kind and range are enough. */
  readonly name?: string
  /** Put away: no run takes numbers from it any more. */
  readonly archived?: boolean
}
/** Whether a number belongs to a book; what is no whole number belongs to none. */
export const inBook = (book: Pick<NumberBook, 'start' | 'end'>, n: number): boolean =>
  Number.isSafeInteger(n) && n >= book.start && n <= book.end
/** Whether a run may take numbers from a book: from any but a pad, until it is put away. */
export const feedsRuns = (book: NumberBook): boolean => book.kind !== 'handwritten pad' && !book.archived
/** What a book is called: by the office, else by its kind and range. */
export const bookName = (book: NumberBook): string =>
  book.name || `${book.kind}, ${book.start} to ${book.end}`

/** What happened to a number besides a new fate. */
type LifeEvent =
  | { readonly kind: 'printed again'; readonly copy: number }
  | { readonly kind: 'replaced'; readonly by: CheckNumber }
  | { readonly kind: 'stop confirmed' }

/** One line of a number's life. */
export interface LifeLine {
  readonly at: string
  readonly by: string
  readonly fate: Fate
  readonly why?: string
  readonly payee?: string
  readonly runId?: Id<'run'>
  readonly event?: LifeEvent
}

/** The check that carries a number: links, and what a list shows of it. */
export interface CheckOnPaper {
  readonly paymentId: Id<'payment'>
  readonly runId: Id<'run'>
  readonly sheet: number
  readonly place: number
  readonly payee: string
  readonly date: PlainDate
  readonly amount: Cents
}

/** The fate of one number. A number of the book without a row has never been touched: it is unused. */
export interface NumberRow {
  readonly id: Id<'number'>
  readonly bookId: Id<'book'>
  readonly accountId: Id<'account'>
  readonly number: CheckNumber
  readonly fate: Fate
  /** Reason of a spoiled, missing or set-aside number; else empty. */
  readonly why: string
  /** Moment of the last change. */
  readonly at: string
  readonly check: CheckOnPaper | null
  /** The number that took over for the same payment, where one did. */
  readonly replacedBy?: CheckNumber
  /** When and under what reference the bank confirmed that it is stopped. */
  readonly stop?: { readonly on: PlainDate; readonly reference: string }
  /** Everything that happened to it, oldest first. */
  readonly life: readonly LifeLine[]
}

/** The key of a number: it is unique in its book. */
export const numberId = (bookId: Id<'book'>, number: CheckNumber): Id<'number'> =>
  `${bookId}/${number}` as Id<'number'>
/** The row of a number that nothing has happened to. */
export const unusedRow = (book: NumberBook, number: CheckNumber): NumberRow => ({
  id: numberId(book.id, number),
  bookId: book.id,
  accountId: book.accountId,
  number,
  fate: 'unused',
  why: '',
  at: '',
  check: null,
  life: [],
})

/**
 * The row with its new fate and one more line of its life, or a refusal where that fate cannot follow the
 * present one.
 */
export function become(
  row: NumberRow,
  fate: Fate,
  stamp: Stamp,
  more: { why?: string; check?: CheckOnPaper | null } = {},
): Result<NumberRow> {
  if (!mayBecome(row.fate, fate))
    return refuse('fate-impossible', `Number ${row.number} is ${row.fate} and cannot become ${fate}`, {
      field: 'number',
      value: row.number,
    })
  const check = more.check === undefined ? row.check : more.check
  const given = check ?? row.check
  const line: LifeLine = {
    at: stamp.at,
    by: stamp.by,
    fate,
    ...(more.why && { why: more.why }),
    ...(given && { payee: given.payee, runId: given.runId }),
  }
  return good({ ...row, fate, at: stamp.at, why: more.why ?? '', check, life: [...row.life, line] })
}

/** The row with a line about something that happened to it besides a new fate, in words and by kind. */
export const withEvent = (row: NumberRow, event: LifeEvent, why: string, stamp: Stamp): NumberRow => ({
  ...row,
  life: [...row.life, { at: stamp.at, by: stamp.by, fate: row.fate, why, event }],
})
/** What a number is, as screens say it: a stop is only requested until the bank has confirmed it. */
export const stateShown = ({ fate, stop }: Pick<NumberRow, 'fate' | 'stop'>): Fate | 'stop requested' =>
  fate === 'stopped' && !stop ? 'stop requested' : fate

const isFree = (row: { readonly fate: Fate } | undefined): boolean =>
  row === undefined || row.fate === 'unused'
/**
 * The book of an account that its next run takes its numbers from: the one it prefers, else the first that
 * feeds runs of checks, else any but a pad.
 */
export function bookInUse(
  books: readonly NumberBook[],
  preferred: Id<'book'> | undefined,
): NumberBook | undefined {
  const own = [...books].sort((a, b) => a.start - b.start)
  const usable = own.filter(b => feedsRuns(b) && b.kind !== 'advices')
  return usable.find(b => b.id === preferred) ?? usable[0] ?? own.find(b => b.kind !== 'handwritten pad')
}

/** The touched numbers of a book, as far as an act must know them. */
export type Rows = Pick<
  ReadonlyMap<CheckNumber, { readonly fate: Fate; readonly check?: { readonly payee: string } | null }>,
  'get'
>
/** Which way a pack counts: up, or down where its highest number is fed first. */
export type Way = 1 | -1

/**
 * The unused number that comes next in a book: the lowest, or the highest of a pack that counts down;
 * undefined where it is used up.
 */
export function nextNumber(book: NumberBook, rows: Rows, way: Way = 1): CheckNumber | undefined {
  for (
    let n = way > 0 ? book.start : book.end;
    n >= book.start && n <= book.end;
    n = (n + way) as CheckNumber
  )
    if (isFree(rows.get(n))) return n
  return undefined
}

/** The next `count` unused numbers from `from` on; refuses where the book does not hold them. */
export function takeNumbers(
  book: NumberBook,
  rows: Rows,
  from: CheckNumber,
  count: number,
  way: Way = 1,
): Result<CheckNumber[]> {
  const taken: CheckNumber[] = []
  for (let n = from; n >= book.start && n <= book.end && taken.length < count; n = (n + way) as CheckNumber)
    if (isFree(rows.get(n))) taken.push(n)
  if (taken.length < count)
    return refuse(
      'book-too-short',
      `The number book ${book.start} to ${book.end} has only ${howMany(taken.length, 'unused number')} from ${from} on, and the run needs ${count}`,
      { field: 'top', value: taken.length, limit: count },
    )
  return good(taken)
}

/**
 * The unused numbers that a start at `from` would jump over: each must be given a fate first.
 * Refuses a number outside the book, or one that already has a fate.
 */
export function jumpedBy(
  book: NumberBook,
  rows: Rows,
  from: CheckNumber,
  way: Way = 1,
): Result<CheckNumber[]> {
  if (!inBook(book, from))
    return refuse(
      'number-outside',
      `Number ${from} is not in the number book, which has ${book.start} to ${book.end}`,
      { field: 'top', value: from },
    )
  const row = rows.get(from)
  if (row && !isFree(row))
    return refuse(
      'number-used',
      `Number ${from} is already ${row.fate}${row.check ? ` (${row.check.payee})` : ''}. A number can only be used once`,
      { field: 'top', value: from },
    )
  const next = nextNumber(book, rows, way) ?? from
  const jumped: CheckNumber[] = []
  for (let n = next; way > 0 ? n < from : n > from; n = (n + way) as CheckNumber)
    if (isFree(rows.get(n))) jumped.push(n)
  return good(jumped)
}

/**
 * Whether `count` numbers fit behind a top number: gives the unused numbers that would be jumped over. Asked
 * before anything is said of these: a mistyped number must not cost a single other one.
 */
export function behind(
  book: NumberBook,
  rows: Rows,
  top: CheckNumber,
  count: number,
  way: Way = 1,
): Result<CheckNumber[]> {
  const jumped = jumpedBy(book, rows, top, way)
  const room = jumped.ok ? takeNumbers(book, rows, top, count, way) : jumped
  return room.ok ? jumped : room
}

/** How many numbers of a book have which fate; the counts add up to the length of the book. */
export function countFates(book: NumberBook, rows: Iterable<{ readonly fate: Fate }>): Record<Fate, number> {
  const counts = Object.fromEntries(fates.map(f => [f, 0])) as Record<Fate, number>
  let touched = 0
  for (const row of rows) {
    counts[row.fate]++
    touched++
  }
  counts.unused += book.end - book.start + 1 - touched
  return counts
}
