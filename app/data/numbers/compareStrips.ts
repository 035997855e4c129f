import { numberId, type CheckNumber, type NumberBook } from '#core/numbers/book'
import { fates, type Fate } from '#core/numbers/fates'
import type { OfficeDb } from '../store/db'
import { fatesOf } from './bookFates'

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
