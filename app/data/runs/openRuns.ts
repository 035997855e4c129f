import type { Collection } from 'dexie'
import type { Id } from '#core/base/id'
import type { Run } from '#core/runs/run'
import type { OfficeDb } from '../store/db'

/** The runs of these number books that are not finished. */
export const openRunsOf = (db: OfficeDb, books: readonly Id<'book'>[]): Collection<Run, Id<'run'>> =>
  db.runs.where('[bookId+state]').anyOf(
    books.flatMap(id => [
      [id, 'prepared'],
      [id, 'at the printer'],
    ]),
  )
