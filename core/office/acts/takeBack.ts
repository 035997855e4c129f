import type { Id } from '../../base/id'
import { takeBack as decide, type TakeBack } from '../../numbers/giveFate'
import { act } from '../defineAct'
import { lockOfBook, one, touched } from '../lookups'

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
