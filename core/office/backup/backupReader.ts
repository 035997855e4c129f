import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { strFromU8 } from 'fflate'
import { joined } from '../../base/bytes'
import { good, type Result } from '../../base/result'
import type { Tables } from '../tables'
import { MANIFEST, pathOf, withBlobs, type BackupManifest, type PartName } from './backupFormat'
import { manifestOf, parsedJson, partsAgree } from './backupManifest'
import { noZip, partsIn, piecesOf, wholeOf, wrong, type PackedParts } from './backupZip'
import { HOLD_REASON_STORE, REGISTER_STORE, registerOf, withHoldReason } from './olderStores'

/** Rows that are made from their lines at once; of those that hold PDFs, a few. */
const [ROWS, ROWS_WITH_BLOBS] = [400, 5]
const NEWLINE = 10

type Named = BackupManifest['parts'][number]
type Rows = Result<readonly unknown[]>

/** The lines of a part, not the blank ones, so many at once: none is made before it is asked for. */
function* linesIn(pieces: Iterable<Uint8Array>, most: number): Generator<string[]> {
  let lines: string[] = []
  let rest: Uint8Array[] = []
  for (const piece of pieces) {
    const end = piece.lastIndexOf(NEWLINE) + 1
    if (end === 0) {
      rest.push(piece)
      continue
    }
    for (const line of strFromU8(joined([...rest, piece.subarray(0, end)])).split('\n')) {
      if (line) lines.push(line)
      if (lines.length < most) continue
      yield lines
      lines = []
    }
    rest = [piece.subarray(end)]
  }
  const last = strFromU8(joined(rest))
  if (last) lines.push(last)
  if (lines.length) yield lines
}
/** What proves that a part is as it was saved: its hash, and how many of its lines are not blank. */
function proofOf(pieces: Iterable<Uint8Array>): { sha256: string; lines: number } {
  const hash = sha256.create()
  let [lines, isOpen] = [0, false]
  for (const piece of pieces) {
    hash.update(piece)
    for (let from = 0; from < piece.length;) {
      const end = piece.indexOf(NEWLINE, from)
      const to = end < 0 ? piece.length : end
      isOpen ||= to > from
      if (end >= 0 && isOpen) lines++
      if (end >= 0) isOpen = false
      from = to + 1
    }
  }
  return { sha256: bytesToHex(hash.digest()), lines: lines + Number(isOpen) }
}
/** A row with its bytes put back; undefined where a blob it names is not there. */
function withBytes(value: unknown, bytesOf: (path: string) => Uint8Array | undefined): unknown {
  if (Array.isArray(value)) return value.map(part => withBytes(part, bytesOf))
  if (value === null || typeof value !== 'object') return value
  const { $blob } = value as { $blob?: unknown }
  if (typeof $blob === 'string') return bytesOf(`blobs/${$blob}`)
  return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, withBytes(part, bytesOf)]))
}

/**
 * Reads a backup a few rows at a time: of what is packed in it, no more than a piece is ever unpacked. What it gives is
 * as it was saved; whether it is an office is for `auditBackup` to say.
 */
export class BackupReader {
  /** The parts that the manifest names, by their paths. */
  private readonly named: ReadonlyMap<string, Named>
  /** What all tables take unpacked, in bytes. */
  private readonly bytes: number

  private constructor(
    private readonly parts: PackedParts,
    readonly manifest: BackupManifest,
  ) {
    this.named = new Map(manifest.parts.map(part => [part.path, part]))
    const tables = manifest.parts.filter(part => part.rows !== undefined)
    this.bytes = tables.reduce((sum, { path }) => sum + this.sizeOf(path), 1)
  }

  /** Opens a file; refused where it is no backup, or has other parts than its manifest names. */
  static open(file: Uint8Array): Result<BackupReader> {
    const parts = partsIn(file)
    if (!parts.ok) return parts
    const first = parts.value.get(MANIFEST)
    let text: Uint8Array | undefined
    try {
      text = first && wholeOf(first)
    } catch {
      return noZip()
    }
    const manifest = manifestOf(text)
    if (!manifest.ok) return manifest
    const agree = partsAgree(manifest.value, parts.value)
    return agree.ok ? good(new BackupReader(parts.value, manifest.value)) : agree
  }

  private sizeOf(path: string): number {
    return this.parts.get(path)?.size ?? 0
  }
  /** What some rows of a table take unpacked, or all of them, as a part of all tables: from 0 to 1. */
  shareOf(table: PartName, rows?: number): number {
    const part = rows === undefined ? 1 : Math.min(1, rows / Math.max(1, this.countOf(table)))
    return (part * this.sizeOf(pathOf(table))) / this.bytes
  }
  /** How many rows a table has, as its manifest says. */
  countOf(table: PartName): number {
    return this.named.get(pathOf(table))?.rows ?? 0
  }

  /** Refuses a part that was changed after it was saved; gives how many lines it has. */
  private asSaved({ path, sha256 }: Named): Result<number> {
    try {
      const proof = proofOf(piecesOf(this.parts.get(path)!))
      return proof.sha256 === sha256
        ? good(proof.lines)
        : wrong('backup-part', path, 'it was changed after it was saved')
    } catch {
      return noZip()
    }
  }
  /** Refuses a blob that was changed, whether or not a row names it. */
  blobsAreAsSaved(): Result<true> {
    for (const part of this.manifest.parts) {
      const same = part.path.startsWith('blobs/') ? this.asSaved(part) : good(0)
      if (!same.ok) return same
    }
    return good(true)
  }
  /** A row with its bytes; whether those are as they were saved, `blobsAreAsSaved` says once for all. */
  private readonly withBlobs = (row: unknown): unknown =>
    withBytes(row, path => {
      const part = this.parts.get(path)
      return part && wholeOf(part)
    })

  private *saved(table: PartName, most = ROWS): Generator<Rows> {
    const part = this.named.get(pathOf(table))
    if (!part) return
    const { path, rows: expected } = part
    const count = this.asSaved(part)
    if (!count.ok) return void (yield count)
    if (count.value !== expected)
      return void (yield wrong(
        'backup-rows',
        path,
        `it has ${count.value} lines, but ${expected} were saved`,
      ))
    const hasBlobs = withBlobs.includes(table)
    let line = 0
    for (const lines of linesIn(piecesOf(this.parts.get(path)!), hasBlobs ? ROWS_WITH_BLOBS : most)) {
      const rows = lines.map(parsedJson)
      const at = rows.indexOf(undefined)
      if (at >= 0) return void (yield wrong('backup-row', `${path}, line ${line + at + 1}`, 'it is not JSON'))
      yield good(hasBlobs ? rows.map(this.withBlobs) : rows)
      line += lines.length
    }
  }
  /** All rows of a table in hand; only of tables that were found whole. */
  private whole<T extends 'entries' | 'accounts' | 'payments'>(table: T): Tables[T][] {
    return [...this.saved(table)].flatMap(rows => (rows.ok ? (rows.value as Tables[T][]) : []))
  }
  /**
   * The rows of a table, at most so many at a time, as a store of now has them; what cannot be read is refused with
   * its part and line, and nothing follows. Tables that others are made from are found whole before those.
   */
  *rows(table: PartName, most = ROWS): Generator<Rows> {
    const { store } = this.manifest
    if (table === 'movements' && store < REGISTER_STORE)
      yield good(registerOf(this.whole('entries'), this.whole('accounts'), this.whole('payments')))
    else if (table === 'payees' && store < HOLD_REASON_STORE)
      for (const rows of this.saved(table, most)) yield rows.ok ? good(rows.value.map(withHoldReason)) : rows
    else yield* this.saved(table, most)
  }
}
