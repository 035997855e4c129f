import { emptySum } from '#core/base/multisetHash'
import { must } from '#core/base/result'
import type { NumberRow } from '#core/numbers/book'
import { partNames, type BackupTables, type PartName } from '#core/office/backup/backupFormat'
import type { BackupReader } from '#core/office/backup/backupReader'
import { addRows, digestedTables, type TableDigest } from '#core/office/rowDigests'
import type { Payment } from '#core/payments/payment'
import { painted } from '../numbers/paintStrips'
import type { Strip } from '../numbers/strips'
import type { LaneTotal } from '../payments/laneTotals'
import { laneTotalsAfter } from '../payments/followLanes'
import { db } from '../store/db'

type Scan = BackupTables['scans'][number]
/** A scan as the store keeps it. */
const keptScan = ({ bytes, type, ...scan }: Scan) => ({
  ...{ ...scan, picture: new Blob([bytes as BlobPart], { type }) },
})

/** What the store keeps beside rows and is made from them: what a file says of them is not believed. */
class Beside {
  private readonly digests = digestedTables.map((id): TableDigest => ({ id, sum: emptySum() }))
  private strips: Strip[] = []
  private lanes: LaneTotal[] = []

  add(table: PartName, rows: readonly unknown[]): void {
    const digest = this.digests.find(d => d.id === table)
    if (digest) addRows(digest.sum, digest.id, rows as readonly object[])
    if (table === 'numbers') this.strips = painted(this.strips, rows as readonly NumberRow[])
    if (table === 'payments') this.lanes = laneTotalsAfter(this.lanes, [], rows as readonly Payment[])
  }
  async put(): Promise<void> {
    await db.strips.bulkAdd(this.strips)
    await db.lanes.bulkAdd(this.lanes)
    await db.digests.bulkAdd(this.digests)
  }
}

/** Rows that are put into the store at once: of fewer, each takes longer. */
const AT_ONCE = 2000

/**
 * Puts the rows of a backup, found whole, in the place of all that is here; within a transaction over all tables.
 * `tell` hears how far it is, from 0 to 1.
 */
export async function putBackup(backup: BackupReader, tell: (part: number) => unknown): Promise<void> {
  for (const table of db.tables) await table.clear()
  const beside = new Beside()
  const whole = partNames.reduce((sum, table) => sum + backup.countOf(table), 1)
  let done = 0
  for (const table of partNames)
    for (const some of backup.rows(table, AT_ONCE)) {
      const rows = must(some)
      await db.table(table).bulkAdd(table === 'scans' ? (rows as readonly Scan[]).map(keptScan) : rows)
      beside.add(table, rows)
      void tell(Math.min(1, (done += rows.length) / whole))
    }
  await beside.put()
}
