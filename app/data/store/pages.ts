import Dexie from 'dexie'
import { tableNames } from '#core/office/tables'
import { db } from './db'

/**
 * Reads a table in the order of its keys, `most` rows at a time, and gives them to `take`: nothing larger is held, and
 * between two reads other questions are answered. The next rows are fetched while these are taken.
 */
export async function eachPage<Row>(
  name: string,
  most: number,
  take: (rows: readonly Row[]) => unknown,
): Promise<void> {
  const table = db.table<Row>(name)
  const key = table.schema.primKey.keyPath as keyof Row
  const after = async (last: unknown): Promise<Row[]> => table.where(':id').above(last).limit(most).toArray()
  for (let next: Promise<Row[]> | undefined = after(Dexie.minKey); next;) {
    const rows: Row[] = await next
    next = rows.length < most ? undefined : after(rows.at(-1)![key])
    // Where these cannot be taken, nobody waits for the next.
    next?.catch(() => undefined)
    if (rows.length) await take(rows)
  }
}

/** Rows that hold PDFs are read a few at a time, others as many as this. */
const [PAPERS_AT_ONCE, AT_ONCE] = [5, 2000]
/** How many rows of a table are read at once where all of it is gone through. */
export const pageOf = (table: string): number => (table === 'papers' ? PAPERS_AT_ONCE : AT_ONCE)
/** How many rows all tables of the office hold together. */
export async function countRows(): Promise<number> {
  const counts = await Promise.all(tableNames.map(table => db.table(table).count()))
  return counts.reduce((sum, n) => sum + n, 0)
}
