import { good, refuse } from '../base/result'
import type { Decision } from '../trail/trail'
import { bookName, type NumberBook } from './book'

/** The longest book that is taken: a stationer's box or a range of one's own, not a mistyped number. */
export const MOST_NUMBERS = 1_000_000

/** Opens a number book. Books of an account never overlap. Refused at the field: a range that runs backwards, is too long, or reaches into another book. */
export function openBook(known: { books: readonly NumberBook[] }, act: NumberBook): Decision<{ books: NumberBook[] }> {
  if (act.end < act.start) return refuse('book-backwards', 'the last number is below the first', { field: 'end', value: act.end, limit: act.start })
  if (act.end - act.start >= MOST_NUMBERS) return refuse('book-long', `a book holds at most ${MOST_NUMBERS.toLocaleString('en-US')} numbers: is one of the two mistyped?`, { field: 'end', value: act.end, limit: MOST_NUMBERS })
  const other = known.books.find(b => b.id !== act.id && b.accountId === act.accountId && b.start <= act.end && act.start <= b.end)
  if (other) return refuse('book-overlaps', `it reaches into the book “${bookName(other)}”, ${other.start} to ${other.end}: a number stands in one book only`, { field: act.start >= other.start && act.start <= other.end ? 'start' : 'end', value: other.start, limit: other.end })
  const book: NumberBook = { ...act, ...(act.name !== undefined && { name: act.name.trim().slice(0, 60) }) }
  return good({ changes: { books: [book] }, trail: { act: 'open a number book', text: `${bookName(book)}: ${book.start} to ${book.end}`, about: { account: book.accountId, book: book.id } } })
}

/** Puts a book away, or takes it out again. Only a book without unused numbers, and without an open run, can be put away: none may be forgotten in it. */
export function archiveBook(known: { book: NumberBook, unused: number, open: number }, act: { archived: boolean }): Decision<{ books: NumberBook[] }> {
  if (act.archived && known.open) return refuse('book-open-run', 'a run of this book is not counted off yet', { field: 'book' })
  if (act.archived && known.unused) return refuse('book-unused', `${known.unused} numbers of it are unused: say first what becomes of them (set aside, missing, spoiled)`, { field: 'book', value: known.unused })
  const { archived: _, ...bare } = known.book
  return good({ changes: { books: [act.archived ? { ...bare, archived: true } : bare] }, trail: { act: act.archived ? 'put a book away' : 'take a book out', text: bookName(known.book), about: { account: known.book.accountId, book: known.book.id } } })
}
