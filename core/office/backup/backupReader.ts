import { strFromU8 } from 'fflate'
import { good, type Result } from '../../base/result'
import type { Tables } from '../tables'
import { MANIFEST, pathOf, sha, withBlobs, type BackupManifest, type PartName } from './backupFormat'
import { manifestOf, parsedJson, partsAgree } from './backupManifest'
import { sizesIn, unpacked, wrong, type Parts } from './backupZip'
import { HOLD_REASON_STORE, REGISTER_STORE, registerOf, withHoldReason } from './olderStores'

/** Rows that are made from their lines at once; of those that hold PDFs, a few; and blobs that are held at once. */
const [ROWS, ROWS_WITH_BLOBS, BLOBS] = [2000, 5, 20]
const NEWLINE = 10

type Named = BackupManifest['parts'][number]
type Rows = Result<readonly unknown[]>

/** The lines of a part, not the blank ones, so many at once: none is made before it is asked for. */
function* linesOf(bytes: Uint8Array, most: number): Generator<string[]> {
  for (let from = 0; from < bytes.length;) {
    let to = from
    for (let n = 0; n < most && to < bytes.length; n++) {
      const end = bytes.indexOf(NEWLINE, to)
      to = end < 0 ? bytes.length : end + 1
    }
    yield strFromU8(bytes.subarray(from, to)).split('\n').filter(Boolean)
    from = to
  }
}
/** How many lines of a part are not blank. */
function countLines(bytes: Uint8Array): number {
  let count = 0
  for (let from = 0; from < bytes.length;) {
    const end = bytes.indexOf(NEWLINE, from)
    const to = end < 0 ? bytes.length : end
    if (to > from) count++
    from = to + 1
  }
  return count
}
/** The keys of the blobs that a value names. */
function blobsIn(value: unknown): string[] {
  if (value === null || typeof value !== 'object') return []
  const { $blob } = value as { $blob?: unknown }
  return typeof $blob === 'string' ? [$blob] : Object.values(value).flatMap(blobsIn)
}
/** A row with its bytes put back; undefined where a blob it names is not there. */
function withBytes(value: unknown, parts: Parts): unknown {
  if (Array.isArray(value)) return value.map(part => withBytes(part, parts))
  if (value === null || typeof value !== 'object') return value
  const { $blob } = value as { $blob?: unknown }
  if (typeof $blob === 'string') return parts[`blobs/${$blob}`]
  return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, withBytes(part, parts)]))
}

/**
 * Reads a backup a few rows at a time: of what is packed in it, no more than one table is ever unpacked. What it gives
 * is as it was saved; whether it is an office is for `auditBackup` to say.
 */
export class BackupReader {
  /** The parts that the manifest names, by their paths. */
  private readonly named: ReadonlyMap<string, Named>
  /** What all tables take unpacked, in bytes. */
  private readonly bytes: number

  private constructor(
    private readonly file: Uint8Array,
    readonly manifest: BackupManifest,
    private readonly sizes: ReadonlyMap<string, number>,
  ) {
    this.named = new Map(manifest.parts.map(part => [part.path, part]))
    const tables = manifest.parts.filter(part => part.rows !== undefined)
    this.bytes = tables.reduce((sum, { path }) => sum + (sizes.get(path) ?? 0), 1)
  }

  /** Opens a file; refused where it is no backup, or has other parts than its manifest names. */
  static open(file: Uint8Array): Result<BackupReader> {
    const sizes = sizesIn(file)
    if (!sizes.ok) return sizes
    const first = unpacked(file, ({ name }) => name === MANIFEST)
    if (!first.ok) return first
    const manifest = manifestOf(first.value[MANIFEST])
    if (!manifest.ok) return manifest
    const agree = partsAgree(manifest.value, sizes.value)
    return agree.ok ? good(new BackupReader(file, manifest.value, sizes.value)) : agree
  }

  /** What some rows of a table take unpacked, or all of them, as a part of all tables: from 0 to 1. */
  shareOf(table: PartName, rows?: number): number {
    const part = rows === undefined ? 1 : Math.min(1, rows / Math.max(1, this.countOf(table)))
    return (part * (this.sizes.get(pathOf(table)) ?? 0)) / this.bytes
  }
  /** How many rows a table has, as its manifest says. */
  countOf(table: PartName): number {
    return this.named.get(pathOf(table))?.rows ?? 0
  }

  private unpack(paths: ReadonlySet<string>): Result<Parts> {
    return unpacked(this.file, ({ name }) => paths.has(name))
  }
  /** Some parts as they were saved; refused where one was changed. */
  private asSaved(some: readonly Named[]): Result<Parts> {
    const parts = this.unpack(new Set(some.map(p => p.path)))
    if (!parts.ok) return parts
    const changed = some.find(p => sha(parts.value[p.path]!) !== p.sha256)
    return changed ? wrong('backup-part', changed.path, 'it was changed after it was saved') : parts
  }
  /** Refuses a blob that was changed, whether or not a row names it. */
  blobsAreAsSaved(): Result<true> {
    const blobs = this.manifest.parts.filter(p => p.path.startsWith('blobs/'))
    for (let at = 0; at < blobs.length; at += BLOBS) {
      const same = this.asSaved(blobs.slice(at, at + BLOBS))
      if (!same.ok) return same
    }
    return good(true)
  }
  /** Rows with their bytes; whether those are as they were saved, `blobsAreAsSaved` says once for all. */
  private withBlobs(rows: readonly unknown[]): Rows {
    const parts = this.unpack(new Set(blobsIn(rows).map(key => `blobs/${key}`)))
    return parts.ok ? good(rows.map(row => withBytes(row, parts.value))) : parts
  }

  private *saved(table: PartName): Generator<Rows> {
    const part = this.named.get(pathOf(table))
    if (!part) return
    const { path, rows: expected } = part
    const parts = this.asSaved([part])
    if (!parts.ok) return void (yield parts)
    const bytes = parts.value[path]!
    const count = countLines(bytes)
    if (count !== expected)
      return void (yield wrong('backup-rows', path, `it has ${count} lines, but ${expected} were saved`))
    const hasBlobs = withBlobs.includes(table)
    let line = 0
    for (const lines of linesOf(bytes, hasBlobs ? ROWS_WITH_BLOBS : ROWS)) {
      const rows = lines.map(parsedJson)
      const at = rows.indexOf(undefined)
      if (at >= 0) return void (yield wrong('backup-row', `${path}, line ${line + at + 1}`, 'it is not JSON'))
      yield hasBlobs ? this.withBlobs(rows) : good(rows)
      line += lines.length
    }
  }
  /** All rows of a table in hand; only of tables that were found whole. */
  private whole<T extends 'entries' | 'accounts' | 'payments'>(table: T): Tables[T][] {
    return [...this.saved(table)].flatMap(rows => (rows.ok ? (rows.value as Tables[T][]) : []))
  }
  /**
   * The rows of a table, some at a time, as a store of now has them; what cannot be read is refused with its part and
   * line, and nothing follows. Tables that others are made from are found whole before those.
   */
  *rows(table: PartName): Generator<Rows> {
    const { store } = this.manifest
    if (table === 'movements' && store < REGISTER_STORE)
      yield good(registerOf(this.whole('entries'), this.whole('accounts'), this.whole('payments')))
    else if (table === 'payees' && store < HOLD_REASON_STORE)
      for (const rows of this.saved(table)) yield rows.ok ? good(rows.value.map(withHoldReason)) : rows
    else yield* this.saved(table)
  }
}
