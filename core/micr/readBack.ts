import type { Refusal } from '../base/result'
import { MM_PER_INCH, type Mm } from '../paper/length'
import type { GreyImage } from './darkness'
import { readMicr, type Point } from './reader'
import type { MicrShapes } from './shapes'
import { AMOUNT, DASH, ON_US, TRANSIT } from './symbols'

/**
 * What a page was meant to carry: the line, and its feet from the left edge of its first character to the
 * right edge of its last, in mm from the upper left of the picture.
 */
export interface Meant {
  readonly text: string
  readonly from: Point
  readonly to: Point
  readonly shapes: MicrShapes
  /** The clear band in the picture, in mm, and where the standard puts the line's foot; the whole of it is judged. */
  readonly band?: { readonly top: Mm; readonly foot: Mm; readonly baseline: Mm }
}

/**
 * Tolerances of the MICR line's place (ANSI X9.100-160): 1/16 in across, and half of 1/16 in each way up and
 * down.
 */
const ACROSS: Mm = 1.5875
const UP_DOWN: Mm = 0.79

/** A line as people write it: T transit, A amount, O on-us, D dash. */
const spelled = (line: string): string =>
  [...line].map(c => ({ [TRANSIT]: 'T', [AMOUNT]: 'A', [ON_US]: 'O', [DASH]: 'D' })[c] ?? c).join('')

/**
 * Reads a MICR line back from a picture of the finished page and compares it, character and place, with what
 * was meant; undefined where they agree.
 */
export function readBack(image: GreyImage, dpi: number, meant: Meant): Refusal | undefined {
  const mm = MM_PER_INCH / dpi
  const pixel = ({ x, y }: Point): Point => ({ x: x / mm, y: y / mm })
  const read = readMicr(image, dpi, meant.shapes, {
    from: pixel(meant.from),
    to: pixel(meant.to),
    positions: meant.text.length,
  })
  if (!read.ok)
    return {
      code: 'read-back-unsure',
      text: `The MICR line on the finished page could not be read back. Expected ${spelled(meant.text)}, read ${spelled(String(read.refusal.value ?? 'nothing'))}`,
      field: 'micr',
      value: String(read.refusal.value ?? ''),
    }
  if (read.value.text !== meant.text)
    return {
      code: 'read-back-differs',
      text: `The MICR line on the finished page is wrong. Expected ${spelled(meant.text)}, read ${spelled(read.value.text)}`,
      field: 'micr',
      value: read.value.text,
    }
  const baseline = meant.band?.baseline ?? meant.to.y
  const [dx, dy] = [read.value.right * mm - meant.to.x, read.value.foot * mm - baseline]
  if (Math.abs(dx) > ACROSS || Math.abs(dy) > UP_DOWN)
    return {
      code: 'read-back-place',
      text: `The MICR line on the finished page is ${Math.abs(dx).toFixed(1)} mm sideways and ${Math.abs(dy).toFixed(1)} mm up or down from its position`,
      field: 'micr',
    }
  const beside = meant.band && inkBeside(image, mm, meant, meant.band)
  return beside
    ? {
        code: 'read-back-band',
        text: `Something else is printed in the clear band, ${beside.x.toFixed(1)} mm from the left edge of the check. It may confuse the bank’s reader`,
        field: 'micr',
        value: beside.x,
      }
    : undefined
}

/** Around the line's own characters so much room is theirs, in mm. */
const ROOM: Mm = 1
/** Height of a character, 0.117 in (ANSI X9.100-160). */
const HIGH: Mm = 2.972
/** Ink is darker than this; a background pattern is lighter. */
const DARK = 120
/** More dark pixels than this are no speck of dust. */
const SPECK = 4
/** The first place of the clear band, in mm of the picture, where there is ink that is not of the line. */
function inkBeside(
  { w, data }: GreyImage,
  mm: Mm,
  { from, to }: Meant,
  { top, foot }: NonNullable<Meant['band']>,
): Point | undefined {
  const isLines = (x: Mm, y: Mm): boolean => {
    const t = (x - from.x) / Math.max(1, to.x - from.x)
    const base = from.y + (to.y - from.y) * t
    return x > from.x - ROOM && x < to.x + ROOM && y > base - HIGH - ROOM && y < base + ROOM
  }
  let dark = 0
  for (let row = Math.ceil(top / mm); row < Math.floor(foot / mm); row++)
    for (let column = 0; column < w; column++) {
      if (data[row * w + column]! >= DARK) continue
      const at = { x: (column + 0.5) * mm, y: (row + 0.5) * mm }
      if (!isLines(at.x, at.y) && ++dark > SPECK) return at
    }
  return undefined
}
