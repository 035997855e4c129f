import type { Id } from '../../base/id'
import { undoFate as decide, type UndoFate } from '../../numbers/giveFate'
import { act } from '../defineAct'
import { lockOfBook, one, touched } from '../lookups'

/** Numbers that were set aside or missing are found again. */
export const undoFate = act({
  lock: ({ bookId }: UndoFate & { bookId: Id<'book'> }, reading) => lockOfBook(reading, bookId),
  reads: ['books', 'numbers'],
  writes: ['numbers'],
  gather: async (reading, { bookId, numbers }) => ({
    book: await one(reading, 'books', bookId),
    rows: await touched(reading, bookId, numbers),
  }),
  decide: (known, input, stamp) => decide(known, input, stamp),
})
