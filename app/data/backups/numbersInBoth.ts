import { must } from '#core/base/result'
import type { BackupReader } from '#core/office/backup/backupReader'
import { usedInBoth } from '#core/office/compareTrails'
import type { NumberRow } from '#core/numbers/book'
import { db } from '../store/db'

/** Numbers that this office and a backup of it, found whole, both used, each in its own way; no more than `most`. */
export async function numbersInBoth(backup: BackupReader, most: number): Promise<number[]> {
  const found: number[] = []
  for (const some of backup.rows('numbers')) {
    const there = must(some) as readonly NumberRow[]
    const here = (await db.numbers.bulkGet(there.map(row => row.id))).filter(row => row !== undefined)
    found.push(...usedInBoth(here, there).map(row => row.number))
    if (found.length >= most) break
  }
  return found.slice(0, most)
}
