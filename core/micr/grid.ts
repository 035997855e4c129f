import { UNITS_PER_CELL, UNITS_PER_PITCH } from './outlines'

/**
 * The standard's pitch in inches, and in cells of its drawings; a character is nine cells high and seven
 * wide.
 */
export const PITCH_IN = 0.125
export const CELLS = UNITS_PER_PITCH / UNITS_PER_CELL
export const ROWS = 9
export const COLS = 7
