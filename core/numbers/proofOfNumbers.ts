import { countFates, type CheckNumber, type NumberBook } from './book'
import { fates, type Fate } from './fates'

/**
 * How a book adds up: how many numbers have which fate, and its length; `agrees` where they come to the same.
 */
interface BookProof {
  readonly book: NumberBook
  readonly counts: Readonly<Record<Fate, number>>
  readonly length: number
  readonly agrees: boolean
}
/** A number that is not as it must be: it has two rows, or stands outside its book. */
interface NumberProblem {
  readonly number: number
  readonly bookId: string
  readonly what: string
}
/** Every number book of an account, with every number accounted for or named as a gap. */
export interface NumbersProof {
  readonly books: readonly BookProof[]
  readonly problems: readonly NumberProblem[]
}

/**
 * Adds up every book and looks for doubles and for numbers outside their book. `rows` are the touched numbers
 * by book.
 */
export function proofOfNumbers(
  books: readonly NumberBook[],
  rowsOf: (book: NumberBook) => ReadonlyMap<CheckNumber, { readonly fate: Fate }>,
): NumbersProof {
  const problems: NumberProblem[] = []
  const found = books.map((book): BookProof => {
    const rows = rowsOf(book)
    for (const number of rows.keys())
      if (number < book.start || number > book.end)
        problems.push({ number, bookId: book.id, what: `outside its book, ${book.start} to ${book.end}` })
    const counts = countFates(book, rows.values())
    const length = book.end - book.start + 1
    const sum = fates.reduce((s, f) => s + counts[f], 0)
    return { book, counts, length, agrees: sum === length && counts.unused >= 0 }
  })
  for (const [i, a] of books.entries())
    for (const b of books.slice(i + 1)) {
      if (a.accountId !== b.accountId || a.start > b.end || b.start > a.end) continue
      for (let n = Math.max(a.start, b.start); n <= Math.min(a.end, b.end); n++)
        if (rowsOf(a).has(n as CheckNumber) && rowsOf(b).has(n as CheckNumber))
          problems.push({ number: n, bookId: b.id, what: 'is in two books' })
    }
  return { books: found, problems }
}

/** Neighbouring numbers of a book with the same fate, as ranges: the whole book as a strip. */
export interface FateRange {
  readonly from: CheckNumber
  readonly to: CheckNumber
  readonly fate: Fate
}
/** Runs of numbers with the same fate, in their order, for the proof. */
export function fateRanges(
  book: Pick<NumberBook, 'start' | 'end'>,
  rows: Pick<ReadonlyMap<CheckNumber, { readonly fate: Fate }>, 'get'>,
): FateRange[] {
  const ranges: { from: CheckNumber; to: CheckNumber; fate: Fate }[] = []
  for (let n = book.start; n <= book.end; n = (n + 1) as CheckNumber) {
    const fate = rows.get(n)?.fate ?? 'unused'
    const last = ranges.at(-1)
    if (last?.fate === fate) last.to = n
    else ranges.push({ from: n, to: n, fate })
  }
  return ranges
}
