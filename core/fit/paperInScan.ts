import { good, refuse, type Result } from '../base/result'
import { solve } from '../base/solve'
import type { GreyImage } from '../micr/darkness'
import type { Mm } from '../paper/length'
import { project, straighten, type Projection } from '../paper/straighten'
import type { Spot } from './affine'

/** One way in which a sheet may lie in a picture: from mm of the sheet to pixels, and back. */
export interface Lying {
  /** Quarter turns of the sheet in the picture: 0 upright, 2 turned by half. */
  readonly turns: number
  readonly toPixels: Projection
  readonly toMm: Projection
}
/**
 * A sheet found in a picture. `image` is the picture, shrunk `shrink` times; `lying` are the two ways up in
 * which its shape allows it to lie, in pixels of `image`.
 */
export interface PaperInScan {
  readonly image: GreyImage
  readonly shrink: number
  readonly corners: readonly Spot[]
  readonly lying: readonly Lying[]
  readonly perMm: number
  readonly paper: number
  /**
   * How unsure the edges are, in mm: by how much one is bowed, or how wide a dark or light band lies along it that
   * may hide the real edge.
   */
  readonly edges: Mm
}

/** Where a spot of the sheet lies in the whole picture, though its edges were found in a shrunken one. */
export const inWhole = ({ toPixels: m }: Lying, { shrink: k }: Pick<PaperInScan, 'shrink'>): Projection => [
  m[0] * k,
  m[1] * k,
  m[2] * k,
  m[3] * k,
  m[4] * k,
  m[5] * k,
  m[6],
  m[7],
  m[8],
]

interface Line {
  readonly a: number
  readonly b: number
  readonly c: number
}

interface Pixels<D> {
  readonly w: number
  readonly h: number
  readonly data: D
}
/**
 * Averages over boxes of `k` pixels, so that noise fades and the work shrinks; `make` makes room for so many.
 */
export function shrunk<D extends Uint8Array | Float32Array>(
  image: Pixels<Uint8Array | Uint8ClampedArray | Float32Array>,
  k: number,
  make: (n: number) => D,
): Pixels<D> {
  const [w, h] = [Math.floor(image.w / k), Math.floor(image.h / k)]
  const data = make(w * h)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let s = 0
      for (let j = 0; j < k; j++)
        for (let i = 0; i < k; i++) s += image.data[(y * k + j) * image.w + x * k + i]!
      data[y * w + x] = s / (k * k)
    }
  return { w, h, data }
}

/** Grey level between the paper and what lies around it, and the paper's own. */
function levels(image: GreyImage): { paper: number; around: number } {
  const { w, h, data } = image
  const inner: number[] = []
  for (let y = Math.floor(h * 0.2); y < h * 0.8; y += 3)
    for (let x = Math.floor(w * 0.2); x < w * 0.8; x += 3) inner.push(data[y * w + x]!)
  inner.sort((a, b) => a - b)
  const rim: number[] = []
  const edge = Math.max(2, Math.round(Math.min(w, h) * 0.006))
  for (let x = 0; x < w; x += 2)
    for (let k = 0; k < edge; k++) {
      rim.push(data[k * w + x]!, data[(h - 1 - k) * w + x]!)
    }
  for (let y = 0; y < h; y += 2)
    for (let k = 0; k < edge; k++) {
      rim.push(data[y * w + k]!, data[y * w + w - 1 - k]!)
    }
  rim.sort((a, b) => a - b)
  return {
    paper: inner[Math.floor(inner.length * 0.6)] ?? 255,
    around: rim[Math.floor(rim.length * 0.5)] ?? 0,
  }
}

const SEEK = 3
const sideNames = { left: 'left', right: 'right', top: 'upper', foot: 'lower' } as const
/** An edge bowed by more than this, in mm, is not the edge of a flat sheet. */
const MOST_BOW: Mm = 0.25
/** A band along an edge wider than this, in mm, leaves the edge too unsure. */
const MOST_BAND: Mm = 1
/** How much the shape of the paper may differ from the sheet’s, as a share: a photo slants it. */
const SHAPE = 0.055
/**
 * Points of one edge of the paper: along many rows (or columns) from outside in, where the grey first rises
 * to the paper's and stays there, to a fraction of a pixel.
 */
function edgePoints(
  image: GreyImage,
  side: 'left' | 'right' | 'top' | 'foot',
  middle: number,
  rise: number,
): Spot[] {
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
function lineThrough(
  points: readonly Spot[],
  level: boolean,
): { line: Line; share: number; spread: number } | undefined {
  if (points.length < 24) return undefined
  // As v = m u + n, with u along the edge.
  const uv = points.map(p => (level ? { u: p.x, v: p.y } : { u: p.y, v: p.x }))
  let best: { m: number; n: number; count: number } | undefined
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
    m =
      near.reduce((s, o) => s + (o.u - su) * (o.v - sv), 0) /
      Math.max(
        1e-9,
        near.reduce((s, o) => s + (o.u - su) ** 2, 0),
      )
    n = sv - m * su
    near = uv.filter(o => Math.abs(o.v - m * o.u - n) < 1)
    if (near.length < 12) return undefined
  }
  const spread = Math.sqrt(near.reduce((s, o) => s + (o.v - m * o.u - n) ** 2, 0) / near.length)
  // a x + b y + c = 0
  return {
    line: level ? { a: m, b: -1, c: n } : { a: -1, b: m, c: n },
    share: near.length / uv.length,
    spread,
  }
}
/**
 * How far the middle of an edge lies off the straight line between its ends, in pixels: the bend of a
 * parabola through all its points.
 */
function bowOf(points: readonly Spot[], level: boolean, line: Line): number {
  const uv = points
    .map(p => ({
      u: level ? p.x : p.y,
      off: level ? line.a * p.x + line.b * p.y + line.c : line.b * p.y + line.a * p.x + line.c,
    }))
    .filter(o => Math.abs(o.off) < BOW_REACH)
  if (uv.length < 24) return 0
  const [least, most] = [Math.min(...uv.map(o => o.u)), Math.max(...uv.map(o => o.u))]
  const half = (most - least) / 2 || 1
  const rows = uv.map(o => ({ t: (o.u - least) / half - 1, off: o.off }))
  // Least squares of off = a + b t + c t²; the bend from end to middle is c.
  const sum = (of: (o: { t: number; off: number }) => number): number => rows.reduce((s, o) => s + of(o), 0)
  const powers = [0, 1, 2, 3, 4].map(k => sum(o => o.t ** k))
  const found = solve(
    [0, 1, 2].map(r => [powers[r]!, powers[r + 1]!, powers[r + 2]!, sum(o => o.off * o.t ** r)]),
  )
  return Math.abs(found?.[2] ?? 0)
}
/**
 * A band along an edge is looked for so far outside it, in mm, and differs from what lies beyond by so many
 * grey levels.
 */
const BAND_REACH: Mm = 5.5
const BAND_GREY = 14
/** Points of an edge that are looked at together. */
const PIECE = 12
/**
 * Width in pixels of the band that lies along an edge, outside the paper: 0 where what is around it begins
 * right there.
 */
function bandOf(
  image: GreyImage,
  points: readonly Spot[],
  side: keyof typeof sideNames,
  perMm: number,
): number {
  const [dx, dy] = { left: [-1, 0], right: [1, 0], top: [0, -1], foot: [0, 1] }[side] as [number, number]
  const reach = Math.round(BAND_REACH * perMm)
  const widths: number[] = []
  const greyAt = (p: Spot, d: number): number | undefined => {
    const [x, y] = [Math.floor(p.x + dx * d), Math.floor(p.y + dy * d)]
    return x < 0 || y < 0 || x >= image.w || y >= image.h ? undefined : image.data[y * image.w + x]
  }
  // What one pixel says is noise; several along the edge together tell what lies there.
  for (let from = 0; from + PIECE <= points.length; from += PIECE) {
    const piece = points.slice(from, from + PIECE)
    const at = (d: number): number => {
      const seen = piece.flatMap(p => greyAt(p, d) ?? [])
      return seen.length < PIECE ? NaN : seen.reduce((s, v) => s + v, 0) / PIECE
    }
    const far = [0, 1, 2, 3].reduce((s, k) => s + at(reach - k), 0) / 4
    if (Number.isNaN(far)) continue
    let width = 0
    // The first pixels outside are blurred by the paper itself.
    for (let d = 3; d < reach - 4; d++)
      if (Math.abs((at(d) + at(d - 1) + at(d + 1)) / 3 - far) > BAND_GREY) width = d
    widths.push(width)
  }
  widths.sort((a, b) => a - b)
  return widths[Math.floor(widths.length / 2)] ?? 0
}

/** Points of an edge that lie further off its line, in pixels, are no part of it. */
const BOW_REACH = 14

const meet = (p: Line, q: Line): Spot => {
  const det = p.a * q.b - q.a * p.b
  return { x: (p.b * q.c - q.b * p.c) / det, y: (q.a * p.c - p.a * q.c) / det }
}

const quarter = (corners: readonly Spot[], times: number): Spot[] =>
  corners.map((_, i) => corners[(i + times) % 4]!)

type SideName = keyof typeof sideNames
/** An edge of the paper as it was found, in pixels of the shrunken picture. */
interface Edge {
  readonly side: SideName
  readonly line: Line
  readonly points: Spot[]
  /** How far the points stray from the line, bent to one side. */
  readonly bow: number
}

/** The four edges, from the left around with the clock; refused where one is not surely there. */
function edgesOf(image: GreyImage, paper: number, around: number): Result<[Edge, Edge, Edge, Edge]> {
  const middle = (paper + around) / 2
  const edges: Edge[] = []
  for (const side of ['left', 'top', 'right', 'foot'] as const) {
    const level = side === 'top' || side === 'foot'
    const points = edgePoints(image, side, middle, paper - around)
    const line = lineThrough(points, level)
    if (!line || line.share < 0.55 || line.spread > 0.8)
      return refuse(
        'scan-edges',
        `The ${sideNames[side]} edge of the paper was not found. The whole sheet must be in the picture, with a dark border around it`,
        { field: 'scan', value: side },
      )
    edges.push({ side, line: line.line, points, bow: bowOf(points, level, line.line) })
  }
  return good(edges as [Edge, Edge, Edge, Edge])
}

/** The distance of two spots in the units they have; zero where one is missing. */
export const between = (a: Spot | undefined, b: Spot | undefined): number =>
  a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0

/** How long a sheet is in a picture, from its corners: the mean of its level sides, and of its steep ones. */
export const sidesOf = ([a, b, c, d]: readonly Spot[]): {
  readonly level: number
  readonly steep: number
} => ({
  level: (between(b, a) + between(c, d)) / 2,
  steep: (between(d, a) + between(c, b)) / 2,
})

/** The ways in which a sheet may lie with its corners there: upright or on its side, each either way round. */
function waysToLie(corners: readonly Spot[], isUpright: boolean, w: Mm, h: Mm): Lying[] {
  const real: Spot[] = [
    { x: 0, y: 0 },
    { x: w, y: 0 },
    { x: w, y: h },
    { x: 0, y: h },
  ]
  return (isUpright ? [0, 2] : [1, 3]).flatMap((times): Lying[] => {
    const turned = quarter(corners, times)
    const toPixels = straighten(turned.map((seen, i) => ({ seen, real: real[i]! })))
    const toMm = straighten(turned.map((seen, i) => ({ seen: real[i]!, real: seen })))
    return toPixels && toMm ? [{ turns: times, toPixels, toMm }] : []
  })
}

/** How far the edges may be off, in mm: refused where the sheet is bowed, or something lies along an edge. */
function edgesSure(image: GreyImage, edges: readonly Edge[], perMm: number): Result<Mm> {
  const bent = edges.reduce((most, e) => (e.bow > most.bow ? e : most))
  const bow = bent.bow / perMm
  if (bow > MOST_BOW)
    return refuse(
      'scan-bowed',
      `the ${sideNames[bent.side]} edge of the paper is bowed by ${bow.toFixed(2)} mm. Lay the sheet flat and scan it again`,
      { field: 'scan', value: bow, limit: MOST_BOW },
    )
  const bands = edges.map(e => ({ side: e.side, width: bandOf(image, e.points, e.side, perMm) / perMm }))
  const band = bands.reduce((most, b) => (b.width > most.width ? b : most))
  if (band.width > MOST_BAND)
    return refuse(
      'scan-band',
      `There is a band of ${band.width.toFixed(1)} mm along the ${sideNames[band.side]} edge of the paper that may hide it. Scan with an even border around the sheet`,
      { field: 'scan', value: band.width, limit: MOST_BAND },
    )
  return good(Math.max(bow, band.width))
}

/**
 * Finds a sheet of the given size in a scan or photo (150 dots to the inch and up) by the paper's four
 * edges. Refused: too few pixels, edges that cannot be told from what lies around them, paper of another
 * shape.
 */
export function paperInScan(image: GreyImage, w: Mm, h: Mm): Result<PaperInScan> {
  if (image.w < (w / 25.4) * 90 * 0.7 || image.h < (h / 25.4) * 90 * 0.5)
    return refuse('scan-coarse', 'The picture has too few pixels. Scan at 150 dpi or more', {
      field: 'scan',
    })
  const shrink = Math.max(1, Math.round((Math.max(image.w / w, image.h / h) * 25.4) / 150))
  const small = shrink > 1 ? shrunk(image, shrink, n => new Uint8Array(n)) : image
  const { paper, around } = levels(small)
  if (paper - around < 25)
    return refuse(
      'scan-edges',
      'The edges of the paper cannot be distinguished from the background. Scan with the lid open or on something dark, with a border on all sides',
      { field: 'scan' },
    )
  const edges = edgesOf(small, paper, around)
  if (!edges.ok) return edges
  const [left, top, right, foot] = edges.value.map(e => e.line) as [Line, Line, Line, Line]
  const corners = [meet(left, top), meet(top, right), meet(right, foot), meet(foot, left)]
  const { level: across, steep: down } = sidesOf(corners)
  const isUpright = Math.abs(across / down - w / h) < (SHAPE * w) / h
  if (!isUpright && Math.abs(down / across - w / h) >= (SHAPE * w) / h)
    return refuse('scan-shape', 'The paper in the picture does not have the shape of this stock’s sheet', {
      field: 'scan',
    })
  const perMm = Math.min(across, down) / Math.min(w, h)
  const sure = edgesSure(small, edges.value, perMm)
  if (!sure.ok) return sure
  const lying = waysToLie(corners, isUpright, w, h)
  return good({ image: small, shrink, corners, lying, perMm, paper, edges: sure.value })
}

/**
 * Darkness of the picture where a spot of the sheet lies: 0 as the paper to 1 black, between pixels by their
 * distance.
 */
export function darknessAt(
  found: Pick<PaperInScan, 'image' | 'paper'>,
  toPixels: Projection,
  x: Mm,
  y: Mm,
): number {
  const { image, paper } = found
  const p = project(toPixels, { x, y })
  const [u, v] = [
    Math.min(image.w - 2, Math.max(0, p.x - 0.5)),
    Math.min(image.h - 2, Math.max(0, p.y - 0.5)),
  ]
  const [i, j] = [Math.floor(u), Math.floor(v)]
  const o = j * image.w + i
  const [fx, fy] = [u - i, v - j]
  const { data } = image
  const grey =
    (data[o]! * (1 - fx) + data[o + 1]! * fx) * (1 - fy) +
    (data[o + image.w]! * (1 - fx) + data[o + image.w + 1]! * fx) * fy
  return Math.min(1, Math.max(0, (paper - grey) / paper))
}
