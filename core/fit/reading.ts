import type { Mm } from '../paper/length'
import type { Spot } from './affine'
import type { Deviation } from './fit'

/**
 * What a scan of a fit sheet tells: the deviation, how sure it is, and where everything was found, in pixels.
 */
export interface ScanReading {
  readonly deviation: Deviation
  /** How far off a corner may lie all the same, in mm: see `asFound`, and `proved` of two readings. */
  readonly uncertainty: Mm
  /** What the marks miss the deviation by, and the paper's edges are bowed by, in mm: what the picture itself shows. */
  readonly spread: Mm
  /** How the sheet lies in the picture: 0 upright, 2 turned by half. */
  readonly turns: number
  /** The sheet as it was found, across and down, and the way between the two upper squares, in pixels. */
  readonly found: { readonly w: number; readonly h: number; readonly span: number }
  /** By how much the paper is larger or smaller in the picture than the sheet, in mm, where its scale is known. */
  readonly sizeOff?: Mm
  readonly corners: readonly Spot[]
  readonly marks: readonly Spot[]
  /** Where it was printed through a fit: how far off its worst corner still was, in mm. */
  readonly remaining?: Mm
}
