import measures from './measures.json'

/** The faces that ship for the paper. Their outlines are in `faces/`, their measures in `measures.json` (made by `npm run faces`). */
export const faceNames = ['sans', 'sans-bold', 'serif-bold'] as const
export type FaceName = (typeof faceNames)[number]

export interface Face {
  readonly unitsPerEm: number
  readonly ascent: number
  readonly descent: number
  readonly capHeight: number
  readonly box: readonly number[]
  readonly widths: Readonly<Record<string, number>>
}

const all = measures as Record<FaceName, Face>
export const faceOf = (name: FaceName): Face => all[name]

/** Width of a text set in points, in points. Characters that the face lacks count as nothing: `lacking` tells which. */
export function widthOf(name: FaceName, text: string, size: number): number {
  const { widths, unitsPerEm } = all[name]
  let units = 0
  for (const char of text) units += widths[char] ?? 0
  return units * size / unitsPerEm
}

/** The first character of a text that the face cannot print, if any. */
export function lacking(name: FaceName, text: string): string | undefined {
  const { widths } = all[name]
  for (const char of text) if (widths[char] === undefined) return char
  return undefined
}
