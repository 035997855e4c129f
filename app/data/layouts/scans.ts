import type { Id } from '#core/base/id'
import { db } from '../store/db'

/** Keeps a straightened scan with its stock; the one before is replaced. */
export const keepScan = (stockId: string, picture: Blob): Promise<unknown> =>
  db.scans.put({ stockId, picture, addedAt: new Date().toISOString() })
export const dropScan = (stockId: string): Promise<void> => db.scans.delete(stockId)

/** Takes down that a sample was printed for an account. */
export const noteSample = (accountId: Id<'account'>): Promise<unknown> =>
  db.facts.put({ name: `sampled/${accountId}`, value: new Date().toISOString() })
