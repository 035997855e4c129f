import { UNITS_PER_CELL, UNITS_PER_PITCH } from './outlines'

/**
 * The standard's pitch in inches, and in cells of its drawings; a character is nine cells high and seven
 * wide.
 */
export const PITCH_IN = 0.125
/** Cells from one character to the next. */
export const CELLS = UNITS_PER_PITCH / UNITS_PER_CELL
/** Rows of cells of a character. */
export const ROWS = 9
/** Columns of cells of the widest character. */
export const COLS = 7
