import { good, refuse, type Result } from '../base/result'
import { nearest } from '../base/solve'
import type { GreyImage } from '../micr/darkness'
import type { Mm } from '../paper/length'
import { project } from '../paper/straighten'
import { applyAffine, type Spot } from './affine'
import { deviationMap, deviationOf, EXACT, STEPS, type Deviation } from './fit'
import { BAR, barsOf, barSpots, SQUARE, squares } from './fitSheet'
import { darknessAt, paperInScan, type Lying, type PaperInScan } from './paperInScan'

/**
 * What a scan of a fit sheet tells: the deviation, how sure it is, and where everything was found, in pixels.
 */
export interface ScanReading {
  readonly deviation: Deviation
  /**
   * How far off a corner may lie all the same, in mm: what the squares miss the deviation by, what the
   * paper's edges are bowed by, and what the
   * stretches across and down differ by, since an edge found in the wrong place looks just like that.
   */
  readonly uncertainty: Mm
  readonly corners: readonly Spot[]
  readonly marks: readonly Spot[]
  /** Where it was printed through a fit: how far off its worst corner still was, in mm. */
  readonly remaining?: Mm
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
  const { w, h, data } = image
  const ink = paper * 0.55
  const [x0, x1] = [Math.max(0, Math.floor(near.x - reach)), Math.min(w - 1, Math.ceil(near.x + reach))]
  const [y0, y1] = [Math.max(0, Math.floor(near.y - reach)), Math.min(h - 1, Math.ceil(near.y + reach))]
  const seen = new Uint8Array((x1 - x0 + 1) * (y1 - y0 + 1))
  const wide = x1 - x0 + 1
  let found: { spot: Spot; off: number } | undefined
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) {
      if (seen[(y - y0) * wide + x - x0] || data[y * w + x]! > ink) continue
      // One dark area, gathered from here.
      const stack = [[x, y]]
      seen[(y - y0) * wide + x - x0] = 1
      let [n, sx, sy, l, r, t, b] = [0, 0, 0, x, x, y, y]
      while (stack.length) {
        const [px = 0, py = 0] = stack.pop()!
        n++
        sx += px
        sy += py
        l = Math.min(l, px)
        r = Math.max(r, px)
        t = Math.min(t, py)
        b = Math.max(b, py)
        for (const [nx, ny] of [
          [px + 1, py],
          [px - 1, py],
          [px, py + 1],
          [px, py - 1],
        ] as const) {
          if (
            nx < x0 ||
            nx > x1 ||
            ny < y0 ||
            ny > y1 ||
            seen[(ny - y0) * wide + nx - x0] ||
            data[ny * w + nx]! > ink
          )
            continue
          seen[(ny - y0) * wide + nx - x0] = 1
          stack.push([nx, ny])
        }
      }
      const [bw, bh] = [r - l + 1, b - t + 1]
      if (bw < side * 0.75 || bw > side * 1.35 || bh < side * 0.75 || bh > side * 1.35 || n < bw * bh * 0.78)
        continue
      const off = Math.hypot(sx / n - near.x, sy / n - near.y)
      if (found && found.off <= off) continue
      // Weighed by darkness over the area and its soft rim.
      let [m, mx, my] = [0, 0, 0]
      for (let yy = Math.max(0, t - 2); yy <= Math.min(h - 1, b + 2); yy++)
        for (let xx = Math.max(0, l - 2); xx <= Math.min(w - 1, r + 2); xx++) {
          const dark = Math.max(0, paper - 12 - data[yy * w + xx]!)
          m += dark
          mx += dark * (xx + 0.5)
          my += dark * (yy + 0.5)
        }
      found = { spot: { x: mx / m, y: my / m }, off }
    }
  return found?.spot
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
 * drums and feed differ by some tenths of
 * a per cent (check). More means that an edge of the paper was found where it is not: 0.4 % is 0.9 mm of a
 * letter sheet's width.
 */
const UNEVEN = 0.004
/**
 * How sure a deviation is, in mm at the sheet's corners; refused where its stretches contradict each other,
 * naming the way that does not fit.
 * `slack` is how far off, in mm at the corners, the stretches may be by the way they were found.
 */
export function sureness(deviation: Deviation, miss: Mm, edges: Mm, w: Mm, h: Mm, slack: Mm = 0): Result<Mm> {
  const { x, y } = deviation.stretch
  const percent = (share: number): string => `${(share * 100).toFixed(2)} %`
  if (Math.abs(x - y) > UNEVEN + slack / Math.max(w, h))
    return refuse(
      'scan-uneven',
      `the sheet seems stretched to ${percent(x)} across and ${percent(y)} down, which no printer does: ${Math.abs(x - 1) > Math.abs(y - 1) ? 'the left or the right' : 'the upper or the lower'} edge of the paper was not found where it is. Look for a dark strip, a shadow or another sheet there, and scan again`,
      { field: 'scan', value: Math.abs(x - y), limit: UNEVEN },
    )
  return good(Math.max(0.02, miss, edges, Math.abs(x - y) * Math.max(w, h)))
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
        `the marks contradict each other by ${miss.toFixed(2)} mm: the sheet may be creased, or not flat in the picture`,
        { field: 'scan', value: miss, limit: BELIEVED },
      )
    return good({ found, way, deviation, miss, spots: spots as Spot[] })
  }
  return refuse(
    'scan-marks',
    `${missing === 5 ? 'none' : 5 - missing} of the five black squares ${5 - missing === 1 ? 'was' : 'were'} found: is this the fit sheet of this stock, whole and with its printed side up?`,
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
 * edges and the five squares, whichever
 * way up it lies, and from them what the printer does. Refused rather than guessed: paper that cannot be told
 * from what lies around it or has
 * another shape, squares that are not there or contradict each other, the fit sheet of another stock.
 */
export function readFitScan(image: GreyImage, sheet: { w: Mm; h: Mm }, stockId: string): Result<ScanReading> {
  const { w, h } = sheet
  const squared = findSquares(image, w, h)
  if (!squared.ok) return squared
  const { found, deviation, miss, spots } = squared.value
  const bars = readBars(squared.value, w, h)
  if (!bars)
    return refuse(
      'scan-bars',
      'the row of bars under the middle square cannot be read, so it is not sure which stock’s sheet this is: scan it sharper',
      { field: 'scan' },
    )
  if (bars.join() !== barsOf(stockId).join())
    return refuse(
      'scan-stock',
      'this is the fit sheet of another stock, or another of our sheets: choose that stock, or print the fit sheet of this one',
      { field: 'scan' },
    )
  const uncertainty = sureness(deviation, miss, found.edges, w, h)
  if (!uncertainty.ok) return uncertainty
  const k = found.shrink
  return good({
    deviation,
    uncertainty: uncertainty.value,
    corners: found.corners.map(c => ({ x: c.x * k, y: c.y * k })),
    marks: spots.map(s => ({ x: s.x * k, y: s.y * k })),
  })
}
