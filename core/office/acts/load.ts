import type { Id } from '../../base/id'
import { jumpedBy } from '../../books/book'
import { layoutNow, mayUse } from '../../paper/versions'
import { load as decide, type Loading } from '../../runs/prepare'
import { paperOfBook, wayOf } from '../../runs/run'
import { act } from '../act'
import { lockOfRun, runWith, stockOf, touched } from '../gather'

/** It is said which number lies on top of the pack, and how the printer feeds it. */
export const load = act({
  lock: ({ runId }: Loading & { runId: Id<'run'> }, reading) => lockOfRun(reading, runId),
  reads: ['runs', 'accounts', 'books', 'stocks', 'numbers', 'layouts'],
  writes: ['runs', 'numbers'],
  gather: async (reading, { runId, top, printing }) => {
    const { run, account, book } = await runWith(reading, runId)
    const [rows, stock] = [await reading.fates(book.id), paperOfBook(await stockOf(reading, account), book)]
    const jumped = jumpedBy(book, rows, top, wayOf(stock, printing ?? null))
    const layout = layoutNow(await reading.newest('layouts', [account.layoutId]), account.layoutId)
    const layoutFor = mayUse(layout, account.companyId)
    return {
      run,
      book,
      rows,
      stock,
      layoutFor,
      touched: await touched(reading, book.id, jumped.ok ? jumped.value : []),
    }
  },
  decide: (known, input, stamp) => decide(known, input, stamp),
})
