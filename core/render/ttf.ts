import * as library from 'fonteditor-core'

/** The part of fonteditor-core that we use; its own types leave the reader and the writer out. */
export interface TtfGlyph {
  contours?: { x: number, y: number, onCurve: boolean }[][]
  xMin?: number, yMin?: number, xMax?: number, yMax?: number
  advanceWidth: number
  leftSideBearing?: number
  name: string
  unicode?: number[]
}
export interface Ttf { glyf: TtfGlyph[], head: Record<string, number>, hhea: Record<string, number>, name: Record<string, string> }

const { TTFReader, TTFWriter } = library as unknown as {
  TTFReader: new (options: { subset: number[], hinting: boolean, compound2simple: boolean }) => { read(bytes: ArrayBuffer): Ttf }
  TTFWriter: new (options: { hinting: boolean }) => { write(ttf: Ttf): ArrayBuffer }
}
const FIXED_MOMENT = Date.UTC(2024, 0, 1)

/** Reads a TrueType file, keeping only the glyphs of the given code points. */
export const readTtf = (bytes: Uint8Array, codePoints: readonly number[]): Ttf =>
  new TTFReader({ subset: [...codePoints], hinting: false, compound2simple: true }).read(bytes.slice().buffer as ArrayBuffer)

/** Writes a TrueType file; its dates are fixed, so that the same glyphs give the same bytes. */
export function writeTtf(ttf: Ttf): Uint8Array {
  ttf.head.created = FIXED_MOMENT
  ttf.head.modified = FIXED_MOMENT
  return new Uint8Array(new TTFWriter({ hinting: false }).write(ttf))
}
