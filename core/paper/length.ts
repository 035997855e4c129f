/** Lengths are numbers in millimetres throughout the core, named so in the type of the field; only screens and files convert. */
export type Mm = number

export const units = ['mm', 'in'] as const
export type Unit = (typeof units)[number]

export const MM_PER_INCH = 25.4
/** A typographic point, 1/72 inch, in mm. */
export const MM_PER_POINT = MM_PER_INCH / 72

export const inches = (n: number): Mm => n * MM_PER_INCH
export const points = (n: number): Mm => n * MM_PER_POINT

/** A length as people read it, in their unit: 0.1 mm or 0.01 in, the finest step of the editor. */
export const formatLength = (mm: Mm, unit: Unit): string => (unit === 'mm' ? `${mm.toFixed(1)} mm` : `${(mm / MM_PER_INCH).toFixed(2)} in`)

export interface Box { readonly x: Mm, readonly y: Mm, readonly w: Mm, readonly h: Mm }

/** Whether the inner box lies within the outer one, given a tolerance of a hundredth of a millimetre for rounding. */
export const within = (inner: Box, outer: Box): boolean =>
  inner.x >= outer.x - 0.01 && inner.y >= outer.y - 0.01 && inner.x + inner.w <= outer.x + outer.w + 0.01 && inner.y + inner.h <= outer.y + outer.h + 0.01

export const overlaps = (a: Box, b: Box): boolean =>
  a.x < b.x + b.w - 0.01 && b.x < a.x + a.w - 0.01 && a.y < b.y + b.h - 0.01 && b.y < a.y + a.h - 0.01
