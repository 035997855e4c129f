import { good, refuse, type Result } from '../base/result'
import { nearest } from '../base/solve'
import type { GreyImage } from '../micr/reader'
import type { Mm } from '../paper/length'
import { project, straighten, type Projection } from '../paper/straighten'
import { applyAffine, type Spot } from './affine'
import { deviationMap, deviationOf, EXACT, STEPS, type Deviation } from './fit'
import { SQUARE, squares } from './fitSheet'

/** What a scan of a fit sheet tells: the deviation, how sure it is, and where everything was found, in pixels. */
export interface ScanReading {
  readonly deviation: Deviation
  /** Root mean square of what the found squares miss the deviation by, in mm: its own uncertainty. */
  readonly uncertainty: Mm
  readonly corners: readonly Spot[]
  readonly marks: readonly Spot[]
}

interface Line { readonly a: number, readonly b: number, readonly c: number }

/** Averages over boxes of `k` pixels, so that noise fades and the work shrinks. */
function shrunk(image: GreyImage, k: number): GreyImage {
  const [w, h] = [Math.floor(image.w / k), Math.floor(image.h / k)]
  const data = new Uint8Array(w * h)
  for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) {
    let s = 0
    for (let j = 0; j < k; j++) for (let i = 0; i < k; i++) s += image.data[(y * k + j) * image.w + x * k + i]!
    data[y * w + x] = s / (k * k)
  }
  return { w, h, data }
}

/** Grey level between the paper and what lies around it, and the paper's own. */
function levels(image: GreyImage): { paper: number, around: number } {
  const { w, h, data } = image
  const inner: number[] = []
  for (let y = Math.floor(h * 0.2); y < h * 0.8; y += 3) for (let x = Math.floor(w * 0.2); x < w * 0.8; x += 3) inner.push(data[y * w + x]!)
  inner.sort((a, b) => a - b)
  const rim: number[] = []
  const edge = Math.max(2, Math.round(Math.min(w, h) * 0.006))
  for (let x = 0; x < w; x += 2) for (let k = 0; k < edge; k++) { rim.push(data[k * w + x]!, data[(h - 1 - k) * w + x]!) }
  for (let y = 0; y < h; y += 2) for (let k = 0; k < edge; k++) { rim.push(data[y * w + k]!, data[y * w + w - 1 - k]!) }
  rim.sort((a, b) => a - b)
  return { paper: inner[Math.floor(inner.length * 0.6)] ?? 255, around: rim[Math.floor(rim.length * 0.5)] ?? 0 }
}

const SEEK = 3
/** How much the shape of the paper may differ from the sheet’s, as a share: a photo slants it. */
const SHAPE = 0.055
/**
 * Points of one edge of the paper: along many rows (or columns) from outside in, where the grey first rises to the paper's and stays there,
 * to a fraction of a pixel.
 */
function edgePoints(image: GreyImage, side: 'left' | 'right' | 'top' | 'foot', middle: number, rise: number): Spot[] {
  const { w, h, data } = image
  const level = side === 'top' || side === 'foot'
  const [along, deep] = level ? [w, h] : [h, w]
  const at = (i: number, d: number): number => {
    const depth = side === 'left' || side === 'top' ? d : deep - 1 - d
    return level ? data[depth * w + i]! : data[i * w + depth]!
  }
  const points: Spot[] = []
  const step = Math.max(1, Math.floor(along / 240))
  for (let i = Math.floor(along * 0.06); i < along * 0.94; i += step) {
    for (let d = SEEK; d < deep * 0.3; d++) {
      const before = (at(i, d - 3) + at(i, d - 2)) / 2
      if (at(i, d) < middle || at(i, d - 1) >= middle || before >= middle) continue
      let after = 0
      for (let k = 2; k < 8; k++) after += at(i, d + k)
      if (after / 6 - before < rise * 0.6) continue
      const f = (middle - at(i, d - 1)) / Math.max(1, at(i, d) - at(i, d - 1))
      const depth = d - 1 + f + 0.5
      const real = side === 'left' || side === 'top' ? depth : deep - depth
      points.push(level ? { x: i + 0.5, y: real } : { x: real, y: i + 0.5 })
      break
    }
  }
  return points
}

/** The straight line that most points lie on: tried through many pairs, then fitted to those near it. */
function lineThrough(points: readonly Spot[], level: boolean): { line: Line, share: number, spread: number } | undefined {
  if (points.length < 24) return undefined
  // As v = m u + n, with u along the edge.
  const uv = points.map(p => (level ? { u: p.x, v: p.y } : { u: p.y, v: p.x }))
  let best: { m: number, n: number, count: number } | undefined
  const tries = 160
  for (let t = 0; t < tries; t++) {
    const p = uv[(t * 7919) % uv.length]!
    const q = uv[(t * 104_729 + Math.floor(uv.length / 2)) % uv.length]!
    if (Math.abs(p.u - q.u) < uv.length / 3) continue
    const m = (q.v - p.v) / (q.u - p.u)
    if (Math.abs(m) > 0.2) continue
    const n = p.v - m * p.u
    const count = uv.filter(o => Math.abs(o.v - m * o.u - n) < 1.5).length
    if (!best || count > best.count) best = { m, n, count }
  }
  if (!best) return undefined
  let near = uv.filter(o => Math.abs(o.v - best!.m * o.u - best!.n) < 2)
  let [m, n] = [best.m, best.n]
  for (let round = 0; round < 3; round++) {
    const k = near.length
    const [su, sv] = [near.reduce((s, o) => s + o.u, 0) / k, near.reduce((s, o) => s + o.v, 0) / k]
    m = near.reduce((s, o) => s + (o.u - su) * (o.v - sv), 0) / Math.max(1e-9, near.reduce((s, o) => s + (o.u - su) ** 2, 0))
    n = sv - m * su
    near = uv.filter(o => Math.abs(o.v - m * o.u - n) < 1)
    if (near.length < 12) return undefined
  }
  const spread = Math.sqrt(near.reduce((s, o) => s + (o.v - m * o.u - n) ** 2, 0) / near.length)
  // a x + b y + c = 0
  return { line: level ? { a: m, b: -1, c: n } : { a: -1, b: m, c: n }, share: near.length / uv.length, spread }
}
const meet = (p: Line, q: Line): Spot => {
  const det = p.a * q.b - q.a * p.b
  return { x: (p.b * q.c - q.b * p.c) / det, y: (q.a * p.c - p.a * q.c) / det }
}

/** The centre of a dark square near a place, weighed by darkness; undefined where there is none of about the right size. */
function squareAt(image: GreyImage, near: Spot, side: number, reach: number, paper: number): Spot | undefined {
  const { w, h, data } = image
  const ink = paper * 0.55
  const [x0, x1] = [Math.max(0, Math.floor(near.x - reach)), Math.min(w - 1, Math.ceil(near.x + reach))]
  const [y0, y1] = [Math.max(0, Math.floor(near.y - reach)), Math.min(h - 1, Math.ceil(near.y + reach))]
  const seen = new Uint8Array((x1 - x0 + 1) * (y1 - y0 + 1))
  const wide = x1 - x0 + 1
  let found: { spot: Spot, off: number } | undefined
  for (let y = y0; y <= y1; y++) for (let x = x0; x <= x1; x++) {
    if (seen[(y - y0) * wide + x - x0] || data[y * w + x]! > ink) continue
    // One dark area, gathered from here.
    const stack = [[x, y]]
    seen[(y - y0) * wide + x - x0] = 1
    let [n, sx, sy, l, r, t, b] = [0, 0, 0, x, x, y, y]
    while (stack.length) {
      const [px = 0, py = 0] = stack.pop()!
      n++; sx += px; sy += py
      l = Math.min(l, px); r = Math.max(r, px); t = Math.min(t, py); b = Math.max(b, py)
      for (const [nx, ny] of [[px + 1, py], [px - 1, py], [px, py + 1], [px, py - 1]] as const) {
        if (nx < x0 || nx > x1 || ny < y0 || ny > y1 || seen[(ny - y0) * wide + nx - x0] || data[ny * w + nx]! > ink) continue
        seen[(ny - y0) * wide + nx - x0] = 1
        stack.push([nx, ny])
      }
    }
    const [bw, bh] = [r - l + 1, b - t + 1]
    if (bw < side * 0.75 || bw > side * 1.35 || bh < side * 0.75 || bh > side * 1.35 || n < bw * bh * 0.78) continue
    const off = Math.hypot(sx / n - near.x, sy / n - near.y)
    if (found && found.off <= off) continue
    // Weighed by darkness over the area and its soft rim.
    let [m, mx, my] = [0, 0, 0]
    for (let yy = Math.max(0, t - 2); yy <= Math.min(h - 1, b + 2); yy++) for (let xx = Math.max(0, l - 2); xx <= Math.min(w - 1, r + 2); xx++) {
      const dark = Math.max(0, paper - 12 - data[yy * w + xx]!)
      m += dark; mx += dark * (xx + 0.5); my += dark * (yy + 0.5)
    }
    found = { spot: { x: mx / m, y: my / m }, off }
  }
  return found?.spot
}

/** Fits shift, stretch and turn to where marks were meant and where they came out, both in mm of the sheet; gives the root mean square miss. */
export function deviationBetween(meant: readonly Spot[], seen: readonly Spot[]): { deviation: Deviation, miss: Mm } {
  const off = (p: readonly number[]): number[] => meant.flatMap((m, i) => { const at = applyAffine(deviationMap(deviationOf(p)), m); return [at.x - seen[i]!.x, at.y - seen[i]!.y] })
  const p = nearest(EXACT, STEPS, off)
  return { deviation: deviationOf(p), miss: Math.sqrt(off(p).reduce((s, v) => s + v * v, 0) / meant.length) }
}

const quarter = (corners: readonly Spot[], times: number): Spot[] => corners.map((_, i) => corners[(i + times) % 4]!)
/** A fit sheet found on a scan is believed only where all five squares miss the deviation by less than this, in mm. */
const BELIEVED: Mm = 0.3
/** How far a square may lie from where it was meant. */
const REACH: Mm = 25

/**
 * Reads a scan or photo of a fit sheet of the given size (150 dots to the inch and up): finds the paper's four edges and the five squares,
 * whichever way up it lies, and from them what the printer does. Refused with what is missing rather than guessed: paper that cannot be told
 * from what lies around it, paper of another shape, squares that are not there or that contradict each other.
 */
export function readFitScan(image: GreyImage, w: Mm, h: Mm): Result<ScanReading> {
  if (image.w < w / 25.4 * 90 * 0.7 || image.h < h / 25.4 * 90 * 0.5) return refuse('scan-coarse', 'the picture has too few pixels: scan at 150 dots to the inch or more', { field: 'scan' })
  const k = Math.max(1, Math.round(Math.max(image.w / w, image.h / h) * 25.4 / 150))
  const small = k > 1 ? shrunk(image, k) : image
  const { paper, around } = levels(small)
  if (paper - around < 25) return refuse('scan-edges', 'the paper’s edges cannot be told from what lies around it: scan with the lid open or on something dark, with a rim of it all around', { field: 'scan' })
  const middle = (paper + around) / 2
  const sides = (['left', 'top', 'right', 'foot'] as const).map(side => ({ side, line: lineThrough(edgePoints(small, side, middle, paper - around), side === 'top' || side === 'foot') }))
  const lost = sides.find(s => !s.line || s.line.share < 0.55 || s.line.spread > 0.8)
  if (lost) return refuse('scan-edges', `the ${lost.side === 'foot' ? 'lower' : lost.side === 'top' ? 'upper' : lost.side} edge of the paper was not found: the whole sheet must be in the picture, with a rim around it`, { field: 'scan', value: lost.side })
  const [left, top, right, foot] = sides.map(s => s.line!.line) as [Line, Line, Line, Line]
  const corners = [meet(left, top), meet(top, right), meet(right, foot), meet(foot, left)]
  const across = (Math.hypot(corners[1]!.x - corners[0]!.x, corners[1]!.y - corners[0]!.y) + Math.hypot(corners[2]!.x - corners[3]!.x, corners[2]!.y - corners[3]!.y)) / 2
  const down = (Math.hypot(corners[3]!.x - corners[0]!.x, corners[3]!.y - corners[0]!.y) + Math.hypot(corners[2]!.x - corners[1]!.x, corners[2]!.y - corners[1]!.y)) / 2
  const upright = Math.abs(across / down - w / h) < SHAPE * w / h
  const lying = Math.abs(down / across - w / h) < SHAPE * w / h
  if (!upright && !lying) return refuse('scan-shape', 'the paper in the picture has another shape than this stock’s sheet', { field: 'scan' })

  const real: Spot[] = [{ x: 0, y: 0 }, { x: w, y: 0 }, { x: w, y: h }, { x: 0, y: h }]
  let missing = 5
  for (const times of upright ? [0, 2] : [1, 3]) {
    const turned = quarter(corners, times)
    const map = straighten(turned.map((seen, i) => ({ seen, real: real[i]! })))
    const back = straighten(turned.map((seen, i) => ({ seen: real[i]!, real: seen })))
    if (!map || !back) continue
    const perMm = Math.min(across, down) / Math.min(w, h)
    const meant = squares(w, h)
    const spots = meant.map(m => squareAt(small, project(map, m), SQUARE * perMm, REACH * perMm, paper))
    missing = Math.min(missing, spots.filter(s => !s).length)
    if (spots.some(s => !s)) continue
    const seen = spots.map(s => project(back as Projection, s!))
    const { deviation, miss } = deviationBetween(meant, seen)
    if (miss > BELIEVED) return refuse('scan-contradiction', `the marks contradict each other by ${miss.toFixed(2)} mm: the sheet may be creased, or not flat in the picture`, { field: 'scan', value: miss, limit: BELIEVED })
    return good({ deviation, uncertainty: Math.max(0.02, miss), corners: corners.map(c => ({ x: c.x * k, y: c.y * k })), marks: spots.map(s => ({ x: s!.x * k, y: s!.y * k })) })
  }
  return refuse('scan-marks', `${missing === 5 ? 'none' : 5 - missing} of the five black squares ${5 - missing === 1 ? 'was' : 'were'} found: is this the fit sheet of this stock, whole and with its printed side up?`, { field: 'scan', value: 5 - missing, limit: 5 })
}
