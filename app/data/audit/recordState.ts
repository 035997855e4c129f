import { markOf } from '#core/trail/trail'
import { readFolderMarks, type FolderMark } from '../backups/backupFolder'
import { BACKUP_FACT, lastBackup } from '../backups/backupFact'
import { db } from '../store/db'
import { AUDITED, lastAudit, type LastAudit } from './auditFact'
import { lastLine } from '../history/lastLine'

/** What is known of the record without reading it: the last look at all rows, and whether the last backup is part of it. */
export interface RecordState {
  readonly audit: LastAudit | undefined
  readonly backup?: { readonly at: string; readonly seq: number; readonly agrees: boolean }
  /** The files of the backup folder: how many the record goes on from, and the newest that it does not. */
  readonly folder: { readonly agree: number; readonly astray?: FolderMark }
}
export async function readRecordState(): Promise<RecordState> {
  const [audit, backup] = await db.facts.bulkGet([AUDITED, BACKUP_FACT])
  const { at, acts, head } = lastBackup(backup)
  const known = { audit: lastAudit(audit), folder: await readFolderState() }
  if (!at || !head) return known
  const line = await db.trail.get(acts)
  return { ...known, backup: { at, seq: acts, agrees: line?.hash === head } }
}
/** Holds what the names of files in the backup folder say against the trail. */
async function readFolderState(): Promise<RecordState['folder']> {
  const marks = await readFolderMarks()
  const lines = await db.trail.bulkGet(marks.map(m => m.seq))
  const astray = marks.filter((m, i) => markOf(lines[i]?.hash ?? '') !== m.mark)
  const [newest] = astray.slice(-1)
  return { agree: marks.length - astray.length, ...(newest && { astray: newest }) }
}

const WEEK_MS = 7 * 86_400_000
/** Whether everything is to be looked at again: something was done, and a week has gone by since the last time. */
export async function readAuditDue(now: number): Promise<boolean> {
  const audit = lastAudit(await db.facts.get(AUDITED))
  const last = await lastLine()
  return last !== undefined && last.seq !== audit?.seq && (!audit || now - Date.parse(audit.at) > WEEK_MS)
}
