import { solve } from '../base/solve'

/** A point of a picture in pixels, or of a sheet in mm. */
export interface Point {
  readonly x: number
  readonly y: number
}
/** A point seen on a scan and where on the sheet it really lies. */
export interface Pair {
  readonly seen: Point
  readonly real: Point
}

/** A projective map as nine numbers by rows, from the sheet (mm) to the picture (pixels). */
export type Projection = readonly [number, number, number, number, number, number, number, number, number]

/** Where a projection puts a point, in the units of the target. */
export const project = (m: Projection, p: Point): Point => {
  const w = m[6] * p.x + m[7] * p.y + m[8]
  return { x: (m[0] * p.x + m[1] * p.y + m[2]) / w, y: (m[3] * p.x + m[4] * p.y + m[5]) / w }
}

/**
 * The map from the sheet to a scan of it: from two pairs of points a turn, a scale and a shift; from four,
 * perspective too. Undefined where points coincide or three of four lie on a line.
 */
export function straighten(pairs: readonly Pair[]): Projection | undefined {
  const [a, b] = pairs
  if (!a || !b) return undefined
  if (pairs.length < 4) {
    const [dx, dy] = [b.real.x - a.real.x, b.real.y - a.real.y]
    const length = dx * dx + dy * dy
    const [ex, ey] = [b.seen.x - a.seen.x, b.seen.y - a.seen.y]
    if (length < 1e-6 || ex * ex + ey * ey < 1e-6) return undefined
    const [c, s] = [(ex * dx + ey * dy) / length, (ey * dx - ex * dy) / length]
    return [
      c,
      -s,
      a.seen.x - c * a.real.x + s * a.real.y,
      s,
      c,
      a.seen.y - s * a.real.x - c * a.real.y,
      0,
      0,
      1,
    ]
  }
  const rows = pairs.slice(0, 4).flatMap(({ seen, real }) => [
    [real.x, real.y, 1, 0, 0, 0, -seen.x * real.x, -seen.x * real.y, seen.x],
    [0, 0, 0, real.x, real.y, 1, -seen.y * real.x, -seen.y * real.y, seen.y],
  ])
  const m = solve(rows)
  return m ? [m[0]!, m[1]!, m[2]!, m[3]!, m[4]!, m[5]!, m[6]!, m[7]!, 1] : undefined
}
