import { nearest } from '../base/solve'
import type { Mm } from '../paper/length'
import { good, refuse, type Result } from '../base/result'
import { applyAffine, invert, noChange, type Affine, type Spot } from './affine'

/**
 * What one printer and tray do to one stock, as measured: everything moved by `shift`, stretched by
 * `stretch` about the upper left corner, and turned by `turn` degrees with the clock. The correction is the
 * other way round.
 */
export interface Deviation {
  readonly shift: Spot
  readonly stretch: { readonly x: number; readonly y: number }
  readonly turn: number
}
/** A printer that puts everything where it belongs. */
export const noDeviation: Deviation = { shift: { x: 0, y: 0 }, stretch: { x: 1, y: 1 }, turn: 0 }

/**
 * A deviation as five numbers: shift across and down, turn, stretch across and down; those of an exact
 * printer, and steps small enough to tell slopes by.
 */
export const deviationOf = ([x = 0, y = 0, turn = 0, kx = 1, ky = 1]: readonly number[]): Deviation => ({
  shift: { x, y },
  turn,
  stretch: { x: kx, y: ky },
})
/**
 * The five unknowns of a printer without deviation: shift in mm, turn in degrees, stretch across and down.
 */
export const EXACT: readonly number[] = [0, 0, 0, 1, 1]
/** By how much each unknown is moved to see what it does to the readings, in the same units. */
export const STEPS: readonly number[] = [1e-3, 1e-3, 1e-4, 1e-6, 1e-6]

/** Where the printer puts what was meant for a place. */
export function deviationMap({ shift, stretch, turn }: Deviation): Affine {
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)]
  return [cos * stretch.x, sin * stretch.x, -sin * stretch.y, cos * stretch.y, shift.x, shift.y]
}
/** The map by which a drawing is changed beforehand, so that the printer puts it where it was meant. */
export const correctionOf = (deviation: Deviation): Affine => invert(deviationMap(deviation))

/** The farthest that two maps put any corner of a sheet of that size apart, in mm. */
export const cornersApart = (a: Affine, b: Affine, w: Mm, h: Mm): Mm =>
  Math.max(
    ...[
      { x: 0, y: 0 },
      { x: w, y: 0 },
      { x: 0, y: h },
      { x: w, y: h },
    ].map(corner => {
      const [p, q] = [applyAffine(a, corner), applyAffine(b, corner)]
      return Math.hypot(q.x - p.x, q.y - p.y)
    }),
  )
/** The farthest that any corner of a sheet of that size lies from where it was meant, in mm. */
export const worstCorner = (map: Affine, w: Mm, h: Mm): Mm => cornersApart(noChange, map, w, h)
/** Whether a map leaves every spot where it is. */
export const isNoChange = (map: Affine): boolean =>
  map.every((v, i) => Math.abs(v - (noChange[i] ?? 0)) < 1e-9)

/** The lines of the fit sheet whose distance to the paper's edge is measured, and from which edge. */
export const fitMarks = ['A', 'B', 'C', 'D', 'E', 'F'] as const
export type FitMark = (typeof fitMarks)[number]
type Edge = 'top' | 'left' | 'right' | 'foot'
/** A line of the fit sheet: the edge that it is measured from, and where it stands, in mm. */
export interface FitLine {
  readonly mark: FitMark
  readonly edge: Edge
  readonly at: Spot
}

/** Distance of every line from its edge, as drawn. */
export const FROM_EDGE: Mm = 20

/**
 * Where the lines of the fit sheet stand on a sheet of that size: two at the top, two at the left, one at the
 * right, one at the foot.
 */
export const fitLines = (w: Mm, h: Mm): FitLine[] => [
  { mark: 'A', edge: 'top', at: { x: w * 0.2, y: FROM_EDGE } },
  { mark: 'B', edge: 'top', at: { x: w * 0.8, y: FROM_EDGE } },
  { mark: 'C', edge: 'left', at: { x: FROM_EDGE, y: h * 0.2 } },
  { mark: 'D', edge: 'left', at: { x: FROM_EDGE, y: h * 0.8 } },
  { mark: 'E', edge: 'right', at: { x: w - FROM_EDGE, y: h * 0.5 } },
  { mark: 'F', edge: 'foot', at: { x: w * 0.5, y: h - FROM_EDGE } },
]

/** Distance from its edge at which a line comes out of a printer with that deviation. */
export function distanceOf(line: FitLine, map: Affine, w: Mm, h: Mm): Mm {
  const p = applyAffine(map, line.at)
  return line.edge === 'top' ? p.y : line.edge === 'left' ? p.x : line.edge === 'right' ? w - p.x : h - p.y
}

/** Measured distances by mark, in mm; a mark left out was not measured. */
export type Measured = Partial<Readonly<Record<FitMark, Mm>>>
/** No printer that works moves a sheet further. */
const MOST_OFF: Mm = 14
/** Distances read off a ruler to half a millimeter miss a deviation by less than this, in mm. */
const CONTRADICTION: Mm = 0.8

/**
 * Finds what a printer does from distances measured on its fit sheet: from A and C the shift; with B or D
 * the turn; with E and F the stretch. Refused at the mark: A or C missing, a distance that no printer
 * makes, two distances that contradict each other by a turn of more than 3 degrees. `residual` is the
 * largest difference in mm between a measured distance and what the found deviation gives: a slip of the
 * ruler shows in it.
 */
export function deviationFrom(
  measured: Measured,
  w: Mm,
  h: Mm,
): Result<{ deviation: Deviation; residual: Mm }> {
  for (const mark of ['A', 'C'] as const)
    if (measured[mark] === undefined)
      return refuse('fit-mark-missing', `Enter the distance at ${mark}`, { field: mark })
  for (const mark of fitMarks) {
    const d = measured[mark]
    if (d !== undefined && (d < 0 || Math.abs(d - FROM_EDGE) > MOST_OFF))
      return refuse(
        'fit-distance',
        `${d.toFixed(1)} mm at ${mark} is too far off. The line should be ${FROM_EDGE} mm from the edge. Measure again, or check whether “fit to page” is on`,
        { field: mark, value: d, limit: MOST_OFF },
      )
  }
  const lines = fitLines(w, h).filter(l => measured[l.mark] !== undefined)
  const free = {
    turn: measured.B !== undefined || measured.D !== undefined,
    x: measured.E !== undefined,
    y: measured.F !== undefined,
  }
  // Only what the measured marks can tell is left free; the rest stays as an exact printer's.
  const used = [0, 1, ...(free.turn ? [2] : []), ...(free.x ? [3] : []), ...(free.y ? [4] : [])]
  const from = (p: readonly number[]): Deviation =>
    deviationOf(EXACT.map((v, k) => (used.includes(k) ? p[used.indexOf(k)]! : v)))
  const off = (p: readonly number[]): number[] =>
    lines.map(l => distanceOf(l, deviationMap(from(p)), w, h) - (measured[l.mark] ?? 0))
  const p = nearest(
    used.map(k => EXACT[k]!),
    used.map(k => STEPS[k]!),
    off,
  )
  const deviation = from(p)
  if (Math.abs(deviation.turn) > 3)
    return refuse(
      'fit-turn',
      `The distances mean that the sheet was rotated by ${deviation.turn.toFixed(1)} degrees. Measure ${measured.B === undefined ? 'C and D' : 'A and B'} again`,
      { field: measured.B === undefined ? 'D' : 'B', value: deviation.turn, limit: 3 },
    )
  const misses = lines.map((l, i) => ({ mark: l.mark, off: Math.abs(off(p)[i]!) }))
  const worst = misses.reduce((most, m) => (m.off > most.off ? m : most))
  if (worst.off > CONTRADICTION)
    return refuse(
      'fit-contradiction',
      `The distance at ${worst.mark} differs from the others by ${(2 * worst.off).toFixed(1)} mm. Measure ${worst.mark} and its neighbor again`,
      { field: worst.mark, value: worst.off, limit: CONTRADICTION },
    )
  return good({ deviation, residual: worst.off })
}
