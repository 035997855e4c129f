import type { Brand } from '../base/brand'
import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import type { Cents } from '../money/cents'
import { fates, mayBecome, type Fate } from './fates'

/** A check number: 1 to 12 digits. */
export type CheckNumber = Brand<number, 'CheckNumber'>
export const MOST_CHECK_NUMBER = 999_999_999_999

/** Reads a check number as typed; leading zeros are only for show. */
export function checkNumber(text: string, field = 'number'): Result<CheckNumber> {
  const t = text.trim()
  if (t === '') return refuse('number-blank', 'a check number is wanted here', { field })
  if (!/^\d{1,12}$/.test(t) || Number(t) < 1) return refuse('number-pattern', `“${t}” is not a check number: 1 to 12 digits`, { field, value: t })
  return good(Number(t) as CheckNumber)
}

export const bookKinds = ['stationer’s stock', 'printed by us', 'handwritten pad'] as const
export type BookKind = (typeof bookKinds)[number]

/** A range of check numbers of one bank account. Its next number is never stored: it follows from the fates. */
export interface NumberBook {
  readonly id: Id<'book'>
  readonly accountId: Id<'account'>
  readonly kind: BookKind
  readonly start: CheckNumber
  readonly end: CheckNumber
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
}

export const numberId = (bookId: Id<'book'>, number: CheckNumber): Id<'number'> => `${bookId}/${number}` as Id<'number'>
export const unusedRow = (book: NumberBook, number: CheckNumber): NumberRow =>
  ({ id: numberId(book.id, number), bookId: book.id, accountId: book.accountId, number, fate: 'unused', why: '', at: '', check: null })

/** The row with its new fate, or a refusal where that fate cannot follow the present one. */
export function become(row: NumberRow, fate: Fate, at: string, more: { why?: string, check?: CheckOnPaper | null } = {}): Result<NumberRow> {
  if (!mayBecome(row.fate, fate)) return refuse('fate-impossible', `number ${row.number} is ${row.fate}: it cannot become ${fate}`, { field: 'number', value: row.number })
  return good({ ...row, fate, at, why: more.why ?? '', check: more.check === undefined ? row.check : more.check })
}

const isFree = (row: NumberRow | undefined): boolean => row === undefined || row.fate === 'unused'
type Rows = ReadonlyMap<CheckNumber, NumberRow>

/** The lowest unused number of a book; undefined where it is used up. `rows` are the touched numbers of the book. */
export function nextNumber(book: NumberBook, rows: Rows): CheckNumber | undefined {
  for (let n = book.start; n <= book.end; n = n + 1 as CheckNumber) if (isFree(rows.get(n))) return n
  return undefined
}

/** The next `count` unused numbers from `from` upward; refuses where the book does not hold them. */
export function takeNumbers(book: NumberBook, rows: Rows, from: CheckNumber, count: number): Result<CheckNumber[]> {
  const taken: CheckNumber[] = []
  for (let n = from; n <= book.end && taken.length < count; n = n + 1 as CheckNumber) if (isFree(rows.get(n))) taken.push(n)
  if (taken.length < count) return refuse('book-too-short', `the number book ${book.start} to ${book.end} has ${taken.length} unused numbers from ${from}, the run needs ${count}`, { field: 'top', value: taken.length, limit: count })
  return good(taken)
}

/**
 * The unused numbers that a start at `from` would jump over: each must be given a fate first.
 * Refuses a number outside the book, or one that already has a fate.
 */
export function jumpedBy(book: NumberBook, rows: Rows, from: CheckNumber): Result<CheckNumber[]> {
  if (from < book.start || from > book.end) return refuse('number-outside', `${from} is not in the number book: it holds ${book.start} to ${book.end}`, { field: 'top', value: from })
  const row = rows.get(from)
  if (row && !isFree(row)) return refuse('number-used', `${from} is ${row.fate}${row.check ? `, ${row.check.payee}` : ''}: a number is never used twice`, { field: 'top', value: from })
  const next = nextNumber(book, rows) ?? from
  const jumped: CheckNumber[] = []
  for (let n = next; n < from; n = n + 1 as CheckNumber) if (isFree(rows.get(n))) jumped.push(n)
  return good(jumped)
}

/** How many numbers of a book have which fate; the counts add up to the length of the book. */
export function countFates(book: NumberBook, rows: Iterable<NumberRow>): Record<Fate, number> {
  const counts = Object.fromEntries(fates.map(f => [f, 0])) as Record<Fate, number>
  let touched = 0
  for (const row of rows) { counts[row.fate]++; touched++ }
  counts.unused += book.end - book.start + 1 - touched
  return counts
}
