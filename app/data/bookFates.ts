import type { Id } from '#core/base/id'
import type { CheckNumber, NumberBook, Rows } from '#core/books/book'
import { fates, type Fate } from '#core/books/fates'
import type { OfficeDb } from './db'

/** The fate of every touched number of a book. */
export type BookFates = ReadonlyMap<CheckNumber, { readonly fate: Fate }> & Rows
const asRow = Object.fromEntries(fates.map(fate => [fate, { fate }])) as Record<Fate, { readonly fate: Fate }>

/** Reads the fates of a book from keys alone: 100,000 numbers need no row to be opened. */
export async function fatesOf(db: OfficeDb, bookId: Id<'book'>): Promise<BookFates> {
  const found = new Map<CheckNumber, { readonly fate: Fate }>()
  const cut = bookId.length + 1
  const keys = await Promise.all(fates.map(fate => db.numbers.where('[bookId+fate]').equals([bookId, fate]).primaryKeys()))
  keys.forEach((list, i) => { for (const id of list) found.set(Number(id.slice(cut)) as CheckNumber, asRow[fates[i]!]) })
  return found
}

/** How many numbers of a book have which fate. */
export async function countBook(db: OfficeDb, book: NumberBook): Promise<Record<Fate, number>> {
  const counts = await Promise.all(fates.map(fate => db.numbers.where('[bookId+fate]').equals([book.id, fate]).count()))
  const of = Object.fromEntries(fates.map((fate, i) => [fate, counts[i]!])) as Record<Fate, number>
  of.unused += book.end - book.start + 1 - counts.reduce((a, b) => a + b, 0)
  return of
}
