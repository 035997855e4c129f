import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { z } from '../../base/schema'
import { tableNames, type Snapshot, type TableName } from '../tables'

/** What a backup file calls itself, and the newest of its forms that this program writes and reads. */
export const FORMAT = 'violet-lane backup'
export const VERSION = 1
export const MOST_PARTS = 200_000
export const MANIFEST = 'manifest.json'

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
export type PartName = TableName | 'facts' | 'scans'
export const partNames: readonly PartName[] = [...tableNames, 'facts', 'scans']
/** The tables whose rows hold bytes; in no other is anything looked for. */
export const withBlobs: readonly PartName[] = ['papers', 'scans']

const hash = z.string().regex(/^[0-9a-f]{64}$/)
export const manifestSchema = z.strictObject({
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

export const sha = (bytes: Uint8Array): string => bytesToHex(sha256(bytes))
export const pathOf = (table: string): string => `tables/${table}.jsonl`
