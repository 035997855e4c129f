import type { Id } from '#core/base/id'
import { trailBlock, type TrailBlock } from '../history/trailLines'
import { bookIdsOf } from '../numbers/bookFates'
import { STRIP } from '../numbers/strips'
import { db } from '../store/db'
import { KeptBlocks } from './keptBlocks'
import { numberBlock, type NumberBlock } from './numberLines'

const numberBlocks = new KeptBlocks(db.numberTexts, [db.numbers, db.books], async id => {
  const cut = id.lastIndexOf('/')
  const bookId = id.slice(0, cut) as Id<'book'>
  const from = Number(id.slice(cut + 1)) * STRIP
  const accountId = (await db.books.get(bookId))?.accountId
  const rows = accountId
    ? await db.numbers
        .where('[accountId+number]')
        .between([accountId, from], [accountId, from + STRIP])
        .toArray()
    : []
  return numberBlock(
    bookId,
    rows.filter(row => row.bookId === bookId),
  )
})
/** The numbers of an account, laid out for a search: as many blocks as its books have strips. */
export async function numbersLaidOut(accountId: Id<'account'>): Promise<NumberBlock[]> {
  const books = await bookIdsOf(db, [accountId])
  return numberBlocks.of(await db.strips.where('bookId').anyOf(books).primaryKeys())
}

/** Lines of the trail in a block; the lines after the last full block are laid out for each question. */
const LINES = 500
const linesFrom = (from: number) => db.trail.where('seq').between(from, from + LINES)
const trailBlocks = new KeptBlocks(db.trailTexts, [db.trail], async id =>
  trailBlock(await linesFrom(Number(id) * LINES).toArray()),
)
/** The whole trail, laid out for a search, the newest block first. */
export async function trailLaidOut(): Promise<TrailBlock[]> {
  const [last = 0] = await db.trail.orderBy('seq').reverse().limit(1).primaryKeys()
  const full = Math.floor((last + 1) / LINES)
  const newest = trailBlock(await linesFrom(full * LINES).toArray())
  const older = await trailBlocks.of(Array.from({ length: full }, (_, i) => String(full - 1 - i)))
  return [newest, ...older]
}
