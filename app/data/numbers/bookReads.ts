import { grouped } from '#core/base/grouped'
import type { Id } from '#core/base/id'
import {
  countFates,
  nextNumber,
  numberId,
  type CheckNumber,
  type NumberBook,
  type NumberRow,
} from '#core/numbers/book'
import { stockLeft, type StockLeft } from '#core/numbers/pace'
import { proofOfNumbers, type NumbersProof } from '#core/numbers/proofOfNumbers'
import type { BookFates } from '#core/office/reading'
import { readAccounts, type AccountView } from '../accounts/accountReads'
import { db } from '../store/db'
import { bookIdsOf, fatesOf, fatesOfAll } from './bookFates'
import { readPaces } from './pace'
import { STRIP, touchedIn, UNTOUCHED, type Strip } from './strips'

/** Every number book with its account's name. */
export interface BookView {
  readonly view: AccountView
  readonly book: NumberBook
  readonly counts: ReturnType<typeof countFates>
  readonly next: CheckNumber | undefined
  readonly stock: StockLeft
}
export async function readBooks(): Promise<BookView[]> {
  const all = (await readAccounts()).flatMap(view => view.books.map(book => ({ view, book })))
  const [fates, paces] = await Promise.all([
    fatesOfAll(db),
    readPaces(
      all.map(({ book }) => book),
      new Date(),
    ),
  ])
  return all.map(({ view, book }): BookView => {
    const touched = fates(book.id)
    const counts = countFates(book, touched.values())
    return {
      ...{ view, book, counts },
      next: book.archived ? undefined : nextNumber(book, touched),
      stock: stockLeft(counts.unused, paces.get(book.id)!),
    }
  })
}

/** The numbers of these keys, in their order: those that were touched. */
export const readNumbers = async (ids: readonly Id<'number'>[]): Promise<NumberRow[]> =>
  (await db.numbers.bulkGet([...ids])).filter(row => row !== undefined)

/** Some rows of a book, by their numbers: those that were touched. */
export const readBookRows = (bookId: Id<'book'>, numbers: readonly CheckNumber[]): Promise<NumberRow[]> =>
  readNumbers(numbers.map(n => numberId(bookId, n)))

export async function readNumbersProof(): Promise<NumbersProof> {
  const [books, fates] = await Promise.all([db.books.toArray(), fatesOfAll(db)])
  const touched = new Map(books.map(b => [b.id, fates(b.id)]))
  const proof = proofOfNumbers(books, b => touched.get(b.id)!)
  const known = new Set(books.map(b => b.id))
  const strays = (await db.strips.orderBy('bookId').uniqueKeys()).filter(id => !known.has(id as Id<'book'>))
  return {
    ...proof,
    problems: [
      ...proof.problems,
      ...strays.map(id => ({ number: 0, bookId: String(id), what: 'numbers of a book that is not there' })),
    ],
  }
}

/** The fates of all numbers of an account that were ever touched. */
export const readStrips = async (accountId: Id<'account'>): Promise<Strip[]> =>
  db.strips
    .where('bookId')
    .anyOf(await bookIdsOf(db, [accountId]))
    .toArray()

/** How many numbers were ever touched. */
export const countTouched = (strips: readonly Strip[]): number =>
  strips.reduce((sum, s) => sum + touchedIn(s), 0)

/** The lowest of the `most` highest numbers that were ever touched; 0 where there are no more than these. */
function lowestOf(strips: readonly Strip[], most: number): number {
  let left = most
  const blocks = [...grouped(strips, s => String(s.block))]
    .map(([block, inBlock]) => [Number(block), inBlock] as const)
    .sort(([a], [b]) => b - a)
  for (const [block, inBlock] of blocks) {
    const count = countTouched(inBlock)
    if (count < left) left -= count
    else
      for (let i = STRIP - 1; i >= 0; i--)
        if (inBlock.some(s => s.letters[i] !== UNTOUCHED) && --left === 0) return block * STRIP + i
  }
  return 0
}
/** The newest numbers of an account, at most so many, and no other row is opened. `strips` are the account's. */
export const newestNumbers = async (
  accountId: Id<'account'>,
  strips: readonly Strip[],
  most: number,
): Promise<NumberRow[]> =>
  (
    await db.numbers
      .where('[accountId+number]')
      .between([accountId, lowestOf(strips, most)], [accountId, Infinity])
      .toArray()
  ).toReversed()

export const readFates = (bookId: Id<'book'>): Promise<BookFates> => fatesOf(db, bookId)
