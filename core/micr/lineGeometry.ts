import type { GreyImage } from './darkness'
import { CELLS, PITCH_IN, ROWS } from './grid'

/**
 * Degrees by which lines of ink climb: the angle at which the rows gather the most ink in the fewest rows.
 */
export function tiltOf(xs: Int32Array, ys: Int32Array, h: number, w: number): number {
  const sharpness = (degrees: number, every: number): number => {
    const slope = Math.tan((degrees * Math.PI) / 180)
    const shift = Math.ceil(Math.abs(slope) * w) + 1
    const rows = new Float32Array(h + 2 * shift + 2)
    for (let i = 0; i < xs.length; i += every) rows[Math.round(ys[i]! + slope * xs[i]! + shift)]!++
    let s = 0
    // Steps between neighbouring rows, squared: sharp where the feet and heads of the characters fall on one
    // row.
    for (let i = 1; i < rows.length; i++) s += (rows[i]! - rows[i - 1]!) ** 2
    return s
  }
  let best = 0
  // A third of the points shows about where it is.
  for (const [reach, step, every] of [
    [3, 0.25, 3],
    [0.3, 0.05, 3],
    [0.06, 0.02, 1],
  ] as const) {
    const middle = best
    let most = -1
    for (let d = middle - reach; d <= middle + reach + 1e-9; d += step) {
      const s = sharpness(d, every)
      if (s > most) {
        most = s
        best = d
      }
    }
  }
  return best
}

/**
 * The line laid level: darkness in rows from above its head to below its foot, one column a pixel along the
 * line.
 */
export interface Strip {
  readonly w: number
  readonly h: number
  readonly data: Float32Array
  readonly margin: number
  readonly cell: number
}

/** A line that climbs by less than this over its whole length lies level, in pixels. */
const LEVEL = 0.02

/** Lays what is dark at a height between two rows of an image into a row of another. */
function betweenRows(
  dark: Float32Array,
  { w, h }: GreyImage,
  y: number,
  into: Float32Array,
  at: number,
): void {
  const y0 = Math.floor(y)
  if (y0 < 0 || y0 + 1 >= h) return
  const below = y - y0
  const above = 1 - below
  for (let u = 0, i = y0 * w; u < w; u++, i++) into[at + u] = dark[i]! * above + dark[i + w]! * below
}

/** The strip of a picture that holds the MICR line, turned so that the line is level. */
export function levelStrip(
  dark: Float32Array,
  image: GreyImage,
  tilt: number,
  foot: number,
  cell: number,
): Strip {
  const { w, h } = image
  const margin = Math.ceil(cell * 1.4)
  const high = Math.ceil(cell * ROWS) + 2 * margin
  const slope = Math.tan((tilt * Math.PI) / 180)
  const data = new Float32Array(w * high)
  const isLevel = Math.abs(slope) * w < LEVEL
  for (let v = 0; v < high; v++) {
    let y = foot - (high - margin) + v
    if (isLevel) {
      betweenRows(dark, image, y - (slope * w) / 2, data, v * w)
      continue
    }
    for (let u = 0, i = v * w; u < w; u++, i++, y -= slope) {
      const y0 = Math.floor(y)
      if (y0 < 0 || y0 + 1 >= h) continue
      const above = y0 * w + u
      data[i] = dark[above]! * (y0 + 1 - y) + dark[above + w]! * (y - y0)
    }
  }
  return { w, h: high, data, margin, cell }
}

/**
 * Pitch and the right edge of some position: where the narrow white between positions is whitest and the
 * right strokes are darkest.
 */
export function pitchOf(
  strip: Strip,
  dpi: number,
  from: number,
  to: number,
): { pitch: number; right: number } {
  const sums = new Float64Array(strip.w + 1)
  for (let u = 0; u < strip.w; u++) {
    let s = 0
    for (let v = strip.margin; v < strip.h - strip.margin; v++) s += strip.data[v * strip.w + u]!
    sums[u + 1] = sums[u]! + s
  }
  const upTo = (x: number): number => {
    const c = Math.min(strip.w, Math.max(0, x))
    const i = Math.min(strip.w - 1, Math.floor(c))
    return sums[i]! + (sums[i + 1]! - sums[i]!) * (c - i)
  }
  const score = (pitch: number, right: number): number => {
    const cell = pitch / CELLS
    let s = 0
    for (let r = right + Math.ceil((from - right) / pitch) * pitch; r < to + pitch; r += pitch)
      s += upTo(r) - upTo(r - cell) - 1.6 * (upTo(r + 2.1 * cell) - upTo(r + 0.25 * cell))
    return s
  }
  let best = { pitch: dpi * PITCH_IN, right: from }
  let most = -Infinity
  const tryOut = (pitch: number, right: number): void => {
    const s = score(pitch, right)
    if (s > most) {
      most = s
      best = { pitch, right }
    }
  }
  const nominal = dpi * PITCH_IN
  for (let f = 0.962; f <= 1.0381; f += 0.002)
    for (let o = 0; o < nominal * f; o += 1) tryOut(nominal * f, from + o)
  const coarse = best
  for (let f = -0.002; f <= 0.00201; f += 0.0004)
    for (let o = -1.5; o <= 1.5; o += 0.25) {
      // The right edge is held in the middle of the line, so that another pitch does not throw off its ends.
      const k = Math.round(((from + to) / 2 - coarse.right) / coarse.pitch)
      const middle = coarse.right + k * coarse.pitch + o
      const pitch = coarse.pitch * (1 + f)
      tryOut(pitch, middle - k * pitch)
    }
  return best
}
