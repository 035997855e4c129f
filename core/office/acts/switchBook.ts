import type { Id } from '../../base/id'
import { stockNow } from '../../paper/versions'
import { switchBook as decide } from '../../runs/prepare'
import { act } from '../defineAct'
import { lockOfRun, one, openRuns, runWith } from '../lookups'

/** A run that is not printed yet takes its numbers from another book of the account. */
export const switchBook = act({
  lock: ({ runId }: { runId: Id<'run'>; bookId: Id<'book'> }, reading) => lockOfRun(reading, runId),
  reads: ['runs', 'accounts', 'books', 'payments', 'stocks'],
  writes: ['runs', 'accounts'],
  gather: async (reading, { runId, bookId }) => {
    const { run, account } = await runWith(reading, runId)
    return {
      run,
      account,
      book: await one(reading, 'books', bookId),
      openRuns: await openRuns(reading, bookId),
      ...(run.paper && {
        stock: stockNow(await reading.newest('stocks', [run.paper.stockId]), run.paper.stockId),
      }),
      payments: await reading.many('payments', run.paymentIds),
    }
  },
  decide: known => decide(known),
})
