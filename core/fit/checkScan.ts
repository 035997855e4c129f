import { good, refuse, type Result } from '../base/result'
import { PITCH, CHARACTER_HEIGHT } from '../micr/place'
import type { GreyImage } from '../micr/darkness'
import { MM_PER_INCH, MM_PER_POINT, type Box, type Mm } from '../paper/length'
import { marksOf, type Drawing } from '../proof/marks'
import { project } from '../paper/straighten'
import { textWidth } from '../proof/fitText'
import { applyAffine, compose, type Spot } from './affine'
import { deviationMap, worstCorner, type Deviation } from './fit'
import { asFound } from './firstReading'
import { darknessAt, paperInScan, shrunk, type Lying, type PaperInScan } from './paperInScan'
import type { ScanReading } from './reading'
import { deviationBetween, sureness } from './scan'

/** Dots to the inch at which print and scan are compared. */
export const COMPARE_DPI = 150
const PER = COMPARE_DPI / MM_PER_INCH
/** How far a printed part may lie from where it was meant. */
const REACH: Mm = 9
/** Likeness (correlation) from which a part counts as found. */
const LIKE = 0.6
const FEWEST = 4
/** How much coarser the first look is. */
const COARSE = 3
const MOST_PARTS = 24
/** Parts that miss the common shift, stretch and turn by more than this are left out, in mm. */
const MISS: Mm = 0.4

/**
 * The printed parts of a sheet by which it is found again: every text long enough to be told from others, and
 * the MICR line in four pieces.
 */
export function partsOf(drawing: Drawing): Box[] {
  const boxes = marksOf(drawing).flatMap((mark): Box[] => {
    if (mark.kind === 'micr') {
      const n = Math.max(1, Math.floor(mark.text.length / 4))
      return [0, 1, 2, 3].map(k => ({
        x: mark.x + k * n * PITCH,
        y: mark.y - CHARACTER_HEIGHT,
        w: n * PITCH,
        h: CHARACTER_HEIGHT,
      }))
    }
    if (mark.kind !== 'text' || mark.turn || mark.size < 6) return []
    const w = textWidth(mark.text, { face: mark.face }, mark.size)
    const h = mark.size * MM_PER_POINT
    return w >= 12 ? [{ x: mark.x, y: mark.y - h * 0.8, w: Math.min(w, 60), h }] : []
  })
  // The farthest apart tell most of turn and stretch: taken one by one, each as far as can be from those
  // taken.
  const taken: Box[] = []
  const away = (b: Box): number => Math.min(...taken.map(t => Math.hypot(t.x - b.x, t.y - b.y)))
  while (taken.length < MOST_PARTS && boxes.length) {
    const next = taken.length ? boxes.reduce((best, b) => (away(b) > away(best) ? b : best)) : boxes[0]!
    boxes.splice(boxes.indexOf(next), 1)
    if (!taken.length || away(next) > 3) taken.push(next)
  }
  return taken
}

interface Grid {
  readonly w: number
  readonly h: number
  readonly data: Float32Array
}
const coarser = (grid: Grid): Grid => shrunk(grid, COARSE, n => new Float32Array(n))

/**
 * Correlation of a piece of what was meant with the scan, the piece moved by (dx, dy) pixels; pieces reach
 * over the edge as blank.
 */
function likeness(
  meant: Grid,
  seen: Grid,
  box: { x: number; y: number; w: number; h: number },
  dx: number,
  dy: number,
): number {
  let [n, a, b, aa, bb, ab] = [0, 0, 0, 0, 0, 0]
  for (let y = box.y; y < box.y + box.h; y++) {
    const sy = y + dy
    if (y < 0 || y >= meant.h || sy < 0 || sy >= seen.h) continue
    for (let x = box.x; x < box.x + box.w; x++) {
      const sx = x + dx
      if (x < 0 || x >= meant.w || sx < 0 || sx >= seen.w) continue
      const p = meant.data[y * meant.w + x]!
      const q = seen.data[sy * seen.w + sx]!
      n++
      a += p
      b += q
      aa += p * p
      bb += q * q
      ab += p * q
    }
  }
  const spread = Math.sqrt((aa - (a * a) / n) * (bb - (b * b) / n))
  return spread > 1e-6 ? (ab - (a * b) / n) / spread : 0
}

/** Where one part lies in the scan, as a shift in mm, and how like it is. */
function find(
  meant: Grid,
  seen: Grid,
  small: { meant: Grid; seen: Grid },
  part: Box,
): { shift: Spot; like: number } {
  const boxAt = (per: number): { x: number; y: number; w: number; h: number } => ({
    x: Math.round((part.x - 1) * per),
    y: Math.round((part.y - 1) * per),
    w: Math.round((part.w + 2) * per),
    h: Math.round((part.h + 2) * per),
  })
  let best = { dx: 0, dy: 0, like: -1 }
  const reach = Math.ceil((REACH * PER) / COARSE)
  const coarse = boxAt(PER / COARSE)
  for (let dy = -reach; dy <= reach; dy++)
    for (let dx = -reach; dx <= reach; dx++) {
      const like = likeness(small.meant, small.seen, coarse, dx, dy)
      if (like > best.like) best = { dx: dx * COARSE, dy: dy * COARSE, like }
    }
  const fine = boxAt(PER)
  const middle = best
  best = { ...best, like: -1 }
  for (let dy = middle.dy - COARSE; dy <= middle.dy + COARSE; dy++)
    for (let dx = middle.dx - COARSE; dx <= middle.dx + COARSE; dx++) {
      const like = likeness(meant, seen, fine, dx, dy)
      if (like > best.like) best = { dx, dy, like }
    }
  // Between pixels: the top of a parabola through the best and its neighbours.
  const at = (dx: number, dy: number): number => likeness(meant, seen, fine, best.dx + dx, best.dy + dy)
  const top = (less: number, more: number): number => {
    const d = less - 2 * best.like + more
    return d < 0 ? Math.max(-0.5, Math.min(0.5, (less - more) / (2 * d))) : 0
  }
  return {
    shift: { x: (best.dx + top(at(-1, 0), at(1, 0))) / PER, y: (best.dy + top(at(0, -1), at(0, 1))) / PER },
    like: best.like,
  }
}

function seenBy(found: PaperInScan, way: Lying, w: Mm, h: Mm): Grid {
  const [W, H] = [Math.round(w * PER), Math.round(h * PER)]
  const data = new Float32Array(W * H)
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++)
      data[y * W + x] = darknessAt(found, way.toPixels, (x + 0.5) / PER, (y + 0.5) / PER)
  return { w: W, h: H, data }
}

const middleOf = (b: Box): Spot => ({ x: b.x + b.w / 2, y: b.y + b.h / 2 })

/** A printed part that was found, and by how much it lies elsewhere, in mm. */
interface FoundPart {
  readonly part: Box
  readonly shift: Spot
  readonly like: number
}
/** How the sheet lies, told by the way in which most parts are found, and those parts. */
function partsFound(
  paper: PaperInScan,
  { w, h }: { w: Mm; h: Mm },
  meant: GreyImage,
  parts: readonly Box[],
): { readonly way: Lying; readonly spots: readonly FoundPart[] } | undefined {
  const print: Grid = { w: meant.w, h: meant.h, data: Float32Array.from(meant.data, v => (255 - v) / 255) }
  const smallPrint = coarser(print)
  let best: { way: Lying; spots: FoundPart[] } | undefined
  for (const way of paper.lying) {
    const seen = seenBy(paper, way, w, h)
    const small = { meant: smallPrint, seen: coarser(seen) }
    const spots = parts.map(part => ({ part, ...find(print, seen, small, part) })).filter(s => s.like >= LIKE)
    if (!best || spots.length > best.spots.length) best = { way, spots }
  }
  return best
}

/** Where parts were meant and where they lie, with the shift, stretch and turn they have in common. */
interface Agreed {
  readonly from: readonly Spot[]
  readonly to: readonly Spot[]
  readonly deviation: Deviation
  readonly miss: number
}
/**
 * Leaves out, one after the other, the part that misses what the others have in common; how many are left
 * where these are too few. */
function agreedBy(spots: readonly FoundPart[]): Agreed | number {
  if (spots.length < FEWEST) return spots.length
  const from = spots.map(s => middleOf(s.part))
  const to = spots.map(({ shift }, i) => ({ x: from[i]!.x + shift.x, y: from[i]!.y + shift.y }))
  const { deviation, miss } = deviationBetween(from, to)
  const map = deviationMap(deviation)
  const misses = from.map((p, i) => {
    const q = applyAffine(map, p)
    return Math.hypot(q.x - to[i]!.x, q.y - to[i]!.y)
  })
  const most = Math.max(...misses)
  if (most <= MISS) return { from, to, deviation, miss }
  const worst = misses.indexOf(most)
  return agreedBy(spots.filter((_, i) => i !== worst))
}

/**
 * The printer's own doing: what came out is that after the fit it went through, and without the fit it would
 * be both together.
 */
function withoutFit(seen: Deviation, through: Deviation | null, w: Mm, h: Mm): Deviation {
  if (!through) return seen
  const both = compose(deviationMap(seen), deviationMap(through))
  const corners: Spot[] = [
    { x: 0, y: 0 },
    { x: w, y: 0 },
    { x: w, y: h },
    { x: 0, y: h },
  ]
  return deviationBetween(
    corners,
    corners.map(c => applyAffine(both, c)),
  ).deviation
}

/**
 * Reads a scan or photo of a sheet that was printed, checks and all, against what was meant to be on it
 * (`meant`: its print alone at `COMPARE_DPI`, without the fit; `parts`: from `partsOf`). `through` is the
 * correction it was printed through. Finds what the printer does without any fit.
 * `perMm`: pixels to the mm, where the file says it.
 * Refused: the paper not found, too few parts found again, or parts that contradict each other.
 */
export function readCheckScan(
  image: GreyImage,
  sheet: { w: Mm; h: Mm },
  meant: GreyImage,
  parts: readonly Box[],
  through: Deviation | null,
  perMm?: number,
): Result<ScanReading> {
  const { w, h } = sheet
  const paper = paperInScan(image, w, h)
  if (!paper.ok) return paper
  const best = partsFound(paper.value, sheet, meant, parts)
  const agreed = agreedBy(best?.spots ?? [])
  if (!best || typeof agreed === 'number') {
    const found = typeof agreed === 'number' ? agreed : 0
    return refuse(
      'scan-parts',
      `Only ${found} of ${parts.length} printed parts of this check were found. Is it this check, complete and with its printed side up?`,
      { field: 'scan', value: found, limit: FEWEST },
    )
  }
  const { from, to, deviation, miss } = agreed
  const far = Math.max(0.03, miss) * farness(from, w, h)
  const sure = sureness(deviation, far, paper.value.edges, w, h, 3 * far)
  if (!sure.ok) return sure
  const { shrink } = paper.value
  const inPicture = ({ x, y }: Spot): Spot => ({ x: x * shrink, y: y * shrink })
  const marks = to.map(t => inPicture(project(best.way.toPixels, t)))
  return good({
    deviation: withoutFit(deviation, through, w, h),
    ...asFound(paper.value, best.way, marks, { w, h, spread: sure.value, perMm }),
    marks,
    ...(through && { remaining: worstCorner(deviationMap(deviation), w, h) }),
  })
}

/**
 * How much less sure a corner of the sheet is than a found part: parts that lie close together say little of
 * what is far from them.
 */
function farness(parts: readonly Spot[], w: Mm, h: Mm): number {
  const spread = (of: readonly number[]): number => {
    const m = of.reduce((a, b) => a + b, 0) / of.length
    return Math.sqrt(of.reduce((s, v) => s + (v - m) ** 2, 0) / of.length) || 1
  }
  const middle = {
    x: parts.reduce((s, p) => s + p.x, 0) / parts.length,
    y: parts.reduce((s, p) => s + p.y, 0) / parts.length,
  }
  const [dx, dy] = [Math.max(middle.x, w - middle.x), Math.max(middle.y, h - middle.y)]
  return Math.sqrt(
    (1 + (dx / spread(parts.map(p => p.x))) ** 2 + (dy / spread(parts.map(p => p.y))) ** 2) / parts.length,
  )
}
