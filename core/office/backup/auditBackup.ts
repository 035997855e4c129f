import { good, type Result } from '../../base/result'
import { z } from '../../base/schema'
import type { TrailLine } from '../../trail/trail'
import { OfficeAudit } from '../audit/officeAudit'
import { rowFaults } from '../rows'
import { MANIFEST, partNames, pathOf, type PartName } from './backupFormat'
import type { BackupReader } from './backupReader'
import { wrong } from './backupZip'

const besides = {
  facts: z.strictObject({ name: z.string().max(300), value: z.string() }),
  scans: z.strictObject({
    stockId: z.string().max(200),
    type: z.string().max(100),
    bytes: z.instanceof(Uint8Array),
    addedAt: z.string().max(40),
  }),
}
const isBeside = (table: PartName): table is keyof typeof besides => table in besides

/** Refuses rows that their table cannot hold: the first, by its part and line. `first` is the line of the first row. */
function rowsAreWhole(table: PartName, rows: readonly unknown[], first: number): Result<true> {
  const at = (row: number): string => `${pathOf(table)}, line ${first + row}`
  if (isBeside(table)) {
    const odd = rows.findIndex(row => !besides[table].safeParse(row).success)
    return odd < 0 ? good(true) : wrong('backup-row', at(odd), 'it differs from the original')
  }
  const [fault] = rowFaults({ [table]: rows })
  return fault ? wrong('backup-row', at(fault.row), `${fault.path}: ${fault.what}`) : good(true)
}

/** Who hears of a backup while it is gone through. */
interface Hearing {
  /** How much of it is read, from 0 to 1. */
  readonly tell?: (part: number) => void
  /** Its rows, a few at a time, found whole; the trail before all others. */
  readonly hear?: (table: PartName, rows: readonly unknown[]) => void
}
/** The trail comes first: whether its lines answer for the rows decides what is asked of them. */
const inTurn: readonly PartName[] = ['trail', ...partNames.filter(table => table !== 'trail')]

/** Holds the tables of a backup one after the other: their rows, and its trail as a chain. */
class BackupProof {
  private readonly audit = new OfficeAudit()
  private last: TrailLine | undefined
  private read = 0

  constructor(
    private readonly backup: BackupReader,
    private readonly hearing: Hearing,
  ) {}

  /** Goes through a table; refused at its first fault. */
  table(table: PartName): Result<true> {
    let done = 0
    for (const rows of this.backup.rows(table)) {
      if (!rows.ok) return rows
      const whole = rowsAreWhole(table, rows.value, done + 1)
      if (!whole.ok) return whole
      const holds = this.rows(table, rows.value)
      if (!holds.ok) return holds
      done += rows.value.length
      this.hearing.hear?.(table, rows.value)
      this.hearing.tell?.(this.read + this.backup.shareOf(table, done))
    }
    this.read += this.backup.shareOf(table)
    return table === 'trail' ? this.endsAsSaved() : good(true)
  }
  private rows(table: PartName, rows: readonly unknown[]): Result<true> {
    if (table === 'trail') return this.lines(rows as readonly TrailLine[])
    if (!isBeside(table)) this.audit.addRows(table, rows as readonly object[])
    return good(true)
  }
  private lines(lines: readonly TrailLine[]): Result<true> {
    this.last = lines.at(-1)
    this.audit.addLines(lines)
    const { brokenAt } = this.audit
    if (brokenAt === undefined) return good(true)
    return wrong('backup-trail', `${pathOf('trail')}, line ${brokenAt}`, 'the chain of the trail is broken')
  }
  private endsAsSaved(): Result<true> {
    return (this.last?.hash ?? null) === (this.backup.manifest.head?.hash ?? null)
      ? good(true)
      : wrong('backup-trail', MANIFEST, 'its last action is not the last one in the trail')
  }
  /** What can be said against the office, once every table was gone through. */
  findings(): string[] {
    return this.audit.findings()
  }
}

/**
 * Proves a backup whole: hashes, rows, the chain of the trail. Refused at the first fault, which names its part and
 * line; nothing of it is to be used then. Gives what can be said against its office, in sentences.
 */
export function auditBackup(backup: BackupReader, hearing: Hearing = {}): Result<string[]> {
  const blobs = backup.blobsAreAsSaved()
  if (!blobs.ok) return blobs
  const proof = new BackupProof(backup, hearing)
  for (const table of inTurn) {
    const holds = proof.table(table)
    if (!holds.ok) return holds
  }
  return good(proof.findings())
}
