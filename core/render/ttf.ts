import * as library from 'fonteditor-core'

/** The part of fonteditor-core that we use; its own types leave the reader and the writer out. */
export interface TtfGlyph {
  contours?: { x: number; y: number; onCurve: boolean }[][]
  xMin?: number
  yMin?: number
  xMax?: number
  yMax?: number
  advanceWidth: number
  leftSideBearing?: number
  name: string
  unicode?: number[]
}
/** A TrueType font as far as it is written here. */
export interface Ttf {
  glyf: TtfGlyph[]
  head: Record<string, number>
  hhea: Record<string, number>
  name: Record<string, string>
}

const { TTFReader, TTFWriter, OTFReader, otf2ttfobject } = library as unknown as {
  OTFReader: new (options: { subset: number[] }) => { read(bytes: ArrayBuffer): object }
  otf2ttfobject: (otf: object, options: object) => Ttf
  TTFReader: new (options: { subset: number[]; hinting: boolean; compound2simple: boolean }) => {
    read(bytes: ArrayBuffer): Ttf
  }
  TTFWriter: new (options: { hinting: boolean }) => { write(ttf: Ttf): ArrayBuffer }
}
const FIXED_MOMENT = Date.UTC(2024, 0, 1)

/** Reads a TrueType file, keeping only the glyphs of the given code points. */
export const readTtf = (bytes: Uint8Array, codePoints: readonly number[]): Ttf =>
  new TTFReader({ subset: [...codePoints], hinting: false, compound2simple: true }).read(
    bytes.slice().buffer as ArrayBuffer,
  )

/** Writes a TrueType file; its dates are fixed, so that the same glyphs give the same bytes. */
export function writeTtf(ttf: Ttf): Uint8Array {
  ttf.head.created = FIXED_MOMENT
  ttf.head.modified = FIXED_MOMENT
  return new Uint8Array(new TTFWriter({ hinting: false }).write(ttf))
}

/**
 * Reads a TrueType or OpenType file (its cubic curves made quadratic), keeping only the glyphs of the given
 * code points. Throws on a broken file.
 */
export function readFont(bytes: Uint8Array, codePoints: readonly number[]): Ttf {
  if (bytes[0] !== 0x4f) return readTtf(bytes, codePoints)
  return otf2ttfobject(
    new OTFReader({ subset: [...codePoints] }).read(bytes.slice().buffer as ArrayBuffer),
    {},
  )
}
