import { paceOf, paceStart } from '#core/numbers/pace'
import type { NumberBook } from '#core/numbers/book'
import { db } from '../store/db'

/**
 * Numbers of a book used a week, newest week last, from when their runs were printed; of a pad, from when its
 * checks were written down.
 */
export async function readPace(book: NumberBook, now: Date): Promise<number[]> {
  if (book.kind === 'handwritten pad') {
    const rows = await db.numbers.where('[bookId+fate]').between([book.id, ''], [book.id, '\uffff']).toArray()
    return paceOf(
      rows.filter(r => r.check).map(r => ({ at: r.life[0]?.at ?? r.at, count: 1 })),
      now,
    )
  }
  const runs = await db.runs
    .where('[bookId+printedAt]')
    .between([book.id, paceStart(now)], [book.id, '\uffff'])
    .toArray()
  return paceOf(
    runs.map(run => ({
      at: run.printedAt,
      count: run.checks.filter(c => c.outcome?.kind !== 'never came out').length,
    })),
    now,
  )
}
