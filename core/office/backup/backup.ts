import { strFromU8 } from 'fflate'
import { good, type Result } from '../../base/result'
import { z } from '../../base/schema'
import { movementsOf } from '../../bank/movementsOf'
import { firstBroken } from '../../trail/trail'
import {
  MANIFEST,
  manifestSchema,
  partNames,
  pathOf,
  sha,
  VERSION,
  withBlobs,
  type BackupManifest,
  type BackupTables,
  type PartName,
} from './backupFormat'
import { sizesIn, unpacked, wrong, type Parts } from './backupZip'
import { rowFaults } from '../rows'

/** A backup as it was read and found whole. */
export interface BackupRead {
  readonly manifest: BackupManifest
  readonly tables: BackupTables
}
function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

function manifestOf(parts: Parts): Result<BackupManifest> {
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

type Named = BackupManifest['parts'][number]
/** Refuses a part that was changed. */
const isAsSaved = ({ path, sha256 }: Named, parts: Parts): Result<true> =>
  sha(parts[path]!) === sha256 ? good(true) : wrong('backup-part', path, 'it was changed after it was saved')
/** Refuses a part that is missing, or is not named by the manifest. */
function partsAgree(manifest: BackupManifest, there: ReadonlyMap<string, unknown>): Result<true> {
  const named = new Set(manifest.parts.map(p => p.path))
  const missing = manifest.parts.find(p => !there.has(p.path))
  if (missing) return wrong('backup-part', missing.path, 'it is missing')
  const extra = [...there.keys()].find(path => path !== MANIFEST && !named.has(path))
  if (extra) return wrong('backup-part', extra, 'it is not in the manifest')
  const lacking = partNames.find(table => !named.has(pathOf(table)) && wasThere(table, manifest.store))
  return lacking ? wrong('backup-part', pathOf(lacking), 'it is missing') : good(true)
}

/** A row with its bytes put back; undefined where a blob it names is not there. */
function withBytes(value: unknown, parts: Parts): unknown {
  if (Array.isArray(value)) return value.map(part => withBytes(part, parts))
  if (value === null || typeof value !== 'object') return value
  const { $blob } = value as { $blob?: unknown }
  if (typeof $blob === 'string') return parts[`blobs/${$blob}`]
  return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, withBytes(part, parts)]))
}
/** The rows of a table, as they were saved; `blobs` are the bytes that they name. */
function rowsOf(table: PartName, part: Named, bytes: Uint8Array, blobs: Parts): Result<unknown[]> {
  const { path, rows: expected } = part
  const lines = strFromU8(bytes).split('\n').filter(Boolean)
  if (lines.length !== expected)
    return wrong('backup-rows', path, `it has ${lines.length} lines, but ${expected} were saved`)
  const rows: unknown[] = []
  for (const [i, line] of lines.entries()) {
    const row = parsedJson(line)
    if (row === undefined) return wrong('backup-row', `${path}, line ${i + 1}`, 'it is not JSON')
    rows.push(withBlobs.includes(table) ? withBytes(row, blobs) : row)
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

/** The rows of every table that the manifest names, one table after the other. */
function tablesOf(
  file: Uint8Array,
  manifest: BackupManifest,
  sizes: ReadonlyMap<string, number>,
  blobs: Parts,
  tell: (part: number) => void,
): Result<BackupTables> {
  const read: Record<string, unknown[]> = {}
  const whole = [...sizes.values()].reduce((sum, size) => sum + size, 1)
  let done = 0
  for (const table of partNames) {
    const part = manifest.parts.find(p => p.path === pathOf(table))
    if (!part) {
      read[table] = []
      continue
    }
    const parts = unpacked(file, ({ name }) => name === part.path)
    if (!parts.ok) return parts
    const same = isAsSaved(part, parts.value)
    if (!same.ok) return same
    const rows = rowsOf(table, part, parts.value[part.path]!, blobs)
    if (!rows.ok) return rows
    read[table] = rows.value
    tell((done += sizes.get(part.path) ?? 0) / whole)
  }
  return good(read as unknown as BackupTables)
}

/**
 * Reads a backup and proves it whole: hashes, rows, the chain of the trail. Refused at the first fault, which
 * names its part and line; nothing of it is to be used then. `tell` hears how much of it is read, from 0 to 1.
 */
export function readBackup(file: Uint8Array, tell: (part: number) => void = () => {}): Result<BackupRead> {
  const sizes = sizesIn(file)
  if (!sizes.ok) return sizes
  const blobs = unpacked(file, ({ name }) => name === MANIFEST || name.startsWith('blobs/'))
  if (!blobs.ok) return blobs
  const manifest = manifestOf(blobs.value)
  if (!manifest.ok) return manifest
  const agree = partsAgree(manifest.value, sizes.value)
  if (!agree.ok) return agree
  for (const part of manifest.value.parts.filter(p => p.path.startsWith('blobs/'))) {
    const same = isAsSaved(part, blobs.value)
    if (!same.ok) return same
  }
  const read = tablesOf(file, manifest.value, sizes.value, blobs.value, tell)
  if (!read.ok) return read
  const { store } = manifest.value
  const tables = withHoldReasons(withRegister(read.value, store), store)
  const whole = rowsAreWhole(tables)
  if (!whole.ok) return whole
  const broken = firstBroken(tables.trail)
  if (broken)
    return wrong('backup-trail', `${pathOf('trail')}, line ${broken.seq}`, 'the chain of the trail is broken')
  if ((tables.trail.at(-1)?.hash ?? null) !== (manifest.value.head?.hash ?? null))
    return wrong('backup-trail', MANIFEST, 'its last action is not the last one in the trail')
  return good({ manifest: manifest.value, tables })
}
