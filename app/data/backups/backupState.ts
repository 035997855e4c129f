import { BACKUP_FACT, lastBackup } from './backupFact'
import { db } from '../store/db'
import { lastLine } from '../history/lastLine'

/** When the last backup was saved, and how many acts were done since. */
export interface BackupState {
  readonly at: string | undefined
  readonly since: number
}
export async function readBackupState(): Promise<BackupState> {
  const [fact, last] = [await db.facts.get(BACKUP_FACT), await lastLine()]
  const { at, acts } = lastBackup(fact)
  return { at, since: Math.max(0, (last?.seq ?? 0) - acts) }
}
