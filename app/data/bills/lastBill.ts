import Dexie from 'dexie'
import type { Id } from '#core/base/id'
import type { OfficeDb } from '../store/db'

/** The highest running number of a company's bills; 0 where it has none. */
export const lastBillOf = async (db: OfficeDb, companyId: Id<'company'>): Promise<number> =>
  (
    await db.bills
      .where('[companyId+ourNumber]')
      .between([companyId, Dexie.minKey], [companyId, Dexie.maxKey])
      .last()
  )?.ourNumber ?? 0
