import Dexie from 'dexie'
import type { Versioned } from '#core/office/reading'
import type { KeyOf, Tables } from '#core/office/tables'
import type { OfficeDb } from '../store/db'

/** Every version of a key, oldest first. */
export const versionsOf = <T extends Versioned>(db: OfficeDb, table: T, key: string): Promise<Tables[T][]> =>
  db
    .table<Tables[T], KeyOf<T>>(table)
    .where('[key+revision]')
    .between([key, Dexie.minKey], [key, Dexie.maxKey])
    .toArray()

/** The newest version of these keys, or of all: no other row is opened. */
export async function newestOf<T extends Versioned>(
  db: OfficeDb,
  table: T,
  keys?: readonly string[],
): Promise<Tables[T][]> {
  const rows = db.table<Tables[T], KeyOf<T>>(table)
  if (keys) {
    const last = (key: string) =>
      rows.where('[key+revision]').between([key, Dexie.minKey], [key, Dexie.maxKey]).last()
    return (await Promise.all(keys.map(last))).filter(row => row !== undefined)
  }
  const byKey = rows.orderBy('[key+revision]')
  const [found, ids] = await Promise.all([byKey.keys(), byKey.clone().primaryKeys()])
  const newest = new Map(found.map((key, i) => [(key as unknown as [string, number])[0], ids[i]!]))
  return (await rows.bulkGet([...newest.values()])).filter(row => row !== undefined)
}
