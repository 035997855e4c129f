import { good, refuse, type Result } from '../base/result'
import { nearest } from '../base/solve'
import type { GreyImage } from '../micr/darkness'
import type { Mm } from '../paper/length'
import { project } from '../paper/straighten'
import { applyAffine, type Spot } from './affine'
import { deviationMap, deviationOf, EXACT, STEPS, type Deviation } from './fit'
import { BAR, barsOf, barSpots, SQUARE, squares } from './fitSheet'
import { darknessAt, paperInScan, type Lying, type PaperInScan } from './paperInScan'
import { asFound } from './firstReading'
import type { ScanReading } from './reading'

/** A dark area: how many pixels, their sums, and the box around them. */
interface Area {
  n: number
  sx: number
  sy: number
  l: number
  r: number
  t: number
  b: number
}
/** A part of a picture in which dark areas are gathered, each pixel once. */
interface Window {
  readonly image: GreyImage
  readonly ink: number
  readonly x0: number
  readonly x1: number
  readonly y0: number
  readonly y1: number
  readonly seen: Uint8Array
}
/** Whether a pixel is dark and not yet gathered; from then on it is. */
function takes({ image, ink, x0, x1, y0, y1, seen }: Window, x: number, y: number): boolean {
  if (x < x0 || x > x1 || y < y0 || y > y1) return false
  const at = (y - y0) * (x1 - x0 + 1) + x - x0
  if (seen[at] || image.data[y * image.w + x]! > ink) return false
  seen[at] = 1
  return true
}
/** The dark area that a pixel belongs to. */
function areaFrom(window: Window, x: number, y: number): Area {
  const area: Area = { n: 0, sx: 0, sy: 0, l: x, r: x, t: y, b: y }
  const stack = [x, y]
  while (stack.length) {
    const py = stack.pop()!
    const px = stack.pop()!
    area.n++
    area.sx += px
    area.sy += py
    area.l = Math.min(area.l, px)
    area.r = Math.max(area.r, px)
    area.t = Math.min(area.t, py)
    area.b = Math.max(area.b, py)
    if (takes(window, px + 1, py)) stack.push(px + 1, py)
    if (takes(window, px - 1, py)) stack.push(px - 1, py)
    if (takes(window, px, py + 1)) stack.push(px, py + 1)
    if (takes(window, px, py - 1)) stack.push(px, py - 1)
  }
  return area
}
/** Whether an area is about a square of that side, and filled. */
function isSquare({ n, l, r, t, b }: Area, side: number): boolean {
  const [w, h] = [r - l + 1, b - t + 1]
  const near = (length: number): boolean => length >= side * 0.75 && length <= side * 1.35
  return near(w) && near(h) && n >= w * h * 0.78
}
/** Middle of an area, weighed by darkness over it and its soft rim. */
function weighedMiddle({ w, h, data }: GreyImage, { l, r, t, b }: Area, paper: number): Spot {
  let [m, mx, my] = [0, 0, 0]
  for (let y = Math.max(0, t - 2); y <= Math.min(h - 1, b + 2); y++)
    for (let x = Math.max(0, l - 2); x <= Math.min(w - 1, r + 2); x++) {
      const dark = Math.max(0, paper - 12 - data[y * w + x]!)
      m += dark
      mx += dark * (x + 0.5)
      my += dark * (y + 0.5)
    }
  return { x: mx / m, y: my / m }
}

/**
 * The centre of a dark square near a place, weighed by darkness; undefined where there is none of about the
 * right size.
 */
function squareAt(
  image: GreyImage,
  near: Spot,
  side: number,
  reach: number,
  paper: number,
): Spot | undefined {
  const [x0, x1] = [Math.max(0, Math.floor(near.x - reach)), Math.min(image.w - 1, Math.ceil(near.x + reach))]
  const [y0, y1] = [Math.max(0, Math.floor(near.y - reach)), Math.min(image.h - 1, Math.ceil(near.y + reach))]
  const seen = new Uint8Array(Math.max(0, (x1 - x0 + 1) * (y1 - y0 + 1)))
  const window: Window = { image, ink: paper * 0.55, x0, x1, y0, y1, seen }
  let found: { area: Area; off: number } | undefined
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) {
      if (!takes(window, x, y)) continue
      const area = areaFrom(window, x, y)
      const off = Math.hypot(area.sx / area.n - near.x, area.sy / area.n - near.y)
      if (isSquare(area, side) && (!found || off < found.off)) found = { area, off }
    }
  return found && weighedMiddle(image, found.area, paper)
}

/**
 * Fits shift, stretch and turn to where marks were meant and where they came out, both in mm of the sheet;
 * gives the root mean square miss.
 */
export function deviationBetween(
  meant: readonly Spot[],
  seen: readonly Spot[],
): { deviation: Deviation; miss: Mm } {
  const off = (p: readonly number[]): number[] =>
    meant.flatMap((m, i) => {
      const at = applyAffine(deviationMap(deviationOf(p)), m)
      return [at.x - seen[i]!.x, at.y - seen[i]!.y]
    })
  const p = nearest(EXACT, STEPS, off)
  return { deviation: deviationOf(p), miss: Math.sqrt(off(p).reduce((s, v) => s + v * v, 0) / meant.length) }
}

/**
 * A fit sheet found on a scan is believed only where all five squares miss the deviation by less than this,
 * in mm.
 */
const BELIEVED: Mm = 0.15
/** How far a square may lie from where it was meant. */
const REACH: Mm = 25

/**
 * How much the stretches across and down may differ. A printer that fits to the page stretches both alike;
 * drums and feed differ by some tenths of a per cent (check). More means that an edge of the paper was
 * found where it is not: 0.4 % is 0.9 mm of a letter sheet's width.
 */
const UNEVEN = 0.004
/** No picture tells more than this, in mm. */
const FINEST: Mm = 0.03
/** How much less sure a corner of the sheet is than the squares that stand within it. */
const FARTHER = 2
/**
 * What the picture itself shows of how sure a deviation is, in mm at the sheet's corners; refused where its
 * stretches contradict each other, naming the way that does not fit. `slack` is how far off, in mm at the
 * corners, the stretches may be by the way they were found.
 */
export function sureness(deviation: Deviation, miss: Mm, edges: Mm, w: Mm, h: Mm, slack: Mm = 0): Result<Mm> {
  const { x, y } = deviation.stretch
  const percent = (share: number): string => `${(share * 100).toFixed(2)} %`
  if (Math.abs(x - y) > UNEVEN + slack / Math.max(w, h))
    return refuse(
      'scan-uneven',
      `The sheet seems to be stretched to ${percent(x)} across and ${percent(y)} down, which no printer does. It seems that ${Math.abs(x - 1) > Math.abs(y - 1) ? 'the left or the right' : 'the upper or the lower'} edge of the paper was not found correctly. Look for a dark strip, a shadow or another sheet there, and scan again`,
      { field: 'scan', value: Math.abs(x - y), limit: UNEVEN },
    )
  return good(FINEST + miss + edges)
}

/** A sheet with our five squares found in a picture: how it lies, and what the printer did to it. */
export interface SquaresFound {
  readonly found: PaperInScan
  readonly way: Lying
  readonly deviation: Deviation
  readonly miss: Mm
  readonly spots: readonly Spot[]
}

/**
 * Finds the paper and the five squares of a sheet of ours, whichever way up it lies. Refused with what is
 * missing.
 */
export function findSquares(image: GreyImage, w: Mm, h: Mm): Result<SquaresFound> {
  const paper = paperInScan(image, w, h)
  if (!paper.ok) return paper
  const found = paper.value
  let missing = 5
  for (const way of found.lying) {
    const meant = squares(w, h)
    const spots = meant.map(m =>
      squareAt(found.image, project(way.toPixels, m), SQUARE * found.perMm, REACH * found.perMm, found.paper),
    )
    missing = Math.min(missing, spots.filter(s => !s).length)
    if (spots.some(s => !s)) continue
    const { deviation, miss } = deviationBetween(
      meant,
      spots.map(s => project(way.toMm, s!)),
    )
    if (miss > BELIEVED)
      return refuse(
        'scan-contradiction',
        `The marks disagree by ${miss.toFixed(2)} mm. The sheet may be creased or not flat`,
        { field: 'scan', value: miss, limit: BELIEVED },
      )
    return good({ found, way, deviation, miss, spots: spots as Spot[] })
  }
  return refuse(
    'scan-marks',
    `${missing === 5 ? 'none' : 5 - missing} of the five black squares ${5 - missing === 1 ? 'was' : 'were'} found. Is this the fit sheet of this stock, complete and with its printed side up?`,
    { field: 'scan', value: 5 - missing, limit: 5 },
  )
}

/**
 * The bars under the middle square, as bits: each a pair of cells of which one is dark; undefined where one
 * pair cannot be told.
 */
function readBars({ found, way, deviation }: SquaresFound, w: Mm, h: Mm): boolean[] | undefined {
  const map = deviationMap(deviation)
  const darkness = (cx: Mm, cy: Mm): number => {
    let sum = 0
    for (const dx of [-0.3, 0, 0.3])
      for (const dy of [-0.4, 0, 0.4]) {
        const p = applyAffine(map, { x: cx + dx * BAR, y: cy + dy * BAR })
        sum += darknessAt(found, way.toPixels, p.x, p.y)
      }
    return sum / 9
  }
  const bits: boolean[] = []
  for (const { first, second } of barSpots(w, h)) {
    const lead = darkness(first.x, first.y) - darkness(second.x, second.y)
    if (Math.abs(lead) < 0.25) return undefined
    bits.push(lead > 0)
  }
  return bits
}

/**
 * Reads a scan or photo of the fit sheet of a stock (150 dots to the inch and up): finds the paper's four
 * edges and the five squares, whichever way up it lies, and from them what the printer does. Refused rather
 * than guessed: paper that cannot be told from what lies around it or has another shape, squares that are
 * not there or contradict each other, the fit sheet of another stock. `perMm`: pixels to the mm, where the
 * file says it.
 */
export function readFitScan(
  image: GreyImage,
  sheet: { w: Mm; h: Mm },
  stockId: string,
  perMm?: number,
): Result<ScanReading> {
  const { w, h } = sheet
  const squared = findSquares(image, w, h)
  if (!squared.ok) return squared
  const { found, deviation, miss, spots } = squared.value
  const bars = readBars(squared.value, w, h)
  if (!bars)
    return refuse(
      'scan-bars',
      'The row of bars under the middle square could not be read, so the stock is not certain. Make a sharper scan',
      { field: 'scan' },
    )
  if (bars.join() !== barsOf(stockId).join())
    return refuse(
      'scan-stock',
      'This is the fit sheet of another stock, or another kind of sheet. Choose that stock, or print the fit sheet for this one',
      { field: 'scan' },
    )
  const spread = sureness(deviation, miss * FARTHER, found.edges, w, h)
  if (!spread.ok) return spread
  const k = found.shrink
  const marks = spots.map(s => ({ x: s.x * k, y: s.y * k }))
  return good({
    deviation,
    ...asFound(found, squared.value.way, marks, { w, h, spread: spread.value, perMm }),
    marks,
  })
}
