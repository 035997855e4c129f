import { inches, type Box, type Mm } from '../paper/length'

/** Figures of ANSI X9.100-160 and X9.27 / ISO 1004 (E-13B), from `2-facts` of the design; in mm. */
export const PITCH: Mm = inches(0.125)
/** The cell that E-13B is built of: 0.013 in (ANSI X9.27). */
export const CELL: Mm = inches(0.013)
/** Height of the digits: nine cells, 0.117 in (ANSI X9.27). */
export const CHARACTER_HEIGHT: Mm = inches(0.117)
const CLEAR_BAND: Mm = inches(0.625)
/** Lower edge of the characters above the check's bottom edge. */
export const BASELINE_UP: Mm = inches(0.1875)
/** Right edge of position 1 from the check's right edge. */
export const FIRST_FROM_RIGHT: Mm = inches(0.3125)
/** The leftmost position of a line, counted from the right edge of the check. */
export const LAST_POSITION = 65

/** Right edge of a position, in mm from the check's right edge. */
export const fromRight = (position: number): Mm => FIRST_FROM_RIGHT + PITCH * (position - 1)

/** How many whole positions a check of this width holds, counted from its right edge. */
export const positionsOn = (checkWidth: Mm): number =>
  Math.min(LAST_POSITION, Math.floor((checkWidth - FIRST_FROM_RIGHT) / PITCH + 1e-9))

/** The clear band of a check panel, in the coordinates of its box. */
export const clearBand = (check: Box): Box => ({
  x: check.x,
  y: check.y + check.h - CLEAR_BAND,
  w: check.w,
  h: CLEAR_BAND,
})
