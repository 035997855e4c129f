import { CELLS, COLS, ROWS } from './grid'
import type { Strip } from './lineGeometry'
import { UNITS_PER_CELL, UNITS_PER_PITCH } from './outlines'
import { insideOf, type MicrShapes } from './shapes'
import { micrCharacters, type MicrCharacter } from './symbols'

/** What one character looks like to the reader when it is printed as it should be. */
export interface Template {
  readonly char: MicrCharacter
  readonly cells: Float32Array
  readonly norm: number
  /** Share of each cell that the character inks. */ readonly coverage: Float32Array
}
const knownTemplates = new WeakMap<MicrShapes, readonly Template[]>()

/**
 * How much of each cell of the 9 by 7 grid at the right of a position the contours ink, less the mean of all:
 * what a read position is held against.
 */
export function templatesOf(shapes: MicrShapes): readonly Template[] {
  const known = knownTemplates.get(shapes)
  if (known) return known
  const made = micrCharacters.map((char): Template => {
    const inked = insideOf(shapes.contours[char])
    const cells = new Float32Array(ROWS * COLS)
    for (let r = 0; r < ROWS; r++)
      for (let c = 0; c < COLS; c++) {
        let n = 0
        for (const fy of [0.2, 0.5, 0.8])
          for (const fx of [0.2, 0.5, 0.8])
            if (inked(UNITS_PER_PITCH - (COLS - c - fx) * UNITS_PER_CELL, (ROWS - r - fy) * UNITS_PER_CELL))
              n++
        cells[r * COLS + c] = n / 9
      }
    const coverage = cells.slice()
    const mean = cells.reduce((a, b) => a + b, 0) / cells.length
    for (let i = 0; i < cells.length; i++) cells[i] = cells[i]! - mean
    return { char, cells, coverage, norm: Math.sqrt(cells.reduce((a, b) => a + b * b, 0)) }
  })
  knownTemplates.set(shapes, made)
  return made
}

/** How like each drawing the position is whose right edge and foot lie there, best first. */
export function likeness(
  strip: Strip,
  right: number,
  foot: number,
  pitch: number,
  values: Float32Array,
  templates: readonly Template[],
): { best: number; score: number; second: number } {
  const cell = pitch / CELLS
  let mean = 0
  for (let r = 0; r < ROWS; r++) {
    const y = foot - (ROWS - r - 0.5) * cell - 0.5
    const y0 = Math.floor(y)
    const fy = y - y0
    for (let c = 0; c < COLS; c++) {
      const x = right - (COLS - c - 0.5) * cell - 0.5
      const x0 = Math.floor(x)
      const fx = x - x0
      let v = 0
      if (x0 >= 0 && x0 + 1 < strip.w && y0 >= 0 && y0 + 1 < strip.h) {
        const i = y0 * strip.w + x0
        v =
          (strip.data[i]! * (1 - fx) + strip.data[i + 1]! * fx) * (1 - fy) +
          (strip.data[i + strip.w]! * (1 - fx) + strip.data[i + strip.w + 1]! * fx) * fy
      }
      values[r * COLS + c] = v
      mean += v
    }
  }
  mean /= ROWS * COLS
  let norm = 0
  for (let i = 0; i < values.length; i++) norm += (values[i]! - mean) ** 2
  norm = Math.sqrt(norm)
  let [best, score, second] = [-1, -2, -2]
  for (let t = 0; t < templates.length; t++) {
    const { cells, norm: own } = templates[t]!
    let dot = 0
    for (let i = 0; i < values.length; i++) dot += values[i]! * cells[i]!
    const s = norm > 1e-6 ? dot / (norm * own) : 0
    if (s > score) {
      second = score
      score = s
      best = t
    } else if (s > second) second = s
  }
  return { best, score, second }
}
