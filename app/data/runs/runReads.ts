import { byMoment } from '#core/base/dates'
import type { Id } from '#core/base/id'
import type { Run } from '#core/runs/run'
import { readAccounts } from '../accounts/accountReads'
import { bookIdsOf } from '../numbers/bookFates'
import { db } from '../store/db'
import { openRunsOf } from './openRuns'

/** Every run of an account that is not finished, whatever its number book. */
export const readOpenRuns = async (accountId: Id<'account'>): Promise<Run[]> =>
  openRunsOf(db, await bookIdsOf(db, [accountId])).toArray()

export const readOpenRun = (bookId: Id<'book'>): Promise<Run | undefined> => openRunsOf(db, [bookId]).first()

export const readRun = (id: Id<'run'>): Promise<Run | undefined> => db.runs.get(id)

/** The run of an account that was counted off last. */
export const readLastRun = async (accountId: Id<'account'>): Promise<Run | undefined> =>
  (
    await db.runs
      .where('accountId')
      .equals(accountId)
      .filter(r => r.state === 'counted off')
      .toArray()
  )
    .sort((a, b) => byMoment(a.printedAt, b.printedAt))
    .at(-1)

/** Whether any run of the office went to a printer. */
export async function anyRunPrinted(): Promise<boolean> {
  for (const { account } of await readAccounts()) if (await hasPrintedRuns(account.id)) return true
  return false
}

/** Whether any run of an account went to a printer. */
export const hasPrintedRuns = async (accountId: Id<'account'>): Promise<boolean> => {
  const found = await Promise.all(
    (await bookIdsOf(db, [accountId])).map(id =>
      // Those that were not printed have no moment, and come before all that have one.
      db.runs.where('[bookId+printedAt]').between([id, ''], [id, '\uffff'], false).limit(1).primaryKeys(),
    ),
  )
  return found.some(keys => keys.length > 0)
}
