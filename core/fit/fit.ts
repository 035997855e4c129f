import type { Mm } from '../paper/length'
import { good, refuse, type Result } from '../base/result'
import { applyAffine, invert, noChange, type Affine, type Spot } from './affine'

/**
 * What one printer and tray do to one stock, as measured: everything moved by `shift`, stretched by `stretch` about the upper left corner,
 * and turned by `turn` degrees with the clock. The correction is the other way round.
 */
export interface Deviation { readonly shift: Spot, readonly stretch: { readonly x: number, readonly y: number }, readonly turn: number }
export const noDeviation: Deviation = { shift: { x: 0, y: 0 }, stretch: { x: 1, y: 1 }, turn: 0 }

/** Where the printer puts what was meant for a place. */
export function deviationMap({ shift, stretch, turn }: Deviation): Affine {
  const [cos, sin] = [Math.cos(turn * Math.PI / 180), Math.sin(turn * Math.PI / 180)]
  return [cos * stretch.x, sin * stretch.x, -sin * stretch.y, cos * stretch.y, shift.x, shift.y]
}
/** The map by which a drawing is changed beforehand, so that the printer puts it where it was meant. */
export const correctionOf = (deviation: Deviation): Affine => invert(deviationMap(deviation))

/** The farthest that any corner of a sheet of that size lies from where it was meant, in mm. */
export const worstCorner = (map: Affine, w: Mm, h: Mm): Mm => Math.max(...[{ x: 0, y: 0 }, { x: w, y: 0 }, { x: 0, y: h }, { x: w, y: h }].map((p) => {
  const q = applyAffine(map, p)
  return Math.hypot(q.x - p.x, q.y - p.y)
}))
export const isNoChange = (map: Affine): boolean => map.every((v, i) => Math.abs(v - (noChange[i] ?? 0)) < 1e-9)

/** The lines of the fit sheet whose distance to the paper's edge is measured, and from which edge. */
export const fitMarks = ['A', 'B', 'C', 'D', 'E', 'F'] as const
export type FitMark = (typeof fitMarks)[number]
export type Edge = 'top' | 'left' | 'right' | 'foot'
export interface FitLine { readonly mark: FitMark, readonly edge: Edge, readonly at: Spot }

/** Distance of every line from its edge, as drawn. */
export const FROM_EDGE: Mm = 20

/** Where the lines of the fit sheet stand on a sheet of that size: two at the top, two at the left, one at the right, one at the foot. */
export const fitLines = (w: Mm, h: Mm): FitLine[] => [
  { mark: 'A', edge: 'top', at: { x: w * 0.2, y: FROM_EDGE } }, { mark: 'B', edge: 'top', at: { x: w * 0.8, y: FROM_EDGE } },
  { mark: 'C', edge: 'left', at: { x: FROM_EDGE, y: h * 0.2 } }, { mark: 'D', edge: 'left', at: { x: FROM_EDGE, y: h * 0.8 } },
  { mark: 'E', edge: 'right', at: { x: w - FROM_EDGE, y: h * 0.5 } }, { mark: 'F', edge: 'foot', at: { x: w * 0.5, y: h - FROM_EDGE } },
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

/**
 * Finds what a printer does from distances measured on its fit sheet: from A and C the shift; with B or D the turn; with E and F the stretch.
 * Refused at the mark: A or C missing, a distance that no printer makes, two distances that contradict each other by a turn of more than 3 degrees.
 * `residual` is the largest difference in mm between a measured distance and what the found deviation gives: a slip of the ruler shows in it.
 */
export function deviationFrom(measured: Measured, w: Mm, h: Mm): Result<{ deviation: Deviation, residual: Mm }> {
  for (const mark of ['A', 'C'] as const) if (measured[mark] === undefined) return refuse('fit-mark-missing', `the distance at ${mark} is needed`, { field: mark })
  for (const mark of fitMarks) {
    const d = measured[mark]
    if (d !== undefined && (d < 0 || Math.abs(d - FROM_EDGE) > MOST_OFF)) return refuse('fit-distance', `${d.toFixed(1)} mm at ${mark}: the line was drawn ${FROM_EDGE} mm from the edge, and no working printer moves it so far. Measure again, or look whether “fit to page” is on`, { field: mark, value: d, limit: MOST_OFF })
  }
  const lines = fitLines(w, h).filter(l => measured[l.mark] !== undefined)
  const free = { turn: measured.B !== undefined || measured.D !== undefined, x: measured.E !== undefined, y: measured.F !== undefined }
  const from = (p: readonly number[]): Deviation => ({ shift: { x: p[0] ?? 0, y: p[1] ?? 0 }, turn: free.turn ? p[2] ?? 0 : 0, stretch: { x: free.x ? 1 + (p[3] ?? 0) : 1, y: free.y ? 1 + (p[4] ?? 0) : 1 } })
  const used = [0, 1, ...(free.turn ? [2] : []), ...(free.x ? [3] : []), ...(free.y ? [4] : [])]
  const steps = [1e-3, 1e-3, 1e-4, 1e-6, 1e-6]
  const off = (p: readonly number[]): number[] => lines.map(l => distanceOf(l, deviationMap(from(p)), w, h) - (measured[l.mark] ?? 0))
  let p = [0, 0, 0, 0, 0]
  // Gauss-Newton: the distances are almost straight functions of the five numbers, so a few rounds are exact.
  for (let round = 0; round < 8; round++) {
    const now = off(p)
    const slopes = used.map(k => off(p.map((v, i) => (i === k ? v + steps[k]! : v))).map((v, i) => (v - now[i]!) / steps[k]!))
    const change = leastSquares(slopes, now.map(v => -v))
    p = p.map((v, k) => v + (used.includes(k) ? change[used.indexOf(k)] ?? 0 : 0))
  }
  const deviation = from(p)
  if (Math.abs(deviation.turn) > 3) return refuse('fit-turn', `the distances say that the sheet was turned by ${deviation.turn.toFixed(1)} degrees: measure ${measured.B === undefined ? 'C and D' : 'A and B'} again`, { field: measured.B === undefined ? 'D' : 'B', value: deviation.turn, limit: 3 })
  return good({ deviation, residual: Math.max(...off(p).map(Math.abs)) })
}

/** Solves slopes · change = wanted in the least-squares sense; one row of `slopes` a parameter. */
function leastSquares(slopes: readonly (readonly number[])[], wanted: readonly number[]): number[] {
  const n = slopes.length
  const rows = slopes.map(a => [...slopes.map(b => a.reduce((s, v, k) => s + v * b[k]!, 0)), a.reduce((s, v, k) => s + v * wanted[k]!, 0)])
  for (let c = 0; c < n; c++) {
    const pivot = rows.slice(c).reduce((best, _, i) => (Math.abs(rows[c + i]![c]!) > Math.abs(rows[best]![c]!) ? c + i : best), c)
    ;[rows[c], rows[pivot]] = [rows[pivot]!, rows[c]!]
    if (Math.abs(rows[c]![c]!) < 1e-12) continue
    for (let r = 0; r < n; r++) {
      if (r === c) continue
      const f = rows[r]![c]! / rows[c]![c]!
      for (let k = c; k <= n; k++) rows[r]![k]! -= f * rows[c]![k]!
    }
  }
  return rows.map((row, i) => (Math.abs(row[i]!) < 1e-12 ? 0 : row[n]! / row[i]!))
}
