import { digestedTables, digestsOf, type DigestedTable } from '#core/office/rowDigests'
import type { Changes } from '#core/office/tables'
import { laneTotalsAfter } from '../../payments/followLanes'
import type { OfficeDb } from '../db'

/** Empties a store and puts rows in that were there before any act, with their sums. */
export async function putRows(db: OfficeDb, rows: Changes): Promise<void> {
  await Promise.all(db.tables.map(t => t.clear()))
  for (const [table, list] of Object.entries(rows)) await db.table(table).bulkPut(list as unknown[])
  await db.lanes.bulkPut(laneTotalsAfter([], [], rows.payments ?? []))
  const all = Object.fromEntries(digestedTables.map(table => [table, rows[table] ?? []]))
  await db.digests.bulkPut(digestsOf(all as unknown as Record<DigestedTable, object[]>))
}
