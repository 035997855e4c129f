import { PITCH } from './place'
import type { Mm } from '../paper/length'

/**
 * How much every edge of a MICR stroke is moved out, by the name of the weight, in mm (one thousandth of an
 * inch, two thirds of the tolerance of ANSI X9.27 (check)).
 */
export const micrWeights = { light: -0.025, normal: 0, heavy: 0.025 } as const
export type MicrWeight = keyof typeof micrWeights
/** The weights in the order from thin to bold. */
export const micrWeightNames = Object.keys(micrWeights) as MicrWeight[]
/** Widths that the ladder sheet tries: shares of the standard's pitch. */
export const micrWidths: readonly number[] = [0.97, 0.98, 0.99, 1, 1.01, 1.02, 1.03]

/** The MICR line's own correction on one printer: its width as a share of the standard's, and its weight. */
export interface MicrFit {
  readonly width: number
  readonly weight: MicrWeight
}
/** A line that is printed as it is drawn. */
export const exactMicr: MicrFit = { width: 1, weight: 'normal' }
/** Whether the MICR line prints as it is drawn, without a correction. */
export const isExactMicr = (fit: MicrFit | undefined): boolean =>
  !fit || (fit.width === 1 && fit.weight === 'normal')

/**
 * Where a line of so many characters begins when its right end stays: the standard counts positions from the
 * right.
 */
export const beginOf = (x: Mm, characters: number, fit: MicrFit): Mm =>
  x + characters * PITCH * (1 - fit.width)
/** A correction as the ladder sheet names it: its width in percent, its weight. */
export const micrFitName = ({ width, weight }: MicrFit): string => `${Math.round(width * 100)} %, ${weight}`
