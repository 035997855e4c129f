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
  readonly band?: Band
}
interface Band {
  readonly top: Mm
  readonly foot: Mm
  readonly baseline: Mm
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
/** The columns of a row that are the line's own, from one up to another, in pixels: none where both are the same. */
function ownColumns(row: number, mm: number, w: number, { from, to }: Meant): readonly [number, number] {
  // Within the line's ends, its feet must lie between these two heights, in mm.
  const y = (row + 0.5) * mm
  const [above, below] = [y - ROOM, y + HIGH + ROOM]
  const climb = (to.y - from.y) / Math.max(1, to.x - from.x)
  let [left, right] = [from.x - ROOM, to.x + ROOM]
  if (climb === 0) {
    if (from.y <= above || from.y >= below) return [w, w]
  } else {
    const ends = [above, below].map(foot => from.x + (foot - from.y) / climb).sort((a, b) => a - b)
    left = Math.max(left, ends[0]!)
    right = Math.min(right, ends[1]!)
  }
  // A pixel is where its middle is.
  const first = Math.min(w, Math.max(0, Math.floor(left / mm - 0.5) + 1))
  return [first, Math.max(first, Math.min(w, Math.ceil(right / mm - 0.5)))]
}
/** Four pixels of white paper. */
const WHITE = 0xffffffff
/** The first place of the clear band, in mm of the picture, where there is ink that is not of the line. */
function inkBeside(image: GreyImage, mm: Mm, meant: Meant, band: Band): Point | undefined {
  const { w } = image
  const data = image.data.byteOffset % 4 ? image.data.slice() : image.data
  const fours = new Uint32Array(data.buffer, data.byteOffset, Math.floor(data.length / 4))
  let dark = 0
  for (let row = Math.ceil(band.top / mm); row < Math.floor(band.foot / mm); row++) {
    const own = ownColumns(row, mm, w, meant)
    for (const [from, to] of [
      [0, own[0]],
      [own[1], w],
    ] as const)
      for (let at = row * w + from, end = row * w + to; at < end; at++) {
        // Nearly all is paper: four pixels at a time are passed over.
        if (at % 4 === 0) while (at + 4 <= end && fours[at / 4] === WHITE) at += 4
        if (at < end && data[at]! < DARK && ++dark > SPECK)
          return { x: (at - row * w + 0.5) * mm, y: (row + 0.5) * mm }
      }
  }
  return undefined
}
