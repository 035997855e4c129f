import Dexie from 'dexie'
import type { Versioned } from '#core/office/reading'
import type { KeyOf, Tables } from '#core/office/tables'
import { versionOf } from '#core/paper/versions'
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
  // The ids are enough: an index with its keys is walked step by step, which takes a hundred times as long.
  const newest = new Map<string, { readonly revision: number; readonly id: KeyOf<T> }>()
  for (const id of await rows.toCollection().primaryKeys()) {
    const { key, revision } = versionOf(String(id))
    if (revision > (newest.get(key)?.revision ?? 0)) newest.set(key, { revision, id })
  }
  return (await rows.bulkGet([...newest.values()].map(n => n.id))).filter(row => row !== undefined)
}
