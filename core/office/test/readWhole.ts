import { good, type Result } from '../../base/result'
import { auditBackup } from '../backup/auditBackup'
import { partNames, type BackupManifest, type BackupTables } from '../backup/backupFormat'
import { BackupReader } from '../backup/backupReader'

/** A backup in hand, with what can be said against it. */
interface BackupWhole {
  readonly manifest: BackupManifest
  readonly tables: BackupTables
  readonly findings: readonly string[]
}
/** Reads all of a backup that is found whole. */
export function readWhole(file: Uint8Array): Result<BackupWhole> {
  const backup = BackupReader.open(file)
  if (!backup.ok) return backup
  const tables = Object.fromEntries(partNames.map(table => [table, [] as unknown[]]))
  const audited = auditBackup(backup.value, { hear: (table, rows) => tables[table]!.push(...rows) })
  if (!audited.ok) return audited
  const { manifest } = backup.value
  return good({ manifest, tables: tables as unknown as BackupTables, findings: audited.value })
}
