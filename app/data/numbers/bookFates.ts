import { grouped } from '#core/base/grouped'
import type { Id } from '#core/base/id'
import type { NumberRow } from '#core/numbers/book'
import type { Fate } from '#core/numbers/fates'
import type { BookFates } from '#core/office/reading'
import type { OfficeDb } from '../store/db'
import { fatesIn } from './strips'

/** The fate of every touched number of a book, lowest number first. */
export const fatesOf = async (db: OfficeDb, bookId: Id<'book'>): Promise<BookFates> =>
  fatesIn(await db.strips.where('bookId').equals(bookId).toArray())

/** The same of all books, which takes one question to the store: gives the fates of each by its key. */
export async function fatesOfAll(db: OfficeDb): Promise<(bookId: Id<'book'>) => BookFates> {
  const strips = grouped(await db.strips.toArray(), s => s.bookId)
  return bookId => fatesIn(strips.get(bookId) ?? [])
}

/** The number books of accounts, by their keys. */
export const bookIdsOf = (db: OfficeDb, accountIds: readonly Id<'account'>[]): Promise<Id<'book'>[]> =>
  db.books.where('accountId').anyOf(accountIds).primaryKeys()

/** The numbers of accounts that are in one of some fates, whatever their book: each book's are found by fate. */
export async function numbersInFates(
  db: OfficeDb,
  accountIds: readonly Id<'account'>[],
  fates: readonly Fate[],
): Promise<NumberRow[]> {
  const books = await bookIdsOf(db, accountIds)
  const keys = books.flatMap(book => fates.map(fate => [book, fate]))
  return db.numbers.where('[bookId+fate]').anyOf(keys).toArray()
}
