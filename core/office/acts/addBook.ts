import type { NumberBook } from '../../numbers/book'
import { addBook as decide } from '../../numbers/saveBook'
import { twinBooks } from '../../accounts/saveAccount'
import { act } from '../defineAct'
import { ofAccount, one } from '../lookups'

/** An account gets another number book. */
export const addBook = act({
  lock: async ({ book }: { book: NumberBook }) => ofAccount(book.accountId),
  reads: ['accounts', 'books'],
  writes: ['books'],
  gather: async (reading, { book }) => {
    const [accounts, books] = [await reading.all('accounts'), await reading.all('books')]
    return { books, twins: twinBooks({ accounts, books }, await one(reading, 'accounts', book.accountId)) }
  },
  decide: (known, { book }) => decide(known, book),
})
