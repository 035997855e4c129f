import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { strToU8, Zip, ZipDeflate } from 'fflate'
import { joined } from '../../base/bytes'
import type { TrailLine } from '../../trail/trail'
import {
  FORMAT,
  MANIFEST,
  partNames,
  pathOf,
  sha,
  VERSION,
  withBlobs,
  type BackupManifest,
  type BackupTables,
  type PartName,
} from './backupFormat'

/** How hard the zip is pressed: for 100,000 checks 6 makes a tenth less, and takes a third longer. */
const LEVEL = 3

/** A row with its bytes taken out: `keep` makes each a blob, and gives its hash. */
function withoutBytes(value: unknown, keep: (bytes: Uint8Array) => string): unknown {
  if (value instanceof Uint8Array) {
    return { $blob: keep(value) }
  }
  if (Array.isArray(value)) return value.map(part => withoutBytes(part, keep))
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, withoutBytes(part, keep)]))
}

/** A table that is being written. */
interface Open {
  readonly table: PartName
  /** Its part; none yet where its blobs go first: then its lines, which are short, are held. */
  readonly file: ZipDeflate | undefined
  readonly held: Uint8Array[]
  readonly hash: ReturnType<typeof sha256.create>
  rows: number
}
type About = Pick<BackupManifest, 'madeAt' | 'by' | 'store'>

/**
 * Writes a backup piece by piece, so that no table is ever held whole: a zip with a JSON-lines file a table, the blobs
 * that rows name by hash, and a manifest (`docs/formats.md`). What is written goes to `out` at once.
 */
export class BackupWriter {
  private readonly zip: Zip
  private readonly parts: BackupManifest['parts'] = []
  private readonly blobs = new Set<string>()
  private open: Open | undefined
  private first: TrailLine | undefined
  private last: TrailLine | undefined

  constructor(
    private readonly about: About,
    out: (bytes: Uint8Array) => void,
  ) {
    this.zip = new Zip((fault, bytes) => {
      if (fault) throw fault
      out(bytes)
    })
  }

  private begin(path: string): ZipDeflate {
    const file = new ZipDeflate(path, { level: LEVEL })
    this.zip.add(file)
    return file
  }
  private keepBlob(bytes: Uint8Array): string {
    const key = sha(bytes)
    if (this.blobs.has(key)) return key
    this.blobs.add(key)
    this.begin(`blobs/${key}`).push(bytes, true)
    this.parts.push({ path: `blobs/${key}`, sha256: key })
    return key
  }
  private endTable(): void {
    const { open } = this
    if (!open) return
    const file = open.file ?? this.begin(pathOf(open.table))
    for (const bytes of open.held) file.push(bytes)
    file.push(new Uint8Array(0), true)
    const sha256 = bytesToHex(open.hash.digest())
    this.parts.push({ path: pathOf(open.table), sha256, rows: open.rows })
    this.open = undefined
  }
  private openTable(table: PartName): Open {
    if (this.open?.table === table) return this.open
    this.endTable()
    const file = withBlobs.includes(table) ? undefined : this.begin(pathOf(table))
    return (this.open = { table, file, held: [], hash: sha256.create(), rows: 0 })
  }
  /** The next rows of a table; the tables come one after the other, and each once, also where it has no rows. */
  addRows(table: PartName, rows: readonly unknown[]): void {
    const open = this.openTable(table)
    const keep = (bytes: Uint8Array): string => this.keepBlob(bytes)
    const bare = open.file ? rows : rows.map(row => withoutBytes(row, keep))
    const bytes = strToU8(bare.map(row => `${JSON.stringify(row)}\n`).join(''))
    open.rows += rows.length
    open.hash.update(bytes)
    if (open.file) open.file.push(bytes)
    else open.held.push(bytes)
    if (table !== 'trail' || !rows.length) return
    this.first ??= rows[0] as TrailLine
    this.last = rows.at(-1) as TrailLine
  }
  /** Ends the file with its manifest. Gives the last act in it; undefined: none. */
  end(): BackupManifest['head'] {
    this.endTable()
    const { first, last } = this
    const head = last ? { seq: last.seq, hash: last.hash } : null
    const manifest: BackupManifest = {
      format: FORMAT,
      version: VERSION,
      ...this.about,
      office: first?.hash ?? '',
      head,
      parts: this.parts,
    }
    this.begin(MANIFEST).push(strToU8(JSON.stringify(manifest, null, 1)), true)
    this.zip.end()
    return head
  }
}

/** The same for an office in hand. */
export function packBackup(tables: BackupTables, about: About): Uint8Array {
  const pieces: Uint8Array[] = []
  const writer = new BackupWriter(about, bytes => pieces.push(bytes))
  for (const table of partNames) writer.addRows(table, tables[table])
  writer.end()
  return joined(pieces)
}
