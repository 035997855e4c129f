import { good, refuse, type Result } from '#core/base/result'
import { isLocked, lock, lockedSecret, lockFor, newKey, unlock } from '#core/exchange/locked'
import { readBackup } from '#core/office/backup/backup'
import type { BackupManifest, BackupTables } from '#core/office/backup/backupFormat'
import { meeting, usedInBoth, type Meeting } from '#core/office/compareTrails'
import { auditWhole } from '#core/office/audit/auditRecord'
import { digestsOf } from '#core/office/rowDigests'
import { tableNames } from '#core/office/tables'
import type { TrailLine } from '#core/trail/trail'
import { auditFact } from '../audit/auditFact'
import { backupFact } from './backupFact'
import { writeOffice } from './writeOffice'
import { db } from '../store/db'
import { painted } from '../numbers/paintStrips'
import { laneTotalsAfter } from '../payments/followLanes'
import { lastLine } from '../history/lastLine'

/** What of an office is counted, for the eye that compares two. */
const counted = ['companies', 'accounts', 'payees', 'bills', 'payments', 'numbers'] as const
export type Counts = Readonly<Record<(typeof counted)[number], number>>
export interface OfficeSeen {
  readonly counts: Counts
  readonly last: TrailLine | undefined
}
/** A backup beside the office that is here. */
export interface BackupSeen {
  readonly manifest: BackupManifest
  readonly here: OfficeSeen
  readonly there: OfficeSeen
  readonly meeting: Meeting
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
/** Rows that go into the store between two words of how far it is. */
const CHUNK = 5000

const seen = (of: BackupTables): OfficeSeen => ({
  counts: Object.fromEntries(counted.map(table => [table, of[table].length])) as Counts,
  last: of.trail.at(-1),
})
/** What is here, as far as it is held against a file: no row of it is read but the trail. */
const seenHere = () =>
  db.transaction('r', db.tables, async () => {
    const counts: Record<string, number> = {}
    for (const table of counted) counts[table] = await db.table(table).count()
    const trail = await db.trail.orderBy('seq').toArray()
    return { trail, here: { counts: counts as Counts, last: trail.at(-1) } }
  })

/** The backup that was read and looked at, and the last act that was here then. */
let read:
  | {
      readonly tables: BackupTables
      readonly madeAt: string
      readonly head: string | undefined
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
    file: Uint8Array,
    opensWith: string,
    kept: Uint8Array | undefined,
    tell: Tell,
  ): Promise<Result<BackupSeen>> {
    read = undefined
    const open = isLocked(file) ? await unlock(file, opensWith, kept) : good(file)
    if (!open.ok) return open
    const backup = readBackup(open.value, part => void tell(part))
    if (!backup.ok) return backup
    const { manifest, tables } = backup.value
    if (manifest.store > db.verno)
      return refuse('backup-newer', 'It was saved by a newer version of Violet Lane. Open it there.', {
        field: 'backup',
      })
    const { here, trail } = await seenHere()
    const met = meeting(trail, tables.trail)
    const findings = auditWhole(tables)
    read = { tables, madeAt: manifest.madeAt, head: here.last?.hash, findings: findings.length }
    return good({
      manifest,
      here,
      there: seen(tables),
      meeting: met,
      // Only of two that parted are numbers held against each other.
      usedInBoth: usedInBoth(met.kind === 'parted' ? await db.numbers.toArray() : [], tables.numbers)
        .slice(0, MOST_TOLD)
        .map(row => row.number),
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
      const last = await lastLine()
      if (last?.hash !== of.head)
        return refuse(
          'changed-meanwhile',
          'This office changed after the file was checked. Check the file again.',
          {
            field: 'backup',
          },
        )
      for (const table of db.tables) await table.clear()
      const whole = tableNames.reduce((sum, table) => sum + of.tables[table].length, 1)
      let done = 0
      for (const table of tableNames)
        for (let at = 0; at < of.tables[table].length; at += CHUNK) {
          const rows = of.tables[table].slice(at, at + CHUNK)
          await db.table(table).bulkAdd(rows as unknown[])
          done += rows.length
          void tell(done / whole)
        }
      await db.facts.bulkAdd([...of.tables.facts])
      await db.facts.put(auditFact({ at: of.madeAt, seq: of.tables.trail.length, findings: of.findings }))
      await db.facts.put(backupFact(of.madeAt, of.tables.trail.length, of.tables.trail.at(-1)?.hash ?? ''))
      await db.scans.bulkAdd(
        of.tables.scans.map(({ bytes, type, ...scan }) => ({
          ...scan,
          picture: new Blob([bytes as BlobPart], { type }),
        })),
      )
      await db.strips.bulkAdd(painted([], of.tables.numbers))
      await db.lanes.bulkAdd(laneTotalsAfter([], [], of.tables.payments))
      // From the rows alone: what the file says of them is not believed.
      await db.digests.bulkAdd(digestsOf(of.tables))
      return good(true)
    })
  },
}
export type BackupApi = typeof backupWork
