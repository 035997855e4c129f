import type { Id } from '../../base/id'
import { takeBack as decide, type TakeBack } from '../../books/giveFate'
import { act } from '../act'
import { lockOfBook, one, touched } from '../gather'

/** Numbers that were set aside or missing are found again. */
export const takeBack = act({
  lock: ({ bookId }: TakeBack & { bookId: Id<'book'> }, reading) => lockOfBook(reading, bookId),
  reads: ['books', 'numbers'],
  writes: ['numbers'],
  gather: async (reading, { bookId, numbers }) => ({
    book: await one(reading, 'books', bookId),
    rows: await touched(reading, bookId, numbers),
  }),
  decide: (known, input, stamp) => decide(known, input, stamp),
})
