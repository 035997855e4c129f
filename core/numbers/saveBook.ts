import { good, refuse, type Result } from '../base/result'
import type { Decision } from '../trail/trail'
import { bookName, MOST_CHECK_NUMBER, type NumberBook } from './book'

/** The longest book that is taken: a stationer's box or a range of one's own, not a mistyped number. */
const MOST_NUMBERS = 1_000_000

const isNumber = (n: number): boolean => Number.isSafeInteger(n) && n >= 1 && n <= MOST_CHECK_NUMBER
const meet = (a: NumberBook, b: NumberBook): boolean => a.start <= b.end && b.start <= a.end

/**
 * The gate for a new number book. Refused at the field: a key that is known, a range that is no range, runs
 * backwards or is too long, one that reaches into another book of the account, or into one of another
 * account with the same bank code and account number (`twins`).
 */
export function newBook(
  known: { books: readonly NumberBook[]; twins: readonly NumberBook[] },
  act: NumberBook,
): Result<NumberBook> {
  if (known.books.some(b => b.id === act.id))
    return refuse('book-known', 'This number book already exists', { field: 'book' })
  if (!isNumber(act.start)) return refuse('number-pattern', 'Enter a check number', { field: 'start' })
  if (!isNumber(act.end)) return refuse('number-pattern', 'Enter a check number', { field: 'end' })
  if (act.end < act.start)
    return refuse('book-backwards', 'The last number must not be below the first', {
      field: 'end',
      value: act.end,
      limit: act.start,
    })
  if (act.end - act.start >= MOST_NUMBERS)
    return refuse(
      'book-long',
      `A book can have at most ${MOST_NUMBERS.toLocaleString('en-US')} numbers. Check both numbers`,
      { field: 'end', value: act.end, limit: MOST_NUMBERS },
    )
  const other = known.books.find(b => b.accountId === act.accountId && meet(b, act))
  if (other)
    return refuse(
      'book-overlaps',
      `This overlaps another book, ${other.name ? `“${other.name}”` : other.kind}, ${other.start} to ${other.end}. A number can only be in one book`,
      {
        field: act.start >= other.start && act.start <= other.end ? 'start' : 'end',
        value: other.start,
        limit: other.end,
      },
    )
  const twin = known.twins.find(b => meet(b, act))
  if (twin)
    return refuse(
      'account-twice',
      `Another account has the same bank code and account number, and its book “${bookName(twin)}” has ${twin.start} to ${twin.end}. The bank would see a number twice`,
      { field: 'start', value: twin.start, limit: twin.end },
    )
  return good({ ...act, ...(act.name !== undefined && { name: act.name.trim().slice(0, 60) }) })
}

/** Opens a number book of an account. */
export function addBook(
  known: { books: readonly NumberBook[]; twins: readonly NumberBook[] },
  act: NumberBook,
): Decision<{ books: NumberBook[] }> {
  const book = newBook(known, act)
  if (!book.ok) return book
  const { value } = book
  return good({
    changes: { books: [value] },
    trail: {
      act: 'Number book added',
      text: `Added number book ${bookName(value)}: ${value.start} to ${value.end}.`,
      about: { account: value.accountId, book: value.id },
    },
  })
}

/**
 * Puts a book away, or takes it out again. Only a book without unused numbers, and without an open run, can
 * be put away: none may be forgotten in it.
 */
export function archiveBook(
  known: { book: NumberBook; unused: number; open: number },
  act: { archived: boolean },
): Decision<{ books: NumberBook[] }> {
  if (act.archived === (known.book.archived ?? false))
    return refuse(
      'book-so-already',
      act.archived ? 'This book is already archived' : 'This book is already in use',
      { field: 'book' },
    )
  if (act.archived && known.open)
    return refuse('book-open-run', 'A run of this book is not counted off yet', { field: 'book' })
  if (act.archived && known.unused)
    return refuse(
      'book-unused',
      `This book still has ${known.unused} unused numbers. Set their fate first (set aside, missing or spoiled)`,
      { field: 'book', value: known.unused },
    )
  const { archived: _, ...bare } = known.book
  return good({
    changes: { books: [act.archived ? { ...bare, archived: true } : bare] },
    trail: {
      act: act.archived ? 'Number book archived' : 'Number book unarchived',
      text: `${act.archived ? 'Archived' : 'Unarchived'} number book ${bookName(known.book)}.`,
      about: { account: known.book.accountId, book: known.book.id },
    },
  })
}
