import type { Id } from '../../base/id'
import { giveFate as decide, type GiveFate } from '../../numbers/giveFate'
import { act } from '../defineAct'
import { lockOfBook, one, touched } from '../lookups'

/** Unused numbers of a book get a fate by hand. */
export const giveFate = act({
  lock: ({ bookId }: GiveFate & { bookId: Id<'book'> }, reading) => lockOfBook(reading, bookId),
  reads: ['books', 'numbers'],
  writes: ['numbers'],
  gather: async (reading, { bookId, numbers }) => ({
    book: await one(reading, 'books', bookId),
    rows: await touched(reading, bookId, numbers),
  }),
  decide: (known, input, stamp) => decide(known, input, stamp),
})
