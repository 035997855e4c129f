import type { MicrFit } from '../micr/micrFit'
import type { MicrShapes } from '../micr/shapes'
import type { Mm } from '../paper/length'
import type { Picture } from '../paper/picture'
import type { FaceName } from '../faces/faceNames'

/** One step of a path: M and L a point, Q a control point and a point, Z closes. In mm. */
export type PathStep = readonly ['M' | 'L', Mm, Mm] | readonly ['Q', Mm, Mm, Mm, Mm] | readonly ['Z']

/**
 * What a drawing is made of. All places in mm from the sheet's top left corner, y down; text stands on its
 * baseline and begins at x; `size` of text in points, `turn` in degrees against the clock about its
 * beginning; a MICR line begins at the left edge of its first position and stands on the lower edge of its
 * characters.
 */
export type Mark =
  | {
      readonly kind: 'text'
      readonly x: Mm
      readonly y: Mm
      readonly text: string
      readonly face: FaceName
      readonly size: number
      readonly ink: string
      readonly field: string
      readonly turn?: number
    }
  | {
      readonly kind: 'micr'
      readonly x: Mm
      readonly y: Mm
      readonly text: string
      readonly field: string
      readonly shapes: MicrShapes
      /** Width and weight of its own, on a ladder sheet. */ readonly fit?: MicrFit
    }
  | {
      readonly kind: 'line'
      readonly x: Mm
      readonly y: Mm
      readonly x2: Mm
      readonly y2: Mm
      readonly width: Mm
      readonly ink: string
    }
  | {
      readonly kind: 'rect'
      readonly x: Mm
      readonly y: Mm
      readonly w: Mm
      readonly h: Mm
      readonly width: Mm
      readonly ink: string
    }
  | { readonly kind: 'path'; readonly steps: readonly PathStep[]; readonly width: Mm; readonly ink: string }
  | {
      readonly kind: 'image'
      readonly x: Mm
      readonly y: Mm
      readonly w: Mm
      readonly h: Mm
      readonly picture: Picture
      readonly field: string
    }

/**
 * Marks that may be the same on many sheets: a renderer keeps what it made of a `shared` list and uses it
 * again.
 */
export interface Layer {
  readonly shared: boolean
  readonly marks: readonly Mark[]
}

/** One side of a sheet, ready to be put on paper or screen: nobody positions anything after this. */
export interface Drawing {
  readonly w: Mm
  readonly h: Mm
  readonly layers: readonly Layer[]
}

/** All marks of a drawing, in the order in which they are put down. */
export const marksOf = (drawing: Drawing): Mark[] => drawing.layers.flatMap(l => l.marks)
