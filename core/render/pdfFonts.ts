import { PDFArray, PDFName, PDFNumber, type PDFContext, type PDFRef } from '@cantoo/pdf-lib'
import { UNITS_PER_CELL, UNITS_PER_PITCH } from '../micr/outlines'
import type { MicrShapes } from '../micr/shapes'
import { micrCharacters } from '../micr/symbols'
import { faceOf } from '../faces/face'
import type { FaceName } from '../faces/faceNames'
import { readTtf, writeTtf, type TtfGlyph } from './ttf'

/** Bytes of the shipped faces (`core/faces/ttf/*.ttf`); whoever calls the core reads them. */
export type FaceBytes = Readonly<Record<FaceName, Uint8Array>>

const FIRST_OWN = 0x80
const SLICE = 128
/**
 * The one-byte codes of one face in one document: ASCII keeps its own code, any other character gets the
 * next free code from 0x80. More than 128 such characters open a further slice of the face, a font of its
 * own in the file.
 */
export class FaceCodes {
  private readonly codes = new Map<string, { slice: number; code: number }>()
  private others = 0
  /** Resource name of the first slice, which holds all of ASCII. */
  readonly plainName: string
  private readonly plain = new Uint8Array(FIRST_OWN)
  /** `open` opens a slice and tells its resource name. */
  constructor(
    readonly name: FaceName,
    private readonly open: (slice: number) => string,
  ) {
    this.plainName = this.open(0)
  }

  /** Whether a text is all ASCII; its characters are then taken down as used. */
  takePlain(text: string): boolean {
    for (let i = 0; i < text.length; i++) {
      const code = text.charCodeAt(i)
      if (code < 0x20 || code > 0x7e) return false
      this.plain[code] = 1
    }
    return true
  }

  of(char: string): { slice: number; code: number } {
    if (this.takePlain(char)) return { slice: 0, code: char.charCodeAt(0) }
    let at = this.codes.get(char)
    if (!at) {
      at = { slice: Math.floor(this.others / SLICE), code: FIRST_OWN + (this.others % SLICE) }
      if (this.others++ % SLICE === 0 && at.slice > 0) this.open(at.slice)
      this.codes.set(char, at)
    }
    return at
  }

  /** The characters of a slice with their codes. */
  in(slice: number): [string, number][] {
    const own = [...this.codes]
      .filter(([, at]) => at.slice === slice)
      .map(([char, at]): [string, number] => [char, at.code])
    const plain =
      slice === 0
        ? [...this.plain].flatMap((used, code): [string, number][] =>
            used ? [[String.fromCharCode(code), code]] : [],
          )
        : []
    return [...plain, ...own].sort((a, b) => a[1] - b[1])
  }
}

/** A face cut down to the given characters, each mapped from its one-byte code. */
function cutFace(bytes: Uint8Array, chars: readonly [string, number][]): Uint8Array {
  const codeOf = new Map(chars.map(([char, code]) => [char.codePointAt(0), code]))
  const ttf = readTtf(
    bytes,
    chars.map(([char]) => char.codePointAt(0) ?? 0),
  )
  for (const glyph of ttf.glyf) {
    glyph.unicode = (glyph.unicode ?? []).flatMap(u => codeOf.get(u) ?? [])
    glyph.name = ''
  }
  ttf.glyf = ttf.glyf.filter((g, i) => i === 0 || g.unicode?.length)
  return writeTtf(ttf)
}

/** Codes of the MICR characters in their font: digits as in ASCII, the four symbols A to D. */
export const micrCode = (char: string): number => {
  const at = micrCharacters.indexOf(char as never)
  return at < 0 ? 0x20 : at < 10 ? 0x30 + at : 0x41 + at - 10
}

/**
 * A MICR font made of outlines, ours or a bank's: 1000 units to the em and to the pitch, so that at 9 pt a
 * character takes 0.125 in.
 */
export function micrTtf(anyFace: Uint8Array, shapes: MicrShapes): Uint8Array {
  const empty = readTtf(anyFace, [0x20])
  Object.assign(empty.name, {
    fontFamily: 'Violet Lane MICR',
    fullName: 'Violet Lane MICR',
    postScriptName: 'VioletLaneMICR',
    uniqueSubFamily: 'Violet Lane MICR',
    copyright: '',
    trademark: '',
    licence: '',
  })
  const glyphs = micrCharacters.map((char): TtfGlyph => {
    const contours = shapes.contours[char].map(c => c.map(p => ({ x: p.x, y: p.y, onCurve: p.on })))
    const xs = contours.flat().map(p => p.x)
    const ys = contours.flat().map(p => p.y)
    return {
      contours,
      name: `c${micrCode(char)}`,
      unicode: [micrCode(char)],
      advanceWidth: UNITS_PER_PITCH,
      xMin: Math.min(...xs),
      xMax: Math.max(...xs),
      yMin: Math.min(...ys),
      yMax: Math.max(...ys),
      leftSideBearing: Math.min(...xs),
    }
  })
  const space: TtfGlyph = {
    contours: [],
    name: 'space',
    unicode: [0x20],
    advanceWidth: UNITS_PER_PITCH,
    leftSideBearing: 0,
    xMin: 0,
    xMax: 0,
    yMin: 0,
    yMax: 0,
  }
  const none = { ...space, name: '.notdef', unicode: [] }
  Object.assign(empty, { glyf: [none, space, ...glyphs] })
  Object.assign(empty.head, {
    unitsPerEm: UNITS_PER_PITCH,
    xMin: 0,
    yMin: 0,
    xMax: UNITS_PER_PITCH,
    yMax: 9 * UNITS_PER_CELL,
  })
  Object.assign(empty.hhea, { ascent: 9 * UNITS_PER_CELL, descent: 0, lineGap: 0 })
  return writeTtf(empty)
}

const hex = (n: number): string => n.toString(16).toUpperCase().padStart(4, '0')
function toUnicode(chars: readonly [string, number][]): string {
  const rows = chars.map(([char, code]) => `<${hex(code).slice(2)}> <${hex(char.codePointAt(0) ?? 0)}>`)
  const blocks: string[] = []
  for (let i = 0; i < rows.length; i += 100)
    blocks.push(
      `${Math.min(100, rows.length - i)} beginbfchar\n${rows.slice(i, i + 100).join('\n')}\nendbfchar`,
    )
  return `/CIDInit /ProcSet findresource begin\n12 dict begin\nbegincmap\n/CIDSystemInfo << /Registry (Adobe) /Ordering (UCS) /Supplement 0 >> def\n/CMapName /VL-UCS def\n/CMapType 2 def\n1 begincodespacerange\n<00> <FF>\nendcodespacerange\n${blocks.join('\n')}\nendcmap\nCMapName currentdict /CMap defineresource pop\nend\nend`
}

interface FontParts {
  readonly name: string
  readonly file: Uint8Array
  readonly chars: readonly [string, number][]
  readonly widthOf: (char: string) => number
  readonly box: readonly number[]
  readonly ascent: number
  readonly descent: number
  readonly capHeight: number
}

/** A simple, symbolic TrueType font: one byte a character, its own text kept by ToUnicode. */
function embed(context: PDFContext, ref: PDFRef, font: FontParts): void {
  const codes = font.chars.map(([, code]) => code)
  const first = Math.min(...codes)
  const last = Math.max(...codes)
  const widths = PDFArray.withContext(context)
  const byCode = new Map(font.chars.map(([char, code]) => [code, font.widthOf(char)]))
  for (let code = first; code <= last; code++) widths.push(PDFNumber.of(byCode.get(code) ?? 0))
  const name = PDFName.of(font.name)
  const descriptor = context.register(
    context.obj({
      Type: 'FontDescriptor',
      FontName: name,
      Flags: 4,
      FontBBox: [...font.box],
      ItalicAngle: 0,
      Ascent: font.ascent,
      Descent: font.descent,
      CapHeight: font.capHeight,
      StemV: 80,
      FontFile2: context.register(context.flateStream(font.file, { Length1: font.file.length })),
    }),
  )
  context.assign(
    ref,
    context.obj({
      Type: 'Font',
      Subtype: 'TrueType',
      BaseFont: name,
      FirstChar: first,
      LastChar: last,
      Widths: widths,
      FontDescriptor: descriptor,
      ToUnicode: context.register(context.flateStream(toUnicode(font.chars))),
    }),
  )
}

const postScriptNames: Record<FaceName, string> = {
  sans: 'IBMPlexSans',
  'sans-bold': 'IBMPlexSans-SemiBold',
  serif: 'IBMPlexSerif',
  'serif-bold': 'IBMPlexSerif-SemiBold',
}

/** Embeds what a document used of a face: one font a slice, with only the characters that occur. */
export function embedFace(
  context: PDFContext,
  ref: PDFRef,
  codes: FaceCodes,
  slice: number,
  bytes: Uint8Array,
): void {
  const face = faceOf(codes.name)
  const chars = codes.in(slice)
  if (!chars.length) chars.push([' ', 0x20])
  embed(context, ref, {
    name: `VLAN${String.fromCharCode(65 + slice)}E+${postScriptNames[codes.name]}`,
    file: cutFace(bytes, chars),
    chars,
    widthOf: char => ((face.widths[char] ?? 0) * 1000) / face.unitsPerEm,
    box: face.box,
    ascent: face.ascent,
    descent: face.descent,
    capHeight: face.capHeight,
  })
}

/** Embeds the MICR font of the given shapes; `index` tells several of one document apart. */
export function embedMicr(
  context: PDFContext,
  ref: PDFRef,
  anyFace: Uint8Array,
  shapes: MicrShapes,
  index: number,
): void {
  const chars: [string, number][] = [
    [' ', 0x20],
    ...micrCharacters.map((c): [string, number] => [c, micrCode(c)]),
  ]
  embed(context, ref, {
    name: `VLANE${String.fromCharCode(77 + index)}+VioletLaneMICR`,
    file: micrTtf(anyFace, shapes),
    chars,
    widthOf: () => UNITS_PER_PITCH,
    box: [0, 0, UNITS_PER_PITCH, 9 * UNITS_PER_CELL],
    ascent: 9 * UNITS_PER_CELL,
    descent: 0,
    capHeight: 9 * UNITS_PER_CELL,
  })
}
