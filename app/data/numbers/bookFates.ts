import type { Id } from '#core/base/id'
import type { NumberRow } from '#core/numbers/book'
import type { BookFates } from '#core/office/reading'
import type { OfficeDb } from '../store/db'
import { fatesIn } from './strips'

/** The fate of every touched number of a book, lowest number first. */
export const fatesOf = async (db: OfficeDb, bookId: Id<'book'>): Promise<BookFates> =>
  fatesIn(await db.strips.where('bookId').equals(bookId).toArray())

/** The numbers of an account that are issued, whatever their book: each book's are found by their fate. */
export async function issuedOf(db: OfficeDb, accountId: Id<'account'>): Promise<NumberRow[]> {
  const books = await db.books.where('accountId').equals(accountId).primaryKeys()
  const issued = books.map(id => db.numbers.where('[bookId+fate]').equals([id, 'issued']).toArray())
  return (await Promise.all(issued)).flat()
}
