import { strFromU8 } from 'fflate'
import { good, type Result } from '../../base/result'
import { MANIFEST, manifestSchema, partNames, pathOf, VERSION } from './backupFormat'
import type { BackupManifest, PartName } from './backupFormat'
import { wrong } from './backupZip'

/** A value that was written as JSON; undefined where the text is none. */
export function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

/** The manifest of a backup; refused where it is none, or one of a newer version. */
export function manifestOf(bytes: Uint8Array | undefined): Result<BackupManifest> {
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

/** Refuses a part that is missing, or is not named by the manifest. `there` are the parts of the file by name. */
export function partsAgree(manifest: BackupManifest, there: ReadonlyMap<string, unknown>): Result<true> {
  const named = new Set(manifest.parts.map(p => p.path))
  const missing = manifest.parts.find(p => !there.has(p.path))
  if (missing) return wrong('backup-part', missing.path, 'it is missing')
  const extra = [...there.keys()].find(path => path !== MANIFEST && !named.has(path))
  if (extra) return wrong('backup-part', extra, 'it is not in the manifest')
  const lacking = partNames.find(table => !named.has(pathOf(table)) && wasThere(table, manifest.store))
  return lacking ? wrong('backup-part', pathOf(lacking), 'it is missing') : good(true)
}
