import { good, refuse, type Result } from '../base/result'

/**
 * Lengths are numbers in millimetres throughout the core, named so in the type of the field; only screens and
 * files convert.
 */
export type Mm = number

/** Units in which lengths are shown; they are kept in millimetres. */
export const units = ['mm', 'in'] as const
export type Unit = (typeof units)[number]

/** By definition of the international inch (1959). */
export const MM_PER_INCH = 25.4
/** A typographic point, 1/72 inch, in mm. */
export const MM_PER_POINT = MM_PER_INCH / 72

/** So many inches in millimetres. */
export const inches = (n: number): Mm => n * MM_PER_INCH

/** A length as people read it, in their unit: 0.1 mm or 0.01 in, the finest step of the editor. */
export const formatLength = (mm: Mm, unit: Unit): string =>
  unit === 'mm' ? `${mm.toFixed(1)} mm` : `${(mm / MM_PER_INCH).toFixed(2)} in`

/** A distance off its place, as fine as a fit is found: 0.01 mm or 0.001 in. */
export const formatOff = (mm: Mm, unit: Unit): string =>
  unit === 'mm' ? `${mm.toFixed(2)} mm` : `${(mm / MM_PER_INCH).toFixed(3)} in`

/** A rectangle in mm: its left upper corner, its width and its height. */
export interface Box {
  readonly x: Mm
  readonly y: Mm
  readonly w: Mm
  readonly h: Mm
}

/**
 * Whether the inner box lies within the outer one, given a tolerance of a hundredth of a millimetre for
 * rounding.
 */
export const within = (inner: Box, outer: Box): boolean =>
  inner.x >= outer.x - 0.01 &&
  inner.y >= outer.y - 0.01 &&
  inner.x + inner.w <= outer.x + outer.w + 0.01 &&
  inner.y + inner.h <= outer.y + outer.h + 0.01

/** Whether two boxes have any area in common; touching edges do not count. */
export const overlaps = (a: Box, b: Box): boolean =>
  a.x < b.x + b.w - 0.01 && b.x < a.x + a.w - 0.01 && a.y < b.y + b.h - 0.01 && b.y < a.y + a.h - 0.01

/**
 * Reads a length as typed: `3.5`, `3 1/2`, `3-1/2 in`, `7/16"`, `88,9 mm`, `2 cm`. Without a unit of its
 * own it is in `unit`. In mm, to a thousandth. Refused: blank, anything else, and less than 0 or more than
 * 1000 mm unless `least` and `most` say otherwise.
 */
export function parseLength(
  text: string,
  unit: Unit,
  field = 'length',
  least: Mm = 0,
  most: Mm = 1000,
): Result<Mm> {
  const t = text.trim().toLowerCase()
  if (t === '') return refuse('length-blank', 'Enter a length', { field })
  const m = /^(-?)(?:(\d+(?:[.,]\d+)?)|(?:(\d+)[ -])?(\d+)\/(\d+))\s*(mm|cm|in|inch|inches|"|″)?$/.exec(t)
  const divisor = Number(m?.[5] ?? 1)
  if (!m || divisor === 0)
    return refuse(
      'length-pattern',
      `“${text.trim()}” is not a length. Enter it as 3.5, 3 1/2 in or 88.9 mm`,
      { field, value: text },
    )
  const n = m[2] === undefined ? Number(m[3] ?? 0) + Number(m[4]) / divisor : Number(m[2].replace(',', '.'))
  const scale = m[6] === 'cm' ? 10 : m[6] === 'mm' || (!m[6] && unit === 'mm') ? 1 : MM_PER_INCH
  const mm = Math.round(((m[1] ? -1 : 1) * n * scale + 1e-9) * 1000) / 1000
  if (mm < least || mm > most)
    return refuse('length-range', `Enter ${formatLength(least, unit)} to ${formatLength(most, unit)}`, {
      field,
      value: mm,
      limit: mm < least ? least : most,
    })
  return good(mm)
}

/** A length for a field to be typed into: the number alone, as fine as it is known. */
export const lengthText = (mm: Mm, unit: Unit): string =>
  String(unit === 'mm' ? Math.round(mm * 100) / 100 : Math.round((mm / MM_PER_INCH) * 1000) / 1000)

/** One step of an arrow key: 0.1 mm or 0.01 in. */
export const stepOf = (unit: Unit): Mm => (unit === 'mm' ? 0.1 : 0.254)
