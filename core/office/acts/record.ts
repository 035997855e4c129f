import type { Id } from '../../base/id'
import { numberId, type CheckNumber } from '../../numbers/book'
import type { Draw } from '../../payments/draw'
import { record as decide } from '../../checks/record'
import { act } from '../defineAct'
import { DRAWING, drawing, lockOfBook, one, PRINTS_WITH, printsWith } from '../lookups'

/** A check written by hand is drawn and issued at once, under a number of its pad. */
export const record = act({
  lock: ({ bookId }: { bookId: Id<'book'>; draw: Draw; number: CheckNumber }, reading) =>
    lockOfBook(reading, bookId),
  reads: ['books', 'numbers', ...DRAWING, ...PRINTS_WITH],
  writes: ['payments', 'payees', 'numbers', 'entries', 'copies', 'layoutVersions'],
  gather: async (reading, { bookId, draw, number }) => {
    const book = await one(reading, 'books', bookId)
    const account = await one(reading, 'accounts', book.accountId)
    return {
      drawing: await drawing(reading, account.id, draw),
      book,
      row: await reading.get('numbers', numberId(bookId, number)),
      ...(await printsWith(reading, account)),
    }
  },
  decide: (known, input, stamp) => decide(known, input, stamp),
})
