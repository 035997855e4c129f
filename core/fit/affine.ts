import type { Mm } from '../paper/length'

/** A flat map of a sheet, lengths in mm, y down: x' = a x + c y + e, y' = b x + d y + f. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: Mm, f: Mm]
/** A place on the sheet, in mm from its left and upper edge. */
export interface Spot {
  readonly x: Mm
  readonly y: Mm
}

/** The map that leaves every place where it is. */
export const noChange: Affine = [1, 0, 0, 1, 0, 0]
/** Where a map puts a spot, in millimetres of the sheet. */
export const applyAffine = ([a, b, c, d, e, f]: Affine, { x, y }: Spot): Spot => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
})

/** The map that undoes another. Throws on one that flattens the sheet, which no printer does. */
export function invert([a, b, c, d, e, f]: Affine): Affine {
  const det = a * d - b * c
  if (Math.abs(det) < 1e-9) throw new RangeError('a map without area cannot be undone')
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det]
}

/** First `inner`, then `outer`. */
export const compose = ([a, b, c, d, e, f]: Affine, [A, B, C, D, E, F]: Affine): Affine => [
  a * A + c * B,
  b * A + d * B,
  a * C + c * D,
  b * C + d * D,
  a * E + c * F + e,
  b * E + d * F + f,
]
