import type { Id } from '#core/base/id'
import { numberId, type CheckNumber, type NumberBook, type NumberRow } from '#core/numbers/book'
import { fates, type Fate } from '#core/numbers/fates'
import type { BookFates } from '#core/office/reading'
import type { OfficeDb } from '../store/db'
import { blockOf, fatesIn, painted, stripId } from './strips'

/** Paints the rows that an act is writing; within its transaction. */
export async function paintStrips(db: OfficeDb, rows: readonly NumberRow[]): Promise<void> {
  const ids = [...new Set(rows.map(r => stripId(r.bookId, blockOf(r.number))))]
  await db.strips.bulkPut(
    painted(
      (await db.strips.bulkGet(ids)).filter(s => s !== undefined),
      rows,
    ),
  )
}

/** The fate of every touched number of a book, lowest number first. */
export const fatesOf = async (db: OfficeDb, bookId: Id<'book'>): Promise<BookFates> =>
  fatesIn(await db.strips.where('bookId').equals(bookId).toArray())

/** The numbers of an account that are issued, whatever their book: each book's are found by their fate. */
export async function issuedOf(db: OfficeDb, accountId: Id<'account'>): Promise<NumberRow[]> {
  const books = await db.books.where('accountId').equals(accountId).primaryKeys()
  const issued = books.map(id => db.numbers.where('[bookId+fate]').equals([id, 'issued']).toArray())
  return (await Promise.all(issued)).flat()
}

/** A number whose row and strip do not say the same. */
export interface Difference {
  readonly number: CheckNumber
  readonly row: Fate | 'none'
  readonly strip: Fate | 'none'
}

/**
 * Compares the strips of a book with the keys of all its rows. Gives how many rows there are, and what does
 * not agree.
 */
export async function compareStrips(
  db: OfficeDb,
  book: NumberBook,
): Promise<{ rows: number; differences: Difference[] }> {
  const cut = numberId(book.id, 0 as CheckNumber).length - 1
  const keys = await Promise.all(
    fates.map(fate => db.numbers.where('[bookId+fate]').equals([book.id, fate]).primaryKeys()),
  )
  const rows = new Map(
    keys.flatMap((list, i) => list.map(id => [Number(id.slice(cut)) as CheckNumber, fates[i]!] as const)),
  )
  const strips = await fatesOf(db, book.id)
  const differences: Difference[] = []
  for (const [number, fate] of rows)
    if (strips.get(number)?.fate !== fate)
      differences.push({ number, row: fate, strip: strips.get(number)?.fate ?? 'none' })
  for (const [number, { fate }] of strips)
    if (!rows.has(number)) differences.push({ number, row: 'none', strip: fate })
  return { rows: rows.size, differences }
}
