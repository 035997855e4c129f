import { COLS, ROWS } from './grid'

/**
 * Whether what was read explains all the ink: every cell of every position, with the gaps between and a
 * margin around, is held against the drawing of the character read there. A hole, a streak, a stroke cut
 * off at the picture's edge leaves a patch that no character explains.
 */

/**
 * Rows and columns looked at beyond the nine by seven cells of a character: the gap to its left, and a cell
 * above, below and at the right.
 */
const MARGIN = 1
const GAP = 2
const H = ROWS + 2 * MARGIN
const W = COLS + GAP + MARGIN
/**
 * Patches of cells, rows by columns, whose mean must be explained: squares find specks and holes, upright
 * ones a stroke that stands elsewhere.
 */
const PATCHES = [
  [2, 2],
  [4, 1],
  [1, 4],
] as const
/**
 * Found by trial on made-up lines: of 500 whole and noisy ones the worst lies at 0.23, 99 of 100 below 0.22;
 * damage that reads as another character lies above.
 */
export const MOST_UNEXPLAINED = 0.26

/** A picture of a line as shares of darkness, from 0 (paper) to 1 (ink), row by row. */
export interface Darkness {
  readonly w: number
  readonly h: number
  readonly data: Float32Array
}

/** Points that are looked at in a cell, along each side of it. */
const POINTS = 2

/**
 * Mean darkness of every cell around a position, from four points in each, between the pixels: a row of points
 * is taken from the two rows of pixels around it, then each point from the two pixels around it. 0 outside the
 * picture.
 */
function cellsSeen(
  strip: Darkness,
  right: number,
  foot: number,
  cell: number,
  line: Float32Array,
): Float32Array {
  const cells = new Float32Array(H * W)
  const step = cell / POINTS
  // The points stand evenly in each cell: half a step from its edges.
  const left = right - (COLS + GAP) * cell + step / 2 - 0.5
  const top = foot - (ROWS + MARGIN) * cell + step / 2 - 0.5
  const [from, across] = [Math.floor(left), Math.ceil(W * cell) + 3]
  for (let r = 0; r < H * POINTS; r++) {
    if (!rowOfPoints(strip, top + r * step, from, across, line)) continue
    const row = Math.floor(r / POINTS) * W
    for (let c = 0; c < W * POINTS; c++) {
      const x = left + c * step - from
      const x0 = Math.floor(x)
      const a = x - x0
      cells[row + Math.floor(c / POINTS)]! += line[x0]! * (1 - a) + line[x0 + 1]! * a
    }
  }
  for (let i = 0; i < cells.length; i++) cells[i]! /= POINTS * POINTS
  return cells
}

/** Darkness at a height between two rows, of so many pixels from a column on; false outside the picture. */
function rowOfPoints(
  { w, h, data }: Darkness,
  y: number,
  from: number,
  count: number,
  into: Float32Array,
): boolean {
  const y0 = Math.floor(y)
  if (y0 < 0 || y0 + 1 >= h) return false
  const below = y - y0
  const start = y0 * w
  for (let i = 0, x = from; i < count; i++, x++)
    into[i] = x < 0 || x >= w ? 0 : data[start + x]! * (1 - below) + data[start + w + x]! * below
  return true
}

/**
 * A drawing of 9 by 7 cells as it looks in a picture: with its margins, its strokes grown (or thinned) by
 * `grow` of a cell on each side, and softened by `soft`, the share of a cell's ink that spreads to each
 * neighbour.
 */
function expected(coverage: Float32Array, grow: number, soft: number): Float32Array {
  const sharp = new Float32Array(H * W)
  for (let r = 0; r < ROWS; r++)
    for (let c = 0; c < COLS; c++) sharp[(r + MARGIN) * W + c + GAP] = coverage[r * COLS + c]!
  const at = (from: Float32Array, r: number, c: number): number =>
    r < 0 || c < 0 || r >= H || c >= W ? 0 : from[r * W + c]!
  const weighed = sharp.map((v, i) => {
    const [r, c] = [Math.floor(i / W), i % W]
    const beside = [at(sharp, r - 1, c), at(sharp, r + 1, c), at(sharp, r, c - 1), at(sharp, r, c + 1)]
    const change = beside.reduce((sum, n) => sum + (grow > 0 ? (1 - v) * n : v * (1 - n)) * grow, 0)
    return Math.min(1, Math.max(0, v + change))
  })
  const across = weighed.map(
    (v, i) =>
      v * (1 - 2 * soft) +
      soft * (at(weighed, Math.floor(i / W), (i % W) - 1) + at(weighed, Math.floor(i / W), (i % W) + 1)),
  )
  return across.map(
    (v, i) =>
      v * (1 - 2 * soft) +
      soft * (at(across, Math.floor(i / W) - 1, i % W) + at(across, Math.floor(i / W) + 1, i % W)),
  )
}

const knownLooks = new WeakMap<Float32Array, Map<string, Float32Array>>()
const blankLooks = new Float32Array(H * W)
/** The same, worked out once for each drawing and way of printing; a blank is white however it is printed. */
function looksOf(coverage: Float32Array | undefined, grow: number, soft: number): Float32Array {
  if (!coverage) return blankLooks
  const known = knownLooks.get(coverage) ?? new Map<string, Float32Array>()
  knownLooks.set(coverage, known)
  const way = `${grow} ${soft}`
  const looks = known.get(way) ?? expected(coverage, grow, soft)
  // Every pitch has a softness of its own: a scan's are not worth keeping for ever.
  if (known.size >= MOST_LOOKS) known.clear()
  known.set(way, looks)
  return looks
}

/**
 * A position as it was read: its right edge and foot in pixels of the strip, and how much of each cell its
 * character inks; no coverage for a blank.
 */
export interface ReadPlace {
  readonly right: number
  readonly foot: number
  readonly coverage: Float32Array | undefined
}

/**
 * Weights of strokes that are tried, as shares of a cell on each side: toner lies heavier or lighter, alike
 * along the line. As drawn comes first.
 */
const WEIGHTS = [0, -0.2, -0.13, -0.06, 0.06, 0.13, 0.2]
/** Below this the line is explained as drawn, and no other weight need be tried. */
const WELL_EXPLAINED = 0.15

/** Ways of printing that are remembered of one drawing. */
const MOST_LOOKS = 50

/** The largest mean of any patch of differences. */
function worstPatch(off: Float32Array): number {
  let worst = 0
  for (const [high, wide] of PATCHES)
    for (let r = 0; r + high <= H; r++)
      for (let c = 0; c + wide <= W; c++) {
        let sum = 0
        for (let i = 0; i < high; i++) for (let k = 0; k < wide; k++) sum += off[(r + i) * W + c + k]!
        worst = Math.max(worst, Math.abs(sum) / (high * wide))
      }
  return worst
}

/**
 * The largest mean difference between ink and drawing over any patch of the positions, at the weight of
 * strokes that explains the line best: near 0 where all is explained, towards 1 where a patch is not.
 * `blur` is over how many pixels the picture's ink is spread.
 */
export function unexplained(
  strip: Darkness,
  places: readonly ReadPlace[],
  cell: number,
  blur: number,
): number {
  const soft = Math.min(0.25, blur / (8 * cell))
  const line = new Float32Array(Math.ceil(W * cell) + 4)
  const seen = places.map(({ right, foot }) => cellsSeen(strip, right, foot, cell, line))
  let best: { squares: number; offs: Float32Array[] } | undefined
  for (const grow of WEIGHTS) {
    const offs = places.map(({ coverage }, i) => {
      const meant = looksOf(coverage, grow, soft)
      return seen[i]!.map((v, k) => v - meant[k]!)
    })
    if (grow === 0) {
      const worst = Math.max(0, ...offs.map(worstPatch))
      if (worst < WELL_EXPLAINED) return worst
    }
    const squares = offs.reduce((sum, off) => sum + off.reduce((s, v) => s + v * v, 0), 0)
    if (!best || squares < best.squares) best = { squares, offs }
  }
  return Math.max(0, ...(best?.offs ?? []).map(worstPatch))
}
