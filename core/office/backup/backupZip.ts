import { unzipSync, type UnzipFileInfo } from 'fflate'
import { good, refuse, type Result } from '../../base/result'
import { MOST_PARTS } from './backupFormat'

/** Refused before it is unpacked: more than this, in bytes; and parts more than a manifest can name. */
const MOST_UNPACKED = 2_000_000_000
/** Deflate makes a byte of no more than so many (zlib’s technical notes). */
const MOST_RATIO = 1032
const partName = /^(?:manifest\.json|tables\/[A-Za-z]+\.jsonl|blobs\/[0-9a-f]{64})$/

/** A backup is refused by its part. */
export const wrong = (code: string, part: string, text: string) =>
  refuse(code, `${part}: ${text}`, { field: 'backup', value: part })

/** The parts of a zip by their names. */
export type Parts = Readonly<Record<string, Uint8Array>>
/** Unpacks the parts that are wanted: not all at once, since a large office is larger than what holds it. */
export function unpacked(file: Uint8Array, wanted: (part: UnzipFileInfo) => boolean): Result<Parts> {
  try {
    return good(unzipSync(file, { filter: wanted }))
  } catch {
    return wrong('backup-zip', 'the file', 'it is not a zip file, or it is incomplete')
  }
}
/**
 * The sizes of all parts by their names, before any is unpacked; refused where the file is no zip, holds what does not
 * belong there, or would be too large.
 */
export function sizesIn(file: Uint8Array): Result<ReadonlyMap<string, number>> {
  const sizes = new Map<string, number>()
  let [bytes, count] = [0, 0]
  let odd: string | undefined
  let swollen: string | undefined
  const listed = unpacked(file, ({ name, size, originalSize }) => {
    bytes += originalSize
    count++
    sizes.set(name, originalSize)
    if (!partName.test(name)) odd ??= name
    // Room is made for what a part says of itself, before its first byte is read.
    if (originalSize > size * MOST_RATIO + MOST_RATIO) swollen ??= name
    return false
  })
  if (!listed.ok) return listed
  if (odd !== undefined) return wrong('backup-odd', odd.slice(0, 60), 'This does not belong in a backup')
  if (swollen !== undefined)
    return wrong('backup-part', swollen, 'it claims to hold more than its size allows')
  if (bytes > MOST_UNPACKED || count > MOST_PARTS)
    return wrong('backup-large', 'the file', 'it would unpack to more than 2 GB')
  return good(sizes)
}
