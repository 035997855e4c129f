import type { NumberRow } from '#core/numbers/book'
import type { OfficeDb } from '../store/db'
import { blockOf, letterOf, STRIP, stripId, UNTOUCHED, type Strip } from './strips'

/** The strips with the fates of these rows painted in; `known` are the strips as they are. */
export function painted(
  known: readonly Strip[],
  rows: readonly Pick<NumberRow, 'bookId' | 'number' | 'fate'>[],
): Strip[] {
  const strips = new Map(known.map(s => [s.id, { ...s, letters: [...s.letters] }]))
  for (const { bookId, number, fate } of rows) {
    const block = blockOf(number)
    const id = stripId(bookId, block)
    const strip = strips.get(id) ?? {
      id,
      bookId,
      block,
      letters: Array.from({ length: STRIP }, () => UNTOUCHED),
    }
    strips.set(id, strip)
    strip.letters[number - block * STRIP] = letterOf[fate]
  }
  return [...strips.values()].map(s => ({ ...s, letters: s.letters.join('') }))
}

/**
 * Paints the rows that an act is writing, and takes out what was laid out of them for searches; within its
 * transaction.
 */
export async function paintStrips(db: OfficeDb, rows: readonly NumberRow[]): Promise<void> {
  const ids = [...new Set(rows.map(r => stripId(r.bookId, blockOf(r.number))))]
  await db.numberTexts.bulkDelete(ids)
  await db.strips.bulkPut(
    painted(
      (await db.strips.bulkGet(ids)).filter(s => s !== undefined),
      rows,
    ),
  )
}
