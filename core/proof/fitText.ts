import { MM_PER_POINT, type Mm } from '../paper/length'
import type { TypeOf } from '../paper/layout'
import { widthOf } from '../faces/face'

/** Distance of baselines, as a multiple of the size. */
export const LEADING = 1.22
/** A box may be lower than its letters' full height by so much: descenders seldom reach it. In mm. */
const TALL_GRACE = 0.25
/** Half a point: the step by which a text shrinks. */
const SHRINK = 0.5

/**
 * Text as it was made to fit: its lines, the size that they are set in, in points, and whether all of it
 * fits.
 */
export interface FittedText {
  readonly lines: readonly string[]
  readonly size: number
  readonly fits: boolean
}

/** The width of a text in millimetres, at a size in points. */
export const textWidth = (text: string, type: Pick<TypeOf, 'face'>, size: number): Mm =>
  widthOf(type.face, text, size) * MM_PER_POINT
/** How many lines of a size stand in a height: one wherever its letters are not taller than the box. */
const linesIn = (h: Mm, size: number): number =>
  Math.max(
    h + TALL_GRACE >= size * MM_PER_POINT ? 1 : 0,
    Math.floor(h / (size * MM_PER_POINT * LEADING) + 0.05),
  )

/**
 * Breaks a text at its spaces into lines no wider than `w`; a word that alone is wider keeps its own line.
 */
export function wrap(text: string, w: Mm, type: Pick<TypeOf, 'face'>, size: number): string[] {
  const lines: string[] = []
  for (const word of text.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && textWidth(`${last} ${word}`, type, size) <= w)
      lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  return lines
}

/**
 * Fits a text of one or more given lines into a box: at its size; else smaller by half points down to the
 * least size; else, for a single line, wrapped at the least size. What still does not fit is returned whole
 * with `fits: false`, never cut.
 */
export function fitText(given: readonly string[], w: Mm, h: Mm, type: TypeOf): FittedText {
  for (let size = type.size; ; size = Math.max(type.least, size - SHRINK)) {
    if (given.length <= linesIn(h, size) && given.every(line => textWidth(line, type, size) <= w))
      return { lines: given, size, fits: true }
    if (size <= type.least) break
  }
  if (given.length === 1) {
    const lines = wrap(given[0] ?? '', w, type, type.least)
    if (lines.length <= linesIn(h, type.least) && lines.every(line => textWidth(line, type, type.least) <= w))
      return { lines, size: type.least, fits: true }
  }
  return { lines: given, size: type.least, fits: false }
}
