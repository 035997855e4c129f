import type { Id } from '../../base/id'
import { countFates } from '../../numbers/book'
import { archiveBook as decide } from '../../numbers/saveBook'
import { act } from '../defineAct'
import { lockOfBook, one, openRuns } from '../lookups'

/** A used-up number book is put away, or taken out again. */
export const archiveBook = act({
  lock: ({ bookId }: { bookId: Id<'book'>; archived: boolean }, reading) => lockOfBook(reading, bookId),
  reads: ['books', 'numbers', 'runs'],
  writes: ['books'],
  gather: async (reading, { bookId }) => {
    const book = await one(reading, 'books', bookId)
    const { unused } = countFates(book, (await reading.fates(bookId)).values())
    return { book, unused, open: (await openRuns(reading, bookId)).length }
  },
  decide: (known, { archived }) => decide(known, { archived }),
})
