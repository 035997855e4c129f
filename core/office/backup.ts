import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate'
import { good, refuse, type Result } from '../base/result'
import { z } from '../base/schema'
import { movementsOf } from '../bank/movementsOf'
import { rowFaults } from './rows'
import { tableNames, type Snapshot, type TableName } from './tables'
import { firstBroken } from '../trail/trail'

/** What a backup file calls itself, and the newest of its forms that this program writes and reads. */
const FORMAT = 'violet-lane backup'
const VERSION = 1
/** Refused before it is unpacked: more than this, in bytes and in parts. */
const MOST_UNPACKED = 2_000_000_000
const MOST_PARTS = 200_000
/** Deflate makes a byte of no more than so many (zlib’s technical notes). */
const MOST_RATIO = 1032
/** How hard the zip is pressed: for 100,000 checks 6 makes a tenth less, and takes a third longer. */
const LEVEL = 3
const MANIFEST = 'manifest.json'
const partName = /^(?:manifest\.json|tables\/[A-Za-z]+\.jsonl|blobs\/[0-9a-f]{64})$/

/** All that is kept of an office, and beside it what the browser keeps of its own: drafts, scans. */
export interface BackupTables extends Snapshot {
  readonly facts: readonly { readonly name: string; readonly value: string }[]
  readonly scans: readonly KeptScan[]
}
interface KeptScan {
  readonly stockId: string
  readonly type: string
  readonly bytes: Uint8Array
  readonly addedAt: string
}
type PartName = TableName | 'facts' | 'scans'
const partNames: readonly PartName[] = [...tableNames, 'facts', 'scans']
/** The tables whose rows hold bytes; in no other is anything looked for. */
const withBlobs: readonly PartName[] = ['papers', 'scans']

const hash = z.string().regex(/^[0-9a-f]{64}$/)
const manifestSchema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.number().int().min(1).max(VERSION),
  madeAt: z.string().max(40),
  by: z.string().max(200),
  /** Version of the store whose rows these are. */
  store: z.number().int().min(1),
  /** Hash of the first act: the same for all backups of one office. Blank before its first act. */
  office: z.union([hash, z.literal('')]),
  /** The last act. */
  head: z.strictObject({ seq: z.number().int().min(1), hash }).nullable(),
  parts: z
    .array(
      z.strictObject({ path: z.string().max(100), sha256: hash, rows: z.number().int().min(0).optional() }),
    )
    .max(MOST_PARTS),
})
export type BackupManifest = z.infer<typeof manifestSchema>

const sha = (bytes: Uint8Array): string => bytesToHex(sha256(bytes))
const pathOf = (table: string): string => `tables/${table}.jsonl`

/** A row with its bytes taken out: each becomes a blob under its hash. */
function withoutBytes(value: unknown, blobs: Map<string, Uint8Array>): unknown {
  if (value instanceof Uint8Array) {
    const key = sha(value)
    blobs.set(key, value)
    return { $blob: key }
  }
  if (Array.isArray(value)) return value.map(part => withoutBytes(part, blobs))
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, withoutBytes(part, blobs)]))
}

/**
 * Packs an office into a backup: a zip with a manifest, a JSON-lines file a table, and the blobs that rows name
 * by hash (`docs/formats.md`). `store` is the version of the store.
 */
export function packBackup(
  tables: BackupTables,
  about: Pick<BackupManifest, 'madeAt' | 'by' | 'store'>,
): Uint8Array {
  const blobs = new Map<string, Uint8Array>()
  const zip: Zippable = {}
  const parts: BackupManifest['parts'] = []
  for (const table of partNames) {
    const rows = tables[table] as readonly unknown[]
    const bare = withBlobs.includes(table) ? rows.map(row => withoutBytes(row, blobs)) : rows
    const lines = bare.map(row => `${JSON.stringify(row)}\n`)
    const bytes = strToU8(lines.join(''))
    zip[pathOf(table)] = bytes
    parts.push({ path: pathOf(table), sha256: sha(bytes), rows: rows.length })
  }
  for (const [key, bytes] of blobs) {
    zip[`blobs/${key}`] = bytes
    parts.push({ path: `blobs/${key}`, sha256: key })
  }
  const last = tables.trail.at(-1)
  const manifest: BackupManifest = {
    format: FORMAT,
    version: VERSION,
    ...about,
    office: tables.trail[0]?.hash ?? '',
    head: last ? { seq: last.seq, hash: last.hash } : null,
    parts,
  }
  return zipSync({ [MANIFEST]: strToU8(JSON.stringify(manifest, null, 1)), ...zip }, { level: LEVEL })
}

/** A backup as it was read and found whole. */
export interface BackupRead {
  readonly manifest: BackupManifest
  readonly tables: BackupTables
}
const wrong = (code: string, part: string, text: string) =>
  refuse(code, `${part}: ${text}`, { field: 'backup', value: part })

/** Opens the zip; refused where it is none, holds what does not belong there, or would be too large. */
function unpacked(file: Uint8Array): Result<Record<string, Uint8Array>> {
  let [bytes, count] = [0, 0]
  let odd: string | undefined
  let swollen: string | undefined
  try {
    const parts = unzipSync(file, {
      filter: ({ name, size, originalSize }) => {
        bytes += originalSize
        count++
        if (!partName.test(name)) odd ??= name
        // Room is made for what a part says of itself, before its first byte is read.
        if (originalSize > size * MOST_RATIO + MOST_RATIO) swollen ??= name
        return swollen === undefined && odd === undefined && bytes <= MOST_UNPACKED && count <= MOST_PARTS
      },
    })
    if (odd !== undefined) return wrong('backup-odd', odd.slice(0, 60), 'This does not belong in a backup')
    if (swollen !== undefined)
      return wrong('backup-part', swollen, 'it claims to hold more than its size allows')
    if (bytes > MOST_UNPACKED || count > MOST_PARTS)
      return wrong('backup-large', 'the file', 'it would unpack to more than 2 GB')
    return good(parts)
  } catch {
    return wrong('backup-zip', 'the file', 'it is not a zip file, or it is incomplete')
  }
}

function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

function manifestOf(parts: Readonly<Record<string, Uint8Array>>): Result<BackupManifest> {
  const bytes = parts[MANIFEST]
  if (!bytes) return wrong('backup-manifest', MANIFEST, 'it is missing, so this is not a backup of an office')
  const expected = parsedJson(strFromU8(bytes))
  const version = (expected as { version?: unknown } | undefined)?.version
  if (typeof version === 'number' && version > VERSION)
    return wrong('backup-newer', MANIFEST, 'it was saved by a newer version of the program. Open it there')
  const read = manifestSchema.safeParse(expected)
  if (!read.success) {
    const issue = read.error.issues[0]
    return wrong('backup-manifest', MANIFEST, `${issue?.path.join('.')} ${issue?.message}`)
  }
  return good(read.data)
}

/** Tables that stores before this version did not have yet: a backup of those holds none of their rows. */
const sinceStore: Readonly<Record<PartName, number>> = {
  ...{ companies: 1, ledgers: 1, accounts: 1, books: 1, payees: 1, payments: 1, numbers: 1, runs: 1 },
  ...{ copies: 1, layoutVersions: 1, layouts: 1, owns: 1, stocks: 1, printers: 1, fits: 1, entries: 1 },
  ...{ trail: 1, papers: 1, facts: 1, scans: 1 },
  totals: 6,
  ...{ reasonLists: 7, settings: 7 },
  bills: 9,
  intakes: 10,
  ...{ statements: 11, bankLines: 11, movements: 11, bankRules: 11 },
  ...{ payLayouts: 11, positivePay: 11, bankItems: 11, sentFiles: 11, bankQuestions: 11 },
}
const wasThere = (table: PartName, store: number): boolean => store >= sinceStore[table]

/** Refuses a part that is missing, was changed, or is not named by the manifest. */
function partsAgree(manifest: BackupManifest, parts: Readonly<Record<string, Uint8Array>>): Result<true> {
  const named = new Set(manifest.parts.map(p => p.path))
  for (const { path, sha256: expected } of manifest.parts) {
    const bytes = parts[path]
    if (!bytes) return wrong('backup-part', path, 'it is missing')
    if (sha(bytes) !== expected) return wrong('backup-part', path, 'it was changed after it was saved')
  }
  const extra = Object.keys(parts).find(path => path !== MANIFEST && !named.has(path))
  if (extra) return wrong('backup-part', extra, 'it is not in the manifest')
  const lacking = partNames.find(table => !named.has(pathOf(table)) && wasThere(table, manifest.store))
  return lacking ? wrong('backup-part', pathOf(lacking), 'it is missing') : good(true)
}

/** A row with its bytes put back; undefined where a blob it names is not there. */
function withBytes(value: unknown, parts: Readonly<Record<string, Uint8Array>>): unknown {
  if (Array.isArray(value)) return value.map(part => withBytes(part, parts))
  if (value === null || typeof value !== 'object') return value
  const { $blob } = value as { $blob?: unknown }
  if (typeof $blob === 'string') return parts[`blobs/${$blob}`]
  return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, withBytes(part, parts)]))
}
function rowsOf(
  table: PartName,
  expected: number | undefined,
  parts: Readonly<Record<string, Uint8Array>>,
): Result<unknown[]> {
  const path = pathOf(table)
  const bytes = parts[path]
  if (!bytes) return good([])
  const lines = strFromU8(bytes).split('\n').filter(Boolean)
  if (lines.length !== expected)
    return wrong('backup-rows', path, `it has ${lines.length} lines, but ${expected} were saved`)
  const rows: unknown[] = []
  for (const [i, line] of lines.entries()) {
    const row = parsedJson(line)
    if (row === undefined) return wrong('backup-row', `${path}, line ${i + 1}`, 'it is not JSON')
    rows.push(withBlobs.includes(table) ? withBytes(row, parts) : row)
  }
  return good(rows)
}

const factSchema = z.strictObject({ name: z.string().max(300), value: z.string() })
const scanSchema = z.strictObject({
  stockId: z.string().max(200),
  type: z.string().max(100),
  bytes: z.instanceof(Uint8Array),
  addedAt: z.string().max(40),
})
/** Refuses rows that their tables cannot hold: the first, by its part and line. */
function rowsAreWhole(tables: BackupTables): Result<true> {
  const [fault] = rowFaults(tables)
  if (fault)
    return wrong(
      'backup-row',
      `${pathOf(fault.table)}, line ${fault.row + 1}`,
      `${fault.path}: ${fault.what}`,
    )
  for (const [table, schema] of [
    ['facts', factSchema],
    ['scans', scanSchema],
  ] as const) {
    const at = tables[table].findIndex(row => !schema.safeParse(row).success)
    if (at >= 0)
      return wrong('backup-row', `${pathOf(table)}, line ${at + 1}`, 'it differs from the original')
  }
  return good(true)
}

/** Stores before this version had no lines of the register besides checks: their entries say what they were. */
const REGISTER_STORE = 11
function withRegister(tables: BackupTables, store: number): BackupTables {
  if (store >= REGISTER_STORE) return tables
  const payments = new Map(tables.payments.map(p => [p.id, p]))
  const movements = movementsOf(tables.entries, tables.accounts, payments, [])
  return { ...tables, movements: movements.map(m => ({ ...m, kind: 'correction' })) }
}

/** Stores before this version put payees on hold without a reason. */
const HOLD_REASON_STORE = 12
function withHoldReasons(tables: BackupTables, store: number): BackupTables {
  if (store >= HOLD_REASON_STORE) return tables
  const payees = tables.payees.map(payee =>
    payee.onHold && !payee.holdWhy ? { ...payee, holdWhy: 'No reason was given' } : payee,
  )
  return { ...tables, payees }
}

/**
 * Reads a backup and proves it whole: hashes, rows, the chain of the trail. Refused at the first fault, which
 * names its part and line; nothing of it is to be used then.
 */
export function readBackup(file: Uint8Array): Result<BackupRead> {
  const parts = unpacked(file)
  if (!parts.ok) return parts
  const manifest = manifestOf(parts.value)
  if (!manifest.ok) return manifest
  const agree = partsAgree(manifest.value, parts.value)
  if (!agree.ok) return agree
  const read: Record<string, unknown[]> = {}
  for (const table of partNames) {
    const expected = manifest.value.parts.find(p => p.path === pathOf(table))?.rows
    const rows = rowsOf(table, expected, parts.value)
    if (!rows.ok) return rows
    read[table] = rows.value
  }
  const { store } = manifest.value
  const tables = withHoldReasons(withRegister(read as unknown as BackupTables, store), store)
  const whole = rowsAreWhole(tables)
  if (!whole.ok) return whole
  const broken = firstBroken(tables.trail)
  if (broken)
    return wrong('backup-trail', `${pathOf('trail')}, line ${broken.seq}`, 'the chain of the trail is broken')
  if ((tables.trail.at(-1)?.hash ?? null) !== (manifest.value.head?.hash ?? null))
    return wrong('backup-trail', MANIFEST, 'its last action is not the last one in the trail')
  return good({ manifest: manifest.value, tables })
}
