import type { Mm } from '../paper/length'
import type { Spot } from './affine'
import { between, sidesOf, type Lying, type PaperInScan } from './paperInScan'
import type { ScanReading } from './reading'

/**
 * What one picture cannot tell: an edge of the paper may be covered by the lid, or another sheet may look out
 * behind it, by up to so many mm.
 */
const UNSEEN: Mm = 6
/**
 * Where the picture's scale is known the paper shows by its size that it is covered; what covers one edge and
 * looks out at the other still stays unseen.
 */
const UNSEEN_IN_SIZE: Mm = 0.3
/** A file that says another size of the paper than this, as a share, tells nothing: a photo says what it likes. */
const BELIEVED_SIZE = 0.05

/** By how much paper is larger or smaller than its sheet, in mm; undefined where the scale is not believed. */
export function sizeOffBy(
  found: ScanReading['found'],
  perMm: number | undefined,
  { w, h }: { w: Mm; h: Mm },
): Mm | undefined {
  if (!perMm) return undefined
  const [x, y] = [found.w / perMm - w, found.h / perMm - h]
  if (Math.abs(x) > BELIEVED_SIZE * w || Math.abs(y) > BELIEVED_SIZE * h) return undefined
  return Math.hypot(x, y)
}

/** How far off a corner may lie by one picture alone, in mm. */
const firstBound = (spread: Mm, sizeOff: Mm | undefined): Mm =>
  spread + (sizeOff === undefined ? UNSEEN : UNSEEN_IN_SIZE + sizeOff)

interface Around {
  readonly w: Mm
  readonly h: Mm
  readonly spread: Mm
  /** Pixels of the whole picture to the mm, where the file says it. */
  readonly perMm?: number | undefined
}
/**
 * How a sheet was found in a picture, in pixels of the whole of it, and what one picture can claim. `marks`
 * begin with the two upper ones.
 */
export function asFound(
  paper: PaperInScan,
  way: Lying,
  marks: readonly Spot[],
  { w, h, spread, perMm }: Around,
): Omit<ScanReading, 'deviation' | 'marks'> {
  const corners = paper.corners.map(c => ({ x: c.x * paper.shrink, y: c.y * paper.shrink }))
  const { level, steep } = sidesOf(corners)
  const [across, down] = way.turns % 2 ? [steep, level] : [level, steep]
  const found = { w: across, h: down, span: between(marks[0], marks[1]) }
  const sizeOff = sizeOffBy(found, perMm, { w, h })
  return {
    ...{ corners, found, spread, turns: way.turns },
    uncertainty: firstBound(spread, sizeOff),
    ...(sizeOff !== undefined && { sizeOff }),
  }
}
