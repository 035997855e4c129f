/** What a picture file says of its scale, and how it is told. PNG: pHYs; JPEG: JFIF density, else Exif resolution. */

const MM_PER_METER = 1000
const MM_PER_INCH = 25.4
const MM_PER_CM = 10
const textAt = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length))
const viewOf = (bytes: Uint8Array): DataView => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)

/** Signature of a PNG, its IHDR with length and check sum. */
const PNG_SIGNATURE = 8
const IHDR_WHOLE = 25

function dotsOfPng(bytes: Uint8Array): number | undefined {
  const view = viewOf(bytes)
  for (let at = PNG_SIGNATURE; at + 12 <= bytes.length; at += 12 + view.getUint32(at)) {
    const kind = textAt(bytes, at + 4, 4)
    if (kind === 'IDAT') return undefined
    if (kind !== 'pHYs' || at + 17 > bytes.length) continue
    const [x, y] = [view.getUint32(at + 8), view.getUint32(at + 12)]
    return bytes[at + 16] === 1 && x === y ? x / MM_PER_METER : undefined
  }
  return undefined
}

/** Exif tags: XResolution, YResolution, ResolutionUnit (2 inch, 3 cm). */
const [X_RESOLUTION, Y_RESOLUTION, RESOLUTION_UNIT] = [0x011a, 0x011b, 0x0128]
function dotsOfExif(bytes: Uint8Array): number | undefined {
  const view = viewOf(bytes)
  const little = textAt(bytes, 0, 2) === 'II'
  const first = view.getUint32(4, little)
  const found = new Map<number, number>()
  for (let i = 0; i < view.getUint16(first, little); i++) {
    const at = first + 2 + 12 * i
    const [tag, kind] = [view.getUint16(at, little), view.getUint16(at + 2, little)]
    const where = view.getUint32(at + 8, little)
    // A short stands in the row itself, a fraction elsewhere.
    if (kind === 3) found.set(tag, view.getUint16(at + 8, little))
    if (kind === 5) found.set(tag, view.getUint32(where, little) / view.getUint32(where + 4, little))
  }
  const [x, y] = [found.get(X_RESOLUTION), found.get(Y_RESOLUTION)]
  const unit = found.get(RESOLUTION_UNIT) === 3 ? MM_PER_CM : MM_PER_INCH
  return x && x === y ? x / unit : undefined
}

function dotsOfJpeg(bytes: Uint8Array): number | undefined {
  const view = viewOf(bytes)
  let exif: number | undefined
  for (let at = 2; at + 4 <= bytes.length && bytes[at] === 0xff; at += 2 + view.getUint16(at + 2)) {
    const [kind, from] = [bytes[at + 1]!, at + 4]
    if (kind === 0xda) break
    if (kind === 0xe0 && textAt(bytes, from, 4) === 'JFIF') {
      const [unit, x, y] = [bytes[from + 7], view.getUint16(from + 8), view.getUint16(from + 10)]
      if (unit && x === y && x > 1) return x / (unit === 2 ? MM_PER_CM : MM_PER_INCH)
    }
    if (kind === 0xe1 && textAt(bytes, from, 4) === 'Exif')
      exif = dotsOfExif(bytes.subarray(from + 6, at + 2 + view.getUint16(at + 2)))
  }
  return exif
}

/** Dots to the mm that a PNG or JPEG file says it has, alike both ways; undefined where it says nothing of it. */
export function dotsPerMm(bytes: Uint8Array): number | undefined {
  try {
    return textAt(bytes, 1, 3) === 'PNG' ? dotsOfPng(bytes) : dotsOfJpeg(bytes)
  } catch (error) {
    // What is cut off in the middle says nothing.
    if (error instanceof RangeError) return undefined
    throw error
  }
}

/** Check sum of a PNG chunk: CRC-32 of its kind and data (PNG, annex D). */
function checkSum(bytes: Uint8Array): number {
  let sum = 0xffffffff
  for (const byte of bytes) {
    sum ^= byte
    for (let k = 0; k < 8; k++) sum = (sum >>> 1) ^ (sum & 1 ? 0xedb88320 : 0)
  }
  return (sum ^ 0xffffffff) >>> 0
}

/** A PNG file that says how many dots to the inch it has. */
export function withDots(png: Uint8Array, dpi: number): Uint8Array<ArrayBuffer> {
  const head = PNG_SIGNATURE + IHDR_WHOLE
  const chunk = new Uint8Array(21)
  const view = viewOf(chunk)
  view.setUint32(0, 9)
  chunk.set(new TextEncoder().encode('pHYs'), 4)
  const perMeter = Math.round((dpi / MM_PER_INCH) * MM_PER_METER)
  view.setUint32(8, perMeter)
  view.setUint32(12, perMeter)
  chunk[16] = 1
  view.setUint32(17, checkSum(chunk.subarray(4, 17)))
  const out = new Uint8Array(png.length + chunk.length)
  out.set(png.subarray(0, head))
  out.set(chunk, head)
  out.set(png.subarray(head), head + chunk.length)
  return out
}
