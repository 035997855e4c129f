import { good, refuse, type Result } from '#core/base/result'
import { isLocked, lock, lockedSecret, lockFor, newKey, unlock } from '#core/exchange/locked'
import { auditBackup } from '#core/office/backup/auditBackup'
import type { BackupManifest } from '#core/office/backup/backupFormat'
import { BackupReader } from '#core/office/backup/backupReader'
import { TrailComparison, type Meeting } from '#core/office/compareTrails'
import type { TrailLine } from '#core/trail/trail'
import { auditFact } from '../audit/auditFact'
import { backupFact } from './backupFact'
import { writeOffice } from './writeOffice'
import { db } from '../store/db'
import { eachPage, pageOf } from '../store/pages'
import { lastLine } from '../history/lastLine'
import { putBackup } from './putBackup'
import { numbersInBoth } from './numbersInBoth'

/** What of an office is counted, for the eye that compares two. */
const counted = ['companies', 'accounts', 'payees', 'bills', 'payments', 'numbers'] as const
export type Counts = Readonly<Record<(typeof counted)[number], number>>
interface OfficeSeen {
  readonly counts: Counts
  readonly last: TrailLine | undefined
}
/** How a backup stands to what is here; of two that went different ways, with what each did first. */
type MeetingSeen =
  Exclude<Meeting, { kind: 'parted' }> | (Extract<Meeting, { kind: 'parted' }> & { readonly here: TrailLine })
/** A backup beside the office that is here. */
export interface BackupSeen {
  readonly manifest: BackupManifest
  readonly here: OfficeSeen
  readonly there: OfficeSeen
  readonly meeting: MeetingSeen
  /** Numbers that both used, each in its own way. */
  readonly usedInBoth: readonly number[]
  /** What does not hold in the file, in sentences. */
  readonly findings: readonly string[]
}

const MOST_TOLD = 200
/** Tells how far a piece of work is, from 0 to 1. */
type Tell = (part: number) => unknown
/** With what a backup is locked: a passphrase, or for a key; nothing: it is not. */
export type LockWith = { readonly passphrase: string } | { readonly recipient: string } | undefined
const locked = async (file: Blob, by: LockWith): Promise<Blob> =>
  !by ? file : 'recipient' in by ? lockFor(file, by.recipient) : lock(file, by.passphrase)

/** What is here, as far as it is held against a file: of its rows, only the trail is read. */
const seenHere = () =>
  db.transaction('r', db.tables, async () => {
    const counts: Record<string, number> = {}
    for (const table of counted) counts[table] = await db.table(table).count()
    const hashes: string[] = []
    await eachPage<TrailLine>('trail', pageOf('trail'), lines => {
      for (const { hash } of lines) hashes.push(hash)
    })
    const here: OfficeSeen = { counts: counts as Counts, last: await lastLine() }
    return { hashes, here }
  })
async function meetingSeen(of: Meeting): Promise<MeetingSeen> {
  if (of.kind !== 'parted') return of
  const here = await db.trail.get(of.there.seq)
  return here ? { ...of, here } : { kind: 'another office' }
}

/** The backup that was read and looked at, and the last act that was here then. */
let read:
  | {
      readonly backup: BackupReader
      readonly head: string | undefined
      readonly last: TrailLine | undefined
      readonly findings: number
    }
  | undefined

/** What is done with backups, in a worker: nothing of the rows goes through the page. */
export const backupWork = {
  /** A new key for backups, and its secret half under a passphrase. */
  async newKey(passphrase: string): Promise<{ recipient: string; secret: string; kept: Uint8Array }> {
    const key = await newKey()
    return { ...key, kept: await lockedSecret(key.secret, passphrase) }
  },
  /** Writes everything that is kept into a file; locked where that is asked for. */
  async save(
    madeAt: string,
    by: string,
    lockWith: LockWith,
    tell: Tell,
  ): Promise<{ file: Blob; seq: number; head: string }> {
    const { file, head } = await writeOffice({ madeAt, by, store: db.verno }, tell)
    return { file: await locked(file, lockWith), seq: head?.seq ?? 0, head: head?.hash ?? '' }
  },
  /** Reads a backup, proves it, and holds it against the office that is here. */
  async look(
    file: Blob,
    opensWith: string,
    kept: Uint8Array | undefined,
    tell: Tell,
  ): Promise<Result<BackupSeen>> {
    read = undefined
    // Read here, so that the page holds no second copy of it.
    const bytes = new Uint8Array(await file.arrayBuffer())
    const open = isLocked(bytes) ? await unlock(bytes, opensWith, kept) : good(bytes)
    if (!open.ok) return open
    const opened = BackupReader.open(open.value)
    if (!opened.ok) return opened
    const backup = opened.value
    const { manifest } = backup
    if (manifest.store > db.verno)
      return refuse('backup-newer', 'It was saved by a newer version of Violet Lane. Open it there.', {
        field: 'backup',
      })
    const { here, hashes } = await seenHere()
    const trails = new TrailComparison(hashes)
    let last: TrailLine | undefined
    const audited = auditBackup(backup, {
      tell: part => void tell(part),
      hear: (table, rows) => {
        if (table !== 'trail') return
        trails.add(rows as readonly TrailLine[])
        last = rows.at(-1) as TrailLine
      },
    })
    if (!audited.ok) return audited
    const [findings, meeting] = [audited.value, await meetingSeen(trails.meeting)]
    const counts = Object.fromEntries(counted.map(table => [table, backup.countOf(table)])) as Counts
    read = { backup, head: here.last?.hash, last, findings: findings.length }
    return good({
      manifest,
      here,
      there: { counts, last },
      meeting,
      // Only of two that parted are numbers held against each other.
      usedInBoth: meeting.kind === 'parted' ? await numbersInBoth(backup, MOST_TOLD) : [],
      findings: findings.slice(0, MOST_TOLD),
    })
  },
  /**
   * Puts the backup that was looked at in the place of what is here: all of it, or nothing is changed. Refused
   * where something was done here since it was looked at.
   */
  async restore(tell: Tell): Promise<Result<true>> {
    const of = read
    if (!of) return refuse('backup-none', 'no backup was looked at', { field: 'backup' })
    return db.transaction('rw', db.tables, async (): Promise<Result<true>> => {
      if ((await lastLine())?.hash !== of.head)
        return refuse(
          'changed-meanwhile',
          'This office changed after the file was checked. Check the file again.',
          {
            field: 'backup',
          },
        )
      await putBackup(of.backup, tell)
      const [{ madeAt }, seq] = [of.backup.manifest, of.last?.seq ?? 0]
      await db.facts.put(auditFact({ at: madeAt, seq, findings: of.findings }))
      await db.facts.put(backupFact(madeAt, seq, of.last?.hash ?? ''))
      return good(true)
    })
  },
}
export type BackupApi = typeof backupWork
