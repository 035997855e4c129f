import { grouped } from '#core/base/grouped'
import type { Id } from '#core/base/id'
import { paceOf, paceStart } from '#core/numbers/pace'
import type { NumberBook } from '#core/numbers/book'
import { db } from '../store/db'

/** After every moment and every fate. */
const LAST = '\uffff'

/** Checks written down in handwritten pads: each counts from then. */
async function usedOfPads(pads: readonly NumberBook[]) {
  const rows = await db.numbers
    .where('[bookId+fate]')
    .inAnyRange(pads.map(({ id }) => [[id, ''] as const, [id, LAST] as const]))
    .toArray()
  return rows
    .filter(r => r.check)
    .map(({ bookId, life, at }) => ({ bookId, at: life[0]?.at ?? at, count: 1 }))
}
/** What runs of the last weeks used, from when they were printed. */
async function usedByRuns(books: readonly NumberBook[], now: Date) {
  const runs = await db.runs
    .where('[bookId+printedAt]')
    .inAnyRange(books.map(({ id }) => [[id, paceStart(now)] as const, [id, LAST] as const]))
    .toArray()
  return runs.map(({ bookId, printedAt, checks }) => ({
    bookId,
    at: printedAt,
    count: checks.filter(c => c.outcome?.kind !== 'never came out').length,
  }))
}

/**
 * Numbers of books used a week, newest week last, from when their runs were printed; of a pad, from when its
 * checks were written down. By book.
 */
export async function readPaces(
  books: readonly NumberBook[],
  now: Date,
): Promise<ReadonlyMap<Id<'book'>, number[]>> {
  const isPad = (book: NumberBook): boolean => book.kind === 'handwritten pad'
  const [byHand, byRun] = await Promise.all([
    usedOfPads(books.filter(isPad)),
    usedByRuns(
      books.filter(b => !isPad(b)),
      now,
    ),
  ])
  const used = grouped([...byHand, ...byRun], u => u.bookId)
  return new Map(books.map(({ id }) => [id, paceOf(used.get(id) ?? [], now)]))
}

/** The same of one book. */
export const readPace = async (book: NumberBook, now: Date): Promise<number[]> =>
  (await readPaces([book], now)).get(book.id)!
