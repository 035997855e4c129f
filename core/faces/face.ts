import { faceNames, type FaceName } from './faceNames'
import measures from './measures.json'

/** A typeface as a layout is set in it: its measures in units of its own, and the outline of each letter. */
export interface Face {
  readonly unitsPerEm: number
  readonly ascent: number
  readonly descent: number
  readonly capHeight: number
  readonly box: readonly number[]
  readonly widths: Readonly<Record<string, number>>
}

const all = measures as Record<FaceName, Face>
/** A shipped face by its name, with its widths and outlines. */
export const faceOf = (name: FaceName): Face => all[name]

/**
 * Advance of every character below this code, by code; -1 where there is none. The faces hold nothing above,
 * and all of them the same.
 */
const CODES = 0x2300
const advances = Object.fromEntries(
  faceNames.map(name => {
    const table = new Int16Array(CODES).fill(-1)
    for (const [char, width] of Object.entries(all[name].widths)) table[char.charCodeAt(0)] = width
    return [name, table]
  }),
) as unknown as Record<FaceName, Int16Array>

/**
 * Width of a text set in points, in points. Characters that the face lacks count as nothing: `lacking` tells
 * which.
 */
export function widthOf(name: FaceName, text: string, size: number): number {
  const table = advances[name]
  let units = 0
  for (let i = 0; i < text.length; i++) {
    const advance = table[text.charCodeAt(i)]
    if (advance !== undefined && advance > 0) units += advance
  }
  return (units * size) / all[name].unitsPerEm
}

/** A text as it is set: composed letters, and soft hyphens gone, since nothing is broken at them. */
export const asSet = (text: string): string =>
  /^[\u0020-\u007e]*$/.test(text) ? text : text.normalize('NFC').replaceAll('\u00ad', '')
/**
 * What is said of a letter that cannot be printed: the letter itself, and no face, since every face holds the
 * same.
 */
export const missingLetter = (letter: string): string =>
  `“${letter}” (U+${(letter.codePointAt(0) ?? 0).toString(16).toUpperCase().padStart(4, '0')}) cannot be printed. Use other letters`

/** The first character of a text that no face can print, if any. */
export const unprintable = (text: string): string | undefined => lacking('sans', text)

/** The first character of a text that the face cannot print, if any. */
export function lacking(name: FaceName, text: string): string | undefined {
  const table = advances[name]
  for (let i = 0; i < text.length; i++)
    if ((table[text.charCodeAt(i)] ?? -1) < 0) return String.fromCodePoint(text.codePointAt(i) ?? 0)
  return undefined
}
