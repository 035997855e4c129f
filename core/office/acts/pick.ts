import type { Id } from '../../base/id'
import { layoutNow, stockNow } from '../../paper/versions'
import { billsTouched } from '../../payments/settling'
import { pick as decide, type Picking } from '../../runs/prepare'
import { act } from '../defineAct'
import { byId, lockOfBook, one, openRuns } from '../lookups'

/** Payments of the lane are picked for a run on a number book, new or not yet printed. */
export const pick = act({
  lock: ({ bookId }: Picking & { bookId: Id<'book'> }, reading) => lockOfBook(reading, bookId),
  reads: ['books', 'runs', 'payments', 'payees', 'bills', 'accounts', 'layouts', 'stocks'],
  writes: ['runs'],
  gather: async (reading, { bookId, runId, paymentIds, paper }) => {
    const payments = await byId(reading, 'payments', paymentIds)
    const book = await one(reading, 'books', bookId)
    return {
      book,
      companyId: (await one(reading, 'accounts', book.accountId)).companyId,
      ...(paper && {
        stock: stockNow(await reading.newest('stocks', [paper.stockId]), paper.stockId),
        layout: layoutNow(await reading.newest('layouts', [paper.layoutId]), paper.layoutId),
      }),
      run: await reading.get('runs', runId),
      openRuns: await openRuns(reading, bookId),
      payments,
      payees: await byId(reading, 'payees', [...new Set([...payments.values()].map(p => p.payeeId))]),
      bills: await byId(reading, 'bills', billsTouched(payments.values())),
    }
  },
  decide: (known, input, stamp) => decide(known, input, stamp),
})
