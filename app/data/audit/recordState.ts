import { BACKUP_FACT, lastBackup } from '../backups/backupFact'
import { db } from '../store/db'
import { AUDITED, lastAudit, type LastAudit } from './auditFact'

/** What is known of the record without reading it: the last look at all rows, and whether the last backup is part of it. */
export interface RecordState {
  readonly audit: LastAudit | undefined
  readonly backup?: { readonly at: string; readonly seq: number; readonly agrees: boolean }
}
export async function readRecordState(): Promise<RecordState> {
  const [audit, backup] = await db.facts.bulkGet([AUDITED, BACKUP_FACT])
  const { at, acts, head } = lastBackup(backup)
  if (!at || !head) return { audit: lastAudit(audit) }
  const line = await db.trail.get(acts)
  return { audit: lastAudit(audit), backup: { at, seq: acts, agrees: line?.hash === head } }
}

const WEEK_MS = 7 * 86_400_000
/** Whether everything is to be looked at again: something was done, and a week has gone by since the last time. */
export async function readAuditDue(now: number): Promise<boolean> {
  const audit = lastAudit(await db.facts.get(AUDITED))
  const last = await db.trail.orderBy('seq').last()
  return last !== undefined && last.seq !== audit?.seq && (!audit || now - Date.parse(audit.at) > WEEK_MS)
}
