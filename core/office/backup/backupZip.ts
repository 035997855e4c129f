import { Inflate } from 'fflate'
import { joined } from '../../base/bytes'
import { good, refuse, type Result } from '../../base/result'
import { MOST_PARTS } from './backupFormat'

/** Refused before it is unpacked: more than this, in bytes; and parts more than a manifest can name. */
const MOST_UNPACKED = 2_000_000_000
/** Deflate makes a byte of no more than so many (zlib’s technical notes). */
const MOST_RATIO = 1032
/** Bytes that are unpacked at once, as they lie in the file. */
const PIECE = 4096
const partName = /^(?:manifest\.json|tables\/[A-Za-z]+\.jsonl|blobs\/[0-9a-f]{64})$/

/** A backup is refused by its part. */
export const wrong = (code: string, part: string, text: string) =>
  refuse(code, `${part}: ${text}`, { field: 'backup', value: part })
/** What is no zip at all, or ends too early. */
export const noZip = () => wrong('backup-zip', 'the file', 'it is not a zip file, or it is incomplete')

/** A part of a zip as it lies in the file. */
export interface PackedPart {
  readonly bytes: Uint8Array
  /** How large it says it is unpacked. */
  readonly size: number
  readonly isDeflated: boolean
}
/** The parts of a zip by their names. */
export type PackedParts = ReadonlyMap<string, PackedPart>

/** Marks and places of a zip’s records (PKWARE’s APPNOTE 6.3, sections 4.3.7, 4.3.12 and 4.3.16). */
const [LOCAL, CENTRAL, END] = [0x04034b50, 0x02014b50, 0x06054b50]
const [LOCAL_SIZE, CENTRAL_SIZE, END_SIZE] = [30, 46, 22]
const [STORED, DEFLATED] = [0, 8]
const text = new TextDecoder()

/** Where the record at the end of a zip begins; only a comment may follow it. */
function endOf(view: DataView): number {
  for (let at = view.byteLength - END_SIZE; at >= 0; at--) if (view.getUint32(at, true) === END) return at
  throw new RangeError('no end record')
}
/** Reads the list of a zip; throws a `RangeError` where the file is none, or is cut off. */
function* listed(file: Uint8Array): Generator<readonly [name: string, part: PackedPart]> {
  const view = new DataView(file.buffer, file.byteOffset, file.length)
  const [u16, u32] = [(at: number) => view.getUint16(at, true), (at: number) => view.getUint32(at, true)]
  const end = endOf(view)
  let at = u32(end + 16)
  for (let left = u16(end + 10); left > 0; left--) {
    const [method, packed, size, local] = [u16(at + 10), u32(at + 20), u32(at + 24), u32(at + 42)]
    if (u32(at) !== CENTRAL || u32(local) !== LOCAL || (method !== STORED && method !== DEFLATED))
      throw new RangeError('no such record')
    const from = local + LOCAL_SIZE + u16(local + 26) + u16(local + 28)
    const bytes = file.subarray(from, from + packed)
    if (bytes.length < packed) throw new RangeError('a part is cut off')
    const name = text.decode(file.subarray(at + CENTRAL_SIZE, at + CENTRAL_SIZE + u16(at + 28)))
    yield [name, { bytes, size, isDeflated: method === DEFLATED }]
    at += CENTRAL_SIZE + u16(at + 28) + u16(at + 30) + u16(at + 32)
  }
}

/**
 * All parts by their names, before any is unpacked; refused where the file is no zip, holds what does not belong there,
 * or would be too large.
 */
export function partsIn(file: Uint8Array): Result<PackedParts> {
  const parts = new Map<string, PackedPart>()
  let bytes = 0
  try {
    for (const [name, part] of listed(file)) {
      if (!partName.test(name))
        return wrong('backup-odd', name.slice(0, 60), 'This does not belong in a backup')
      if (part.size > part.bytes.length * MOST_RATIO + MOST_RATIO)
        return wrong('backup-part', name, 'it claims to hold more than its size allows')
      bytes += part.size
      parts.set(name, part)
    }
  } catch {
    return noZip()
  }
  if (bytes > MOST_UNPACKED || parts.size > MOST_PARTS)
    return wrong('backup-large', 'the file', 'it would unpack to more than 2 GB')
  return good(parts)
}

/**
 * Unpacks a part piece by piece, so that it is never whole in memory. Throws where it is not as it should be, or holds
 * another number of bytes than it says.
 */
export function* piecesOf({ bytes, size, isDeflated }: PackedPart): Generator<Uint8Array> {
  const made: Uint8Array[] = []
  const inflate = new Inflate(piece => made.push(piece))
  let left = size
  for (let at = 0; at === 0 || at < bytes.length; at += PIECE) {
    const packed = bytes.subarray(at, at + PIECE)
    if (isDeflated) inflate.push(packed, at + PIECE >= bytes.length)
    // A copy: a piece that is kept must not keep, or be stored with, the whole file.
    else made.push(packed.slice())
    for (const piece of made.splice(0)) {
      left -= piece.length
      if (left < 0) break
      yield piece
    }
  }
  if (left !== 0) throw new RangeError('a part is not as large as it says')
}
/** A part unpacked whole: only of parts that are small, or wanted as they are. Throws as `piecesOf` does. */
export const wholeOf = (part: PackedPart): Uint8Array => joined([...piecesOf(part)])
